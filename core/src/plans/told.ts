import type { FoundPlan } from './built-plan';
import type { PlanSearch } from './find-plans';
import type { Outcome } from './outcome';
import { offeredOf, representatives, type Shown, type Special } from './representatives';

/** A plan as numbers: enough to draw it among all others and to put it into a job; what it means is judged where it is shown. */
export interface PlanPoint
  extends
    Pick<FoundPlan, 'name' | 'parts' | 'items' | 'reliefs' | 'tire'>,
    Pick<
      Outcome,
      | 'family'
      | 'needs'
      | 'missMm'
      | 'movedMm'
      | 'times'
      | 'days'
      | 'worse'
      | 'doubt'
      | 'lasting'
      | 'rakeMm'
      | 'rakeLoadedMm'
    > {
  readonly totalMinor: number;
}
export interface ShownPoint extends PlanPoint {
  readonly special: readonly Special[];
  readonly losesBy: Shown['losesBy'];
}
/** How far a search is, as it is sent while it runs. */
export interface PlansTold {
  readonly shown: readonly ShownPoint[];
  /** everything that nothing betters and that may be offered */
  readonly all: readonly PlanPoint[];
  readonly complete: boolean;
  readonly tried: number;
  readonly pruned: number;
  readonly pairs: number;
  readonly left: number;
  readonly boundMinor: number | null;
}
export function planPoint({ name, parts, items, reliefs, tire, outcome: o }: FoundPlan): PlanPoint {
  return {
    name,
    parts,
    items,
    reliefs,
    tire,
    family: o.family,
    needs: o.needs,
    missMm: o.missMm,
    movedMm: o.movedMm,
    times: o.times,
    days: o.days,
    worse: o.worse,
    doubt: o.doubt,
    lasting: o.lasting,
    rakeMm: o.rakeMm,
    rakeLoadedMm: o.rakeLoadedMm,
    totalMinor: o.money.totalMinor,
  };
}
export function tellPlans(search: PlanSearch): PlansTold {
  const { complete, tried, pruned, pairs, left, boundMinor } = search;
  return {
    shown: representatives(search).map(({ plan, special, losesBy }) => ({
      ...planPoint(plan),
      special,
      losesBy,
    })),
    all: search.plans.filter(offeredOf(search.plans)).map(planPoint),
    complete,
    tried,
    pruned,
    pairs,
    left,
    boundMinor,
  };
}
