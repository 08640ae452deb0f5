import type { Catalogue, Kit, KnownVehicle, Part } from '../catalogue';
import {
  listed,
  type BuildItem,
  type JobSections,
  type Lock,
  type ReliefChoice,
  type ShopSettings,
} from '../job';
import { assessCase, type Assessment } from '../match';
import { moneyOf, partsList, workPlan, type Money } from '../planning';
import {
  AXLES,
  knownVehicle,
  needKey,
  needsOf,
  planCase,
  withPlan,
  type Need,
  type PlanCase,
} from '../rules';
import { TOPICS } from '../evidence';
import type { Axle } from '../suspension';
import { once } from '../units';
import { freeCode, onAxle, vehicleAxle, type AxleInput, type VehicleAxle } from '../vehicle';
import { buy } from './buying';
import { closedSets, leaner, type ClosedSet, type CureProblem } from './closure';
import { corrected, type Correction } from './corrections';
import { allowsSchool, isBannedKit } from './locks';
import {
  countsOf,
  daysOf,
  doubtOf,
  floorOf,
  handling,
  isWish,
  outcomeOf,
  toSettle,
  type Outcome,
} from './outcome';
import { front, type Counts } from './pareto';
import { planFamily, type PlanFamily } from './plan-family';
import { isApart, noWorse, planSpace, sourceSets, thingName, thingPrice, type PlanSpace } from './plan-space';
import { rollingWays, wayName, type RollingWay } from './rolling';

/** What is asked: a job, with whatever it holds of vehicle, tape, wish and tyre, and the shop. */
export interface PlansAsked {
  readonly job: JobSections;
  readonly catalogue: Catalogue;
  readonly settings: ShopSettings;
  readonly day: string | null;
  readonly locks: readonly Lock[];
  /** what the shop has measured against what a record says */
  readonly corrections?: readonly Correction[] | undefined;
  readonly prepare?: ((input: AxleInput) => VehicleAxle) | undefined;
}
/** A build that is there: nothing is searched. */
export type BuiltAsked = Omit<PlansAsked, 'locks' | 'corrections'>;
/** One plan, as data that can be sent, kept, and put into a job. */
export interface FoundPlan {
  /** its things, sorted: two plans of one name are one */
  readonly name: string;
  readonly parts: readonly string[];
  readonly items: readonly Pick<BuildItem, 'kind' | 'code'>[];
  readonly reliefs: readonly ReliefChoice[];
  readonly tire: Pick<JobSections['tire'], 'tireCode' | 'wheelCode'>;
  readonly outcome: Outcome;
  /** still to settle or to ask, and what is advised */
  readonly needs: readonly Need[];
}
export interface PlanReason {
  readonly thing: string;
  /** lifts or lowers; held fast by the advisor; or ends these needs, which stand without it */
  readonly because: 'source' | 'pinned' | 'ends';
  readonly needs: readonly Need[];
  /** what the plan would save without it, minor units */
  readonly costMinor: number;
}
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

interface Known {
  readonly plan: PlanCase;
  /** of everything but the tyre's room, and of that: the dear one is asked when nothing else is open */
  readonly cheap: () => readonly Need[];
  readonly room: () => readonly Need[];
}
interface Option extends ClosedSet {
  /** total less its parts with tax */
  readonly besideMinor: number;
  readonly count: { readonly no: number; readonly needs: number; readonly ask: number };
}
interface Sketch extends Pair {
  readonly ends: Readonly<Record<Axle, readonly number[]>>;
}
interface Pair {
  readonly set: readonly number[];
  readonly counts: Counts;
  readonly family: PlanFamily;
}

/** The search as steps: each gives what is known so far, so that whoever runs it can show it, pause, or stop. Null without a vehicle.
 *
 *  0. each tyre and wheel that the job leaves open, the cheapest that settles most first; all that follows on each of them, against
 *     what was found on the others
 *  1. things: what is made for the vehicle and not ruled out
 *  2. every way to lift both ends and the body, nearest to the wish first; one that cannot better what its kind of plan has is passed
 *     over, by a bound that holds whatever is added: its own parts, height, springs, days
 *  3. each axle of it by itself, closed by every set of cures that settles what is disturbed there; the pairs of those against a
 *     nearer bound: parts bought in the cheapest way, the hours of the longer end, needs that stay
 *  4. what is left is judged whole; what the ends do to each other is settled in every way too; nothing stays in a plan that could be
 *     left out
 *  5. what nothing betters is kept, for every kind of plan */
export function* findPlans(asked: PlansAsked): Generator<PlanSearch, PlanSearch | null> {
  const { settings, locks } = asked;
  const catalogue = corrected(asked.catalogue, asked.corrections ?? []);
  const vehicle = knownVehicle(asked.job, catalogue);
  if (!vehicle) return null;
  const prepare = asked.prepare ?? ((input: AxleInput) => vehicleAxle(input, MOST_KEPT));
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
        done.pairs += step.value.pairs;
        if (later.length === 0) return { ...told(step.value), pairs: done.pairs };
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
  const told = (pairs: readonly Pair[], from: number): WaySearch => {
    const left = pairs.slice(from);
    return {
      pairs: pairs.length,
      left: left.length,
      boundMinor: least(left.map((p) => p.counts[MONEY] ?? 0)),
    };
  };
  const pairs = bodies(space)
    .flatMap((body) => {
      const starts = (axle: Axle) =>
        sourceSets(space, axle).flatMap((sources) => {
          const set = m.startFor(axle, sources, body);
          return set ? [set] : [];
        });
      const rears = starts('rear');
      return starts('front').flatMap((f) => rears.flatMap((r) => m.sketched(f, r)));
    })
    .sort((a, b) => promising(a.counts, b.counts));
  for (const [i, sketch] of pairs.entries()) {
    // what nothing of the space can settle stays, whatever is added
    if (beaten(sketch) || beaten({ ...sketch, counts: m.withWhatStays(sketch) })) {
      counts.pruned++;
      continue;
    }
    for (const f of m.closeAxle('front', sketch.ends.front))
      for (const r of m.closeAxle('rear', sketch.ends.rear)) {
        const pair = m.pair(f, r);
        if (!pair || beaten(pair)) continue;
        for (const closed of closedSets(pair.set, m.problem(null))) {
          counts.tried++;
          const { set } = m.lean(closed);
          if (holdsWanted(space, set)) kept.keep(m.found(set));
        }
      }
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
const BUT_ROOM = TOPICS.filter((t) => t !== 'clearance');
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

/** What a job comes to as it is assessed. */
export const moneyIn = (
  job: JobSections,
  a: Assessment,
  catalogue: Catalogue,
  settings: ShopSettings,
): Money => moneyOf(partsList(job, a, catalogue), workPlan(a, job, catalogue), settings);
/** A case with what it comes to. `parts`: those that the plan brings, without lines of the job's own. */
function planOf(
  c: PlanCase,
  job: JobSections,
  parts: readonly Part[],
  name: string,
  { catalogue, settings }: Pick<PlansAsked, 'catalogue' | 'settings'>,
): FoundPlan {
  const a = assessCase(c);
  const lasting = job.tire.reliefs.filter(
    (r) => catalogue.reliefs.find((x) => x.code === r.relief)?.reversible === false,
  ).length;
  return {
    name,
    parts: parts.map((p) => p.code),
    items: job.build.items.map(({ kind, code }) => ({ kind, code })),
    reliefs: job.tire.reliefs,
    tire: { tireCode: job.tire.tireCode, wheelCode: job.tire.wheelCode },
    outcome: outcomeOf(c, parts, handling(c), a, moneyIn(job, a, catalogue, settings), lasting),
    needs: a.needs,
  };
}
/** The build of a job as it is, looked at like a plan: what the customer brought, or what was chosen before. Null without a vehicle. */
export function builtPlan(asked: BuiltAsked): FoundPlan | null {
  const { job, catalogue, settings, day, prepare } = asked;
  const vehicle = knownVehicle(job, catalogue);
  if (!vehicle) return null;
  const c = planCase(job, vehicle, catalogue, settings, { day, prepare });
  const own = new Set(job.build.free.map(freeCode));
  const parts = c.chosen.map((x) => x.part).filter((p) => !own.has(p.code));
  return planOf(c, job, parts, parts.map((p) => p.code).join(' + '), { catalogue, settings });
}

/** Everything that is asked of a set of things, each remembered. */
function maker(
  base: PlanCase,
  space: PlanSpace,
  kits: readonly Kit[],
  job: JobSections,
  catalogue: Catalogue,
  settings: ShopSettings,
  on: string,
) {
  const known = new Map<string, Known>();
  const judged = (set: readonly number[]): Known =>
    keptIn(known, set.join(), () => {
      const plan = withPlan(base, [...space.partsOf(set), ...own(base)], space.reliefsOf(set));
      return {
        plan,
        cheap: once(() => needsOf(plan, BUT_ROOM)),
        room: once(() => needsOf(plan, ['clearance'])),
      };
    });
  const here = (needs: readonly Need[], axle: Axle | null) =>
    axle === null ? needs : needs.filter((n) => n.about.axle === axle);
  const needsAt = (set: readonly number[]): readonly Need[] => [
    ...judged(set).cheap(),
    ...judged(set).room(),
  ];
  const problem = (axle: Axle | null): CureProblem => ({
    open: (set, left) => {
      const { cheap, room } = judged(set);
      const first = here(toSettle(cheap()), axle).map(needKey);
      return first.some((n) => !left.includes(n))
        ? first
        : [...first, ...here(toSettle(room()), axle).map(needKey)];
    },
    curers: (key, set) => {
      const { cheap, room } = judged(set);
      const is = (n: Need) => needKey(n) === key;
      const need = cheap().find(is) ?? room().find(is);
      return need ? space.curers(need, set) : [];
    },
    costOf: (set) => set.reduce((sum, i) => sum + priceAt(i), 0),
    fits: space.fits,
    apart: (i) => isApart(at(space, i)),
    noWorse: (a, b) => noWorse(at(space, a), at(space, b), base, kits),
  });
  const priceAt = (i: number) => {
    const t = space.things[i];
    return t ? thingPrice(t) : 0;
  };
  const partsAt = (set: readonly number[]): readonly Part[] => space.partsOf(set).map((p) => p.part);
  const buying = new Map<string, ReturnType<typeof buy>>();
  const bought = (set: readonly number[]) => keptIn(buying, set.join(), () => buy(partsAt(set), kits));
  const itemsOf = (set: readonly number[]): readonly Pick<BuildItem, 'kind' | 'code'>[] => {
    const b = bought(set);
    return [
      ...b.kits.map((k) => ({ kind: 'kit' as const, code: k.code })),
      ...b.parts.map((p) => ({ kind: 'part' as const, code: p.code })),
    ];
  };
  const jobFor = (set: readonly number[]): JobSections => ({
    ...job,
    tire: { ...job.tire, reliefs: space.reliefsOf(set) },
    build: { ...job.build, items: itemsOf(set).map((i) => listed(i.code, i.kind, i.code)) },
  });
  const moneyFor = (set: readonly number[], a: Assessment): Money =>
    moneyIn(jobFor(set), a, catalogue, settings);
  const assessed = (set: readonly number[]) => assessCase(judged(set).plan);
  const withTax = (minor: number) => minor * (1 + settings.taxShare);
  const reliefMinor = (set: readonly number[]) =>
    set.reduce((sum, i) => sum + (space.things[i]?.kind === 'relief' ? priceAt(i) : 0), 0);
  const partsMinor = (set: readonly number[]) => bought(set).priceMinor + reliefMinor(set);

  const lasting = (set: readonly number[]) =>
    set.filter((i) => {
      const t = space.things[i];
      return t?.kind === 'part' ? !t.part.reversible : t?.relief.reversible === false;
    }).length;
  const found = (set: readonly number[]): FoundPlan =>
    planOf(
      judged(set).plan,
      jobFor(set),
      partsAt(set),
      [...set.map((i) => thingName(at(space, i))), ...(on === '' ? [] : [on])].join(' + '),
      { catalogue, settings },
    );
  const unsettled = (set: readonly number[], which: (n: Need) => boolean) =>
    countOf(
      judged(set)
        .cheap()
        .filter((n) => !isWish(n) && which(n) && space.curers(n, []).length === 0),
    );
  const bare = moneyFor([], assessed([]));
  const union = (f: readonly number[], r: readonly number[]) =>
    [...new Set([...f, ...r])].sort((a, b) => a - b);
  const clashes = (set: readonly number[]) =>
    set.some(
      (i) =>
        !space.pinned.includes(i) &&
        !space.fits(
          set.filter((k) => k !== i),
          i,
        ),
    );
  const closed = new Map<string, readonly Option[]>();
  const closeOf = (axle: Axle, from: readonly number[]): readonly Option[] =>
    closedSets(from, problem(axle)).map((c): Option => {
      const minor = partsMinor(c.set);
      const needs = here(needsAt(c.set), axle);
      const open = toSettle(needs);
      return {
        ...c,
        besideMinor: moneyFor(c.set, assessed(c.set)).totalMinor - withTax(minor),
        count: countOf([...open, ...needs.filter((n) => n.verdict === 'ask')]),
      };
    });
  return {
    problem,
    found,
    lean: (c: ClosedSet): ClosedSet => {
      const fixed = c.set.filter((i) => isFixed(space, i));
      return leaner(c, fixed, problem(null));
    },
    /** pinned parts of the axle and what it stands on, with these sources; null where they cannot be together */
    startFor: (axle: Axle, sources: readonly number[], body: readonly number[]): readonly number[] | null => {
      const pinned = space.pinned.filter((i) => {
        const t = space.things[i];
        return t?.kind === 'part' && onAxle(t.part, axle);
      });
      let set: readonly number[] = pinned;
      for (const i of [...body, ...sources]) {
        if (pinned.includes(i)) continue;
        if (!space.fits(set, i)) return null;
        set = [...set, i];
      }
      return [...set].sort((a, b) => a - b);
    },
    /** a way to lift both ends with the least that it can come to; nothing where its parts cannot be together */
    sketched: (f: readonly number[], r: readonly number[]): readonly Sketch[] => {
      const set = union(f, r);
      if (clashes(set)) return [];
      const parts = partsAt(set);
      const { plan } = judged(set);
      const floor = floorOf(plan);
      return [
        {
          set,
          ends: { front: f, rear: r },
          family: familyOf(plan, parts),
          counts: [
            0,
            0,
            0,
            floor.missMm,
            floor.movedMm,
            withTax(partsMinor(set)) + bare.totalMinor,
            daysOf(parts),
            floor.worse,
            doubtOf(parts, plan),
            lasting(set),
          ],
        },
      ];
    },
    withWhatStays: ({ set, counts }: Sketch): Counts => {
      const { no, needs, ask } = unsettled(set, () => true);
      return [no, needs, ask, ...counts.slice(3)];
    },
    closeAxle: (axle: Axle, set: readonly number[]): readonly Option[] =>
      keptIn(closed, `${axle} ${set.join()}`, () => closeOf(axle, set)),
    /** both ends together with the least that they can come to; null where they cannot be together */
    pair: (f: Option, r: Option): Pair | null => {
      const set = union(f.set, r.set);
      if (clashes(set)) return null;
      const parts = partsAt(set);
      const { plan } = judged(set);
      const h = handling(plan);
      // of the vehicle as a whole: what the ends leave open is in their own count
      const whole = unsettled(set, (n) => n.about.axle === null || n.about.axle === 'both');
      return {
        set,
        family: familyOf(plan, parts),
        counts: [
          f.count.no + r.count.no + whole.no,
          f.count.needs + r.count.needs + whole.needs,
          f.count.ask + r.count.ask + whole.ask,
          h.missMm,
          h.movedMm,
          withTax(partsMinor(set)) + Math.max(f.besideMinor, r.besideMinor),
          daysOf(parts),
          h.worse,
          doubtOf(parts, plan),
          lasting(set),
        ],
      };
    },
  };
}
/** What is kept under a key, made where it is not there yet. */
function keptIn<T>(kept: Map<string, T>, key: string, make: () => T): T {
  const had = kept.get(key);
  if (had !== undefined) return had;
  const made = make();
  kept.set(key, made);
  return made;
}
function familyOf(plan: PlanCase, parts: readonly Part[]): PlanFamily {
  const f = plan.forecast();
  const heights = f ? AXLES.map((axle) => f[axle].lift.value + f[axle].bodyLiftMm) : [0];
  return planFamily(
    parts.map((p) => p.family),
    Math.max(...heights),
    Math.min(...heights),
  );
}
const countOf = (needs: readonly Need[]) => {
  const of = (v: Need['verdict']) => needs.filter((n) => n.verdict === v).length;
  return { no: of('no'), needs: of('needs'), ask: of('ask') };
};
/** Lines of the job's own are in every plan. */
const own = (base: PlanCase) => base.chosen;
const at = (space: PlanSpace, i: number) => {
  const t = space.things[i];
  if (!t) throw new Error(`there is no thing ${i}`);
  return t;
};
/** What is in a plan for itself and not to settle something. */
const isFixed = (space: PlanSpace, i: number): boolean =>
  space.pinned.includes(i) ||
  [...space.sources.front, ...space.sources.rear, ...space.sources.both].includes(i);
