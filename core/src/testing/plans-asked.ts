import { builtPlan, buy, listed, type FoundPlan, type JobSections, type Part, type PlansAsked } from '..';
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
/** These parts bought in the cheapest way, nothing else, judged by nothing of the search. */
export function boughtPlan(asked: PlansAsked, parts: readonly Part[]): FoundPlan {
  const bought = buy(parts, asked.catalogue.kits);
  const items = [
    ...bought.kits.map((k) => listed(k.code, 'kit', k.code)),
    ...bought.parts.map((p) => listed(p.code, 'part', p.code)),
  ];
  return builtPlan({ ...asked, job: { ...asked.job, build: { ...asked.job.build, items } } })!;
}
