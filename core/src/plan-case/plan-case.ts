import { asVariant, openQuestions, type Catalogue, type KnownVehicle, type OpenQuestion } from '../catalogue';
import {
  forecastAxle,
  loadedTodayMm,
  newTires,
  readTires,
  rubAxle,
  clearanceDoubtMm,
  rubChecks,
  stances,
  type AxleBurden,
  type AxleForecast,
  type Forecast,
  type RubAxle,
  type RubAxleInput,
  type WalkMemo,
  type RubCheck,
  type TireReading,
} from '../forecast';
import { roundToday, type JobSections, type ReliefChoice, type ShopSettings, type TapeRound } from '../job';
import type { Axle, ReachFault, RideHeightFault } from '../suspension';
import { formatTireSize } from '../tires';
import { bad, memoized, once, type Result } from '../units';
import {
  afterBuild,
  studiedTire,
  effectsOfKind,
  loadOn,
  onSlope,
  partsOfJob,
  repairsOf,
  readTape,
  slopeMoves,
  spacersMm,
  vehicleAxle,
  type AxleInput,
  type AxleView,
  type FittedPart,
  type PartsOfJob,
  type RepairWork,
  type TapeReading,
  type TireAsked,
  type VehicleAxle,
} from '../vehicle';

export const AXLES = ['front', 'rear'] as const satisfies readonly Axle[];

/** One axle of a plan. What is dear is made when it is asked for, once. */
export interface AxlePlan {
  readonly axle: Axle;
  readonly prepared: VehicleAxle;
  /** the axle with the parts of the plan */
  readonly view: () => AxleView;
  readonly forecast: () => Result<AxleForecast, RideHeightFault>;
  /** the axle with everything that stands near its wheels, as the plan leaves it */
  readonly rub: () => Result<RubAxle, RideHeightFault>;
  /** whether the wanted tyre clears; null without a tyre or a pose */
  readonly clearance: () => RubCheck | null;
  /** what that is in doubt by, mm */
  readonly clearanceDoubtMm: () => number;
  readonly rubInput: RubAxleInput;
  /** keeps what is dear to make and follows from how this axle stands, its reliefs, the brief, and `from` */
  readonly memo: <T>(name: string, from: readonly unknown[], make: () => T) => T;
}
/** A whole plan as the rules see it: the job, the vehicle, the parts, and every figure that follows from them. */
export interface PlanCase {
  readonly job: JobSections;
  readonly catalogue: Catalogue;
  readonly settings: ShopSettings;
  /** today's date, as 2026-11-25; null where nobody says */
  readonly day: string | null;
  readonly vehicle: KnownVehicle;
  readonly questions: readonly OpenQuestion[];
  readonly parts: PartsOfJob;
  readonly fitted: readonly FittedPart[];
  readonly chosen: readonly FittedPart[];
  /** what is on the vehicle after the build */
  readonly planned: readonly FittedPart[];
  readonly tape: TapeReading;
  readonly tires: TireReading;
  /** tyres and wheels under a burden: many plans that are tried have the same one */
  readonly tiresUnder: (burden: Readonly<Record<Axle, AxleBurden>>) => TireReading;
  /** what each axle carries loaded, and its wheel spacers, today and planned */
  readonly burden: Readonly<Record<Axle, AxleBurden>>;
  readonly axles: Readonly<Record<Axle, AxlePlan>>;
  /** what the look-over says is repaired or replaced beside the parts of the plan */
  readonly repairs: readonly RepairWork[];
  /** null where an axle has no ride height */
  readonly forecast: () => Forecast | null;
  /** what several ask of this plan, made once */
  readonly kept: Memo;
  /** the same of the vehicle as it stands, for every plan that is tried on it: nothing of a plan may be in it */
  readonly memoToday: Memo;
}
type Memo = <T>(name: string, make: () => T) => T;
function newMemo(): Memo {
  const known = new Map<string, unknown>();
  return <T>(name: string, make: () => T) => memoized(known, name, make) as T;
}
export interface CaseOptions {
  readonly day?: string | null | undefined;
  /** prepares an axle; whoever asks at every keystroke passes one that remembers */
  readonly prepare?: ((input: AxleInput) => VehicleAxle) | undefined;
}
/** The vehicle of a job as far as it is known; null while no platform is chosen or the catalogue lacks it. */
export function knownVehicle(
  job: Pick<JobSections, 'vehicle'>,
  catalogue: Pick<Catalogue, 'platforms'>,
): KnownVehicle | null {
  const platform = catalogue.platforms.find((p) => p.code === job.vehicle.platform);
  const { year, variant } = job.vehicle;
  return platform ? { platform: asVariant(platform, variant), year, variant } : null;
}

/** A round of the tape on a known vehicle, a sloping floor taken out. `loadedMm`: loaded radius of the tyre it stood on. */
export const readRound = (
  round: TapeRound,
  vehicle: KnownVehicle,
  { lengthUnit }: Pick<ShopSettings, 'lengthUnit'>,
  axles: () => Readonly<Record<Axle, VehicleAxle>>,
  loadedMm: (axle: Axle) => number | null,
): TapeReading =>
  readTape(
    round,
    vehicle,
    lengthUnit,
    { front: loadedMm('front'), rear: loadedMm('rear') },
    onSlope(round) ? slopeMoves(round, axles()) : null,
  );

/** How far the body stands over how it left the factory on its springs, as the tape shows it, mm: what was put between body and frame
 *  is not the springs'. Null until the axle is taped and the reading is not in doubt. */
function tapedMm(
  tape: TapeReading,
  { platform }: KnownVehicle,
  { fitted }: PartsOfJob,
  axle: Axle,
): number | null {
  const arch = tape[axle];
  const bodyMm = effectsOfKind(fitted, axle, 'body-lift').reduce((sum, e) => sum + e.heightMm, 0);
  return arch && arch.value - platform[axle].archMm - bodyMm;
}
/** The case of a job on a known vehicle. */
export function planCase(
  job: JobSections,
  vehicle: KnownVehicle,
  catalogue: Catalogue,
  settings: ShopSettings,
  options: CaseOptions = {},
): PlanCase {
  const parts = partsOfJob(job, catalogue, vehicle);
  const prepare = options.prepare ?? vehicleAxle;
  const inputOf = (axle: Axle): AxleInput => ({
    vehicle,
    axle,
    brief: { payloadKg: job.brief.payloadKg, tongueKg: job.brief.tongueKg },
    accessories: job.vehicle.accessories,
    fitted: parts.fitted,
  });
  const both = <T>(of: (axle: Axle) => T) => ({ front: of('front'), rear: of('rear') });
  const loadedMm = (axle: Axle) => loadedTodayMm(job.tire, vehicle, axle);
  const round = roundToday(job.tape);
  // a floor that slopes moves the arches by what is on the springs: the axles as their records have them say by how much
  const recorded = once(() => both((axle) => prepare(inputOf(axle))));
  const tape = readRound(round, vehicle, settings, recorded, loadedMm);
  const axles = both((axle) => prepare({ ...inputOf(axle), tapedMm: tapedMm(tape, vehicle, parts, axle) }));
  const readings = new Map<string, TireReading>();
  return caseOn(
    {
      memoToday: newMemo(),
      tiresUnder: (burden) => {
        const key = JSON.stringify(burden);
        const reading = readings.get(key) ?? readTires(job.tire, job.brief, vehicle, burden, catalogue);
        readings.set(key, reading);
        return reading;
      },
      job,
      catalogue,
      settings,
      day: options.day ?? null,
      vehicle,
      questions: openQuestions(vehicle, catalogue),
      parts,
      fitted: parts.fitted,
      tape,
    },
    axles,
    parts.chosen,
  );
}
/** What stays as it is whatever is chosen. */
type Base = Omit<
  PlanCase,
  'chosen' | 'planned' | 'tires' | 'burden' | 'axles' | 'repairs' | 'forecast' | 'kept'
>;
function caseOn(
  base: Base,
  prepared: Readonly<Record<Axle, VehicleAxle>>,
  chosen: readonly FittedPart[],
): PlanCase {
  const { job, vehicle, catalogue, fitted, tape } = base;
  const planned = afterBuild(fitted, chosen);
  const burdenOf = (axle: Axle): AxleBurden => ({
    ...loadOf(prepared[axle].input, planned),
    spacerTodayMm: spacersMm(fitted, axle),
    spacerPlannedMm: spacersMm(planned, axle),
  });
  const burden = { front: burdenOf('front'), rear: burdenOf('rear') };
  const tires = once(() => base.tiresUnder(burden));
  const plan = (axle: Axle): AxlePlan => {
    const p = prepared[axle];
    const { payloadKg, tongueKg, chains, usage } = job.brief;
    const rubInput: RubAxleInput = {
      ...p.input,
      brief: { payloadKg, tongueKg, chains, usage },
      planned,
      reliefs: job.tire.reliefs.filter((r) => r.axle === axle),
      catalogue: { reliefs: catalogue.reliefs },
    };
    const view = once(() => p.with(planned));
    const rubKey = once(() =>
      [view().key, JSON.stringify([rubInput.reliefs, chains, usage.rock, usage.mud])].join(' '),
    );
    const rub = once(() => p.memo(`rub ${rubKey()}`, () => rubAxle(rubInput, p)));
    const asked = once((): TireAsked | null => {
      const side = tires().check?.[axle].target;
      return side ? studiedTire(side, formatTireSize(side.size)) : null;
    });
    const onTire = (tire: TireAsked) => `${rubKey()} ${JSON.stringify(tire)} ${spacersMm(planned, axle)}`;
    const keepWalk: WalkMemo = (grid, make) =>
      p.memoFew(`walk ${JSON.stringify([view().state.effects, grid])}`, make);
    const clearance = once(() => {
      const tire = asked();
      if (!tire) return null;
      return p.memo(`clearance ${onTire(tire)}`, () => {
        const a = rub();
        const r: Result<readonly RubCheck[], RideHeightFault | ReachFault> = a.ok
          ? rubChecks(rubInput, a.value, [tire], keepWalk)
          : bad(a.fault);
        return r.ok ? (r.value[0] ?? null) : null;
      });
    });
    return {
      axle,
      prepared: p,
      view,
      rubInput,
      forecast: once(() => forecastAxle(p, view(), chosen)),
      rub,
      memo: (name, from, make) => p.memo(`${name} ${rubKey()} ${JSON.stringify(from)}`, make),
      clearance,
      clearanceDoubtMm: () => {
        const [a, tire, check] = [rub(), asked(), clearance()];
        return a.ok && tire && check
          ? p.memo(`clearance doubt ${onTire(tire)}`, () =>
              clearanceDoubtMm(rubInput, a.value, check, tire, keepWalk),
            )
          : 0;
      },
    };
  };
  const axles = { front: plan('front'), rear: plan('rear') };
  return {
    ...base,
    kept: newMemo(),
    chosen,
    planned,
    get tires() {
      return tires();
    },
    burden,
    axles,
    repairs: repairsOf(job.lookOver, vehicle, chosen, catalogue, newTires(job.tire)),
    forecast: once(() => {
      const [front, rear] = [axles.front.forecast(), axles.rear.forecast()];
      return front.ok && rear.ok
        ? stances(vehicle.platform, job, { front: front.value, rear: rear.value }, tape, tires())
        : null;
    }),
  };
}
const loadOf = (input: AxleInput, planned: readonly FittedPart[]) => {
  const { loadedKg, ratedKg } = loadOn(input, planned);
  return { loadedKg, ratedKg };
};
/** The same plan with other parts chosen and other reliefs done: the axles stay prepared. */
export const withPlan = (
  c: PlanCase,
  chosen: readonly FittedPart[],
  reliefs: readonly ReliefChoice[],
): PlanCase => {
  const { job } = c;
  return withChosen(
    reliefs.length === 0 && job.tire.reliefs.length === 0
      ? c
      : { ...c, job: { ...job, tire: { ...job.tire, reliefs } } },
    chosen,
  );
};
/** The same plan with other parts chosen: the axles stay prepared. */
export const withChosen = (c: PlanCase, chosen: readonly FittedPart[]): PlanCase =>
  caseOn(c, { front: c.axles.front.prepared, rear: c.axles.rear.prepared }, chosen);
