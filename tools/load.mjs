import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import path from 'node:path';
import { Worker, isMainThread, parentPort, workerData } from 'node:worker_threads';
import { fileURLToPath } from 'node:url';

// 50 people on 10,000 jobs for a minute: `npm run load`, or `npm run load -- 1000 10` for fewer jobs and seconds.
const PEOPLE = 50;
const GOAL_MS = 100;
/** what a person at a counter does before the next thing, ms */
const THINK_MS = [300, 1500];

async function crowd({ base, ids, seconds, people }) {
  const took = { board: [], find: [], job: [], save: [] };
  let failed = 0;
  const pause = (ms) => new Promise((r) => setTimeout(r, ms));
  const any = (list) => list[Math.floor(Math.random() * list.length)];
  const timed = async (what, url, init) => {
    const begun = performance.now();
    const r = await fetch(base + url, init);
    const body = await r.json();
    took[what].push(performance.now() - begun);
    if (!r.ok && r.status !== 409) failed++;
    return { ok: r.ok, body };
  };
  const until = Date.now() + seconds * 1000;
  await Promise.all(
    Array.from({ length: people }, async () => {
      await pause(Math.random() * THINK_MS[1]);
      while (Date.now() < until) {
        await timed('board', 'api/jobs');
        await pause(THINK_MS[0]);
        await timed('find', `api/jobs?find=${Math.floor(Math.random() * 100)}`);
        const id = any(ids);
        const { body } = await timed('job', `api/jobs/${id}`);
        let { version, data } = body.sections.brief;
        for (let i = 0; i < 4; i++) {
          await pause(THINK_MS[0] + Math.random() * (THINK_MS[1] - THINK_MS[0]));
          const saved = await timed('save', `api/jobs/${id}/sections/brief`, {
            method: 'PUT',
            headers: { 'Content-Type': 'application/json' },
            body: JSON.stringify({ version, data: { ...data, notes: `note ${i} of ${Date.now()}` } }),
          });
          if (!saved.ok) break; // somebody else was first: a person would look again
          version = saved.body.version;
        }
      }
    }),
  );
  return { took, failed };
}

if (isMainThread) {
  const { ensureBuilt, ensureInstalled } = await import('./bootstrap.mjs');
  const { importDemo, startServer } = await import('./running-product.mjs');
  ensureInstalled();
  ensureBuilt();
  const [jobs, seconds] = [Number(process.argv[2] ?? 10_000), Number(process.argv[3] ?? 60)];
  const dir = mkdtempSync(path.join(tmpdir(), 'rigger-load-'));
  const database = path.join(dir, 'load.sqlite');
  importDemo(database);
  const server = await startServer(database);
  const demo = (await (await fetch(`${server.base}api/jobs`)).json()).jobs;
  const files = await Promise.all(
    demo.map(async (j) => (await fetch(`${server.base}api/jobs/${j.id}/file`)).json()),
  );
  process.stdout.write(`Filling a shop with ${jobs} jobs … `);
  const ids = [];
  const stages = ['brief', 'quote', 'parts', 'bay', 'follow-up', 'done'];
  for (let i = 0; i < jobs; i += 20)
    ids.push(
      ...(await Promise.all(
        Array.from({ length: Math.min(20, jobs - i) }, async (_, k) => {
          const file = structuredClone(files[(i + k) % files.length]);
          file.sections.head.customer = `Customer ${i + k}`;
          file.sections.head.stage = stages[(i + k) % stages.length];
          const r = await fetch(`${server.base}api/jobs/import`, {
            method: 'POST',
            headers: { 'Content-Type': 'application/json' },
            body: JSON.stringify(file),
          });
          return (await r.json()).id;
        }),
      )),
    );
  console.log('full.');
  // the crowd on a thread of its own: what it waits for is the server
  const { took, failed } = await new Promise((resolve, reject) => {
    const worker = new Worker(fileURLToPath(import.meta.url), {
      workerData: { base: server.base, ids, seconds, people: PEOPLE },
    });
    worker.once('message', resolve);
    worker.once('error', reject);
  });
  await server.stop();
  rmSync(dir, { recursive: true, force: true });
  const at = (list, share) =>
    [...list].sort((a, b) => a - b)[Math.min(list.length - 1, Math.floor(list.length * share))];
  let slow = 0;
  for (const [what, list] of Object.entries(took)) {
    const p99 = at(list, 0.99);
    if (p99 >= GOAL_MS) slow++;
    console.log(
      `${what.padEnd(6)} ${String(list.length).padStart(6)} asked, p50 ${at(list, 0.5).toFixed(1)} ms, p99 ${p99.toFixed(1)} ms, longest ${Math.max(...list).toFixed(0)} ms (goal: p99 below ${GOAL_MS} ms)`,
    );
  }
  console.log(`${PEOPLE} people, ${jobs} jobs, ${seconds} s; ${failed} answers that were no answer.`);
  process.exitCode = slow > 0 || failed > 0 ? 1 : 0;
} else parentPort.postMessage(await crowd(workerData));
