import { gaining, list, losing, rewrite, type NamedMigration } from './records';

const BUILD = { table: 'job_revisions', section: 'build' } as const;
const VEHICLE = { table: 'job_revisions', section: 'vehicle' } as const;
const CHANGE = { comesOff: false };

/** What is on a vehicle may come off in the build, and what is advised is accepted or declined. */
export const whatComesOff: NamedMigration = {
  name: '009-what-comes-off',
  async up(k) {
    await rewrite(k, BUILD, (d) => ({ decisions: {}, ...d }));
    await rewrite(k, VEHICLE, (d) => ({ ...d, changes: list(d.changes).map(gaining(CHANGE)) }));
  },
  async down(k) {
    await rewrite(k, BUILD, ({ decisions: _, ...d }) => d);
    await rewrite(k, VEHICLE, (d) => ({ ...d, changes: list(d.changes).map(losing(CHANGE)) }));
  },
};
