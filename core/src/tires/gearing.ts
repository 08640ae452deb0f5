import { KM_PER_MILE } from '../units/constants';
import { engineRpm, restoringRatio, revsPerKm, trueSpeed } from './speeds';

export interface Driveline {
  /** gearbox ratios, first to top */
  readonly gears: readonly number[];
  readonly lowRange: number | null;
  readonly axleRatios: readonly number[];
  readonly engineTorqueNm: number;
  /** null for an electric motor */
  readonly idleRpm: number | null;
}
export interface RatioRow {
  readonly axle: number;
  /** engine speed in top gear at the asked speed, rpm */
  readonly oldRpm: number;
  readonly newRpm: number;
  /** engine speed at the asked speed for every gear on the new tyre, rpm */
  readonly byGearRpm: readonly number[];
  /** engine torque at the driven wheels in first gear, high range, N·m, without losses */
  readonly wheelTorqueNm: number;
  /** what that pushes with at the ground, N: a larger tyre takes it away */
  readonly tractiveN: number;
  /** speed in first gear at idle, low range where there is one, km/h; null for an electric motor */
  readonly crawlKmh: number | null;
}
export interface Gearing {
  readonly rows: readonly RatioRow[];
  /** axle ratio that brings the old engine speed back, from the ratio that is in the vehicle; null while that is unknown */
  readonly restoring: number | null;
  /** the listed ratio nearest to it */
  readonly nearestListed: number | null;
}

/** Speed at an engine speed, km/h.
 *  @example speedAtKmh(2000, 1, 3.73, 1, 380).toFixed(3) // "76.813" */
export const speedAtKmh = (
  rpm: number,
  gear: number,
  axle: number,
  transfer: number,
  rollingRadiusMm: number,
): number => (rpm * 2 * Math.PI * rollingRadiusMm * 60) / (gear * axle * transfer * 1e6);

/** Speeds at which a gear can be driven, km/h: from the engine's idle to its limit. */
export interface GearBand {
  readonly fromKmh: number;
  /** null where nobody has said how fast the engine turns */
  readonly toKmh: number | null;
}
/** The speeds of each gear on this axle ratio and tyre; an engine without an idle (a motor) begins at 0.
 *  @example gearBands([4, 1], 4, { idleRpm: 700, maxRpm: 3500 }, 400).map((b) => b.toKmh?.toFixed(1)) // ["33.0","131.9"] */
export const gearBands = (
  gears: readonly number[],
  axle: number,
  engine: { readonly idleRpm: number | null; readonly maxRpm: number | null },
  rollingRadiusMm: number,
): readonly GearBand[] =>
  gears.map((gear) => ({
    fromKmh: speedAtKmh(engine.idleRpm ?? 0, gear, axle, 1, rollingRadiusMm),
    toKmh: engine.maxRpm === null ? null : speedAtKmh(engine.maxRpm, gear, axle, 1, rollingRadiusMm),
  }));

/** Every listed axle ratio on the old and the new tyre; loaded radius for tractive force, rolling radius for speeds. */
export function gearing(
  d: Driveline,
  v: {
    readonly speedKmh: number;
    readonly inVehicle: number | null;
    readonly oldRollingMm: number;
    readonly newRollingMm: number;
    readonly newLoadedMm: number;
  },
): Gearing {
  const first = d.gears[0] ?? 1;
  const top = d.gears.at(-1) ?? 1;
  const rpm = (axle: number, gear: number, rollingRadiusMm: number) =>
    engineRpm({ speedKmh: v.speedKmh, gear, axle, transfer: 1, rollingRadiusMm });
  const rows = d.axleRatios.map((axle): RatioRow => {
    const wheelTorqueNm = d.engineTorqueNm * first * axle;
    return {
      axle,
      oldRpm: rpm(axle, top, v.oldRollingMm),
      newRpm: rpm(axle, top, v.newRollingMm),
      byGearRpm: d.gears.map((g) => rpm(axle, g, v.newRollingMm)),
      wheelTorqueNm,
      tractiveN: (wheelTorqueNm * 1000) / v.newLoadedMm,
      crawlKmh:
        d.idleRpm === null ? null : speedAtKmh(d.idleRpm, first, axle, d.lowRange ?? 1, v.newRollingMm),
    };
  });
  const restoring = v.inVehicle === null ? null : restoringRatio(v.inVehicle, v.oldRollingMm, v.newRollingMm);
  return {
    rows,
    restoring,
    nearestListed:
      restoring === null
        ? null
        : d.axleRatios.reduce((a, b) => (Math.abs(b - restoring) < Math.abs(a - restoring) ? b : a)),
  };
}

export interface CalibrationFigures {
  readonly circumferenceMm: number;
  readonly revsPerKm: number;
  readonly revsPerMile: number;
  /** true distance for 100 km on the odometer before anything is entered, km */
  readonly odometer100Km: number;
  readonly trueAt50: number;
  readonly trueAt100: number;
}
/** What is entered for a tyre, and what the vehicle shows until it is.
 *  @example calibrationFigures(375.24, 392.64).circumferenceMm // 2467.03 */
export function calibrationFigures(oldRollingMm: number, newRollingMm: number): CalibrationFigures {
  const perKm = revsPerKm(newRollingMm);
  const shown = (n: number) => trueSpeed(n, oldRollingMm, newRollingMm);
  return {
    circumferenceMm: 2 * Math.PI * newRollingMm,
    revsPerKm: perKm,
    revsPerMile: perKm * KM_PER_MILE,
    odometer100Km: shown(100),
    trueAt50: shown(50),
    trueAt100: shown(100),
  };
}

export const ABS_MISMATCH_SHARE = 0.015; // front against rear rolling radius: stability units read more as slip, a locked transfer case winds up
/** Front tyre's rolling radius over the rear's, less one; beyond ±1.5 % it is refused.
 *  @example frontRearMismatch(393, 385) // 0.02077922 */
export const frontRearMismatch = (frontRollingMm: number, rearRollingMm: number): number =>
  frontRollingMm / rearRollingMm - 1;
