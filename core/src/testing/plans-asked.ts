import type { JobSections, PlansAsked } from '..';
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
