import { gaining, losing, rewrite, type NamedMigration } from './records';

const TIRES = { table: 'job_sections', section: 'tire' } as const;
const ADDED = { newAxleRatio: null, rearSize: '', candidates: [], reliefs: [] };

export const tiresSideBySide: NamedMigration = {
  name: '002-tires-side-by-side',
  async up(k) {
    await rewrite(k, TIRES, gaining(ADDED));
  },
  async down(k) {
    await rewrite(k, TIRES, losing(ADDED));
  },
};
