import fc from 'fast-check';
import { parseQuantity, QUANTITIES, type Quantity } from '..';

const read = (text: string, quantity: Quantity, min: number, max: number) => {
  const r = parseQuantity(text, quantity, min, max);
  return r.ok ? r.value : r.fault;
};

describe('what people write into a field', () => {
  it.each<[string, Quantity, number, number, number]>([
    ['180kg', 'mass', 0, 3000, 180],
    ['180 kgs', 'mass', 0, 3000, 180],
    ['0,5 t', 'mass', 0, 3000, 500],
    ['400 lb', 'mass', 0, 3000, 181.436948],
    ['12,5', 'mass', 0, 3000, 12.5],
    ['30%', 'share', 0, 100, 30],
    ['60 mph', 'speed', 20, 160, 96.56064],
    ['95 km/h', 'speed', 20, 160, 95],
    ['1 510', 'money', 0, 100_000, 1510],
    ["1'510.50", 'money', 0, 100_000, 1510.5],
    ['1,510.50', 'money', 0, 100_000, 1510.5],
    ['1,234,567', 'money', 0, 9_000_000, 1_234_567],
    ['6200 mk', 'money', 0, 100_000, 6200],
    ['8½', 'rim-width', 3, 16, 8.5],
    ['8 1/2 J', 'rim-width', 3, 16, 8.5],
    ['8.5J', 'rim-width', 3, 16, 8.5],
    ['ET30', 'wheel-offset', -120, 160, 30],
    ['et -12', 'wheel-offset', -120, 160, -12],
    ['−12 mm', 'wheel-offset', -120, 160, -12],
    ['LI 121', 'load-index', 60, 279, 121],
    ['21', 'year', 1980, 2030, 2021],
    ["'97", 'year', 1980, 2030, 1997],
    ['2 x', 'count', 1, 20, 2],
    [' 7 ', 'count', 1, 20, 7],
  ])('%s (%s) is read', (text, quantity, min, max, want) => {
    expect(read(text, quantity, min, max)).toBeCloseTo(want, 6);
  });
  it.each<[string, Quantity, number, number]>([
    ['180kg', 'speed', 0, 200],
    ['8.5J', 'mass', 0, 200],
    ['ET30', 'mass', 0, 200],
    ['12x', 'mass', 0, 200],
    ['1e9', 'mass', 0, 1e12],
    ['Infinity', 'mass', 0, 1e12],
    ['8½½', 'rim-width', 3, 16],
    ['1 51', 'money', 0, 9000],
    ['3/0', 'rim-width', 0, 9],
    ['kg', 'mass', 0, 200],
    ['--5', 'wheel-offset', -100, 100],
  ])('%s (%s) cannot be read, and is never a number', (text, quantity, min, max) => {
    expect(read(text, quantity, min, max)).toMatchObject({ code: 'number-unreadable', text });
  });
  it('where two readings are possible it asks, and only then', () => {
    expect(read('1,234', 'money', 0, 100_000)).toEqual({
      code: 'number-two-ways',
      text: '1,234',
      ways: [1.234, 1234],
    });
    expect(read('1,234', 'mass', 100, 3000)).toBe(1234);
    expect(read('1,234', 'share', 0, 100)).toBe(1.234);
    expect(read('30', 'year', 1920, 2040)).toMatchObject({ code: 'number-two-ways', ways: [1930, 2030] });
    expect(read('0,000', 'mass', 0, 10)).toBe(0);
  });
  it('beyond the limits, or not whole where it must be, it says which', () => {
    expect(read('3001', 'mass', 0, 3000)).toEqual({
      code: 'number-out-of-range',
      value: 3001,
      min: 0,
      max: 3000,
    });
    expect(read('8000 lb', 'mass', 0, 3000)).toMatchObject({ code: 'number-out-of-range' });
    expect(read('1.5', 'count', 1, 20)).toEqual({ code: 'number-not-whole', value: 1.5 });
    expect(read('99.5', 'count', 1, 20)).toMatchObject({ code: 'number-out-of-range' });
    expect(read('  ', 'count', 1, 20)).toEqual({ code: 'number-empty' });
  });
  it('the place that cannot be read is told in the text as it was typed', () => {
    expect(read(' 12x', 'mass', 0, 100)).toMatchObject({ at: 3 });
    expect(read('1 510z', 'money', 0, 100)).toMatchObject({ at: 5 });
  });
  it('a number with each of its marks and spaces is that number; nothing that is typed gives NaN or leaves the limits', () => {
    fc.assert(
      fc.property(fc.integer({ min: 0, max: 9_999_999 }), fc.constantFrom(' ', '\u00a0', "'"), (n, gap) => {
        const grouped = String(n).replace(/\B(?=(\d{3})+$)/g, gap);
        expect(read(`${grouped}kg`, 'mass', 0, 1e7)).toBe(n);
      }),
    );
    fc.assert(
      fc.property(fc.string({ maxLength: 10 }), fc.constantFrom(...QUANTITIES), (text, quantity) => {
        const r = parseQuantity(text, quantity, -100, 5000);
        if (r.ok) expect(r.value >= -100 && r.value <= 5000).toBe(true);
        else expect(r.fault.code).toMatch(/^number-/);
      }),
    );
  });
});
