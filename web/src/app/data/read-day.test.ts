import { dayFaultText } from '@rigger/wording';
import fc from 'fast-check';
import { formatISO } from 'date-fns';
import { longDay } from '@rigger/wording';
import { readDay } from './read-day';

const TODAY = new Date(2026, 10, 25, 16, 30);
const read = (text: string) => {
  const r = readDay(text, TODAY);
  return r.ok ? r.value : r.fault.code;
};

describe('a day as it is typed', () => {
  it.each([
    ['2026-12-04', '2026-12-04'],
    ['4.12.2026', '2026-12-04'],
    ['04.12.2026', '2026-12-04'],
    ['4 Dec 2026', '2026-12-04'],
    ['4 december 2026', '2026-12-04'],
    ['Fri 4 Dec 2026', '2026-12-04'],
    ['Friday, 4th Dec 2026', '2026-12-04'],
    ['  4   Dec  ', '2026-12-04'],
    ['4.12.', '2026-12-04'],
    ['25 Nov', '2026-11-25'], // today still counts
    ['24 Nov', '2027-11-24'],
    ['29 Feb', '2028-02-29'],
    ['31/12/2026', '2026-12-31'],
    ['12/31/2026', '2026-12-31'],
    ['5/5/2027', '2027-05-05'],
    ['3 dec 26', '2026-12-03'],
    ["3 Dec '26", '2026-12-03'],
    ['4.12.26', '2026-12-04'],
    ['31/12/26', '2026-12-31'],
    ['25/12', '2026-12-25'],
    ['13/3', '2027-03-13'],
  ])('%s is %s', (text, day) => {
    expect(read(text)).toBe(day);
  });
  it.each([
    ['4/12/2026', 'day-two-ways'],
    ['12/3', 'day-two-ways'],
    ['12/3/26', 'day-two-ways'],
    ['30 Feb 2027', 'day-unreadable'],
    ['30 Feb', 'day-unreadable'],
    ['2026-13-01', 'day-unreadable'],
    ['32/1/2026', 'day-unreadable'],
    ['soon', 'day-unreadable'],
    ['4 Dec 226', 'day-far'],
    ['2206-12-04', 'day-far'],
  ])('%s is refused: %s', (text, code) => {
    expect(read(text)).toBe(code);
  });
  it('says what was read and the way out', () => {
    const says = (text: string) => {
      const r = readDay(text, TODAY);
      return r.ok ? '' : dayFaultText(r.fault);
    };
    expect(says('4/12/2026')).toBe('“4/12/2026” can be Fri 4 Dec or Sun 12 Apr. Write the month as a word.');
    expect(says('soon')).toContain('“soon” is no day of the calendar. Write 4 Dec');
    expect(says('4 Dec 226')).toContain('outside 2000 to 2100');
  });
  it('what a field shows is read back as the same day', () => {
    fc.assert(
      fc.property(
        fc.date({ min: new Date(2000, 0, 1), max: new Date(2100, 11, 31), noInvalidDate: true }),
        (d) => {
          const day = formatISO(d, { representation: 'date' });
          expect(read(longDay(day))).toBe(day);
        },
      ),
    );
  });
});
