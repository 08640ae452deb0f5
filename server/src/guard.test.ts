import { gzipSync } from 'node:zlib';
import { AppError } from './errors';
import { openServer, type OpenServer } from './testing/open-server';

let s: OpenServer;
beforeAll(async () => {
  s = await openServer();
});
afterAll(() => s.close());
const code = (r: { body: { error?: { code: string } } }) => r.body.error?.code;

/** bytes as they are; supertest would write them anew */
async function raw(body: Uint8Array<ArrayBuffer>, headers: Record<string, string>) {
  const r = await fetch(new URL('/api/jobs', s.api.get('/').url), {
    method: 'POST',
    headers: { 'Content-Type': 'application/json', ...headers },
    body,
  });
  const answer = (await r.json()) as { error?: { code: string } };
  return { status: r.status, code: answer.error?.code };
}

describe('what is asked in a way that cannot be answered', () => {
  const post = () => s.api.post('/api/jobs').set('Content-Type', 'application/json');
  it.each([
    ['an encoding nobody has', () => post().set('Content-Encoding', 'lzma').send('{}'), 415, 'body-encoding'],
    [
      'a broken gzip',
      () => post().set('Content-Encoding', 'gzip').send('{"customer":"x"}'),
      400,
      'body-broken',
    ],
    [
      'a charset nobody has',
      () => s.api.post('/api/jobs').set('Content-Type', 'application/json; charset=latin9').send('{}'),
      415,
      'body-encoding',
    ],
    ['an escape that is no text', () => s.api.get('/api/jobs/%ff'), 400, 'address-unreadable'],
    ['a lone percent', () => s.api.get('/api/jobs/%'), 400, 'address-unreadable'],
    ['another method', () => s.api.delete('/api/jobs'), 405, 'method-not-allowed'],
    ['another method elsewhere', () => s.api.post('/somewhere'), 405, 'method-not-allowed'],
    ['an address outside the API', () => s.api.get('/somewhere.png'), 404, 'asset-not-found'],
    [
      'a way to another prototype',
      () => post().send('{"customer":"x","__proto__":{}}'),
      400,
      'entry-invalid',
    ],
  ] as const)('%s is answered as %#', async (_name, ask, status, wanted) => {
    const r = await ask();
    expect([r.status, code(r)]).toEqual([status, wanted]);
    expect(r.headers['content-type']).toContain('json');
  });
  it('text that is no UTF-8 is refused, not repaired', async () => {
    const bytes = Buffer.concat([Buffer.from('{"customer":"'), Buffer.from([0xc3, 0x28]), Buffer.from('"}')]);
    const r = await raw(bytes, {});
    expect([r.status, r.code]).toEqual([415, 'body-encoding']);
  });
  it('says which methods there are', async () => {
    expect((await s.api.delete('/api/settings')).headers.allow).toBe('GET, PUT, HEAD');
  });
  it('a compressed body is taken', async () => {
    const r = await raw(gzipSync('{"customer":"Ferry pilot"}'), { 'Content-Encoding': 'gzip' });
    expect(r.status).toBe(201);
  });
  it('names fifty faults and counts the rest', async () => {
    const job = await s.job(1012);
    const items = Array.from({ length: 100 }, (_, i) => ({
      id: String(i),
      kind: 'part',
      code: 'X',
      quantity: 99,
      takenOver: '',
    }));
    const r = await s.api
      .put(`/api/jobs/${job.id}/sections/build`)
      .send({ version: 1, data: { items, free: [], decisions: {}, locks: {}, notes: '' } })
      .expect(400);
    expect(r.body.error.faults).toHaveLength(51);
    expect(r.body.error.faults[50].message).toBe('and 50 more like these');
  });
});

describe('who may ask', () => {
  it.each(['evil.example', 'rigger.evil.example:4300', ''])('not under the name %j', async (host) => {
    const r = await s.api.get('/api/jobs').set('Host', host);
    expect([421, 400]).toContain(r.status);
    expect(r.body.jobs).toBeUndefined();
  });
  it.each([
    [{ Origin: 'http://evil.example' }],
    [{ Origin: 'null' }],
    [{ 'Sec-Fetch-Site': 'cross-site' }],
    [{ 'Sec-Fetch-Site': 'same-site' }],
  ])('a page of somebody else writes nothing: %j', async (headers) => {
    const before = (await s.api.get('/api/jobs')).body.jobs.length;
    const r = await s.api.post('/api/jobs').set(headers).send({ customer: 'Nobody' }).expect(403);
    expect(code(r)).toBe('origin-not-allowed');
    expect((await s.api.get('/api/jobs').set(headers)).body.jobs.length).toBe(before);
  });
  it('a page of this server does', async () => {
    const host = 'localhost:4300';
    const r = await s.api
      .post('/api/jobs')
      .set({ Host: host, Origin: `http://${host}`, 'Sec-Fetch-Site': 'same-origin' })
      .send({ customer: 'Weir keeper' });
    expect(r.status).toBe(201);
  });
  it('what customers said stays out of every cache', async () => {
    for (const path of ['/api/jobs', '/api/settings', '/api/nothing'])
      expect((await s.api.get(path)).headers['cache-control']).toBe('no-store');
  });
});

describe('while it cannot', () => {
  it('a database that another program holds is said, and asked for again', async () => {
    const busy = Object.assign(new Error('database is locked'), { code: 'SQLITE_BUSY' });
    const find = jest.spyOn(s.shop.jobs, 'board').mockRejectedValueOnce(busy);
    const r = await s.api.get('/api/jobs').expect(503);
    expect([code(r), r.headers['retry-after']]).toEqual(['store-busy', '2']);
    find.mockRejectedValueOnce(Object.assign(new Error('full'), { code: 'SQLITE_FULL' }));
    expect(code(await s.api.get('/api/jobs').expect(507))).toBe('store-failed');
    find.mockRestore();
  });
  it('a client that went away is no failure of the server', async () => {
    const list = jest.spyOn(s.shop.jobs, 'board').mockImplementationOnce(
      () =>
        new Promise((_, fail) => {
          setTimeout(fail, 60, new Error('nobody listens'));
        }),
    );
    const call = s.api.get('/api/jobs');
    const ended = call.then(
      () => 'answered',
      () => 'gone',
    );
    setTimeout(() => {
      call.abort();
    }, 20);
    await expect(ended).resolves.toBe('gone');
    await new Promise((r) => setTimeout(r, 80));
    list.mockRestore();
    await s.api.get('/api/jobs').expect(200);
  });
  it('too much computing is refused before its body is read', async () => {
    const full = await openServer({ demo: false, computer: { admits: () => false } });
    const r = await full.api.post('/api/compute/tire').send('x'.repeat(2_000_000)).expect(503);
    expect([code(r), r.headers['retry-after']]).toEqual(['too-busy', '2']);
    await full.close();
  });
  it('work that would cost too much is refused with what would do', async () => {
    const { default: compute } = await import('./workers/compute-worker');
    const { hardpoints } = s.catalogue.platforms[0]!.front;
    const points = Array.from({ length: 200 }, (_, i) => [i, 700, 500]);
    const range = { fromMm: -60, toMm: 60, points: 121 };
    const text = Buffer.from(
      JSON.stringify({
        hardpoints,
        subframePoints: [],
        edits: [],
        tire: { halfWidthMm: 140, radiusMm: 400, shoulderMm: 50 },
        outboardMm: 0,
        travel: range,
        rack: range,
        obstacles: Array.from({ length: 80 }, (_, i) => ({ name: `o${i}`, carriedBy: 'body', points })),
      }),
    );
    const answer = compute({ kind: 'clearance', text, upToMs: 5000 });
    expect(answer).toMatchObject({ kind: 'longer' });
    expect(answer.kind === 'longer' && answer.estimateMs).toBeGreaterThan(20_000);
  });
  it('an error of the server says when to come back, one of the client does not', () => {
    expect(new AppError('took-too-long').retryAfterS).toBe(2);
    expect(new AppError('too-costly').retryAfterS).toBeNull();
  });
  it('a server that is being stopped takes nothing new, and still says that it lives', async () => {
    const going = await openServer({ demo: false });
    going.drain();
    expect(code(await going.api.post('/api/jobs').send({ customer: 'x' }).expect(503))).toBe('shutting-down');
    await going.api.get('/api/health').expect(200);
    await going.close();
  });
});
