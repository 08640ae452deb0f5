import { buildModel } from './build-model';
import type { Hardpoints } from './hardpoints';
import type { SpringLaw } from './spring-law';
import { stockFreeLengthMm } from './stock-spring';
import { pointOf, type SuspensionModel } from './model';
import { RAD_PER_DEG } from '../units/constants';
import { add, distance, rotateAbout, scale, type Vec3 } from './vec';

/** One axle with the spring that stands on it: what a part edits. */
export interface AxleSetup {
  readonly model: SuspensionModel;
  readonly spring: SpringLaw;
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
  /** what steering stops leave of the full lock, 0 to 1 */
  readonly lockShare: number;
}

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
    }
  | { readonly kind: 'subframe-drop'; readonly dropMm: number }
  | { readonly kind: 'differential-drop'; readonly dropMm: number }
  | { readonly kind: 'upper-arm-joint'; readonly offsetMm: Vec3 }
  | {
      readonly kind: 'link-length';
      readonly member: 'lower' | 'upper' | 'trackBar' | 'tieRod' | 'drag';
      readonly deltaMm: number;
    }
  | { readonly kind: 'move-point'; readonly point: string; readonly byMm: Vec3 }
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
  /** wheel centre against the knuckle's joints: a lift spindle has it lower, so z is negative */
  | { readonly kind: 'spindle'; readonly offsetMm: Vec3 }
  /** what an adjuster is set to: the wheel turned on its carrier, degrees */
  | { readonly kind: 'camber-set'; readonly deg: number }
  | { readonly kind: 'body-lift'; readonly heightMm: number }
  /** the stop is met earlier, by this much travel of the wheel */
  | { readonly kind: 'bump-stop'; readonly lowerMm: number }
  /** dampers longer (+) or shorter than the stock ones: fully out, and fully in */
  | { readonly kind: 'damper-length'; readonly extendedMm: number; readonly compressedMm: number }
  /** takes this share off what is left of the lock, 0 to 0.6 */
  | { readonly kind: 'steering-stop'; readonly lessShare: number };

/** Nothing raised, dropped or stopped yet. */
export const AS_BUILT = {
  bodyLiftMm: 0,
  subframeDropMm: 0,
  stopLowerMm: 0,
  damperLonger: { extendedMm: 0, compressedMm: 0 },
  lockShare: 1,
} as const;

/** An axle as built: its model, and the spring that carries `loadN` per wheel at design height. */
export function stockAxle(v: {
  readonly hardpoints: Hardpoints;
  readonly subframePoints: readonly string[];
  readonly rateNPerMm: number;
  readonly loadN: number;
}): AxleSetup {
  const model = buildModel(v.hardpoints);
  return {
    model,
    spring: { rateNPerMm: v.rateNPerMm, freeLengthMm: stockFreeLengthMm(model, v.rateNPerMm, v.loadN) },
    subframePoints: v.subframePoints,
    ...AS_BUILT,
  };
}
/** The axle after all effects. Springs before what stands on them: a spacer adds to whichever coil is in, in whatever
 *  order a list names them. */
export const withEffects = (setup: AxleSetup, effects: readonly AxleEffect[]): AxleSetup =>
  [...effects]
    .sort((a, b) => Number(b.kind === 'spring') - Number(a.kind === 'spring'))
    .reduce(applyEffect, setup);

const down = (mm: number): Vec3 => [0, 0, -mm];

/** The axle after one effect. Composable in any order; lengths of links stay, only what the part changes changes.
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
      return withPoint(setup, 'wheelCentre', effect.offsetMm);
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
    case 'steering-stop':
      return { ...setup, lockShare: setup.lockShare * (1 - effect.lessShare) };
  }
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
