import type { NamedMigration } from './records';

const EMPTY = JSON.stringify({ entries: {} });
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
    await k('job_board').delete(); // said anew at the next start: the rows are computed from the jobs
    await k.schema.alterTable('job_board', (t) => {
      t.dropIndex(['archived', 'due', 'number']);
      t.dropIndex(['archived', 'stage', 'lacking']);
      t.index(['archived', 'due', 'number', 'words']);
      t.index(['archived', 'stage', 'lacking', 'words']);
    });
  },
  async down(k) {
    await k.schema.alterTable('job_board', (t) => {
      t.dropIndex(['archived', 'due', 'number', 'words']);
      t.dropIndex(['archived', 'stage', 'lacking', 'words']);
      t.index(['archived', 'due', 'number']);
      t.index(['archived', 'stage', 'lacking']);
    });
    await k('job_board').delete();
    await k('job_revisions').where({ section: 'unread' }).delete();
    await k.raw(
      `update job_revisions set data = json_remove(data, '$.phone') where section = 'head' and json_valid(data)`,
    );
  },
};
