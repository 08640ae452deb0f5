import { drivenAxles, type Catalogue, type KnownVehicle, type OpenQuestion } from '../catalogue';
import {
  checkGearing,
  readCandidates,
  readTires,
  type Forecast,
  type GearingCheck,
  type RubCheck,
  type TireReading,
  type TireStiffness,
} from '../forecast';
import { roundToday, type JobSections, type ShopSettings } from '../job';
import {
  frequencies,
  knownVehicle,
  planCase,
  tireStiffnessOn,
  type CaseOptions,
  type PlanCase,
} from '../plan-case';
import { needsOf, type Need } from './needs';
import { ratioAfter } from '../rules';
import type { Axle, RideHeightFault } from '../suspension';
import { tapedRounds, type TapedRound } from './taped';
import { formatTireSize } from '../tires';
import { once } from '../units';
import {
  afterBuild,
  partsOfJob,
  readTape,
  type FittedPart,
  type Removal,
  type RepairWork,
  type TapeReading,
} from '../vehicle';

/** All that the core can say about one job with what it has. Plain data: it can be saved, sent to a worker, compared. */
export interface Assessment {
  readonly vehicle: KnownVehicle | null;
  readonly questions: readonly OpenQuestion[];
  /** how it stands today */
  readonly tape: TapeReading;
  /** every round of the tape beside what it was forecast to be; none without a vehicle */
  readonly taped: readonly TapedRound[];
  readonly tires: TireReading;
  readonly forecast: Forecast | null;
  /** the axle that cannot be posed, where one cannot; what does not need its pose is judged all the same */
  readonly fault: RideHeightFault | null;
  /** the sizes looked at beside the wanted one, each against today's */
  readonly candidates: ReturnType<typeof readCandidates>;
  /** whether the wanted tyre clears, per axle; null without a tyre or a pose */
  readonly clearance: { readonly front: RubCheck | null; readonly rear: RubCheck | null };
  readonly gearing: GearingCheck | null;
  /** ride frequencies with the load of the brief, today and planned */
  readonly ride: {
    readonly today: ReturnType<typeof frequencies>;
    readonly planned: ReturnType<typeof frequencies>;
  };
  /** height of the body over how it left the factory on its springs, as the tape shows it, mm; null where it is not taped */
  readonly tapedMm: Readonly<Record<Axle, number | null>>;
  /** vertical stiffness of a tyre of each axle, today's and the wanted one's, N/mm; null where its size cannot be read */
  readonly tireNPerMm: Readonly<Record<Axle, TireStiffness>>;
  readonly fitted: readonly FittedPart[];
  readonly chosen: readonly FittedPart[];
  /** what is on the vehicle after the build */
  readonly planned: readonly FittedPart[];
  /** what the look-over says is repaired or replaced beside those */
  readonly repairs: readonly RepairWork[];
  /** what comes off in this build */
  readonly removed: readonly Removal[];
  readonly unknownCodes: readonly string[];
  readonly needs: readonly Need[];
}

/** The whole way of the data: sections → vehicle → tape → tyre → ride height → stance → needs. Works with what is there.
 *  `options.day`: today, for the calendar; `options.prepare`: an axle that remembers, for whoever asks at every keystroke. */
export function assess(
  job: JobSections,
  catalogue: Catalogue,
  settings: ShopSettings,
  options: CaseOptions = {},
): Assessment {
  const vehicle = knownVehicle(job, catalogue);
  if (!vehicle) return withoutVehicle(job, catalogue, settings);
  return assessCase(planCase(job, vehicle, catalogue, settings, options));
}

/** What a case comes to. `known`: what the rules find in it, where somebody has asked them already or needs no answer. */
export function assessCase(c: PlanCase, known: readonly Need[] | null = null): Assessment {
  const { job, catalogue, vehicle, tires } = c;
  const [front, rear] = [c.axles.front.forecast(), c.axles.rear.forecast()];
  const { check } = tires;
  const taped = once(() => tapedRounds(c));
  const candidates = once(() => readCandidates(job.tire, job.brief, vehicle, c.burden, catalogue));
  const needs = once(() => known ?? needsOf(c));
  return {
    vehicle,
    questions: c.questions,
    tape: c.tape,
    tires,
    forecast: c.forecast(),
    fault: !front.ok ? front.fault : !rear.ok ? rear.fault : null,
    // only one view looks at each of these
    get taped() {
      return taped();
    },
    get candidates() {
      return candidates();
    },
    get clearance() {
      return { front: c.axles.front.clearance(), rear: c.axles.rear.clearance() };
    },
    gearing: check
      ? checkGearing(
          vehicle,
          job.tire,
          check,
          formatTireSize(check.front.target.size),
          ratioAfter(c, drivenAxles(vehicle)?.at(-1) ?? 'rear'),
        )
      : null,
    ride: { today: frequencies(c, 'today'), planned: frequencies(c, 'planned') },
    tapedMm: {
      front: c.axles.front.prepared.input.tapedMm ?? null,
      rear: c.axles.rear.prepared.input.tapedMm ?? null,
    },
    tireNPerMm: { front: tireStiffnessOn(c, 'front'), rear: tireStiffnessOn(c, 'rear') },
    fitted: c.fitted,
    chosen: c.chosen,
    planned: c.planned,
    repairs: c.repairs,
    removed: c.parts.removed,
    unknownCodes: c.parts.unknown,
    get needs() {
      return needs();
    },
  };
}

function withoutVehicle(job: JobSections, catalogue: Catalogue, settings: ShopSettings): Assessment {
  const parts = partsOfJob(job, catalogue, null);
  return {
    vehicle: null,
    questions: [],
    tape: readTape(roundToday(job.tape), null, settings.lengthUnit, { front: null, rear: null }),
    taped: [],
    tires: readTires(job.tire, job.brief, null, null, catalogue),
    forecast: null,
    fault: null,
    candidates: [],
    clearance: { front: null, rear: null },
    gearing: null,
    ride: { today: null, planned: null },
    tapedMm: { front: null, rear: null },
    tireNPerMm: { front: { today: null, planned: null }, rear: { today: null, planned: null } },
    fitted: parts.fitted,
    chosen: parts.chosen,
    planned: afterBuild(parts.fitted, parts.chosen),
    repairs: [],
    unknownCodes: parts.unknown,
    removed: [],
    needs: [],
  };
}
