import type { QuotePaper, QuotedPaperPlan, QuotedTerm } from '@rigger/contracts';
import {
  AXLES,
  formatDecimal,
  heldUntil,
  type Between,
  type GivenUp,
  type Hazard,
  type JobSections,
  type KnownVehicle,
  type Quote,
  type QuotedPlan,
  type ShopSettings,
} from '@rigger/core';
import { standingText } from './load-cases';
import { localDay, longDay } from './dates';
import { needText } from './findings';
import {
  capital,
  figureText,
  hoursText,
  length,
  lineProvenance,
  money,
  plural,
  quantity,
  styleOf,
  type Style,
} from './format';
import type { Headline } from './headline';
import { costTermWord } from './figures';
import { FAMILY_NAMES } from './plans';
import { identityText } from './variant';
import { HAZARD_WORDS } from './words';

/** 5 340 to 5 610 mk, or one sum where both are the same. */
export const moneyBetween = ({ from, to }: Between, style: Style): string =>
  money(from, style) === money(to, style)
    ? money(from, style)
    : `${money(from, style)} to ${money(to, style)}`;

/** What a term of a quote comes to. */
export const termText = ({ amount }: QuotedTerm, style: Style): string =>
  amount === null ? 'ask' : moneyBetween(amount, style);
/** The same of the term with this name; empty where a paper has none. */
export function termOf(
  { money: { terms } }: Pick<QuotedPaperPlan, 'money'>,
  term: string,
  style: Style,
): string {
  const of = terms.find((t) => t.term === term);
  return of ? termText(of, style) : '';
}

/** What is given up, in a customer's words. */
export function givenUpText(g: GivenUp, style: Style): string {
  switch (g.code) {
    case 'off-the-wish':
      return `${capital(g.axle)}: ${length(Math.abs(g.mm), style)} ${g.mm < 0 ? 'lower' : 'higher'} than wished.`;
    case 'lasting':
      return `Cannot be undone: ${g.names.join(', ')}.`;
    case 'stiffer':
    case 'softer':
      return `Rides ${g.code === 'stiffer' ? 'firmer' : 'softer'} at the ${g.axle}: ${quantity(g.wasHz, 'Hz', style, 2)} today, ${quantity(g.isHz, 'Hz', style, 2)} then.`;
    case 'less-droop':
      return `The ${g.axle} wheels hang ${length(g.mm, style)} less before they lift off.`;
    case 'leans-more':
      return `Leans more in a bend: ${quantity(g.was, 'deg/g', style)} today, ${quantity(g.is, 'deg/g', style)} then.`;
    case 'tips-sooner':
      return `Stands less firmly in a bend: ${formatDecimal((1 - g.is / g.was) * 100, 0)} % less than today.`;
  }
}
const letterOf = (n: number) => String.fromCharCode('A'.charCodeAt(0) + n);
/** as it is said to who drives it, where the fitters' words are for fitters */
const CAUTIONS: Readonly<Partial<Record<Hazard, string>>> = {
  handling: 'It handles otherwise: a higher centre of gravity leans and tips sooner. Drive it gently first.',
};
interface Offered {
  readonly number: number;
  readonly sections: JobSections;
  readonly vehicle: KnownVehicle | null;
  readonly settings: ShopSettings;
}
/** A quote as it is read and printed; as it was said is as it stays. `day`: it is made. */
export function quotePaper(
  quote: Quote,
  { number, sections, vehicle, settings }: Offered,
  as: { readonly day: string; readonly revision: number | null },
): QuotePaper {
  const style = styleOf(settings);
  const { head, quote: written } = sections;
  const validUntil = heldUntil(written, settings, as.day);
  const plans = quote.plans.map((p, i) => planOn(p, letterOf(i), vehicle, style));
  return {
    format: 'apt-rigger-quote',
    version: 2,
    job: number,
    revision: as.revision,
    day: as.day,
    validUntil,
    shop: { name: settings.shopName, place: settings.shopPlace, address: settings.shopAddress },
    customer: head.customer,
    vehicle: vehicle
      ? [
          [vehicle.platform.label, vehicle.year].filter(Boolean).join(' '),
          ...identityText(sections.vehicle, style),
        ].join(' · ')
      : sections.vehicle.query,
    currency: settings.currency,
    lengthUnit: settings.lengthUnit,
    sentence: quoteHeadline(plans, validUntil, as.day, style).sentence,
    words: written.words.trim(),
    plans,
    notIncluded: notIncluded(quote, written.notIncluded),
  };
}
function planOn(p: QuotedPlan, letter: string, vehicle: KnownVehicle | null, style: Style): QuotedPaperPlan {
  const said = (n: QuotedPlan['open'][number]) => needText(n, style, vehicle?.platform ?? null);
  const lifts = AXLES.flatMap((axle) => {
    const f = p.lift[axle];
    return f ? [`${axle} ${figureText(f, style, 0)}`] : [];
  });
  const rake = p.rakeLoadedMm;
  const stands = [
    lifts.length > 0 ? `Lift ${lifts.join(', ')}` : '',
    rake === null
      ? ''
      : Math.abs(rake) < 1
        ? 'level when loaded'
        : `loaded, the nose ${length(Math.abs(rake), style)} ${rake > 0 ? 'low' : 'high'}`,
  ].filter(Boolean);
  return {
    title: `${letter} · ${FAMILY_NAMES[p.family]}`,
    made: p.sources.join(' · '),
    stands: [
      stands.length > 0 ? `${stands.join('; ')}.` : '',
      p.forecast ? `Hub to arch, front / rear: ${standingText(p.forecast, style)}.` : '',
    ]
      .filter(Boolean)
      .join(' '),
    ready: p.days > 0 ? `Parts are here after ${plural(p.days, 'day')}.` : 'The parts are here.',
    lines: p.lines.map((l) => ({
      quantity: l.quantity,
      code: l.code,
      name: l.name,
      maker: l.maker,
      word: lineProvenance(l),
      amountMinor: l.lineMinor,
    })),
    money: {
      terms: p.money.terms.map((t) => ({ ...t, name: costTermWord(t.term) })),
      total: p.money.total,
    },
    minutes: p.minutes,
    bayMinutes: p.bayMinutes,
    rackMinutes: p.rackMinutes,
    givenUp: p.givenUp.map((g) => givenUpText(g, style)),
    open: p.open.map(said),
    advised: p.advised.filter((x) => x.decision === null).map((x) => said(x.need)),
    declined: p.advised.filter((x) => x.decision === 'declined').map((x) => said(x.need)),
    cautions: p.hazards.map((h) => CAUTIONS[h] ?? `${HAZARD_WORDS[h].title} ${HAZARD_WORDS[h].text}`),
  };
}
function notIncluded({ plans }: Quote, own: string): string[] {
  const freight = plans.some((p) => p.money.terms.some((t) => t.term === 'freight' && t.amount === null));
  const asked = new Set(plans.flatMap((p) => p.lines.filter((l) => l.lineMinor === null).map((l) => l.name)));
  return [
    ...own
      .split('\n')
      .map((l) => l.trim())
      .filter(Boolean),
    ...(freight ? ['Freight where none is named: it comes on top.'] : []),
    ...(asked.size > 0 ? [`What has no price yet and is asked for: ${[...asked].join(', ')}.`] : []),
    'What shows only when things are apart: it is told and asked before it is done.',
    'Inspection, approval and registration: local code and the station decide.',
  ];
}
/** What is offered in one sentence, and how long it holds. */
export function quoteHeadline(
  plans: readonly Pick<QuotedPaperPlan, 'money' | 'minutes' | 'title' | 'lines' | 'open'>[],
  validUntil: string | null,
  day: string,
  style: Style,
): Headline {
  const [first] = plans;
  if (!first || (first.lines.length === 0 && plans.length === 1))
    return {
      sentence: 'Nothing is chosen, so there is nothing to quote.',
      consequence: 'Take a plan in Match, or put plans beside it there; parts, money and hours follow.',
    };
  const others = plans.length - 1;
  const open = first.open.length;
  return {
    sentence: `${moneyBetween(first.money.total, style)} with tax, ${hoursText(first.minutes)} of person time${others > 0 ? `; ${plural(others, 'alternative')} beside it` : ''}.`,
    consequence: [
      open > 0 ? `${plural(open, 'thing')} still open stand${open === 1 ? 's' : ''} on it.` : '',
      validUntil === null
        ? 'Until when it holds is not said yet.'
        : validUntil < day
          ? `It held until ${longDay(validUntil)}: give it again with another day.`
          : `Holds until ${longDay(validUntil)}.`,
    ]
      .filter(Boolean)
      .join(' '),
  };
}
/** How far a quote is from the one that was given before it, by its first plan. */
export function revisedText(before: QuotePaper, now: QuotePaper): string {
  const style = styleOf(now);
  const [was, is] = [before.plans[0], now.plans[0]];
  if (!was || !is) return '';
  const key = (l: QuotedPaperPlan['lines'][number]) => `${l.code} ${l.name}`;
  const had = new Map(was.lines.map((l) => [key(l), l]));
  const has = new Map(is.lines.map((l) => [key(l), l]));
  const added = [...has].filter(([k]) => !had.has(k)).map(([, l]) => l.name);
  const gone = [...had].filter(([k]) => !has.has(k)).map(([, l]) => l.name);
  const more = is.money.total.to - was.money.total.to;
  const parts = [
    ...(Math.abs(more) >= 100 ? [`${money(Math.abs(more), style)} ${more > 0 ? 'more' : 'less'}`] : []),
    ...(added.length > 0 ? [`with ${added.join(', ')}`] : []),
    ...(gone.length > 0 ? [`without ${gone.join(', ')}`] : []),
    ...(now.plans.length === before.plans.length
      ? []
      : [`${plural(now.plans.length - 1, 'alternative')} beside it`]),
    ...(now.validUntil === before.validUntil || now.validUntil === null
      ? []
      : [`holds until ${longDay(now.validUntil)}`]),
  ];
  return parts.length > 0 ? `Against the one before: ${parts.join('; ')}.` : 'As the one before.';
}
/** What keeps a quote from being given; empty: nothing does. */
export const notReady = ({
  plans,
  validUntil,
  day,
}: Pick<QuotePaper, 'plans' | 'validUntil' | 'day'>): readonly string[] => [
  ...(plans.every((p) => p.lines.length === 0) ? ['Nothing is chosen.'] : []),
  ...(validUntil === null ? ['Say until when it holds.'] : validUntil < day ? ['Its last day is past.'] : []),
];
/** Whether a quote holds no longer on a day. */
export const hasExpired = ({ validUntil }: Pick<QuotePaper, 'validUntil'>, now: Date): boolean =>
  validUntil !== null && validUntil < localDay(now);
