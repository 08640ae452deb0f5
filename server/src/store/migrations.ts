import { ADDED_TO_SETTINGS, ADDED_TO_TIRE, toVersion3 } from '@rigger/contracts';
import type { Knex } from 'knex';

export interface NamedMigration extends Knex.Migration {
  readonly name: string;
}

type Stored = Readonly<Record<string, unknown>>;
/** Changes the stored record of every row that a table (or one section of the jobs) has. */
async function rewrite(
  k: Knex,
  rows: { readonly table: 'job_sections' | 'settings'; readonly section?: string },
  change: (data: Stored) => Stored,
): Promise<void> {
  const { table, ...where } = rows;
  for (const r of await k<{ id: string; data: string }>(table).where(where).select('id', 'data'))
    await k(table)
      .where({ id: r.id })
      .update({ data: JSON.stringify(change(JSON.parse(r.data) as Stored)) });
}
const TIRES = { table: 'job_sections', section: 'tire' } as const;
const SETTINGS = { table: 'settings' } as const;
const gaining = (added: object) => (data: Stored) => ({ ...added, ...data });
const losing = (added: object) => (data: Stored) =>
  Object.fromEntries(Object.entries(data).filter(([key]) => !(key in added)));

/** In order; a landed one is never edited, a change is a new one. */
export const MIGRATIONS: readonly NamedMigration[] = [
  {
    name: '001-jobs-catalogue-settings',
    async up(k) {
      const row = (t: Knex.CreateTableBuilder) => {
        t.string('id').primary();
        t.string('created_at').notNullable();
        t.string('updated_at').notNullable();
      };
      await k.schema.createTable('jobs', (t) => {
        row(t);
        t.integer('number').notNullable().unique();
      });
      await k.schema.createTable('job_sections', (t) => {
        row(t);
        t.string('job_id').notNullable().references('jobs.id').onDelete('CASCADE');
        t.string('section').notNullable();
        t.integer('version').notNullable();
        t.text('data').notNullable();
        t.unique(['job_id', 'section']);
      });
      await k.schema.createTable('catalogue_items', (t) => {
        row(t);
        t.string('kind').notNullable();
        t.string('code').notNullable();
        t.integer('version').notNullable();
        t.text('data').notNullable();
        t.unique(['kind', 'code']);
      });
      await k.schema.createTable('settings', (t) => {
        row(t);
        t.integer('version').notNullable();
        t.text('data').notNullable();
      });
    },
    async down(k) {
      for (const table of ['settings', 'catalogue_items', 'job_sections', 'jobs'])
        await k.schema.dropTable(table);
    },
  },
  {
    name: '002-tires-side-by-side',
    async up(k) {
      await rewrite(k, TIRES, gaining(ADDED_TO_TIRE));
      // the catalogue gained obstacles and gears; the seed puts the new one in its place
      await k('catalogue_items').delete();
    },
    async down(k) {
      await rewrite(k, TIRES, losing(ADDED_TO_TIRE));
    },
  },
  {
    name: '003-name-of-the-shop',
    async up(k) {
      await rewrite(k, SETTINGS, gaining(ADDED_TO_SETTINGS));
      // dampers of the catalogue gained lengths, platforms their coil-overs; the seed puts the new one in its place
      await k('catalogue_items').delete();
    },
    async down(k) {
      await rewrite(k, SETTINGS, losing(ADDED_TO_SETTINGS));
    },
  },
  {
    name: '004-wheels-by-axle',
    async up(k) {
      for (const [section, change] of Object.entries(toVersion3))
        await rewrite(k, { table: 'job_sections', section }, change);
      await rewrite(k, SETTINGS, ({ localTotalLiftMm, localTireLiftMm, localTrackIncreaseMm, ...rest }) => ({
        ...rest,
        placeLimits: [
          ...limit('total-lift', localTotalLiftMm),
          ...limit('tire-lift', localTireLiftMm),
          ...limit('track-increase', localTrackIncreaseMm),
          ...limit('wheel-spacer', 0),
        ],
      }));
      // joints, families and work of the catalogue have another shape; the seed puts the new one in its place
      await k('catalogue_items').delete();
    },
    async down(k) {
      await rewrite(k, { table: 'job_sections', section: 'tape' }, losing({ readFrom: '' }));
      await rewrite(k, TIRES, ({ rear, currentRear: _today, ...rest }) => ({
        ...rest,
        rearSize: (rear as { size?: string } | null)?.size ?? '',
      }));
      await rewrite(k, { table: 'job_sections', section: 'vehicle' }, (d) => ({
        ...d,
        changes: (d.changes as Stored[]).map(losing({ axle: null, liftMm: null })),
      }));
      await rewrite(k, SETTINGS, ({ placeLimits, ...rest }) => {
        const of = (what: string) =>
          (placeLimits as { what: string; limitMm: number }[]).find((l) => l.what === what)?.limitMm ?? 0;
        return {
          ...rest,
          localTotalLiftMm: of('total-lift'),
          localTireLiftMm: of('tire-lift'),
          localTrackIncreaseMm: of('track-increase'),
        };
      });
    },
  },
];
const limit = (what: string, limitMm: unknown) =>
  typeof limitMm === 'number' ? [{ what, limitMm, verdict: 'ask', whose: 'set by the shop' }] : [];
