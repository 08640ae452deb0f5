import type { Axle } from '../suspension';

/** The four corners of a vehicle, left and right as the driver sits. */
export const CORNERS = ['leftFront', 'rightFront', 'leftRear', 'rightRear'] as const;
export type Corner = (typeof CORNERS)[number];
/** Left and right of each axle. */
export const AXLE_CORNERS: Readonly<Record<Axle, readonly [Corner, Corner]>> = {
  front: ['leftFront', 'rightFront'],
  rear: ['leftRear', 'rightRear'],
};
export const axleOfCorner = (c: Corner): Axle => (AXLE_CORNERS.front.includes(c) ? 'front' : 'rear');
