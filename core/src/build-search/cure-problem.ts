import type { Need } from '../assessment';
import type { Axle } from '../suspension';
import { memoized } from '../units';
import type { CureProblem } from './closure';
import { COLUMNS } from './columns';
import { drivabilityPenaltyAt, drivabilityPenaltyOf, droopEndsBy, rollPenalty, toSettle } from './outcome';
import type { SetCosts } from './set-costs';
import { isIndependent, isNoWorseBuy, itemPriceMinor } from './plan-space';
import { itemAt, openKey, openKeys, union, type PlanSets, type SearchWorld } from './plan-sets';

/** things beside its sources that a plan may have at each end; no plan of a workshop comes near it */
const MOST_ADDED = 12;
/** how much more a thing may take off the roll with the other end in place than without */
const WITH_OTHER_END = 2;
/** rounding */
const NO_ROLL = 1e-6;

/** What is to settle, and by what, at one axle or on the vehicle as a whole (null), as sets of things. `improve`: things that drive better or
 *  save money join an axle too, and the tyre's room, which is dear to ask and sees nothing of them, is left aside. */
export function cureProblem(
  world: SearchWorld,
  sets: PlanSets,
  axle: Axle | null,
  improve: boolean,
  { totalMinor, maySave }: Pick<SetCosts, 'totalMinor' | 'maySave'>,
): CureProblem {
  const { base, space, kits } = world;
  const { judged, roomFor } = sets;
  const penaltyAt = (set: readonly number[], at: Axle) => drivabilityPenaltyAt(judged(set).bare, at);
  const rollOf = (set: readonly number[]) => rollPenalty(judged(set).bare);
  const rolls = new Map<number, boolean>();
  const movesRoll = (i: number): boolean =>
    memoized(rolls, i, () => Math.abs(rollOf([i]) - rollOf([])) > NO_ROLL);
  /** how much better the second drives than the first; of an end by itself how much at most, for what the other end does to the roll is not
   *  known there */
  const gain = (from: readonly number[], to: readonly number[]): number => {
    const [was, is] = [judged(from).bare, judged(to).bare];
    if (axle === null) return drivabilityPenaltyOf(was) - drivabilityPenaltyOf(is);
    const changed = [...from, ...to].filter((i) => !from.includes(i) || !to.includes(i));
    const less = changed.some(movesRoll) ? Math.max(0, rollPenalty(was) - rollPenalty(is)) : 0;
    return penaltyAt(from, axle) - penaltyAt(to, axle) + WITH_OTHER_END * less;
  };
  const felt = COLUMNS.drivability.step;
  const costsLess = (set: readonly number[], without: readonly number[]) =>
    set.some((i) => maySave(i) && !without.includes(i)) && totalMinor(set) < totalMinor(without);
  const improversAt = (at: Axle) => (set: readonly number[], left: readonly string[]) => {
    if (toSettle(judged(set).cheap(at)).some((n) => !left.includes(openKey(n)))) return [];
    const penalty = penaltyAt(set, at);
    // what is not felt cannot be felt less, but for the roll, which the other end has a part in
    const may = (i: number) => penalty >= felt || maySave(i) || movesRoll(i);
    return space.improvers[at].filter((i) => {
      if (!may(i) || !space.fits(set, i)) return false;
      const more = union(set, [i]);
      const gained = gain(set, more);
      if (gained >= felt || costsLess(more, set)) return true;
      // one of several that end the droop: the next one goes with the next thing
      const ended = droopEndsBy(judged(set).bare, at) !== droopEndsBy(judged(more).bare, at);
      return gained > -felt && penalty >= felt && ended;
    });
  };
  return {
    open: (set, left) =>
      improve ? toSettle(judged(set).cheap(axle)).map(openKey) : openKeys(judged(set), axle, left),
    curers: (key, set) => {
      const { cheap, room } = judged(set);
      const is = (n: Need) => openKey(n) === key;
      const need = cheap(axle).find(is) ?? room(axle).find(is);
      if (!need) return [];
      const all = space.curers(need, set);
      const { axle: where } = need.about;
      return (where === 'front' || where === 'rear') && need.topic === 'clearance' && !roomFor(set, where)
        ? all.filter((i) => itemAt(space, i).kind !== 'relief')
        : all;
    },
    costOf: (set) => set.reduce((sum, i) => sum + itemPriceMinor(itemAt(space, i)), 0),
    fits: space.fits,
    independent: (i) => isIndependent(itemAt(space, i)),
    isNoWorseBuy: (a, b) => isNoWorseBuy(itemAt(space, a), itemAt(space, b), base, kits),
    improvers: axle !== null && improve ? improversAt(axle) : () => [],
    drivesBetter: (set, without) => gain(without, set) >= felt,
    costsLess,
    mostAdded: MOST_ADDED,
  };
}
