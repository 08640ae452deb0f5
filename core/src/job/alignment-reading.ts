import type { Axle } from '../suspension';
import { AXLE_CORNERS, CORNERS, type Corner } from './corner';

/** One wheel on the rack, degrees: camber + top out, caster + top rearward, toe + in. Null where it was not read. */
export interface WheelAngles {
  readonly camberDeg: number | null;
  readonly casterDeg: number | null;
  readonly toeDeg: number | null;
}
/** What the rack showed. Thrust + to the left; steering wheel + clockwise. */
export interface AlignmentReading {
  readonly day: string | null;
  readonly wheels: Readonly<Record<Corner, WheelAngles>>;
  readonly thrustDeg: number | null;
  readonly steeringWheelDeg: number | null;
}
const UNREAD_WHEEL: WheelAngles = { camberDeg: null, casterDeg: null, toeDeg: null };
export const NO_ALIGNMENT: AlignmentReading = {
  day: null,
  wheels: {
    leftFront: UNREAD_WHEEL,
    rightFront: UNREAD_WHEEL,
    leftRear: UNREAD_WHEEL,
    rightRear: UNREAD_WHEEL,
  },
  thrustDeg: null,
  steeringWheelDeg: null,
};
/** Toe of both wheels of an axle together, degrees; null until both are read.
 *  @example toeOfAxleDeg({ ...NO_ALIGNMENT.wheels, leftFront: { camberDeg: 0, casterDeg: 3, toeDeg: 0.1 }, rightFront: { camberDeg: 0, casterDeg: 3, toeDeg: 0.05 } }, 'front')?.toFixed(2) // "0.15" */
export function toeOfAxleDeg(wheels: AlignmentReading['wheels'], axle: Axle): number | null {
  const [l, r] = AXLE_CORNERS[axle].map((c) => wheels[c].toeDeg);
  return l == null || r == null ? null : l + r;
}
/** Anything at all was read. */
export const wasAligned = (a: AlignmentReading): boolean =>
  a.thrustDeg !== null ||
  a.steeringWheelDeg !== null ||
  CORNERS.some((c) => Object.values(a.wheels[c]).some((v) => v !== null));
