/** The four corners of a vehicle, left and right as the driver sits. */
export const CORNERS = ['leftFront', 'rightFront', 'leftRear', 'rightRear'] as const;
export type Corner = (typeof CORNERS)[number];
