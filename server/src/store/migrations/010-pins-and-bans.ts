import { rewrite, type NamedMigration } from './records';

const BUILD = { table: 'job_revisions', section: 'build' } as const;

/** What the advisor holds fast or rules out while plans are searched. */
export const pinsAndBans: NamedMigration = {
  name: '010-pins-and-bans',
  async up(k) {
    await rewrite(k, BUILD, (d) => ({ locks: {}, ...d }));
  },
  async down(k) {
    await rewrite(k, BUILD, ({ locks: _, ...d }) => d);
  },
};
