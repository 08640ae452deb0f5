import { AXLES, type Need } from '../rules';
import type { Axle } from '../suspension';
import type { CureProblem } from './closure';
import { COLUMNS } from './columns';
import { droopEndsBy, toSettle, worseAt } from './outcome';
import { isApart, noWorse, thingPrice } from './plan-space';
import { isFixed, openKey, openKeys, thingAt, union, type PlanSets, type SearchWorld } from './plan-sets';

/** things beside its sources that a plan may have at each end; no plan of a workshop comes near it */
const MOST_ADDED = 12;

/** What is to settle, and by what, at one axle or on the vehicle as a whole (null), as sets of things. `improve`: things that drive better or
 *  save money join an axle too, and the tyre's room, which is dear to ask and sees nothing of them, is left aside. `totalMinor`: what a
 *  set comes to; null where nothing more that is bought may come to less. */
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
    if (toSettle(judged(set).cheap(at)).some((n) => !left.includes(openKey(n)))) return [];
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
      improve ? toSettle(judged(set).cheap(axle)).map(openKey) : openKeys(judged(set), axle, left),
    curers: (key, set) => {
      const { cheap, room } = judged(set);
      const is = (n: Need) => openKey(n) === key;
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

/** Whether everything in a set that lifts nothing is worth its place: it settles a need that its record names, or the set loses something
 *  without it. What is there for that alone, with what settles only what it brought, leaves nothing open that is settled without it. */
export function isWorthIt(
  set: readonly number[],
  { space }: Pick<SearchWorld, 'space'>,
  { judged }: Pick<PlanSets, 'judged'>,
  loses: CureProblem['loses'],
): boolean {
  const without = (of: readonly number[], i: number) => of.filter((k) => k !== i);
  type Ask = (of: readonly number[]) => readonly Need[];
  const cheap: Ask = (of) => toSettle(judged(of).cheap(null));
  const room: Ask = (of) => toSettle(judged(of).room(null));
  const mayMakeRoom = (i: number) => {
    const t = thingAt(space, i);
    return t.kind === 'relief' || t.part.cures.includes('tire-clearance');
  };
  const settles = (of: readonly number[], i: number): boolean => {
    const less = without(of, i);
    const ends = (ask: Ask) => {
      const is = ask(of).map(openKey);
      return ask(less).some((n) => !is.includes(openKey(n)) && space.curers(n, less).includes(i));
    };
    return ends(cheap) || (mayMakeRoom(i) && ends(room));
  };
  const added = set.filter((i) => !isFixed(space, i));
  const forItself = added.filter((i) => !settles(set, i));
  if (forItself.length === 0) return true;
  if (!forItself.every((i) => loses(set, without(set, i)))) return false;
  const core = (of: readonly number[]): readonly number[] => {
    const idle = of.find((i) => !isFixed(space, i) && !settles(of, i));
    return idle === undefined ? of : core(without(of, idle));
  };
  const settled = core(set);
  const opensNoMore = (ask: Ask) => {
    const is = ask(set);
    const was = is.length === 0 ? [] : ask(settled).map(openKey);
    return is.every((n) => was.includes(openKey(n)));
  };
  return opensNoMore(cheap) && opensNoMore(room);
}
