import { gaining, losing, rewrite, type NamedMigration } from './records';

const ADDED = { shopAddress: '', quoteDays: null };

/** A shop has an address, and says how many days its quotes hold. */
export const addressAndDays: NamedMigration = {
  name: '014-address-and-days',
  async up(k) {
    await rewrite(k, { table: 'settings' }, gaining(ADDED));
  },
  async down(k) {
    await rewrite(k, { table: 'settings' }, losing(ADDED));
  },
};
