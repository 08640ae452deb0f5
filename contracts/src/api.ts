import { STAGES } from '@rigger/core';
import * as z from 'zod';
import { JobFileSchema, SECTION_SCHEMAS } from './job';

export const LackSchema = z.discriminatedUnion('code', [
  z.strictObject({ section: z.literal('brief'), code: z.literal('usage-sum'), sum: z.number() }),
  z.strictObject({ section: z.literal('vehicle'), code: z.literal('no-vehicle') }),
  z.strictObject({ section: z.literal('vehicle'), code: z.literal('to-ask'), count: z.number() }),
  z.strictObject({ section: z.literal('tape'), code: z.literal('corners'), count: z.number() }),
  z.strictObject({ section: z.literal('tire'), code: z.literal('no-tire') }),
  z.strictObject({ section: z.literal('brief'), code: z.literal('stance-unsaid') }),
  z.strictObject({ section: z.literal('tire'), code: z.literal('size-unreadable') }),
  z.strictObject({ section: z.literal('tire'), code: z.literal('not-priced') }),
  z.strictObject({ section: z.literal('match'), code: z.literal('no-source') }),
  z.strictObject({ section: z.literal('match'), code: z.literal('not-fitting'), count: z.number() }),
  z.strictObject({ section: z.literal('match'), code: z.literal('unknown-parts'), count: z.number() }),
]);
export const BoardRowSchema = z
  .strictObject({
    id: z.string(),
    number: z.int(),
    customer: z.string(),
    trade: z.string(),
    stage: z.enum(STAGES),
    promiseDate: z.iso.date().nullable(),
    vehicle: z.string(),
    target: z.string(),
    lacks: z.array(LackSchema),
    updatedAt: z.iso.datetime(),
  })
  .meta({ id: 'BoardRow' });
export type BoardRow = z.infer<typeof BoardRowSchema>;
export const BoardSchema = z.strictObject({ jobs: z.array(BoardRowSchema) }).meta({ id: 'Board' });
export const NewJobSchema = z
  .strictObject({ customer: z.string().trim().min(1).max(200) })
  .meta({ id: 'NewJob' });
export const ImportSchema = JobFileSchema;
export const SaveSchemas = {
  head: z.strictObject({ version: z.int().min(1), data: SECTION_SCHEMAS.head }).meta({ id: 'SaveHead' }),
  brief: z.strictObject({ version: z.int().min(1), data: SECTION_SCHEMAS.brief }).meta({ id: 'SaveBrief' }),
  vehicle: z
    .strictObject({ version: z.int().min(1), data: SECTION_SCHEMAS.vehicle })
    .meta({ id: 'SaveVehicle' }),
  tape: z.strictObject({ version: z.int().min(1), data: SECTION_SCHEMAS.tape }).meta({ id: 'SaveTape' }),
  tire: z.strictObject({ version: z.int().min(1), data: SECTION_SCHEMAS.tire }).meta({ id: 'SaveTire' }),
  build: z.strictObject({ version: z.int().min(1), data: SECTION_SCHEMAS.build }).meta({ id: 'SaveBuild' }),
};
export const SavedSchema = z
  .strictObject({
    id: z.string(),
    version: z.int(),
    createdAt: z.iso.datetime(),
    updatedAt: z.iso.datetime(),
  })
  .meta({ id: 'Saved' });
export type Saved = z.infer<typeof SavedSchema>;
export const HealthSchema = z.strictObject({ ok: z.literal(true) }).meta({ id: 'Health' });
