import { vehicleOf, plainJob, platformOf } from '@rigger/core/testing/demo-world';
import { clockTime, localDay, optionText, shortDay, variantWords } from '.';

describe('days', () => {
  it('a calendar day stays the day it is, first and last of a year and in February too', () => {
    expect(shortDay('2026-11-30')).toBe('Mon 30 Nov');
    expect(shortDay('2027-01-01')).toBe('Fri 1 Jan');
    expect(shortDay('2026-12-31')).toBe('Thu 31 Dec');
    expect(shortDay('2028-02-29')).toBe('Tue 29 Feb');
  });
  it('the day of a moment is the one on this calendar, whatever the hour', () => {
    expect(localDay(new Date(2026, 10, 5, 0, 1))).toBe('2026-11-05');
    expect(localDay(new Date(2026, 10, 5, 23, 59))).toBe('2026-11-05');
    expect(shortDay(localDay(new Date(2026, 0, 2, 23, 30)))).toBe('Fri 2 Jan');
  });
  it('hours have two figures', () => {
    expect(clockTime(new Date(2026, 10, 5, 7, 4))).toBe('07:04');
  });
});

describe('a variant in the middle of a sentence', () => {
  it('is in small letters, but a name keeps its own', () => {
    expect(variantWords(vehicleOf(plainJob('corvane-halder'))).slice(0, 2)).toEqual([
      'crew cab',
      'diesel six',
    ]);
    const fell = platformOf('mettrick-fell');
    for (const o of fell.variantFields.find((f) => f.key === 'engine')!.options)
      expect(optionText('engine', o.value, fell)).toBe(
        o.label.startsWith('Fell') ? o.label : o.label.toLowerCase(),
      );
  });
  it('what is not known is left out; a value that the platform lacks is said as it stands', () => {
    const halder = platformOf('corvane-halder');
    expect(variantWords({ platform: halder, variant: {} })).toEqual([]);
    expect(optionText('engine', 'steam', halder)).toBe('steam');
    expect(optionText('engine', 'diesel', null)).toBe('diesel');
  });
});
