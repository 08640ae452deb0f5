import { once } from '../units';
import { ROUNDED_MINOR } from './bounds';
import { withAll } from './closure';
import { isLiftSource, itemPriceMinor } from './plan-space';
import { itemAt, type SearchWorld } from './plan-sets';

type MinorOf = (set: readonly number[]) => number;
/** What a set comes to, and what buying something may save beside its price at most, minor units. */
interface SetMoney {
  readonly partsMinor: MinorOf;
  readonly totalMinor: MinorOf;
  readonly savedMinor: () => number;
}
export interface KitsMadeWhole {
  /** pieces of kits that cost less than all their pieces but one */
  readonly cheapPieces: () => ReadonlySet<number>;
  /** The set with the rest of a kit of which it has something, where it comes to less so; for each such kit and for several. */
  readonly of: (set: readonly number[]) => readonly (readonly number[])[];
}
/** Kits of which a plan has some pieces and would come to less with all: the kit costs less than the pieces, or a piece more saves a repair. */
export function kitsMadeWhole({ space, kits }: SearchWorld, money: SetMoney): KitsMadeWhole {
  const { partsMinor, totalMinor, savedMinor } = money;
  const wholeKits = once(() => {
    const placeOf = new Map(space.items.flatMap((t, i) => (t.kind === 'part' ? [[t.part.code, i]] : [])));
    return kits.flatMap(({ parts, priceMinor }) => {
      const pieces = parts.flatMap((x) => placeOf.get(x.part) ?? []);
      return pieces.length === parts.length && pieces.length > 1 ? [{ pieces, priceMinor }] : [];
    });
  });
  // sources of lift are chosen before
  const fits = (set: readonly number[], i: number) => !isLiftSource(itemAt(space, i)) && space.fits(set, i);
  const grown = (set: readonly number[]): readonly (readonly number[])[] =>
    wholeKits().flatMap(({ pieces }) => {
      if (!pieces.some((i) => set.includes(i))) return [];
      const more = withAll(set, pieces, fits);
      if (!more || more.length === set.length) return [];
      const mayLess = partsMinor(more) - partsMinor(set) < savedMinor() + ROUNDED_MINOR;
      return mayLess && totalMinor(more) < totalMinor(set) ? [more, ...grown(more)] : [];
    });
  return {
    cheapPieces: once(
      () =>
        new Set(
          wholeKits().flatMap(({ pieces, priceMinor }) => {
            const prices = pieces.map((i) => itemPriceMinor(itemAt(space, i)));
            const butOne = prices.reduce((sum, p) => sum + p, 0) - Math.min(...prices);
            return priceMinor < butOne ? pieces : [];
          }),
        ),
    ),
    // two kits are made whole in either order
    of: (set) => [...new Map(grown(set).map((more) => [more.join(), more])).values()],
  };
}
