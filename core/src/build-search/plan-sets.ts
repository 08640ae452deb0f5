import { isReversible, type Catalogue, type Kit, type KnownVehicle, type Part } from '../catalogue';
import { TOPICS, type Topic } from '../evidence';
import type { JobSections, ShopSettings } from '../job';
import { foundBy, needKey, needsOf, needsOn, needsOnBoth, ruleOf, type Need } from '../assessment';
import { planCase, withPlan, type PlanCase } from '../plan-case';
import type { Axle } from '../suspension';
import { memoized, once } from '../units';
import type { PlansAsked } from './built-plan';
import { isBannedKit } from './locks';
import { toSettle } from './outcome';
import { planSpace, type PlanSpace, type PlanItem } from './plan-space';

/** What the sets of one search are made of and judged by: the job on one tyre and wheel, and all that may be bought for it. */
export interface SearchWorld {
  readonly base: PlanCase;
  readonly space: PlanSpace;
  readonly kits: readonly Kit[];
  readonly job: JobSections;
  readonly catalogue: Catalogue;
  readonly settings: ShopSettings;
}
/** The job on one tyre and wheel, nothing bought yet and no room made. */
export function searchWorld(
  { job: asked, catalogue, settings, locks, day, prepare }: PlansAsked,
  vehicle: KnownVehicle,
  tire: Pick<JobSections['tire'], 'tireCode' | 'wheelCode'>,
): SearchWorld {
  const job: JobSections = {
    ...asked,
    tire: { ...asked.tire, ...tire, reliefs: [] },
    build: { ...asked.build, items: [] },
  };
  const base = planCase(job, vehicle, catalogue, settings, { day, prepare });
  const kits = catalogue.kits.filter((k) => !isBannedKit(locks, k.code));
  return { base, space: planSpace(base, catalogue, locks), kits, job, catalogue, settings };
}
type NeedsOfAxle = (of: Axle | 'whole' | null) => readonly Need[];
/** A set of things on the vehicle, with what the rules find. */
export interface JudgedSet {
  readonly plan: PlanCase;
  /** the same without what only makes room */
  readonly bare: PlanCase;
  /** of everything but the tyre's room, and of that, on one axle, on the vehicle as a whole, or all of it: the dear one is asked when
   *  nothing else is open */
  readonly cheap: NeedsOfAxle;
  readonly room: NeedsOfAxle;
}
export interface PlanSets {
  readonly judged: (set: readonly number[]) => JudgedSet;
  readonly needsAt: (set: readonly number[], axle: Axle) => readonly Need[];
  /** whether the tyre may get its room there by cutting and stopping alone: all of it at once leaves no more than the grid may be off */
  readonly roomFor: (set: readonly number[], axle: Axle) => boolean;
  readonly partsOf: (set: readonly number[]) => readonly Part[];
  /** caster that a set leaves out of its window */
  readonly casterShort: (set: readonly number[]) => readonly Need[];
  /** things that leave something that cannot be undone */
  readonly irreversible: (set: readonly number[]) => number;
}
/** how much nearer a coarse grid may find a tyre with less travel, mm */
const GRID_MM = 3;
const BUT_ROOM = TOPICS.filter((t) => t !== 'clearance');

/** Sets of things put on the vehicle and judged, each once. */
export function planSets({ base, space, job, catalogue }: SearchWorld): PlanSets {
  const known = new Map<string, JudgedSet>();
  // a relief is seen by nothing but the tyre's room, unless all must come off again
  const onlyRoom = (i: number) => {
    const t = itemAt(space, i);
    return t.kind === 'relief' && (t.relief.reversible || !job.brief.reversibleOnly);
  };
  const judged = (set: readonly number[]): JudgedSet =>
    memoized(known, set.join(), () => {
      const plan = withPlan(base, [...space.partsOf(set), ...base.chosen], space.reliefsOf(set));
      const room = asksOf(plan, ['clearance']);
      if (!set.some(onlyRoom)) return { plan, bare: plan, cheap: asksOf(plan, BUT_ROOM), room };
      const { cheap, bare } = judged(set.filter((i) => !onlyRoom(i)));
      return { plan, bare, cheap, room };
    });
  const reliefs = (axle: Axle) =>
    space.items.flatMap((t, i) => (t.kind === 'relief' && t.choice.axle === axle ? [i] : []));
  const allReliefs = { front: reliefs('front'), rear: reliefs('rear') };
  const caster = ruleOf('caster-reach');
  const short = new Map<string, readonly Need[]>();
  return {
    judged,
    casterShort: (set) =>
      memoized(short, set.join(), () => (caster ? foundBy(caster, judged(set).bare) : [])),
    needsAt: (set, axle) => [...judged(set).cheap(axle), ...judged(set).room(axle)],
    roomFor: (set, axle) =>
      toSettle(judged(union(set, allReliefs[axle])).room(axle)).every(
        ({ finding: f }) => f.code === 'tire-clearance' && f.clearanceMm > f.marginMm - GRID_MM,
      ),
    partsOf: (set) => space.partsOf(set).map((p) => p.part),
    irreversible: (set) =>
      set.filter((i) => {
        const t = itemAt(space, i);
        return t.kind === 'part' ? !isReversible(t.part, catalogue) : !t.relief.reversible;
      }).length,
  };
}
/** What the rules find about these topics, each answer remembered. */
function asksOf(plan: PlanCase, topics: readonly Topic[]): NeedsOfAxle {
  const ask = {
    front: once(() => needsOn(plan, 'front', topics)),
    rear: once(() => needsOn(plan, 'rear', topics)),
    whole: once(() => needsOnBoth(plan, topics)),
    all: once(() => needsOf(plan, topics)),
  };
  return (of) => ask[of ?? 'all']();
}
export const itemAt = (space: PlanSpace, i: number): PlanItem => {
  const t = space.items[i];
  if (!t) throw new Error(`there is no thing ${i}`);
  return t;
};
export const union = (f: readonly number[], r: readonly number[]): readonly number[] =>
  [...new Set([...f, ...r])].sort((a, b) => a - b);
/** What is in a plan for itself and not to settle something. */
export const isFixed = (space: PlanSpace, i: number): boolean =>
  space.pinned.includes(i) ||
  [...space.sources.front, ...space.sources.rear, ...space.sources.both].includes(i);
/** What needs are told apart by when they are settled. The tyre's room at an end is one need, whichever obstacle is next. */
export const openKey = (n: Need): string =>
  n.finding.code === 'tire-clearance' ? `${n.finding.code}/${n.finding.axle}` : needKey(n);
/** Keys of what is open, what is cheap to ask first. */
export const openKeys = (
  { cheap, room }: JudgedSet,
  axle: Axle | null,
  left: readonly string[],
): readonly string[] => {
  const first = toSettle(cheap(axle)).map(openKey);
  return first.some((n) => !left.includes(n)) ? first : [...first, ...toSettle(room(axle)).map(openKey)];
};
