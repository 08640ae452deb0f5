import { assess, type Assessment, needKey, type Need } from '../assessment';
import { listed, type JobSections } from '../job';
import { memoized } from '../units';
import { vehicleAxle, type AxleInput, type VehicleAxle } from '../vehicle';
import { comesTo, type ComesTo, type FoundPlan, type PlansAsked } from './built-plan';
import { toSettle } from './outcome';

/** The job with a plan as its build. */
export function withPlanOf(
  job: JobSections,
  plan: Pick<FoundPlan, 'items' | 'reliefs' | 'tire'>,
): JobSections {
  return {
    ...job,
    tire: { ...job.tire, ...plan.tire, reliefs: plan.reliefs },
    build: { ...job.build, items: plan.items.map((i) => listed(i.code, i.kind, i.code)) },
  };
}
/** What of a plan says which it is. */
export type Chosen = Pick<FoundPlan, 'parts' | 'items' | 'reliefs' | 'tire'>;
export interface AssessedPlan extends ComesTo {
  readonly job: JobSections;
  readonly a: Assessment;
}
/** Prepares each axle of a vehicle once, whatever is asked of it after; `most`: how many things each remembers. */
export function preparing(most?: number): (input: AxleInput) => VehicleAxle {
  const axles = new Map<string, VehicleAxle>();
  return (input) => {
    const { axle, brief, accessories, fitted, vehicle, tapedMm } = input;
    const key = JSON.stringify([axle, brief, accessories, fitted, vehicle.variant, tapedMm ?? null]);
    return memoized(axles, key, () => vehicleAxle(input, most));
  };
}
/** One job after another judged on the same axles. */
export function assessPlans(asked: PlansAsked): (job: JobSections) => AssessedPlan {
  const prepare = asked.prepare ?? preparing();
  const { catalogue, settings, day } = asked;
  return (job) => {
    const a = assess(job, catalogue, settings, { day, prepare });
    return { job, a, ...comesTo(job, a, catalogue, settings) };
  };
}
/** Needs that are left to settle. */
export const stillToSettle = (a: Pick<Assessment, 'needs'>): readonly Need[] => toSettle(a.needs);
/** Those of them that were not there before. */
export const newlyOpen = (more: readonly Need[], than: readonly Need[]): readonly Need[] => {
  const had = new Set(than.map(needKey));
  return more.filter((n) => !had.has(needKey(n)));
};
