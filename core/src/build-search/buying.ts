import type { Kit, Part } from '../catalogue';

export interface Bought {
  readonly kits: readonly Kit[];
  readonly parts: readonly Part[];
  readonly priceMinor: number;
}
/** The cheapest way to buy these parts: kits whose every piece is among them and whose pieces are not in another, the rest singly.
 *  All ways are tried; a workshop's list holds a handful of kits. */
export function buy(parts: readonly Part[], kits: readonly Kit[]): Bought {
  const codes = new Set(parts.map((p) => p.code));
  const usable = kits.filter((k) => k.parts.every((x) => codes.has(x.part) && x.quantity === 1));
  const price = (of: readonly Part[]) => of.reduce((sum, p) => sum + p.priceMinor, 0);
  const without = (of: readonly Part[], kit: Kit) =>
    of.filter((p) => !kit.parts.some((x) => x.part === p.code));
  const from = (at: number, left: readonly Part[]): Bought => {
    const kit = usable[at];
    if (!kit) return { kits: [], parts: left, priceMinor: price(left) };
    const skip = from(at + 1, left);
    const rest = without(left, kit);
    if (rest.length !== left.length - kit.parts.length) return skip;
    const taken = from(at + 1, rest);
    const priceMinor = taken.priceMinor + kit.priceMinor;
    return priceMinor < skip.priceMinor
      ? { kits: [kit, ...taken.kits], parts: taken.parts, priceMinor }
      : skip;
  };
  return from(0, parts);
}
