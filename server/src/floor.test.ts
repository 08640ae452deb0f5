import { FloorSchema, type Floor } from '@rigger/contracts';
import { emptyBox, type Catalogue } from '@rigger/core';
import { printing } from './services/printing';
import { standInFeed } from './standins/supplier-feed';
import { openServer, type OpenServer } from './testing/open-server';

let s: OpenServer;
const documents: unknown[] = [];
beforeAll(async () => {
  s = await openServer({
    printer: {
      print: (task) => {
        const made = printing(task, ({ text }) => JSON.parse(text) as Catalogue);
        if (made.kind === 'refused') return Promise.resolve({ ok: false, code: made.code });
        if (made.kind === 'document') documents.push(made.document);
        return Promise.resolve({ ok: true, body: made.kind === 'text' ? made.text : new Uint8Array([37]) });
      },
    },
  });
});
afterAll(() => s.close());
const floor = async (): Promise<Floor> => FloorSchema.parse((await s.api.get('/api/floor').expect(200)).body);
const save = (id: string, section: string, version: number, data: unknown) =>
  s.api
    .put(`/api/jobs/${id}/sections/${section}`)
    .set('x-rigger-author', 'Test')
    .send({ version, data })
    .expect(200);

describe('the floor of the shop', () => {
  it('has every open job with its hours, people and boxes, and what the supplier says of each thing once', async () => {
    const f = await floor();
    expect(f.jobs.map((j) => j.number)).toEqual([1013, 1014]);
    for (const j of f.jobs) expect(['parts', 'bay']).toContain(j.stage);
    const planned = f.jobs.filter((j) => j.floor);
    expect(
      planned.some((j) => j.floor!.crews.every((c) => c.bayMinutes > 60) && j.floor!.lines.length > 2),
    ).toBe(true);
    expect(f.standIn).toBe(true);
    const codes = f.feed.map((x) => x.code);
    expect(new Set(codes).size).toBe(codes.length);
  });
  it('a box that is received, short, or late says so, and moves the day on which the job is ready', async () => {
    const before = (await floor()).jobs.find((j) => j.number === 1013)!;
    await save(before.id, 'boxes', before.boxes.version, { list: [] });
    const job = (await floor()).jobs.find((j) => j.number === 1013)!;
    const line = job.floor!.lines.find((l) => l.state === 'asked' && l.leadDays !== null)!;
    expect(line.orderBy! < job.promiseDate!).toBe(true);
    const box = { ...emptyBox('b1', line.code), orderedOn: '2026-11-20', expectedOn: '2026-12-18' };
    await save(job.id, 'boxes', job.boxes.version, { list: [box] });
    const after = (await floor()).jobs.find((j) => j.id === job.id)!;
    expect(after.floor!.lines.find((l) => l.code === line.code)).toMatchObject({
      state: 'ordered',
      day: '2026-12-18',
    });
    const late = { ...box, expectedOn: '2026-11-21' };
    await save(job.id, 'boxes', after.boxes.version, { list: [late] });
    const then = (await floor()).jobs.find((j) => j.id === job.id)!;
    expect(then.floor).toMatchObject({ readyOn: null });
    expect(then.floor!.lines.find((l) => l.code === line.code)!.state).toBe('late');
  });
  it('a job with an entry that nobody can read stands there without figures', async () => {
    const job = (await floor()).jobs.find((j) => j.floor)!;
    const { body } = await s.api.get(`/api/jobs/${job.id}`).expect(200);
    await save(job.id, 'unread', body.sections.unread.version, { entries: { 'brief.payloadKg': 'lots' } });
    expect((await floor()).jobs.find((j) => j.id === job.id)!.floor).toBeNull();
    await save(job.id, 'unread', body.sections.unread.version + 1, { entries: {} });
    expect((await floor()).jobs.find((j) => j.id === job.id)!.floor).not.toBeNull();
  });
  it('comes as a pick list: CSV with a line for each line of each job, and a document', async () => {
    const f = await floor();
    const csv = (
      await s.api
        .get('/api/pick-list.csv')
        .expect(200)
        .expect('content-type', /text\/csv/)
    ).text;
    const lines = f.jobs.flatMap((j) => j.floor?.lines ?? []);
    expect(csv.trim().split('\r\n')).toHaveLength(lines.length + 1);
    await s.api
      .get('/api/pick-list.pdf')
      .expect(200)
      .expect('content-type', /application\/pdf/);
    expect(JSON.stringify(documents.at(-1))).toContain('Pick list');
  });
});
describe('papers of the bay', () => {
  it('each can be had, under its own name; the calendar and the data are text', async () => {
    const [job] = (await floor()).jobs.filter((j) => j.floor && j.promiseDate);
    for (const [paper, holds] of [
      ['rack.pdf', 'Rack sheet'],
      ['tools.pdf', 'Hardware bags'],
      ['labels-14.pdf', 'Bag A'],
    ] as const) {
      const r = await s.api.get(`/api/jobs/${job!.id}/${paper}`).expect(200);
      expect(r.headers['content-disposition']).toContain(
        `${paper.slice(0, paper.search(/[-.]/))}-${job!.number}`,
      );
      expect(JSON.stringify(documents.at(-1))).toContain(holds);
    }
    const ics = (await s.api.get(`/api/jobs/${job!.id}/plan.ics`).expect(200)).text;
    expect(ics).toContain('BEGIN:VCALENDAR');
    expect(ics).toContain(`DTSTART;VALUE=DATE:${job!.promiseDate!.replaceAll('-', '')}`);
    expect(ics).toContain('80 km');
    const plan = JSON.parse((await s.api.get(`/api/jobs/${job!.id}/plan.json`).expect(200)).text) as {
      plan: { steps: unknown[] };
    };
    expect(plan.plan.steps.length).toBeGreaterThan(5);
  });
  it('a line break in a name begins no line of the calendar', async () => {
    const [{ id } = { id: '' }] = (await floor()).jobs.filter((j) => j.floor && j.promiseDate);
    const { body } = await s.api.get(`/api/jobs/${id}`).expect(200);
    const { version, data } = body.sections.head;
    await s.api
      .put(`/api/jobs/${id}/sections/head`)
      .send({ version, data: { ...data, customer: 'Weir\nX-WR-EVIL:1\r\nBEGIN:VEVENT' } })
      .expect(200);
    const lines = (await s.api.get(`/api/jobs/${id}/plan.ics`).expect(200)).text.split(/\r\n|\n|\r/);
    expect(lines.filter((l) => l.startsWith('X-WR-EVIL'))).toEqual([]);
    expect(lines.filter((l) => l === 'BEGIN:VEVENT').length).toBe(
      lines.filter((l) => l === 'END:VEVENT').length,
    );
  });
  it('no price, and no torque that nobody has a source for, stands on a paper of the bay', async () => {
    const [job] = (await floor()).jobs.filter((j) => j.floor);
    for (const paper of ['rack.pdf', 'tools.pdf', 'labels-14.pdf']) {
      await s.api.get(`/api/jobs/${job!.id}/${paper}`).expect(200);
      expect(JSON.stringify(documents.at(-1))).not.toMatch(/\bmk\b|\d N·m/);
    }
  });
});
describe('the stand-in for suppliers', () => {
  const things = Array.from({ length: 60 }, (_, i) => ({ code: `P-${i}`, priceMinor: 10_000, leadDays: 4 }));
  it('says the same to the same question, and something else with another seed', async () => {
    const a = await standInFeed('a').ask(things, '2026-11-27');
    expect(await standInFeed('a').ask(things, '2026-11-27')).toEqual(a);
    expect(await standInFeed('b').ask(things, '2026-11-27')).not.toEqual(a);
    expect(a.some((x) => x.onHand === 0)).toBe(true);
    expect(a.some((x) => x.delayedTo !== null)).toBe(true);
    for (const x of a) expect(Math.abs(x.priceMinor / 10_000 - 1)).toBeLessThanOrEqual(0.06);
  });
  it('makes nothing up for what has no price or no days', async () => {
    expect(
      await standInFeed('a').ask(
        [
          { code: 'x', priceMinor: null, leadDays: 3 },
          { code: 'y', priceMinor: 1, leadDays: null },
        ],
        '2026-11-27',
      ),
    ).toEqual([]);
  });
});
