import { readFileSync, writeFileSync } from 'node:fs';
import { CLASSES, clearanceRows, clearanceTable } from './clearance-table';

const page = `${__dirname}/../../../docs/clearance.md`;
const cells = (text: string) =>
  text
    .split('\n')
    .filter((l) => l.startsWith('|') && !l.startsWith('| -'))
    .map((l) => l.split('|').map((c) => c.trim()));
const rows = clearanceRows();
const rowOf = (platform: string, size: string, axle: 'front' | 'rear') =>
  rows.find((r) => r.platform === platform && r.size === size && r.axle === axle)!;

it('the table in the docs is what the core computes (UPDATE_DOCS=1 writes it anew)', () => {
  const table = clearanceTable(rows);
  const text = readFileSync(page, 'utf8');
  if (process.env.UPDATE_DOCS) {
    const head = text.slice(0, text.indexOf('| platform'));
    writeFileSync(page, `${head}${table}\n`);
  }
  expect(cells(readFileSync(page, 'utf8'))).toEqual(cells(table));
  expect(CLASSES).toHaveLength(12);
});
describe('each platform takes what its class takes in the trade', () => {
  for (const { platform, asBuilt, lifted } of CLASSES) {
    for (const { size } of asBuilt)
      it(`${platform} takes ${size} as it stands`, () => {
        for (const axle of ['front', 'rear'] as const)
          expect({ axle, rubbing: rowOf(platform, size, axle).check.rubbing }).toEqual({ axle, rubbing: [] });
      });
    for (const { size, window } of lifted)
      it(`${platform} takes ${size} with trims and ${window.join(' to ')} mm, and not without either`, () => {
        const [front, rear] = [rowOf(platform, size, 'front'), rowOf(platform, size, 'rear')];
        expect(front.trimmedMm).toBeGreaterThanOrEqual(window[0]);
        expect(front.trimmedMm).toBeLessThanOrEqual(window[1]);
        expect(rear.trimmedMm).toBeLessThanOrEqual(window[1]);
        expect(front.check.clears && front.trimmedMm === 0).toBe(false);
      });
  }
});
