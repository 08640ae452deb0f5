import * as z from 'zod';

/** what a screen or a sheet of paper can show: NUL and its like are no text */
const CONTROLS = /(?![\t\n\r])\p{Cc}|[\uFFFE\uFFFF]/u;
export const written = (max: number) =>
  z
    .string()
    .max(max)
    .refine((s) => !CONTROLS.test(s), {
      message: 'holds a character that cannot be shown; type it again',
      abort: true,
    });
export const line = written(200);
export const prose = written(4000);
/** blanks, joiners and marks without a letter are no name */
export const named = line.refine(
  (s) => /[\p{L}\p{N}\p{P}\p{S}]/u.test(s),
  'has nothing in it that can be read; write a name',
);
export const id = z.string().min(1).max(60);
export const code = z.string().min(1).max(60);

export const versioned = <T extends z.ZodType>(data: T) =>
  z.strictObject({
    id,
    version: z.int().min(1),
    createdAt: z.iso.datetime(),
    updatedAt: z.iso.datetime(),
    data,
  });
/** moves and ways of one plan that a person may choose */
export const MOST_MOVES = 100;
export const ways = z
  .record(z.string().min(1).max(80), z.string().min(1).max(80))
  .refine((w) => Object.keys(w).length <= MOST_MOVES, `holds more than ${MOST_MOVES} ways`);

/** What came from elsewhere and has not been read by a schema yet. */
export type Loose = Readonly<Record<string, unknown>>;
export const isRecord = (v: unknown): v is Loose => typeof v === 'object' && v !== null && !Array.isArray(v);
