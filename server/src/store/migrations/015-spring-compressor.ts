import { losing, rewrite, type NamedMigration, type Stored } from './records';

const workshopOf = (data: Stored): Stored | null =>
  typeof data.workshop === 'object' && data.workshop !== null ? (data.workshop as Stored) : null;

/** A shop says what its spring compressor holds. */
export const springCompressor: NamedMigration = {
  name: '015-spring-compressor',
  async up(k) {
    await rewrite(k, { table: 'settings' }, (data) => {
      const workshop = workshopOf(data);
      return workshop
        ? { ...data, workshop: { springCompressor: { mostKg: null, longestMm: null }, ...workshop } }
        : data;
    });
  },
  async down(k) {
    await rewrite(k, { table: 'settings' }, (data) => {
      const workshop = workshopOf(data);
      return workshop ? { ...data, workshop: losing({ springCompressor: null })(workshop) } : data;
    });
  },
};
