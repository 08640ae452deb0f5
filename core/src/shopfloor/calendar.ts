import type { Workshop } from '../job';

type Hours = Pick<Workshop, 'openDays' | 'minutesPerDay'>;
const DAY_MS = 86_400_000;
const at = (day: string): number => Date.parse(`${day}T00:00:00Z`);
const dayOf = (ms: number): string => new Date(ms).toISOString().slice(0, 10);
/** 1 Monday to 7 Sunday. */
const weekday = (ms: number): number => new Date(ms).getUTCDay() || 7;

/** Working minutes from the start of a day that is planned from to the start of another; 0 for one before it.
 *  @example minutesUntil('2026-11-27', '2026-11-30', { openDays: [1, 2, 3, 4, 5], minutesPerDay: 480 }) // 480 */
export function minutesUntil(first: string, day: string, { openDays, minutesPerDay }: Hours): number {
  let minutes = 0;
  for (let ms = at(first); ms < at(day); ms += DAY_MS)
    if (openDays.includes(weekday(ms))) minutes += minutesPerDay;
  return minutes;
}
/** The day on which a moment of working time falls, and the minute of it; what ends with a day ends on it.
 *  @example dayAt('2026-11-27', 500, { openDays: [1, 2, 3, 4, 5], minutesPerDay: 480 }) // {"day":"2026-11-30","minute":20} */
export function dayAt(
  first: string,
  minutes: number,
  { openDays, minutesPerDay }: Hours,
  ends = false,
): { readonly day: string; readonly minute: number } {
  const full = Math.floor(minutes / minutesPerDay);
  const back = ends && minutes > 0 && minutes % minutesPerDay === 0 ? 1 : 0;
  let ms = at(first);
  // the open day after as many open ones
  for (let passed = 0; ; ms += DAY_MS) {
    if (!openDays.includes(weekday(ms))) continue;
    if (passed === full - back) break;
    passed++;
  }
  return { day: dayOf(ms), minute: minutes - (full - back) * minutesPerDay };
}
