import { gaining, losing, rewrite, type NamedMigration } from './records';

const QUOTE = { alternatives: [], freightMinor: null, validUntil: null, notIncluded: '', words: '' };
const HOURS = { hoursRange: null };

/** A job has a quote that is written, and keeps each one that was given; the shop says how far hours may turn out. */
export const quotes: NamedMigration = {
  name: '011-quotes',
  async up(k) {
    await k.raw(
      `insert into job_revisions (id, created_at, updated_at, job_id, section, version, made_from, author, why, data)
       select lower(hex(randomblob(16))), updated_at, updated_at, id, 'quote', 1, null, '', 'kept', ? from jobs`,
      [JSON.stringify(QUOTE)],
    );
    await rewrite(k, { table: 'settings' }, gaining(HOURS));
    await k.schema.createTable('quotes', (t) => {
      t.string('id').primary();
      t.string('created_at').notNullable();
      t.string('updated_at').notNullable();
      t.string('job_id').notNullable().references('jobs.id').onDelete('CASCADE');
      t.integer('revision').notNullable();
      t.string('author').notNullable();
      t.text('paper').notNullable();
      t.unique(['job_id', 'revision']);
    });
  },
  async down(k) {
    await k.schema.dropTable('quotes');
    await rewrite(k, { table: 'settings' }, losing(HOURS));
    await k('job_revisions').where({ section: 'quote' }).delete();
  },
};
