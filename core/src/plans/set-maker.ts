import { isReversible, type Catalogue, type Kit, type Part } from '../catalogue';
import { TOPICS, type Topic } from '../evidence';
import { listed, type BuildItem, type JobSections, type ShopSettings } from '../job';
import { newTires } from '../forecast';
import { assessCase, type Assessment } from '../match';
import type { Money } from '../planning';
import {
  foundBy,
  needKey,
  needsOf,
  needsOn,
  needsOnBoth,
  ruleOf,
  withPlan,
  type Need,
  type PlanCase,
} from '../rules';
import type { Axle } from '../suspension';
import { keptIn, once } from '../units';
import { onAxle, repairsOf } from '../vehicle';
import { comesTo, wholePlan, type FoundPlan } from './built-plan';
import { leastBuyMinor } from './bounds';
import { buy } from './buying';
import { closedSets, leaner, type ClosedSet, type CureProblem } from './closure';
import {
  daysOf,
  doubtOf,
  familyOf,
  floorOf,
  handling,
  isWish,
  toSettle,
  worseAt,
  type Outcome,
} from './outcome';
import type { Counts } from './pareto';
import type { PlanFamily } from './plan-family';
import { isApart, noWorse, thingName, thingPrice, type PlanSpace } from './plan-space';

/** how much nearer a coarse grid may find a tyre with less travel, mm */
const GRID_MM = 3;
const BUT_ROOM = TOPICS.filter((t) => t !== 'clearance');
type Ask = (of: Axle | 'whole' | null) => readonly Need[];
interface Known {
  readonly plan: PlanCase;
  /** the same without what only makes room */
  readonly bare: PlanCase;
  /** of everything but the tyre's room, and of that, on one axle, on the vehicle as a whole, or all of it: the dear one is asked when
   *  nothing else is open */
  readonly cheap: Ask;
  readonly room: Ask;
}
export interface Option extends ClosedSet {
  /** total less its parts with tax */
  readonly besideMinor: number;
  readonly count: { readonly no: number; readonly needs: number; readonly ask: number };
}
export interface Sketch extends Pair {
  readonly floor: ReturnType<typeof floorOf>;
  readonly ends: Readonly<Record<Axle, readonly number[]>>;
}
export interface Pair {
  readonly set: readonly number[];
  readonly counts: Counts;
  readonly family: PlanFamily;
}

/** Everything that is asked of a set of things, each remembered. */
export function maker(
  base: PlanCase,
  space: PlanSpace,
  kits: readonly Kit[],
  job: JobSections,
  catalogue: Catalogue,
  settings: ShopSettings,
  on: string,
) {
  const known = new Map<string, Known>();
  // a relief is seen by nothing but the tyre's room, unless all must come off again
  const onlyRoom = (i: number) => {
    const t = at(space, i);
    return t.kind === 'relief' && (t.relief.reversible || !job.brief.reversibleOnly);
  };
  const judged = (set: readonly number[]): Known =>
    keptIn(known, set.join(), () => {
      const plan = withPlan(base, [...space.partsOf(set), ...own(base)], space.reliefsOf(set));
      const room = asksOf(plan, ['clearance']);
      if (!set.some(onlyRoom)) return { plan, bare: plan, cheap: asksOf(plan, BUT_ROOM), room };
      const { cheap, bare } = judged(set.filter((i) => !onlyRoom(i)));
      return { plan, bare, cheap, room };
    });
  const reliefs = (axle: Axle) =>
    space.things.flatMap((t, i) => (t.kind === 'relief' && t.choice.axle === axle ? [i] : []));
  const allReliefs = { front: reliefs('front'), rear: reliefs('rear') };
  /** Whether the tyre may get its room there by cutting and stopping alone: all of it at once leaves no more than the grid may be off. */
  const roomFor = (set: readonly number[], axle: Axle): boolean =>
    toSettle(judged(union(set, allReliefs[axle])).room(axle)).every(
      ({ finding: f }) => f.code === 'tire-clearance' && f.clearanceMm > f.marginMm - GRID_MM,
    );
  const needsAt = (set: readonly number[], axle: Axle): readonly Need[] => [
    ...judged(set).cheap(axle),
    ...judged(set).room(axle),
  ];
  const problem = (axle: Axle | null): CureProblem => ({
    open: (set, left) => {
      const { cheap, room } = judged(set);
      const first = toSettle(cheap(axle)).map(needKey);
      return first.some((n) => !left.includes(n)) ? first : [...first, ...toSettle(room(axle)).map(needKey)];
    },
    curers: (key, set) => {
      const { cheap, room } = judged(set);
      const is = (n: Need) => needKey(n) === key;
      const need = cheap(axle).find(is) ?? room(axle).find(is);
      if (!need) return [];
      const all = space.curers(need, set);
      const { axle: where } = need.about;
      return (where === 'front' || where === 'rear') && need.topic === 'clearance' && !roomFor(set, where)
        ? all.filter((i) => at(space, i).kind !== 'relief')
        : all;
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
    comesTo(jobFor(set), a, catalogue, settings).money;
  const assessed = (set: readonly number[]) => assessCase(judged(set).plan);
  const withTax = (minor: number) => minor * (1 + settings.taxShare);
  const reliefMinor = (set: readonly number[]) =>
    set.reduce((sum, i) => sum + (space.things[i]?.kind === 'relief' ? priceAt(i) : 0), 0);
  const partsMinor = (set: readonly number[]) => bought(set).priceMinor + reliefMinor(set);
  const leasts = new Map<string, number>();
  /** what these cost at least in any plan that has them, with tax */
  const leastMinor = (set: readonly number[]) =>
    withTax(keptIn(leasts, set.join(), () => leastBuyMinor(partsAt(set), kits)) + reliefMinor(set));

  const lasting = (set: readonly number[]) =>
    set.filter((i) => {
      const t = space.things[i];
      return t?.kind === 'part' ? !isReversible(t.part, catalogue) : t?.relief.reversible === false;
    }).length;
  const found = (set: readonly number[]): FoundPlan =>
    wholePlan(
      judged(set).plan,
      jobFor(set),
      partsAt(set),
      [...set.map((i) => thingName(at(space, i))), ...(on === '' ? [] : [on])].join(' + '),
      { catalogue, settings },
    ).plan;
  /** needs that nothing of the space settles: of one axle, or of the vehicle as a whole */
  const unsettled = (set: readonly number[], of: Axle | 'whole') =>
    countOf(
      judged(set)
        .cheap(of)
        .filter((n) => !isWish(n) && space.curers(n, []).length === 0),
    );
  const bare = moneyFor([], assessed([]));
  /** bounds what a part can take off beside its own price: repairs of what it replaces are not done */
  const savedMinor = once((): number => {
    const a = assessed([]);
    if (a.repairs.length === 0) return 0;
    const all = [...space.partsOf(space.things.map((_, i) => i)), ...own(base)];
    const repairs = repairsOf(job.lookOver, base.vehicle, all, catalogue, newTires(job.tire));
    return Math.max(0, bare.totalMinor - moneyFor([], { ...a, repairs }).totalMinor);
  });
  const bareMinor = () => bare.totalMinor - savedMinor();
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
  /** counts in the order of `countsOf`: what is open, how it stands, the money, and what its parts say */
  const countsFor = (
    set: readonly number[],
    open: Option['count'],
    stands: Pick<Outcome, 'missMm' | 'movedMm' | 'worse'>,
    totalMinor: number,
  ): Counts => {
    const left = stays(set);
    const parts = partsAt(left);
    return [
      open.no,
      open.needs,
      open.ask,
      stands.missMm,
      stands.movedMm,
      totalMinor,
      daysOf(parts),
      stands.worse,
      doubtOf(parts, base),
      lasting(left),
    ];
  };
  const besides = new Map<string, number>();
  /** the least that these come to beside their parts: their own work, and nothing that a need brings */
  const besideOf = (set: readonly number[]): number =>
    keptIn(
      besides,
      set.join(),
      () => moneyFor(set, assessCase(judged(set).plan, [])).totalMinor - withTax(partsMinor(set)),
    );
  const curesCaster = space.things.some((t) => t.kind === 'part' && t.part.cures.includes('caster-reach'));
  /** What of a closed end no leaning takes out again: caster is judged with both ends in place, and what cures it may do the work of
   *  another cure of its axle. */
  const stays = (set: readonly number[]): readonly number[] =>
    curesCaster
      ? set.filter((i) => isFixed(space, i) || isApart(at(space, i)) || at(space, i).kind === 'relief')
      : set;
  const besideStays = (o: Option): number => {
    const left = stays(o.set);
    return left.length === o.set.length ? o.besideMinor : besideOf(left);
  };
  const closed = new Map<string, readonly Option[]>();
  const closeOf = (axle: Axle, from: readonly number[]): readonly Option[] =>
    closedSets(from, problem(axle)).map((c): Option => {
      const minor = partsMinor(c.set);
      const needs = needsAt(c.set, axle);
      const open = toSettle(needs);
      return {
        ...c,
        besideMinor: moneyFor(c.set, assessed(c.set)).totalMinor - withTax(minor),
        count: countOf([...open, ...needs.filter((n) => n.verdict === 'ask')]),
      };
    });
  /** caster is out of its window with these, and something of the space may cure it */
  const leavesCaster = (set: readonly number[]): boolean => {
    const rule = curesCaster ? ruleOf('caster-reach') : null;
    return rule !== null && foundBy(rule, judged(set).bare).length > 0;
  };
  return {
    problem,
    found,
    leavesCaster,
    /** no plan comes to less */
    bareMinor: bareMinor(),
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
          family: familyOf(plan.forecast(), parts),
          counts: countsFor(set, sumOf([]), floor, leastMinor(set) + bareMinor()),
          floor,
        },
      ];
    },
    /** `work`: also with the hours of its sources, which are dearer to ask */
    withWhatStays: ({ set, ends, floor }: Sketch, work: boolean): Counts =>
      countsFor(
        set,
        sumOf([unsettled(ends.front, 'front'), unsettled(ends.rear, 'rear'), unsettled(set, 'whole')]),
        floor,
        leastMinor(set) +
          Math.max(bare.totalMinor, ...(work ? [besideOf(ends.front), besideOf(ends.rear)] : [])) -
          savedMinor(),
      ),
    closeAxle: (axle: Axle, set: readonly number[]): readonly Option[] =>
      keptIn(closed, `${axle} ${set.join()}`, () => closeOf(axle, set)),
    isClosed: (axle: Axle, set: readonly number[]): boolean => closed.has(`${axle} ${set.join()}`),
    /** one end closed, the other not yet: the least that they can come to together. `travel`: also with what the closed end's own
     *  travel makes worse, which is dearer to ask */
    half: (one: Option, { set, ends, floor, family }: Sketch, axle: Axle, travel: boolean): Pair => {
      const other = axle === 'front' ? 'rear' : 'front';
      const all = union(one.set, ends[other]);
      const worse = floor.worse + (travel ? worseAt(judged(all).bare, axle) : 0);
      return {
        set: all,
        family,
        counts: countsFor(
          all,
          sumOf([one.count, unsettled(ends[other], other), unsettled(set, 'whole')]),
          { ...floor, worse },
          leastMinor(stays(all)) + besideStays(one) - savedMinor(),
        ),
      };
    },
    /** both ends together with the least that they can come to; null where they cannot be together */
    pair: (f: Option, r: Option): Pair | null => {
      const set = union(f.set, r.set);
      if (clashes(set)) return null;
      const parts = partsAt(set);
      const { bare: plan } = judged(set);
      return {
        set,
        family: familyOf(plan.forecast(), parts),
        counts: countsFor(
          set,
          // of the vehicle as a whole: what the ends leave open is in their own count
          sumOf([f.count, r.count, unsettled(set, 'whole')]),
          handling(plan),
          leastMinor(stays(set)) + Math.max(besideStays(f), besideStays(r)) - savedMinor(),
        ),
      };
    },
  };
}
/** What the rules find about these topics, each answer remembered. */
function asksOf(plan: PlanCase, topics: readonly Topic[]): Ask {
  const ask = {
    front: once(() => needsOn(plan, 'front', topics)),
    rear: once(() => needsOn(plan, 'rear', topics)),
    whole: once(() => needsOnBoth(plan, topics)),
    all: once(() => needsOf(plan, topics)),
  };
  return (of) => ask[of ?? 'all']();
}
/** what is open in several places together */
const sumOf = (of: readonly Option['count'][]): Option['count'] => {
  const sum = (what: keyof Option['count']) => of.reduce((n, c) => n + c[what], 0);
  return { no: sum('no'), needs: sum('needs'), ask: sum('ask') };
};
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
