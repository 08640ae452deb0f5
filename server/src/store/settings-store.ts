import { VersionedSettingsSchema, type VersionedSettings } from '@rigger/contracts';
import type { ShopSettings } from '@rigger/core';
import type { Knex } from 'knex';

const ID = 'shop';
interface SettingsRow {
  readonly id: string;
  readonly version: number;
  readonly data: string;
  readonly created_at: string;
  readonly updated_at: string;
}

/** What the shop sets for itself: one versioned record. */
export class SettingsStore {
  constructor(private readonly db: Knex) {}

  async read(): Promise<VersionedSettings | null> {
    const row = await this.db<SettingsRow>('settings').where({ id: ID }).first();
    if (!row) return null;
    return VersionedSettingsSchema.parse({
      id: row.id,
      version: row.version,
      createdAt: row.created_at,
      updatedAt: row.updated_at,
      data: JSON.parse(row.data) as unknown,
    });
  }
  async put(data: ShopSettings): Promise<void> {
    const at = new Date().toISOString();
    await this.db('settings')
      .insert({ id: ID, version: 1, data: JSON.stringify(data), created_at: at, updated_at: at })
      .onConflict('id')
      .merge();
  }
  /** True when `version` was still the stored one and the settings are saved. */
  async save(version: number, data: ShopSettings): Promise<boolean> {
    const changed = await this.db('settings')
      .where({ id: ID, version })
      .update({ data: JSON.stringify(data), version: version + 1, updated_at: new Date().toISOString() });
    return changed === 1;
  }
}
