import { FAMILIES, fitmentOf, type Part } from '../catalogue';
import { AXLES } from '../plan-case';
import { type FindingCode, type Need } from '../assessment';
import type { Axle } from '../suspension';
import { memoized, once } from '../units';
import { onAxle } from '../vehicle';
import { ROUNDED_MINOR } from './bounds';
import { inSteps, type Columns } from './columns';
import type { ClosedSet } from './closure';
import type { Counts } from './pareto';
import {
  daysOf,
  provenanceRankOf,
  familyOf,
  handling,
  leastStands,
  needCounts,
  standsOf,
  toSettle,
  drivabilityPenaltyAt,
  type StandsAs,
} from './outcome';
import type { PlanFamily } from './plan-family';
import { isIndependent } from './plan-space';
import { isFixed, itemAt, union, type PlanSets, type SearchWorld } from './plan-sets';
import type { Cost, SetCosts } from './set-costs';

/** What turns on how both ends stand together: the body's pitch is in caster and in the angles of shafts. */
const OF_BOTH_ENDS: readonly string[] = [
  'caster-reach',
  'propshaft-joint',
  'propshaft-joint-near',
  'propshaft-ripple',
] satisfies readonly FindingCode[];
/** What small changes of height, roll or springs may end that no record names: it is counted when all is known. */
const ENDED_BY_THE_WAY: readonly string[] = [...OF_BOTH_ENDS, 'flat-ride-off'];
/** how much further than each alone things may move an end together */
const TOGETHER = 2;
/** and what is not seen in either, mm */
const UNSEEN_MM = 0.5;
/** What is left open. */
type Open = Pick<Columns, 'no' | 'needs'>;
const together = (of: readonly Open[]): Open => ({
  no: of.reduce((n, c) => n + c.no, 0),
  needs: of.reduce((n, c) => n + c.needs, 0),
});
/** What is known of a plan when only a part of it is chosen: no plan that has these things is less in any column. */
export interface Bounded {
  readonly set: readonly number[];
  readonly least: Columns;
  /** the same in steps */
  readonly counts: Counts;
  readonly family: PlanFamily;
}
/** Lift sources of both ends, nothing else chosen. */
export interface Sketch extends Bounded {
  readonly ends: Readonly<Record<Axle, readonly number[]>>;
  readonly stands: StandsAs;
}
/** One end with all that settles it, the other not yet looked at. */
export interface ClosedEnd extends ClosedSet {
  readonly count: Open;
}
/** What a bound is made of. */
interface PartialPlan {
  readonly set: readonly number[];
  /** what of the set no leaning takes out again */
  readonly left: readonly number[];
  readonly open: Open;
  readonly stands: StandsAs;
  /** what the things cost at least, with tax; by default what is left of the set */
  readonly partsMinor?: number;
  readonly beside: Cost;
  /** by default of the set as it is */
  readonly family?: PlanFamily;
}
/** Where needs are still open that something may be bought for, there are two bounds: they stay, or it is bought. */
export interface SetBounds {
  /** Sources of both ends: their parts, springs, height, days; nothing is open yet. */
  readonly ofSources: (front: readonly number[], rear: readonly number[]) => Sketch;
  /** The same with what nothing of the space settles; `work`: and with the hours of its sources, which are dearer to ask. */
  readonly withWhatStays: (s: Sketch, work: boolean) => readonly Bounded[];
  /** The same with something at one end that drives better or saves money; null where nothing of the space may. */
  readonly ofImproved: (s: Sketch, axle: Axle) => Bounded | null;
  /** One end closed: its cures and its work, what stays open at the other. `travel`: also with what the closed end's own travel makes
   *  worse, which is dearer to ask. */
  readonly ofOneEnd: (end: ClosedEnd, s: Sketch, axle: Axle, travel: boolean) => readonly Bounded[];
  /** Both ends closed, not yet put together: what each is by itself. */
  readonly ofEither: (f: ClosedEnd, r: ClosedEnd, s: Sketch) => Bounded;
  /** Both ends closed and put together. Where all that may be bought for what is open leaves the vehicle standing as it does, it stands and
   *  drives as it is. */
  readonly ofBothEnds: (f: ClosedEnd, r: ClosedEnd) => readonly Bounded[];
  /** Closed as a whole: all but the work that both ends share is known. */
  readonly ofAll: (set: readonly number[]) => Bounded;
}

/** What a partial plan comes to at least. */
export function setBounds(world: SearchWorld, sets: PlanSets, costs: SetCosts): SetBounds {
  const { base, space } = world;
  const { judged, partsOf, casterShort } = sets;
  /** needs that turn on both ends, and all that their cures also name: what settles one of these at an end that is closed by itself may be
   *  done by another thing when both ends are in place */
  const coupled = new Set(
    space.items
      .flatMap((t) => (t.kind === 'part' ? [t.part.cures] : []))
      .filter((cures) => cures.some((code) => OF_BOTH_ENDS.includes(code)))
      .flat(),
  );
  /** What of a closed end no leaning takes out again. */
  const stays = (set: readonly number[]): readonly number[] =>
    set.filter((i) => {
      const t = itemAt(space, i);
      return isFixed(space, i) || t.kind === 'relief' || !t.part.cures.some((code) => coupled.has(code));
    });
  /** needs that nothing of the space settles: of one axle, or of the vehicle as a whole */
  const unsettled = (set: readonly number[], of: Axle | 'whole'): Open =>
    needCounts(
      judged(set)
        .cheap(of)
        .filter((n) => !ENDED_BY_THE_WAY.includes(n.finding.code) && space.curers(n, []).length === 0),
    );
  const unsettledOf = ({ set, ends }: Sketch): Open =>
    together([unsettled(ends.front, 'front'), unsettled(ends.rear, 'rear'), unsettled(set, 'whole')]);
  /** what is to ask whatever is bought: of the place and of the tyre */
  const asksAnyway = once(
    () =>
      judged([])
        .cheap(null)
        .filter((n) => n.verdict === 'ask' && (n.topic === 'limits' || n.topic === 'tire')).length,
  );
  /** whether a part fits is still to ask */
  const isAsked = (p: Part) => fitmentOf(p.applications, base.vehicle).verdict === 'ask';
  const bounded = (
    { set, left, open, stands, partsMinor, beside, family }: PartialPlan,
    asks = 0,
  ): Bounded => {
    const parts = partsOf(left);
    const least: Columns = {
      ...open,
      // the rest of what is to ask may go by the way when more is chosen
      ask: Math.max(asks, asksAnyway() + parts.filter(isAsked).length),
      ...stands,
      totalMinor: (partsMinor ?? costs.leastPartsMinor(left)) + beside.totalMinor - ROUNDED_MINOR,
      personMinutes: beside.personMinutes,
      days: daysOf(parts),
      provenance: provenanceRankOf(parts, base),
      irreversible: sets.irreversible(left),
    };
    return {
      set,
      least,
      counts: inSteps(least),
      family: family ?? familyOf(judged(set).bare.forecast(), partsOf(set)),
    };
  };
  /** what may be bought for what is open with both ends in place */
  const mayJoin = (set: readonly number[]): readonly number[] =>
    toSettle([...judged(set).cheap(null), ...judged(set).room(null)]).flatMap((n) => space.curers(n, set));
  const heightMm = (set: readonly number[], axle: Axle): number | null => {
    const h = judged(set).bare.axles[axle].view().height();
    return h.ok ? h.value.zMm : null;
  };
  const movedBy = (set: readonly number[], than: readonly number[], axle: Axle): number => {
    const [is, was] = [heightMm(set, axle), heightMm(than, axle)];
    return is === null || was === null ? 0 : Math.abs(is - was);
  };
  /** How far things that lift nothing may move each end together: the most of each place, each measured alone, and as much again for
   *  what they do to each other. */
  const mayMove = once((): Readonly<Record<Axle, number>> => {
    const of = (axle: Axle) => {
      const most = new Map<string, number>();
      space.items.forEach((t, i) => {
        if (t.kind === 'relief' || isFixed(space, i) || isIndependent(t) || !onAxle(t.part, axle)) return;
        const { slot } = FAMILIES[t.part.family];
        most.set(slot, Math.max(most.get(slot) ?? 0, movedBy([i], [], axle)));
      });
      return UNSEEN_MM + TOGETHER * [...most.values()].reduce((sum, mm) => sum + mm, 0);
    };
    return { front: of('front'), rear: of('rear') };
  });
  /** the set without each of the things that the other end may make superfluous */
  const leaned = (set: readonly number[]): readonly (readonly number[])[] => {
    const left = stays(set);
    return set.filter((i) => !left.includes(i)).map((i) => set.filter((k) => k !== i));
  };
  const sum = (of: readonly number[]) => of.reduce((all, x) => all + x, 0);
  const backs = new Map<string, number>();
  /** how far an end may move when these are left out again, mm */
  const mayMoveBack = (set: readonly number[], axle: Axle): number =>
    memoized(backs, `${axle} ${set.join()}`, () => sum(leaned(set).map((less) => movedBy(set, less, axle))));
  const eases = new Map<string, number>();
  /** how much better the travel of an end may become when these are left out again */
  const mayEase = (set: readonly number[], axle: Axle): number =>
    memoized(eases, `${axle} ${set.join()}`, () => {
      const worse = (of: readonly number[]) => drivabilityPenaltyAt(judged(of).bare, axle);
      return sum(leaned(set).map((less) => Math.max(0, worse(set) - worse(less))));
    });
  const neutral = new Map<number, boolean>();
  /** Whether buying it alone leaves both axles as they are, by all that the geometry and the loads of an axle are made of. */
  const changesNothing = (i: number): boolean =>
    memoized(neutral, i, () => {
      const t = itemAt(space, i);
      // a relief is seen by the tyre's room alone
      if (t.kind === 'relief') return true;
      if (t.part.effects.some((e) => e.kind === 'wheel-spacer')) return false;
      const keyOf = (set: readonly number[], axle: Axle) => judged(set).plan.axles[axle].view().key;
      return AXLES.every((axle) => keyOf([], axle) === keyOf([i], axle));
    });
  /** what the travel of a closed end makes worse at least */
  const leftWorse = (set: readonly number[], axle: Axle): number =>
    Math.max(0, drivabilityPenaltyAt(judged(set).bare, axle) - mayEase(set, axle));
  /** Some needs are open with these: they stay so, or something is bought for one of them. No plan is less than both. */
  const eitherWay = (
    of: Omit<PartialPlan, 'beside'>,
    curable: readonly Need[],
    beside: (bought: readonly number[]) => Cost,
  ): readonly Bounded[] => {
    const { set, left, open } = of;
    const needs = curable.map((n) => ({ n, by: space.curers(n, set) })).filter(({ by }) => by.length > 0);
    const stay = together([open, needCounts(needs.map(({ n }) => n))]);
    const all = [bounded({ ...of, open: stay, beside: beside([]) })];
    if (needs.length === 0) return all;
    const ways = [...new Set(needs.flatMap(({ by }) => by))].map((i) => ({
      partsMinor: costs.leastPartsMinor(union(left, [i])),
      ...beside([i]),
    }));
    const least = (what: keyof (typeof ways)[number]) => Math.min(...ways.map((w) => w[what]));
    const bought = { totalMinor: least('totalMinor'), personMinutes: least('personMinutes') };
    return [...all, bounded({ ...of, partsMinor: least('partsMinor'), beside: bought })];
  };
  return {
    ofSources: (front, rear) => {
      const set = union(front, rear);
      const stands = leastStands(judged(set).plan, mayMove());
      const open = { no: 0, needs: 0 };
      return {
        ...bounded({ set, left: stays(set), open, stands, beside: costs.least() }),
        ends: { front, rear },
        stands,
      };
    },
    withWhatStays: (s, work) => {
      const { set, ends, stands, family } = s;
      return eitherWay(
        { set, left: stays(set), open: unsettledOf(s), stands, family },
        casterShort(set),
        (i) => (work ? costs.leastBeside(union(ends.front, i), union(ends.rear, i)) : costs.least()),
      );
    },
    ofImproved: (s, axle) => {
      const { set, ends, stands, family } = s;
      const ways = space.improvers[axle].filter((i) => space.fits(set, i));
      if (ways.length === 0) return null;
      return bounded({
        set,
        left: stays(set),
        open: unsettledOf(s),
        stands,
        partsMinor: Math.min(...ways.map((i) => costs.leastPartsMinor(union(set, [i])))),
        beside: costs.leastBeside(ends.front, ends.rear),
        family,
      });
    },
    ofOneEnd: (end, { set: sources, ends, stands, family }, axle, travel) => {
      const other = axle === 'front' ? 'rear' : 'front';
      const set = union(end.set, ends[other]);
      const lost = travel ? leftWorse(end.set, axle) : 0;
      return eitherWay(
        {
          set,
          left: stays(set),
          open: together([end.count, unsettled(ends[other], other), unsettled(sources, 'whole')]),
          stands: { ...stands, drivability: stands.drivability + lost },
          family,
        },
        // a front that was closed with a cure of it in is spared it
        axle === 'rear' ? casterShort(sources) : [],
        (i) => costs.leastBeside(union(stays(end.set), i), union(ends[other], i)),
      );
    },
    ofEither: (f, r, { set: sources, stands, family }) => {
      const set = union(f.set, r.set);
      const lost = leftWorse(f.set, 'front') + leftWorse(r.set, 'rear');
      return bounded({
        set,
        left: stays(set),
        open: together([f.count, r.count, unsettled(sources, 'whole')]),
        stands: { ...stands, drivability: stands.drivability + lost },
        beside: costs.leastBeside(stays(f.set), stays(r.set)),
        family,
      });
    },
    ofBothEnds: (f, r) => {
      const set = union(f.set, r.set);
      const left = stays(set);
      const { bare: plan, cheap } = judged(set);
      const stands = () => {
        if (!mayJoin(set).every(changesNothing)) return leastStands(plan, mayMove());
        const is = handling(plan);
        if (left.length === set.length) return standsOf(is);
        const back = { front: mayMoveBack(f.set, 'front'), rear: mayMoveBack(r.set, 'rear') };
        return leastStands(
          plan,
          back,
          is.drivabilityPenalty - mayEase(f.set, 'front') - mayEase(r.set, 'rear'),
        );
      };
      return eitherWay(
        {
          set,
          left,
          // what the ends leave open is in their own count
          open: together([f.count, r.count, unsettled(set, 'whole')]),
          stands: stands(),
        },
        toSettle(cheap('whole')),
        (i) => costs.leastBeside(union(stays(f.set), i), union(stays(r.set), i)),
      );
    },
    ofAll: (set) => {
      const { bare, cheap, room } = judged(set);
      const at = (axle: Axle) =>
        set.filter((i) => {
          const t = itemAt(space, i);
          return t.kind === 'relief' ? t.choice.axle === axle : onAxle(t.part, axle);
        });
      const open = needCounts([...cheap(null), ...room(null)]);
      return bounded(
        {
          set,
          left: set,
          open,
          stands: standsOf(handling(bare)),
          partsMinor: costs.partsMinor(set),
          beside: costs.leastBeside(at('front'), at('rear')),
        },
        open.ask,
      );
    },
  };
}
