import { bad, good, type Result } from '../units/result';
import type { SuspensionModel } from './model';
import { AT_DESIGN, solveCarrier, type Pose, type ReachFault } from './solve-carrier';

/** Largest step of travel, rack or roll difference on the way from the design pose, mm: each step stays on the same assembly. */
const MARCH_MM = 12;
/** How near the end of the reach is told, mm of travel */
const REACH_MM = 0.5;

/** Pose at wheel travel `zMm` (+ bump, from design) and rack `rackMm` (+ toward +y).
 *  A beam takes the travel of both wheels; for it `rollMm` is left − right.
 *  Marches from the design pose so that of several assemblies the continuous one is found; where the way ends, the
 *  fault names the member that cannot reach and the last travel that works. */
export function poseAt(
  model: SuspensionModel,
  zMm: number,
  rackMm = 0,
  rollMm = 0,
): Result<Pose, ReachFault> {
  const steps = Math.max(
    1,
    Math.ceil(Math.max(Math.abs(zMm), Math.abs(rackMm), Math.abs(rollMm)) / MARCH_MM),
  );
  const solve = (k: number, from: Pose) =>
    solveCarrier(model, { zMm: zMm * k, rackMm: rackMm * k, rollMm: rollMm * k }, from);
  const start = solve(0, AT_DESIGN);
  if (!start.ok) return bad({ code: 'out-of-reach', member: start.fault.member, zMm: 0, lastZMm: null });
  let pose = start.value;
  for (let i = 1; i <= steps; i++) {
    const next = solve(i / steps, pose);
    if (next.ok) {
      pose = next.value;
      continue;
    }
    let [works, fails] = [(i - 1) / steps, i / steps];
    while ((fails - works) * Math.max(Math.abs(zMm), 1) > REACH_MM) {
      const middle = (works + fails) / 2;
      const tried = solve(middle, pose);
      if (tried.ok) [works, pose] = [middle, tried.value];
      else fails = middle;
    }
    return bad({ code: 'out-of-reach', member: next.fault.member, zMm, lastZMm: zMm * works });
  }
  return good(pose);
}

/** The same from a pose nearby: one solve, no march. */
export function poseNear(
  model: SuspensionModel,
  zMm: number,
  rackMm: number,
  start: Pose,
  rollMm = 0,
): Result<Pose, ReachFault> {
  const next = solveCarrier(model, { zMm, rackMm, rollMm }, start);
  return next.ok ? next : bad({ code: 'out-of-reach', member: next.fault.member, zMm, lastZMm: null });
}
