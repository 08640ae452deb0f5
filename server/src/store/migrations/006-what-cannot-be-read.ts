import type { Knex } from 'knex';
import type { NamedMigration } from './records';

const EMPTY = JSON.stringify({ entries: {} });
/** The board made anew, empty: its rows are computed from the jobs at the next start. Files of the first day of 005 have one of another
 *  shape. */
async function board(k: Knex, indexes: readonly string[][]): Promise<void> {
  await k.schema.dropTable('job_board');
  await k.schema.createTable('job_board', (t) => {
    t.string('id').primary(); // the job's
    t.string('created_at').notNullable();
    t.string('updated_at').notNullable();
    t.integer('number').notNullable();
    t.string('stage').notNullable();
    t.boolean('archived').notNullable();
    t.boolean('lacking').notNullable();
    t.string('state').notNullable();
    t.string('due').notNullable();
    t.text('words').notNullable();
    t.text('data').notNullable();
    for (const columns of indexes) t.index(columns);
  });
}
/** Texts that cannot be read are a section of the job, so that everybody sees them; and finding words on the board reads one index. */
export const whatCannotBeRead: NamedMigration = {
  name: '006-what-cannot-be-read',
  async up(k) {
    await k.raw(
      `insert into job_revisions (id, created_at, updated_at, job_id, section, version, made_from, author, why, data)
       select lower(hex(randomblob(16))), updated_at, updated_at, id, 'unread', 1, null, '', 'kept', ? from jobs`,
      [EMPTY],
    );
    // a number to call; of each revision of a head, as any of them can be brought back
    await k.raw(
      `update job_revisions set data = json_set(data, '$.phone', '') where section = 'head' and json_valid(data)
       and json_type(data) = 'object' and json_type(data, '$.phone') is null`,
    );
    await board(k, [
      ['archived', 'due', 'number', 'words'],
      ['archived', 'stage', 'due', 'number'],
      ['archived', 'stage', 'lacking', 'words'],
    ]);
    // in files of the first day of 005, and written by nobody since
    if (await k.schema.hasColumn('catalogue_imports', 'hash'))
      await k.raw('alter table catalogue_imports drop column hash');
  },
  async down(k) {
    await board(k, [
      ['archived', 'due', 'number'],
      ['archived', 'stage', 'due', 'number'],
      ['archived', 'stage', 'lacking'],
    ]);
    await k('job_revisions').where({ section: 'unread' }).delete();
    await k.raw(
      `update job_revisions set data = json_remove(data, '$.phone') where section = 'head' and json_valid(data)`,
    );
  },
};
