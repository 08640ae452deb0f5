import type { Knex } from 'knex';
import type { NamedMigration } from './records';

export const first: NamedMigration = {
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
};
