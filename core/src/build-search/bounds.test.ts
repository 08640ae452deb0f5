import fc from 'fast-check';
import { buy, leastBuyMinor, type Kit, type Part } from '..';
import { partOf } from '../testing/demo-world';

const part = (n: number, priceMinor: number): Part => ({
  ...partOf('TL-2810'),
  code: `P${n}`,
  priceMinor,
});
const kit = (n: number, of: readonly number[], priceMinor: number): Kit => ({
  code: `K${n}`,
  maker: 'Ironwold',
  supplier: 'Ironwold, Skerrow yard',
  name: `Kit ${n}`,
  parts: of.map((i) => ({ part: `P${i}`, quantity: 1 })),
  priceMinor,
  claimLiftMm: { front: null, rear: null },
});
describe('the least that parts can cost', () => {
  it('counts a kit that a part still to come completes', () => {
    const parts = [part(1, 1000), part(2, 1000)];
    const whole = [kit(1, [1, 2, 3], 1500)];
    expect(buy(parts, whole).priceMinor).toBe(2000);
    expect(leastBuyMinor(parts, whole)).toBe(1500);
    expect(buy([...parts, part(3, 200)], whole).priceMinor).toBe(1500);
  });
  it('is never more than what these and any others cost', () => {
    const price = fc.integer({ min: 0, max: 5000 });
    fc.assert(
      fc.property(
        fc.array(price, { minLength: 1, maxLength: 7 }),
        fc.array(fc.tuple(fc.uniqueArray(fc.nat(6), { minLength: 1, maxLength: 4 }), price), {
          maxLength: 4,
        }),
        fc.uniqueArray(fc.nat(6)),
        (prices, boxes, picked) => {
          const all = prices.map((p, i) => part(i, p));
          const kits = boxes.map(([of, p], i) => kit(i, of, p));
          const set = all.filter((_, i) => picked.includes(i));
          expect(leastBuyMinor(set, kits)).toBeLessThanOrEqual(buy(all, kits).priceMinor);
        },
      ),
      { seed: 1, numRuns: 2000 },
    );
  });
});
