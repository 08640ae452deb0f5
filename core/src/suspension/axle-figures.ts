import { DEG_PER_RAD } from '../units/constants';
import { pointOf, type SuspensionModel } from './model';
import { poseNear } from './pose-at';
import { bodyPoint, carried, type Pose } from './solve-carrier';
import { springState } from './spring-length';
import { add, apply, distance, rotateAbout, scale, sub, unit, type Vec3 } from './vec';

/** What a solid axle does at a pose; mm and degrees, signs of the conventions. */
export interface AxleFigures {
  /** of the middle of the wheel centres against design, + forward / + left */
  readonly shiftForwardMm: number;
  readonly shiftLeftMm: number;
  /** + top rearward: caster up, pinion nose down on a front axle and up on a rear one */
  readonly pitchDeg: number;
  /** + counter-clockwise seen from above */
  readonly yawDeg: number;
  /** + left end up */
  readonly rollDeg: number;
  readonly springLeft: { readonly lengthMm: number; readonly ratio: number };
  readonly springRight: { readonly lengthMm: number; readonly ratio: number };
  readonly damperLeft: { readonly lengthMm: number; readonly ratio: number } | null;
  readonly damperRight: { readonly lengthMm: number; readonly ratio: number } | null;
  readonly contactLeft: Vec3;
  readonly contactRight: Vec3;
  /** above the ground: where the track bar crosses the middle, or without one the point about which the axle rolls */
  readonly rollCentreMm: number | null;
  readonly trackBarSlopeDeg: number | null;
  /** drag link with the knuckle straight ahead, + higher at the left */
  readonly dragLinkSlopeDeg: number | null;
  readonly casterLeftDeg: number | null;
  readonly casterRightDeg: number | null;
  /** + kingpin's top inward */
  readonly inclinationLeftDeg: number | null;
  readonly inclinationRightDeg: number | null;
  /** turn of the knuckle that keeps the drag link's length with the pitman end held, + wheel points left */
  readonly dragSteerDeg: number | null;
  readonly steeringWheelDeg: number | null;
}

const slopeDeg = (a: Vec3, b: Vec3): number => {
  const [left, right] = a[1] >= b[1] ? [a, b] : [b, a];
  return Math.atan2(left[2] - right[2], left[1] - right[1]) * DEG_PER_RAD;
};

/** All figures of a solid axle at a pose. */
export function axleFigures(model: SuspensionModel, pose: Pose): AxleFigures {
  const carrierAt = (name: string) => carried(pose, pointOf(model.carrier, name));
  const bodyAt = (name: string) => bodyPoint(model, name, 0);
  const [left, right] = [carrierAt('wheelLeft'), carrierAt('wheelRight')];
  const middle = scale(add(left, right), 0.5);
  const design = scale(add(pointOf(model.carrier, 'wheelLeft'), pointOf(model.carrier, 'wheelRight')), 0.5);
  const up = apply(pose.rotation, [0, 0, 1]);
  const along = sub(left, right);
  const [seatLeft, seatRight] = model.springs;
  if (!seatLeft || !seatRight) throw new Error('a solid axle has two springs');
  const [damperLeft, damperRight] = model.dampers;
  // contact points as for a single wheel: straight down in the wheel plane, so pitch does not move them and roll does
  const axis = unit(along);
  const lean = axis[2];
  const downward = scale(unit(sub([0, 0, 1], scale(axis, lean))), -model.loadedRadiusMm);
  const [groundLeft, groundRight] = [add(left, downward), add(right, downward)];
  const groundAtMiddle =
    groundRight[2] - ((groundLeft[2] - groundRight[2]) * groundRight[1]) / (groundLeft[1] - groundRight[1]);
  const bar = model.carrier.trackBarAxle
    ? { body: bodyAt('trackBarBody'), axle: carrierAt('trackBarAxle') }
    : null;
  const rollAt = bar
    ? bar.axle[2] + ((bar.body[2] - bar.axle[2]) * (0 - bar.axle[1])) / (bar.body[1] - bar.axle[1])
    : rollPoint(model, pose, middle);
  const kingpin = (side: 'Left' | 'Right') => {
    if (!model.dragLink) return null;
    const u = sub(carrierAt(`kingpin${side}Upper`), carrierAt(`kingpin${side}Lower`));
    const outboard = side === 'Left' ? 1 : -1;
    return {
      caster: Math.atan2(-u[0], u[2]) * DEG_PER_RAD,
      inclination: Math.atan2(-outboard * u[1], u[2]) * DEG_PER_RAD,
    };
  };
  const [pinLeft, pinRight] = [kingpin('Left'), kingpin('Right')];
  const steer = model.dragLink ? dragSteerDeg(model, pose) : null;
  return {
    shiftForwardMm: middle[0] - design[0],
    shiftLeftMm: middle[1] - design[1],
    pitchDeg: Math.atan2(-up[0], up[2]) * DEG_PER_RAD,
    yawDeg: Math.atan2(-along[0], along[1]) * DEG_PER_RAD,
    rollDeg: Math.asin(lean) * DEG_PER_RAD,
    springLeft: springState(model, seatLeft, pose),
    springRight: springState(model, seatRight, pose),
    damperLeft: damperLeft ? springState(model, damperLeft, pose) : null,
    damperRight: damperRight ? springState(model, damperRight, pose) : null,
    contactLeft: groundLeft,
    contactRight: groundRight,
    rollCentreMm: rollAt === null ? null : rollAt - groundAtMiddle,
    trackBarSlopeDeg: bar && slopeDeg(bar.body, bar.axle),
    dragLinkSlopeDeg: model.dragLink && slopeDeg(bodyAt('dragBody'), carrierAt('dragAxle')),
    casterLeftDeg: pinLeft?.caster ?? null,
    casterRightDeg: pinRight?.caster ?? null,
    inclinationLeftDeg: pinLeft?.inclination ?? null,
    inclinationRightDeg: pinRight?.inclination ?? null,
    dragSteerDeg: steer,
    steeringWheelDeg: steer === null || !model.dragLink ? null : steer * model.dragLink.ratio,
  };
}

/** half-difference of wheel travel over which the point of roll is found, mm */
const ROLL_STEP_MM = 0.5;

/** Height of the point of the middle plane that does not move sideways when the axle rolls a little, mm. A leaf axle is
 *  held by its springs, so it rolls about the line between its eyes. */
function rollPoint(model: SuspensionModel, pose: Pose, middle: Vec3): number | null {
  const [front, rear] = [model.body.eyeLeftFront, model.body.eyeLeftRear];
  if (front && rear) return rear[2] + ((front[2] - rear[2]) * (middle[0] - rear[0])) / (front[0] - rear[0]);
  const design = (pointOf(model.carrier, 'wheelLeft')[2] + pointOf(model.carrier, 'wheelRight')[2]) / 2;
  const zMm = middle[2] - design;
  const [one, two] = [
    poseNear(model, zMm, 0, pose, ROLL_STEP_MM),
    poseNear(model, zMm, 0, pose, -ROLL_STEP_MM),
  ];
  if (!one.ok || !two.ok) return null;
  // sideways move of a point of the carrier at height h over the middle: v(h) = v0 + k·h
  const at = (h: number) => {
    const p = add(
      scale(add(pointOf(model.carrier, 'wheelLeft'), pointOf(model.carrier, 'wheelRight')), 0.5),
      [0, 0, h],
    );
    return carried(one.value, p)[1] - carried(two.value, p)[1];
  };
  const [v0, v1] = [at(0), at(100)];
  return middle[2] - (v0 / (v1 - v0)) * 100;
}

/** Secant on the knuckle's turn about its kingpin until the drag link has its length again. */
function dragSteerDeg(model: SuspensionModel, pose: Pose): number | null {
  const drag = model.dragLink;
  if (!drag) return null;
  const side = drag.side === 'left' ? 'Left' : 'Right';
  const low = carried(pose, pointOf(model.carrier, `kingpin${side}Lower`));
  const axis = unit(sub(carried(pose, pointOf(model.carrier, `kingpin${side}Upper`)), low));
  const end = sub(carried(pose, pointOf(model.carrier, 'dragAxle')), low);
  const anchor = bodyPoint(model, 'dragBody', 0);
  const miss = (phi: number) => distance(add(low, rotateAbout(end, axis, phi)), anchor) - drag.lengthMm;
  let [a, b] = [0, 0.01];
  let [fa, fb] = [miss(a), miss(b)];
  for (let i = 0; i < 50 && Math.abs(fb) > 1e-11 && fb !== fa; i++) {
    const next = b - (fb * (b - a)) / (fb - fa);
    [a, fa, b] = [b, fb, next];
    fb = miss(b);
  }
  return Number.isFinite(b) && Math.abs(fb) < 1e-6 ? b * DEG_PER_RAD : null;
}
