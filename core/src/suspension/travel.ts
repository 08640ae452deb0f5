import { once } from '../units/once';
import type { SuspensionModel } from './model';
import { poseAt, poseNear } from './pose-at';
import { rodSwingsDeg, type Rod } from './rod-joints';
import { springState } from './spring-length';
import type { Pose } from './solve-carrier';
import type { SweepPoint } from './sweep';
import type { Vec3 } from './vec';
import { wheelFigures, type WheelFigures } from './wheel-figures';

/** What ends the travel of one axle; travel from the unedited design, mm. Null where the platform names none. */
export interface TravelLimits {
  /** bump stop touches, and is solid */
  readonly stopMm: number;
  readonly solidMm: number;
  readonly damper: { readonly extendedMm: number; readonly compressedMm: number } | null;
  /** shaft joint at full droop, and its plunge from design each way */
  readonly cvExtremeDeg: number | null;
  readonly plungeMm: number | null;
  /** swing of each ball joint from design either way */
  readonly ballSwingDeg: { readonly upper: number | null; readonly lower: number | null };
  /** how far the joints of each rod may be swung either way; rods without one are not looked at */
  readonly rodSwingDeg?: RodLimits | undefined;
}
export type RodLimits = Readonly<Partial<Record<Rod, number>>>;
export type LimitedBy = 'bump stop' | 'damper' | 'CV joint' | 'CV plunge' | 'ball joint' | 'linkage';
/** A wheel wants about this much of its travel below it, or it hangs at every dip. */
export const ADVISED_DROOP_SHARE = 0.35;
/** How far a ball joint swings at an end of the travel, against what it has; degrees from design. */
export interface JointSwing {
  readonly joint: 'upper' | 'lower';
  readonly end: 'droop' | 'bump';
  readonly swingDeg: number;
  readonly limitDeg: number;
}
/** How far the joints of a rod are swung, both wheels hanging, both up, or one up and the other hanging. */
export interface RodSwing {
  readonly rod: Rod;
  readonly at: 'droop' | 'bump' | 'crossed';
  readonly swingDeg: number;
  readonly limitDeg: number;
}
export interface TravelRoom {
  readonly bumpMm: number;
  readonly bumpBy: LimitedBy;
  readonly droopMm: number;
  readonly droopBy: LimitedBy;
  /** travel between the stop's touch and the damper being solid, mm: refused below 6 */
  readonly damperReserveMm: number | null;
  /** droop over all travel: advice below ADVISED_DROOP_SHARE */
  readonly droopShare: number;
  /** damper longer by this would leave that share, mm at the damper; 0 where it is left, null where the joints would not */
  readonly damperForShareMm: number | null;
  /** the ball joint that comes nearest to its end within this travel; null where the axle has none, or none with a limit */
  readonly swing: JointSwing | null;
  /** each rod with a limit, where its joints are swung most within this travel; they give, and do not end it */
  readonly rods: readonly RodSwing[];
}
/** Where the stops of an edited axle touch and are solid, mm from design. The stop of a strut or coil-over sits inside it
 *  and meets at the same damper length, so a spacer on top brings it forward; elsewhere only a lower stop does. Travel is
 *  told at the wheel centre: where the hub was moved on its knuckle, the same meeting stands at another travel. */
export function stopsOf(
  stock: SuspensionModel,
  edited: { readonly model: SuspensionModel; readonly stopLowerMm: number; readonly hubMovedMm: Vec3 },
  limits: { readonly stopMm: number; readonly solidMm: number },
): { readonly stopMm: number; readonly solidMm: number } {
  const at = (zMm: number) => sameLengthMm(stock, edited, zMm) - edited.stopLowerMm;
  return { stopMm: at(limits.stopMm), solidMm: at(limits.solidMm) };
}
/** Travel at which the edited coil-over is as short as the stock one at `zMm`. */
function sameLengthMm(
  stock: SuspensionModel,
  { model: edited, hubMovedMm }: { readonly model: SuspensionModel; readonly hubMovedMm: Vec3 },
  zMm: number,
): number {
  const [was, is] = [stock.dampers[0], edited.dampers[0]];
  if (!edited.coilOver || !was || !is || stock === edited) return zMm + hubMovedMm[2];
  const length = (m: SuspensionModel, seat: typeof was, z: number) => {
    const pose = poseAt(m, z);
    return pose.ok ? springState(m, seat, pose.value) : null;
  };
  const wanted = length(stock, was, zMm)?.lengthMm;
  let z = zMm + hubMovedMm[2];
  for (let i = 0; i < 12 && wanted !== undefined; i++) {
    const here = length(edited, is, z);
    if (!here) break;
    const over = here.lengthMm - wanted; // length still to go
    z += over / here.ratio;
    if (Math.abs(over) < 1e-6) break;
  }
  return z;
}
const STEP_MM = 4; // limits are met between two poses, and nearly straight there
const REACH_MM = 260;
/** difference of the wheels from one pose of a crossing axle to the next: under two degrees of roll */
const CROSS_STEP_MM = 40;

/** Poses outward from a ride height, solved as they are asked for and kept: most walks end long before the reach does. */
function walkFrom(model: SuspensionModel, rideZMm: number, direction: 1 | -1) {
  const start = poseAt(model, rideZMm);
  const points: SweepPoint[] = start.ok ? [{ zMm: rideZMm, pose: start.value }] : [];
  let ended = !start.ok;
  return (i: number): SweepPoint | null => {
    while (!ended && points.length <= i) {
      const last = points.at(-1);
      const zMm = rideZMm + direction * points.length * STEP_MM;
      const next = last && poseNear(model, zMm, 0, last.pose);
      if (!next?.ok || Math.abs(zMm - rideZMm) > REACH_MM) ended = true;
      else points.push({ zMm, pose: next.value });
    }
    return points[i] ?? null;
  };
}
type Excess = readonly [LimitedBy, (p: SweepPoint) => number | null];
/** Goes outward until the first limit is passed: the travel where it is met, between two poses, and its name. */
function firstLimit(
  at: ReturnType<typeof walkFrom>,
  rideZMm: number,
  excesses: readonly Excess[],
): readonly [number, LimitedBy] {
  const start = at(0);
  if (!start) return [rideZMm, 'linkage'];
  let was: SweepPoint = start;
  let kept = excesses.map(([, f]) => f(start));
  for (let i = 1; ; i++) {
    const now = at(i);
    if (!now) return [was.zMm, 'linkage'];
    const next = excesses.map(([, f]) => f(now));
    const [from, before] = [was.zMm, kept];
    const hits = excesses.flatMap(([name], k): [number, LimitedBy][] => {
      const [a, b] = [before[k] ?? null, next[k] ?? null];
      if (a === null || b === null || b <= 0) return [];
      const share = a >= 0 ? 0 : -a / (b - a);
      return [[from + (now.zMm - from) * share, name]];
    });
    const first = hits.sort((x, y) => Math.abs(x[0] - rideZMm) - Math.abs(y[0] - rideZMm))[0];
    if (first) return first;
    was = now;
    kept = next;
  }
}
interface Limited {
  readonly model: SuspensionModel;
  readonly up: ReturnType<typeof walkFrom>;
  readonly down: ReturnType<typeof walkFrom>;
  readonly joints: readonly Excess[];
  readonly damperShort: Excess;
  readonly damperLong: Excess;
  readonly damperAt: (p: SweepPoint) => number | null;
  readonly swingAt: (joint: 'upper' | 'lower') => (p: SweepPoint) => number | null;
  readonly hasDamper: boolean;
}
function limited(model: SuspensionModel, rideZMm: number, limits: TravelLimits): Limited {
  const seat = model.dampers[0];
  const damperAt = (p: SweepPoint) => (seat ? springState(model, seat, p.pose).lengthMm : null);
  const kept = new WeakMap<SweepPoint, WheelFigures>();
  const figures = (p: SweepPoint) => {
    if (model.beam) return null;
    const f = kept.get(p) ?? wheelFigures(model, p.pose);
    kept.set(p, f);
    return f;
  };
  const swingAt = (joint: 'upper' | 'lower') => (p: SweepPoint) => {
    const f = figures(p);
    return f && (joint === 'upper' ? f.upperSwingDeg : f.lowerSwingDeg);
  };
  // each limit as an excess that is ≤ 0 while it is kept
  return {
    model,
    up: walkFrom(model, rideZMm, 1),
    down: walkFrom(model, rideZMm, -1),
    damperAt,
    swingAt,
    hasDamper: seat !== undefined,
    joints: [
      ['CV joint', (p) => over(figures(p)?.cvOuterDeg, limits.cvExtremeDeg)],
      ['CV plunge', (p) => over(abs(figures(p)?.shaftChangeMm), limits.plungeMm)],
      ['ball joint', (p) => over(abs(swingAt('lower')(p)), limits.ballSwingDeg.lower)],
      ['ball joint', (p) => over(abs(swingAt('upper')(p)), limits.ballSwingDeg.upper)],
    ],
    damperShort: ['damper', (p) => over(limits.damper?.compressedMm, damperAt(p))],
    damperLong: ['damper', (p) => over(damperAt(p), limits.damper?.extendedMm)],
  };
}
export interface TravelEnds {
  readonly topMm: number;
  readonly topBy: LimitedBy;
  readonly bottomMm: number;
  readonly bottomBy: LimitedBy;
}
/** The travel from one ride height. Its poses are solved once, whatever is asked of it. */
export interface Travel {
  /** where it ends, mm from design, and by what, with the bump stop at `stopMm`; null when the ride height has no pose */
  readonly ends: (stopMm: number) => TravelEnds | null;
  /** what is left of it, up and down; null when the ride height has no pose */
  readonly room: () => TravelRoom | null;
  /** where the wheel hangs with its damper off, mm from design; no lower than a coil of this free length is loose at */
  readonly hungMm: (freeLengthMm: number) => number;
}
export function travelFrom(model: SuspensionModel, rideZMm: number, limits: TravelLimits): Travel {
  const l = limited(model, rideZMm, limits);
  return {
    ends: (stopMm) => endsOf(l, rideZMm, stopMm),
    room: once(() => roomOf(l, rideZMm, limits)),
    hungMm: (freeLengthMm) => {
      const [seat] = model.springs;
      const loose: Excess = [
        'linkage',
        (p) => (seat ? springState(model, seat, p.pose).lengthMm - freeLengthMm : null),
      ];
      return firstLimit(l.down, rideZMm, [loose, ...l.joints])[0];
    },
  };
}
function endsOf(l: Limited, rideZMm: number, stopMm: number): TravelEnds | null {
  if (!l.up(0)) return null;
  const stop: Excess = ['bump stop', (p) => p.zMm - stopMm];
  const [topMm, topBy] = firstLimit(l.up, rideZMm, [stop, l.damperShort, ...l.joints]);
  const [bottomMm, bottomBy] = firstLimit(l.down, rideZMm, [l.damperLong, ...l.joints]);
  return { topMm, topBy, bottomMm, bottomBy };
}
/** Travel left from a ride height, up and down, with what ends it: the first of stop, damper, joints and the linkage
 *  itself. Lengths are those of the kinematics at each pose, not a constant ratio. Null when the ride height has no pose. */
export const travelRoom = (
  model: SuspensionModel,
  rideZMm: number,
  limits: TravelLimits,
): TravelRoom | null => travelFrom(model, rideZMm, limits).room();

function roomOf(l: Limited, rideZMm: number, limits: TravelLimits): TravelRoom | null {
  const ends = endsOf(l, rideZMm, limits.stopMm);
  if (!ends) return null;
  // walks beyond the ends are long: only those that are asked for are gone
  const reserveMm = () =>
    limits.damper && l.hasDamper ? firstLimit(l.up, rideZMm, [l.damperShort])[0] - limits.stopMm : null;
  const damperForShareMm = (): number | null => {
    const wantedZ = rideZMm - ((ends.topMm - rideZMm) * ADVISED_DROOP_SHARE) / (1 - ADVISED_DROOP_SHARE);
    if (ends.bottomMm <= wantedZ || !limits.damper) return 0;
    if (firstLimit(l.down, rideZMm, l.joints)[0] > wantedZ) return null;
    const lengthMm = between(l.down, rideZMm - wantedZ, l.damperAt);
    return lengthMm === null ? null : Math.max(0, lengthMm - limits.damper.extendedMm);
  };
  const [bumpMm, droopMm] = [Math.max(0, ends.topMm - rideZMm), Math.max(0, rideZMm - ends.bottomMm)];
  return {
    bumpMm,
    bumpBy: ends.topBy,
    droopMm,
    droopBy: ends.bottomBy,
    damperReserveMm: reserveMm(),
    droopShare: bumpMm + droopMm === 0 ? 0 : droopMm / (bumpMm + droopMm),
    damperForShareMm: damperForShareMm(),
    swing: nearestToItsEnd(l, limits, { droop: droopMm, bump: bumpMm }),
    rods: rodsAt(l, ends, limits.rodSwingDeg ?? {}),
  };
}
function rodsAt(l: Limited, ends: TravelEnds, limits: RodLimits): readonly RodSwing[] {
  const rods = (Object.keys(limits) as Rod[]).filter((r) => limits[r] !== undefined);
  const start = l.up(0);
  if (rods.length === 0 || !start) return [];
  const { model } = l;
  const [middle, across] = [(ends.topMm + ends.bottomMm) / 2, ends.topMm - ends.bottomMm];
  /** from the walk's pose beside it: one solve */
  const at = (zMm: number): Pose | null => {
    const away = Math.round(Math.abs(zMm - start.zMm) / STEP_MM);
    const beside = (zMm < start.zMm ? l.down : l.up)(away) ?? start;
    const pose = poseNear(model, zMm, 0, beside.pose);
    return pose.ok ? pose.value : null;
  };
  /** one wheel up and the other hanging, in steps that stay on the same assembly */
  const crossed = (way: 1 | -1): Pose | null => {
    const steps = Math.ceil(across / CROSS_STEP_MM);
    let pose = at(middle);
    for (let i = 1; i <= steps && pose; i++) {
      const next = poseNear(model, middle, 0, pose, (way * across * i) / steps);
      pose = next.ok ? next.value : null;
    }
    return pose;
  };
  const poses: readonly (readonly [RodSwing['at'], Pose | null])[] = [
    ['droop', at(ends.bottomMm)],
    ['bump', at(ends.topMm)],
    // only a beam feels it; either way round, since a track bar is not alike
    ...(model.beam ? [['crossed', crossed(1)] as const, ['crossed', crossed(-1)] as const] : []),
  ];
  const swings = poses.flatMap(([where, pose]) =>
    pose ? [[where, rodSwingsDeg(model, pose)] as const] : [],
  );
  return rods.flatMap((rod): RodSwing[] => {
    const limitDeg = limits[rod] ?? 0;
    const most = swings
      .flatMap(([where, of]) =>
        of.has(rod) ? [{ rod, at: where, swingDeg: of.get(rod) ?? 0, limitDeg }] : [],
      )
      .sort((a, b) => b.swingDeg - a.swingDeg);
    return most.slice(0, 1);
  });
}
/** A figure at this travel outward from the ride height, between the two poses beside it; null where one is missing. */
function between(
  walk: ReturnType<typeof walkFrom>,
  awayMm: number,
  figure: (p: SweepPoint) => number | null,
): number | null {
  const steps = awayMm / STEP_MM;
  const before = Math.floor(steps);
  const [a, b] = [walk(before), steps > before ? walk(before + 1) : walk(before)].map((p) => p && figure(p));
  return a == null || b == null ? null : a + (b - a) * (steps - before);
}
function nearestToItsEnd(
  l: Limited,
  { ballSwingDeg }: TravelLimits,
  left: { readonly droop: number; readonly bump: number },
): JointSwing | null {
  const swings = (['upper', 'lower'] as const).flatMap((joint) =>
    (['droop', 'bump'] as const).flatMap((end): JointSwing[] => {
      const limitDeg = ballSwingDeg[joint];
      const swing =
        limitDeg === null ? null : between(end === 'droop' ? l.down : l.up, left[end], l.swingAt(joint));
      return limitDeg === null || swing === null ? [] : [{ joint, end, swingDeg: Math.abs(swing), limitDeg }];
    }),
  );
  return swings.reduce<JointSwing | null>(
    (most, s) => (most && most.swingDeg / most.limitDeg >= s.swingDeg / s.limitDeg ? most : s),
    null,
  );
}
const abs = (v: number | null | undefined) => (v == null ? v : Math.abs(v));
const over = (value: number | null | undefined, limit: number | null | undefined): number | null =>
  value == null || limit == null ? null : value - limit;
