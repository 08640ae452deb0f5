import { emptyChange, listed, withoutTires, type Change, type JobSections } from '../job';
import type { Axle } from '../suspension';
import { onAxle } from '../vehicle';
import {
  type PlansAsked,
  assessPlans,
  stillToSettle,
  newlyOpen,
  withPlanOf,
  type Chosen,
  type AssessedPlan,
} from '../build-search';

/** A plan in two visits. */
export interface Stages {
  readonly first: FoundPlanPart;
  readonly then: FoundPlanPart;
  /** what both visits together cost more than one: alignment, taking apart again */
  readonly twiceMinor: number;
}
export interface FoundPlanPart {
  readonly parts: readonly string[];
  readonly withTires: boolean;
  readonly totalMinor: number;
  readonly minutes: number;
}
/** What the first visit may cost, minor units; or what it is for. */
export type StageWish = { readonly budgetMinor: number } | { readonly first: FirstVisit };
export const FIRST_VISITS = ['front', 'rear', 'all-but-tires'] as const;
export type FirstVisit = (typeof FIRST_VISITS)[number];
/** The plan cut in two, the first visit within a budget or for one end, and as much of the plan as that allows, whole and safe by
 *  itself: nothing it leaves open that the whole does not. What waits is an end, the tyres, or both. Null where no such cut stands by
 *  itself. */
export function stagesOf(asked: PlansAsked, plan: Chosen, by: StageWish): Stages | null {
  const say = assessPlans(asked);
  const { catalogue, job } = asked;
  const planned = withPlanOf(job, plan);
  const whole = say(planned);
  const byCode = new Map(catalogue.parts.map((p) => [p.code, p]));
  const ofAxle = (axle: Axle) =>
    plan.parts.filter((c) => {
      const p = byCode.get(c);
      return p !== undefined && onAxle(p, axle) && p.axle !== 'both';
    });
  const [front, rear] = [ofAxle('front'), ofAxle('rear')];
  const groups: readonly (readonly string[])[] = [
    front,
    rear,
    plan.parts.filter((c) => byCode.get(c)?.axle === 'both'),
  ];
  const tires = planned.tire.tireCode !== null || planned.tire.wheelCode !== null;
  const cuts = [0, 1, 2, 3, 4, 5, 6, 7].flatMap((mask) =>
    (tires ? [true, false] : [false]).map((withTires) => ({
      parts: groups.flatMap((g, i) => ((mask >> i) & 1 ? g : [])),
      withTires,
    })),
  );
  const stand = (parts: readonly string[], withTires: boolean): JobSections => ({
    ...planned,
    tire: withTires ? planned.tire : withoutTires(planned.tire),
    build: { ...planned.build, items: parts.map((c) => listed(c, 'part', c)) },
  });
  const isFor = (visit: FirstVisit, parts: readonly string[], withTires: boolean): boolean => {
    if (visit === 'all-but-tires') return parts.length === plan.parts.length && !withTires;
    const [now, later] = visit === 'front' ? [front, rear] : [rear, front];
    return now.length > 0 && now.every((c) => parts.includes(c)) && !later.some((c) => parts.includes(c));
  };
  const rest = (parts: readonly string[], withTires: boolean): AssessedPlan => {
    const later = plan.parts.filter((p) => !parts.includes(p));
    return say(fittedBefore(stand(later, !withTires), parts));
  };
  const stages = cuts.flatMap(({ parts, withTires }): Stages[] => {
    if (parts.length === 0 && !withTires) return [];
    if (parts.length === plan.parts.length && withTires === tires) return [];
    if ('first' in by && !isFor(by.first, parts, withTires)) return [];
    const first = say(stand(parts, withTires));
    if ('budgetMinor' in by && first.money.totalMinor > by.budgetMinor) return [];
    if (newlyOpen(stillToSettle(first.a), stillToSettle(whole.a)).length > 0) return [];
    if (first.a.needs.some((n) => n.verdict === 'no')) return [];
    const then = rest(parts, withTires);
    return [
      {
        first: { parts, withTires, totalMinor: first.money.totalMinor, minutes: first.money.minutes },
        then: {
          parts: plan.parts.filter((p) => !parts.includes(p)),
          withTires: tires && !withTires,
          totalMinor: then.money.totalMinor,
          minutes: then.money.minutes,
        },
        twiceMinor: first.money.totalMinor + then.money.totalMinor - whole.money.totalMinor,
      },
    ];
  });
  return (
    stages.sort((a, b) => b.first.totalMinor - a.first.totalMinor || a.twiceMinor - b.twiceMinor)[0] ?? null
  );
}
/** The job on a vehicle that has had these parts fitted in a visit before: what came off then is off, what was repaired is repaired,
 *  lines of one's own are in. */
export const fittedBefore = (job: JobSections, parts: readonly string[]): JobSections => ({
  ...job,
  lookOver: { ...job.lookOver, items: [] },
  build: { ...job.build, free: [] },
  vehicle: {
    ...job.vehicle,
    changes: [
      ...job.vehicle.changes.filter((c) => !c.comesOff),
      ...parts.map((code, i): Change => ({ ...emptyChange(`stage-${i}`), what: code, part: code })),
    ],
  },
});
