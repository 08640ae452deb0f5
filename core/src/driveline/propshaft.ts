import { apply, carried, sub, type Pose, type Vec3 } from '../suspension';
import { DEG_PER_RAD } from '../units';
import { directionOf, type Slopes } from './cardan';

/** A shaft with a Cardan joint at each end, from the gearbox or transfer case to a solid axle: as it lies at design. */
export interface Propshaft {
  /** middle of the joint at the body's end, and how its flange's axis lies; it stays with the body */
  readonly flangeAt: Vec3;
  readonly flange: Slopes;
  /** middle of the joint at the axle, and the axis of the pinion; both move with the axle */
  readonly pinionAt: Vec3;
  readonly pinion: Slopes;
  /** what a joint may bend at ride height, degrees */
  readonly limitDeg: number;
}
/** The shaft with its body end lowered, and its flange tilted, + nose up. */
export const withFlange = (
  shaft: Propshaft,
  by: { readonly dropMm: number; readonly tiltDeg: number },
): Propshaft => ({
  ...shaft,
  flangeAt: [shaft.flangeAt[0], shaft.flangeAt[1], shaft.flangeAt[2] - by.dropMm],
  flange: { ...shaft.flange, sideDeg: shaft.flange.sideDeg + by.tiltDeg },
});
/** How a shaft lies at a pose of its axle. A wheel that goes up carries the pinion with it; an axle that pitches turns it. */
export function propshaftAt(
  shaft: Propshaft,
  pose: Pose,
): { readonly shaft: Slopes; readonly pinion: Slopes } {
  return {
    shaft: slopesOf(sub(shaft.flangeAt, carried(pose, shaft.pinionAt))),
    pinion: slopesOf(apply(pose.rotation, directionOf(shaft.pinion))),
  };
}
const slopesOf = (d: Vec3): Slopes => ({
  topDeg: Math.atan(d[1] / d[0]) * DEG_PER_RAD,
  sideDeg: Math.atan(d[2] / d[0]) * DEG_PER_RAD,
});
