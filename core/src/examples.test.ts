import { readdirSync, readFileSync, statSync } from 'node:fs';
import { join } from 'node:path';
import * as core from '.';

const files = (dir: string): string[] =>
  readdirSync(dir).flatMap((name) => {
    const path = join(dir, name);
    if (statSync(path).isDirectory()) return files(path);
    return path.endsWith('.ts') && !path.endsWith('.test.ts') ? [path] : [];
  });
const examples = files(__dirname).flatMap((file) =>
  [...readFileSync(file, 'utf8').matchAll(/@example (.+?) \/\/ (.+?)(?: \*\/)?$/gm)].map(
    (m): [string, string, string] => [m[1] ?? '', m[2] ?? '', file],
  ),
);

/** Numbers to 1e-6 relative, everything else exactly. */
function same(got: unknown, want: unknown): void {
  if (typeof want === 'number')
    expect(Math.abs((got as number) - want) / Math.max(1, Math.abs(want))).toBeLessThan(1e-6);
  else if (want !== null && typeof want === 'object') {
    expect(Object.keys(got as object).sort()).toEqual(Object.keys(want).sort());
    for (const [k, v] of Object.entries(want)) same((got as Record<string, unknown>)[k], v);
  } else expect(got).toBe(want);
}

it('finds the examples', () => {
  expect(examples.length).toBeGreaterThan(25);
});
it.each(examples)('%s is %s', (call, result) => {
  const names = Object.keys(core);
  const values = Object.values(core);
  // eslint-disable-next-line @typescript-eslint/no-implied-eval -- the examples are code of this repository
  const got: unknown = new Function(...names, `return ${call}`)(...values);
  same(got, JSON.parse(result));
});
