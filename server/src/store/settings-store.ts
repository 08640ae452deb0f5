import { SettingsSchema, VersionedSettingsSchema, type VersionedSettings } from '@rigger/contracts';
import { NO_CHARGES, NO_WORKSHOP, type ShopSettings } from '@rigger/core';
import type { Knex } from 'knex';
import { writeTransaction } from './write-transaction';

const ID = 'shop';
interface SettingsRow {
  readonly id: string;
  readonly version: number;
  readonly data: string;
  readonly created_at: string;
  readonly updated_at: string;
}
/** A shop that has set nothing yet: no prices and no limits are made up for it. */
const UNSET: ShopSettings = {
  shopName: '',
  shopPlace: '',
  shopAddress: '',
  lengthUnit: 'mm',
  currency: '¤',
  labourMinorPerHour: 0,
  taxShare: 0,
  ...NO_CHARGES,
  hoursRange: null,
  workshop: NO_WORKSHOP,
  quoteDays: null,
  placeLimits: [],
};

/** What the shop sets for itself: one versioned record. */
export class SettingsStore {
  constructor(private readonly db: Knex) {}

  async read(): Promise<VersionedSettings> {
    const row = await this.db<SettingsRow>('settings').where({ id: ID }).first();
    if (row)
      return VersionedSettingsSchema.parse({
        id: row.id,
        version: row.version,
        createdAt: row.created_at,
        updatedAt: row.updated_at,
        data: JSON.parse(row.data) as unknown,
      });
    const [made] = await this.db<{ migration_time: number }>('knex_migrations').orderBy('id').limit(1);
    const at = new Date(made?.migration_time ?? 0).toISOString();
    return { id: ID, version: 1, createdAt: at, updatedAt: at, data: SettingsSchema.parse(UNSET) };
  }
  /** True for a shop that never set anything. */
  async isUntouched(): Promise<boolean> {
    return (await this.db<SettingsRow>('settings').where({ id: ID }).first()) === undefined;
  }
  async putIn(t: Knex.Transaction, data: ShopSettings): Promise<void> {
    const at = new Date().toISOString();
    await t('settings')
      .insert({ id: ID, version: 1, data: JSON.stringify(data), created_at: at, updated_at: at })
      .onConflict('id')
      .merge();
  }
  /** True when `version` was still the last one and the settings are saved. */
  async save(version: number, data: ShopSettings): Promise<boolean> {
    return writeTransaction(this.db, async (t) => {
      const at = new Date().toISOString();
      const row = { data: JSON.stringify(data), version: version + 1, updated_at: at };
      if ((await t('settings').where({ id: ID, version }).update(row)) === 1) return true;
      const known = await t<SettingsRow>('settings').where({ id: ID }).first('id');
      if (known || version !== 1) return false;
      await t('settings').insert({ id: ID, created_at: at, ...row });
      return true;
    });
  }
}
