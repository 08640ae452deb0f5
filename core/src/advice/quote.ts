import { isReversible, LIFT_SOURCES, type Catalogue, type Hazard } from '../catalogue';
import { advisedNeeds, given, openNeeds, type Figure } from '../evidence';
import type { Alternative, Decision, JobSections, QuoteSection, ShopSettings } from '../job';
import {
  charged,
  COST_TERMS,
  spreadOf,
  workTimes,
  type CostTerm,
  type PartsLine,
  type WorkPlan,
} from '../work-order';
import { dayAfter } from '../rules';
import { needKey, type Need } from '../assessment';
import type { Forecast } from '../forecast';
import type { Axle } from '../suspension';
import { builtWhole, type BuiltAsked, type FoundPlan, type PlanFamily } from '../build-search';
import { givenUp, type GivenUp } from './given-up';

/** Last day on which a quote holds: the one that is written on it, else so many days from the one it is made on as the shop says; null:
 *  nobody has said.
 *  @example heldUntil({ validUntil: null }, { quoteDays: 30 }, '2026-11-27') // "2026-12-27" */
export const heldUntil = (
  quote: Pick<QuoteSection, 'validUntil'>,
  { quoteDays }: Pick<ShopSettings, 'quoteDays'>,
  day: string,
): string | null => quote.validUntil ?? (quoteDays === null ? null : dayAfter(day, quoteDays));
/** From the least to the most. */
export interface Between {
  readonly from: number;
  readonly to: number;
}
/** Money of a quote, minor units; what depends on hours is a range as they are. */
export interface QuotedMoney {
  /** in the order in which they are shown; null: nobody has said, so it is in no total */
  readonly terms: readonly { readonly term: CostTerm; readonly amount: Between | null }[];
  readonly total: Between;
}
/** One plan as a customer is asked about it. */
export interface QuotedPlan {
  /** of the alternative; null: the chosen one */
  readonly id: string | null;
  readonly family: PlanFamily;
  /** what sets its height, by name */
  readonly sources: readonly string[];
  readonly lines: readonly PartsLine[];
  /** lines without a price: they are in no total */
  readonly toAsk: number;
  readonly money: QuotedMoney;
  /** person time, in the bay for a pair, and on the rack, minutes */
  readonly minutes: Between;
  readonly bayMinutes: Between;
  readonly rackMinutes: Between;
  /** until the last part is here */
  readonly days: number;
  readonly lift: Readonly<Record<Axle, Figure | null>>;
  readonly rakeLoadedMm: number | null;
  /** how it stands in each case of load; null where an axle has no pose */
  readonly forecast: Forecast | null;
  readonly open: readonly Need[];
  readonly advised: readonly { readonly need: Need; readonly decision: Decision | null }[];
  readonly givenUp: readonly GivenUp[];
  readonly hazards: readonly Hazard[];
}
/** The chosen plan, then what is offered beside it. */
export interface Quote {
  readonly plans: readonly QuotedPlan[];
}
/** hours are told in steps of this, minutes: a quote knows no better */
const STEP_MIN = 5;
const HEIGHTS: readonly string[] = ['height-missed', 'height-off'];
/** said to a customer; the others are the fitters' */
const CUSTOMERS: readonly Hazard[] = ['handling', 'law', 'structural'];

/** Minutes of a plan as far as the shop says that they may turn out otherwise, in whole steps.
 *  @example hoursBetween(200, { underShare: 0.1, overShare: 0.25 }) // {"from":180,"to":250} */
export const hoursBetween = (minutes: number, range: ShopSettings['hoursRange']): Between =>
  range === null
    ? { from: minutes, to: minutes }
    : {
        from: Math.floor((minutes * (1 - range.underShare)) / STEP_MIN) * STEP_MIN,
        to: Math.ceil((minutes * (1 + range.overShare)) / STEP_MIN) * STEP_MIN,
      };
/** The job with an alternative in the place of what is chosen. */
export const withAlternative = (job: JobSections, a: Alternative): JobSections => ({
  ...job,
  build: { ...job.build, items: a.items },
  tire: { ...job.tire, reliefs: a.reliefs, tireCode: a.tireCode, wheelCode: a.wheelCode },
});
/** Chosen and alternative change places; the freight of each stays with it. `id`: of what was chosen, as an alternative from now on. */
export function takeInstead(
  job: JobSections,
  taken: Alternative,
  id: string,
): Pick<JobSections, 'build' | 'tire' | 'quote'> {
  const { build, tire, quote } = job;
  const was: Alternative = {
    id,
    items: build.items,
    reliefs: tire.reliefs,
    tireCode: tire.tireCode,
    wheelCode: tire.wheelCode,
    freightMinor: quote.freightMinor,
  };
  const now = withAlternative(job, taken);
  return {
    build: now.build,
    tire: now.tire,
    quote: {
      ...quote,
      freightMinor: taken.freightMinor,
      alternatives: quote.alternatives.map((a) => (a.id === taken.id ? was : a)),
    },
  };
}
/** What a customer is asked to decide: each plan with its parts, money, hours, what it leaves open and what is given up by it. Null
 *  without a vehicle. */
export function quoteOf(asked: BuiltAsked): Quote | null {
  const { job } = asked;
  const chosen = quoted(asked, null, job.quote.freightMinor);
  if (!chosen) return null;
  const others = job.quote.alternatives.flatMap((a) => {
    const plan = quoted({ ...asked, job: withAlternative(job, a) }, a.id, a.freightMinor);
    return plan ? [plan] : [];
  });
  return { plans: [chosen, ...others] };
}
function quoted(asked: BuiltAsked, id: string | null, freightMinor: number | null): QuotedPlan | null {
  const { job, catalogue, settings } = asked;
  const whole = builtWhole(asked);
  if (!whole) return null;
  const { plan, a, lines, work, money } = whole;
  const { outcome: o } = plan;
  const range = spreadOf(work.steps, settings.hoursRange);
  const times = workTimes(work);
  const off = (axle: Axle) => {
    const wished = axle === 'front' ? job.brief.frontTargetMm : job.brief.rearTargetMm;
    const f = a.forecast;
    return f && wished !== null ? f.planned[axle].value - f.today[axle].value - wished : 0;
  };
  return {
    id,
    family: o.family,
    sources: catalogue.parts
      .filter((p) => plan.parts.includes(p.code) && LIFT_SOURCES.includes(p.family))
      .map((p) => p.name),
    lines,
    toAsk: lines.filter((l) => l.lineMinor === null).length,
    money: quotedMoney(
      { partsMinor: money.partsMinor, minutes: hoursBetween(money.minutes, range), freightMinor },
      work,
      settings,
    ),
    minutes: hoursBetween(times.personMinutes, range),
    bayMinutes: hoursBetween(times.bayMinutes, range),
    rackMinutes: hoursBetween(times.rackMinutes, null),
    days: o.days,
    lift: o.lift,
    rakeLoadedMm: o.rakeLoadedMm,
    forecast: a.forecast,
    // a height that is missed is given up, not left to do
    open: openNeeds(a.needs).filter((n) => !HEIGHTS.includes(n.finding.code)),
    advised: advisedNeeds(a.needs).map((need) => ({
      need,
      decision: job.build.decisions[needKey(need)] ?? null,
    })),
    givenUp: givenUp(o, { front: off('front'), rear: off('rear') }, lastingNames(plan, catalogue)),
    hazards: CUSTOMERS.filter((h) => work.steps.some((s) => s.hazards.includes(h))),
  };
}
/** Labour and what is a share of it follow the hours; tax is on all, freight with it. */
function quotedMoney(
  {
    partsMinor,
    minutes,
    freightMinor,
  }: { readonly partsMinor: number; readonly minutes: Between; readonly freightMinor: number | null },
  { rackMinutes }: Pick<WorkPlan, 'rackMinutes'>,
  s: ShopSettings,
): QuotedMoney {
  const parts = given('part-cost', partsMinor, 'money');
  const at = (which: keyof Between) => {
    const hours = given('labour-minutes', minutes[which], 'minutes');
    return { parts, ...charged({ hours, parts, freightMinor, onRack: rackMinutes > 0 }, s) };
  };
  const ends = { from: at('from'), to: at('to') };
  const each = (of: keyof typeof ends.from): Between => ({
    from: ends.from[of].value,
    to: ends.to[of].value,
  });
  const freight = freightMinor === null ? null : { from: freightMinor, to: freightMinor };
  return {
    terms: COST_TERMS.map((term) => ({ term, amount: term === 'freight' ? freight : each(term) })),
    total: each('total'),
  };
}
/** What of a plan cannot be undone, by name. */
function lastingNames(
  { parts: codes, reliefs: chosen }: Pick<FoundPlan, 'parts' | 'reliefs'>,
  { parts, reliefs, operations }: Pick<Catalogue, 'parts' | 'reliefs' | 'operations'>,
): readonly string[] {
  return [
    ...parts.filter((p) => codes.includes(p.code) && !isReversible(p, { operations })).map((p) => p.name),
    ...reliefs.filter((r) => !r.reversible && chosen.some((t) => t.relief === r.code)).map((r) => r.name),
  ];
}
