import type { Catalogue, Part } from '../catalogue';
import type { BuildItem, JobSections, Lock, ReliefChoice, ShopSettings } from '../job';
import { assessCase, type Assessment, type Need } from '../assessment';
import {
  moneyOf,
  partsList,
  workPlan,
  workTimes,
  type Money,
  type PartsLine,
  type WorkPlan,
} from '../work-order';
import { knownVehicle, planCase, type PlanCase } from '../plan-case';
import { freeCode, type AxleInput, type VehicleAxle } from '../vehicle';
import type { Correction } from './corrections';
import { handling, outcomeOf, type Outcome } from './outcome';

/** What is asked: a job, with whatever it holds of vehicle, tape, wish and tyre, and the shop. */
export interface PlansAsked {
  readonly job: JobSections;
  readonly catalogue: Catalogue;
  readonly settings: ShopSettings;
  readonly day: string | null;
  readonly locks: readonly Lock[];
  /** what the shop has measured against what a record says */
  readonly corrections?: readonly Correction[] | undefined;
  readonly prepare?: ((input: AxleInput) => VehicleAxle) | undefined;
}
/** A build that is there: nothing is searched. */
export type BuiltAsked = Omit<PlansAsked, 'locks' | 'corrections'>;
/** One plan, as data that can be sent, kept, and put into a job. */
export interface FoundPlan {
  /** its things, sorted: two plans of one name are one */
  readonly name: string;
  readonly parts: readonly string[];
  readonly items: readonly Pick<BuildItem, 'kind' | 'code'>[];
  readonly reliefs: readonly ReliefChoice[];
  readonly tire: Pick<JobSections['tire'], 'tireCode' | 'wheelCode'>;
  readonly outcome: Outcome;
  /** still to settle or to ask, and what is advised */
  readonly needs: readonly Need[];
}
/** What a job comes to as it is assessed. */
export interface ComesTo {
  readonly lines: readonly PartsLine[];
  readonly work: WorkPlan;
  readonly money: Money;
}
export function comesTo(
  job: JobSections,
  a: Assessment,
  catalogue: Catalogue,
  settings: ShopSettings,
): ComesTo {
  const lines = partsList(job, a, catalogue);
  const work = workPlan(a, job, catalogue, settings.workshop);
  return { lines, work, money: moneyOf(lines, work, settings) };
}
/** A plan with all that it was judged by. */
export interface WholePlan extends ComesTo {
  readonly plan: FoundPlan;
  readonly a: Assessment;
}
/** A case with what it comes to. `parts`: those that the plan brings, without lines of the job's own. */
export function wholePlan(
  c: PlanCase,
  job: JobSections,
  parts: readonly Part[],
  name: string,
  { catalogue, settings }: Pick<PlansAsked, 'catalogue' | 'settings'>,
): WholePlan {
  const a = assessCase(c);
  const all = comesTo(job, a, catalogue, settings);
  const lasting = job.tire.reliefs.filter(
    (r) => catalogue.reliefs.find((x) => x.code === r.relief)?.reversible === false,
  ).length;
  return {
    ...all,
    a,
    plan: {
      name,
      parts: parts.map((p) => p.code),
      items: job.build.items.map(({ kind, code }) => ({ kind, code })),
      reliefs: job.tire.reliefs,
      tire: { tireCode: job.tire.tireCode, wheelCode: job.tire.wheelCode },
      outcome: outcomeOf(c, parts, handling(c), a, all.money, workTimes(all.work), lasting),
      needs: a.needs.map(asData),
    },
  };
}
/** A need with its figures made, so that a plan that is kept holds nothing of the vehicle it was judged on. */
const asData = (n: Need): Need => ({ ...n, finding: { ...n.finding } });
/** The build of a job as it is, looked at like a plan: what the customer brought, or what was chosen before. Null without a vehicle. */
export function builtWhole(asked: BuiltAsked): WholePlan | null {
  const { job, catalogue, settings, day, prepare } = asked;
  const vehicle = knownVehicle(job, catalogue);
  if (!vehicle) return null;
  const c = planCase(job, vehicle, catalogue, settings, { day, prepare });
  const own = new Set(job.build.free.map(freeCode));
  const parts = c.chosen.map((x) => x.part).filter((p) => !own.has(p.code));
  return wholePlan(c, job, parts, parts.map((p) => p.code).join(' + '), { catalogue, settings });
}
/** The same as a plan alone. */
export const builtPlan = (asked: BuiltAsked): FoundPlan | null => builtWhole(asked)?.plan ?? null;
