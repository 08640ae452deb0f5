import { CatalogueSchema } from '@rigger/contracts';
import type { Catalogue } from '@rigger/core';
import type { Knex } from 'knex';
import { randomUUID } from 'node:crypto';

const KINDS = [
  'platforms',
  'parts',
  'kits',
  'tires',
  'wheels',
  'reliefs',
  'joints',
  'operations',
  'access',
] as const;
interface ItemRow {
  readonly kind: string;
  readonly code: string;
  readonly data: string;
}

/** The catalogue in SQLite, one row per item. */
export class CatalogueStore {
  constructor(private readonly db: Knex) {}

  async replace(catalogue: Catalogue): Promise<void> {
    const at = new Date().toISOString();
    const row = (kind: string, code: string, data: unknown) => ({
      id: randomUUID(),
      kind,
      code,
      version: 1,
      data: JSON.stringify(data),
      created_at: at,
      updated_at: at,
    });
    // an access state is told apart by axle and kinds as well: the same state is reached differently
    const rows = KINDS.flatMap((kind) =>
      catalogue[kind].map((item) =>
        row(kind, 'kinds' in item ? `${item.code}/${item.axle}/${item.kinds.join('+')}` : item.code, item),
      ),
    );
    await this.db.transaction(async (t) => {
      await t('catalogue_items').delete();
      for (const r of [...rows, row('closing', 'closing', catalogue.closing)])
        await t('catalogue_items').insert(r);
    });
  }

  async isEmpty(): Promise<boolean> {
    return (await this.db('catalogue_items').first('id')) === undefined;
  }

  async read(): Promise<Catalogue> {
    const rows = await this.db<ItemRow>('catalogue_items').select('kind', 'code', 'data').orderBy('code');
    const of = (kind: string): unknown[] =>
      rows.filter((r) => r.kind === kind).map((r) => JSON.parse(r.data) as unknown);
    return CatalogueSchema.parse({
      ...Object.fromEntries(KINDS.map((k) => [k, of(k)])),
      closing: of('closing')[0] ?? [],
    });
  }
}
