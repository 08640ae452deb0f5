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

/** Where a piece of work would not go. */
export interface Refused {
  readonly why: 'gone' | 'waits-for' | 'is-waited-for' | 'other-side-of-the-line';
  readonly by: string | null;
}
/** The list with one piece of work put before another (null: last), or why it cannot be: one that it would pass waits for it, or it
 *  for that one. Everything else keeps its order. `beyond`: ids on
 *  the other side of the ride-height line, where nothing of the list can go.
 *  @example moved([{ id: 'a', after: [], rank: [] }, { id: 'b', after: ['a'], rank: [] }], 'b', 'a') // {"why":"waits-for","by":"a"} */
export function moved<T extends Ordered>(
  list: readonly T[],
  id: string,
  before: string | null,
  beyond: readonly string[] = [],
): readonly T[] | Refused {
  const from = list.findIndex((x) => x.id === id);
  const item = list[from];
  const rest = list.filter((x) => x.id !== id);
  const to = before === null ? rest.length : rest.findIndex((x) => x.id === before);
  if (item && before !== null && beyond.includes(before)) return { why: 'other-side-of-the-line', by: null };
  if (!item || to < 0) return { why: 'gone', by: null };
  const passed = rest.slice(Math.min(from, to), Math.max(from, to));
  const stop = passed.find((x) => (to < from ? item.after.includes(x.id) : x.after.includes(id)));
  if (stop) return { why: to < from ? 'waits-for' : 'is-waited-for', by: stop.id };
  return [...rest.slice(0, to), item, ...rest.slice(to)];
}
