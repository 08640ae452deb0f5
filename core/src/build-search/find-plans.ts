import { knownVehicle } from '../plan-case';
import type { KnownVehicle } from '../catalogue';
import type { Lock } from '../job';
import type { Axle } from '../suspension';
import type { FoundPlan, PlansAsked } from './built-plan';
import { columnsOf, countsOf, orderOfBest, type Columns } from './columns';
import { opensNoMore, type ClosedSet } from './closure';
import { corrected } from './corrections';
import { preparing } from './assessed-plan';
import { allowsSchool } from './locks';
import { front } from './pareto';
import type { PlanFamily } from './plan-family';
import { searchWorld } from './plan-sets';
import { sourceSets, type PlanSpace } from './plan-space';
import { wheelOptions, wheelOptionName, type WheelOption } from './wheel-options';
import type { Bounded, ClosedEnd, Sketch } from './set-bounds';
import { setBuilder } from './set-builder';

export interface PlanSearch {
  /** nothing of the space betters these; sorted by what is left to do, distance and money */
  readonly plans: readonly FoundPlan[];
  /** the best of each kind of plan, also where another kind betters it */
  readonly ofFamily: Readonly<Partial<Record<PlanFamily, FoundPlan>>>;
  /** false: stopped before everything was looked at, or something was left out */
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
 *     the other is; the pairs of both against a nearer bound: parts bought in the cheapest way, the work of both ends, needs that stay
 *  4. what is left is judged whole; what the ends do to each other is settled in every way too; nothing stays in a plan that could be
 *     left out
 *  5. the same once more with things that drive better or save a repair
 *  6. what nothing betters is kept, for every kind of plan */
export function* findPlans(asked: PlansAsked): Generator<PlanSearch, PlanSearch | null> {
  const { settings, locks } = asked;
  const catalogue = corrected(asked.catalogue, asked.corrections ?? []);
  const vehicle = knownVehicle(asked.job, catalogue);
  if (!vehicle) return null;
  // an axle is the same on every tyre
  const prepare = asked.prepare ?? preparing(MOST_KEPT);
  const ways = wheelOptions(asked.job, vehicle, catalogue, settings, locks);
  const kept = keeper(locks);
  const done = { pairs: 0 };
  for (const [n, way] of ways.entries()) {
    const later = ways.slice(n + 1);
    const told = (of: WaySearch): PlanSearch => {
      const { complete, ...found } = kept.told();
      return {
        ...found,
        complete: complete && of.left === 0 && later.length === 0,
        pairs: done.pairs + of.pairs * (1 + later.length),
        left: of.left + of.pairs * later.length,
        // what a tyre costs is in every plan on it
        boundMinor: least([
          ...one(of.boundMinor ?? undefined),
          ...later.map((w) => w.minor * (1 + settings.taxShare)),
        ]),
      };
    };
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
  const ofFamily = new Map<PlanFamily, { readonly plan: FoundPlan; readonly columns: Columns }>();
  const counts = { tried: 0, pruned: 0 };
  let whole = true;
  return {
    counts,
    keep: (plan: FoundPlan): void => {
      const { family } = plan.outcome;
      if (!allowsSchool(locks, family)) return;
      best.offer(plan);
      const columns = columnsOf(plan.outcome);
      const known = ofFamily.get(family);
      const is = known ? orderOfBest(columns, known.columns) : -1;
      if (!known || is < 0 || (is === 0 && plan.name < known.plan.name))
        ofFamily.set(family, { plan, columns });
    },
    /** neither among what nothing betters, nor the best of its kind, whatever is added */
    beaten: (p: Bounded): boolean => {
      const known = ofFamily.get(p.family);
      return known !== undefined && orderOfBest(known.columns, p.least) < 0 && best.beats(p.counts);
    },
    /** bettered by what is kept, whatever is added */
    dominated: (p: Bounded): boolean => best.beats(p.counts),
    /** a set that would have needed too many things was left out */
    cutShort: (): void => {
      whole = false;
    },
    told: () => ({
      plans: inOrder(best.kept()),
      ofFamily: Object.fromEntries([...ofFamily].map(([family, { plan }]) => [family, plan])),
      complete: whole,
      ...counts,
    }),
  };
}
/** The search on one tyre and wheel. `nth`: 0 is the first way; plans of the others carry its name. */
function* onWay(
  asked: PlansAsked & { readonly vehicle: KnownVehicle },
  way: WheelOption,
  nth: number,
  kept: ReturnType<typeof keeper>,
): Generator<WaySearch, WaySearch> {
  const world = searchWorld(asked, asked.vehicle, way.tire);
  const { space } = world;
  const m = setBuilder(world, nth === 0 ? '' : wheelOptionName(way));
  const { counts, beaten } = kept;
  /** what was closed; where something was left out of it, that is said */
  const all = <T>({ of, cut }: { readonly of: readonly T[]; readonly cut: boolean }): readonly T[] => {
    if (cut) kept.cutShort();
    return of;
  };
  const tell = (closed: readonly ClosedSet[]) => {
    for (const { set } of closed) {
      if (!holdsWanted(space, set) || beaten(m.bounds.ofAll(set))) continue;
      counts.tried++;
      kept.keep(m.found(set));
    }
  };
  /** leaves nothing open that one of the others settles */
  const settlesAsMuch = (of: ClosedSet, than: readonly ClosedSet[]) =>
    than.some((o) => opensNoMore(of.open, o.open));
  type IsBeaten = (p: Bounded) => boolean;
  const isHopeful = (end: ClosedEnd, sketch: Sketch, axle: Axle, isBeaten: IsBeaten) =>
    ![false, true].some((travel) => m.bounds.ofOneEnd(end, sketch, axle, travel).every(isBeaten));
  type Ends = Readonly<Record<Axle, readonly ClosedEnd[]>>;
  const tellPairs = (sketch: Sketch, ends: Ends, isBeaten: IsBeaten) => {
    for (const f of ends.front)
      for (const r of ends.rear) {
        if (isBeaten(m.bounds.ofEither(f, r, sketch))) continue;
        const set = m.together(f, r);
        if (set === null || m.bounds.ofBothEnds(f, r).every(isBeaten)) continue;
        const plain = all(m.closed(set));
        tell(plain);
        for (const more of m.withKitsMadeWhole(set))
          tell(all(m.closed(more)).filter((c) => settlesAsMuch(c, plain)));
      }
  };
  const startsOf = (sketch: Sketch) => ({ front: m.frontStarts(sketch), rear: [sketch.ends.rear] });
  /** what settles the sketch, with nothing more than that */
  const look = (sketch: Sketch): void => {
    // what nothing of the space can settle stays, whatever is added
    if (beaten(sketch) || [false, true].some((work) => m.bounds.withWhatStays(sketch, work).every(beaten))) {
      counts.pruned++;
      return;
    }
    const starts = startsOf(sketch);
    const closed = (axle: Axle) => starts[axle].flatMap((start) => all(m.closeAxle(axle, start)));
    const first = starts.front.every((s) => m.isClosed('front', s)) ? 'front' : 'rear';
    const hopeful = closed(first).filter((end) => isHopeful(end, sketch, first, beaten));
    if (hopeful.length === 0) {
      counts.pruned++;
      return;
    }
    const ends =
      first === 'front'
        ? { front: hopeful, rear: closed('rear') }
        : { front: closed('front'), rear: hopeful };
    tellPairs(sketch, ends, beaten);
  };
  // what drives better is never the best of its kind, which is told by what is left to do, the wish and money; what saves money may be
  const isBeaten = m.savesMoney ? beaten : kept.dominated;
  /** ends of an axle with what drives better or saves money; what is bought for that leaves nothing open that is settled without it */
  const bettered = (sketch: Sketch, axle: Axle, start: readonly number[], plain: readonly ClosedEnd[]) =>
    all(m.improvedEnds(axle, start, plain))
      .filter((end) => isHopeful(end, sketch, axle, isBeaten))
      .flatMap((end) => all(m.withRoom(axle, start, end)))
      .filter((end) => settlesAsMuch(end, plain))
      .filter((end) => isHopeful(end, sketch, axle, isBeaten));
  /** the same with what drives better or saves money, at either end or both */
  const lookForBetter = (sketch: Sketch): void => {
    const isWorth = (axle: Axle) => {
      const least = m.bounds.ofImproved(sketch, axle);
      return least !== null && !isBeaten(least);
    };
    const worth = { front: isWorth('front'), rear: isWorth('rear') };
    if (!worth.front && !worth.rear) return;
    const starts = startsOf(sketch);
    const at = (axle: Axle) => {
      const closed = starts[axle].map((start) => ({ start, plain: all(m.closeAxle(axle, start)) }));
      return {
        plain: closed.flatMap((c) => c.plain),
        better: worth[axle] ? closed.flatMap((c) => bettered(sketch, axle, c.start, c.plain)) : [],
      };
    };
    const [front, rear] = [at('front'), at('rear')];
    tellPairs(sketch, { front: front.better, rear: rear.plain }, isBeaten);
    tellPairs(sketch, { front: front.plain, rear: rear.better }, isBeaten);
    tellPairs(sketch, { front: front.better, rear: rear.better }, isBeaten);
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
    const ways = starts.reduce((sum, s) => sum + s.front.length * s.rear.length, 0);
    yield { pairs: ways, left: ways - 1, boundMinor: m.leastMinor };
  }
  const pairs = starts
    .flatMap(({ front, rear }) => front.flatMap((f) => rear.flatMap((r) => m.sketched(f, r))))
    .filter((p) => p.set.join() !== low?.set.join())
    .sort((a, b) => orderOfBest(a.least, b.least));
  const sketches = [...(low ? [low] : []), ...pairs];
  // each is looked at twice: settled, and then bettered
  const turns = [
    ...pairs.map((sketch) => ({ sketch, look })),
    ...sketches.map((sketch) => ({ sketch, look: lookForBetter })),
  ];
  /** the least of each turn and all after it */
  const leastFrom = new Array<number>(turns.length);
  for (const [i, { sketch }] of [...turns.entries()].reverse())
    leastFrom[i] = Math.min(sketch.least.totalMinor, leastFrom[i + 1] ?? Infinity);
  const told = (from: number): WaySearch => ({
    pairs: sketches.length,
    // the last turns are one for each sketch
    left: Math.min(sketches.length, turns.length - from),
    boundMinor: leastFrom[from] ?? null,
  });
  for (const [i, turn] of turns.entries()) {
    turn.look(turn.sketch);
    yield told(i + 1);
  }
  return told(turns.length);
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
const bodies = (space: PlanSpace): readonly (readonly number[])[] => [
  [],
  ...space.sources.both.map((i) => [i]),
];
const one = <T>(x: T | undefined): readonly T[] => (x === undefined ? [] : [x]);
const holdsWanted = (space: PlanSpace, set: readonly number[]) =>
  space.wanted.every((any) => any.some((i) => set.includes(i)));
/** In the order of best, of equals by name. */
function inOrder(plans: readonly FoundPlan[]): readonly FoundPlan[] {
  return plans
    .map((plan) => ({ plan, columns: columnsOf(plan.outcome) }))
    .sort((a, b) => orderOfBest(a.columns, b.columns) || (a.plan.name < b.plan.name ? -1 : 1))
    .map(({ plan }) => plan);
}
