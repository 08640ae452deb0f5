import { computed, given, type Figure } from '../evidence';
import type { CalibrationWay, KnownVehicle } from '../catalogue';
import type { TireSection } from '../job';
import { calibrationFigures, gearing } from '../tires';
import type { MountedSide } from '../vehicle';
import type { TireCheck } from './tire-check';
import { rollingFigure } from './tire-figures';

export interface GearingRow {
  readonly axle: number;
  readonly today: Figure;
  readonly target: Figure;
  /** rpm for each gear at the cruising speed, new tyre */
  readonly byGearRpm: readonly number[];
  readonly wheelTorque: Figure;
  readonly push: Figure;
  /** null for an electric motor */
  readonly crawl: Figure | null;
}
/** What is entered into the vehicle for the new tyre, and by whom. */
export interface CalibrationCard {
  readonly size: string;
  readonly circumference: Figure;
  readonly revsPerKm: Figure;
  readonly revsPerMile: Figure;
  readonly pressure: TireCheck['pressure'];
  /** the ratio that is in it after the build; null while nobody knows */
  readonly axleRatio: number | null;
  readonly at50: Figure;
  readonly at100: Figure;
  readonly odometer: Figure;
  readonly way: CalibrationWay;
}
export interface GearingCheck {
  readonly gears: readonly number[];
  readonly lowRange: number | null;
  readonly cruisingKmh: number;
  readonly rows: readonly GearingRow[];
  readonly inVehicle: number | null;
  readonly after: number | null;
  readonly restoring: Figure | null;
  readonly nearestListed: number | null;
  readonly rollingMm: { readonly today: number; readonly target: number };
  readonly card: CalibrationCard;
}

/** Gears, ratios and what the speedometer is told, for the wanted tyre on this vehicle. */
export function checkGearing(
  vehicle: KnownVehicle,
  section: TireSection,
  check: TireCheck,
  written: string,
): GearingCheck {
  const { platform } = vehicle;
  const [old, next] = [check.today.state, check.target.state];
  const g = gearing(
    {
      gears: platform.gears,
      lowRange: platform.lowRange,
      axleRatios: platform.axleRatios,
      engineTorqueNm: platform.engine.torqueNm,
      idleRpm: platform.engine.idleRpm,
    },
    {
      speedKmh: check.cruisingKmh,
      inVehicle: section.axleRatio,
      oldRollingMm: old.rollingRadiusMm,
      newRollingMm: next.rollingRadiusMm,
      newLoadedMm: next.loadedRadiusMm,
    },
  );
  const first = platform.gears[0] ?? 1;
  const ratio = (axle: number) => given('axle-ratio', axle, 'ratio', 'listed for the platform');
  const gear = given('first-gear', first, 'ratio', platform.label);
  const rolling = rollingFigure(check.target);
  const topGear = given('top-gear', platform.gears.at(-1) ?? 1, 'ratio', platform.label);
  const engine = (rpm: number, axle: number, s: MountedSide) =>
    computed(
      'engine-rpm',
      rpm,
      'rpm',
      [
        given('indicated-speed', check.cruisingKmh, 'km/h', 'the brief'),
        ratio(axle),
        topGear,
        rollingFigure(s),
      ],
      { formula: 'engine-speed' },
    );
  const rows = g.rows.map((r): GearingRow => {
    const wheelTorque = computed(
      'wheel-torque',
      r.wheelTorqueNm,
      'N·m',
      [given('engine-torque', platform.engine.torqueNm, 'N·m', platform.label), gear, ratio(r.axle)],
      { formula: 'gear-chain' },
    );
    return {
      axle: r.axle,
      today: engine(r.oldRpm, r.axle, check.today),
      target: engine(r.newRpm, r.axle, check.target),
      byGearRpm: r.byGearRpm,
      wheelTorque,
      push: computed(
        'push',
        r.pushN,
        'N',
        [wheelTorque, computed('loaded-radius', next.loadedRadiusMm, 'mm', [], { formula: 'rolling' })],
        { formula: 'gear-chain' },
      ),
      crawl:
        r.crawlKmh === null || platform.engine.idleRpm === null
          ? null
          : computed(
              'crawl-speed',
              r.crawlKmh,
              'km/h',
              [
                given('engine-rpm', platform.engine.idleRpm, 'rpm', 'idle'),
                gear,
                ratio(r.axle),
                ...(platform.lowRange === null
                  ? []
                  : [given('low-range', platform.lowRange, 'ratio', platform.label)]),
                rolling,
              ],
              { formula: 'engine-speed' },
            ),
    };
  });
  const c = calibrationFigures(old.rollingRadiusMm, next.rollingRadiusMm);
  const circumference = computed('circumference', c.circumferenceMm, 'mm', [rolling], {
    formula: 'circumference',
  });
  return {
    gears: platform.gears,
    lowRange: platform.lowRange,
    cruisingKmh: check.cruisingKmh,
    rows,
    inVehicle: section.axleRatio,
    after: section.newAxleRatio ?? section.axleRatio,
    restoring:
      g.restoring === null || section.axleRatio === null
        ? null
        : computed(
            'restoring-ratio',
            g.restoring,
            'ratio',
            [
              given('axle-ratio', section.axleRatio, 'ratio', 'off the plate'),
              rollingFigure(check.today),
              rolling,
            ],
            { formula: 'speedometer' },
          ),
    nearestListed: g.nearestListed,
    rollingMm: { today: old.rollingRadiusMm, target: next.rollingRadiusMm },
    card: {
      size: written,
      circumference,
      revsPerKm: computed('revs-per-km', c.revsPerKm, 'per-km', [circumference], { formula: 'rolling' }),
      revsPerMile: computed('revs-per-mile', c.revsPerMile, 'per-mile', [circumference], {
        formula: 'rolling',
      }),
      pressure: check.pressure,
      axleRatio: section.newAxleRatio ?? section.axleRatio,
      at50: check.figures.at50,
      at100: check.figures.at100,
      odometer: computed(
        'odometer',
        c.odometer100Km,
        'km',
        [
          given('indicated-speed', 100, 'km/h', 'odometer before entering'),
          rollingFigure(check.today),
          rolling,
        ],
        { formula: 'speedometer' },
      ),
      way: platform.calibration,
    },
  };
}
