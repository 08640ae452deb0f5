import { OBSTACLE_KINDS, PLAN_FAMILIES, SPECIALS, type SearchProgress } from '@rigger/core';
import * as z from 'zod';

const code = z.string().min(1).max(200);
const count = z.int().min(0);
const plan = {
  name: z.string().max(4000),
  parts: z.array(code),
  items: z.array(z.strictObject({ kind: z.enum(['part', 'kit']), code })),
  reliefs: z.array(
    z.strictObject({
      axle: z.enum(['front', 'rear']),
      obstacle: z.enum(OBSTACLE_KINDS).nullable(),
      relief: code,
    }),
  ),
  tire: z.strictObject({ tireCode: code.nullable(), wheelCode: code.nullable() }),
  family: z.enum(PLAN_FAMILIES),
  needs: z.strictObject({ no: count, needs: count, ask: count, advised: count }),
  missMm: z.number(),
  unwishedMoveMm: z.number(),
  days: z.number(),
  drivabilityPenalty: z.number(),
  provenanceRank: z.number(),
  irreversibleCount: count,
  rakeMm: z.number().nullable(),
  rakeLoadedMm: z.number().nullable(),
  totalMinor: z.number(),
  times: z.strictObject({ personMinutes: z.number(), bayMinutes: z.number(), rackMinutes: z.number() }),
};
const point = z.strictObject(plan);
/** How far a search for plans is: sent as it betters, and at its end with `complete`. */
export const PlansToldSchema = z.strictObject({
  shown: z.array(
    z.strictObject({
      ...plan,
      special: z.array(z.enum(SPECIALS)),
      losesBy: z
        .strictObject({ to: z.string(), totalMinor: z.number(), missMm: z.number(), minutes: z.number() })
        .nullable(),
    }),
  ),
  all: z.array(point),
  complete: z.boolean(),
  tried: count,
  pruned: count,
  pairs: count,
  left: count,
  boundMinor: z.number().nullable(),
}) satisfies z.ZodType<SearchProgress>;
export type PlansToldEvent = z.output<typeof PlansToldSchema>;
