import { gaining, losing, rewrite, type NamedMigration } from './records';

const ADDED = { shopName: '', shopPlace: '' };

export const nameOfTheShop: NamedMigration = {
  name: '003-name-of-the-shop',
  async up(k) {
    await rewrite(k, { table: 'settings' }, gaining(ADDED));
  },
  async down(k) {
    await rewrite(k, { table: 'settings' }, losing(ADDED));
  },
};
