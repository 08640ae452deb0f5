import { PlansToldSchema } from '@rigger/contracts';
import type { SearchProgress } from '@rigger/core';
import { get, type IncomingMessage } from 'node:http';
import type { AddressInfo } from 'node:net';
import { openServer, type OpenServer } from './testing/open-server';
import type { Planner } from './workers/pool';

const TOLD: SearchProgress = {
  shown: [],
  all: [],
  complete: false,
  tried: 3,
  pruned: 1,
  pairs: 9,
  left: 5,
  boundMinor: 12000,
};
/** Opens the stream of a job's plans; its events as they come. */
async function hear(s: OpenServer, job: string) {
  const { port } = s.server.address() as AddressInfo;
  const res = await new Promise<IncomingMessage>((resolve) =>
    get({ port, path: `/api/jobs/${job}/plans` }, resolve),
  );
  const chunks: Buffer[] = [];
  res.on('data', (b: Buffer) => chunks.push(b));
  const ended = new Promise<readonly SearchProgress[]>((resolve) => {
    res.on('end', () => {
      const lines = Buffer.concat(chunks).toString().split('\n\n');
      resolve(
        lines.flatMap((l) => (l.startsWith('data: ') ? [PlansToldSchema.parse(JSON.parse(l.slice(6)))] : [])),
      );
    });
  });
  return { res, ended };
}

describe('the plans of a job', () => {
  it('are told while they get better, and the stream ends with all of them', async () => {
    const asked: Parameters<Planner['search']>[0][] = [];
    const s = await openServer({
      planner: {
        search: (task, hears) => {
          asked.push(task);
          hears(TOLD);
          return Promise.resolve({ ...TOLD, complete: true, left: 0, boundMinor: null });
        },
      },
    });
    const { id, sections } = await s.job(1012);
    const { res, ended } = await hear(s, id);
    expect(res.headers['content-type']).toContain('text/event-stream');
    expect((await ended).map((t) => [t.complete, t.left])).toEqual([
      [false, 5],
      [true, 0],
    ]);
    // as it is saved
    expect(asked[0]!.sections.brief).toEqual(sections.brief.data);
    await s.close();
  });
  it('a screen that goes away stops the search', async () => {
    let stopped: (() => void) | null = null;
    const gone = new Promise<void>((resolve) => {
      stopped = resolve;
    });
    const s = await openServer({
      planner: {
        search: (_, hears, signal) =>
          new Promise((_resolve, reject) => {
            hears(TOLD);
            signal.addEventListener('abort', () => {
              stopped?.();
              reject(new Error('aborted'));
            });
          }),
      },
    });
    const { id } = await s.job(1012);
    const { res } = await hear(s, id);
    await new Promise((r) => res.once('data', r));
    res.destroy();
    await gone;
    expect(res.destroyed).toBe(true);
    await s.close();
  });
  it('of a job that is not there are not searched', async () => {
    const s = await openServer();
    const answer = await s.api.get('/api/jobs/none/plans');
    expect(answer.status).toBe(404);
    await s.close();
  });
});
