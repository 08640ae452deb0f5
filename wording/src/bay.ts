import {
  hoursBetween,
  sideStep,
  wentWrong,
  type Arrival,
  type Arrived,
  type BayHours,
  type Catalogue,
  type Consumable,
  type DeliveryStage,
  type LeftOpen,
  type Fastening,
  type Fitter,
  type NotMoved,
  type Served,
  type ShopSettings,
  type ShopWeek,
  type Shared,
  type Skill,
  type WaysOf,
  type Week,
  type WorkPlan,
  type WorkStep,
} from '@rigger/core';
import type { Headline } from './headline';
import { shortDay } from './dates';
import { duration, hoursText, length, plural, type Style } from './format';
import { personTime } from './times';

/** Which way of taking apart a step is, and what it risks. */
export function wayText(way: WorkStep['way']): string {
  if (!way) return '';
  return [`Way: ${way.name}.`, way.risks === '' ? '' : `Mind: ${way.risks}.`].filter(Boolean).join(' ');
}
/** What is used up, with its amount: "penetrating oil, 50 ml". */
export const consumableText = ({ what, amount, unit }: Consumable): string =>
  `${what}, ${amount} ${unit === 'piece' ? 'pieces' : unit}`;
/** A joint that gets new hardware: "U-bolts rear, 4". */
export const newHardwareText = (f: Fastening): string =>
  `${f.what}${f.axle === 'vehicle' ? '' : ` ${f.axle}`}${f.count === null ? '' : `, ${f.count}`}`;
/** What a step uses up, strains or waits for. */
export const stepMore = (s: Pick<WorkStep, 'uses' | 'strains' | 'waits' | 'seized'>): readonly string[] => [
  ...(s.seized.length > 0
    ? [
        `Seized: ${s.seized.join(', ').replaceAll('-', ' ')}. Heat only where nothing near it burns or melts; time for it is in the step.`,
      ]
    : []),
  ...(s.strains === '' ? [] : [`Must not be strained: ${s.strains}.`]),
  ...(s.uses.length > 0
    ? [`Takes ${s.uses.map((u) => `${u.amount} ${u.unit === 'piece' ? '×' : u.unit} ${u.what}`).join(', ')}.`]
    : []),
  ...(s.waits > 0 ? [`Then nobody works on it for ${duration(s.waits)}.`] : []),
];
/** Why a step is where it is: what it is for, and what it waits for by the numbers of those steps.
 *  @param numberOf the number of a step by its id */
export function whyHere(
  s: WorkStep,
  numberOf: (id: string) => number | null,
  named: (x: Served) => string,
): string {
  const after = s.after.flatMap((id) => numberOf(id) ?? []).sort((x, y) => x - y);
  const serves = s.serves.map(named);
  return [
    serves.length > 0
      ? `For ${serves.join(', ')}.`
      : s.makes === null
        ? ''
        : 'For the new height, which turns every rubber pivot.',
    after.length > 0
      ? `After ${after.length === 1 ? 'step' : 'steps'} ${after.join(', ')}.`
      : 'Waits for nothing: it may come first.',
  ]
    .filter(Boolean)
    .join(' ');
}
/** What a way takes against the one that is gone. */
export const wayMinutes = (w: WaysOf['ways'][number], gone: string): string =>
  w.minutes === null
    ? 'seized: nobody has said what that takes'
    : w.name === gone
      ? 'gone now'
      : w.minutes === 0
        ? 'as long'
        : `${w.minutes > 0 ? '+' : '−'}${Math.round(Math.abs(w.minutes))} min`;
export const WAY_BY: Readonly<Record<WaysOf['by'], string>> = {
  job: 'chosen for this job',
  habit: 'the shop’s habit',
  least: 'least time',
};
export function notMovedText(m: NotMoved, nameOf: (id: string) => string): string {
  const by = m.by === null ? '' : nameOf(m.by);
  switch (m.why) {
    case 'gone':
      return `“${nameOf(m.step)}” was moved in a plan that has changed since; it stands where the plan puts it.`;
    case 'waits-for':
      return `“${nameOf(m.step)}” cannot come before “${by}”: it waits for it.`;
    case 'is-waited-for':
      return `“${nameOf(m.step)}” cannot come after “${by}”, which waits for it.`;
    case 'other-side-of-the-line':
      return `“${nameOf(m.step)}” cannot go past the ride-height line.`;
  }
}
export const ARRIVED_WORDS: Readonly<Record<Arrived, string>> = {
  stock: 'on the shelf',
  here: 'here',
  asked: 'not ordered',
  ordered: 'ordered',
  late: 'late',
  short: 'short',
  wrong: 'wrong part',
  damaged: 'damaged',
};
export const SKILL_WORDS: Readonly<Record<Skill, string>> = {
  rack: 'alignment',
  springs: 'compressed springs',
  electrics: 'battery and airbags',
};
export const UNPLACED_WORDS: Readonly<Record<Week['unplaced'][number]['why'], string>> = {
  'no-bay': 'no bay for it: say in the settings which bays there are, or free the one it is held in',
  'no-skill': 'nobody here knows what it takes',
  'too-few': 'takes more fitters than there are',
  'no-rack': 'nobody on the rack, or no rack',
};
/** One visit, as it is said. */
export function stageText(s: DeliveryStage, style: Style, nameOf: (code: string) => string): string {
  const when = s.day === null ? 'Once the last box has a day' : `From ${shortDay(s.day)}`;
  if (s.fits.length === 0) return `${when}: nothing can be fitted that stands by itself.`;
  return `${when}: ${s.fits.map(nameOf).join(', ')}. ${personTime(s.minutes)}. Rolls and drives after it, ${standsText(s.stands, style)}.`;
}
const standsText = ({ front, rear }: DeliveryStage['stands'], style: Style): string =>
  front === null || rear === null
    ? 'height not known'
    : `stands ${length(front, style)} front, ${length(rear, style)} rear over today`;
/** What comes of fitting what waits before the rest is here. */
export const allTheSameText = (x: LeftOpen, style: Style): string =>
  x.rolls
    ? `Fitted all the same (${personTime(x.minutes)}) it rolls in the yard, ${standsText(x.stands, style)}, and does not drive:`
    : `Fitted all the same (${personTime(x.minutes)}) it ${standsText(x.stands, style)}, and is neither driven nor moved:`;
export const crewText = (ids: readonly string[], fitters: readonly Fitter[]): string =>
  ids.map((id) => fitters.find((f) => f.id === id)?.name ?? id).join(', ');
export const piecesShort = (
  lacking: readonly { readonly name: string; readonly want: number; readonly got: number }[],
): string => lacking.map((l) => `${l.name}: ${l.got} of ${l.want}`).join(', ');
export const visits = (n: number): string => plural(n, 'visit');

/** What is done once for a vehicle, beside its parts. */
const OPERATION_WORDS: Readonly<Record<string, string>> = {
  'mount-tires': 'the tyres',
  'fit-wheels': 'tyres and wheels',
  calibrate: 'calibration',
  'cut-studs': 'studs that stand proud',
};
/** What a step is done for, by its name in the catalogue. */
export function servedName(x: Served, c: Pick<Catalogue, 'parts' | 'reliefs' | 'repairs'>): string {
  const called = (list: readonly { readonly code: string; readonly name: string }[]) =>
    list.find((p) => p.code === x.name)?.name ?? x.name;
  switch (x.kind) {
    case 'part':
      return called(c.parts);
    case 'relief':
      return called(c.reliefs);
    case 'repair':
      return called(c.repairs);
    case 'removal':
      return `${x.name}, which comes off`;
    case 'operation':
      return OPERATION_WORDS[x.name] ?? x.name.replaceAll('-', ' ');
  }
}
const STATE_WORDS: Readonly<Record<string, string>> = {
  'bar-free': 'Anti-roll bar',
  'strut-out': 'Strut out',
  'spring-out': 'Springs out',
  'hose-free': 'Hoses and leads',
  'track-bar-free': 'Track bar',
  'leaf-free': 'Leaf springs',
};
/** What is reached by one of several ways: "Anti-roll bar front". */
export const stateName = (code: string, axle: WorkStep['axle']): string =>
  [STATE_WORDS[code] ?? code.replaceAll('-', ' '), axle === 'vehicle' ? '' : axle].filter(Boolean).join(' ');

/** What reaching a state once spares: "wheel off front for 3, 10 min". */
export const sharedText = (s: Shared): string =>
  `${stateName(s.state, s.axle).toLowerCase()} for ${s.times}, ${duration(s.minutes)}`;

/** A stretch of the order of work: steps that follow each other at one place and in one mode. */
export interface Stretch {
  readonly title: string;
  readonly steps: readonly WorkStep[];
  readonly minutes: number;
  /** the first after the ride-height line */
  readonly belowLine: boolean;
}
const modeOf = (s: WorkStep): string =>
  s.phase === 'before' || s.phase === 'bench' || s.phase === 'ground' || s.phase === 'closing'
    ? s.phase
    : sideStep(s.axle, s.side);
const STRETCH_WORDS: Readonly<Record<string, string>> = {
  before: 'The day before',
  bench: 'At the bench',
  front: 'Front axle',
  'front left': 'Front axle, left',
  'front right': 'Front axle, right',
  rear: 'Rear axle',
  'rear left': 'Rear axle, left',
  'rear right': 'Rear axle, right',
  vehicle: 'Whole vehicle',
  ground: 'On its wheels',
  closing: 'Closing block',
};
/** The steps of a plan as stretches, in their order. */
export function stretchesOf(plan: Pick<WorkPlan, 'steps' | 'rideHeightLine'>): readonly Stretch[] {
  const out: { title: string; mode: string; steps: WorkStep[]; belowLine: boolean }[] = [];
  let lined = false;
  plan.steps.forEach((s, i) => {
    const mode = modeOf(s);
    const last = out.at(-1);
    const below = i >= plan.rideHeightLine && !lined;
    if (last?.mode === mode && !below) last.steps.push(s);
    else out.push({ title: STRETCH_WORDS[mode] ?? mode, mode, steps: [s], belowLine: below });
    lined ||= below;
  });
  return out.map(({ title, steps, belowLine }) => ({
    title,
    steps,
    belowLine,
    minutes: steps.reduce((sum, s) => sum + s.minutes, 0),
  }));
}
/** Hours as the shop says them: a range where it has said how far they may turn out. */
export function hoursRangeText(minutes: number, range: ShopSettings['hoursRange']): string {
  return hoursText(hoursBetween(minutes, range));
}
export function planHeadline(
  plan: WorkPlan | null,
  hours: BayHours | null,
  people: number,
  range: ShopSettings['hoursRange'],
): Headline {
  if (!plan || !hours || plan.steps.length === 0)
    return {
      sentence: 'No parts chosen, so there is nothing to fit yet.',
      consequence: 'Choose a plan in Match; the order of work follows from it.',
    };
  const saved = plan.singleMinutes - plan.mergedMinutes;
  const rack = plan.rackMinutes > 0 ? `, then ${duration(plan.rackMinutes)} on the rack` : '';
  return {
    sentence: `${plural(plan.steps.length, 'step')}: ${hoursRangeText(hours.bayMinutes, range)} in the bay for ${people === 1 ? 'one fitter' : people === 2 ? 'two' : `${people} fitters`}${rack}; ${duration(plan.personMinutes)} of person time is sold.`,
    consequence: `${saved > 1 ? `${duration(saved)} less than each part by itself. ` : ''}Everything on a rubber bush stays loose until step ${plan.rideHeightLine + 1}, wheels on the ground.`,
  };
}

/** What of a job is here, and what that means for its promise. */
export function boxesHeadline(
  arrivals: readonly Pick<Arrival, 'here' | 'state' | 'day' | 'name'>[],
  promise: string | null,
): Headline {
  if (arrivals.length === 0)
    return { sentence: 'No parts chosen, so no box is on its way.', consequence: 'Choose a plan in Match.' };
  const missing = arrivals.filter((a) => !a.here);
  if (missing.length === 0)
    return {
      sentence: `All ${plural(arrivals.length, 'line')} are here.`,
      consequence: 'The work can begin, and nothing has to be opened twice.',
    };
  const faulty = missing.filter((a) => wentWrong(a.state));
  const unsaid = missing.filter((a) => a.day === null);
  const last = missing
    .flatMap((a) => a.day ?? [])
    .sort()
    .at(-1);
  const when =
    unsaid.length > 0
      ? `For ${unsaid.length === 1 ? (unsaid[0]?.name ?? 'one of them') : plural(unsaid.length, 'line')} nobody has said a day.`
      : last === undefined
        ? ''
        : promise !== null && last > promise
          ? `The last comes ${shortDay(last)}, after the promise of ${shortDay(promise)}.`
          : `The last comes ${shortDay(last)}.`;
  return {
    sentence: `${arrivals.length - missing.length} of ${plural(arrivals.length, 'line')} are here${faulty.length > 0 ? `; ${faulty.map((a) => `${a.name} ${ARRIVED_WORDS[a.state]}`).join(', ')}` : ''}.`,
    consequence: when,
  };
}

/** How late a job is: "late by 1 day", "late by 2 h 10". Working time. */
export const weekLate = (minutes: number, minutesPerDay: number): string =>
  minutes >= minutesPerDay
    ? `late by ${plural(Math.ceil(minutes / minutesPerDay), 'day')}`
    : `late by ${duration(minutes)}`;
/** The finding of a shop's week in one sentence. */
export function weekHeadline(
  w: ShopWeek,
  nameOf: (id: string) => string,
  workshop: ShopSettings['workshop'],
  jobs: number,
): Headline {
  if (jobs === 0)
    return {
      sentence: 'No job is agreed and waits for a bay.',
      consequence: 'A job comes here once its stage is parts or bay.',
    };
  if (workshop.bays.length === 0)
    return {
      sentence: 'The shop has no bay yet, so nothing can be planned in time.',
      consequence: 'Say in the settings which bays and fitters there are.',
    };
  const late = w.placed.filter((p) => p.late > 0).sort((a, b) => b.late - a.late);
  const waits = w.withoutBoxes.length + w.unplaced.length;
  const [worst] = late;
  const sentence =
    worst === undefined
      ? `Every promise is kept: ${plural(w.placed.length, 'job')} in ${plural(workshop.bays.length, 'bay')}.`
      : `${late.length === 1 ? nameOf(worst.id) : plural(late.length, 'promise')} ${late.length === 1 ? 'is' : 'are late, the worst'} ${late.length === 1 ? weekLate(worst.late, workshop.minutesPerDay) : `${nameOf(worst.id)} ${weekLate(worst.late, workshop.minutesPerDay).replace('late ', '')}`}.`;
  const bound =
    w.late === 0
      ? ''
      : w.late <= w.leastLate
        ? 'No other order is less late. '
        : `Another order could at best be late by ${duration(w.leastLate)} in all; this one is by ${duration(w.late)}. `;
  return {
    sentence,
    consequence: `${bound}${waits > 0 ? `${plural(waits, 'job')} ${waits === 1 ? 'is' : 'are'} in no bay yet.` : 'Every agreed job has its place.'}`,
  };
}
/** What the buyer has to do today. */
export function buyerHeadline(
  lines: readonly { readonly state: Arrived; readonly orderBy: string | null }[],
  day: string,
): Headline {
  const today = lines.filter((l) => l.state === 'asked' && l.orderBy !== null && l.orderBy <= day).length;
  const wrong = lines.filter((l) => wentWrong(l.state)).length;
  const asked = lines.filter((l) => l.state === 'asked').length - today;
  return {
    sentence:
      today > 0
        ? `${plural(today, 'line')} ${today === 1 ? 'has' : 'have'} to be ordered today.`
        : asked > 0
          ? `Nothing has to be ordered today; ${plural(asked, 'line')} can wait.`
          : 'Everything is ordered.',
    consequence:
      wrong > 0
        ? `${plural(wrong, 'box', 'boxes')} went wrong on the way: late, short, wrong or damaged.`
        : 'Nothing went wrong on its way.',
  };
}

/** A moment of a working day on the shop's clock: "Fri 27 Nov 10:35". */
export function momentText(day: string, minute: number, opensAt: number): string {
  const at = opensAt + Math.round(minute);
  const two = (n: number) => String(n).padStart(2, '0');
  return `${shortDay(day)} ${two(Math.floor(at / 60))}:${two(at % 60)}`;
}
