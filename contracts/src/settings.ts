import { CHARGES, LIMITED, SKILLS, type Charge, type ShopSettings } from '@rigger/core';
import * as z from 'zod';
import { id, line, named, versioned, ways } from './fields';

const share = z.number().min(0).max(1);
const sum = z.int().min(0).max(10_000_000);
/** what the shop takes for each charge, by how it comes */
const rates = Object.fromEntries(
  CHARGES.map((c) => [c.setting, c.comes === 'share-of-labour' ? share : sum]),
) as Readonly<Record<Charge['setting'], typeof share | typeof sum>>;

export const SettingsSchema = z
  .strictObject({
    shopName: z.string().max(80),
    shopPlace: z.string().max(80),
    shopAddress: z.string().max(200),
    lengthUnit: z.enum(['mm', 'in']),
    currency: z.string().min(1).max(8),
    labourMinorPerHour: z.int().min(0).max(1_000_000),
    taxShare: share,
    ...rates,
    hoursRange: z
      .strictObject({ underShare: z.number().min(0).max(0.9), overShare: z.number().min(0).max(3) })
      .nullable(),
    workshop: z.strictObject({
      bays: z.array(z.strictObject({ id, name: named })).max(12),
      fitters: z.array(z.strictObject({ id, name: named, skills: z.array(z.enum(SKILLS)) })).max(40),
      racks: z.int().min(0).max(6),
      openDays: z.array(z.int().min(1).max(7)).min(1).max(7),
      minutesPerDay: z
        .int()
        .min(60)
        .max(24 * 60),
      opensAt: z
        .int()
        .min(0)
        .max(24 * 60 - 1),
      tools: z.array(line).max(400).nullable(),
      habits: ways,
      seizedMinutes: z.int().min(0).max(600).nullable(),
      springCompressor: z.strictObject({
        mostKg: z.number().min(50).max(10_000).nullable(),
        longestMm: z.number().min(100).max(900).nullable(),
      }),
      followUps: z.strictObject({
        wheelNutsKm: z.int().min(10).max(2000),
        settledKm: z.int().min(50).max(10_000),
        settledDays: z.int().min(1).max(365),
        thenEveryKm: z.int().min(500).max(100_000),
      }),
    }),
    quoteDays: z.int().min(1).max(365).nullable(),
    placeLimits: z
      .array(
        z.strictObject({
          what: z.enum(LIMITED),
          limitMm: z.number().min(0).max(1000),
          verdict: z.enum(['ask', 'no']),
          whose: z.string().max(120),
        }),
      )
      .max(40),
  })
  .meta({ id: 'Settings', description: 'What the shop sets for itself' }) satisfies z.ZodType<ShopSettings>;
export const VersionedSettingsSchema = versioned(SettingsSchema).meta({ id: 'VersionedSettings' });
export type VersionedSettings = z.infer<typeof VersionedSettingsSchema>;
