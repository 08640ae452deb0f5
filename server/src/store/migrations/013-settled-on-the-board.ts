import type { NamedMigration } from './records';

/** The board says which vehicles were not taped settled: every row of it is said again when the server starts. */
export const settledOnTheBoard: NamedMigration = {
  name: '013-settled-on-the-board',
  async up(k) {
    await k('job_board').update({ state: '' });
  },
  async down(k) {
    await k('job_board').update({ state: '' });
  },
};
