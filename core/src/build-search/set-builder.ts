import type { Axle } from '../suspension';
import { memoized } from '../units';
import { onAxle } from '../vehicle';
import { wholePlan, type FoundPlan } from './built-plan';
import { closedSets, withoutRedundant, type Closed, type ClosedSet, type CureProblem } from './closure';
import { cureProblem } from './cure-problem';
import { isPlan } from './is-plan';
import { needCounts } from './outcome';
import { itemName } from './plan-space';
import { isFixed, planSets, itemAt, union, type SearchWorld } from './plan-sets';
import { setBounds, type ClosedEnd, type SetBounds, type Sketch } from './set-bounds';
import { setCosts } from './set-costs';

/** All that was found, unless something was left out. */
interface Every<T> {
  readonly of: readonly T[];
  readonly cut: boolean;
}
/** One end closed in every way. */
type ClosedAxle = Every<ClosedEnd>;
export interface SetBuilder {
  readonly bounds: SetBounds;
  /** no plan comes to less */
  readonly leastMinor: number;
  /** something more that may be bought may come to less */
  readonly savesMoney: boolean;
  /** pinned parts of the axle and what it stands on, with these sources; null where they cannot be together */
  readonly startFor: (
    axle: Axle,
    sources: readonly number[],
    body: readonly number[],
  ) => readonly number[] | null;
  /** sources of both ends as a sketch; nothing where they cannot be together */
  readonly sketched: (front: readonly number[], rear: readonly number[]) => readonly Sketch[];
  readonly closeAxle: (axle: Axle, set: readonly number[]) => ClosedAxle;
  /** the same ends with what drives better or saves money, no room made for the tyre yet */
  readonly improvedEnds: (axle: Axle, start: readonly number[], ends: readonly ClosedEnd[]) => ClosedAxle;
  /** room made for the tyre of such an end */
  readonly withRoom: (axle: Axle, start: readonly number[], end: ClosedEnd) => ClosedAxle;
  readonly isClosed: (axle: Axle, set: readonly number[]) => boolean;
  /** two closed ends as one set; null where they cannot be together */
  readonly together: (f: ClosedEnd, r: ClosedEnd) => readonly number[] | null;
  /** the set with the rest of a kit of which it has something, where it comes to less so; for each such kit and for several */
  readonly withKitsMadeWhole: (set: readonly number[]) => readonly (readonly number[])[];
  /** the whole vehicle closed from a set, with nothing in it that could be left out, as far as these are plans */
  readonly closed: (from: readonly number[]) => Every<ClosedSet>;
  readonly found: (set: readonly number[]) => FoundPlan;
  /** What the front is closed from: its sources; where both ends leave caster short, with each thing that may cure it in, for it may do the
   *  work of other cures too, and without one only where none of them is enough. */
  readonly frontStarts: (s: Sketch) => readonly (readonly number[])[];
}

/** Makes plans out of the things of a space. `on`: what they roll on, as a part of their name. */
export function setBuilder(world: SearchWorld, on: string): SetBuilder {
  const { space, catalogue, settings } = world;
  const sets = planSets(world);
  const costs = setCosts(world, sets);
  const { judged, needsAt, partsOf, casterShort } = sets;
  const problems = new Map<string, CureProblem>();
  const problem = (axle: Axle | null, improve = false) =>
    memoized(problems, `${axle} ${improve}`, () => cureProblem(world, sets, axle, improve, costs));
  const clashes = (set: readonly number[]) =>
    set.some(
      (i) =>
        !space.pinned.includes(i) &&
        !space.fits(
          set.filter((k) => k !== i),
          i,
        ),
    );
  const axles = new Map<string, ClosedAxle>();
  const endsOf = (axle: Axle, { sets: closed, cut }: Closed, room = true): ClosedAxle => ({
    cut,
    of: closed.map((c) => ({
      ...c,
      count: needCounts(room ? needsAt(c.set, axle) : judged(c.set).cheap(axle)),
    })),
  });
  /** the end without the room that was made for its tyre */
  const withoutRoom = (end: ClosedEnd) => end.set.filter((i) => itemAt(space, i).kind !== 'relief');
  const improved = new Map<string, ClosedAxle>();
  const roomy = new Map<string, ClosedAxle>();
  const casterCures = space.items.flatMap((t, i) =>
    t.kind === 'part' && t.part.cures.includes('caster-reach') && !isFixed(space, i) ? [i] : [],
  );
  const isShort = (set: readonly number[]) => casterShort(set).length > 0;
  const bounds = setBounds(world, sets, costs);
  return {
    bounds,
    leastMinor: costs.least().totalMinor,
    savesMoney: space.items.some((_, i) => costs.maySave(i)),
    startFor: (axle, sources, body) => {
      const pinned = space.pinned.filter((i) => {
        const t = itemAt(space, i);
        return t.kind === 'part' && onAxle(t.part, axle);
      });
      let set: readonly number[] = pinned;
      for (const i of [...body, ...sources]) {
        if (pinned.includes(i)) continue;
        if (!space.fits(set, i)) return null;
        set = [...set, i];
      }
      return [...set].sort((a, b) => a - b);
    },
    sketched: (front, rear) => (clashes(union(front, rear)) ? [] : [bounds.ofSources(front, rear)]),
    closeAxle: (axle, set) =>
      memoized(axles, `${axle} ${set.join()}`, () => endsOf(axle, closedSets(set, problem(axle)))),
    improvedEnds: (axle, start, ends) => {
      const plain = new Map(ends.map(withoutRoom).map((set) => [set.join(), set]));
      const all = [...plain.values()].map((set) =>
        memoized(improved, `${axle} ${start.join()} ${set.join()}`, () =>
          endsOf(axle, closedSets(start, problem(axle, true), set), false),
        ),
      );
      const better = new Map(all.flatMap((a) => a.of).map((e) => [e.set.join(), e]));
      for (const key of plain.keys()) better.delete(key);
      return { of: [...better.values()], cut: all.some((a) => a.cut) };
    },
    withRoom: (axle, start, end) =>
      memoized(roomy, `${axle} ${start.join()} ${end.set.join()}`, () =>
        endsOf(axle, closedSets(start, problem(axle), end.set)),
      ),
    isClosed: (axle, set) => axles.has(`${axle} ${set.join()}`),
    together: (f, r) => {
      const set = union(f.set, r.set);
      return clashes(set) ? null : set;
    },
    withKitsMadeWhole: costs.withKitsMadeWhole,
    closed: (from) => {
      const whole = problem(null);
      const { sets: closed, cut } = closedSets(from, whole);
      const fixed = (set: readonly number[]) => set.filter((i) => isFixed(space, i));
      const lean = closed.map((c) => withoutRedundant(c, fixed(c.set), whole));
      return { of: lean.filter(({ set }) => isPlan(set, world, sets, whole)), cut };
    },
    found: (set) =>
      wholePlan(
        judged(set).plan,
        costs.jobFor(set),
        partsOf(set),
        [...set.map((i) => itemName(itemAt(space, i))), ...(on === '' ? [] : [on])].join(' + '),
        { catalogue, settings },
      ).plan,
    frontStarts: ({ set, ends }) => {
      const cures =
        casterCures.length > 0 && isShort(set) ? casterCures.filter((i) => space.fits(set, i)) : [];
      const enough = cures.some((i) => !isShort(union(set, [i])));
      return [...(enough ? [] : [ends.front]), ...cures.map((i) => union(ends.front, [i]))];
    },
  };
}
