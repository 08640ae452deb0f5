import { listed, type BuildItem, type JobSections } from '../job';
import { newTires } from '../forecast';
import { assessCase } from '../assessment';
import { moneyOf, personMinutesOf } from '../work-order';
import { memoized, once } from '../units';
import { repairsOf } from '../vehicle';
import { leastBuyMinor } from './bounds';
import { comesTo } from './built-plan';
import { buy } from './buying';
import { kitsMadeWhole } from './kits-made-whole';
import { itemPriceMinor } from './plan-space';
import { itemAt, type PlanSets, type SearchWorld } from './plan-sets';

/** What a set comes to: money with tax, minor units, and minutes of people. */
export interface Cost {
  readonly totalMinor: number;
  readonly personMinutes: number;
}
/** The same, with what of it is work on the vehicle as a whole, done once for both ends. */
interface Beside extends Cost {
  readonly onVehicle: Cost;
}
export interface SetCosts {
  readonly jobFor: (set: readonly number[]) => JobSections;
  /** all of it with tax, with what its needs bring */
  readonly totalMinor: (set: readonly number[]) => number;
  /** what the things of a set cost, bought in the cheapest way, with tax */
  readonly partsMinor: (set: readonly number[]) => number;
  /** Bounds what is paid for the things of a set, whatever is added, with tax. */
  readonly leastPartsMinor: (set: readonly number[]) => number;
  /** Bounds what any plan with what is at both ends comes to beside its parts: the work of either end, and nothing that a need brings, less
   *  what is saved. Work on an axle is not shared with the other; what both ends hold, and work on the vehicle as a whole, is counted once. */
  readonly leastBeside: (front: readonly number[], rear: readonly number[]) => Cost;
  /** Bounds every plan: nothing bought, less what is saved. */
  readonly least: () => Cost;
  /** Whether a set may come to less with this thing than without: it takes a repair away, or is a piece of a kit that costs less than the
   *  other pieces. */
  readonly maySave: (i: number) => boolean;
  /** The set with the rest of a kit of which it has something, where it comes to less so; for each such kit and for several. */
  readonly withKitsMadeWhole: (set: readonly number[]) => readonly (readonly number[])[];
}

/** What sets of things cost, each once. */
export function setCosts(world: SearchWorld, { judged, partsOf }: PlanSets): SetCosts {
  const { base, space, kits, job, catalogue, settings } = world;
  const bought = new Map<string, ReturnType<typeof buy>>();
  const boughtFor = (set: readonly number[]) => memoized(bought, set.join(), () => buy(partsOf(set), kits));
  const itemsOf = (set: readonly number[]): readonly Pick<BuildItem, 'kind' | 'code'>[] => {
    const b = boughtFor(set);
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
  const withTax = (minor: number) => minor * (1 + settings.taxShare);
  const reliefMinor = (set: readonly number[]) =>
    set.reduce((sum, i) => {
      const t = itemAt(space, i);
      return sum + (t.kind === 'relief' ? itemPriceMinor(t) : 0);
    }, 0);
  const leasts = new Map<string, number>();
  const besides = new Map<string, Beside>();
  const totals = new Map<string, number>();
  const partsMinor = (set: readonly number[]) => withTax(boughtFor(set).priceMinor + reliefMinor(set));
  const totalMinor = (set: readonly number[]) =>
    memoized(
      totals,
      set.join(),
      () => comesTo(jobFor(set), assessCase(judged(set).plan), catalogue, settings).money.totalMinor,
    );
  const besideOf = (set: readonly number[]): Beside =>
    memoized(besides, set.join(), () => {
      const { money, work } = comesTo(jobFor(set), assessCase(judged(set).plan, []), catalogue, settings);
      const steps = work.steps.filter((s) => s.axle === 'vehicle');
      const onVehicle = { personMinutes: personMinutesOf(steps), rackMinutes: work.rackMinutes };
      return {
        totalMinor: money.totalMinor - partsMinor(set),
        personMinutes: work.personMinutes,
        onVehicle: {
          totalMinor: moneyOf([], onVehicle, settings).totalMinor,
          personMinutes: onVehicle.personMinutes,
        },
      };
    });
  const repairsWith = (set: readonly number[]) =>
    repairsOf(
      job.lookOver,
      base.vehicle,
      [...space.partsOf(set), ...base.chosen],
      catalogue,
      newTires(job.tire),
    );
  const places = (set: readonly number[]) => repairsWith(set).reduce((n, r) => n + r.places.length, 0);
  const placesBare = once(() => places([]));
  const repairSavers = new Map<number, boolean>();
  const savesRepair = (i: number): boolean => memoized(repairSavers, i, () => places([i]) < placesBare());
  /** what a part can take off beside its own price: repairs of what it replaces are not done */
  const saved = once((): Cost => {
    const { plan } = judged([]);
    if (plan.repairs.length === 0) return { totalMinor: 0, personMinutes: 0 };
    const repairs = repairsWith(space.items.map((_, i) => i));
    const { money, work } = comesTo(jobFor([]), assessCase({ ...plan, repairs }, []), catalogue, settings);
    const bare = besideOf([]);
    return {
      totalMinor: Math.max(0, bare.totalMinor - money.totalMinor),
      personMinutes: Math.max(0, bare.personMinutes - work.personMinutes),
    };
  });
  const kitsMade = kitsMadeWhole(world, { partsMinor, totalMinor, savedMinor: () => saved().totalMinor });
  const lessSaved = (c: Cost): Cost => ({
    totalMinor: c.totalMinor - saved().totalMinor,
    personMinutes: c.personMinutes - saved().personMinutes,
  });
  return {
    jobFor,
    totalMinor,
    partsMinor,
    leastPartsMinor: (set) =>
      withTax(memoized(leasts, set.join(), () => leastBuyMinor(partsOf(set), kits)) + reliefMinor(set)),
    leastBeside: (front, rear) => {
      const [f, r] = [besideOf(front), besideOf(rear)];
      const both = besideOf(front.filter((i) => rear.includes(i)));
      const least = (of: keyof Cost) =>
        f[of] + r[of] - both[of] - (Math.min(f.onVehicle[of], r.onVehicle[of]) - both.onVehicle[of]);
      const most = (of: keyof Cost) => Math.max(f[of], r[of], least(of));
      return lessSaved({ totalMinor: most('totalMinor'), personMinutes: most('personMinutes') });
    },
    least: () => lessSaved(besideOf([])),
    maySave: (i) => kitsMade.cheapPieces().has(i) || (saved().totalMinor > 0 && savesRepair(i)),
    withKitsMadeWhole: kitsMade.of,
  };
}
