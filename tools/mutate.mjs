import { mkdirSync, rmSync } from 'node:fs';
import path from 'node:path';
import { Stryker } from '@stryker-mutator/core';
import { root } from './bootstrap.mjs';

// Changes the decisions of the core one at a time and counts the changes that no test of the same room notices.
// `npm run mutate` runs every room; `npm run mutate -- rules work-order` only those; a path narrows it further:
// `npm run mutate -- rules/droop.ts`.
const ROOMS = [
  'catalogue',
  'vehicle',
  'forecast',
  'plan-case',
  'rules',
  'assessment',
  'work-order',
  'build-search',
  'advice',
  'shopfloor',
];
const FLOOR = 80;

const asked = process.argv.slice(2);
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
  const mutants = await new Stryker({
    packageManager: 'npm',
    plugins: ['@stryker-mutator/jest-runner', './tools/mutate-missed.mjs'],
    testRunner: 'jest',
    jest: { projectType: 'custom', configFile: 'jest.mutate.config.mjs', enableFindRelatedTests: false },
    coverageAnalysis: 'perTest',
    mutate:
      files.length > 0
        ? files.map((f) => `core/src/${f}`)
        : [`core/src/${room}/*.ts`, `!core/src/${room}/*.test.ts`],
    ignorePatterns: ['/docs', '/e2e', '/server', '/test-results', '/web'],
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
