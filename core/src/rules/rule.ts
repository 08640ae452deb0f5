import type { Blocks, Coded, Figure, LoadCase, Topic, Verdict } from '../evidence';
import type { Axle } from '../suspension';
import { AXLES, type AxlePlan, type PlanCase } from '../plan-case';

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
/** What a rule looks at, and how. `axle`: one axle by itself, asked of each; what it raises is about that axle. `vehicle`: the vehicle as a
 *  whole; never about one axle. `plan`: everything that is in the plan, which may be on one axle, on both or on neither. */
type Scope<F extends Coded> =
  | { readonly scope: 'axle'; readonly check: (a: AxlePlan, c: PlanCase) => readonly Raised<F>[] }
  | { readonly scope: 'vehicle' | 'plan'; readonly check: (c: PlanCase) => readonly Raised<F>[] };
/** One rule of the trade: its codes with what they mean, and the check. One file, and a sentence per code in `wording`. */
export type Rule<F extends Coded = Coded> = Scope<F> & {
  readonly findings: Readonly<Record<F['code'], FindingMeta>>;
  /** the figure that a cure changes, whether the need stands or not; null where the rule has none */
  readonly measure?: ((c: PlanCase, axle: Axle, of: F) => Figure | null) | undefined;
};
export const rule = <F extends Coded>(r: Rule<F>): Rule<F> => r;

/** What one rule raises in a plan. `axle`: what a rule of one axle raises there, of others all the same. */
export function raisedBy<F extends Coded>(
  r: Rule<F>,
  c: PlanCase,
  axle: Axle | null = null,
): readonly Raised<F>[] {
  if (r.scope !== 'axle') return r.check(c);
  return (axle === null ? AXLES : [axle]).flatMap((at) =>
    r.check(c.axles[at], c).map((raised) => ({ axle: at, ...raised })),
  );
}
