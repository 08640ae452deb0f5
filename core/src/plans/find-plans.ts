import { knownVehicle, planCase } from '../rules';
import type { KnownVehicle } from '../catalogue';
import type { JobSections, Lock } from '../job';
import type { Axle } from '../suspension';
import type { FoundPlan, PlansAsked } from './built-plan';
import { closedSets } from './closure';
import { corrected } from './corrections';
import { preparing } from './judged';
import { allowsSchool, isBannedKit } from './locks';
import { countsOf } from './outcome';
import { front, type Counts } from './pareto';
import type { PlanFamily } from './plan-family';
import { planSpace, sourceSets, type PlanSpace } from './plan-space';
import { rollingWays, wayName, type RollingWay } from './rolling';
import { maker, type Pair, type Sketch } from './set-maker';

export interface PlanSearch {
  /** nothing of the space betters these; sorted by what is left to do, distance and money */
  readonly plans: readonly FoundPlan[];
  /** the best of each kind of plan, also where another kind betters it */
  readonly ofFamily: Readonly<Partial<Record<PlanFamily, FoundPlan>>>;
  /** false: stopped before everything was looked at */
  readonly complete: boolean;
  readonly tried: number;
  readonly pruned: number;
  /** pairs of both ends that there are, and how many are left to look at */
  readonly pairs: number;
  readonly left: number;
  /** no plan that is left can come to less than this, minor units; null when none is left */
  readonly boundMinor: number | null;
}

/** The search as steps: each gives what is known so far, so that whoever runs it can show it, pause, or stop. Null without a vehicle.
 *
 *  0. each tyre and wheel that the job leaves open, the cheapest that settles most first; all that follows on each of them, against
 *     what was found on the others
 *  1. things: what is made for the vehicle and not ruled out; what settles it as it stands, raised by nothing, is the first plan
 *  2. every way to lift both ends and the body, nearest to the wish first; one that cannot better what its kind of plan has is passed
 *     over, by a bound that holds whatever is added: its own parts, height, springs, days
 *  3. each axle of it by itself, closed by every set of cures that settles what is disturbed there; one end closed bounds it before
 *     the other is; the pairs of both against a nearer bound: parts bought in the cheapest way, the hours of the longer end, needs that stay
 *  4. what is left is judged whole; what the ends do to each other is settled in every way too; nothing stays in a plan that could be
 *     left out
 *  5. what nothing betters is kept, for every kind of plan */
export function* findPlans(asked: PlansAsked): Generator<PlanSearch, PlanSearch | null> {
  const { settings, locks } = asked;
  const catalogue = corrected(asked.catalogue, asked.corrections ?? []);
  const vehicle = knownVehicle(asked.job, catalogue);
  if (!vehicle) return null;
  // an axle is the same on every tyre
  const prepare = asked.prepare ?? preparing(MOST_KEPT);
  const ways = rollingWays(asked.job, vehicle, catalogue, settings, locks);
  const kept = keeper(locks);
  const done = { pairs: 0 };
  for (const [n, way] of ways.entries()) {
    const later = ways.slice(n + 1);
    const told = (of: WaySearch): PlanSearch => ({
      ...kept.told(),
      complete: of.left === 0 && later.length === 0,
      pairs: done.pairs + of.pairs * (1 + later.length),
      left: of.left + of.pairs * later.length,
      // what a tyre costs is in every plan on it
      boundMinor: least([
        ...one(of.boundMinor ?? undefined),
        ...later.map((w) => w.minor * (1 + settings.taxShare)),
      ]),
    });
    const search = onWay({ ...asked, catalogue, prepare, vehicle }, way, n, kept);
    for (;;) {
      const step = search.next();
      if (step.done === true) {
        if (later.length === 0) return told(step.value);
        done.pairs += step.value.pairs;
        break;
      }
      yield told(step.value);
    }
  }
  return null;
}
const least = (of: readonly number[]): number | null => (of.length > 0 ? Math.min(...of) : null);
interface WaySearch {
  readonly pairs: number;
  readonly left: number;
  readonly boundMinor: number | null;
}
/** What nothing betters, over all ways of rolling. */
function keeper(locks: readonly Lock[]) {
  const best = front<FoundPlan>(
    (p) => countsOf(p.outcome),
    (p) => p.name,
  );
  const ofFamily = new Map<PlanFamily, FoundPlan>();
  const counts = { tried: 0, pruned: 0 };
  return {
    counts,
    keep: (plan: FoundPlan): void => {
      const { family } = plan.outcome;
      if (!allowsSchool(locks, family)) return;
      best.offer(plan);
      const [first] = inOrder([...one(ofFamily.get(family)), plan]);
      if (first) ofFamily.set(family, first);
    },
    /** neither among what nothing betters, nor the best of its kind, whatever is added */
    beaten: (p: Pair): boolean => {
      const known = ofFamily.get(p.family);
      return best.beats(p.counts) && known !== undefined && promising(countsOf(known.outcome), p.counts) < 0;
    },
    told: () => ({ plans: inOrder(best.kept()), ofFamily: Object.fromEntries(ofFamily), ...counts }),
  };
}
/** The search on one tyre and wheel. `nth`: 0 is the first way; plans of the others carry its name. */
function* onWay(
  {
    job: asked,
    catalogue,
    settings,
    locks,
    day,
    prepare,
    vehicle,
  }: PlansAsked & { readonly vehicle: KnownVehicle },
  way: RollingWay,
  nth: number,
  kept: ReturnType<typeof keeper>,
): Generator<WaySearch, WaySearch> {
  const job: JobSections = {
    ...asked,
    tire: { ...asked.tire, ...way.tire, reliefs: [] },
    build: { ...asked.build, items: [] },
  };
  const base = planCase(job, vehicle, catalogue, settings, { day, prepare });
  const space = planSpace(base, catalogue, locks);
  const kits = catalogue.kits.filter((k) => !isBannedKit(locks, k.code));
  const m = maker(base, space, kits, job, catalogue, settings, nth === 0 ? '' : wayName(way));
  const { counts, beaten } = kept;
  const look = (sketch: Sketch): void => {
    // what nothing of the space can settle stays, whatever is added
    const stays = (work: boolean): Pair => ({ ...sketch, counts: m.withWhatStays(sketch, work) });
    if (beaten(sketch) || [false, true].some((work) => beaten(stays(work)))) {
      counts.pruned++;
      return;
    }
    const [first, other] = m.isClosed('rear', sketch.ends.rear)
      ? (['rear', 'front'] as const)
      : (['front', 'rear'] as const);
    const hopeful = m
      .closeAxle(first, sketch.ends[first])
      .filter((o) => ![false, true].some((travel) => beaten(m.half(o, sketch, first, travel))));
    if (hopeful.length === 0) {
      counts.pruned++;
      return;
    }
    const tell = (from: readonly number[]) => {
      for (const closed of closedSets(from, m.problem(null))) {
        counts.tried++;
        const { set } = m.lean(closed);
        if (holdsWanted(space, set)) kept.keep(m.found(set));
      }
    };
    // caster is a matter of both ends: where these leave it short, its cures stand beside all others from the start
    if (m.leavesCaster(sketch.set)) tell(sketch.set);
    const others = m.closeAxle(other, sketch.ends[other]);
    for (const f of first === 'front' ? hopeful : others)
      for (const r of first === 'front' ? others : hopeful) {
        const pair = m.pair(f, r);
        if (!pair || beaten(pair)) continue;
        tell(pair.set);
      }
  };
  const starts = bodies(space).map((body) => {
    const of = (axle: Axle) =>
      sourceSets(space, axle).flatMap((sources) => {
        const set = m.startFor(axle, sources, body);
        return set ? [set] : [];
      });
    return { front: of('front'), rear: of('rear') };
  });
  // raised by nothing, to have something to show while all the ways are sketched
  const [bare] = starts;
  const [low] = bare?.front[0] && bare.rear[0] ? m.sketched(bare.front[0], bare.rear[0]) : [];
  if (low) {
    look(low);
    const all = starts.reduce((sum, s) => sum + s.front.length * s.rear.length, 0);
    yield { pairs: all, left: all - 1, boundMinor: m.bareMinor };
  }
  const pairs = starts
    .flatMap(({ front, rear }) => front.flatMap((f) => rear.flatMap((r) => m.sketched(f, r))))
    .filter((p) => p.set.join() !== low?.set.join())
    .sort((a, b) => promising(a.counts, b.counts));
  const told = (pairs: readonly Pair[], from: number): WaySearch => {
    const left = pairs.slice(from);
    return {
      pairs: pairs.length + (low ? 1 : 0),
      left: left.length,
      boundMinor: least(left.map((p) => p.counts[MONEY] ?? 0)),
    };
  };
  for (const [i, sketch] of pairs.entries()) {
    look(sketch);
    yield told(pairs, i + 1);
  }
  return told(pairs, pairs.length);
}
/** Runs the search to its end. */
export function findAllPlans(asked: PlansAsked): PlanSearch | null {
  const steps = findPlans(asked);
  for (;;) {
    const step = steps.next();
    if (step.done === true) return step.value;
  }
}
const MOST_KEPT = 8192;
/** place of the money among the counts */
const MONEY = 5;

const bodies = (space: PlanSpace): readonly (readonly number[])[] => [
  [],
  ...space.sources.both.map((i) => [i]),
];
const one = <T>(x: T | undefined): readonly T[] => (x === undefined ? [] : [x]);
const holdsWanted = (space: PlanSpace, set: readonly number[]) =>
  space.wanted.every((any) => any.some((i) => set.includes(i)));
const promising = (a: Counts, b: Counts) => {
  const rank = (c: Counts) =>
    (c[0] ?? 0) * 1e9 + (c[1] ?? 0) * 1e6 + (c[3] ?? 0) * 1e3 + (c[MONEY] ?? 0) / 1e3;
  return rank(a) - rank(b);
};
/** In the order a shop would tell them: least left to do, nearest to the wish, cheapest. */
const inOrder = (plans: readonly FoundPlan[]): readonly FoundPlan[] =>
  [...plans].sort(
    (a, b) =>
      promising(countsOf(a.outcome), countsOf(b.outcome)) || (a.name < b.name ? -1 : a.name > b.name ? 1 : 0),
  );
