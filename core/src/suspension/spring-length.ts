import { bodyPoint, carried, velocityAt, type Pose } from './solve-carrier';
import { pointOf, type Arm, type SpringSeat, type SuspensionModel } from './model';
import { add, cross, dot, norm, scale, sub, unit, type Vec3 } from './vec';

export interface SpringState {
  readonly lengthMm: number;
  /** −d(length)/d(travel): spring travel per wheel travel, positive when bump shortens the spring */
  readonly ratio: number;
}

/** Length and ratio of one spring (or strut) at a pose. The bottom seat rides on the carrier or on an arm. */
export function springState(model: SuspensionModel, seat: SpringSeat, pose: Pose): SpringState {
  if (seat.torsionLeverMm !== undefined) return torsionState(model, seat, seat.torsionLeverMm, pose);
  const top = bodyPoint(model, seat.top, 0);
  const bottom = seatPoint(model, seat, pose);
  const d = sub(bottom.at, top);
  const length = norm(d);
  return { lengthMm: length - seat.offsetMm, ratio: -dot(scale(d, 1 / length), bottom.velocity) };
}

/** A torsion bar counts its winding as a length along the arc at its lever: bump winds it, so the length falls. */
function torsionState(model: SuspensionModel, seat: SpringSeat, leverMm: number, pose: Pose): SpringState {
  const arm =
    seat.bottomOwner === 'lower' || seat.bottomOwner === 'upper' ? model.arms[seat.bottomOwner] : undefined;
  if (!arm) throw new Error('a torsion bar needs an arm');
  const design = pointOf(model.body, seat.bottom);
  const { at, velocity } = onArm(model, arm, design, pose);
  const a = pointOf(model.body, arm.pivotA);
  const e = unit(sub(pointOf(model.body, arm.pivotB), a));
  const radial = (p: Vec3) => sub(p, add(a, scale(e, dot(e, sub(p, a)))));
  const [now, then] = [radial(at), radial(add(design, sub(a, arm.design.pivotA)))];
  const turn = Math.atan2(dot(e, cross(then, now)), dot(then, now));
  const rate = dot(e, cross(now, velocity)) / dot(now, now);
  const up = Math.sign(dot(cross(e, then), [0, 0, 1])); // + when a turn about e lifts the arm
  return { lengthMm: -up * turn * leverMm, ratio: up * rate * leverMm };
}

function seatPoint(model: SuspensionModel, seat: SpringSeat, pose: Pose): { at: Vec3; velocity: Vec3 } {
  if (seat.bottomOwner === 'carrier') {
    const at = carried(pose, pointOf(model.carrier, seat.bottom));
    return { at, velocity: velocityAt(pose, at) };
  }
  const arm = seat.bottomOwner === 'body' ? undefined : model.arms[seat.bottomOwner];
  if (!arm) throw new Error(`spring bottom rides on a missing arm "${seat.bottomOwner}"`);
  return onArm(model, arm, pointOf(model.body, seat.bottom), pose);
}

/** Points fixed to an arm, where they are at a pose: the arm turns about its pivots so that its joint meets the carrier's. */
export function armAt(model: SuspensionModel, arm: Arm, pose: Pose): (design: Vec3) => Vec3 {
  const a = pointOf(model.body, arm.pivotA);
  const e = unit(sub(pointOf(model.body, arm.pivotB), a));
  const joint = carried(pose, pointOf(model.carrier, arm.joint));
  const from = frameOf(arm.design.pivotA, unit(sub(arm.design.pivotB, arm.design.pivotA)), arm.design.joint);
  const to = frameOf(a, e, joint);
  return (design) => {
    const rel = sub(design, arm.design.pivotA);
    return add(
      a,
      add(
        add(scale(to[0], dot(from[0], rel)), scale(to[1], dot(from[1], rel))),
        scale(to[2], dot(from[2], rel)),
      ),
    );
  };
}
/** One such point, with its velocity. */
export function onArm(
  model: SuspensionModel,
  arm: Arm,
  design: Vec3,
  pose: Pose,
): { at: Vec3; velocity: Vec3 } {
  const a = pointOf(model.body, arm.pivotA);
  const e = unit(sub(pointOf(model.body, arm.pivotB), a));
  const joint = carried(pose, pointOf(model.carrier, arm.joint));
  const at = armAt(model, arm, pose)(design);
  const radial = sub(joint, add(a, scale(e, dot(e, sub(joint, a)))));
  const speed = dot(cross(e, radial), velocityAt(pose, joint)) / dot(radial, radial);
  return { at, velocity: scale(cross(e, sub(at, a)), speed) };
}

function frameOf(origin: Vec3, e: Vec3, joint: Vec3): readonly [Vec3, Vec3, Vec3] {
  const rel = sub(joint, origin);
  const radial = unit(sub(rel, scale(e, dot(e, rel))));
  return [e, radial, cross(e, radial)];
}
