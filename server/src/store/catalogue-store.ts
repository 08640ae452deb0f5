import { CatalogueSchema, faultsOf, type Fault } from '@rigger/contracts';
import {
  changesBetween,
  ITEM_KINDS,
  itemsOf,
  type Catalogue,
  type CatalogueItem,
  type ItemKind,
} from '@rigger/core';
import type { Knex } from 'knex';
import { randomUUID } from 'node:crypto';

interface ImportRow {
  readonly id: string;
  readonly number: number;
  readonly origin: string;
  readonly author: string;
  readonly created_at: string;
}
interface RevisionRow {
  readonly kind: ItemKind;
  readonly code: string;
  readonly version: number;
  readonly data: string | null;
}
/** One reading-in of a catalogue: what it brought. `number` counts the states that the catalogue has had. */
export interface Imported {
  readonly number: number;
  readonly added: number;
  readonly changed: number;
  readonly removed: number;
}
export interface State {
  readonly number: number;
  readonly id: string;
}
export type ReadCatalogue =
  | { readonly ok: true; readonly catalogue: Catalogue }
  | { readonly ok: false; readonly faults: readonly Fault[] };

/** The catalogue in SQLite: a revision per item, and each import is a state that can be read again. */
export class CatalogueStore {
  constructor(private readonly db: Knex) {}

  /** The newest state, or null when the shop has no catalogue yet. Its id tells it from one of the same number that a restore took
   *  away. */
  async newest(): Promise<State | null> {
    const [row] = await this.db<ImportRow>('catalogue_imports').orderBy('number', 'desc').limit(1);
    return row ? { number: row.number, id: row.id } : null;
  }
  async state(number: number): Promise<State | null> {
    const row = await this.db<ImportRow>('catalogue_imports').where({ number }).first();
    return row ? { number, id: row.id } : null;
  }
  async imports(): Promise<readonly ImportRow[]> {
    return this.db<ImportRow>('catalogue_imports').orderBy('number', 'desc');
  }
  /** Puts a catalogue in the place of the newest state, in a transaction that is under way: only what differs is written. Checked
   *  before, by who calls. */
  async replaceIn(
    t: Knex.Transaction,
    catalogue: Catalogue,
    as: { readonly origin: string; readonly author: string },
  ): Promise<Imported> {
    const at = new Date().toISOString();
    const now = await last(t, null);
    const changes = changesBetween(now.map(itemOf), itemsOf(catalogue));
    const [row] =
      await t<ImportRow>('catalogue_imports').max<{ newest: number | null }[]>('number as newest');
    const newest = row?.newest ?? null;
    const counts = {
      added: changes.filter((c) => c.before === null).length,
      changed: changes.filter((c) => c.before !== null && c.after !== null).length,
      removed: changes.filter((c) => c.after === null).length,
    };
    if (changes.length === 0 && newest !== null) return { number: newest, ...counts };
    const number = (newest ?? 0) + 1;
    await t('catalogue_imports').insert({
      id: randomUUID(),
      created_at: at,
      updated_at: at,
      number,
      origin: as.origin,
      author: as.author,
    });
    const versions = new Map<string, number>();
    for (const r of await t<RevisionRow>('catalogue_revisions')
      .groupBy('kind', 'code')
      .select<Pick<RevisionRow, 'kind' | 'code' | 'version'>[]>(
        'kind',
        'code',
        t.raw('max(version) as version'),
      ))
      versions.set(`${r.kind} ${r.code}`, r.version);
    for (const c of changes)
      await t('catalogue_revisions').insert({
        id: randomUUID(),
        created_at: at,
        updated_at: at,
        import: number,
        kind: c.kind,
        code: c.code,
        version: (versions.get(`${c.kind} ${c.code}`) ?? 0) + 1,
        data: c.after === null ? null : JSON.stringify(c.after),
      });
    return { number, ...counts };
  }
  /** The catalogue as it was at a state, held to its contract. */
  async read(number: number): Promise<ReadCatalogue> {
    const items = (await last(this.db, number)).map(itemOf);
    const of = (kind: ItemKind) => items.filter((i) => i.kind === kind).map((i) => i.data);
    const read = CatalogueSchema.safeParse({
      ...Object.fromEntries(ITEM_KINDS.map((k) => [k, of(k)])),
      closing: of('closing')[0] ?? [],
    });
    return read.success ? { ok: true, catalogue: read.data } : { ok: false, faults: faultsOf(read.error) };
  }
}
/** Items that are sold at a state (the newest when null), by code. */
const last = (db: Knex, number: number | null) =>
  db.raw<RevisionRow[]>(
    `select kind, code, version, data from catalogue_revisions r
     where data is not null and version =
       (select max(version) from catalogue_revisions m where m.kind = r.kind and m.code = r.code and m.import <= ?)
     order by code`,
    [number ?? Number.MAX_SAFE_INTEGER],
  );
function itemOf(r: RevisionRow): CatalogueItem {
  let data: unknown = null;
  try {
    data = JSON.parse(r.data ?? 'null');
  } catch {
    // not even JSON: the contract says so where the catalogue is read
  }
  return { kind: r.kind, code: r.code, data };
}
