import type { Adjustable, Adjuster } from './adjuster';
import { buildModel } from './build-model';
import type { Hardpoints } from './hardpoints';
import type { Rod } from './rod-joints';
import type { SpringLaw } from './spring-law';
import { stockFreeLengthMm } from './stock-spring';
import { pointOf, type SuspensionModel } from './model';
import { RAD_PER_DEG } from '../units/constants';
import { add, distance, rotateAbout, scale, sub, type Vec3 } from './vec';

/** One axle with the spring that stands on it: what a part edits. */
export interface AxleSetup {
  readonly model: SuspensionModel;
  readonly spring: SpringLaw;
  /** length at which the coils of the spring touch, mm; null: no record says it */
  readonly springBoundMm: number | null;
  /** body points that the subframe carries */
  readonly subframePoints: readonly string[];
  /** body on its frame, mm up; 0 without a body lift */
  readonly bodyLiftMm: number;
  /** how far the subframe hangs under where it was built, mm */
  readonly subframeDropMm: number;
  /** bump stop reached earlier by this wheel travel, mm */
  readonly stopLowerMm: number;
  /** dampers longer than the stock ones, fully out and fully in, mm at the damper */
  readonly damperLonger: { readonly extendedMm: number; readonly compressedMm: number };
  /** ball joints of other arms, degrees from design either way; null where the vehicle's own are in */
  readonly jointSwing: { readonly upper: number | null; readonly lower: number | null };
  /** joints of other links, bars and rods, degrees from how they stand as built; a rod that is not there has its own */
  readonly rodSwing: Readonly<Partial<Record<Rod, number>>>;
  /** members whose length is set on the vehicle, one each */
  readonly adjusters: readonly Adjuster[];
  /** what steering stops leave of the full lock, 0 to 1 */
  readonly lockShare: number;
  /** wheel centre against the knuckle's joints, from where it was built, mm: the hub moves, the rest of the axle does not */
  readonly hubMovedMm: Vec3;
}

/** What a relocation set may bring lower: spring seats, links, track bar, the steering's end of the drag link, dampers, bump stops. */
export const RELOCATED = ['springs', 'links', 'track-bar', 'drag-link', 'dampers', 'stops'] as const;
export type Relocated = (typeof RELOCATED)[number];
export const JOINTS_MADE = ['rubber', 'sealed', 'spherical serviceable'] as const;
/** What a part does to an axle, as catalogue data. mm; + as named. */
export type AxleEffect =
  | { readonly kind: 'top-spacer'; readonly thicknessMm: number }
  | { readonly kind: 'coil-spacer'; readonly thicknessMm: number }
  | { readonly kind: 'preload-spacer'; readonly thicknessMm: number }
  | {
      readonly kind: 'spring';
      readonly rateNPerMm: number;
      /** against the stock spring of this vehicle */
      readonly freeLengthDeltaMm: number;
      readonly table?: readonly (readonly [number, number])[] | undefined;
      /** length at which its coils touch, and the bore of its end, mm; not there: no record says it */
      readonly boundMm?: number | undefined;
      readonly boreMm?: number | undefined;
    }
  | { readonly kind: 'subframe-drop'; readonly dropMm: number }
  /** the body's ends of these lowered together, and the axle with them: what is not among them stays where it is on the body */
  | { readonly kind: 'relocation'; readonly dropMm: number; readonly moves: readonly Relocated[] }
  | { readonly kind: 'differential-drop'; readonly dropMm: number }
  | { readonly kind: 'upper-arm-joint'; readonly offsetMm: Vec3 }
  | {
      readonly kind: 'link-length';
      readonly member: Rod;
      readonly deltaMm: number;
    }
  | { readonly kind: 'move-point'; readonly point: string; readonly byMm: Vec3 }
  /** a member in place of the vehicle's own whose length is set on the vehicle, in this range against the vehicle's own */
  | {
      readonly kind: 'adjustable';
      readonly member: Adjustable;
      readonly rangeMm: readonly [number, number];
      readonly pitchMm: number | null;
    }
  /** turns sawn off a coil; shown with a caution, never proposed first */
  | {
      readonly kind: 'coil-cut';
      readonly turns: number;
      readonly turnsOfCoil: number;
      readonly pitchMm: number;
    }
  /** between axle and spring; a wedge turns the axle, + top rearward */
  | { readonly kind: 'lift-block'; readonly heightMm: number; readonly wedgeDeg: number }
  | { readonly kind: 'add-a-leaf'; readonly rateNPerMm: number; readonly archMm: number }
  /** longer shackle at the rear eye (or the front one, which turns the axle the other way) */
  | {
      readonly kind: 'shackle';
      readonly longerMm: number;
      readonly springLengthMm: number;
      readonly at: 'front' | 'rear';
    }
  /** bushes with an offset bore turn a beam on its links or arms, + top rearward: caster gained, pinion turned the same way */
  | { readonly kind: 'caster-bush'; readonly deg: number }
  /** wheel centre against the knuckle's joints: a lift spindle has it lower, so z is negative. Hub, brake and all that sits
   *  on them move along; arms, spring, damper and stop do not, so their travel stays what it was */
  | { readonly kind: 'spindle'; readonly offsetMm: Vec3 }
  /** what an adjuster is set to: the wheel turned on its carrier, degrees */
  | { readonly kind: 'camber-set'; readonly deg: number }
  | { readonly kind: 'body-lift'; readonly heightMm: number }
  /** the stop is met earlier, by this much travel of the wheel */
  | { readonly kind: 'bump-stop'; readonly lowerMm: number }
  /** dampers longer (+) or shorter than the stock ones: fully out, and fully in */
  | { readonly kind: 'damper-length'; readonly extendedMm: number; readonly compressedMm: number }
  /** ball joint of an arm that takes the place of the vehicle's own: how far it swings from design either way, degrees */
  | {
      readonly kind: 'ball-joint';
      readonly joint: 'upper' | 'lower';
      readonly made: (typeof JOINTS_MADE)[number];
      readonly swingDeg: number;
    }
  /** joints of a link, bar or rod in place of the vehicle's own, both ends alike: how far they lean or swing either way, degrees */
  | {
      readonly kind: 'rod-joint';
      readonly rod: Rod;
      readonly made: (typeof JOINTS_MADE)[number];
      readonly swingDeg: number;
    }
  /** takes this share off what is left of the lock, 0 to 0.6 */
  | { readonly kind: 'steering-stop'; readonly lessShare: number };

/** Nothing raised, dropped or stopped yet. */
export const AS_BUILT = {
  bodyLiftMm: 0,
  subframeDropMm: 0,
  stopLowerMm: 0,
  damperLonger: { extendedMm: 0, compressedMm: 0 },
  jointSwing: { upper: null, lower: null },
  rodSwing: {},
  springBoundMm: null,
  adjusters: [],
  lockShare: 1,
  hubMovedMm: [0, 0, 0],
} as const;

/** An axle as built: its model, and the spring that carries `loadN` per wheel at design height. */
export function stockAxle(v: {
  readonly hardpoints: Hardpoints;
  readonly subframePoints: readonly string[];
  readonly rateNPerMm: number;
  readonly loadN: number;
  readonly adjusters?: readonly Adjuster[] | undefined;
}): AxleSetup {
  const model = buildModel(v.hardpoints);
  return {
    model,
    spring: { rateNPerMm: v.rateNPerMm, freeLengthMm: stockFreeLengthMm(model, v.rateNPerMm, v.loadN) },
    subframePoints: v.subframePoints,
    ...AS_BUILT,
    adjusters: v.adjusters ?? [],
  };
}
/** The order in which effects act, by physics: first which spring it is, then what is done to that spring, then what stands
 *  on it, then where its ends and the links' ends are, last what limits and adjusts. */
const ACTS: readonly AxleEffect['kind'][] = [
  'spring',
  'coil-cut',
  'add-a-leaf',
  'preload-spacer',
  'subframe-drop',
  'relocation',
  'move-point',
  'upper-arm-joint',
  'adjustable',
  'link-length',
  'caster-bush',
  'spindle',
  'lift-block',
  'shackle',
  'coil-spacer',
  'top-spacer',
  'differential-drop',
  'camber-set',
  'body-lift',
  'bump-stop',
  'damper-length',
  'ball-joint',
  'rod-joint',
  'steering-stop',
];
/** Effects in the order in which they act; equal kinds by their figures, so that a list means the same however it is written.
 *  @example canonicalEffects([{ kind: 'coil-spacer', thicknessMm: 20 }, { kind: 'spring', rateNPerMm: 30, freeLengthDeltaMm: 10 }]).map((e) => e.kind) // ["spring","coil-spacer"] */
export const canonicalEffects = (effects: readonly AxleEffect[]): readonly AxleEffect[] =>
  effects
    .map((e) => [ACTS.indexOf(e.kind), JSON.stringify(e), e] as const)
    .sort((a, b) => a[0] - b[0] || (a[1] < b[1] ? -1 : a[1] > b[1] ? 1 : 0))
    .map(([, , e]) => e);

/** The axle after all effects, in the order in which they act: the list's own order changes nothing. */
export const withEffects = (setup: AxleSetup, effects: readonly AxleEffect[]): AxleSetup =>
  canonicalEffects(effects).reduce(applyEffect, setup);

const down = (mm: number): Vec3 => [0, 0, -mm];

/** The axle after one effect; lengths of links stay, only what the part changes changes. Several go through `withEffects`:
 *  what some do depends on what is there already (a cut takes a share of the rate that is in).
 *  An effect that has nothing to act on leaves the axle as it is: whether the part fits is the fitment's question. */
export function applyEffect(setup: AxleSetup, effect: AxleEffect): AxleSetup {
  const { model, spring } = setup;
  switch (effect.kind) {
    case 'top-spacer':
      return { ...setup, model: lowerTops(model, effect.thicknessMm) };
    case 'coil-spacer':
      // in a strut or coil-over both seats belong to the damper: the spacer preloads the spring; elsewhere the seat moves
      return model.coilOver
        ? applyEffect(setup, { kind: 'preload-spacer', thicknessMm: effect.thicknessMm })
        : { ...setup, model: lowerTops(model, effect.thicknessMm) };
    case 'preload-spacer':
      return { ...setup, spring: { ...spring, freeLengthMm: spring.freeLengthMm + effect.thicknessMm } };
    case 'spring':
      return {
        ...setup,
        springBoundMm: effect.boundMm ?? null,
        spring: {
          rateNPerMm: effect.rateNPerMm,
          freeLengthMm: spring.freeLengthMm + effect.freeLengthDeltaMm,
          table: effect.table,
        },
      };
    case 'subframe-drop':
      return setup.subframePoints.reduce((s, p) => withPoint(s, p, down(effect.dropMm)), {
        ...setup,
        subframeDropMm: setup.subframeDropMm + effect.dropMm,
      });
    case 'relocation':
      return model.beam
        ? relocatedPoints(model, effect.moves).reduce((s, p) => withPoint(s, p, down(effect.dropMm)), {
            ...setup,
            stopLowerMm: setup.stopLowerMm + (effect.moves.includes('stops') ? effect.dropMm : 0),
          })
        : setup;
    case 'adjustable': {
      const { member, rangeMm, pitchMm } = effect;
      const others = setup.adjusters.filter((a) => a.member !== member);
      return { ...setup, adjusters: [...others, { member, rangeMm, pitchMm }] };
    }
    case 'differential-drop':
      return withPoint(setup, 'cvInner', down(effect.dropMm));
    case 'upper-arm-joint':
      return { ...setup, model: withUpperJoint(model, effect.offsetMm) };
    case 'link-length':
      return { ...setup, model: withLength(model, effect.member, effect.deltaMm) };
    case 'move-point':
      return withPoint(setup, effect.point, effect.byMm);
    case 'coil-cut': {
      const left = effect.turnsOfCoil - effect.turns;
      return {
        ...setup,
        spring: {
          ...spring,
          rateNPerMm: (spring.rateNPerMm * effect.turnsOfCoil) / left,
          freeLengthMm: spring.freeLengthMm - effect.turns * effect.pitchMm,
        },
      };
    }
    case 'lift-block':
      return {
        ...setup,
        model: turnAxle(
          raiseSeats(model, model.springsUnder ? -effect.heightMm : effect.heightMm),
          effect.wedgeDeg * RAD_PER_DEG,
        ),
      };
    case 'add-a-leaf':
      return {
        ...setup,
        spring: {
          ...spring,
          rateNPerMm: spring.rateNPerMm + effect.rateNPerMm,
          freeLengthMm: spring.freeLengthMm + effect.archMm,
        },
      };
    case 'shackle': {
      const turn = (effect.at === 'rear' ? 1 : -1) * (effect.longerMm / effect.springLengthMm);
      return { ...setup, model: turnAxle(lowerTops(model, effect.longerMm / 2), turn) };
    }
    case 'spindle':
      return {
        ...withPoint(setup, 'wheelCentre', effect.offsetMm),
        hubMovedMm: add(setup.hubMovedMm, effect.offsetMm),
      };
    case 'caster-bush':
      return { ...setup, model: turnOnLinks(model, effect.deg * RAD_PER_DEG) };
    case 'camber-set':
      return {
        ...setup,
        model: { ...model, spinAxis: rotateAbout(model.spinAxis, [1, 0, 0], -effect.deg * RAD_PER_DEG) },
      };
    case 'body-lift':
      return { ...setup, bodyLiftMm: setup.bodyLiftMm + effect.heightMm };
    case 'bump-stop':
      return { ...setup, stopLowerMm: setup.stopLowerMm + effect.lowerMm };
    case 'damper-length':
      return {
        ...setup,
        damperLonger: {
          extendedMm: setup.damperLonger.extendedMm + effect.extendedMm,
          compressedMm: setup.damperLonger.compressedMm + effect.compressedMm,
        },
      };
    case 'ball-joint':
      return { ...setup, jointSwing: { ...setup.jointSwing, [effect.joint]: effect.swingDeg } };
    case 'rod-joint':
      return { ...setup, rodSwing: { ...setup.rodSwing, [effect.rod]: effect.swingDeg } };
    case 'steering-stop':
      return { ...setup, lockShare: setup.lockShare * (1 - effect.lessShare) };
  }
}

/** Points of the body that a relocation set lowers. */
function relocatedPoints(model: SuspensionModel, moves: readonly Relocated[]): readonly string[] {
  const tops = (seats: SuspensionModel['springs']) => seats.map((s) => s.top);
  const [springs, dampers] = [new Set(tops(model.springs)), new Set(tops(model.dampers))];
  return Object.keys(model.body).filter((name) => {
    if (springs.has(name) && moves.includes('springs')) return true;
    if (dampers.has(name)) return moves.includes('dampers');
    if (springs.has(name)) return false;
    if (name === 'trackBarBody') return moves.includes('track-bar');
    if (name === 'dragBody') return moves.includes('drag-link');
    return moves.includes('links');
  });
}
function withPoint(setup: AxleSetup, name: string, by: Vec3): AxleSetup {
  const { model } = setup;
  const move = (points: Readonly<Record<string, Vec3>>) => ({
    ...points,
    [name]: add(pointOf(points, name), by),
  });
  if (model.body[name]) return { ...setup, model: { ...model, body: move(model.body) } };
  if (model.carrier[name]) return { ...setup, model: { ...model, carrier: move(model.carrier) } };
  return setup;
}

/** Spring tops move toward their lower seats; where spring and damper are one unit, the damper's top moves along. */
function lowerTops(model: SuspensionModel, mm: number): SuspensionModel {
  const body: Record<string, Vec3> = { ...model.body };
  model.springs.forEach((spring, i) => {
    const by = scale(spring.direction, mm);
    const damperTop = model.coilOver ? model.dampers[i]?.top : undefined;
    for (const top of new Set([spring.top, damperTop ?? spring.top])) body[top] = add(pointOf(body, top), by);
  });
  return { ...model, body };
}

/** The spring's end on the axle moves up by `mm`, and with it the leaf that is the axle's link. */
function raiseSeats(model: SuspensionModel, mm: number): SuspensionModel {
  const carrier: Record<string, Vec3> = { ...model.carrier };
  const names = model.springs.flatMap((s) => (s.bottomOwner === 'carrier' ? [s.bottom] : []));
  for (const name of [...names, ...Object.keys(carrier).filter((n) => /^leaf(Left|Right)Axle$/.test(n))])
    carrier[name] = add(pointOf(carrier, name), [0, 0, mm]);
  return { ...model, carrier };
}
function turnAxle(model: SuspensionModel, rad: number): SuspensionModel {
  return {
    ...model,
    holds: model.holds.map((h) => (h.kind === 'pitch' ? { ...h, angleRad: h.angleRad + rad } : h)),
  };
}

/** The beam turned on its links: their ends on it go round the wheel axis the other way, their lengths stay. */
function turnOnLinks(model: SuspensionModel, rad: number): SuspensionModel {
  const [left, right] = [model.carrier.wheelLeft, model.carrier.wheelRight];
  if (!left || !right) return model;
  const middle = scale(add(left, right), 0.5);
  const ends = new Set(
    model.links
      .filter((l) => l.name !== 'trackBar')
      .flatMap((l) => [l.carrier, ...(l.twin ? [l.twin.carrier] : [])]),
  );
  const carrier = Object.fromEntries(
    Object.entries(model.carrier).map(([name, p]) => [
      name,
      ends.has(name) ? add(middle, rotateAbout(sub(p, middle), [0, 1, 0], rad)) : p,
    ]),
  );
  return { ...model, carrier };
}

function withUpperJoint(model: SuspensionModel, offset: Vec3): SuspensionModel {
  const arm = model.arms.upper;
  if (!arm) return model;
  const joint = add(arm.design.joint, offset);
  return {
    ...model,
    arms: { ...model.arms, upper: { ...arm, design: { ...arm.design, joint } } },
    links: model.links.map((l) =>
      l.carrier === arm.joint
        ? { ...l, lengthMm: distance(joint, l.body === arm.pivotA ? arm.design.pivotA : arm.design.pivotB) }
        : l,
    ),
  };
}

function withLength(model: SuspensionModel, member: string, delta: number): SuspensionModel {
  if (member === 'drag' && model.dragLink)
    return { ...model, dragLink: { ...model.dragLink, lengthMm: model.dragLink.lengthMm + delta } };
  const hit = (name: string) => (member === 'lower' ? name.startsWith('lower') : name === member);
  return {
    ...model,
    links: model.links.map((l) => (hit(l.name) ? { ...l, lengthMm: l.lengthMm + delta } : l)),
  };
}
