import type { Knex } from 'knex';
import type { NamedMigration } from './records';

const row = (t: Knex.CreateTableBuilder) => {
  t.string('id').primary();
  t.string('created_at').notNullable();
  t.string('updated_at').notNullable();
};
const LAST = `select * from job_revisions r where version =
  (select max(version) from job_revisions m where m.job_id = r.job_id and m.section = r.section)`;

/** Nothing is written over any more: sections of jobs and items of the catalogue are revisions, the last one counts. */
export const revisions: NamedMigration = {
  name: '005-revisions',
  async up(k) {
    await k.schema.createTable('job_revisions', (t) => {
      row(t);
      t.string('job_id').notNullable().references('jobs.id').onDelete('CASCADE');
      t.string('section').notNullable();
      t.integer('version').notNullable();
      t.integer('made_from');
      t.string('author').notNullable();
      t.string('why').notNullable();
      t.text('data').notNullable();
      t.unique(['job_id', 'section', 'version']);
    });
    await k.raw(`insert into job_revisions (id, created_at, updated_at, job_id, section, version, made_from, author, why, data)
      select id, updated_at, updated_at, job_id, section, version, null, '', 'kept', data from job_sections`);
    await k.schema.dropTable('job_sections');
    await k.schema.alterTable('jobs', (t) => {
      t.string('archived_at');
      t.integer('catalogue');
    });
    await k.schema.createTable('job_board', (t) => {
      row(t); // the id is the job's
      t.integer('number').notNullable();
      t.string('stage').notNullable();
      t.boolean('archived').notNullable();
      t.boolean('lacking').notNullable();
      t.string('state').notNullable();
      t.string('due').notNullable();
      t.text('words').notNullable();
      t.text('data').notNullable();
      t.index(['archived', 'due', 'number']);
      t.index(['archived', 'stage', 'due', 'number']);
      t.index(['archived', 'stage', 'lacking']);
    });
    await k.schema.createTable('catalogue_imports', (t) => {
      row(t);
      t.integer('number').notNullable().unique();
      t.string('origin').notNullable();
      t.string('author').notNullable();
    });
    await k.schema.createTable('catalogue_revisions', (t) => {
      row(t);
      t.integer('import').notNullable().references('catalogue_imports.number');
      t.string('kind').notNullable();
      t.string('code').notNullable();
      t.integer('version').notNullable();
      t.text('data'); // null: the item is no longer sold
      t.unique(['kind', 'code', 'version']);
      t.index(['import']);
    });
    const [first] = await k<{ created_at: string }>('catalogue_items').orderBy('created_at').limit(1);
    if (first) {
      // before this only the demo world could be in it
      await k('catalogue_imports').insert({
        id: 'import-1',
        created_at: first.created_at,
        updated_at: first.created_at,
        number: 1,
        origin: 'demo',
        author: '',
      });
      await k.raw(`insert into catalogue_revisions (id, created_at, updated_at, import, kind, code, version, data)
        select id, created_at, updated_at, 1, kind, code, version, data from catalogue_items`);
      await k('jobs').update({ catalogue: 1 });
    }
    await k.schema.dropTable('catalogue_items');
  },
  async down(k) {
    await k.schema.createTable('job_sections', (t) => {
      row(t);
      t.string('job_id').notNullable().references('jobs.id').onDelete('CASCADE');
      t.string('section').notNullable();
      t.integer('version').notNullable();
      t.text('data').notNullable();
      t.unique(['job_id', 'section']);
    });
    await k.raw(`insert into job_sections (id, created_at, updated_at, job_id, section, version, data)
      select id, created_at, updated_at, job_id, section, version, data from (${LAST})`);
    await k.schema.createTable('catalogue_items', (t) => {
      row(t);
      t.string('kind').notNullable();
      t.string('code').notNullable();
      t.integer('version').notNullable();
      t.text('data').notNullable();
      t.unique(['kind', 'code']);
    });
    await k.raw(`insert into catalogue_items (id, created_at, updated_at, kind, code, version, data)
      select id, created_at, updated_at, kind, code, version, data from catalogue_revisions r
      where data is not null and version =
        (select max(version) from catalogue_revisions m where m.kind = r.kind and m.code = r.code)`);
    for (const table of ['catalogue_revisions', 'catalogue_imports', 'job_board', 'job_revisions'])
      await k.schema.dropTable(table);
    // by SQLite itself: the builder makes the table anew, and dropping the old one takes the sections with it
    for (const column of ['archived_at', 'catalogue']) await k.raw(`alter table jobs drop column ${column}`);
  },
};
