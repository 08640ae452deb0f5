import { G_M_PER_S2 } from '../units/constants';

/** A mass at a place along the vehicle: x forward of the front axle, mm (behind it: negative). */
export interface PlacedMass {
  readonly massKg: number;
  readonly xMm: number;
}

/** Change of the load on one front and one rear wheel, N, by moments about the axles.
 *  @example addedWheelLoadsN([{ massKg: 100, xMm: 0 }], 3000) // {"frontN":490.3325,"rearN":0} */
export function addedWheelLoadsN(
  masses: readonly PlacedMass[],
  wheelbaseMm: number,
): { readonly frontN: number; readonly rearN: number } {
  let frontN = 0;
  let rearN = 0;
  for (const { massKg, xMm } of masses) {
    const half = (massKg * G_M_PER_S2) / 2 / wheelbaseMm;
    frontN += half * (xMm + wheelbaseMm);
    rearN += half * -xMm;
  }
  return { frontN, rearN: rearN + 0 };
}
