import type { Knex } from 'knex';

export interface NamedMigration extends Knex.Migration {
  readonly name: string;
}
/** A stored record as it lies there, whatever version wrote it. */
export type Stored = Readonly<Record<string, unknown>>;

/** Changes the stored record of every row that a table (or one section of the jobs) has; what cannot be read stays as it lies. */
export async function rewrite(
  k: Knex,
  rows: { readonly table: 'job_sections' | 'job_revisions' | 'settings'; readonly section?: string },
  change: (data: Stored) => Stored,
): Promise<void> {
  const { table, ...where } = rows;
  for (const r of await k<{ id: string; data: string }>(table).where(where).select('id', 'data')) {
    const data = readable(r.data);
    if (data)
      await k(table)
        .where({ id: r.id })
        .update({ data: JSON.stringify(change(data)) });
  }
}
function readable(text: string): Stored | null {
  try {
    const data: unknown = JSON.parse(text);
    return typeof data === 'object' && data !== null && !Array.isArray(data) ? (data as Stored) : null;
  } catch {
    return null;
  }
}
export const gaining = (added: object) => (data: Stored) => ({ ...added, ...data });
export const losing = (added: object) => (data: Stored) =>
  Object.fromEntries(Object.entries(data).filter(([key]) => !(key in added)));
export const list = (x: unknown): Stored[] => (Array.isArray(x) ? (x as Stored[]) : []);
