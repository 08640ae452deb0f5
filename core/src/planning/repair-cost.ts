import { repairFor, type Catalogue, type Repair } from '../catalogue';
import { newTires } from '../forecast';
import { isOpen, type JobSections, type Looked, type ShopSettings } from '../job';
import type { Assessment } from '../match';
import { repairsOf, type RepairWork } from '../vehicle';
import { moneyOf, partsList, type Money } from './parts-list';
import { workPlan } from './work-plan';

/** What one repair comes to. */
export interface RepairCost {
  readonly work: RepairWork;
  /** false: found worn, and nobody has said yet what is done */
  readonly decided: boolean;
  /** what it adds to the plan while that has everything apart; null: nobody has its price or its hours, so it is asked */
  readonly now: { readonly totalMinor: number; readonly minutes: number } | null;
  /** what it would come to by itself, later, with its own access and alignment */
  readonly alone: { readonly totalMinor: number; readonly minutes: number } | null;
}
/** Each repair of a job, and each that nobody has decided on yet, priced twice: now, while open (the whole plan with it less the
 *  whole plan without it), and later, alone. The same plan and the same money as on the sheet, so the two never differ by a rule
 *  of their own. */
export function repairCosts(
  a: Assessment,
  job: JobSections,
  catalogue: Catalogue,
  settings: ShopSettings,
): readonly RepairCost[] {
  const comesTo = (of: Assessment, on: JobSections): Pick<Money, 'totalMinor' | 'minutes'> => {
    const plan = workPlan(of, on, catalogue);
    const { totalMinor } = moneyOf(partsList(on, of, catalogue), plan, settings);
    return { totalMinor, minutes: plan.minutes };
  };
  // nothing else is done: no part, no tyre, no trimming, and so no other height
  const still: Assessment = { ...a, chosen: [], planned: a.fitted, forecast: null, gearing: null, needs: [] };
  const bare: JobSections = {
    ...job,
    build: { ...job.build, items: [], free: [] },
    tire: { ...job.tire, tireCode: null, wheelCode: null, rear: null, reliefs: [] },
  };
  const works = [...a.repairs.map((work) => ({ work, decided: true })), ...undecided(a, job, catalogue)];
  return works.map(({ work, decided }) => {
    if (work.repair?.priceMinor == null) return { work, decided, now: null, alone: null };
    const others = a.repairs.filter((r) => r !== work);
    const done = comesTo({ ...a, repairs: [...others, work] }, job);
    const without = comesTo({ ...a, repairs: others }, job);
    return {
      work,
      decided,
      now: {
        totalMinor: done.totalMinor - without.totalMinor,
        minutes: done.minutes - without.minutes,
      },
      alone: comesTo({ ...still, repairs: [work] }, bare),
    };
  });
}
/** What nobody has decided on, as it would be done: replaced, or repaired where that is what the shop has on record. */
function undecided(
  a: Assessment,
  job: Pick<JobSections, 'lookOver' | 'tire'>,
  catalogue: Pick<Catalogue, 'repairs'>,
): readonly { readonly work: RepairWork; readonly decided: boolean }[] {
  const { vehicle } = a;
  if (!vehicle) return [];
  const items = job.lookOver.items.filter(isOpen).map((l): Looked => {
    const has = (remedy: Repair['remedy']) =>
      repairFor(catalogue.repairs, { ...l, remedy }, vehicle.platform) !== null;
    return { ...l, remedy: !has('replace') && has('repair') ? 'repair' : 'replace' };
  });
  return repairsOf({ items }, vehicle, a.chosen, catalogue, newTires(job.tire)).map((work) => ({
    work,
    decided: false,
  }));
}
