import { LIFT_SOURCES } from '../catalogue';
import { needKey } from '../rules';
import type { Axle } from '../suspension';
import { onAxle } from '../vehicle';
import type { CureProblem } from './closure';
import { COLUMNS } from './columns';
import { droopEndsBy, toSettle, worseAt } from './outcome';
import { isApart, noWorse, thingPrice, type PlanSpace } from './plan-space';
import { openKeys, thingAt, type PlanSets, type SearchWorld } from './plan-sets';

/** things beside its sources that a plan may have at each end; no plan of a workshop comes near it */
const MOST_ADDED = 12;

/** What is to settle, and by what, at one axle or on the vehicle as a whole (null), as sets of things. `improve`: things that drive better or
 *  save a repair join an axle too, and the tyre's room, which is dear to ask and sees nothing of them, is left aside. `totalMinor`: what a set comes to; null where nothing that is bought takes a repair away. */
export function cureProblem(
  world: SearchWorld,
  sets: PlanSets,
  axle: Axle | null,
  improve: boolean,
  totalMinor: ((set: readonly number[]) => number) | null,
): CureProblem {
  const { base, space, kits } = world;
  const { judged, roomFor } = sets;
  const ends: readonly Axle[] = axle === null ? ['front', 'rear'] : [axle];
  const worseOf = (set: readonly number[], at: Axle) => worseAt(judged(set).bare, at);
  const felt = COLUMNS.drivability.step;
  const may = axle === null || !improve ? [] : mayImprove(space, axle);
  const saves = (set: readonly number[], without: readonly number[]) =>
    totalMinor !== null && totalMinor(set) < totalMinor(without) - 0.5;
  return {
    open: (set, left) =>
      improve ? toSettle(judged(set).cheap(axle)).map(needKey) : openKeys(judged(set), axle, left),
    curers: (key, set) => {
      const { cheap, room } = judged(set);
      const is = (n: Parameters<typeof needKey>[0]) => needKey(n) === key;
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
    improvers: (set, left) =>
      // what is not felt cannot be felt less
      axle === null ||
      may.length === 0 ||
      toSettle(judged(set).cheap(axle)).some((n) => !left.includes(needKey(n))) ||
      (worseOf(set, axle) < felt && totalMinor === null)
        ? []
        : may.filter((i) => {
            if (!space.fits(set, i)) return false;
            const more = [...set, i].sort((a, b) => a - b);
            const gained = worseOf(set, axle) - worseOf(more, axle);
            if (gained >= felt || saves(more, set)) return true;
            // one of several that end the droop: the next one goes with the next thing
            return (
              gained > -felt &&
              worseOf(set, axle) >= felt &&
              droopEndsBy(judged(set).bare, axle) !== droopEndsBy(judged(more).bare, axle)
            );
          }),
    loses: (set, without) =>
      ends.some((at) => worseOf(without, at) - worseOf(set, at) >= felt) || saves(set, without),
    mostAdded: MOST_ADDED,
  };
}
/** Parts of an axle that lift nothing, and that may drive better or save a repair: what a customer asks for by itself (bars, racks) is not
 *  sold for that. */
export function mayImprove(space: PlanSpace, axle: Axle): readonly number[] {
  return space.things.flatMap((t, i) =>
    t.kind === 'part' &&
    !LIFT_SOURCES.includes(t.part.family) &&
    t.part.family !== 'accessory' &&
    t.part.axle === axle &&
    onAxle(t.part, axle) &&
    !isApart(t)
      ? [i]
      : [],
  );
}
