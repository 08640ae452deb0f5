/** Sets of things that settle needs, whatever things and needs are. Things are named by index. */
export interface CureProblem {
  /** what is open with a set: names of needs, those that are settled first in front; all of it once everything named is among those
   *  that are left open */
  readonly open: (set: readonly number[], left: readonly string[]) => readonly string[];
  /** things that may settle a need of a set and may join it */
  readonly curers: (need: string, set: readonly number[]) => readonly number[];
  /** the least that a set can come to; grows with the set */
  readonly costOf: (set: readonly number[]) => number;
  /** whether a thing can be beside those of a set */
  readonly fits: (set: readonly number[], thing: number) => boolean;
  /** a thing that settles one need and touches nothing else: such needs are settled each by itself, not in every order */
  readonly independent: (thing: number) => boolean;
  /** where both settle the same: the second can be left aside */
  readonly isNoWorseBuy: (a: number, b: number) => boolean;
  /** things that may join a set because they may better it in something else, once what is cheap to ask is settled but for what is left open */
  readonly improvers: (set: readonly number[], left: readonly string[]) => readonly number[];
  /** whether the first drives better than the second, which is the same without some of its things */
  readonly drivesBetter: (set: readonly number[], without: readonly number[]) => boolean;
  /** the same of what they come to, which is dearer to ask */
  readonly costsLess: (set: readonly number[], without: readonly number[]) => boolean;
  /** things that a base may be given at most; a set that would need more is not told, and that is said */
  readonly mostAdded: number;
}
export interface ClosedSet {
  readonly set: readonly number[];
  /** what stays open, because nothing settles it without opening something else */
  readonly open: readonly string[];
}
export interface Closed {
  readonly sets: readonly ClosedSet[];
  /** some set would have needed more things than may be added: what is told is not all */
  readonly cut: boolean;
}

/** Every set that grows out of a base, or of a start that has it, by settling its needs one after another, in every way, with nothing in it that could be left
 *  out. A need that no thing settles, or only by opening another, stays open; a set that another one betters by more of the same is
 *  not told.
 *
 *  1. take the first need that is open; branch over all that may settle it; what that disturbs is settled in the branch
 *  2. where no branch settles all that can be settled, one more branch leaves it open: not for the sake of a need that stays open
 *     whatever is tried on it
 *  3. what may better the set joins it, one thing after another; what leaves more open than without it is not told
 *  4. of what comes out: things that are not needed any more are left out; a set inside another that leaves less open goes
 *  @example closedSets([], { open: (s) => (s.includes(1) ? [] : ['short']), curers: () => [1, 2], costOf: (s) => s.length, fits: () => true, independent: () => false, isNoWorseBuy: () => false, improvers: () => [], drivesBetter: () => false, costsLess: () => false, mostAdded: 9 }).sets[0].set // [1] */
export function closedSets(
  base: readonly number[],
  problem: CureProblem,
  start: readonly number[] = base,
): Closed {
  let cut = false;
  const known = new Map<string, readonly ClosedSet[]>();
  const grow = (set: readonly number[], left: readonly string[]): readonly ClosedSet[] => {
    const key = `${set.join()}|${left.join()}`;
    const had = known.get(key);
    if (had) return had;
    known.set(key, []); // a circle of cures ends here
    const open = problem.open(set, left);
    const todo = open.filter((n) => !left.includes(n));
    const next = todo.find((n) => !problem.curers(n, set).every(problem.independent)) ?? todo[0];
    const settled =
      next === undefined
        ? [{ set, open }]
        : ((problem.curers(next, set).every(problem.independent) ? each(set, open, todo, left) : null) ??
          branches(set, open, next, left));
    const better = problem
      .improvers(set, left)
      .flatMap((i): readonly ClosedSet[] =>
        set.length - base.length < problem.mostAdded ? grow(joined(set, i), left) : cutShort(),
      );
    // what is bought to better something leaves nothing open that is settled without it
    const made = [...settled, ...better.filter((o) => settled.some((is) => opensNoMore(o.open, is.open)))];
    known.set(key, made);
    return made;
  };
  const cutShort = (): readonly never[] => {
    cut = true;
    return [];
  };
  /** Needs that things apart settle: every choice of them for each; what they cannot settle stays open. Null where one of them opens
   *  something else. */
  const each = (
    set: readonly number[],
    open: readonly string[],
    todo: readonly string[],
    left: readonly string[],
  ): readonly ClosedSet[] | null => {
    let sets: readonly (readonly number[])[] = [set];
    const stays = [...left];
    for (const need of todo) {
      const ends = endedIndependently(set, open, need, [...left, ...todo]);
      if (ends === null) return null;
      if (ends.length === 0) stays.push(need);
      else
        sets = sets.flatMap((s) =>
          ends.flatMap((some) => {
            const all = withAll(s, some, problem.fits);
            return all ? [all] : [];
          }),
        );
    }
    const out = sets.flatMap((s) => grow(s, stays));
    return settles(out, set, open, stays) ? out : null;
  };
  /** The choices of things apart that end a need with none too many; null where one of them opens something else. */
  const endedIndependently = (
    set: readonly number[],
    open: readonly string[],
    need: string,
    left: readonly string[],
  ): readonly (readonly number[])[] | null => {
    const ends: (readonly number[])[] = [];
    let short: readonly (readonly number[])[] = [[]];
    while (short.length > 0) {
      const next: (readonly number[])[] = [];
      for (const some of short) {
        const here = sorted([...set, ...some]);
        for (const i of problem.curers(need, here)) {
          const more = [...some, i];
          if (
            here.includes(i) ||
            i < (some.at(-1) ?? 0) ||
            ends.some((e) => e.every((k) => more.includes(k)))
          )
            continue;
          const is = problem.open(joined(here, i), left);
          if (is.includes(need)) next.push(more);
          else if (opensNoMore(is, open)) ends.push(more);
          else return null;
        }
      }
      short = next;
    }
    const better = (o: readonly number[], e: readonly number[]) =>
      o !== e && o.length === 1 && e.length === 1 && problem.isNoWorseBuy(o[0] ?? -1, e[0] ?? -1);
    return ends.filter((e) => !ends.some((o) => better(o, e)));
  };
  const branches = (
    set: readonly number[],
    open: readonly string[],
    need: string,
    left: readonly string[],
  ): readonly ClosedSet[] => {
    const may = isUnsolvable(need, set, open)
      ? []
      : problem.curers(need, set).filter((i) => !set.includes(i));
    const ways = may.length > 0 && set.length - base.length >= problem.mostAdded ? cutShort() : may;
    const out = ways.flatMap((i) => grow(joined(set, i), left));
    return settles(out, set, open, left) ? out : [...out, ...grow(set, [...left, need])];
  };
  const ends = new Map<string, boolean>();
  /** nothing that may settle it does, alone or together, whatever else is left open: it is not for another need's sake */
  const isUnsolvable = (need: string, set: readonly number[], open: readonly string[]): boolean =>
    problem.curers(need, set).every((i) => {
      if (set.includes(i)) return true;
      const more = joined(set, i);
      const key = `${need}|${more.join()}`;
      let ended = ends.get(key);
      if (ended === undefined) {
        ends.set(key, false); // a circle of cures ends here
        const others = open.filter((n) => n !== need);
        ended = !problem.open(more, others).includes(need) || !isUnsolvable(need, more, open);
        ends.set(key, ended);
      }
      return !ended;
    });
  /** one of them settles all that can be settled and is not left open, and opens nothing */
  const settles = (
    out: readonly ClosedSet[],
    set: readonly number[],
    open: readonly string[],
    left: readonly string[],
  ) =>
    out.some((o) =>
      o.open.every((n) => left.includes(n) || (open.includes(n) && isUnsolvable(n, set, open))),
    );
  const lean = grow(sorted(start), []).map((c) => withoutRedundant(c, base, problem));
  return { sets: best(lean), cut };
}
const sorted = (set: readonly number[]) => [...set].sort((a, b) => a - b);
const joined = (set: readonly number[], i: number) => sorted([...set, i]);
/** Whether what the first leaves open the second leaves open too.
 *  @example opensNoMore(['a'], ['a', 'b']) // true
 *  @example opensNoMore(['c'], ['a', 'b']) // false */
export const opensNoMore = (a: readonly string[], b: readonly string[]): boolean =>
  a.every((n) => b.includes(n));
/** A set with these beside it; null where one of them cannot be. */
export const withAll = (
  set: readonly number[],
  some: readonly number[],
  fits: (set: readonly number[], i: number) => boolean,
): readonly number[] | null =>
  some.reduce<readonly number[] | null>(
    (s, i) => (s === null || s.includes(i) ? s : fits(s, i) ? joined(s, i) : null),
    set,
  );

/** The same without what could be left out, dearest first: what opens nothing by going and loses nothing. */
export function withoutRedundant(
  c: ClosedSet,
  base: readonly number[],
  problem: Pick<CureProblem, 'open' | 'costOf' | 'drivesBetter' | 'costsLess'>,
): ClosedSet {
  const { open, costOf, drivesBetter, costsLess } = problem;
  const added = c.set.filter((i) => !base.includes(i)).sort((a, b) => costOf([b]) - costOf([a]) || a - b);
  for (const i of added) {
    const set = c.set.filter((k) => k !== i);
    // what is open is dear to ask, and what a set comes to is dearer
    if (drivesBetter(c.set, set)) continue;
    const is = open(set, c.open);
    if (opensNoMore(is, c.open) && !costsLess(c.set, set))
      return withoutRedundant({ set, open: is }, base, problem);
  }
  return c;
}
function best(all: readonly ClosedSet[]): readonly ClosedSet[] {
  const once = [...new Map(all.map((c) => [c.set.join(), c])).values()];
  return once.filter((c) => !once.some((o) => opensNoMore(o.open, c.open) && o.open.length < c.open.length));
}
