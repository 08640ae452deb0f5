import { execFileSync } from 'node:child_process';
import { readFileSync } from 'node:fs';
import path from 'node:path';
import { root } from './bootstrap.mjs';

/** Lines of code per room, and the share that is tests. Blank lines are not counted; data, docs and locks neither. */
const CODE = /\.(ts|mjs|cjs|scss|html)$/;
const isTest = (f) => /\.test\.ts$/.test(f) || f.startsWith('e2e/') || f.includes('/testing/');
const files = execFileSync('git', ['ls-files', '--cached', '--others', '--exclude-standard'], {
  cwd: root,
  encoding: 'utf8',
})
  .split('\n')
  .filter((f) => CODE.test(f));
const rooms = new Map();
for (const f of files) {
  const lines = readFileSync(path.join(root, f), 'utf8')
    .split('\n')
    .filter((l) => l.trim() !== '').length;
  const room = f.includes('/') ? f.slice(0, f.indexOf('/')) : '(root)';
  const r = rooms.get(room) ?? { code: 0, test: 0 };
  r[isTest(f) ? 'test' : 'code'] += lines;
  rooms.set(room, r);
}
const total = [...rooms.values()].reduce((a, r) => ({ code: a.code + r.code, test: a.test + r.test }), {
  code: 0,
  test: 0,
});
const row = (name, r) =>
  console.log(
    `${name.padEnd(12)} ${String(r.code).padStart(7)} code ${String(r.test).padStart(7)} test ${(100 * (r.test / (r.code + r.test))).toFixed(0).padStart(4)} %`,
  );
for (const [name, r] of [...rooms].sort()) row(name, r);
row('all', total);
