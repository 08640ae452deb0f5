import { explain, given, type Figure } from '../evidence';
import type { CalibrationWay, KnownVehicle } from '../catalogue';
import type { TireSection } from '../job';
import type { Axle } from '../suspension';
import { restoringRatio } from '../tires';
import { trueSpeedFigure } from './tire-figures';
import type { AxleTire, TireCheck } from './wheels';

export interface GearingRow {
  readonly axle: number;
  readonly today: Figure;
  readonly target: Figure;
  /** engine speed of each gear at the cruising speed, new tyre; null where it is beyond what the engine turns */
  readonly byGear: readonly (Figure | null)[];
  readonly wheelTorque: Figure;
  readonly tractiveForce: Figure;
  /** null for an electric motor */
  readonly crawl: Figure | null;
}
/** What is entered into the vehicle for the new tyre, and by whom. */
export interface CalibrationCard {
  readonly size: string;
  readonly circumference: Figure;
  readonly revsPerKm: Figure;
  readonly revsPerMile: Figure;
  /** to start with: loaded as the brief says, and with the axle at its rating */
  readonly pressure: Readonly<Record<Axle, Pick<AxleTire, 'pressure' | 'pressureRated'>>>;
  /** the ratio that is in it after the build; null while nobody knows */
  readonly axleRatio: number | null;
  readonly at50: Figure;
  readonly at100: Figure;
  readonly odometer: Figure;
  readonly way: CalibrationWay;
}
const pressuresOf = ({ pressure, pressureRated }: AxleTire) => ({ pressure, pressureRated });
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

/** Gears, ratios and what the speedometer is told, for the wanted tyres on this vehicle. Where front and rear differ, the
 *  driven speed is that of the mean of both rolling radii. */
export function checkGearing(
  vehicle: KnownVehicle,
  section: TireSection,
  check: TireCheck,
  written: string,
  /** what the driven axles turn with after the plan; null while nobody knows */
  after: number | null,
): GearingCheck {
  const { platform } = vehicle;
  const { front, rear } = check;
  const rolling = (which: 'today' | 'target'): Figure =>
    check.differs || section.currentRear
      ? explain('rolling-radius', 'mm', 'mean-of-sides', {
          left: front.figures.rolling[which],
          right: rear.figures.rolling[which],
        })
      : rear.figures.rolling[which];
  const [was, is] = [rolling('today'), rolling('target')];
  const ratioFigure = (axle: number) => given('axle-ratio', axle, 'ratio', 'listed for the platform');
  const first = given('first-gear', platform.gears[0] ?? 1, 'ratio', platform.label);
  const speed = given('indicated-speed', check.cruisingKmh, 'km/h', 'the brief');
  const { maxRpm, idleRpm, torqueNm } = platform.engine;
  const limit = maxRpm === null ? {} : { limit: { max: maxRpm } };
  const engine = (axle: number, gear: number, radius: Figure) =>
    explain(
      'engine-rpm',
      'rpm',
      'engine-speed',
      {
        speed,
        gear: given('top-gear', gear, 'ratio', platform.label),
        axle: ratioFigure(axle),
        rolling: radius,
      },
      limit,
    );
  const possible = (f: Figure) => (maxRpm !== null && f.value > maxRpm ? null : f);
  const top = platform.gears.at(-1) ?? 1;
  const rows = platform.axleRatios.map((axle): GearingRow => {
    const wheelTorque = explain('wheel-torque', 'N·m', 'gear-chain', {
      torque: given('engine-torque', torqueNm, 'N·m', platform.label),
      gear: first,
      axle: ratioFigure(axle),
    });
    return {
      axle,
      today: engine(axle, top, was),
      target: engine(axle, top, is),
      byGear: platform.gears.map((g) => possible(engine(axle, g, is))),
      wheelTorque,
      tractiveForce: explain('tractive-force', 'N', 'tractive-force', {
        torque: wheelTorque,
        loaded: rear.figures.loadedRadius.target,
      }),
      crawl:
        idleRpm === null
          ? null
          : explain('crawl-speed', 'km/h', 'speed-at-engine', {
              engine: given('engine-rpm', idleRpm, 'rpm', 'idle'),
              gear: first,
              axle: ratioFigure(axle),
              low:
                platform.lowRange === null
                  ? null
                  : given('low-range', platform.lowRange, 'ratio', platform.label),
              rolling: is,
            }),
    };
  });
  const { axleRatio } = section;
  const restoring = axleRatio === null ? null : restoringRatio(axleRatio, was.value, is.value);
  const circumference = explain('circumference', 'mm', 'circumference', { rolling: is });
  const revsPerKm = explain('revs-per-km', 'per-km', 'revs-per-km', { rolling: is });
  return {
    gears: platform.gears,
    lowRange: platform.lowRange,
    cruisingKmh: check.cruisingKmh,
    rows,
    inVehicle: axleRatio,
    after,
    restoring:
      axleRatio === null
        ? null
        : explain('restoring-ratio', 'ratio', 'restoring-ratio', {
            ratio: given('axle-ratio', axleRatio, 'ratio', 'off the plate'),
            was,
            now: is,
          }),
    nearestListed:
      restoring === null
        ? null
        : platform.axleRatios.reduce<number | null>(
            (best, r) => (best === null || Math.abs(r - restoring) < Math.abs(best - restoring) ? r : best),
            null,
          ),
    rollingMm: { today: was.value, target: is.value },
    card: {
      size: written,
      circumference,
      revsPerKm,
      revsPerMile: explain('revs-per-mile', 'per-mile', 'revs-per-mile', { 'per-km': revsPerKm }),
      pressure: { front: pressuresOf(front), rear: pressuresOf(rear) },
      axleRatio: after,
      at50: trueSpeedFigure(50, was, is),
      at100: trueSpeedFigure(100, was, is),
      odometer: explain('odometer', 'km', 'speedometer', {
        shown: given('indicated-speed', 100, 'km/h', 'odometer before entering'),
        was,
        now: is,
      }),
      way: platform.calibration,
    },
  };
}
