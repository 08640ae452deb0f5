import { repairFor, type Catalogue, type Part, type Repair } from '../catalogue';
import { newTires } from '../forecast';
import { isOpen, listed, type JobSections, type Looked, type ShopSettings } from '../job';
import type { Assessment } from '../assessment';
import { repairsOf, type RepairWork } from '../vehicle';
import { moneyOf, type Money } from './money';
import { partsList } from './parts-list';
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
  const { comesTo, still, bare } = pricing(a, job, catalogue, settings);
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
      alone: comesTo({ ...still, repairs: [work], removed: [] }, bare),
    };
  });
}
/** What a part more comes to: now, while the plan has everything apart, and later, by itself. */
export function partCost(
  part: Part,
  a: Assessment,
  job: JobSections,
  catalogue: Catalogue,
  settings: ShopSettings,
): { readonly now: Cost; readonly alone: Cost } {
  const { comesTo, still, bare } = pricing(a, job, catalogue, settings);
  const line = listed(part.code, 'part', part.code);
  const fitted = { part, quantity: 1 };
  const without = comesTo(a, job);
  const done = comesTo(
    { ...a, chosen: [...a.chosen, fitted], planned: [...a.planned, fitted] },
    { ...job, build: { ...job.build, items: [...job.build.items, line] } },
  );
  return {
    now: { totalMinor: done.totalMinor - without.totalMinor, minutes: done.minutes - without.minutes },
    alone: comesTo(
      { ...still, chosen: [fitted], repairs: [], removed: [] },
      { ...bare, build: { ...bare.build, items: [line] } },
    ),
  };
}
type Cost = Pick<Money, 'totalMinor' | 'minutes'>;
/** A plan's total, and the job in which nothing is done: no part, no tyre, no trimming, and so no other height. */
function pricing(a: Assessment, job: JobSections, catalogue: Catalogue, settings: ShopSettings) {
  const comesTo = (of: Assessment, on: JobSections): Cost => {
    const plan = workPlan(of, on, catalogue, settings.workshop);
    const { totalMinor } = moneyOf(partsList(on, of, catalogue), plan, settings);
    return { totalMinor, minutes: plan.personMinutes };
  };
  const still: Assessment = { ...a, chosen: [], planned: a.fitted, forecast: null, gearing: null, needs: [] };
  const bare: JobSections = {
    ...job,
    build: { ...job.build, items: [], free: [] },
    tire: { ...job.tire, tireCode: null, wheelCode: null, rear: null, reliefs: [] },
  };
  return { comesTo, still, bare };
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
