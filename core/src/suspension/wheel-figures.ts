import { DEG_PER_RAD } from '../units/constants';
import { armSwing, pointOf, type SuspensionModel } from './model';
import { bodyPoint, carried, velocityAt, type Pose } from './solve-carrier';
import { springState } from './spring-length';
import { add, angleBetween, apply, cross, dot, norm, scale, sub, type Vec3 } from './vec';

/** What one wheel of an independent suspension does at a pose; left side, signs of the conventions, mm and degrees. */
export interface WheelFigures {
  readonly camberDeg: number;
  readonly toeDeg: number;
  readonly casterDeg: number | null;
  readonly inclinationDeg: number | null;
  readonly scrubMm: number | null;
  readonly trailMm: number | null;
  readonly wheel: Vec3;
  readonly contact: Vec3;
  /** change of the full track against the design pose, both wheels moving alike */
  readonly trackChangeMm: number;
  /** wheel centre against design, + forward: this side's share of the wheelbase */
  readonly wheelbaseChangeMm: number;
  readonly springLengthMm: number;
  readonly motionRatio: number;
  readonly damperLengthMm: number | null;
  readonly damperRatio: number | null;
  /** forward travel of the contact point per mm of bump with the wheel held in the carrier (braked): what anti-dive comes from */
  readonly brakedSlope: number;
  /** forward travel of the wheel centre per mm of bump: what anti-squat of a shaft-driven wheel comes from */
  readonly drivenSlope: number;
  readonly camberSlopeDegPer10mm: number;
  readonly toeSlopeDegPer10mm: number;
  readonly rollCentreMm: number;
  readonly cvOuterDeg: number | null;
  readonly cvInnerDeg: number | null;
  readonly shaftChangeMm: number | null;
  readonly lowerSwingDeg: number | null;
  readonly upperSwingDeg: number | null;
}

interface Contact {
  readonly at: Vec3;
  readonly velocity: Vec3;
}

/** Contact point W + R·d and its velocity, d the downward unit vector in the wheel plane. */
function contactOf(wheel: Vec3, wheelVelocity: Vec3, axis: Vec3, axisRate: Vec3, radius: number): Contact {
  const n: Vec3 = sub([0, 0, 1], scale(axis, axis[2]));
  const length = norm(n);
  const dn: Vec3 = sub(scale(axis, -axisRate[2]), scale(axisRate, axis[2]));
  const dd = sub(scale(dn, 1 / length), scale(n, dot(n, dn) / length ** 3));
  return { at: add(wheel, scale(n, -radius / length)), velocity: add(wheelVelocity, scale(dd, -radius)) };
}

/** All figures of one wheel at a pose; `rackMm` as the pose was solved with. */
export function wheelFigures(model: SuspensionModel, pose: Pose, rackMm = 0): WheelFigures {
  const seat = model.springs[0];
  if (!seat) throw new Error('suspension model has no spring');
  const wheel = carried(pose, pointOf(model.carrier, 'wheelCentre'));
  const axis = apply(pose.rotation, model.spinAxis);
  const axisRate = cross(pose.rate.turn, axis);
  const contact = contactOf(wheel, velocityAt(pose, wheel), axis, axisRate, model.loadedRadiusMm);
  const designContact = contactOf(
    pointOf(model.carrier, 'wheelCentre'),
    [0, 0, 0],
    model.spinAxis,
    [0, 0, 0],
    model.loadedRadiusMm,
  );
  const spring = springState(model, seat, pose);
  const damperSeat = model.dampers[0];
  const damper = damperSeat ? springState(model, damperSeat, pose) : null;
  const flat = axis[0] ** 2 + axis[1] ** 2;

  let steering: { u: Vec3; atGround: Vec3 } | null = null;
  if (model.steeringAxis) {
    const { lower, upper, upperOwner } = model.steeringAxis;
    const low = carried(pose, pointOf(model.carrier, lower));
    const high =
      upperOwner === 'body' ? bodyPoint(model, upper, rackMm) : carried(pose, pointOf(model.carrier, upper));
    const u = sub(high, low);
    steering = { u, atGround: add(low, scale(u, (contact.at[2] - low[2]) / u[2])) };
  }
  const swing = (which: 'lower' | 'upper') => {
    const arm = model.arms[which];
    const atDesign = model.designSwing[which];
    if (!arm || !steering || atDesign === undefined) return null;
    const joint = carried(pose, pointOf(model.carrier, arm.joint));
    return (
      (armSwing(joint, pointOf(model.body, arm.pivotA), pointOf(model.body, arm.pivotB), steering.u) -
        atDesign) *
      DEG_PER_RAD
    );
  };
  let shaft: { outer: number; inner: number; change: number } | null = null;
  if (model.body.cvInner) {
    const along = sub(carried(pose, pointOf(model.carrier, 'cvOuter')), pointOf(model.body, 'cvInner'));
    shaft = {
      outer: angleBetween(along, axis) * DEG_PER_RAD,
      inner: angleBetween(along, [0, 1, 0]) * DEG_PER_RAD,
      change: norm(along) - (model.shaftDesignMm ?? norm(along)),
    };
  }
  return {
    camberDeg: -Math.asin(axis[2]) * DEG_PER_RAD,
    toeDeg: Math.atan2(axis[0], axis[1]) * DEG_PER_RAD,
    casterDeg: steering && Math.atan2(-steering.u[0], steering.u[2]) * DEG_PER_RAD,
    inclinationDeg: steering && Math.atan2(-steering.u[1], steering.u[2]) * DEG_PER_RAD,
    scrubMm: steering && contact.at[1] - steering.atGround[1],
    trailMm: steering && steering.atGround[0] - contact.at[0],
    wheel,
    contact: contact.at,
    trackChangeMm: 2 * (contact.at[1] - designContact.at[1]),
    wheelbaseChangeMm: wheel[0] - pointOf(model.carrier, 'wheelCentre')[0],
    damperLengthMm: damper?.lengthMm ?? null,
    damperRatio: damper?.ratio ?? null,
    brakedSlope: velocityAt(pose, contact.at)[0],
    drivenSlope: velocityAt(pose, wheel)[0],
    springLengthMm: spring.lengthMm,
    motionRatio: spring.ratio,
    camberSlopeDegPer10mm: (-axisRate[2] / Math.sqrt(1 - axis[2] ** 2)) * DEG_PER_RAD * 10,
    toeSlopeDegPer10mm: ((axisRate[0] * axis[1] - axis[0] * axisRate[1]) / flat) * DEG_PER_RAD * 10,
    rollCentreMm: contact.at[1] * contact.velocity[1],
    cvOuterDeg: shaft?.outer ?? null,
    cvInnerDeg: shaft?.inner ?? null,
    shaftChangeMm: shaft?.change ?? null,
    lowerSwingDeg: swing('lower'),
    upperSwingDeg: swing('upper'),
  };
}
