import { readFileSync, writeFileSync } from 'node:fs';
import { clearanceTable } from './clearance-table';

const page = `${__dirname}/../../../docs/clearance.md`;
const rows = (text: string) =>
  text
    .split('\n')
    .filter((l) => l.startsWith('|') && !l.startsWith('| -'))
    .map((l) => l.split('|').map((c) => c.trim()));

it('the table in the docs is what the core computes (UPDATE_DOCS=1 writes it anew)', () => {
  const table = clearanceTable();
  const text = readFileSync(page, 'utf8');
  if (process.env.UPDATE_DOCS) {
    const head = text.slice(0, text.indexOf('| platform'));
    writeFileSync(page, `${head}${table}\n`);
  }
  expect(rows(readFileSync(page, 'utf8'))).toEqual(rows(table));
  expect(rows(table)).toHaveLength(1 + 6 * 3 * 2);
});
