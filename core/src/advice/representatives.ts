import {
  type FoundPlan,
  COLUMNS,
  columnsOf,
  offSteps,
  type PlanSearch,
  type PlanFamily,
} from '../build-search';

/** What is special about a plan that is shown. */
export const SPECIALS = [
  'closest',
  'cheapest',
  'rides-best',
  'soonest',
  'surest',
  'undone',
  'family',
] as const;
export type Special = (typeof SPECIALS)[number];
export interface Shown {
  readonly plan: FoundPlan;
  /** the first says most */
  readonly special: readonly Special[];
  /** the plan of another kind that betters it, where it is shown for its kind alone: by what, against that plan */
  readonly losesBy: {
    readonly to: string;
    readonly totalMinor: number;
    readonly missMm: number;
    readonly minutes: number;
  } | null;
}
const MOST_SHOWN = 5;
/** a plan that is cheaper may be off the wish by this many steps more */
const NEARLY_STEPS = 2;
/** dearer by more than this for the same is another plan, minor units share */
const SAME_MONEY_SHARE = 0.03;

const unsettled = ({ outcome: { needs } }: FoundPlan) => needs.no * 1000 + needs.needs;
const money = (p: FoundPlan) => p.outcome.money.totalMinor;
const least = (plans: readonly FoundPlan[], of: (p: FoundPlan) => number): FoundPlan | undefined =>
  [...plans].sort((a, b) => of(a) - of(b) || money(a) - money(b) || (a.name < b.name ? -1 : 1))[0];

/** What may be offered: a plan in which something cannot stay is asked for under "why not", unless there is no other. */
export function offeredOf(plans: readonly FoundPlan[]): (p: FoundPlan) => boolean {
  const can = (p: FoundPlan) => p.outcome.needs.no === 0;
  return plans.some(can) ? can : () => true;
}
/** Two to five plans that are far enough apart to be worth a customer's look, named by what is special about each, then the best of
 *  each kind that is not among them with what it loses by. Only plans that leave as little unsettled as any, and that come as near to
 *  the wish as the nearest, stand for something; the cheapest of all is told when it gives up some of the wish. */
export function representatives(search: Pick<PlanSearch, 'plans' | 'ofFamily'>): readonly Shown[] {
  const [closest] = search.plans;
  const off = (p: FoundPlan) => offSteps(columnsOf(p.outcome));
  const within = (steps: number) =>
    search.plans.filter(
      (p) => closest && unsettled(p) === unsettled(closest) && off(p) <= off(closest) + steps,
    );
  const near = within(0);
  const picks: readonly (readonly [Special, FoundPlan | undefined])[] = [
    ['closest', closest],
    ['cheapest', least(within(NEARLY_STEPS), money)],
    ['rides-best', least(near, (p) => p.outcome.drivabilityPenalty)],
    ['soonest', least(near, (p) => p.outcome.days)],
    ['surest', least(near, (p) => p.outcome.provenanceRank)],
    ['undone', least(near, (p) => p.outcome.irreversibleCount)],
  ];
  const shown = new Map<string, { plan: FoundPlan; special: Special[] }>();
  for (const [special, plan] of picks) {
    if (!plan) continue;
    const had = [...shown.values()].find((s) => alike(s.plan, plan));
    if (had) had.special.push(special);
    else if (shown.size < MOST_SHOWN) shown.set(plan.name, { plan, special: [special] });
  }
  const first = [...shown.values()];
  const kinds = new Set(first.map((s) => s.plan.outcome.family));
  const offered = offeredOf(search.plans);
  const others = Object.entries(search.ofFamily).flatMap(([family, plan]) =>
    kinds.has(family as PlanFamily) || shown.has(plan.name) || !offered(plan) ? [] : [plan],
  );
  const [best] = first;

  return [
    ...first.map((s): Shown => ({ ...s, losesBy: null })),
    ...others.map((plan): Shown => ({
      plan,
      special: ['family'],
      losesBy: best
        ? {
            to: best.plan.name,
            totalMinor: money(plan) - money(best.plan),
            missMm: plan.outcome.missMm - best.plan.outcome.missMm,
            minutes: plan.outcome.times.personMinutes - best.plan.outcome.times.personMinutes,
          }
        : null,
    })),
  ];
}
/** Two plans that a customer would not tell apart. */
const alike = (a: FoundPlan, b: FoundPlan): boolean =>
  a.name === b.name ||
  (a.outcome.family === b.outcome.family &&
    Math.abs(a.outcome.missMm - b.outcome.missMm) <= COLUMNS.offFrontMm.step &&
    Math.abs(a.outcome.drivabilityPenalty - b.outcome.drivabilityPenalty) < COLUMNS.drivability.step &&
    Math.abs(money(a) - money(b)) <= SAME_MONEY_SHARE * money(a) &&
    a.outcome.days === b.outcome.days);
