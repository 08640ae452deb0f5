import type { Blocks, Coded, Figure, LoadCase, Topic, Verdict } from '../evidence';
import type { Axle } from '../suspension';
import { AXLES, type AxlePlan, type PlanCase } from './plan-case';

/** What one code means wherever it is raised. `settings` may be graver for a rule of the place. */
export interface FindingMeta {
  readonly verdict: Verdict;
  readonly topic: Topic;
  readonly blocks: Blocks;
  /** what the vehicle carries where this is judged, where that is always the same */
  readonly loadCase?: LoadCase | undefined;
}
export interface Raised<F extends Coded> {
  readonly finding: F;
  readonly part?: string | undefined;
  readonly axle?: Axle | 'both' | undefined;
  /** as a function where it is dear: made when somebody looks at it */
  readonly figure?: Figure | (() => Figure) | null | undefined;
  /** what the vehicle carries in the case that decides, where neither the figure nor the code says it */
  readonly loadCase?: LoadCase | undefined;
  /** only where the shop or the use of the vehicle sets how grave it is */
  readonly verdict?: Verdict | undefined;
}
export interface Check<F extends Coded> {
  (c: PlanCase): readonly Raised<F>[];
  /** the same on one axle, of a check that looks at each by itself */
  readonly on?: (axle: Axle, c: PlanCase) => readonly Raised<F>[];
  /** speaks of the vehicle as a whole, never of one axle */
  readonly whole?: true;
}
/** One rule of the trade: its codes with what they mean, and the check. One file, and a sentence per code in `wording`. */
export interface Rule<F extends Coded = Coded> {
  readonly findings: Readonly<Record<F['code'], FindingMeta>>;
  readonly check: Check<F>;
  /** the figure that a cure changes, whether the need stands or not; null where the rule has none */
  readonly measure?: ((c: PlanCase, axle: Axle, of: F) => Figure | null) | undefined;
}
export const rule = <F extends Coded>(r: Rule<F>): Rule<F> => r;

/** A check that speaks of the vehicle as a whole, never of one axle. */
export const onTheWhole = <F extends Coded>(check: (c: PlanCase) => readonly Raised<F>[]): Check<F> =>
  Object.assign((c: PlanCase) => check(c), { whole: true as const });
/** Runs a check on each axle in turn. */
export function onEachAxle<F extends Coded>(
  check: (a: AxlePlan, c: PlanCase) => readonly Raised<F>[],
): Check<F> {
  const on = (axle: Axle, c: PlanCase): readonly Raised<F>[] =>
    check(c.axles[axle], c).map((r) => ({ axle, ...r }));
  return Object.assign((c: PlanCase) => AXLES.flatMap((axle) => on(axle, c)), { on });
}
