import type { Kit, Part } from '../catalogue';
import { memoized } from '../units';

/** sums are rounded line by line, minor units */
export const ROUNDED_MINOR = 10;

/** Bounds of the search: each says what no plan falls under that has these things and any others. */

/** Bounds the price of the parts, minor units without tax: these parts, whatever is added. A kit counts as soon as it holds one of them, for
 *  what is added may complete it; kits may even share a piece here.
 *  @example leastBuyMinor([{ code: 'A', priceMinor: 900 }], [{ priceMinor: 700, parts: [{ part: 'A', quantity: 1 }, { part: 'B', quantity: 1 }] }]) // 700 */
export function leastBuyMinor(
  parts: readonly Pick<Part, 'code' | 'priceMinor'>[],
  kits: readonly Pick<Kit, 'parts' | 'priceMinor'>[],
): number {
  const byCode = new Map(parts.map((p) => [p.code, p]));
  const known = new Map<string, number>();
  const least = (left: readonly string[]): number => {
    const [first, ...rest] = left;
    if (first === undefined) return 0;
    return memoized(known, left.join(' '), () =>
      Math.min(
        (byCode.get(first)?.priceMinor ?? 0) + least(rest),
        ...kits
          .filter((k) => k.parts.some((x) => x.part === first))
          .map((k) => k.priceMinor + least(rest.filter((code) => !k.parts.some((x) => x.part === code)))),
      ),
    );
  };
  return least([...byCode.keys()]);
}
