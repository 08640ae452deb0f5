import { readdirSync, readFileSync } from 'node:fs';

const root = `${__dirname}/../../..`;
const page = readFileSync(`${root}/docs/architecture.md`, 'utf8');
const SOURCES = ['core/src', 'contracts/src', 'wording/src', 'server/src', 'web/src'];
const files = SOURCES.flatMap((dir) =>
  (readdirSync(`${root}/${dir}`, { recursive: true }) as string[])
    .filter((f) => f.endsWith('.ts') && !/\.test\.ts$|(^|\/)testing\//.test(f))
    .map((f) => `${dir}/${f}`),
);
/** code of a file without its comments, where an example may name anything */
const codeOf = (file: string) =>
  readFileSync(`${root}/${file}`, 'utf8')
    .replace(/\/\*\*[\s\S]*?\*\//g, '')
    .replace(/ \/\/ .*/g, '');
/** The files that a row of the page names. */
const listed = (question: string) =>
  [
    ...(
      page
        .split('\n')
        .find((l) => l.includes(`| ${question} `))
        ?.split('|')[2] ?? ''
    ).matchAll(/`([^`]+\.ts)`/g),
  ].map(([, file]) => file!);
/** One that is there already stands for the next one: where it is named, the next one has to be. */
describe.each([
  ['… a use of the vehicle?', /\bgravel\b/],
  ['… a paper of the bay?', /\brack\.pdf\b|\brackDocument\b/],
  ['… a charge beside parts and labour?', /\bsuppliesShare\b|^\s*supplies:/m],
] as const)('what must be touched to add %s', (question, named) => {
  it('is what the page says, and no more than four files', () => {
    const is = files.filter((f) => named.test(codeOf(f)));
    const said = listed(question);
    expect([...said].sort()).toEqual([...is].sort());
    expect(said.length).toBeLessThanOrEqual(4);
    expect(said.length).toBeGreaterThan(0);
  });
});
/** Of an answer that names a file without its room or its folder, any file of that name will do. */
it('every file that an answer names is there', () => {
  const rows = page.split('\n').filter((l) => l.startsWith('|'));
  const named = rows.flatMap((l) => [...l.matchAll(/`([\w./-]+\.(?:ts|cjs))`/g)].map(([, file]) => file!));
  expect(named.length).toBeGreaterThan(60);
  const all = [...files, ...['finding-cases', 'family-needs.test'].map((f) => `core/src/testing/${f}.ts`)];
  expect(named.filter((file) => !all.some((f) => f === file || f.endsWith(`/${file}`)))).toEqual([]);
});
