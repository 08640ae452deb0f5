import { AXLES, needKey, type Need } from '../rules';
import type { Axle } from '../suspension';
import type { CureProblem } from './closure';
import { COLUMNS } from './columns';
import { droopEndsBy, toSettle, worseAt } from './outcome';
import { isApart, noWorse, thingPrice } from './plan-space';
import { openKeys, thingAt, union, type PlanSets, type SearchWorld } from './plan-sets';

/** things beside its sources that a plan may have at each end; no plan of a workshop comes near it */
const MOST_ADDED = 12;

/** What is to settle, and by what, at one axle or on the vehicle as a whole (null), as sets of things. `improve`: things that drive better or
 *  save a repair join an axle too, and the tyre's room, which is dear to ask and sees nothing of them, is left aside. `totalMinor`: what a
 *  set comes to; null where nothing that is bought takes a repair away. */
export function cureProblem(
  world: SearchWorld,
  sets: PlanSets,
  axle: Axle | null,
  improve: boolean,
  totalMinor: ((set: readonly number[]) => number) | null,
): CureProblem {
  const { base, space, kits } = world;
  const { judged, roomFor } = sets;
  const ends = axle === null ? AXLES : [axle];
  const worseOf = (set: readonly number[], at: Axle) => worseAt(judged(set).bare, at);
  const felt = COLUMNS.drivability.step;
  const saves = (set: readonly number[], without: readonly number[]) =>
    totalMinor !== null && totalMinor(set) < totalMinor(without);
  const improversAt = (at: Axle) => (set: readonly number[], left: readonly string[]) => {
    if (toSettle(judged(set).cheap(at)).some((n) => !left.includes(needKey(n)))) return [];
    const worse = worseOf(set, at);
    // what is not felt cannot be felt less
    if (worse < felt && totalMinor === null) return [];
    return space.improvers[at].filter((i) => {
      if (!space.fits(set, i)) return false;
      const more = union(set, [i]);
      const gained = worse - worseOf(more, at);
      if (gained >= felt || saves(more, set)) return true;
      // one of several that end the droop: the next one goes with the next thing
      const ended = droopEndsBy(judged(set).bare, at) !== droopEndsBy(judged(more).bare, at);
      return gained > -felt && worse >= felt && ended;
    });
  };
  return {
    open: (set, left) =>
      improve ? toSettle(judged(set).cheap(axle)).map(needKey) : openKeys(judged(set), axle, left),
    curers: (key, set) => {
      const { cheap, room } = judged(set);
      const is = (n: Need) => needKey(n) === key;
      const need = cheap(axle).find(is) ?? room(axle).find(is);
      if (!need) return [];
      const all = space.curers(need, set);
      const { axle: where } = need.about;
      return (where === 'front' || where === 'rear') && need.topic === 'clearance' && !roomFor(set, where)
        ? all.filter((i) => thingAt(space, i).kind !== 'relief')
        : all;
    },
    costOf: (set) => set.reduce((sum, i) => sum + thingPrice(thingAt(space, i)), 0),
    fits: space.fits,
    apart: (i) => isApart(thingAt(space, i)),
    noWorse: (a, b) => noWorse(thingAt(space, a), thingAt(space, b), base, kits),
    improvers: axle !== null && improve ? improversAt(axle) : () => [],
    loses: (set, without) =>
      ends.some((at) => worseOf(without, at) - worseOf(set, at) >= felt) || saves(set, without),
    mostAdded: MOST_ADDED,
  };
}
