const DAY = { weekday: 'short', day: 'numeric', month: 'short', timeZone: 'UTC' } as const;

/** A calendar day as it is said: the day of an order has no hour and no time zone, so none may move it.
 *  @example shortDay('2026-11-30') // 'Mon 30 Nov' */
export const shortDay = (isoDay: string): string =>
  new Intl.DateTimeFormat('en-GB', DAY).format(new Date(isoDay)).replace(',', '');
/** Time of day of a moment, on the clock of this machine: "13:36". */
export const clockTime = (at: Date): string =>
  new Intl.DateTimeFormat('en-GB', { hour: '2-digit', minute: '2-digit' }).format(at);
/** The calendar day of a moment on the calendar of this machine: "2026-11-25", also late in the evening. */
export const localDay = (at: Date): string =>
  [at.getFullYear(), at.getMonth() + 1, at.getDate()].map((n) => String(n).padStart(2, '0')).join('-');
