import {
  formatDecimal,
  type Assessment,
  type GearingCheck,
  type ObstacleKind,
  type ReachFault,
  type RideHeightFault,
  type RubCure,
  type RubStudy,
  type RubVerdict,
  type RubWhere,
  minutesOf,
  MM_PER_INCH,
} from '@rigger/core';
import { duration, length, money, plural, quantity, type Style } from './format';
import type { Headline } from './headline';

export const OBSTACLE_WORDS: Readonly<Record<ObstacleKind, string>> = {
  'arch-edge': 'arch edge',
  liner: 'liner',
  flap: 'mud flap',
  'bumper-corner': 'bumper corner',
  'air-dam': 'air dam',
  'pinch-seam': 'pinch seam',
  'body-mount': 'body mount',
  'frame-rail': 'frame rail',
  sill: 'sill',
  'upper-arm': 'upper arm',
  'lower-link': 'lower link',
  knuckle: 'knuckle',
  caliper: 'brake caliper',
  strut: 'strut',
  coil: 'coil',
  'anti-roll-bar': 'anti-roll bar',
  'hose-bracket': 'hose bracket',
  'rear-tub': 'inner tub',
  'leaf-pack': 'leaf pack',
  damper: 'damper',
};
export const WHERE_WORDS: Readonly<Record<RubWhere, string>> = {
  always: 'in every pose',
  lock: 'at full lock',
  bump: 'in bump',
  droop: 'in droop',
  'lock-bump': 'at full lock in bump',
  'lock-droop': 'at full lock in droop',
  'ride-height': 'near ride height',
};
export const RUB_WORDS: Readonly<Record<RubVerdict, string>> = {
  clear: 'clear',
  close: 'close',
  rubs: 'rubs',
};
export const LIFT_SET_WORDS = {
  none: 'as it is',
  chosen: 'with what is ticked',
  reversible: 'with every reversible trim',
  all: 'with everything short of structure',
} as const;
const AXLE = { front: 'front', rear: 'rear' } as const;

/** How near one obstacle comes, as words: what it misses by, or by how much it rubs. */
export const missText = (mm: number, style: Style): string =>
  mm < 0 ? `rubs by ${length(-mm, style)}` : `clears by ${length(mm, style)}`;

/** A height over stock in words. */
const liftWords = (mm: number, style: Style): string =>
  Math.abs(mm) < 1
    ? 'at stock height'
    : mm > 0
      ? `with ${length(mm, style)} of lift`
      : `${length(-mm, style)} under stock height`;

/** The answer of one axle's rub map in a sentence, and what would change it. */
export function rubHeadline(s: RubStudy, style: Style): Headline {
  const open = s.obstacles.filter((o) => o.verdict !== 'clear');
  const worst = open[0];
  const lift = s.lifts.find((l) => l.set === 'chosen');
  const toStop = [...s.obstacles].sort((a, b) => a.toStop.clearanceMm - b.toStop.clearanceMm)[0];
  const stop =
    toStop && toStop.toStop.clearanceMm < 0
      ? ` To the solid stop the ${OBSTACLE_WORDS[toStop.kind]} ${missText(toStop.toStop.clearanceMm, style)} ${WHERE_WORDS[toStop.toStopWhere]}${lift?.stopMm ? `: the stop would have to come ${length(lift.stopMm, style)} earlier` : ''}. More lift does not change that.`
      : ' To the solid stop nothing rubs.';
  if (!worst) {
    const near = s.obstacles[0];
    return {
      sentence: `${s.tire.label} clears ${s.axle} ${liftWords(-s.rideZMm, style)}${near ? `; nearest is the ${OBSTACLE_WORDS[near.kind]}, ${length(near.used.clearanceMm, style)} ${WHERE_WORDS[near.where]}` : ''}.`,
      consequence: `Over the travel that is used, ${length(s.marginMm, style)} kept.${stop}`,
    };
  }
  const others =
    open.length === 1
      ? ''
      : `, and ${plural(open.length - 1, 'other')} ${open.length === 2 ? 'stands' : 'stand'} too near`;
  return {
    sentence: `${s.tire.label}: the ${AXLE[s.axle]} ${OBSTACLE_WORDS[worst.kind]} ${missText(worst.used.clearanceMm, style)} ${WHERE_WORDS[worst.where]}${worst.used.clearanceMm < 0 ? '' : `, ${length(worst.marginMm, style)} wanted`}${others}.`,
    consequence: `${lift ? (lift.liftMm === null ? `No lift clears it${lift.obstacle ? ` (${OBSTACLE_WORDS[lift.obstacle]})` : ''}: take a relief, another offset or a smaller tyre.` : lift.liftMm <= -s.rideZMm + 0.5 ? 'The height is enough; what is too near rides with the axle or needs a relief.' : `The body would clear with ${length(lift.liftMm, style)} of lift over stock.`) : ''}${stop}`,
  };
}
/** What an obstacle's cure is, and what it leaves, in the middle of a sentence. What is asked for is rounded up, what is
 *  allowed down: the figure that is said is enough. */
export function cureText(c: RubCure, style: Style): string {
  switch (c.by) {
    case 'relief':
      return `${c.relief.name}: ${c.afterMm === Infinity ? 'nothing left to touch' : missText(c.afterMm, style)}, ${duration(minutesOf(c.relief.work))}${c.relief.priceMinor > 0 ? `, ${money(c.relief.priceMinor, style)}` : ''}${c.relief.reversible ? ', reversible' : ', permanent'}`;
    case 'lift':
      return `${length(Math.ceil(c.moreMm), style)} more lift`;
    case 'bump-stop':
      return `bump stop ${length(Math.ceil(c.lowerMm), style)} earlier`;
    case 'steering-stop':
      return `${Math.ceil(c.lessShare * 100 - 1e-9)} % less lock`;
    case 'offset':
      return `wheel ${length(Math.max(Math.abs(c.changeMm), leastMm(style)), style)} further ${c.changeMm < 0 ? 'out' : 'in'} (offset ${c.changeMm < 0 ? '−' : '+'}${formatDecimal(Math.abs(c.changeMm), 0)} mm)`;
    case 'narrower':
      return `a section of ${Math.floor(c.sectionMm)} mm or less`;
    case 'smaller':
      return `a diameter of ${length(Math.floor(c.diameterMm), style)} or less`;
  }
}
export const studyFaultText = (f: RideHeightFault | ReachFault, style: Style): string =>
  f.code === 'no-balance-in-reach'
    ? `This plan has no ride height: the spring pushes the wheel to ${length(f.lastZMm, style)} (${f.member}). Change the parts in Match.`
    : `The linkage does not reach ${length(f.zMm, style)} (${f.member}). Change the parts in Match.`;

/** Whether the wanted tyre clears on both axles, as the end of a sentence; empty without a tyre. */
export function clearanceTail(a: Assessment, style: Style): string {
  const { front, rear } = a.clearance;
  if (!front || !rear) return '';
  const open = [front, rear].filter((c) => !c.clears);
  const [first] = open;
  if (!first)
    return Math.max(Math.abs(front.liftMm), Math.abs(rear.liftMm)) < 1
      ? '; it clears at stock height'
      : `; it clears with ${length(front.liftMm, style)} front and ${length(rear.liftMm, style)} rear`;
  return `; ${first.axle} ${OBSTACLE_WORDS[first.nearest.kind]} ${missText(first.nearest.used.clearanceMm, style)} ${WHERE_WORDS[first.nearest.where]}${first.leastLiftMm === null || first.leastLiftMm <= first.liftMm + 0.5 ? '' : `, needs ${length(first.leastLiftMm, style)} of lift`}`;
}
/** Which of several sizes clear with this plan, in one sentence: those that do, those that need lift, those that need more. */
export function sideBySideSentence(
  list: readonly {
    readonly label: string;
    readonly clears: boolean | null;
    readonly leastLiftMm: number | null;
  }[],
  style: Style,
): string {
  const name = (c: { readonly label: string }) => c.label.split(' ')[0] ?? c.label;
  const all = (some: readonly { readonly label: string }[]) => {
    const names = some.map(name);
    return names.length < 2 ? (names[0] ?? '') : `${names.slice(0, -1).join(', ')} and ${names.at(-1) ?? ''}`;
  };
  const verb = (some: readonly unknown[], one: string, many: string) => (some.length === 1 ? one : many);
  const clear = list.filter((c) => c.clears === true);
  const open = list.filter((c) => c.clears === false);
  const relief = open.filter((c) => c.leastLiftMm === null);
  const wait = list.filter((c) => c.clears === null);
  const said = [
    ...(clear.length > 0 ? [`${all(clear)} ${verb(clear, 'clears', 'clear')} with this plan`] : []),
    ...open.flatMap((c) =>
      c.leastLiftMm === null ? [] : [`${name(c)} needs ${length(c.leastLiftMm, style)} of lift`],
    ),
    ...(relief.length > 0
      ? [`${all(relief)} ${verb(relief, 'needs', 'need')} reliefs or another wheel`]
      : []),
    ...(wait.length > 0 ? [`${all(wait)} ${verb(wait, 'is', 'are')} being looked at`] : []),
  ];
  return said.length === 0 ? '' : `${said.join('; ')}.`;
}

/** the least that is written: less would read as nothing */
const leastMm = (style: Style) => (style.length === 'in' ? MM_PER_INCH / 16 : 1);

export function gearingHeadline(g: GearingCheck | null, style: Style): Headline {
  if (!g)
    return {
      sentence: 'Choose vehicle and tyre first: gearing follows from both.',
      consequence: 'Vehicle and Tyre are two keys away.',
    };
  const row = g.rows.find((r) => r.axle === g.inVehicle);
  const share = (g.rollingMm.target / g.rollingMm.today - 1) * 100;
  const change = `${formatDecimal(Math.abs(share), 1)} % ${share >= 0 ? 'longer' : 'shorter'}`;
  if (!row || !g.restoring)
    return {
      sentence: `The new tyre gears it ${change}; the axle ratio is not known yet.`,
      consequence: 'Read it off the plate or the axle tag, and say it below.',
    };
  const near = g.nearestListed;
  return {
    sentence: `At ${quantity(g.cruisingKmh, 'km/h', style, 0)} the engine turns ${formatDecimal(row.target.value, 0)} instead of ${formatDecimal(row.today.value, 0)} rpm with ${formatDecimal(row.axle, 2)} axles.`,
    consequence:
      near === null || near === row.axle
        ? `${formatDecimal(g.restoring.value, 2)} would bring the old feel back; ${formatDecimal(row.axle, 2)} is the nearest listed, so it stays.`
        : `${formatDecimal(g.restoring.value, 2)} would bring the old feel back; ${formatDecimal(near, 2)} is the nearest listed.`,
  };
}
export const CALIBRATION_WORDS = {
  shop: 'Entered here in the shop',
  dealer: 'Entered by the maker’s dealer',
  driver: 'Entered by the driver in the menu',
  nobody: 'Nothing to enter electronically',
} as const;
