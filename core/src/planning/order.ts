/** A piece of work that waits for others. `rank` decides among those that could come next: smallest first. */
export interface Ordered {
  readonly id: string;
  readonly after: readonly string[];
  readonly rank: readonly number[];
}
const less = (a: readonly number[], b: readonly number[]): number => {
  for (let i = 0; i < Math.max(a.length, b.length); i++) {
    const d = (a[i] ?? 0) - (b[i] ?? 0);
    if (d !== 0) return d;
  }
  return 0;
};
export interface Order<T> {
  readonly list: readonly T[];
  /** what waits for itself, through whatever chain: it cannot be done at all */
  readonly stuck: readonly T[];
}
/** A list in which nothing comes before what it waits for. Of what is free, the smallest rank comes next, so the same set
 *  gives the same order however it was written down. Names that are not in the set are no reason to wait.
 *  @example inOrderOf([{ id: 'b', after: ['a'], rank: [0] }, { id: 'a', after: [], rank: [1] }]).list.map((x) => x.id) // ["a","b"] */
export function inOrderOf<T extends Ordered>(items: readonly T[]): Order<T> {
  const left = new Map(items.map((i) => [i.id, i]));
  const list: T[] = [];
  while (left.size > 0) {
    const free = [...left.values()].filter((i) => i.after.every((a) => a === i.id || !left.has(a)));
    const [next] = free.sort((a, b) => less(a.rank, b.rank) || (a.id < b.id ? -1 : 1));
    if (!next) break;
    left.delete(next.id);
    list.push(next);
  }
  return { list, stuck: [...left.values()] };
}
