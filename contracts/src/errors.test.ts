import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import * as z from 'zod';
import { ERRORS, ErrorSchema, faultsOf, LackSchema, pathText } from '.';

const page = readFileSync(join(__dirname, '../../docs/errors.md'), 'utf8');
const documented = Object.fromEntries(
  [...page.matchAll(/^\| `([\w-]+)`\s*\| (\d+)\s*\| (.+?)\s*\|$/gm)].map((m) => [
    m[1] ?? '',
    { status: Number(m[2]), meaning: m[3] },
  ]),
);

it('the documented errors are the errors, both ways', () => {
  expect(documented).toEqual(ERRORS);
});
it('an error answer is one of the catalogue, with nothing else in it', () => {
  const error = { code: 'job-not-found', message: 'No job has this id.', requestId: 'r1' };
  expect(ErrorSchema.safeParse({ error }).success).toBe(true);
  expect(ErrorSchema.safeParse({ error: { ...error, code: 'other' } }).success).toBe(false);
  expect(ErrorSchema.safeParse({ error: { ...error, stack: 'at …' } }).success).toBe(false);
});
it('a path reads as one would write it', () => {
  expect(pathText(['sections', 'build', 'items', 0, 'code'])).toBe('sections.build.items[0].code');
  expect(pathText([])).toBe('');
});
it('a fault of the whole says so, an unknown field is named itself', () => {
  const schema = z.strictObject({ a: z.strictObject({ b: z.number() }) });
  const faults = (v: unknown) => {
    const r = schema.safeParse(v);
    return r.success ? [] : faultsOf(r.error).map((f) => f.path);
  };
  expect(faults(3)).toEqual(['(whole file)']);
  expect(faults({ a: { b: 1 }, c: 1, d: 2 })).toEqual(['c', 'd']);
  expect(faults({ a: { b: 'x', e: 1 } }).sort()).toEqual(['a.b', 'a.e']);
});
it('a lack belongs to its section', () => {
  expect(LackSchema.safeParse({ section: 'tape', code: 'corners', count: 4 }).success).toBe(true);
  expect(LackSchema.safeParse({ section: 'brief', code: 'corners', count: 4 }).success).toBe(false);
});
