import { quoted } from './quoted';

const DAY = { weekday: 'short', day: 'numeric', month: 'short', timeZone: 'UTC' } as const;

// making one costs more than using it a hundred times
const SHORT_DAY = new Intl.DateTimeFormat('en-GB', DAY);
const LONG_DAY = new Intl.DateTimeFormat('en-GB', { ...DAY, year: 'numeric' });

/** A calendar day as it is said: the day of an order has no hour and no time zone, so none may move it.
 *  @example shortDay('2026-11-30') // 'Mon 30 Nov' */
export const shortDay = (isoDay: string): string => SHORT_DAY.format(new Date(isoDay)).replace(',', '');
/** The same with its year, as a field shows it: 'Fri 4 Dec 2026'. */
export const longDay = (isoDay: string): string => LONG_DAY.format(new Date(isoDay)).replace(',', '');
/** What is wrong with a day as typed. */
export type DayFault =
  | { readonly code: 'day-unreadable'; readonly text: string }
  | { readonly code: 'day-two-ways'; readonly text: string; readonly ways: readonly [string, string] }
  | { readonly code: 'day-far'; readonly day: string; readonly from: number; readonly to: number };
export function dayFaultText(f: DayFault): string {
  switch (f.code) {
    case 'day-unreadable':
      return `${quoted(f.text)} is no day of the calendar. Write 4 Dec, 4.12.2026 or 2026-12-04.`;
    case 'day-two-ways':
      return `${quoted(f.text)} can be ${shortDay(f.ways[0])} or ${shortDay(f.ways[1])}. Write the month as a word.`;
    case 'day-far':
      return `${longDay(f.day)} is outside ${f.from} to ${f.to}. Check the year.`;
  }
}
/** Time of day of a moment, on the clock of this machine: "13:36". */
export const clockTime = (at: Date): string =>
  new Intl.DateTimeFormat('en-GB', { hour: '2-digit', minute: '2-digit' }).format(at);
/** Day and time of a moment, on the clock of this machine: "Thu 26 Nov, 06:42". */
export const dayAndTime = (iso: string): string => {
  const at = new Date(iso);
  return `${shortDay(localDay(at))}, ${clockTime(at)}`;
};
/** The calendar day of a moment on the calendar of this machine: "2026-11-25", also late in the evening. */
export const localDay = (at: Date): string =>
  [String(at.getFullYear()).padStart(4, '0')]
    .concat([at.getMonth() + 1, at.getDate()].map((n) => String(n).padStart(2, '0')))
    .join('-');
