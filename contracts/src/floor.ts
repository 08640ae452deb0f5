import { ARRIVED, SKILLS, STAGES, type FloorJob } from '@rigger/core';
import * as z from 'zod';
import { BayWorkSchema, BoxesSchema } from './job';

const day = z.iso.date();
const count = z.int().min(0);
const line = z.strictObject({
  code: z.string(),
  name: z.string(),
  quantity: count,
  supplier: z.string(),
  state: z.enum(ARRIVED),
  here: z.boolean(),
  day: day.nullable(),
  lacking: z.array(z.strictObject({ name: z.string(), want: count, got: count })),
  box: BoxesSchema.shape.list.element.nullable(),
  maker: z.string(),
  soldAs: z.enum(['each', 'pair', 'set', 'kit']),
  priceMinor: count.nullable(),
  leadDays: count.nullable(),
  group: z.enum(['suspension', 'repair', 'rolling', 'shop']),
  orderBy: day.nullable(),
});
export const FloorJobSchema = z.strictObject({
  vehicle: z.string(),
  crews: z.array(z.strictObject({ people: count, bayMinutes: count })).min(1),
  rackMinutes: count,
  personMinutes: count,
  skills: z.array(z.enum(SKILLS)),
  readyOn: day.nullable(),
  lines: z.array(line),
}) satisfies z.ZodType<FloorJob>;
/** What a supplier says of one thing today. */
export const FeedLineSchema = z.strictObject({
  code: z.string(),
  onHand: count,
  priceMinor: count,
  leadDays: count,
  /** what was promised for earlier comes on this day; null: nothing is delayed */
  delayedTo: day.nullable(),
});
export type FeedLine = z.infer<typeof FeedLineSchema>;
export const FloorRowSchema = z.strictObject({
  id: z.string(),
  number: count,
  customer: z.string(),
  stage: z.enum(STAGES),
  promiseDate: day.nullable(),
  /** the sections that the week and the buyer write into, each with its version */
  work: z.strictObject({ version: count, data: BayWorkSchema }),
  boxes: z.strictObject({ version: count, data: BoxesSchema }),
  /** null: no vehicle is said, or something of it cannot be read */
  floor: FloorJobSchema.nullable(),
});
export type FloorRow = z.infer<typeof FloorRowSchema>;
export const FloorSchema = z
  .strictObject({
    day,
    jobs: z.array(FloorRowSchema),
    /** what suppliers say, each thing once */
    feed: z.array(FeedLineSchema),
    /** true: the feed is made up, for a shop that has none */
    standIn: z.boolean(),
  })
  .meta({
    id: 'Floor',
    description: 'What the open jobs take of the shop: hours, people, boxes, what suppliers say',
  });
export type Floor = z.infer<typeof FloorSchema>;
