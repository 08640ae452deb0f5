import fc from 'fast-check';
import { formatInches16, formatLength, parseLength, parseNumber } from '..';

const RANGE = { minMm: 300, maxMm: 1200, prefer: 'mm' as const };
const mm = (text: string, prefer: 'mm' | 'in' = 'mm') => {
  const r = parseLength(text, { ...RANGE, prefer });
  return r.ok ? r.value.mm : r.fault;
};

describe('lengths as people write them on a tape sheet', () => {
  it.each([
    ['31 5/8', 803.275],
    ['31.625', 803.275],
    ['31-5/8"', 803.275],
    ['31 5/8 in', 803.275],
    ['31⅝', 803.275],
    ['31 and 5/8', 803.275],
    ['31 & 5/8"', 803.275],
    ['40 5/8"', 1031.875],
    ['31"', 787.4],
    ['803 mm', 803],
    ['803', 803],
    ['80,3 cm', 803],
    ['0.803 m', 803],
    ["18''", 457.2],
    ['  31  5/8  ', 803.275],
  ])('%s is %d mm', (text, want) => {
    expect(mm(text)).toBeCloseTo(want, 6);
  });
  it('takes a bare number in the other unit only when just that is in range, and says so', () => {
    expect(parseLength('31.5', RANGE)).toMatchObject({ ok: true, value: { unit: 'in', unitAssumed: true } });
    expect(parseLength('31.5', { ...RANGE, prefer: 'in' })).toMatchObject({ value: { unitAssumed: false } });
    expect(parseLength('500', { ...RANGE, prefer: 'in' })).toMatchObject({
      value: { unit: 'mm', unitAssumed: true },
    });
  });
  it.each([
    ['31 5/', 5],
    ['31 x', 3],
    ['abc', 0],
    ['31 5/0', 5],
    ['31 and', 3],
  ])('%s is unreadable from character %d, never a number', (text, at) => {
    expect(mm(text)).toMatchObject({ code: 'length-unreadable', text, at });
  });
  it('names value and limits where it is out of range in every reading', () => {
    expect(mm('11')).toMatchObject({ code: 'length-out-of-range', minMm: 300, maxMm: 1200 });
    expect(mm('9000 mm')).toMatchObject({ code: 'length-out-of-range', mm: 9000 });
    expect(mm('   ')).toMatchObject({ code: 'length-empty' });
  });
  it('reads back what it writes to a sixteenth, in inches, and to the tenth, in mm', () => {
    fc.assert(
      fc.property(fc.integer({ min: 12 * 16, max: 47 * 16 }), (sixteenths) => {
        const value = (sixteenths / 16) * 25.4;
        expect(mm(`${formatInches16(value)} in`, 'in')).toBeCloseTo(value, 6);
        expect(mm(formatLength(Math.round(value), 'mm'))).toBe(Math.round(value));
      }),
    );
  });
  it('never gives NaN, whatever is typed', () => {
    fc.assert(
      fc.property(fc.string({ maxLength: 12 }), (text) => {
        const r = parseLength(text, RANGE);
        if (r.ok) {
          expect(Number.isFinite(r.value.mm)).toBe(true);
          expect(r.value.mm).toBeGreaterThanOrEqual(RANGE.minMm);
        } else expect(r.fault.code).toMatch(/^length-(empty|unreadable|out-of-range)$/);
      }),
    );
  });
});

describe('plain numbers', () => {
  it.each([
    ['12.5', 12.5],
    ['12,5', 12.5],
    ['-28', -28],
    ['−28', -28],
    [' 7 ', 7],
  ])('%s is %d', (text, want) => {
    expect(parseNumber(text, -100, 100)).toEqual({ ok: true, value: want });
  });
  it('refuses the rest with the place or the limits', () => {
    expect(parseNumber('12x', 0, 100)).toMatchObject({ fault: { code: 'number-unreadable', at: 2 } });
    expect(parseNumber('101', 0, 100)).toMatchObject({ fault: { code: 'number-out-of-range', max: 100 } });
    expect(parseNumber('', 0, 100)).toMatchObject({ fault: { code: 'number-empty' } });
    expect(parseNumber('1e9', 0, 100)).toMatchObject({ ok: false });
    expect(parseNumber('Infinity', 0, 100)).toMatchObject({ ok: false });
  });
});
