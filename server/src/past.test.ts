import { NOT_FINISHED } from '@rigger/core';
import { DEMO_DIR, openServer, type OpenServer } from './testing/open-server';
import { printing } from './services/printing';
import { filesOf, readWorld } from './services/read-folder';

const world = readWorld(filesOf(DEMO_DIR));
if (!world.ok) throw new Error('the demo world cannot be read');
const { catalogue } = world.world;
let s: OpenServer;
beforeEach(async () => {
  s = await openServer({
    printer: {
      print: (task) => {
        const made = printing(task, () => catalogue);
        return Promise.resolve(
          made.kind === 'text' ? { ok: true, body: made.text } : { ok: false, code: 'tire-missing' },
        );
      },
    },
  });
});
afterEach(() => s.close());
const past = async (platform: string) =>
  (await s.api.get(`/api/platforms/${platform}/past`).expect(200)).body.cases;
const say = async (number: number, after: object) => {
  const job = await s.job(number);
  const { version, data } = job.sections.after;
  await s.api
    .put(`/api/jobs/${job.id}/sections/after`)
    .send({ version, data: { ...data, ...after } })
    .expect(200);
  return job;
};

describe('what came of jobs on a platform', () => {
  it('is told from the moment it is written down, and no longer once it is taken back', async () => {
    const { platform } = (await s.job(1012)).sections.vehicle.data;
    expect(await past(platform)).toEqual([]);
    const job = await say(1012, { hoursTaken: 7, nextTime: 'order the long hoses at once' });
    expect(await past(platform)).toEqual([
      expect.objectContaining({
        id: job.id,
        number: 1012,
        hoursTaken: 7,
        nextTime: 'order the long hoses at once',
        parts: job.sections.build.data.items.map((i: { code: string }) => i.code),
      }),
    ]);
    expect((await past('mettrick-fell')).map((c: { number: number }) => c.number)).toEqual([1009]);
    await say(1012, NOT_FINISHED);
    expect(await past(platform)).toEqual([]);
  });
  it('a platform nobody knows has none', async () => {
    expect(await past('nobody')).toEqual([]);
  });
});
