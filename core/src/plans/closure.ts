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
  readonly apart: (thing: number) => boolean;
  /** where both settle the same: the second can be left aside */
  readonly noWorse: (a: number, b: number) => boolean;
}
export interface ClosedSet {
  readonly set: readonly number[];
  /** what stays open, because nothing settles it without opening something else */
  readonly open: readonly string[];
}
/** no plan of a workshop has more; a cure that opens what another one closes would run for ever */
const MOST_ADDED = 12;

/** Every set that grows out of a base by settling its needs one after another, in every way, with nothing in it that could be left
 *  out. A need that no thing settles, or only by opening another, stays open; a set that another one betters by more of the same is
 *  not told.
 *
 *  1. take the first need that is open; branch over all that may settle it; what that disturbs is settled in the branch
 *  2. where no branch settles all that can be settled, one more branch leaves it open: not for the sake of a need that stays open
 *     whatever is tried on it
 *  3. of what comes out: things that are not needed any more are left out; a set inside another that leaves less open goes
 *  @example closedSets([], { open: (s) => (s.includes(1) ? [] : ['short']), curers: () => [1, 2], costOf: (s) => s.length, fits: () => true, apart: () => false, noWorse: () => false })[0].set // [1] */
export function closedSets(base: readonly number[], problem: CureProblem): readonly ClosedSet[] {
  const known = new Map<string, readonly ClosedSet[]>();
  const grow = (set: readonly number[], left: readonly string[]): readonly ClosedSet[] => {
    const key = `${set.join()}|${left.join()}`;
    const had = known.get(key);
    if (had) return had;
    known.set(key, []); // a circle of cures ends here
    const open = problem.open(set, left);
    const todo = open.filter((n) => !left.includes(n));
    const next = todo.find((n) => !problem.curers(n, set).every(problem.apart)) ?? todo[0];
    const made =
      next === undefined
        ? [{ set, open }]
        : ((problem.curers(next, set).every(problem.apart) ? each(set, open, todo, left) : null) ??
          branches(set, open, next, left));
    known.set(key, made);
    return made;
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
      const ends = endedApart(set, open, need, [...left, ...todo]);
      if (ends === null) return null;
      if (ends.length === 0) stays.push(need);
      else
        sets = sets.flatMap((s) =>
          ends.flatMap((some) => {
            const all = withAll(s, some);
            return all ? [all] : [];
          }),
        );
    }
    const out = sets.flatMap((s) => grow(s, stays));
    return settles(out, set, open, stays) ? out : null;
  };
  /** The choices of things apart that end a need with none too many; null where one of them opens something else. */
  const endedApart = (
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
      o !== e && o.length === 1 && e.length === 1 && problem.noWorse(o[0] ?? -1, e[0] ?? -1);
    return ends.filter((e) => !ends.some((o) => better(o, e)));
  };
  /** a set with these beside it; null where one cannot be */
  const withAll = (set: readonly number[], some: readonly number[]) =>
    some.reduce<readonly number[] | null>(
      (s, i) => (s === null || s.includes(i) ? s : problem.fits(s, i) ? joined(s, i) : null),
      set,
    );
  const branches = (
    set: readonly number[],
    open: readonly string[],
    need: string,
    left: readonly string[],
  ): readonly ClosedSet[] => {
    const ways =
      set.length - base.length >= MOST_ADDED || stubborn(need, set, open)
        ? []
        : problem.curers(need, set).filter((i) => !set.includes(i));
    const out = ways.flatMap((i) => grow(joined(set, i), left));
    return settles(out, set, open, left) ? out : [...out, ...grow(set, [...left, need])];
  };
  const ends = new Map<string, boolean>();
  /** nothing that may settle it does, alone or together, whatever else is left open: it is not for another need's sake */
  const stubborn = (need: string, set: readonly number[], open: readonly string[]): boolean =>
    problem.curers(need, set).every((i) => {
      if (set.includes(i)) return true;
      const more = joined(set, i);
      const key = `${need}|${more.join()}`;
      let ended = ends.get(key);
      if (ended === undefined) {
        ends.set(key, false); // a circle of cures ends here
        const others = open.filter((n) => n !== need);
        ended = !problem.open(more, others).includes(need) || !stubborn(need, more, open);
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
  ) => out.some((o) => o.open.every((n) => left.includes(n) || (open.includes(n) && stubborn(n, set, open))));
  const lean = grow(sorted(base), []).map((c) => leaner(c, base, problem));
  return best(lean);
}
const sorted = (set: readonly number[]) => [...set].sort((a, b) => a - b);
const joined = (set: readonly number[], i: number) => sorted([...set, i]);
const opensNoMore = (a: readonly string[], b: readonly string[]) => a.every((n) => b.includes(n));

/** The same without what could be left out, dearest first. */
export function leaner(
  c: ClosedSet,
  base: readonly number[],
  { open, costOf }: Pick<CureProblem, 'open' | 'costOf'>,
): ClosedSet {
  const added = c.set.filter((i) => !base.includes(i)).sort((a, b) => costOf([b]) - costOf([a]) || a - b);
  for (const i of added) {
    const set = c.set.filter((k) => k !== i);
    const is = open(set, c.open);
    if (opensNoMore(is, c.open)) return leaner({ set, open: is }, base, { open, costOf });
  }
  return c;
}
function best(all: readonly ClosedSet[]): readonly ClosedSet[] {
  const once = [...new Map(all.map((c) => [c.set.join(), c])).values()];
  return once.filter(
    (c) =>
      !once.some(
        (o) =>
          o !== c &&
          c.set.every((i) => o.set.includes(i)) &&
          opensNoMore(o.open, c.open) &&
          o.open.length < c.open.length,
      ),
  );
}
