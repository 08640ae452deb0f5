import { gaining, list, losing, rewrite, type NamedMigration } from './records';

const BUILD = { table: 'job_revisions', section: 'build' } as const;
const ITEM = { takenOver: '' };

/** A plan holds lines that are no part of the catalogue, and why a part made for a neighbour was taken; the board knows on which
 *  platform something came of a job. */
export const linesOfOnesOwn: NamedMigration = {
  name: '008-lines-of-ones-own',
  async up(k) {
    await rewrite(k, BUILD, (d) => ({ free: [], ...d, items: list(d.items).map(gaining(ITEM)) }));
    await k('job_board').delete(); // computed from the jobs at the next start
    await k.schema.alterTable('job_board', (t) => {
      t.string('platform');
      t.boolean('came').notNullable().defaultTo(false);
      t.index(['platform', 'came']);
    });
  },
  async down(k) {
    await rewrite(k, BUILD, ({ free: _, ...d }) => ({ ...d, items: list(d.items).map(losing(ITEM)) }));
    await k('job_board').delete();
    await k.schema.alterTable('job_board', (t) => {
      t.dropIndex(['platform', 'came']);
      t.dropColumns('platform', 'came');
    });
  },
};
