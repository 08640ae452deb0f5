import { describe, expect, it } from '@jest/globals';
import { buy, type Kit } from '..';
import { partOf } from '../testing/demo-world';

const A = { ...partOf('TL-2810'), code: 'A', priceMinor: 100 };
const parts = [A, { ...A, code: 'B', priceMinor: 80 }, { ...A, code: 'C', priceMinor: 60 }];
const kit = (code: string, of: readonly string[], priceMinor: number): Kit => ({
  code,
  maker: '',
  name: '',
  parts: of.map((part) => ({ part, quantity: 1 })),
  priceMinor,
  supplier: '',
  claimLiftMm: { front: null, rear: null },
});
const bought = (kits: readonly Kit[]) => {
  const b = buy(parts, kits);
  return [b.priceMinor, ...b.kits.map((k) => k.code), ...b.parts.map((p) => p.code)];
};

describe('buying', () => {
  it('takes a kit where all of it is wanted and it is cheaper, the rest singly', () => {
    expect(bought([kit('AB', ['A', 'B'], 150)])).toEqual([210, 'AB', 'C']);
    expect(bought([kit('AB', ['A', 'B'], 190)])).toEqual([240, 'A', 'B', 'C']);
    expect(bought([kit('AD', ['A', 'D'], 50)])).toEqual([240, 'A', 'B', 'C']);
  });
  it('never buys a part twice: of kits that share one, the pair that is cheaper together', () => {
    expect(bought([kit('AB', ['A', 'B'], 150), kit('BC', ['B', 'C'], 90)])).toEqual([190, 'BC', 'A']);
    expect(bought([kit('ABC', ['A', 'B', 'C'], 180), kit('AB', ['A', 'B'], 150)])).toEqual([180, 'ABC']);
  });
});
