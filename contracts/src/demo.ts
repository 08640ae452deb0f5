import * as z from 'zod';
import { JobSectionsSchema } from './job';

/** A job of the demo world; its dates are relative to the day the demo starts. */
export const DemoJobSchema = z.strictObject({
  number: z.int().min(1),
  createdDaysAgo: z.int().min(0),
  promiseInDays: z.int().nullable(),
  sections: JobSectionsSchema,
});
export type DemoJob = z.infer<typeof DemoJobSchema>;
