import type {
  Asked,
  Brief,
  ColumnName,
  FirstVisit,
  LimitOfBrief,
  Lock,
  PlanFamily,
  PlanPoint,
  SearchProgress,
  QuestionWorth,
  RubCheck,
  ShownPoint,
  SizeOfSeries,
  Special,
  Stages,
} from '@rigger/core';
import { COLUMN_NAMES, USES } from '@rigger/core';
import { duration, length, money, plural, quantity, type Style } from './format';
import { personTime } from './times';
import type { Headline } from './headline';
import { OWNER_WORDS } from './words';
import { missText, OBSTACLE_WORDS, WHERE_WORDS } from './rub';

/** What a school of the trade is called over a column. */
export const FAMILY_NAMES: Readonly<Record<PlanFamily, string>> = {
  'keep-springs': 'Keep the springs',
  'new-springs': 'New springs',
  geometry: 'Relocated suspension',
  'body-and-suspension': 'With a body lift',
  donor: 'Parts of a taller sister model',
  lowering: 'Lowering',
  repair: 'Height as it is',
};
const SPECIAL_WORDS: Readonly<Record<Special, string>> = {
  closest: 'nearest to the wish',
  cheapest: 'least money',
  'rides-best': 'rides most like today',
  soonest: 'ready first',
  surest: 'surest to fit',
  undone: 'easiest to undo',
  family: 'the best of its kind',
};
/** What is special about a plan, under its name. */
export const specialText = ({ special }: Pick<ShownPoint, 'special'>): string => {
  const words = special.map((s) => SPECIAL_WORDS[s]).join(', ');
  return words.charAt(0).toUpperCase() + words.slice(1) + '.';
};
/** Who a plan is for, by what the brief says the vehicle does. */
export function whoTakesIt(p: ShownPoint, { usage }: Pick<Brief, 'usage'>): string {
  const most = [...USES].sort((a, b) => usage[b] - usage[a])[0];
  const who = most && usage[most] > 0 ? `For somebody who ${OWNER_WORDS[most]} and` : 'For somebody who';
  const [first] = p.special;
  switch (first) {
    case 'closest':
      return `${who} wants what was asked for.`;
    case 'cheapest':
      return `${who} counts the money.`;
    case 'rides-best':
      return `${who} wants it to drive as it does.`;
    case 'soonest':
      return `${who} needs it soon.`;
    case 'surest':
      return 'For somebody who wants nothing that is not known to fit.';
    case 'undone':
      return 'For somebody who must be able to put it back: leased, or to be sold.';
    default:
      return '';
  }
}
/** What plans are compared by, as the screen names it: a word for each column, so that none is compared and not named. */
const COLUMN_WORDS: Readonly<Record<ColumnName, string>> = {
  no: 'what is left to do',
  needs: 'what is left to do',
  ask: 'what is left to ask',
  offFrontMm: 'the wish at each end',
  offRearMm: 'the wish at each end',
  offStanceMm: 'the stance',
  unwishedMoveMm: 'no more lift than it takes',
  totalMinor: 'money with tax',
  personMinutes: 'person time',
  days: 'days until the parts are here',
  drivability: 'how it drives',
  provenance: 'how sure each part fits',
  irreversible: 'what cannot be undone',
};
export const comparedText = (): string => {
  const words = [...new Set(COLUMN_NAMES.map((name) => COLUMN_WORDS[name]))];
  return `Compared by ${words.slice(0, -1).join(', ')} and ${words.at(-1)}.`;
};
const NUMBER_WORDS = ['No', 'One', 'Two', 'Three', 'Four', 'Five'];
/** The finding of the plans in one sentence, and how it was come by. */
export function plansHeadline(t: SearchProgress | null, busy: boolean, style: Style): Headline {
  if (!t)
    return busy
      ? { sentence: 'Looking for plans …', consequence: 'The first is here in a moment; you may go on.' }
      : {
          sentence: 'The plans could not be searched.',
          consequence: 'Nothing is lost: go on by hand in Sources, or try again.',
        };
  const worth = t.shown.filter((s) => s.losesBy === null);
  const first = worth[0];
  const n = `${NUMBER_WORDS[worth.length] ?? worth.length} ${worth.length === 1 ? 'plan is' : 'plans are'} worth choosing`;
  const whole = t.complete ? 'no better one exists in this catalogue' : 'still looking';
  const open = first && first.needs.no + first.needs.needs > 0;
  const looked = `${plural(t.pairs, 'way')} of lifting both ends ${t.pairs === 1 ? 'was' : 'were'} looked at, ${plural(t.tried, 'plan')} judged whole${t.complete ? '' : `; ${t.left} to go, none under ${t.boundMinor === null ? '?' : money(t.boundMinor, style)}`}.`;
  return {
    sentence: open
      ? `No plan settles everything; ${worth.length === 1 ? 'the nearest leaves' : 'the nearest leave'} ${plural(first.needs.no + first.needs.needs, 'thing')} open.`
      : `${n}; ${whole}.`,
    consequence: first
      ? `${FAMILY_NAMES[first.family]}: ${money(first.totalMinor, style)} with tax, ${personTime(first.times.personMinutes)}${first.missMm > 3 ? `, ${length(first.missMm, style)} off the wish` : ''}. ${looked}${t.complete ? ` ${comparedText()}` : ''}`
      : looked,
  };
}
/** What the best of a kind loses by, against the plan that betters it. */
export function losesText(p: ShownPoint, style: Style): string {
  const l = p.losesBy;
  if (!l) return '';
  const more = [
    ...(Math.abs(l.totalMinor) >= 100
      ? [`${money(Math.abs(l.totalMinor), style)} ${l.totalMinor > 0 ? 'more' : 'less'}`]
      : []),
    ...(Math.abs(l.missMm) >= 3
      ? [`${length(Math.abs(l.missMm), style)} ${l.missMm > 0 ? 'further from' : 'nearer to'} the wish`]
      : []),
    ...(Math.abs(l.minutes) >= 5
      ? [`${duration(Math.abs(l.minutes))} ${l.minutes > 0 ? 'longer' : 'shorter'}`]
      : []),
  ];
  return more.length > 0
    ? `Against the first: ${more.join(', ')}.`
    : 'As good as the first in money and height.';
}
/** The nearest thing to the wanted tyre, for a cell. */
export const tightestText = (c: RubCheck, style: Style): string =>
  `${OBSTACLE_WORDS[c.nearest.kind]}, ${missText(c.nearest.used.clearanceMm, style)} ${WHERE_WORDS[c.nearest.where]}`;
const LIMIT_WORDS: Readonly<Record<LimitOfBrief, string>> = {
  'height-limit': 'the height limit',
  'reversible-only': 'that everything can be undone',
  'needed-by': 'the day it is needed',
  stance: 'how it must stand',
  load: 'the load of the brief',
  tolerance: 'how far off is fine',
  chains: 'the room for chains',
};
export const limitWords = (limit: LimitOfBrief): string => LIMIT_WORDS[limit];
/** What a limit of the brief costs. */
export const bindsText = (
  b: { readonly limit: LimitOfBrief; readonly savesMinor: number; readonly nearerMm: number },
  style: Style,
): string =>
  `Without ${LIMIT_WORDS[b.limit]}: ${[
    ...(b.savesMinor > 0 ? [`${money(b.savesMinor, style)} less`] : []),
    ...(b.nearerMm > 1 ? [`${length(b.nearerMm, style)} nearer to the wish`] : []),
  ].join(', ')}.`;
/** Against the plan that is looked at. */
export function moreText(
  m: {
    readonly moreMinor: number | null;
    readonly moreMissMm: number | null;
    readonly moreWorse: number | null;
  },
  style: Style,
): string {
  const parts = [
    ...(m.moreMinor === null || Math.abs(m.moreMinor) < 100
      ? []
      : [`${money(Math.abs(m.moreMinor), style)} ${m.moreMinor > 0 ? 'more' : 'less'}`]),
    ...(m.moreMissMm === null || Math.abs(m.moreMissMm) < 3
      ? []
      : [
          `${length(Math.abs(m.moreMissMm), style)} ${m.moreMissMm > 0 ? 'further from' : 'nearer to'} the wish`,
        ]),
    ...(m.moreWorse === null || Math.abs(m.moreWorse) < 0.25
      ? []
      : [m.moreWorse > 0 ? 'drives less like today' : 'drives more like today']),
  ];
  return parts.length > 0 ? parts.join(', ') : 'the same money, height and manners';
}
const LOCK_WHAT: Readonly<Record<Lock['what'], string>> = {
  part: '',
  kit: '',
  maker: 'maker ',
  supplier: 'supplier ',
  family: 'family ',
  relief: 'relief ',
  tire: 'tyre ',
  wheel: 'wheel ',
  school: '',
};
/** A pin or ban in words; `name`: what the thing is called. */
export const lockText = (l: Lock, name: string | null): string =>
  `${l.how === 'pin' ? 'must be in' : 'left out'}: ${LOCK_WHAT[l.what]}${l.what === 'school' ? FAMILY_NAMES[l.which as PlanFamily] : (name ?? l.which)}`;
/** A size of a series by how the vehicle would stand. */
export function sizeText(s: SizeOfSeries, style: Style): string {
  const rake =
    s.rakeMm === null
      ? ''
      : s.level
        ? ', level'
        : s.rakeMm < 0
          ? `, nose ${length(-s.rakeMm, style)} up`
          : `, tail ${length(s.rakeMm, style)} up`;
  return `${s.liftMm === null ? 'no height' : length(s.liftMm, style)}${rake}${s.opens.length > 0 ? `; opens ${plural(s.opens.length, 'need')}` : ''}`;
}
/** A plan as a point is spoken: for who cannot see the picture. */
export const pointText = (p: PlanPoint, style: Style): string =>
  `${FAMILY_NAMES[p.family]}: ${money(p.totalMinor, style)}, ${length(p.missMm, style)} off the wish, ${personTime(p.times.personMinutes)}${p.days > 0 ? `, ${plural(p.days, 'day')} until the last part` : ''}`;
export const frequencyText = (front: number, rear: number, style: Style): string =>
  `${quantity(front, 'Hz', style).replace(/\s*Hz$/, '')} / ${quantity(rear, 'Hz', style)}`;

/** so far off a wish no caller takes it for the wish, mm of both ends together */
export const FAR_OFF_MM = 10;
/** The answer on the telephone in one sentence, and what it was said for. */
export function counterHeadline(
  c: {
    readonly asked: Asked | null;
    readonly best: PlanPoint | null;
    readonly complete: boolean;
    /** needs that are left when nothing is done */
    readonly standsOpen: number;
    readonly lift: { readonly front: number | null; readonly rear: number | null };
    readonly smaller: string | null;
    readonly assumed: string | null;
    readonly questions: readonly string[];
  },
  style: Style,
): Headline {
  const { asked, best } = c;
  const what =
    asked?.kind === 'tire'
      ? (c.assumed ?? asked.size ?? asked.said)
      : asked?.kind === 'height'
        ? `${asked.mm < 0 ? '−' : '+'}${length(Math.abs(asked.mm), style)}`
        : asked
          ? 'Level'
          : 'This';
  const lifts = [
    ...(c.lift.front !== null && Math.abs(c.lift.front) >= 3
      ? [`${length(c.lift.front, style)} in front`]
      : []),
    ...(c.lift.rear !== null && Math.abs(c.lift.rear) >= 3
      ? [`${length(c.lift.rear, style)} at the rear`]
      : []),
  ];
  const trims = best && best.reliefs.length > 0 ? [plural(best.reliefs.length, 'trimming')] : [];
  const takes = [...lifts, ...trims];
  const smaller = c.smaller === null ? '' : `; ${c.smaller} goes on as it stands`;
  const nearest = c.complete ? 'the nearest plan' : 'the nearest plan so far';
  const sentence = !best
    ? `${what}: no plan was found.`
    : best.needs.no + best.needs.needs > 0
      ? `${what}: ${nearest} still leaves ${plural(best.needs.no + best.needs.needs, 'thing')} open${smaller}.`
      : best.missMm >= FAR_OFF_MM
        ? `${what} is not reached: ${nearest} ${takes.length === 0 ? 'raises nothing' : `gives ${takes.join(', ')}`}.`
        : asked?.kind === 'tire' && c.standsOpen === 0
          ? `${what} goes on as it stands.`
          : takes.length === 0
            ? `${what} goes with nothing raised${smaller}.`
            : `${what} takes ${takes.join(', ')}${smaller}.`;
  const ask = c.questions.length > 0 ? `Not sure until it is known: ${c.questions.join(' ')}` : '';
  return {
    sentence,
    consequence: [
      c.complete ? '' : 'Still looking: a better one may be found yet.',
      'Said for the stock wheel, unladen, highway use unsaid.',
      ask,
    ]
      .filter(Boolean)
      .join(' '),
  };
}
/** What plans come to, from the least to the most of those worth choosing. */
export function bandText(
  shown: readonly PlanPoint[],
  style: Style,
): { readonly money: string; readonly hours: string } {
  const of = (value: (p: PlanPoint) => number, say: (n: number) => string) => {
    const all = shown.map(value);
    const [least, most] = [say(Math.min(...all)), say(Math.max(...all))];
    return least === most ? least : `${least} – ${most}`;
  };
  return {
    money: of(
      (p) => p.totalMinor,
      (n) => money(n, style),
    ),
    hours: of((p) => p.times.personMinutes, duration),
  };
}

/** A plan in two visits; `name`: what a part is called. */
export function stagesText(s: Stages, name: (code: string) => string, style: Style): readonly string[] {
  const visit = (v: Stages['first']) =>
    `${[...v.parts.map(name), ...(v.withTires ? ['tyres and wheels'] : [])].join(', ')}: ${money(v.totalMinor, style)}, ${personTime(v.minutes)}.`;
  return [
    `Now: ${visit(s.first)} It stands by itself.`,
    `Later: ${visit(s.then)}`,
    s.twiceMinor > 0
      ? `Paid twice: ${money(s.twiceMinor, style)}, what has to come apart and be aligned again.`
      : 'Nothing is paid twice.',
  ];
}
/** What the first of two visits is for. */
export const FIRST_VISIT_WORDS: Readonly<Record<FirstVisit, string>> = {
  front: 'Front first',
  rear: 'Rear first',
  'all-but-tires': 'Tyres later',
};
/** What a question is worth to the plans. */
export const worthText = (w: QuestionWorth, question: string, style: Style): string =>
  w.decides
    ? `${question} Another answer is another plan${w.spreadMinor >= 100 ? `, up to ${money(w.spreadMinor, style)} apart` : ''}: ask it first.`
    : `${question} The plan is the same either way${w.spreadMinor >= 100 ? `, ${money(w.spreadMinor, style)} apart` : ''}.`;
