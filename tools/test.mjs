import { spawn } from 'node:child_process';
import { existsSync, mkdirSync, readFileSync, rmSync } from 'node:fs';
import path from 'node:path';
import { ensureBuilt, ensureChromium, ensureInstalled, npm, root, tryRun } from './bootstrap.mjs';

// Everything that says whether the project is sound, in one run; it goes on after a failure so that all are seen.
ensureInstalled();
ensureChromium();

const results = path.join(root, 'test-results');
rmSync(results, { recursive: true, force: true });
mkdirSync(results, { recursive: true });
const count = { passed: 0, failed: 0 };
/** seconds that each part took; those beside each other overlap */
const took = new Map();
const begun = performance.now();
const timed = async (name, run) => {
  const from = performance.now();
  const out = await run();
  took.set(name, (performance.now() - from) / 1000);
  return out;
};
/** much is made and thrown away again: a nursery this large is cleared seldom enough, MB */
const ROOMY = { NODE_OPTIONS: `${process.env.NODE_OPTIONS ?? ''} --max-semi-space-size=64` };
const failed = [];
const note = (name, code) => {
  if (code !== 0) failed.push(name);
  return code === 0;
};
const script = (name, args = [], env = {}) => {
  console.log(`\n== ${name}`);
  return tryRun(npm, ['run', '--silent', name, ...(args.length > 0 ? ['--', ...args] : [])], env);
};
const read = (file) => (existsSync(file) ? JSON.parse(readFileSync(file, 'utf8')) : null);

/** A check of its own, with what it says kept until it is done: several run at once. */
const check = (name) =>
  new Promise((done) => {
    const child = spawn(npm, ['run', '--silent', name], {
      cwd: root,
      shell: process.platform === 'win32',
    });
    let said = '';
    for (const out of [child.stdout, child.stderr]) out.on('data', (d) => (said += String(d)));
    child.on('close', (code) => {
      console.log(`\n== ${name}\n${said}`);
      if (note(name, code ?? 1)) count.passed += 1;
      else count.failed += 1;
      done();
    });
  });
const inTurn = async (names) => {
  for (const name of names) await timed(name, () => check(name));
};
// as long as each other, one on each of two cores
await Promise.all([inTurn(['lint', 'format:check']), inTurn(['types', 'imports'])]);

const unitFile = path.join(results, 'unit.json');
const unitOk = note(
  'unit',
  await timed('unit', () => script('unit', ['--json', `--outputFile=${unitFile}`], ROOMY)),
);
const unit = read(unitFile);
count.passed += unit?.numPassedTests ?? 0;
count.failed += unit ? unit.numFailedTests + unit.numRuntimeErrorTestSuites : 1;
if (!unitOk && unit && unit.numFailedTests + unit.numRuntimeErrorTestSuites === 0) count.failed += 1;

await timed('build', ensureBuilt);
const journeyFile = path.join(results, 'journeys.json');
const journeysOk = note(
  'journeys',
  await timed('journeys', () => script('journeys', [], { PLAYWRIGHT_JSON_OUTPUT_NAME: journeyFile })),
);
const stats = read(journeyFile)?.stats;
count.passed += stats?.expected ?? 0;
// a journey that only passes when it is tried again is broken
count.failed += stats ? stats.unexpected + stats.flaky : 1;
if (!journeysOk && stats && stats.unexpected + stats.flaky === 0) count.failed += 1;

const seconds = (s) => `${s.toFixed(0).padStart(6)} s`;
/** the slowest of what was run, so that whoever adds to it sees where the time goes */
const slowest = (unit?.testResults ?? [])
  .map((t) => [path.relative(root, t.name), (t.endTime - t.startTime) / 1000])
  .sort((a, b) => b[1] - a[1])
  .slice(0, 10);
console.log('\nHow long each part took:');
for (const [name, s] of took) console.log(`${seconds(s)}  ${name}`);
console.log(`${seconds((performance.now() - begun) / 1000)}  all`);
console.log('\nThe slowest unit tests:');
for (const [name, s] of slowest) console.log(`${seconds(s)}  ${name}`);
if (failed.length > 0) console.log(`\nNot sound: ${failed.join(', ')}`);
console.log(`${count.passed} passed, ${count.failed} failed`);
process.exit(count.failed > 0 ? 1 : 0);
