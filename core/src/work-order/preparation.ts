import type { Fastening } from './fastening';
import type { WorkPlan } from './step';

/** Joints of a plan that are never used twice, each once per axle with its count where the card says it. */
export function singleUseOf(plan: Pick<WorkPlan, 'steps'>): readonly Fastening[] {
  const all = plan.steps.flatMap((s) => s.fastenings.filter((f) => f.singleUse === true));
  const at = (f: Fastening) => `${f.joint}@${f.axle}`;
  const countOf = (of: readonly Fastening[]) =>
    of.some((f) => f.count === null) ? null : of.reduce((sum, f) => sum + (f.count ?? 0), 0);
  return [...new Map(all.map((f) => [at(f), f])).values()].map((f) => ({
    ...f,
    side: null,
    count: countOf(all.filter((x) => at(x) === at(f))),
  }));
}
/** Tools of a plan that the shop's register does not have; none where it has no register.
 *  @example toolsMissing(['jack', 'bush press'], ['jack']) // ["bush press"] */
export const toolsMissing = (
  needed: readonly string[],
  owned: readonly string[] | null,
): readonly string[] =>
  owned === null ? [] : needed.filter((t) => !owned.some((o) => o.toLowerCase() === t.toLowerCase()));
