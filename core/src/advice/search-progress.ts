import type { FoundPlan, PlanSearch, Outcome } from '../build-search';
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
      | 'unwishedMoveMm'
      | 'times'
      | 'days'
      | 'drivabilityPenalty'
      | 'provenanceRank'
      | 'irreversibleCount'
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
export interface SearchProgress {
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
    unwishedMoveMm: o.unwishedMoveMm,
    times: o.times,
    days: o.days,
    drivabilityPenalty: o.drivabilityPenalty,
    provenanceRank: o.provenanceRank,
    irreversibleCount: o.irreversibleCount,
    rakeMm: o.rakeMm,
    rakeLoadedMm: o.rakeLoadedMm,
    totalMinor: o.money.totalMinor,
  };
}
export function searchProgress(search: PlanSearch): SearchProgress {
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
