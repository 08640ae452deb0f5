import { bad, good, type Result } from '@rigger/core';
import { localDay, type DayFault } from '@rigger/wording';
import { isValid, parse, startOfDay } from 'date-fns';

const MONTHS = ['d MMM', 'd MMMM', 'd. MMM', 'd. MMMM'];
const WITH_YEAR = [
  'yyyy-MM-dd',
  // two digits first: four are never read by them, and two would be the year 26
  ...['d.M.', ...MONTHS.map((m) => `${m} `)].flatMap((m) => [`${m}yy`, `${m}''yy`, `${m}yyyy`]),
];
const WITHOUT_YEAR = ['d.M.', 'd.M', ...MONTHS];
/** an order outside these years is a slip of the finger */
const FROM_YEAR = 2000;
const TO_YEAR = 2100;

/** Reads a calendar day: "2026-12-04", "4.12.2026", "4 Dec 2026", with or without its weekday before it; without a year
 *  the next such day from `today` on. Two numbers with a slash are read only where they can mean one day: what is day
 *  first in one country is month first in the next.
 *
 *  @example readDay('4 Dec', new Date(2026, 10, 25)) // { ok: true, value: '2026-12-04' } */
export function readDay(text: string, today: Date): Result<string, DayFault> {
  const plain = text
    .trim()
    .replace(/^[a-z]+[.,]?\s+(?=\d)/i, '')
    .replace(/(\d)(st|nd|rd|th)\b/i, '$1')
    .replace(/\bsept\b/i, 'Sep')
    .replace(/\s+/g, ' ');
  const first = (formats: readonly string[], s = plain): Date | undefined =>
    formats.map((f) => parse(s, f, today)).find(isValid);
  const unreadable = bad<DayFault>({ code: 'day-unreadable', text: text.trim() });
  const within = (d: Date): Result<string, DayFault> => {
    const [day, year] = [localDay(d), d.getFullYear()];
    return year >= FROM_YEAR && year <= TO_YEAR
      ? good(day)
      : bad({ code: 'day-far', day, from: FROM_YEAR, to: TO_YEAR });
  };
  // without a year: this year's, or where that is past the next one's (a 29 Feb may be some years off)
  const next = (formats: readonly string[]): Date | undefined => {
    for (let year = today.getFullYear(); year < today.getFullYear() + 9; year++) {
      const d = first(
        formats.map((f) => `${f} yyyy`),
        `${plain} ${year}`,
      );
      if (d && d >= startOfDay(today)) return d;
    }
    return undefined;
  };
  if (plain.includes('/')) {
    const dayFirst = first(['d/M/yy', 'd/M/yyyy']) ?? next(['d/M']);
    const monthFirst = first(['M/d/yy', 'M/d/yyyy']) ?? next(['M/d']);
    const found = [dayFirst, monthFirst].filter((d) => d !== undefined);
    const [one, other] = found.map(localDay);
    if (one && other && one !== other)
      return bad({ code: 'day-two-ways', text: text.trim(), ways: [one, other] });
    return found[0] ? within(found[0]) : unreadable;
  }
  const exact = first(WITH_YEAR);
  if (exact) return within(exact);
  const coming = next(WITHOUT_YEAR);
  return coming ? within(coming) : unreadable;
}
