import { mkdtempSync, rmSync } from 'node:fs';
import { createRequire } from 'node:module';
import { tmpdir } from 'node:os';
import path from 'node:path';
import { build } from 'esbuild';
import { ensureInstalled, root } from './bootstrap.mjs';

// Simulated shops: how often the truth lies inside the range that is told, for every platform and each family of lift sources.
//   npm run ranges -- [--shops 2000] [--clearance 600] [--only corvane]
ensureInstalled();
const option = (name, otherwise) => {
  const at = process.argv.indexOf(`--${name}`);
  return at < 0 ? otherwise : (process.argv[at + 1] ?? otherwise);
};
const dir = mkdtempSync(path.join(tmpdir(), 'rigger-ranges-'));
const file = path.join(dir, 'ranges.cjs');
await build({
  entryPoints: [path.join(root, 'core/src/testing/ranges-table.ts')],
  bundle: true,
  platform: 'node',
  format: 'cjs',
  outfile: file,
  // the demo world is read from beside its own source
  define: { __dirname: JSON.stringify(path.join(root, 'core/src/testing')) },
});
const { rangesTable } = createRequire(import.meta.url)(file);
const { cells, outside } = rangesTable({
  shops: Number(option('shops', 2000)),
  clearanceShops: Number(option('clearance', 600)),
  only: option('only', ''),
  told: (line) => console.log(line),
});
rmSync(dir, { recursive: true, force: true });
console.log(`\n${cells} cells, ${outside.length} outside 85–95 %`);
for (const o of outside) console.log(`  ${o}`);
