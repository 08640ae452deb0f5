import type { Catalogue } from '@rigger/core';
import type { QuotePaper, QuotedPaperPlan } from '@rigger/contracts';
import { randomUUID } from 'node:crypto';
import Papa from 'papaparse';
import type { PrintTask } from './services/printable';
import { printing } from './services/printing';
import { quoteDocument } from './services/quote-document';
import { openServer, type OpenServer } from './testing/open-server';

let s: OpenServer;
const made = (task: PrintTask) => printing(task, ({ text }) => JSON.parse(text) as Catalogue);
beforeEach(async () => {
  s = await openServer({
    printer: {
      print: (task) => {
        const m = made(task);
        return Promise.resolve(
          m.kind === 'refused'
            ? { ok: false, code: m.code }
            : { ok: true, body: m.kind === 'text' ? m.text : JSON.stringify(m.document.content) },
        );
      },
    },
  });
});
afterEach(() => s.close());

type Job = Awaited<ReturnType<OpenServer['job']>>;
/** `open-server` says what day it is */
const TODAY = '2026-11-25';
async function write(job: Job, change: object, version = job.sections.quote.version): Promise<number> {
  const data = { ...job.sections.quote.data, ...change };
  const r = await s.api.put(`/api/jobs/${job.id}/sections/quote`).send({ version, data }).expect(200);
  return r.body.version as number;
}
const give = (job: Job, id = randomUUID()) => s.api.post(`/api/jobs/${job.id}/quotes`).send({ id });
const given = async (job: Job) =>
  (await s.api.get(`/api/jobs/${job.id}/quotes`).expect(200)).body.quotes as {
    revision: number;
    paper: QuotePaper;
  }[];

it('a quote without a last day, or past it, or with nothing in it is not given, and says what is missing', async () => {
  const job = await s.job(1012);
  const { version: settingsVersion, data: shop } = (await s.api.get('/api/settings')).body;
  const holdsFor = (quoteDays: number | null, version: number) =>
    s.api
      .put('/api/settings')
      .send({ version, data: { ...shop, quoteDays } })
      .expect(200);
  await holdsFor(null, settingsVersion);
  const refused = async (j: Job) => (await give(j).expect(409)).body.error;
  expect(await refused(job)).toMatchObject({ code: 'quote-not-ready', message: 'Say until when it holds.' });
  const version = await write(job, { validUntil: '2026-11-24' });
  expect((await refused(job)).message).toBe('Its last day is past.');
  const last = await write(job, { validUntil: TODAY }, version);
  await give(job).expect(201);
  // the shop says how long its quotes hold; one that was given keeps its day
  await write(job, { validUntil: null }, last);
  await holdsFor(14, settingsVersion + 1);
  await give(job).expect(201);
  expect((await given(job)).map((q) => q.paper.validUntil)).toEqual(['2026-12-09', TODAY]);
  const bare = (await s.api.post('/api/jobs').send({ customer: 'Nobody yet' })).body;
  expect((await refused(bare)).code).toBe('vehicle-missing');
});
it('what was given stays as it was, whatever is changed after; the next is a revision beside it', async () => {
  const job = await s.job(1012);
  const version = await write(job, { validUntil: '2026-12-24', words: 'As spoken of.' });
  await give(job).expect(201);
  const [first] = await given(job);
  await write(job, { validUntil: '2026-12-24', freightMinor: 12_000, words: 'With freight.' }, version);
  expect(await given(job)).toEqual([first]);
  await give(job).expect(201);
  const both = await given(job);
  expect(both.map((q) => q.revision)).toEqual([2, 1]);
  expect(both[1]).toEqual(first);
  const [now, was] = both.map((q) => q.paper.plans[0]!.money);
  expect(now!.total.to - was!.total.to).toBeCloseTo(12_000 * 1.2, 6);
  const pdf = async (n: number) =>
    String((await s.api.get(`/api/jobs/${job.id}/quotes/${n}/quote.pdf`).expect(200)).body);
  expect(await pdf(1)).toContain('As spoken of.');
  expect(await pdf(2)).toContain('Quote, revision 2');
  await s.api.get(`/api/jobs/${job.id}/quotes/3/quote.pdf`).expect(404);
});
it('asked twice with one id it is given once', async () => {
  const job = await s.job(1012);
  await write(job, { validUntil: '2026-12-24' });
  const id = randomUUID();
  await give(job, id).expect(201);
  await give(job, id).expect(201);
  expect(await given(job)).toHaveLength(1);
});
it('a job file carries what was given, and reading it in keeps it', async () => {
  const job = await s.job(1012);
  await write(job, { validUntil: '2026-12-24' });
  await give(job).expect(201);
  const file = (await s.api.get(`/api/jobs/${job.id}/file`).expect(200)).body;
  const copy = (await s.api.post('/api/jobs/import').send(file).expect(201)).body;
  expect((await given(copy)).map((q) => q.paper)).toEqual((await given(job)).map((q) => q.paper));
});
it('a paper of the first version, a field for each sum, is read as one of today; a field it never had is named', async () => {
  const job = await s.job(1012);
  await write(job, { validUntil: '2026-12-24', freightMinor: 12_000 });
  await give(job).expect(201);
  const file = (await s.api.get(`/api/jobs/${job.id}/file`).expect(200)).body;
  const [paper] = file.quotes;
  const once = (more: object) => ({
    ...file,
    quotes: [
      {
        ...paper,
        version: 1,
        plans: paper.plans.map(({ money, ...plan }: QuotedPaperPlan) => {
          const of = (term: string) => money.terms.find((t) => t.term === term)!.amount!;
          return {
            ...plan,
            money: {
              partsMinor: of('parts').from,
              freightMinor: of('freight').from,
              labour: of('labour'),
              supplies: of('supplies'),
              alignmentMinor: of('alignment').from,
              tax: of('tax'),
              total: money.total,
              ...more,
            },
          };
        }),
      },
    ],
  });
  const copy = (await s.api.post('/api/jobs/import').send(once({})).expect(201)).body;
  expect((await given(copy))[0]!.paper).toEqual((await given(job))[0]!.paper);
  const refused = (
    await s.api
      .post('/api/jobs/import')
      .send(once({ postageMinor: 5 }))
      .expect(422)
  ).body;
  expect(JSON.stringify(refused)).toContain('postageMinor');
});
it('a job keeps as many as its file can carry, and says so', async () => {
  const job = await s.job(1012);
  await write(job, { validUntil: '2026-12-24' });
  await give(job).expect(201);
  const file = (await s.api.get(`/api/jobs/${job.id}/file`).expect(200)).body;
  const full = { ...file, quotes: Array.from({ length: 100 }, () => file.quotes[0]) };
  const copy = (await s.api.post('/api/jobs/import').send(full).expect(201)).body;
  expect((await give(copy).expect(409)).body.error.message).toContain('100 quotes');
  await s.api.get(`/api/jobs/${copy.id}/file`).expect(200);
});
it('the draft says that it is one; its CSV adds up to its totals, and no torque is in any form', async () => {
  const job = await s.job(1012);
  await write(job, {
    freightMinor: 5_000,
    alternatives: [
      {
        id: 'b',
        items: [{ id: 'i', kind: 'part', code: 'TL-2810', quantity: 1, takenOver: '' }],
        reliefs: [],
        tireCode: null,
        wheelCode: null,
        freightMinor: null,
      },
    ],
  });
  const at = (form: string) => `/api/jobs/${job.id}/quote.${form}`;
  const paper = (await s.api.get(at('json')).expect(200)).body as QuotePaper;
  expect(paper.revision).toBeNull();
  expect(paper.plans).toHaveLength(2);
  const text = JSON.stringify(quoteDocument(paper));
  expect(text).toContain('Quote, a draft');
  for (const p of paper.plans) for (const l of p.lines) expect(text).toContain(l.name);
  expect(text).not.toMatch(/N·m|lbf|torque/i);
  expect(text).not.toMatch(/undefined|NaN/);
  const csv = (await s.api.get(at('csv')).expect(200)).text;
  const rows = Papa.parse<Record<string, string>>(csv.replace('\uFEFF', ''), { header: true }).data;
  for (const p of paper.plans) {
    const own = rows.filter((r) => r.plan === p.title);
    const sum = own
      .filter((r) => r.what !== 'Total' && r['to mk'] !== 'ask')
      .reduce((total, r) => total + Number(r['to mk']), 0);
    expect(sum).toBeCloseTo(Number(own.find((r) => r.what === 'Total')!['to mk']), 1);
  }
  expect(rows.filter((r) => r.what === 'Freight').map((r) => r['to mk'])).toEqual(['50.00', 'ask']);
});
