import type { Fastening } from './fastening';
import type { WorkPlan } from './step';

/** Joints of a plan that are never used twice, each with its count where the card says it. */
export const singleUseOf = (plan: Pick<WorkPlan, 'steps'>): readonly Fastening[] =>
  plan.steps.flatMap((s) => s.fastenings.filter((f) => f.singleUse === true));
/** Tools of a plan that the shop's register does not have; none where it has no register.
 *  @example toolsMissing(['jack', 'bush press'], ['jack']) // ["bush press"] */
export const toolsMissing = (
  needed: readonly string[],
  owned: readonly string[] | null,
): readonly string[] =>
  owned === null ? [] : needed.filter((t) => !owned.some((o) => o.toLowerCase() === t.toLowerCase()));
