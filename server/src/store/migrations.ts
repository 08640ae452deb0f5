import { ADDED_TO_SETTINGS, ADDED_TO_TIRE } from '@rigger/contracts';
import type { Knex } from 'knex';

export interface NamedMigration extends Knex.Migration {
  readonly name: string;
}

const tireRows = (k: Knex) =>
  k<{ id: string; section: string; data: string }>('job_sections')
    .where('section', 'tire')
    .select('id', 'data');

const settingsRows = (k: Knex) => k<{ id: string; data: string }>('settings').select('id', 'data');
const recordOf = (data: string) => JSON.parse(data) as Readonly<Record<string, unknown>>;
const without = (added: object, data: string) =>
  Object.fromEntries(Object.entries(recordOf(data)).filter(([key]) => !(key in added)));

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
      for (const r of await tireRows(k))
        await k('job_sections')
          .where({ id: r.id })
          .update({ data: JSON.stringify({ ...ADDED_TO_TIRE, ...recordOf(r.data) }) });
      // the catalogue gained obstacles and gears; the seed puts the new one in its place
      await k('catalogue_items').delete();
    },
    async down(k) {
      for (const r of await tireRows(k))
        await k('job_sections')
          .where({ id: r.id })
          .update({ data: JSON.stringify(without(ADDED_TO_TIRE, r.data)) });
    },
  },
  {
    name: '003-name-of-the-shop',
    async up(k) {
      for (const r of await settingsRows(k))
        await k('settings')
          .where({ id: r.id })
          .update({ data: JSON.stringify({ ...ADDED_TO_SETTINGS, ...recordOf(r.data) }) });
      // dampers of the catalogue gained lengths, platforms their coil-overs; the seed puts the new one in its place
      await k('catalogue_items').delete();
    },
    async down(k) {
      for (const r of await settingsRows(k))
        await k('settings')
          .where({ id: r.id })
          .update({ data: JSON.stringify(without(ADDED_TO_SETTINGS, r.data)) });
    },
  },
];
