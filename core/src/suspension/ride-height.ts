import { bad, good, type Result } from '../units/result';
import type { AxleSetup } from './edits';
import type { SuspensionModel } from './model';
import { poseAt, poseNear } from './pose-at';
import type { Pose } from './solve-carrier';
import { signedSpringForceN, springForceN, springRateNPerMm, type SpringLaw } from './spring-law';
import { springState } from './spring-length';
import { stopForceN, stopRateNPerMm, type StopLaw } from './stop-law';

export interface RideHeight {
  /** travel at balance, mm, + bump; the body sits at −z */
  readonly zMm: number;
  readonly springLengthMm: number;
  readonly springForceN: number;
  readonly motionRatio: number;
  /** d(F·r)/dz = k·r² + F·dr/dz, and the stop's rate where the wheel sits on it, N/mm */
  readonly wheelRateNPerMm: number;
  readonly pose: Pose;
  /** what the bump stop carries of the load of the wheel; null where it is not touched */
  readonly onStop: OnStop | null;
}
export interface OnStop {
  readonly compressedMm: number;
  readonly forceN: number;
  /** nothing is left of it: it carries whatever comes */
  readonly solid: boolean;
}
export type RideHeightFault =
  | {
      /** the spring pushes the wheel to the end of the linkage's reach before it balances the load */
      readonly code: 'no-balance-in-reach';
      readonly direction: 'droop' | 'bump';
      readonly member: string;
      readonly lastZMm: number;
    }
  | {
      readonly code: 'out-of-reach';
      readonly member: string;
      readonly zMm: number;
      readonly lastZMm: number | null;
    };

const MARCH_MM = 12;
const MAX_TRAVEL_MM = 400;
/** balance is found to this, mm: a thousandth of what a lift is quoted to */
const BALANCE_MM = 1e-9;
/** half-width of the difference for the rate's second term, mm */
const RATE_STEP_MM = 0.25;

/** Vertical force of one wheel from its spring(s), N: mean of F·r over the springs of the axle. Beyond free length it goes
 *  on as a straight line below 0, so that a wheel that carries nothing has one height and not a whole range of them. */
function wheelForceN(model: SuspensionModel, law: SpringLaw, pose: Pose): number {
  let sum = 0;
  for (const seat of model.springs) {
    const s = springState(model, seat, pose);
    sum += signedSpringForceN(law, s.lengthMm) * s.ratio;
  }
  return sum / model.springs.length;
}
/** What the springs and the bump stop carry at the wheel, N. */
const carriedN = (setup: AxleSetup, zMm: number, pose: Pose, stop: StopLaw | null): number =>
  wheelForceN(setup.model, setup.spring, pose) + (stop ? stopForceN(stop, zMm) : 0);

/** Ride height by virtual work: the travel at which F(L(z))·r(z) = load.
 *
 *  1. pose at z = 0; the sign of F·r − W says which way the body goes
 *  2. march that way in MARCH_MM steps, each solve warm from the last, until the sign changes
 *  3. Illinois (regula falsi that cannot stall) inside the last step
 *  4. past the touch of the bump stop its force belongs to the balance: sought again between touch and solid; a load that
 *     spring and stop do not carry stands on the solid stop
 *  Fails honestly when the linkage ends first. Load is the sprung load of one wheel at the wheel centre, N. `stop`: the bump stop
 *  of this axle, asked for once; without one nothing but the spring carries. */
export function rideHeight(
  setup: AxleSetup,
  loadN: number,
  stop: () => StopLaw | null = () => null,
): Result<RideHeight, RideHeightFault> {
  const free = onSprings(setup, loadN);
  const law = stop();
  if (!law) return free;
  const touches = free.ok
    ? free.value.zMm > law.touchMm
    : free.fault.code === 'no-balance-in-reach' &&
      free.fault.direction === 'bump' &&
      free.fault.lastZMm > law.touchMm;
  return touches ? onStop(setup, loadN, law, free) : free;
}
/** Balance of spring and stop between the stop's touch and solid, from what the spring alone comes to. */
function onStop(
  setup: AxleSetup,
  loadN: number,
  law: StopLaw,
  free: Result<RideHeight, RideHeightFault>,
): Result<RideHeight, RideHeightFault> {
  const { model, spring } = setup;
  const end = free.ok
    ? free.value.zMm
    : free.fault.code === 'no-balance-in-reach'
      ? free.fault.lastZMm
      : law.touchMm;
  const start = poseAt(model, Math.min(law.touchMm, end));
  if (!start.ok) return start;
  const [lowest, last] = [Math.min(law.touchMm, end), Math.min(law.solidMm, end)];
  const excess = (pose: Pose, z: number) => wheelForceN(model, spring, pose) + stopForceN(law, z) - loadN;
  const top = poseNear(model, last, 0, start.value);
  if (!top.ok) return top;
  let [za, zb] = [lowest, last];
  let [fa, fb] = [excess(start.value, lowest), excess(top.value, last)];
  if (fb <= 0) return last < law.solidMm ? free : standing(setup, last, top.value, law, loadN);
  let [z, pose] = [zb, top.value];
  for (let i = 0; i < 80 && Math.abs(zb - za) > BALANCE_MM && fb !== 0; i++) {
    z = zb - (fb * (zb - za)) / (fb - fa);
    const next = poseNear(model, z, 0, pose);
    if (!next.ok) return next;
    pose = next.value;
    const f = excess(pose, z);
    if (Math.sign(f) === Math.sign(fb)) fa /= 2;
    else [za, fa] = [zb, fb];
    [zb, fb] = [z, f];
    if (Math.abs(f) < Math.max(loadN, 1) * 1e-13) break;
  }
  return standing(setup, z, pose, law, loadN);
}
function onSprings(setup: AxleSetup, loadN: number): Result<RideHeight, RideHeightFault> {
  const { model, spring } = setup;
  const first = poseAt(model, 0);
  if (!first.ok) return first;
  const excess = (pose: Pose) => wheelForceN(model, spring, pose) - loadN;
  let a = { z: 0, pose: first.value, f: excess(first.value) };
  const direction = a.f > 0 ? -1 : 1;
  let b = a;
  while (a.f !== 0 && Math.sign(b.f) === Math.sign(a.f)) {
    const z = b.z + direction * MARCH_MM;
    const next = poseNear(model, z, 0, b.pose);
    if (!next.ok || Math.abs(z) > MAX_TRAVEL_MM)
      return bad({
        code: 'no-balance-in-reach',
        direction: direction < 0 ? 'droop' : 'bump',
        member: next.ok ? 'travel' : next.fault.member,
        lastZMm: b.z,
      });
    a = b;
    b = { z, pose: next.value, f: excess(next.value) };
  }
  let [fa, fb] = [a.f, b.f];
  let [za, zb] = [a.z, b.z];
  let pose = b.pose;
  let z = b.z;
  for (let i = 0; i < 60 && Math.abs(zb - za) > BALANCE_MM && fb !== 0; i++) {
    z = zb - (fb * (zb - za)) / (fb - fa);
    const next = poseNear(model, z, 0, pose);
    if (!next.ok) return next;
    pose = next.value;
    const f = excess(pose);
    if (Math.sign(f) === Math.sign(fb)) fa /= 2;
    else [za, fa] = [zb, fb];
    [zb, fb] = [z, f];
    if (Math.abs(f) < Math.max(loadN, 1) * 1e-13) break;
  }
  return standing(setup, z, pose, null, loadN);
}
/** All that is told of an axle which stands at this travel under a load of the wheel. */
function standing(
  setup: AxleSetup,
  zMm: number,
  pose: Pose,
  law: StopLaw | null,
  loadN: number,
): Result<RideHeight, RideHeightFault> {
  const { model, spring } = setup;
  const seat = model.springs[0];
  if (!seat) throw new Error('suspension model has no spring');
  const state = springState(model, seat, pose);
  const solid = law !== null && zMm >= law.solidMm;
  return good({
    zMm,
    springLengthMm: state.lengthMm,
    springForceN: springForceN(spring, state.lengthMm),
    motionRatio: state.ratio,
    wheelRateNPerMm: wheelRate(setup, zMm, pose) + (law ? stopRateNPerMm(law, zMm) : 0),
    pose,
    onStop: law && {
      compressedMm: zMm - law.touchMm,
      forceN: solid ? loadN - wheelForceN(model, spring, pose) : stopForceN(law, zMm),
      solid,
    },
  });
}

/** How far an axle that is a little different would stand from a known height, mm: one Newton step on its balance, good to
 *  the second order of the difference. `stop`: its bump stop, where it stands on one. Null where it has no pose there. */
export function movesBy(
  setup: AxleSetup,
  loadN: number,
  near: RideHeight,
  stop: StopLaw | null = null,
): number | null {
  if (near.onStop?.solid) return 0;
  const pose = poseNear(setup.model, near.zMm, 0, near.pose);
  if (!pose.ok) return null;
  return -(carriedN(setup, near.zMm, pose.value, stop) - loadN) / near.wheelRateNPerMm;
}
/** How much longer its spring must be, mm, for an axle to stand at a height that is nearly its own: one Newton step. Null where it has no
 *  pose there. */
export function preloadNearMm(
  setup: AxleSetup,
  loadN: number,
  near: RideHeight,
  stop: StopLaw | null = null,
): number | null {
  const { model, spring } = setup;
  const pose = poseNear(model, near.zMm, 0, near.pose);
  if (!pose.ok) return null;
  const carried = carriedN(setup, near.zMm, pose.value, stop);
  let perMm = 0;
  for (const seat of model.springs) {
    const s = springState(model, seat, pose.value);
    perMm += (springRateNPerMm(spring, s.lengthMm) * s.ratio) / model.springs.length;
  }
  return (loadN - carried) / perMm;
}
/** Force of the springs at the wheel, N, at a travel; null where the linkage has no pose there. */
export function springsAtWheelN(setup: AxleSetup, zMm: number): number | null {
  const pose = poseAt(setup.model, zMm);
  return pose.ok ? wheelForceN(setup.model, setup.spring, pose.value) : null;
}

/** d(F·r)/dz, N/mm, of the side on which the spring carries: central difference over the poses; next to free length, and
 *  next to the end of the reach, from the loaded side alone (second order); with neither, the first term k·r². */
function wheelRate({ model, spring }: AxleSetup, z: number, pose: Pose): number {
  const at = (dz: number) => {
    const p = poseNear(model, z + dz, 0, pose);
    return p.ok ? p.value : null;
  };
  const force = (p: Pose) => wheelForceN(model, spring, p);
  const [up, down] = [at(RATE_STEP_MM), at(-RATE_STEP_MM)];
  if (up && down && carries(model, spring, down)) return (force(up) - force(down)) / (2 * RATE_STEP_MM);
  const further = at(2 * RATE_STEP_MM);
  if (up && further) return (4 * force(up) - force(further) - 3 * force(pose)) / (2 * RATE_STEP_MM);
  const seat = model.springs[0];
  if (!seat) return 0;
  const s = springState(model, seat, pose);
  return springRateNPerMm(spring, s.lengthMm) * s.ratio ** 2;
}
/** Every spring is shorter than free. */
const carries = (model: SuspensionModel, law: SpringLaw, pose: Pose): boolean =>
  model.springs.every((seat) => springState(model, seat, pose).lengthMm < law.freeLengthMm);
