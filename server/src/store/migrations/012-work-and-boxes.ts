import { gaining, losing, rewrite, type NamedMigration } from './records';

const SECTIONS = {
  work: { ways: {}, moves: [], bay: null, startDay: null },
  boxes: { list: [] },
} as const;
const WORKSHOP = {
  workshop: {
    bays: [],
    fitters: [],
    racks: 0,
    openDays: [1, 2, 3, 4, 5],
    minutesPerDay: 480,
    opensAt: 480,
    tools: null,
    habits: {},
    seizedMinutes: null,
    followUps: { wheelNutsKm: 80, settledKm: 800, settledDays: 14, thenEveryKm: 8000 },
  },
};

/** A job has ways of doing its work and boxes on their way; the shop has bays, people, hours, tools and habits. */
export const workAndBoxes: NamedMigration = {
  name: '012-work-and-boxes',
  async up(k) {
    for (const [section, data] of Object.entries(SECTIONS))
      await k.raw(
        `insert into job_revisions (id, created_at, updated_at, job_id, section, version, made_from, author, why, data)
         select lower(hex(randomblob(16))), updated_at, updated_at, id, ?, 1, null, '', 'kept', ? from jobs`,
        [section, JSON.stringify(data)],
      );
    await rewrite(k, { table: 'settings' }, gaining(WORKSHOP));
  },
  async down(k) {
    await rewrite(k, { table: 'settings' }, losing(WORKSHOP));
    await k('job_revisions').whereIn('section', Object.keys(SECTIONS)).delete();
  },
};
