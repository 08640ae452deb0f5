import { BACKUP_KINDS, type BackupKind } from '@rigger/contracts';

/** A backup by what its name says. */
export interface Named {
  readonly name: string;
  readonly kind: BackupKind;
  /** when it was made, ms; by the clock of then */
  readonly at: number;
}
const HOUR_MS = 3_600_000;
const DAY_MS = 24 * HOUR_MS;
/** The newest of each span is kept, up to the age beside it. */
const THINNED: readonly { readonly untilMs: number; readonly spanMs: number }[] = [
  { untilMs: DAY_MS, spanMs: HOUR_MS },
  { untilMs: 14 * DAY_MS, spanMs: DAY_MS },
  { untilMs: 60 * DAY_MS, spanMs: 7 * DAY_MS },
  { untilMs: 730 * DAY_MS, spanMs: 30 * DAY_MS },
];
/** all that are younger are kept */
const ALL_YOUNGER_MS = HOUR_MS;
/** what was there before a restore is nobody's second copy */
const BEFORE_RESTORE_KEPT_MS = 365 * DAY_MS;

/** Backups that may go: their kind has a newer one in the same hour, day, week or month, as their age asks. Those that were made before a
 *  restore go after a year, however many there are. What is dated after now (a clock that was set back) stays, and so does the newest of
 *  each kind. */
export function mayGo(all: readonly Named[], now: number): readonly Named[] {
  return BACKUP_KINDS.flatMap((kind) => {
    const own = all.filter((b) => b.kind === kind).sort((x, y) => y.at - x.at || (x.name < y.name ? 1 : -1));
    const taken = new Set<string>();
    return own.filter((b, i) => {
      const age = now - b.at;
      if (i === 0 || age < ALL_YOUNGER_MS) return false;
      if (kind === 'before-restore') return age > BEFORE_RESTORE_KEPT_MS;
      const span = THINNED.find((t) => age < t.untilMs)?.spanMs;
      if (span === undefined) return true;
      const place = `${span} ${Math.floor(b.at / span)}`;
      if (taken.has(place)) return true;
      taken.add(place);
      return false;
    });
  });
}
/** Whether the clock is to make one: the last that it made by now is this old, or there is none. What is dated after now was made before the
 *  clock was set back, and says nothing. */
export const isDue = (madeAt: readonly number[], everyMs: number, now: number): boolean =>
  now - Math.max(-Infinity, ...madeAt.filter((at) => at <= now)) >= everyMs;
