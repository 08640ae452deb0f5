import fc from 'fast-check';
import { formatInches16, formatLength, parseLength } from '..';

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
  it.each([
    ['6\'11"', 2108.2],
    ['7 ft', 2133.6],
    ["6'", 1828.8],
    ['6 ft 11 1/2 in', 2120.9],
    ['6\' 11½"', 2120.9],
    ['2.1 metres', 2100],
    ['2.1 meters', 2100],
    ['1 510', 1510],
    ['2,100', 2100],
    ['2,1 m', 2100],
  ])('%s is %d mm, for a door or a ferry', (text, want) => {
    const r = parseLength(text, { minMm: 1200, maxMm: 4500, prefer: 'mm' });
    expect(r.ok && r.value.mm).toBeCloseTo(want, 6);
  });
  it.each(['6\'13"', "6'1/0", '6 ft x'])('%s is no length in feet', (text) => {
    expect(parseLength(text, { minMm: 1200, maxMm: 4500, prefer: 'mm' })).toMatchObject({
      fault: { code: 'length-unreadable' },
    });
  });
  it('feet beyond the limits are refused with them', () => {
    expect(parseLength('20 ft', { minMm: 1200, maxMm: 4500, prefer: 'mm' })).toMatchObject({
      fault: { code: 'length-out-of-range', maxMm: 4500 },
    });
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
describe('a length below nothing', () => {
  const BOTH = { minMm: -150, maxMm: 250, prefer: 'mm' as const };
  it.each([
    ['-20', -20],
    ['−20 mm', -20],
    ['- 3/4"', -19.05],
    ['+35', 35],
    ['-1 1/2 in', -38.1],
    ['-2 cm', -20],
  ])('%s is %d mm where the range goes below 0', (text, want) => {
    const r = parseLength(text, BOTH);
    expect(r.ok && r.value.mm).toBeCloseTo(want, 9);
  });
  it('out of its range it is refused with its sign, and half a sign is no length', () => {
    expect(parseLength('-200 mm', BOTH)).toEqual({
      ok: false,
      fault: { code: 'length-out-of-range', mm: -200, minMm: -150, maxMm: 250 },
    });
    expect(parseLength('-', BOTH)).toMatchObject({ fault: { code: 'length-unreadable' } });
    expect(parseLength('-1x', BOTH)).toMatchObject({
      fault: { code: 'length-unreadable', text: '-1x', at: 2 },
    });
  });
  it('a tape cannot show one', () => {
    expect(parseLength('-471', RANGE)).toMatchObject({ fault: { code: 'length-unreadable', at: 0 } });
  });
  it('is read again from what it is written as, in both units', () => {
    fc.assert(
      fc.property(fc.integer({ min: -2400, max: 4000 }), (sixteenths) => {
        const value = (sixteenths * 25.4) / 16;
        for (const unit of ['mm', 'in'] as const) {
          const r = parseLength(unit === 'in' ? `${formatInches16(value)} in` : formatLength(value, 'mm'), {
            minMm: -4000,
            maxMm: 7000,
            prefer: unit,
          });
          expect(r.ok && Math.abs(r.value.mm - value)).toBeLessThanOrEqual(unit === 'in' ? 1e-6 : 0.5);
        }
      }),
    );
  });
});
