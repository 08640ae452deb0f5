import { dequal } from 'dequal';

/** One field that two people changed in different ways. */
export interface FieldConflict {
  readonly path: readonly string[];
  readonly mine: unknown;
  readonly theirs: unknown;
}
export interface Merge<T> {
  /** both changes together; at a conflict it holds mine */
  readonly mine: T;
  /** the same, holding theirs at a conflict */
  readonly theirs: T;
  readonly conflicts: readonly FieldConflict[];
}
const isRecord = (v: unknown): v is Readonly<Record<string, unknown>> =>
  typeof v === 'object' && v !== null && !Array.isArray(v);
interface Row {
  readonly id: string;
}
const isRows = (v: unknown): v is readonly Row[] =>
  Array.isArray(v) && v.every((r) => isRecord(r) && typeof r.id === 'string');
/** Whether two pieces of data say the same. */
export const same = (a: unknown, b: unknown): boolean => dequal(a, b);

/** Three-way merge of a section: what only one side changed is taken from that side, field by field; lists of rows
 *  with an id are merged row by row. What both changed differently is a conflict, and nothing of it is dropped.
 *  Algorithm: equal → that; mine = base → theirs; theirs = base → mine; records and lists → inside; else conflict. */
export function mergeSection<T>(base: T, mine: T, theirs: T): Merge<T> {
  const conflicts: FieldConflict[] = [];
  const walk = (
    b: unknown,
    m: unknown,
    t: unknown,
    path: readonly string[],
  ): { mine: unknown; theirs: unknown } => {
    if (same(m, t) || same(t, b)) return { mine: m, theirs: m };
    if (same(m, b)) return { mine: t, theirs: t };
    if (isRecord(m) && isRecord(t)) {
      const from = isRecord(b) ? b : {};
      return fold([...new Set([...Object.keys(m), ...Object.keys(t)])], (k) =>
        walk(from[k], m[k], t[k], [...path, k]),
      );
    }
    if (isRows(m) && isRows(t)) {
      const of = (rows: unknown, id: string) => (isRows(rows) ? rows.find((r) => r.id === id) : undefined);
      const ids = [...new Set([...t.map((r) => r.id), ...m.map((r) => r.id)])];
      const rows = ids.map((id) => walk(of(b, id), of(m, id), of(t, id), [...path, id]));
      return {
        mine: rows.map((r) => r.mine).filter((r) => r !== undefined),
        theirs: rows.map((r) => r.theirs).filter((r) => r !== undefined),
      };
    }
    conflicts.push({ path, mine: m, theirs: t });
    return { mine: m, theirs: t };
  };
  const { mine: kept, theirs: taken } = walk(base, mine, theirs, []);
  return { mine: kept as T, theirs: taken as T, conflicts };
}

function fold(keys: readonly string[], walk: (key: string) => { mine: unknown; theirs: unknown }) {
  const mine: Record<string, unknown> = {};
  const theirs: Record<string, unknown> = {};
  for (const key of keys) {
    const r = walk(key);
    if (r.mine !== undefined) mine[key] = r.mine;
    if (r.theirs !== undefined) theirs[key] = r.theirs;
  }
  return { mine, theirs };
}
