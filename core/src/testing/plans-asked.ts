import {
  builtPlan,
  buy,
  findPlans,
  listed,
  type FoundPlan,
  type JobSections,
  type Part,
  type PlanSearch,
  type PlansAsked,
} from '..';
import { catalogue, settings } from './demo-world';
import { DAY } from './situations';

/** Asks for the plans of a job in the demo world, nothing held fast. */
export const askPlans = (job: JobSections, more: Partial<PlansAsked> = {}): PlansAsked => ({
  job,
  catalogue,
  settings,
  day: DAY,
  locks: [],
  ...more,
});
/** everything to its end, not only what is quick: `npm run exact` */
export const TO_THE_END = process.env.RIGGER_WISHES === 'all';
/** The search until it has found enough; to its end where it never has, and by `npm run exact`. */
export function searchUntil(asked: PlansAsked, enough: (r: PlanSearch) => boolean): PlanSearch {
  const steps = findPlans(asked);
  for (;;) {
    const step = steps.next();
    if (step.done) return step.value!;
    if (!TO_THE_END && enough(step.value)) return step.value;
  }
}
/** These parts bought in the cheapest way, nothing else, judged by nothing of the search. */
export function boughtPlan(asked: PlansAsked, parts: readonly Part[]): FoundPlan {
  const bought = buy(parts, asked.catalogue.kits);
  const items = [
    ...bought.kits.map((k) => listed(k.code, 'kit', k.code)),
    ...bought.parts.map((p) => listed(p.code, 'part', p.code)),
  ];
  return builtPlan({ ...asked, job: { ...asked.job, build: { ...asked.job.build, items } } })!;
}
