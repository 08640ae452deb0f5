import { BOX_FAULTS } from '@rigger/core';
import * as z from 'zod';
import { JobSectionsSchema } from './job';

/** A job of the demo world; its dates are relative to the day the demo starts. */
export const DemoJobSchema = z.strictObject({
  number: z.int().min(1),
  createdDaysAgo: z.int().min(0),
  promiseInDays: z.int().nullable(),
  /** lines that are on their way, or came */
  boxes: z
    .array(
      z.strictObject({
        code: z.string().min(1).max(60),
        orderedDaysAgo: z.int().nullable(),
        expectedInDays: z.int().nullable(),
        receivedDaysAgo: z.int().nullable(),
        tracking: z.string().max(200).default(''),
        counted: z.record(z.string(), z.int().min(0)).default({}),
        fault: z.enum(BOX_FAULTS).nullable().default(null),
        note: z.string().max(200).default(''),
      }),
    )
    .default([]),
  sections: JobSectionsSchema,
});
export type DemoJob = z.infer<typeof DemoJobSchema>;
