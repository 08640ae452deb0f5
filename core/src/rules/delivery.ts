import type { Box, JobSections } from '../job';
import { partName } from '../vehicle';
import { rule, type Raised } from './rule';

export interface ComesLate {
  readonly code: 'comes-late';
  /** the day it is here, and the day that it is late for */
  readonly arrives: string;
  readonly due: string;
  readonly for: 'needed-by' | 'promise';
}
const DAY_MS = 86_400_000;
/** A calendar day some days later.
 *  @example dayAfter('2026-11-25', 10) // "2026-12-05" */
export const dayAfter = (day: string, days: number): string =>
  new Date(Date.parse(`${day}T00:00:00Z`) + days * DAY_MS).toISOString().slice(0, 10);

/** Parts that are not in stock, against the calendar: late only where they arrive after the day that was named. */
/** The box of a part that is a line of its own. */
const boxOf = (job: JobSections, code: string): Box | undefined =>
  job.boxes.list.find((b) => b.code === code);

export const delivery = rule<ComesLate>({
  findings: { 'comes-late': { verdict: 'ask', topic: 'limits', blocks: 'work' } },
  scope: 'plan',
  check: (c) => {
    const { neededBy } = c.job.brief;
    const { promiseDate } = c.job.head;
    const dates = [neededBy, promiseDate].filter((d) => d !== null).sort();
    const [due] = dates;
    const { day } = c;
    if (due === undefined || day === null) return [];
    return c.chosen.flatMap(({ part, quantity }): Raised<ComesLate>[] => {
      const box = boxOf(c.job, part.code);
      // what is here is not late, whatever its record says of the next one
      if (box?.receivedOn != null && box.fault === null) return [];
      if (box?.orderedOn == null && part.stock.onHand >= quantity) return [];
      const arrives = box?.expectedOn ?? dayAfter(day, part.stock.leadDays);
      return arrives > due
        ? [
            {
              finding: { code: 'comes-late', arrives, due, for: due === neededBy ? 'needed-by' : 'promise' },
              part: partName(part),
              axle: part.axle,
            },
          ]
        : [];
    });
  },
});
