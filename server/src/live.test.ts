import { LiveEventSchema, type LiveEvent } from '@rigger/contracts';
import { get, type IncomingMessage } from 'node:http';
import type { AddressInfo } from 'node:net';
import { Live } from './services/live';
import { openServer, type OpenServer } from './testing/open-server';

let s: OpenServer;
beforeEach(async () => {
  s = await openServer();
});
afterEach(() => s.close());

/** One screen that looks at a job: what it is told, in order. */
async function looks(job: string, tab: string, author = '') {
  const { port } = s.server.address() as AddressInfo;
  const told: LiveEvent[] = [];
  const res = await new Promise<IncomingMessage>((resolve) =>
    get({ port, path: `/api/jobs/${job}/live?tab=${tab}&author=${encodeURIComponent(author)}` }, resolve),
  );
  let ended = false;
  let text = '';
  res.on('data', (bytes: Buffer) => {
    text += bytes.toString();
    const lines = text.split('\n\n');
    text = lines.pop() ?? '';
    for (const line of lines)
      if (line.startsWith('data: ')) told.push(LiveEventSchema.parse(JSON.parse(line.slice(6))));
  });
  res.on('close', () => {
    ended = true;
  });
  const until = async (what: () => boolean) => {
    for (let i = 0; i < 200 && !what(); i++) await new Promise((r) => setTimeout(r, 10));
    return what();
  };
  return { res, told, until, ended: () => ended, leave: () => res.destroy() };
}

describe('a job that several look at', () => {
  it('tells each who else is there, and when one is gone', async () => {
    const { id } = await s.job(1012);
    const first = await looks(id, 'a', 'Řehoř');
    const second = await looks(id, 'b');
    const people = (w: typeof first) => {
      const last = w.told.filter((e) => e.kind === 'people').at(-1);
      return last?.kind === 'people' ? last.people.map((p) => [p.tab, p.author]) : [];
    };
    expect(await first.until(() => people(first).length === 2)).toBe(true);
    expect(people(first)).toEqual([
      ['a', 'Řehoř'],
      ['b', ''],
    ]);
    second.leave();
    expect(await first.until(() => people(first).length === 1)).toBe(true);
    first.leave();
  });
  it('tells of a save with section, version and author, of archive and catalogue; screens of other jobs hear nothing', async () => {
    const job = await s.job(1012);
    const other = await s.job(1014);
    const here = await looks(job.id, 'a');
    const there = await looks(other.id, 'b');
    const { version, data } = job.sections.brief;
    await s.api
      .put(`/api/jobs/${job.id}/sections/brief`)
      .set('X-Rigger-Author', 'Ina')
      .send({ version, data: { ...data, notes: 'from elsewhere' } })
      .expect(200);
    await s.api.put(`/api/jobs/${job.id}/archived`).send({ archived: true }).expect(200);
    expect(await here.until(() => here.told.length >= 3)).toBe(true);
    expect(here.told.slice(1)).toEqual([
      { kind: 'saved', section: 'brief', version: version + 1, author: 'Ina' },
      { kind: 'job' },
    ]);
    expect(there.told.filter((e) => e.kind !== 'people')).toEqual([]);
    here.leave();
    there.leave();
  });
  it('a save that was refused or came too late is no news', async () => {
    const job = await s.job(1012);
    const here = await looks(job.id, 'a');
    await s.api
      .put(`/api/jobs/${job.id}/sections/brief`)
      .send({ version: 99, data: job.sections.brief.data })
      .expect(409);
    await s.api.put(`/api/jobs/${job.id}/archived`).send({ archived: false }).expect(200);
    expect(await here.until(() => here.told.length >= 2)).toBe(true);
    expect(here.told.map((e) => e.kind)).toEqual(['people', 'job']);
    here.leave();
  });
  it('ends when the server is stopped, and is neither kept nor compressed on the way', async () => {
    const { id } = await s.job(1012);
    const here = await looks(id, 'a');
    expect(here.res.headers).toMatchObject({
      'content-type': 'text/event-stream',
      'cache-control': 'no-store, no-transform',
    });
    expect(here.res.headers['content-encoding']).toBeUndefined();
    s.shop.live.close();
    expect(await here.until(here.ended)).toBe(true);
  });
  it('a job that there is not, and a screen without a name, are refused in words', async () => {
    const { id } = await s.job(1012);
    const none = await s.api.get('/api/jobs/none/live?tab=a').expect(404);
    expect(none.body.error.code).toBe('job-not-found');
    const nameless = await s.api.get(`/api/jobs/${id}/live`).expect(400);
    expect(nameless.body.error.faults[0].path).toBe('tab');
  });
  it('more than a shop can have at once are sent away until one leaves', () => {
    const live = new Live();
    const watcher = (tab: string) => ({ tab, author: '', send: () => undefined, end: () => undefined });
    const leave = Array.from({ length: 500 }, (_, i) => live.watch('a', watcher(String(i))));
    expect(() => live.watch('b', watcher('one more'))).toThrow('try again');
    leave[0]!();
    live.watch('b', watcher('one more'));
  });
});
