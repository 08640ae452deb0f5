import { DEG_PER_RAD } from '../units/constants';
import { axleFigures } from './axle-figures';
import type { SuspensionModel } from './model';
import { poseAt, poseNear } from './pose-at';
import type { Pose } from './solve-carrier';
import { wheelFigures } from './wheel-figures';

export interface BumpSteer {
  /** at the ride height, deg per 10 mm of bump: + toward toe-in (independent), + left (beam) */
  readonly slopeDegPer10mm: number;
  /** change of largest size within the window, deg, and the travel where it is */
  readonly worstDeg: number;
  readonly worstAtZMm: number;
  /** travel that the linkage reached, when it ends inside the window */
  readonly reachedMm: readonly [number, number];
}
/** window each side of the ride height, and its step, mm */
const WINDOW_MM = 50;
const STEP_MM = 0.2;

type Steered = (pose: Pose) => number | null;
/** what turns as the wheel travels, deg: toe of a wheel, the knuckle of a beam about its king-pin */
const steeredBy = (model: SuspensionModel): Steered =>
  model.beam ? (pose) => axleFigures(model, pose).dragSteerDeg : (pose) => wheelFigures(model, pose).toeDeg;
function slopeAt(model: SuspensionModel, rideZMm: number, start: Pose): number {
  if (!model.beam) return wheelFigures(model, start).toeSlopeDegPer10mm;
  const angle = steeredBy(model);
  const [up, down] = [poseNear(model, rideZMm + 0.5, 0, start), poseNear(model, rideZMm - 0.5, 0, start)];
  const [a, b] = [up.ok ? angle(up.value) : null, down.ok ? angle(down.value) : null];
  return a === null || b === null ? 0 : (a - b) * 10;
}
/** Bump steer at a ride height alone, deg per 10 mm of bump, signed as in `BumpSteer`: what is worth asking of many plans. Null where
 *  nothing steers or the pose does not exist. */
export function bumpSteerSlope(model: SuspensionModel, rideZMm: number): number | null {
  const start = poseAt(model, rideZMm);
  return start.ok && steeredBy(model)(start.value) !== null ? slopeAt(model, rideZMm, start.value) : null;
}
/** Bump steer about a ride height: toe at a held rack for a wheel, the knuckle's turn about its king-pin that keeps the
 *  drag link for a beam. Null where nothing steers (or the pose does not exist). Scanned over ± 50 mm. */
export function bumpSteer(model: SuspensionModel, rideZMm: number): BumpSteer | null {
  const start = poseAt(model, rideZMm);
  if (!start.ok) return null;
  const angle = steeredBy(model);
  const here = angle(start.value);
  if (here === null) return null;
  let [worst, at] = [0, rideZMm];
  const reached: [number, number] = [0, 0];
  for (const direction of [-1, 1] as const) {
    let pose = start.value;
    for (let i = 1; i <= Math.round(WINDOW_MM / STEP_MM); i++) {
      const z = rideZMm + direction * i * STEP_MM;
      const next = poseNear(model, z, 0, pose);
      const now = next.ok ? angle(next.value) : null;
      if (!next.ok || now === null) break;
      pose = next.value;
      reached[direction < 0 ? 0 : 1] = i * STEP_MM;
      if (Math.abs(now - here) > Math.abs(worst)) [worst, at] = [now - here, z];
    }
  }
  return {
    slopeDegPer10mm: slopeAt(model, rideZMm, start.value),
    worstDeg: worst,
    worstAtZMm: at,
    reachedMm: [-reached[0], reached[1]],
  };
}

/** Track bar in front view: sideways shift toward its frame end under a lift, and the length that re-centres, mm.
 *  `dropMm`: how much higher the frame end is at design.
 *  @example trackBarEstimate({ horizontalMm: 980.2, dropMm: 53.4, liftMm: 109.3 }).shiftTowardFrameMm // 12.123396625 */
export function trackBarEstimate(t: {
  readonly horizontalMm: number;
  readonly dropMm: number;
  readonly liftMm: number;
}): {
  readonly shiftTowardFrameMm: number;
  readonly recentredLengthMm: number;
} {
  const lengthSquared = t.horizontalMm ** 2 + t.dropMm ** 2;
  const lifted = t.dropMm + t.liftMm;
  return {
    shiftTowardFrameMm: t.horizontalMm - Math.sqrt(lengthSquared - lifted ** 2),
    recentredLengthMm: Math.hypot(t.horizontalMm, lifted),
  };
}

/** Total toe from the difference of two tape widths (rear − front) at a diameter, degrees.
 *  @example totalToeDeg(7.3, 790) // 0.5294438969 */
export const totalToeDeg = (deltaMm: number, diameterMm: number): number =>
  2 * Math.asin(deltaMm / 2 / diameterMm) * DEG_PER_RAD;

/** The other way round: how much wider the tape reads behind the wheels than in front, mm, at a total toe-in.
 *  @example toeByTapeMm(0.5294438969, 790) // 7.3 */
export const toeByTapeMm = (totalDeg: number, diameterMm: number): number =>
  2 * diameterMm * Math.sin(totalDeg / 2 / DEG_PER_RAD);

/** Turns of a tie rod (or sleeve) that change one wheel's toe; pitch of both threads together, + lengthens.
 *  @example tieRodTurns(1.23, 140, 2) // 1.5027284860 */
export const tieRodTurns = (toeChangeDeg: number, armMm: number, pitchMm: number): number =>
  ((toeChangeDeg / DEG_PER_RAD) * armMm) / pitchMm;
