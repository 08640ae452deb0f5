import type { Catalogue } from '../catalogue';
import type { JobSections, ShopSettings } from '../job';
import type { Assessment } from '../match';
import type { RepairWork } from '../vehicle';
import { moneyOf, partsList, type Money } from './parts-list';
import { workPlan } from './work-plan';

/** What one repair comes to. */
export interface RepairCost {
  readonly work: RepairWork;
  /** what it adds to the plan while that has everything apart; null: nobody has its price or its hours, so it is asked */
  readonly now: { readonly totalMinor: number; readonly minutes: number } | null;
  /** what it would come to by itself, later, with its own access and alignment */
  readonly alone: { readonly totalMinor: number; readonly minutes: number } | null;
}
/** Each repair of a job priced twice: now, while open (the whole plan with it less the whole plan without it), and later,
 *  alone. The same plan and the same money as on the sheet, so the two never differ by a rule of their own. */
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
  const whole = comesTo(a, job);
  return a.repairs.map((work) => {
    if (work.repair?.priceMinor == null) return { work, now: null, alone: null };
    const without = comesTo({ ...a, repairs: a.repairs.filter((r) => r !== work) }, job);
    return {
      work,
      now: {
        totalMinor: whole.totalMinor - without.totalMinor,
        minutes: whole.minutes - without.minutes,
      },
      alone: comesTo({ ...still, repairs: [work] }, bare),
    };
  });
}
