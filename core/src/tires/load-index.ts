import { bad, good, type Result } from '../units/result';

export const MIN_LOAD_INDEX = 60;
export const MAX_LOAD_INDEX = 150;
/** kg per tyre, load index 60…150, as printed in the standard table (ETRTO). */
const TABLE_KG: readonly number[] = [
  250, 257, 265, 272, 280, 290, 300, 307, 315, 325, 335, 345, 355, 365, 375, 387, 400, 412, 425, 437, 450,
  462, 475, 487, 500, 515, 530, 545, 560, 580, 600, 615, 630, 650, 670, 690, 710, 730, 750, 775, 800, 825,
  850, 875, 900, 925, 950, 975, 1000, 1030, 1060, 1090, 1120, 1150, 1180, 1215, 1250, 1285, 1320, 1360, 1400,
  1450, 1500, 1550, 1600, 1650, 1700, 1750, 1800, 1850, 1900, 1950, 2000, 2060, 2120, 2180, 2240, 2300, 2360,
  2430, 2500, 2575, 2650, 2725, 2800, 2900, 3000, 3075, 3150, 3250, 3350,
];
/** A P-metric tyre on a light truck carries its table load divided by this. */
export const P_METRIC_ON_TRUCK_DIVISOR = 1.1;

export interface LoadIndexFault {
  readonly code: 'load-index-out-of-range';
  readonly value: number;
  readonly min: number;
  readonly max: number;
}

/** Capacity of one tyre, kg, from its load index (60–150).
 *  @example loadCapacityKg(115) // {"ok":true,"value":1215} */
export function loadCapacityKg(loadIndex: number): Result<number, LoadIndexFault> {
  const kg = TABLE_KG[loadIndex - MIN_LOAD_INDEX];
  return kg === undefined
    ? bad({ code: 'load-index-out-of-range', value: loadIndex, min: MIN_LOAD_INDEX, max: MAX_LOAD_INDEX })
    : good(kg);
}
