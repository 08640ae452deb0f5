/** Turns per kilometre at a rolling radius, mm.
 *  @example revsPerKm(401.4) // 396.4996091 */
export const revsPerKm = (rollingRadiusMm: number): number => 1e6 / (2 * Math.PI * rollingRadiusMm);

/** What the vehicle really does when the speedometer, set for the old tyre, shows `indicated`; same unit.
 *  @example trueSpeed(89.4, 375.24, 472.64) // 112.6053086 */
export const trueSpeed = (indicated: number, rollingOldMm: number, rollingNewMm: number): number =>
  (indicated * rollingNewMm) / rollingOldMm;

export interface GearInput {
  readonly speedKmh: number;
  readonly gear: number;
  readonly axle: number;
  readonly transfer: number;
  readonly rollingRadiusMm: number;
}
/** Engine speed, rpm, without converter slip.
 *  @example engineRpm({ speedKmh: 105.5, gear: 2.292, axle: 5.14, transfer: 2.48, rollingRadiusMm: 378.97 }) // 21574.75746637 */
export const engineRpm = ({ speedKmh, gear, axle, transfer, rollingRadiusMm }: GearInput): number =>
  (((speedKmh * 1e6) / 60) * gear * axle * transfer) / (2 * Math.PI * rollingRadiusMm);

/** Axle ratio that restores the old engine speed on the new tyre.
 *  @example restoringRatio(5.14, 378.97, 425.69) // 5.77366704 */
export const restoringRatio = (axleRatio: number, rollingOldMm: number, rollingNewMm: number): number =>
  (axleRatio * rollingNewMm) / rollingOldMm;
