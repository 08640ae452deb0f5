/** Numbers that say how good something is, less is better, all of one length. */
export type Counts = readonly number[];
/** smaller differences are none: rounding must not keep a plan alive */
export const SAME = 1e-6;

/** No worse in anything and better in something.
 *  @example dominates([1, 2], [1, 3]) // true
 *  @example dominates([1, 3], [2, 2]) // false */
export function dominates(a: Counts, b: Counts): boolean {
  let better = false;
  for (let i = 0; i < a.length; i++) {
    const d = (a[i] ?? 0) - (b[i] ?? 0);
    if (d > SAME) return false;
    if (d < -SAME) better = true;
  }
  return better;
}
/** The first number is what cannot stay: less of it is better whatever the others say. Then as `dominates`.
 *  @example betters([0, 9], [1, 1]) // true
 *  @example betters([1, 1], [0, 9]) // false */
export function betters(a: Counts, b: Counts): boolean {
  const d = (a[0] ?? 0) - (b[0] ?? 0);
  return Math.abs(d) > SAME ? d < 0 : dominates(a, b);
}
const equal = (a: Counts, b: Counts) => a.every((x, i) => Math.abs(x - (b[i] ?? 0)) <= SAME);

export interface Front<T> {
  readonly kept: () => readonly T[];
  /** true where it is kept; whatever it betters goes */
  readonly offer: (item: T) => boolean;
  /** whether anything with at least these counts is bettered, or matched, by what is kept */
  readonly beats: (counts: Counts) => boolean;
}
/** What nothing betters. Of equals the first by name stays, so that the order of offering means nothing. */
export function front<T>(countsOf: (item: T) => Counts, nameOf: (item: T) => string): Front<T> {
  let kept: readonly { readonly item: T; readonly counts: Counts; readonly name: string }[] = [];
  return {
    kept: () => kept.map((k) => k.item),
    offer: (item) => {
      const counts = countsOf(item);
      const name = nameOf(item);
      if (kept.some((k) => betters(k.counts, counts) || (equal(k.counts, counts) && k.name <= name)))
        return false;
      kept = [
        ...kept.filter((k) => !betters(counts, k.counts) && !equal(counts, k.counts)),
        { item, counts, name },
      ];
      return true;
    },
    beats: (counts) => kept.some((k) => betters(k.counts, counts)),
  };
}
