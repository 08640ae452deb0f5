import { dayAfter } from '@rigger/core';
import { quantity, styleOf } from '@rigger/wording';
import ical, { ICalCalendarMethod } from 'ical-generator';
import type { SheetModel } from './sheet-model';

/** a line break in a name would begin a line of the file */
const inOneLine = (text: string) => text.trim().replaceAll(/\s+/g, ' ');
/** What has a day: the bay where it is held, the promise, and the visit once springs have settled. All-day events, for any calendar. */
export function planCalendar(m: SheetModel): string {
  const { head, work } = m.sections;
  const { followUps } = m.settings.workshop;
  const customer = inOneLine(head.customer);
  const label = m.assessment.vehicle?.platform.label ?? '';
  const calendar = ical({
    name: `Job ${m.number}, ${customer}`,
    prodId: { company: inOneLine(m.settings.shopName) || 'shop', product: 'build plan', language: 'EN' },
    method: ICalCalendarMethod.PUBLISH,
  });
  const add = (what: string, day: string, summary: string, description: string) =>
    calendar.createEvent({
      id: `job-${m.number}-${what}`,
      // the day it was printed, so that the same plan gives the same file
      stamp: new Date(`${m.printedOn}T00:00:00Z`),
      start: new Date(`${day}T00:00:00Z`),
      allDay: true,
      timezone: 'UTC',
      summary,
      description,
    });
  if (work.startDay !== null) add('bay', work.startDay, `${customer}: into the bay`, label);
  if (head.promiseDate !== null) add('promise', head.promiseDate, `${customer}: promised`, label);
  const done = head.promiseDate ?? work.startDay;
  if (done !== null) {
    const km = (n: number) => quantity(n, 'km', styleOf(m.settings), 0);
    const settled = dayAfter(done, followUps.settledDays);
    add(
      'settled',
      settled,
      `${customer}: settled, tape and torques again`,
      `Wheel nuts again after ${km(followUps.wheelNutsKm)}. Every fastener that was disturbed and the tape again after ${km(followUps.settledKm)} or on this day, whichever comes first; then every ${km(followUps.thenEveryKm)}.`,
    );
  }
  // lines of one maker's own calendar, which no other needs
  return calendar
    .toString()
    .split('\r\n')
    .filter((line) => !/^X-(?!WR-)/.test(line))
    .join('\r\n');
}
