import { explain, given, type Coded, type Figure } from '../evidence';
import { CHARGES, type Charge, type ChargeName, type ShopSettings } from '../job';
import type { PartsLine } from './parts-list';
import type { WorkPlan } from './step';

/** What a job comes to is made of these, in the order in which they are shown. */
export const COST_TERMS = ['parts', 'freight', 'labour', ...CHARGES.map((c) => c.name), 'tax'] as const;
export type CostTerm = (typeof COST_TERMS)[number];
/** The money of a job, minor units. */
export interface Money {
  readonly partsMinor: number;
  /** what is sold as labour: person time and, where an alignment is not its own line, rack time */
  readonly minutes: number;
  readonly labourMinor: number;
  readonly totalMinor: number;
}
export type MoneyFigures = Readonly<Record<Exclude<CostTerm, 'freight'> | 'total' | 'hours', Figure>>;
type Rates = Pick<ShopSettings, 'labourMinorPerHour' | 'taxShare' | Charge['setting']>;
type Minutes = Pick<WorkPlan, 'personMinutes' | 'rackMinutes'>;
/** The money of a job as figures with their reasons, minor units: parts, labour of the merged plan, what the shop charges beside, tax on
 *  all. An alignment is charged once: as its line where the shop has a price for it, else as labour. */
export function moneyFigures(
  lines: readonly Pick<PartsLine, 'lineMinor' | 'code'>[],
  plan: Minutes,
  s: Rates,
): MoneyFigures {
  const onRack = plan.rackMinutes > 0;
  const ownLine = onRack && CHARGES.some((c) => c.comes === 'with-rack' && s[c.setting] > 0);
  const hours = given(
    'labour-minutes',
    plan.personMinutes + (ownLine ? 0 : plan.rackMinutes),
    'minutes',
    ownLine ? 'person time of the merged plan' : 'person time of the merged plan, with the rack',
  );
  const parts = explain('part-cost', 'money', 'sum', {
    of: lines.flatMap((l) =>
      l.lineMinor === null ? [] : [given('part-cost', l.lineMinor, 'money', l.code)],
    ),
  });
  return { hours, parts, ...charged({ hours, parts, freightMinor: null, onRack }, s) };
}
/** What is charged, minor units: labour for the hours that are sold, what the shop charges beside, tax on all. `freightMinor`: null where
 *  nobody has said what it is. The only place where money is added up.
 *  @example charged({ hours: given('labour-minutes', 60, 'minutes'), parts: given('part-cost', 500, 'money'), freightMinor: null, onRack: false }, { labourMinorPerHour: 9000, suppliesShare: 0, alignmentMinor: 0, taxShare: 0.1 }).total.value // 10450 */
export function charged(
  {
    hours,
    parts,
    freightMinor,
    onRack,
  }: Readonly<Record<'hours' | 'parts', Figure>> & {
    readonly freightMinor: number | null;
    readonly onRack: boolean;
  },
  s: Rates,
): Readonly<Record<'labour' | ChargeName | 'tax' | 'total', Figure>> {
  const share = (value: number) => given('share', value * 100, 'percent', 'settings');
  const labour = explain('labour-cost', 'money', 'labour', {
    minutes: hours,
    rate: given('labour-rate', s.labourMinorPerHour, 'money', 'per hour, settings'),
  });
  const figureOf = ({ name, setting, comes }: Charge): Figure =>
    comes === 'share-of-labour'
      ? explain(name, 'money', 'share-of', { of: labour, share: share(s[setting]) })
      : given(name, onRack ? s[setting] : 0, 'money', 'settings');
  const charges = CHARGES.map((c) => [c.name, figureOf(c)] as const);
  const freight = freightMinor === null ? [] : [given('freight', freightMinor, 'money')];
  const net = [parts, ...freight, labour, ...charges.map(([, figure]) => figure)];
  const tax = explain('tax', 'money', 'share-of', { of: net, share: share(s.taxShare) });
  const total = explain('total', 'money', 'sum', { of: [...net, tax] });
  return { labour, ...(Object.fromEntries(charges) as Record<ChargeName, Figure>), tax, total };
}
/** The same as plain numbers.
 *  @example moneyOf([], { personMinutes: 60, rackMinutes: 0 }, { labourMinorPerHour: 9000, suppliesShare: 0.05, taxShare: 0.2, alignmentMinor: 0 }).totalMinor // 11340 */
export function moneyOf(
  lines: readonly Pick<PartsLine, 'lineMinor' | 'code'>[],
  plan: Minutes,
  s: Rates,
): Money {
  const f = moneyFigures(lines, plan, s);
  return {
    partsMinor: f.parts.value,
    minutes: f.hours.value,
    labourMinor: f.labour.value,
    totalMinor: f.total.value,
  };
}

export interface OverBudget extends Coded {
  readonly code: 'over-budget';
  readonly totalMinor: number;
  readonly budgetMinor: number;
}
/** What the budget says to the total; null when it is kept or nobody named one. */
export const budgetFinding = (budgetMinor: number | null, money: Money): OverBudget | null =>
  budgetMinor !== null && money.totalMinor > budgetMinor
    ? { code: 'over-budget', totalMinor: money.totalMinor, budgetMinor }
    : null;
