import { mkdirSync, rmSync } from 'node:fs';
import path from 'node:path';
import { Stryker } from '@stryker-mutator/core';
import { root } from './bootstrap.mjs';
import { MUTATED } from './mutated-rooms.mjs';

// Changes decisions one at a time and counts the changes that no test of the same room notices.
// `npm run mutate` runs every room; `npm run mutate -- rules work-order` only those; a path narrows it further:
// `npm run mutate -- rules/droop.ts`; `--share=10` takes one function in ten, always the same ones of the same code.
const ROOMS = Object.keys(MUTATED);
const FLOOR = 80;

const args = process.argv.slice(2);
const share = args.find((a) => a.startsWith('--share='))?.slice('--share='.length) ?? '100';
if (!(Number(share) > 0 && Number(share) <= 100)) {
  console.error(`--share=${share} is not a share: say one above 0 and up to 100, of a hundred functions.`);
  process.exit(2);
}
process.env.MUTATED_SHARE = share;
const asked = args.filter((a) => !a.startsWith('--share='));
const unknown = asked.filter((a) => !ROOMS.includes(a.split('/')[0]));
if (unknown.length > 0) {
  console.error(`No such room: ${unknown.join(', ')}. Rooms: ${ROOMS.join(', ')}.`);
  process.exit(2);
}
const results = path.join(root, 'test-results');
mkdirSync(results, { recursive: true });

const NOTICED = ['Killed', 'Timeout'];
const MISSED = ['Survived', 'NoCoverage'];
const score = ({ noticed, missed }) => (100 * noticed) / (noticed + missed);
const rowOf = (r) =>
  `${r.room.padEnd(12)} ${r.noticed} of ${r.noticed + r.missed} changes noticed, ${score(r).toFixed(1)} %`;
const rows = [];
for (const room of ROOMS) {
  const inRoom = asked.filter((a) => a.split('/')[0] === room);
  if (asked.length > 0 && inRoom.length === 0) continue;
  const files = inRoom.filter((a) => a !== room);
  process.env.MUTATED_ROOM = room;
  const { dir } = MUTATED[room];
  const mutants = await new Stryker({
    packageManager: 'npm',
    plugins: ['@stryker-mutator/jest-runner', './tools/mutate-missed.mjs', './tools/mutate-sample.mjs'],
    ignorers: ['sample'],
    testRunner: 'jest',
    jest: { projectType: 'custom', configFile: 'jest.mutate.config.mjs', enableFindRelatedTests: false },
    coverageAnalysis: 'perTest',
    mutate:
      files.length > 0 ? files.map((f) => `${path.dirname(dir)}/${f}`) : [`${dir}/*.ts`, `!${dir}/*.test.ts`],
    ignorePatterns: ['/docs', '/e2e', '/test-results', 'dist', '.angular', 'var'],
    reporters: ['progress-append-only', 'missed', 'json'],
    jsonReporter: { fileName: path.join(results, `mutation-${room}.json`) },
    tempDirName: path.join(results, '.mutants'),
    concurrency: 2,
    // a busy machine is slow, and what is slow was not noticed
    timeoutMS: 30_000,
    // the floor is held below, over all rooms
    thresholds: { high: 100, low: FLOOR, break: null },
  }).runMutationTest();
  const count = (status) => mutants.filter((m) => status.includes(m.status)).length;
  rows.push({ room, noticed: count(NOTICED), missed: count(MISSED) });
  console.log(rowOf(rows.at(-1)));
}
rmSync(path.join(results, '.mutants'), { recursive: true, force: true });

const all = {
  room: 'all',
  noticed: rows.reduce((s, r) => s + r.noticed, 0),
  missed: rows.reduce((s, r) => s + r.missed, 0),
};
console.log('');
for (const r of [...rows, all]) console.log(rowOf(r));
// a run that changed nothing has shown nothing
if (!(score(all) >= FLOOR)) {
  console.error(`Below the floor of ${FLOOR} %.`);
  process.exit(1);
}
