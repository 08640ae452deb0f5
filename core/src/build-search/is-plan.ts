import type { Need } from '../assessment';
import { opensNoMore, type CureProblem } from './closure';
import { toSettle } from './outcome';
import { isFixed, itemAt, openKey, union, type PlanSets, type SearchWorld } from './plan-sets';

/** Whether a set is what a shop would call a plan.
 *
 *  - Everything in it that lifts nothing is worth its place: it settles a need that its record names, or the set loses something without it.
 *  - What is there for that alone, with what settles only what it brought, leaves nothing open that is settled without it.
 *  - Nothing that could be added settles something that is left open and opens nothing. What turns on both ends may be left so when what
 *    settled it at one end is taken out again.
 *
 *  Holds of every plan that is told, and by `exact.test.ts` no other set betters those. */
export function isPlan(
  set: readonly number[],
  { space }: Pick<SearchWorld, 'space'>,
  { judged }: Pick<PlanSets, 'judged'>,
  { drivesBetter, costsLess }: Pick<CureProblem, 'drivesBetter' | 'costsLess'>,
): boolean {
  const loses = (of: readonly number[], less: readonly number[]) =>
    drivesBetter(of, less) || costsLess(of, less);
  type NeedsOf = (of: readonly number[]) => readonly Need[];
  const cheap: NeedsOf = (of) => toSettle(judged(of).cheap(null));
  const room: NeedsOf = (of) => toSettle(judged(of).room(null));
  const keys = (needs: readonly Need[]) => needs.map(openKey);
  const without = (of: readonly number[], i: number) => of.filter((k) => k !== i);
  const mayMakeRoom = (i: number) => {
    const t = itemAt(space, i);
    return t.kind === 'relief' || t.part.cures.includes('tire-clearance');
  };
  const settles = (of: readonly number[], i: number): boolean => {
    const less = without(of, i);
    const ends = (needs: NeedsOf) => {
      const is = keys(needs(of));
      return needs(less).some((n) => !is.includes(openKey(n)) && space.curers(n, less).includes(i));
    };
    return ends(cheap) || (mayMakeRoom(i) && ends(room));
  };
  /** without what settles nothing, and what settles nothing then */
  const settling = (of: readonly number[]): readonly number[] => {
    const idle = of.find((i) => !isFixed(space, i) && !settles(of, i));
    return idle === undefined ? of : settling(without(of, idle));
  };
  /** the tyre's room is dear to ask: only where the rest is as good */
  const settlesAsMuch = (of: readonly number[], than: readonly number[]): boolean =>
    [cheap, room].every((needs) => {
      const is = keys(needs(of));
      return is.length === 0 || opensNoMore(is, keys(needs(than)));
    });
  const settledByOneMore = (of: readonly number[]): readonly (readonly number[])[] => {
    const open = cheap(of);
    return open.flatMap((n) =>
      space
        .curers(n, of)
        .map((i) => union(of, [i]))
        .filter((more) => {
          const is = cheap(more);
          const ended = !keys(is).includes(openKey(n));
          return ended && is.length < open.length && settlesAsMuch(more, of);
        }),
    );
  };
  const forItself = set.filter((i) => !isFixed(space, i) && !settles(set, i));
  if (!forItself.every((i) => loses(set, without(set, i)))) return false;
  if (settledByOneMore(set).length > 0) return false;
  if (forItself.length === 0) return true;
  const settled = settling(set);
  // two pieces of a kit may each be cheaper with the other and dearer than neither
  if (!loses(set, settled)) return false;
  return [settled, ...settledByOneMore(settled)].every((than) => settlesAsMuch(set, than));
}
