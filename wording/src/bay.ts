import type {
  Arrived,
  DeliveryStage,
  Fitter,
  NotMoved,
  Served,
  Skill,
  WaysOf,
  Week,
  WorkStep,
} from '@rigger/core';
import { shortDay } from './dates';
import { duration, length, plural, type Style } from './format';

/** Where a step is: "front", "rear left"; nothing for the vehicle as a whole. */
export const placeWords = (axle: WorkStep['axle'], side: WorkStep['side']): string =>
  [axle === 'vehicle' ? '' : axle, side ?? ''].filter(Boolean).join(' ');

/** Which way of taking apart a step is, and what it risks. */
export function wayText(way: WorkStep['way']): string {
  if (!way) return '';
  return [`Way: ${way.name}.`, way.risks === '' ? '' : `Mind: ${way.risks}.`].filter(Boolean).join(' ');
}
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
  const stands =
    s.stands.front === null || s.stands.rear === null
      ? 'height not known'
      : `stands ${length(s.stands.front, style)} front, ${length(s.stands.rear, style)} rear over today`;
  return `${when}: ${s.fits.map(nameOf).join(', ')}. ${duration(s.minutes)}. Rolls and drives after it, ${stands}.`;
}
export const crewText = (ids: readonly string[], fitters: readonly Fitter[]): string =>
  ids.map((id) => fitters.find((f) => f.id === id)?.name ?? id).join(', ');
export const piecesShort = (
  lacking: readonly { readonly name: string; readonly want: number; readonly got: number }[],
): string => lacking.map((l) => `${l.name}: ${l.got} of ${l.want}`).join(', ');
export const visits = (n: number): string => plural(n, 'visit');
