import type { Catalogue } from '../catalogue';
import {
  isEmptyRound,
  NO_WORKSHOP,
  wasAligned,
  type After,
  type JobSections,
  type TapedWhen,
  type Workshop,
} from '../job';
import { lastTaped, type Assessment } from '../assessment';
import type { Axle } from '../suspension';
import { workPlan } from './work-plan';

/** What a job that was done tells the next one on its platform. Heights are how much higher it stood than before, mm. */
export interface PastCase {
  readonly year: number | null;
  /** codes on its list, and what its lines of one's own were called */
  readonly parts: readonly string[];
  /** the last round that was taken after the work; null where none was */
  readonly taped: TapedWhen | null;
  readonly lift: Readonly<
    Record<
      Axle,
      { readonly gotMm: number | null; readonly forecastMm: number | null; readonly claimedMm: number | null }
    >
  >;
  readonly hoursTaken: number | null;
  readonly plannedMinutes: number;
  readonly rubbed: number;
  readonly otherwise: string;
  readonly nextTime: string;
}
/** Something came of the job that somebody wrote down: a tape after the work, or an entry of After.
 *  @example hasCome({ tape: { rounds: [] }, after: NOT_FINISHED }) // false */
export const hasCome = ({ tape, after }: Pick<JobSections, 'tape' | 'after'>): boolean =>
  tape.rounds.some((r) => r.when !== 'before' && !isEmptyRound(r)) || isWritten(after);
const isWritten = (a: After): boolean =>
  a.hoursTaken !== null ||
  a.otherwise.trim() !== '' ||
  a.nextTime.trim() !== '' ||
  a.contacts.length > 0 ||
  Object.keys(a.road).length > 0 ||
  wasAligned(a.alignment);

/** Got, forecast and claimed of a job that was done, with its hours and its line for the next one. */
export function pastCase(
  a: Assessment,
  job: JobSections,
  catalogue: Catalogue,
  shop: Pick<Workshop, 'habits' | 'seizedMinutes'> = NO_WORKSHOP,
): PastCase {
  const last = lastTaped(a.taped, job.tape);
  const over = (axle: Axle, mm: number | null | undefined): number | null => {
    const before = a.forecast?.today[axle].value;
    return mm == null || before === undefined ? null : mm - before;
  };
  const liftOf = (axle: Axle) => ({
    gotMm: over(axle, last?.axles[axle].got?.value),
    forecastMm: over(axle, last?.axles[axle].forecast?.value),
    claimedMm: over(axle, last?.axles[axle].claimedMm),
  });
  return {
    year: job.vehicle.year,
    parts: [...job.build.items.map((i) => i.code), ...job.build.free.map((l) => l.what)],
    taped: job.tape.rounds.find((r) => r.id === last?.id)?.when ?? null,
    lift: { front: liftOf('front'), rear: liftOf('rear') },
    hoursTaken: job.after.hoursTaken,
    plannedMinutes: workPlan(a, job, catalogue, shop).personMinutes,
    rubbed: job.after.contacts.filter((c) => c.contact !== 'none').length,
    otherwise: job.after.otherwise,
    nextTime: job.after.nextTime,
  };
}
