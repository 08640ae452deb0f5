import {
  formatDecimal,
  type Fastening,
  type OneWayAct,
  type PartBox,
  type PartSettings,
  type PartsLine,
  type WorkStep,
} from '@rigger/core';
import { inUnits, plural, quantity, type Style } from './format';

/** Where a step is: "front", "rear left"; nothing for the vehicle as a whole. */
export const placeWords = (axle: WorkStep['axle'], side: WorkStep['side']): string =>
  [axle === 'vehicle' ? '' : axle, side ?? ''].filter(Boolean).join(' ');

/** What a step says: the catalogue's text, or the plan's own words for the steps it makes itself. */
export function stepText(
  s: Pick<WorkStep, 'text' | 'makes' | 'loosens' | 'soaks' | 'axle'>,
  style: Style,
): string {
  const where = s.axle === 'vehicle' ? '' : ` ${s.axle}`;
  switch (s.makes) {
    case 'soak':
      return `The day before: penetrating oil on ${s.soaks.join(', ')}.`;
    case 'mark-cams':
      return `Mark the alignment cams${where} against their mounts before anything there is loosened.`;
    case 'loosen-pivots':
      return `Loosen, do not take out,${where}: ${s.loosens.join(', ')}. They stay loose until the wheels are on the ground.`;
    case 'torque-pivots':
      return `Torque every rubber pivot${where} now, at ride height, wheels on the ground and the vehicle rolled.`;
    case null:
      return inUnits(s.text, style);
  }
}
export const wedgeText = (w: NonNullable<WorkStep['wedge']>): string =>
  `Wedge of ${formatDecimal(w.deg, 1)}°: thick end to the ${w.thickEnd} of the vehicle.`;

/** A joint as it is printed: what it is, what holds it as far as a record says, and whose word its torque is. What nobody
 *  has read in a true source is looked up: never a usual figure. */
export function fasteningText(
  f: Fastening,
  style: Style,
  step: Pick<WorkStep, 'axle'>,
): {
  readonly what: string;
  readonly torque: string;
  readonly source: string;
} {
  const thread = f.thread ? `M${f.thread.diameterMm}×${f.thread.pitchMm}` : '';
  const held = [
    f.count === null ? '' : `${f.count} ×`,
    thread,
    f.headMm === null ? '' : `head ${f.headMm} mm`,
  ]
    .filter(Boolean)
    .join(' ');
  const both = (nm: number) => {
    const other: Style = { ...style, length: style.length === 'in' ? 'mm' : 'in' };
    return `${quantity(nm, 'N·m', style, 0)} (${quantity(nm, 'N·m', other, 0)})`;
  };
  const notes = [
    f.condition === null ? '' : f.condition === 'dry' ? 'dry' : 'with locking compound',
    f.singleUse === true ? 'new ones, never the old' : '',
    f.counterHold ?? '',
    f.pattern ?? '',
    f.direction ?? '',
    inUnits(f.note, style),
  ].filter(Boolean);
  const whose = {
    // what stands in place of the figure says it
    manual: '',
    estimate: 'estimated; use the maker’s figure',
    figure:
      f.torque.kind === 'figure' && f.torque.source === 'part-maker'
        ? 'part maker’s figure'
        : 'platform’s record',
  }[f.torque.kind];
  // a step of the whole vehicle closes joints of both axles
  const what =
    step.axle === 'vehicle' && f.axle !== 'vehicle' ? `${f.what} ${placeWords(f.axle, f.side)}` : f.what;
  return {
    what: held === '' ? what : `${what}, ${held}`,
    torque: f.torque.kind === 'manual' ? 'torque: maker’s manual' : both(f.torque.nm),
    source: [whose, ...notes].filter(Boolean).join(' · '),
  };
}

/** How an adjustable part is set to begin with: clicks from fully soft. */
export function settingsText({ clicks, where, firmer, start }: PartSettings): string {
  const of = (n: number) => plural(n, 'click');
  return `Set at the ${where}, ${firmer} is firmer, ${of(clicks)} in all. From fully soft: road ${of(start.road)}, load ${of(start.load)}, track ${of(start.track)}; both sides alike, changed two at a time.`;
}

const ACTS: Readonly<Record<OneWayAct['act'], string>> = {
  cut: 'cuts',
  drill: 'drills',
  notch: 'notches',
  paint: 'paints',
};
/** What is said at a step beside its text: how many it takes, what cannot be undone. */
export const stepCautions = ({ people, oneWay }: Pick<WorkStep, 'people' | 'oneWay'>): readonly string[] => [
  ...(people > 1 ? [`${people} fitters at once.`] : []),
  ...oneWay.map((o) => `No way back: ${ACTS[o.act]} ${o.where}.`),
];
/** What is in the box of a part, piece by piece, and how hard it is to fit. */
export function boxText(box: PartBox | null): string {
  if (!box) return 'Contents not on record: count them when the box comes, and write them down.';
  const things = [...box.pieces, ...box.hardware.filter((h) => h.inBox)].map((p) => `${p.count} × ${p.name}`);
  return `In the box: ${things.join(', ')}. Difficulty ${box.difficulty} of 5${box.people > 1 ? `, ${box.people} fitters` : ''}.`;
}
const BESIDE = {
  'not-in-box': 'not in its box',
  'single-use': 'never used twice, not in its box',
  longer: 'the vehicle’s own do not reach',
} as const;
/** Why a line of hardware is on the list. */
export const besideText = ({ code, why }: NonNullable<PartsLine['beside']>): string =>
  `For ${code}: ${BESIDE[why]}.`;
