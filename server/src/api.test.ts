import { JobAnswerSchema, JobFileSchema } from '@rigger/contracts';
import { SECTIONS } from '@rigger/core';
import { openServer, type OpenServer } from './testing/open-server';

let s: OpenServer;
beforeAll(async () => {
  s = await openServer();
});
afterAll(() => s.close());
const put = (id: string, section: string, version: number, data: unknown) =>
  s.api.put(`/api/jobs/${id}/sections/${section}`).send({ version, data });

describe('the board', () => {
  it('has the demo jobs in the order of their promises, done ones last, with stage, promise and what each lacks', async () => {
    const { body } = await s.api.get('/api/jobs').expect(200);
    expect(body.jobs.map((j: any) => [j.number, j.stage])).toEqual([
      [1010, 'follow-up'],
      [1014, 'bay'],
      [1013, 'parts'],
      [1012, 'quote'],
      [1015, 'brief'],
      [1009, 'done'],
    ]);
    expect(body.jobs.find((j: any) => j.number === 1012)).toMatchObject({
      customer: 'Hut warden',
      vehicle: 'Corvane Halder 2021',
      promiseDate: '2026-12-04',
      lacks: [],
    });
    expect(body.jobs.find((j: any) => j.number === 1015).lacks.map((l: any) => l.code)).toEqual([
      'to-ask',
      'corners',
      'not-priced',
      'no-source',
    ]);
  });
});

describe('jobs', () => {
  it('asked for twice under one id, as when the first answer was lost, is made once', async () => {
    const fresh = { customer: 'Weir keeper', id: '3b241101-e2bb-4255-8caf-4136c566a962' };
    const first = (await s.api.post('/api/jobs').send(fresh).expect(201)).body;
    const second = (await s.api.post('/api/jobs').send(fresh).expect(201)).body;
    expect([first.id, second.number]).toEqual([fresh.id, first.number]);
    await s.api.post('/api/jobs').send({ customer: 'X', id: 'chosen' }).expect(400);
  });
  it('a new job is empty, numbered on, and has all its sections at version 1', async () => {
    const { body } = await s.api.post('/api/jobs').send({ customer: '  Ferry pilot ' }).expect(201);
    const job = JobAnswerSchema.parse(body);
    expect(job.number).toBeGreaterThan(1015);
    expect(job.sections.head.data.customer).toBe('Ferry pilot');
    for (const name of SECTIONS) expect(job.sections[name].version).toBe(1);
  });
  it.each([[{}], [{ customer: '   ' }], [{ customer: 'x'.repeat(201) }], [{ customer: 'a', extra: 1 }]])(
    'refuses %j and says which value',
    async (body) => {
      const r = await s.api.post('/api/jobs').send(body).expect(400);
      expect(r.body.error).toMatchObject({ code: 'entry-invalid' });
      expect(r.body.error.faults.length).toBe(1);
    },
  );
  it('a saved section comes back as sent, one version up, with its time', async () => {
    const job = await s.job(1010);
    const brief = { ...job.sections.brief.data, payloadKg: 123.5, notes: 'Ω, 31⅝″ and “quotes”' };
    const saved = await put(job.id, 'brief', job.sections.brief.version, brief).expect(200);
    expect(saved.body.version).toBe(job.sections.brief.version + 1);
    const again = await s.job(1010);
    expect(again.sections.brief.data).toEqual(brief);
    expect(again.sections.brief.updatedAt >= job.sections.brief.updatedAt).toBe(true);
    expect(again.sections.tape).toEqual(job.sections.tape);
  });
  it('a stale version is refused with both, and nothing is overwritten', async () => {
    const job = await s.job(1013);
    const { version, data } = job.sections.head;
    await put(job.id, 'head', version, { ...data, trade: 'first' }).expect(200);
    const r = await put(job.id, 'head', version, { ...data, trade: 'second' }).expect(409);
    expect(r.body.error).toMatchObject({
      code: 'version-conflict',
      yours: { version, data: { trade: 'second' } },
      theirs: { version: version + 1, data: { trade: 'first' } },
    });
    expect((await s.job(1013)).sections.head.data.trade).toBe('first');
  });
  it('two sections of one job never collide', async () => {
    const job = await s.job(1014);
    await Promise.all([
      put(job.id, 'brief', job.sections.brief.version, { ...job.sections.brief.data, notes: 'a' }).expect(
        200,
      ),
      put(job.id, 'lookOver', job.sections.lookOver.version, {
        ...job.sections.lookOver.data,
        notes: 'b',
      }).expect(200),
    ]);
    const now = await s.job(1014);
    expect([now.sections.brief.data.notes, now.sections.lookOver.data.notes]).toEqual(['a', 'b']);
  });
  it('of many writers with the same version exactly one wins', async () => {
    const job = await s.job(1015);
    const { version, data } = job.sections.after;
    const answers = await Promise.all(
      Array.from({ length: 6 }, (_, i) => put(job.id, 'after', version, { ...data, nextTime: String(i) })),
    );
    expect(answers.map((a) => a.status).sort()).toEqual([200, 409, 409, 409, 409, 409]);
    const won = answers.findIndex((a) => a.status === 200);
    expect((await s.job(1015)).sections.after.data.nextTime).toBe(String(won));
  });
  it.each([
    ['brief', { payloadKg: 3001 }, 'data.payloadKg'],
    ['brief', { heightLimitMm: -1 }, 'data.heightLimitMm'],
    ['tire', { loadIndex: 12 }, 'data.loadIndex'],
    [
      'build',
      { items: [{ id: 'a', kind: 'part', code: 'X', quantity: 99, takenOver: '' }] },
      'data.items[0].quantity',
    ],
    [
      'vehicle',
      { accessories: [{ id: 'a', what: '', massKg: 9999, place: 'roof', addsHeightMm: null }] },
      'data.accessories[0].massKg',
    ],
    ['head', { stage: 'lost' }, 'data.stage'],
  ])('a bad %s entry is refused with its path and keeps what was there', async (section, change, path) => {
    const job = await s.job(1012);
    const { version, data } = job.sections[section];
    const r = await put(job.id, section, version, { ...data, ...change }).expect(400);
    expect(r.body.error.faults.map((f: any) => f.path)).toEqual([path]);
    expect((await s.job(1012)).sections[section]).toEqual(job.sections[section]);
  });
  it('what is not there is said plainly', async () => {
    const none = await s.api.get('/api/jobs/nobody').expect(404);
    expect(none.body.error.code).toBe('job-not-found');
    expect(
      (await put('nobody', 'tape', 1, (await s.job(1012)).sections.tape.data).expect(404)).body.error.code,
    ).toBe('job-not-found');
    expect((await s.api.get('/api/nothing').expect(404)).body.error.code).toBe('route-not-found');
    expect((await s.api.put('/api/jobs/x/sections/other').send({}).expect(404)).body.error.code).toBe(
      'route-not-found',
    );
  });
});

describe('job files', () => {
  it('round trip: out, in, out is the same job', async () => {
    const job = await s.job(1012);
    const out = await s.api.get(`/api/jobs/${job.id}/file`).expect(200);
    const file = JobFileSchema.parse(out.body);
    expect(out.headers['content-type']).toContain('json');
    const read = await s.api.post('/api/jobs/import').send(out.body).expect(201);
    expect(read.body.id).not.toBe(job.id);
    const again = await s.api.get(`/api/jobs/${read.body.id}/file`).expect(200);
    expect(again.body.sections).toEqual(file.sections);
  });
  it('a bad file is refused with the path of each fault, and no job appears', async () => {
    const job = await s.job(1012);
    const file = (await s.api.get(`/api/jobs/${job.id}/file`)).body;
    const before = (await s.api.get('/api/jobs')).body.jobs.length;
    file.sections.brief.payloadKg = 'heavy';
    file.sections.tape.rounds[0].corners.leftFront = 5;
    delete file.sections.head.trade;
    const r = await s.api.post('/api/jobs/import').send(file).expect(422);
    expect(r.body.error.code).toBe('file-invalid');
    expect(r.body.error.faults.map((f: any) => f.path).sort()).toEqual([
      'sections.brief.payloadKg',
      'sections.head.trade',
      'sections.tape.rounds[0].corners.leftFront',
    ]);
    expect((await s.api.get('/api/jobs')).body.jobs.length).toBe(before);
  });
  it('text that is no JSON and a body that is too big are refused before anything reads them', async () => {
    const post = s.api.post('/api/jobs/import').set('Content-Type', 'application/json');
    expect((await post.send('{"format":').expect(400)).body.error.code).toBe('body-not-json');
    const big = s.api.post('/api/jobs/import').send({ format: 'x'.repeat(1_100_000) });
    expect((await big.expect(413)).body.error.code).toBe('body-too-large');
  });
});

describe('settings', () => {
  it('are versioned like everything that can be edited', async () => {
    const now = (await s.api.get('/api/settings').expect(200)).body;
    const saved = await s.api
      .put('/api/settings')
      .send({ version: now.version, data: { ...now.data, lengthUnit: 'in' } })
      .expect(200);
    expect(saved.body).toMatchObject({ version: now.version + 1, data: { lengthUnit: 'in' } });
    const r = await s.api.put('/api/settings').send({ version: now.version, data: now.data }).expect(409);
    expect(r.body.error.theirs.data.lengthUnit).toBe('in');
    await s.api
      .put('/api/settings')
      .send({ version: now.version + 1, data: now.data })
      .expect(200);
  });
});

describe('what every answer carries', () => {
  it('a strict policy, no powered-by, a request id with each error', async () => {
    const r = await s.api.get('/api/jobs');
    expect(r.headers['content-security-policy']).toContain("default-src 'none'");
    expect(r.headers['content-security-policy']).toMatch(/style-src 'self' 'nonce-[\w+/=]+'/);
    expect(r.headers['content-security-policy']).not.toContain('unsafe');
    expect(r.headers['x-powered-by']).toBeUndefined();
    expect((await s.api.get('/api/nothing')).body.error.requestId).toMatch(/^[0-9a-f-]{36}$/);
  });
});
