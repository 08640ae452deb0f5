import { angleBetween, apply, carried, sub, type Pose, type Vec3 } from '../suspension';
import { DEG_PER_RAD } from '../units';
import { directionOf, type Slopes } from './cardan';

/** A shaft with a Cardan joint at each end, from the gearbox or transfer case to a solid axle: as it lies at design. In two pieces
 *  it is the half behind the carrier bearing, and the one ahead of it runs from the gearbox to the bearing. */
export interface Propshaft {
  /** middle of the joint at the body's end, and how its flange's axis lies; it stays with the body. Of a shaft in two pieces that is
   *  the joint at the carrier bearing, and the axis is that of the half ahead */
  readonly flangeAt: Vec3;
  readonly flange: Slopes;
  /** in two pieces: the joint at the gearbox that drives the half ahead, and its flange's axis; not there: in one */
  readonly ahead?: { readonly flangeAt: Vec3; readonly flange: Slopes } | undefined;
  /** middle of the joint at the axle, and the axis of the pinion; both move with the axle */
  readonly pinionAt: Vec3;
  readonly pinion: Slopes;
  /** what a joint may bend at ride height, degrees */
  readonly limitDeg: number;
}
const lowered = ([x, y, z]: Vec3, mm: number): Vec3 => [x, y, z - mm];
/** The shaft with gearbox or transfer case lowered, and its flange tilted, + nose up. */
export function withFlange(
  shaft: Propshaft,
  by: { readonly dropMm: number; readonly tiltDeg: number },
): Propshaft {
  const { flangeAt, flange } = shaft.ahead ?? shaft;
  const end = {
    flangeAt: lowered(flangeAt, by.dropMm),
    flange: { ...flange, sideDeg: flange.sideDeg + by.tiltDeg },
  };
  return alongAhead(shaft.ahead ? { ...shaft, ahead: end } : { ...shaft, ...end });
}
/** The shaft with its carrier bearing lowered; one in a single piece has none and stays as it is. */
export const withCarrier = (shaft: Propshaft, by: { readonly dropMm: number }): Propshaft =>
  shaft.ahead ? alongAhead({ ...shaft, flangeAt: lowered(shaft.flangeAt, by.dropMm) }) : shaft;
/** The axis at the carrier bearing is that of the half ahead of it. */
export const alongAhead = (shaft: Propshaft): Propshaft =>
  shaft.ahead ? { ...shaft, flange: slopesOf(sub(shaft.ahead.flangeAt, shaft.flangeAt)) } : shaft;
/** How far the joint at the gearbox of a shaft in two pieces bends, degrees; null: in one piece, its first joint is the pair's.
 *  @example frontJointDeg({ flangeAt: [-2350, 0, 501.2], flange: { sideDeg: 1.5, topDeg: 0 }, pinionAt: [-3700, 0, 395], pinion: { sideDeg: 1.5, topDeg: 0 }, limitDeg: 7 }) // null */
export const frontJointDeg = ({ ahead, flange }: Propshaft): number | null =>
  ahead ? angleBetween(directionOf(ahead.flange), directionOf(flange)) * DEG_PER_RAD : null;
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
