import { BoardSchema, JobAnswerSchema } from '@rigger/contracts';
import { SECTIONS } from '@rigger/core';
import { writeFileSync } from 'node:fs';
import { importWorld } from './services/import-world';
import type { Printable } from './services/printable';
import { printing } from './services/printing';
import { openServer, TODAY, type OpenServer, smallWeek } from './testing/open-server';
import { prepareFor, readCatalogue } from './workers/kept-between-tasks';
import { remembering } from './workers/remembering';

let s: OpenServer;
beforeEach(async () => {
  s = await openServer();
});
afterEach(() => s.close());
const put = (id: string, section: string, body: object, author = 'Ina') =>
  s.api
    .put(`/api/jobs/${id}/sections/${section}`)
    .set('X-Rigger-Author', encodeURIComponent(author))
    .send(body);
/** the demo world with one part changed */
const changed = (change: (part: any) => object) => {
  const files = new Map(smallWeek());
  const parts = JSON.parse(files.get('parts.json')!) as any[];
  files.set('parts.json', JSON.stringify(parts.map((p) => ({ ...p, ...change(p) }))));
  return files;
};
const take = (files: ReadonlyMap<string, string>) =>
  importWorld(s.shop.stores, files, { origin: 'own', author: 'Ina', today: TODAY });

describe('history', () => {
  it('tells who changed what and when, and gives any state back', async () => {
    const job = await s.job(1012);
    const { version, data } = job.sections.brief;
    await put(job.id, 'brief', { version, data: { ...data, payloadKg: 311 } }, 'Řehoř 2').expect(200);
    await put(job.id, 'brief', { version: version + 1, data, why: 'brought-back' }).expect(200);
    const { revisions } = (await s.api.get(`/api/jobs/${job.id}/history`).expect(200)).body;
    expect(revisions.slice(0, 2)).toMatchObject([
      { section: 'brief', version: version + 2, madeFrom: version + 1, author: 'Ina', why: 'brought-back' },
      { section: 'brief', version: version + 1, madeFrom: version, author: 'Řehoř 2', why: 'edit' },
    ]);
    expect(revisions.length).toBe(SECTIONS.length + 2);
    const one = (await s.api.get(`/api/jobs/${job.id}/history/${revisions[1].id}`).expect(200)).body;
    expect([one.before.payloadKg, one.data.payloadKg]).toEqual([data.payloadKg, 311]);
    expect((await s.api.get(`/api/jobs/${job.id}/history/none`).expect(404)).body.error.code).toBe(
      'revision-not-found',
    );
    await s.api.get('/api/jobs/none/history').expect(404);
  });
});

describe('the board', () => {
  it('finds, filters and pages', async () => {
    const rows = async (query: string) =>
      (await s.api.get(`/api/jobs?${query}`).expect(200)).body.jobs.map((j: any) => j.number);
    expect(await rows('find=hut+WARDEN')).toEqual([1012]);
    expect(await rows('find=corvane')).toEqual([1012, 1015]);
    expect(await rows('find=%25')).toEqual([]);
    expect(await rows('stage=bay')).toEqual([1014]);
    const first = (await s.api.get('/api/jobs?limit=4')).body;
    // neither is held to its contract for each who asks: here it is
    expect(BoardSchema.parse(first)).toEqual(first);
    const job = await s.job(1012);
    expect(JobAnswerSchema.parse(job)).toEqual(job);
    expect([first.jobs.length, first.next, first.lacking]).toEqual([4, 4, 3]);
    const rest = (await s.api.get('/api/jobs?limit=4&after=4')).body;
    expect([rest.jobs.length, rest.next]).toEqual([2, null]);
    expect((await s.api.get('/api/jobs?limit=0').expect(400)).body.error.faults[0].path).toBe('limit');
  });
  it('archives with a way back', async () => {
    const { id } = await s.job(1009);
    await s.api.put(`/api/jobs/${id}/archived`).send({ archived: true }).expect(200);
    const board = (await s.api.get('/api/jobs')).body;
    expect([board.jobs.length, board.archived]).toEqual([5, 1]);
    const away = (await s.api.get('/api/jobs?archived=yes')).body.jobs;
    expect(away.map((j: any) => j.number)).toEqual([1009]);
    await s.api.put(`/api/jobs/${id}/archived`).send({ archived: false }).expect(200);
    expect((await s.api.get('/api/jobs')).body.jobs.length).toBe(6);
  });
  it('writes again what another state of the catalogue said, and what came without a row', async () => {
    const rows = () => s.db('job_board').orderBy('number').select('number', 'state', 'data');
    const before = await rows();
    await s.db('job_board').where({ number: 1012 }).update({ state: 'an earlier one', data: '{}' });
    await s.db('job_board').where({ number: 1013 }).delete();
    await s.shop.stores.jobs.projectStale();
    expect(await rows()).toEqual(before);
  });
  it('names a job that cannot be read, and the rest of the shop works', async () => {
    const { id } = await s.job(1013);
    await s.db('job_revisions').where({ job_id: id, section: 'tape' }).update({ data: '{"torn":' });
    await s.db('job_board').delete();
    await s.shop.stores.jobs.projectStale();
    const { jobs } = (await s.api.get('/api/jobs').expect(200)).body;
    expect(jobs.length).toBe(6);
    expect(jobs.find((j: any) => j.number === 1013).unreadable).toMatch(/^sections\.tape/);
    const r = await s.api.get(`/api/jobs/${id}`).expect(422);
    expect(r.body.error).toMatchObject({ code: 'job-unreadable' });
    expect(r.body.error.message).toContain('Job 1013');
    await s.api.get(`/api/jobs/${id}/history`).expect(200);
    await s.api.get(`/api/jobs/${jobs[0].id}`).expect(200);
  });
});

describe('the catalogue', () => {
  it('is asked for again only when it changed, and swapped in a running server', async () => {
    const first = await s.api.get('/api/catalogue').expect(200);
    await s.api.get('/api/catalogue').set('If-None-Match', first.headers.etag!).expect(304);
    await take(changed((p) => (p.code === 'TL-2810' ? { priceMinor: p.priceMinor + 1000 } : {})));
    const next = await s.api.get('/api/catalogue').set('If-None-Match', first.headers.etag!).expect(200);
    expect(next.headers.etag).not.toBe(first.headers.etag);
    const was = (await s.api.get('/api/catalogue/states/1').expect(200)).body;
    const price = (c: any) => c.parts.find((p: any) => p.code === 'TL-2810').priceMinor;
    expect(price(next.body) - price(was)).toBe(1000);
    await s.api.get('/api/catalogue/states/9').expect(404);
    await s.api.get('/api/catalogue/states/x').expect(404);
  });
  it('a job keeps what it was computed with until a person takes the change over', async () => {
    const [hut, vet] = [await s.job(1012), await s.job(1014)];
    const price = hut.sections.build.data.items.some((i: any) => i.code === 'TL-2810');
    expect(price).toBe(true);
    await take(changed((p) => (p.code === 'TL-2810' ? { priceMinor: p.priceMinor + 1000 } : {})));
    const told = await s.job(1012);
    expect(told.catalogue).toBe(1);
    expect(told.changes).toMatchObject([{ kind: 'parts', code: 'TL-2810', gone: false }]);
    expect(told.changes[0].fields[0].path).toEqual(['priceMinor']);
    // nothing of this one changed: it counts with the newest by itself
    expect((await s.job(1014)).catalogue).toBe(2);
    expect(vet.changes).toEqual([]);
    await s.api.put(`/api/jobs/${hut.id}/catalogue`).expect(200);
    expect(await s.job(1012)).toMatchObject({ catalogue: 2, changes: [] });
  });
  it('a part that is no longer sold is told as gone, and comes back under its old history', async () => {
    const without = new Map(smallWeek());
    const parts = JSON.parse(without.get('parts.json')!) as any[];
    const kits = JSON.parse(without.get('kits.json')!) as any[];
    const code = 'SD-7200';
    without.set('parts.json', JSON.stringify(parts.filter((p) => p.code !== code)));
    without.set('kits.json', JSON.stringify(kits.filter((k) => !JSON.stringify(k.parts).includes(code))));
    expect((await take(without)).imported).toMatchObject({ number: 2 });
    expect((await s.job(1012)).changes).toContainEqual({ kind: 'parts', code, gone: true, fields: [] });
    await take(smallWeek());
    expect((await s.job(1012)).changes).toEqual([]);
    expect(await s.db('catalogue_revisions').where({ kind: 'parts', code }).pluck('version')).toEqual([
      1, 2, 3,
    ]);
  });
  it('is taken with its jobs or not at all', async () => {
    const files = new Map(changed((p) => (p.code === 'TL-2810' ? { priceMinor: 5 } : {})));
    const job = JSON.parse(files.get('jobs/hut-warden.json')!) as object;
    files.set('jobs/more.json', JSON.stringify({ ...job, number: 1400 }));
    const create = jest.spyOn(s.shop.stores.jobs, 'createIn').mockRejectedValue(new Error('killed here'));
    await expect(take(files)).rejects.toThrow('killed here');
    create.mockRestore();
    expect(await s.shop.stores.catalogue.newest()).toMatchObject({ number: 1 });
    expect((await take(files)).jobs).toEqual([1400]);
    expect((await s.job(1400)).catalogue).toBe(2);
  });
  it('the same files again are no new state', async () => {
    expect((await take(smallWeek())).imported).toEqual({ number: 1, added: 0, changed: 0, removed: 0 });
  });
  it('names every fault with file and path, and takes nothing', async () => {
    const files = new Map(smallWeek());
    files.delete('joints.json');
    files.set('kits.json', '[{"code": ');
    files.set(
      'jobs/hut-warden.json',
      files.get('jobs/hut-warden.json')!.replace('"payloadKg": 250', '"payloadKg": 99999'),
    );
    const send = (path: string, f: ReadonlyMap<string, string>) =>
      s.api.post(`/api/catalogue/${path}`).send({ origin: 'own', files: Object.fromEntries(f) });
    const broken = (await send('preview', files).expect(200)).body.faults.map((f: any) => [f.file, f.path]);
    expect(broken).toEqual([
      ['kits.json', '(whole file)'],
      ['joints.json', '(whole file)'],
      ['jobs/hut-warden.json', 'sections.brief.payloadKg'],
    ]);
    const wrong = changed((p) => (p.code === 'TL-2810' ? { operation: 'no-such-work' } : {}));
    const [fault] = (await send('preview', wrong)).body.faults;
    expect([fault.file, fault.message]).toEqual(['parts.json', 'no-such-work is not among the operations']);
    expect(fault.path).toMatch(/^\[\d+\]\.operation$/);
    expect((await send('import', wrong).expect(422)).body.error.code).toBe('import-invalid');
    expect(s.shop.stores.catalogues.now.number).toBe(1);
  });
  it('tells no more faults than a person puts right at once, and that there may be more', async () => {
    const files = new Map(smallWeek());
    files.set('parts.json', `[${'{},'.repeat(200_000)}{}]`);
    files.set('kits.json', '{}');
    const preview = await s.api
      .post('/api/catalogue/preview')
      .send({ origin: 'own', files: Object.fromEntries(files) })
      .expect(200);
    const { faults } = preview.body as { faults: { file: string; path: string; message: string }[] };
    expect(faults).toHaveLength(201);
    expect(faults[0]).toMatchObject({ file: 'parts.json', path: '[0].code' });
    expect(faults.at(-1)).toMatchObject({ path: '(and more)' });
    const one = new Map(smallWeek()).set('kits.json', '{}');
    expect(
      (await s.api.post('/api/catalogue/preview').send({ origin: 'own', files: Object.fromEntries(one) }))
        .body.faults,
    ).toEqual([{ file: 'kits.json', path: '(whole file)', message: 'is no list of records' }]);
  });
  it('that another process read in is taken over without a new start', async () => {
    const other = await openServer({ file: s.database, demo: false });
    await importWorld(
      other.shop.stores,
      changed((p) => (p.code === 'TL-2810' ? { priceMinor: 1 } : {})),
      {
        origin: 'own',
        author: '',
        today: TODAY,
      },
    );
    await other.close(true);
    expect(await s.shop.look()).toBe(true);
    expect(s.shop.stores.catalogues.now.number).toBe(2);
    expect(await s.shop.look()).toBe(false);
  });
});

describe('a shop that has nothing yet', () => {
  it('starts, takes jobs, and never becomes the demo', async () => {
    const empty = await openServer({ demo: false });
    expect((await empty.api.get('/api/jobs').expect(200)).body.jobs).toEqual([]);
    expect((await empty.api.get('/api/catalogue/states')).body).toEqual({
      number: 0,
      faults: [],
      imports: [],
    });
    const settings = (await empty.api.get('/api/settings').expect(200)).body;
    expect(settings.data).toMatchObject({ labourMinorPerHour: 0, placeLimits: [] });
    const saved = { ...settings.data, shopName: 'Weir & Daughter' };
    await empty.api.put('/api/settings').send({ version: 1, data: saved }).expect(200);
    await empty.api.post('/api/jobs').send({ customer: 'Peat cutter' }).expect(201);
    await empty.close(true);
    const again = await openServer({ file: empty.database, demo: false });
    expect((await again.api.get('/api/jobs')).body.jobs).toMatchObject([{ customer: 'Peat cutter' }]);
    expect((await again.api.get('/api/settings')).body.data.shopName).toBe('Weir & Daughter');
    await again.close();
  });
  it('keeps its settings when a folder that has some is read in', async () => {
    const own = await openServer({ demo: false });
    const { data } = (await own.api.get('/api/settings')).body;
    await own.api
      .put('/api/settings')
      .send({ version: 1, data: { ...data, shopName: 'Weir' } })
      .expect(200);
    const done = await importWorld(own.shop.stores, smallWeek(), {
      origin: 'demo',
      author: '',
      today: TODAY,
    });
    expect(done.settings).toBe('stays');
    expect((await own.api.get('/api/settings')).body.data.shopName).toBe('Weir');
    await own.close();
  });
});

describe('backups over the API', () => {
  it('are made, looked into, and put back; what was there is backed up before', async () => {
    const made = (await s.api.post('/api/backups').send({ passphrase: 'larch' }).expect(201)).body;
    expect(made).toMatchObject({ sealed: true });
    await s.api.post('/api/jobs').send({ customer: 'Came later' }).expect(201);
    const at = `/api/backups/${made.name}`;
    expect((await s.api.post(`${at}/preview`).send({}).expect(403)).body.error.code).toBe('backup-sealed');
    const preview = await s.api.post(`${at}/preview`).send({ passphrase: 'larch' }).expect(200);
    expect(preview.body).toMatchObject({ goes: [1016], comes: [], same: 6 });
    await s.api.post(`${at}/restore`).send({ passphrase: 'lark' }).expect(403);
    expect((await s.api.get('/api/backups')).body.backups).toHaveLength(1);
    await s.api.post(`${at}/restore`).send({ passphrase: 'larch' }).expect(200);
    expect((await s.api.get('/api/jobs')).body.jobs).toHaveLength(6);
    expect((await s.api.get('/api/backups').expect(200)).body.backups).toHaveLength(2);
    await s.api.post('/api/backups/none/restore').send({}).expect(404);
  });
  it('a state that a restore took away is not mistaken for the next one of its number', async () => {
    const price = async () =>
      (await s.api.get('/api/catalogue').expect(200)).body.parts.find((p: any) => p.code === 'TL-2810')
        .priceMinor;
    const to = (priceMinor: number) => changed((p) => (p.code === 'TL-2810' ? { priceMinor } : {}));
    const { name } = (await s.api.post('/api/backups').send({}).expect(201)).body;
    await take(to(111));
    expect(await price()).toBe(111);
    await s.api.post(`/api/backups/${name}/restore`).send({}).expect(200);
    expect(await price()).not.toBe(111);
    expect((await take(to(222))).imported?.number).toBe(2);
    expect(await price()).toBe(222);
  });
  it('after a restore every paper is the one that a process gives that has just begun', async () => {
    const bodyOf = (made: Printable) =>
      made.kind === 'document' ? JSON.stringify(made.document) : made.kind === 'text' ? made.text : made.code;
    // as the worker does it, with all that it keeps between two tasks
    const keeps = await openServer({
      printer: remembering({
        print: (task) =>
          Promise.resolve({ ok: true, body: bodyOf(printing(task, readCatalogue, prepareFor)) }),
        close: () => Promise.resolve(),
      }),
    });
    const take = async (priceMinor: number) => {
      const files = changed(() => ({ priceMinor }));
      const as = { origin: 'own', author: 'Ina', today: TODAY } as const;
      const { imported } = await importWorld(keeps.shop.stores, files, as);
      const { id } = await keeps.job(1012);
      await keeps.api.get('/api/catalogue').expect(200);
      await keeps.api.put(`/api/jobs/${id}/catalogue`).send({ number: imported?.number }).expect(200);
      return imported?.number;
    };
    const papers = ['sheet.pdf', 'quote.pdf', 'quote.csv', 'parts.csv', 'rack.pdf', 'tools.pdf', 'plan.json'];
    const said = async (server: OpenServer) => {
      const { id } = await server.job(1012);
      const out: Record<string, string> = {};
      for (const path of [...papers.map((p) => `jobs/${id}/${p}`), 'floor']) {
        const answer = await server.api.get(`/api/${path}`).responseType('blob').expect(200);
        out[path.replace(id, '1012')] = String(answer.body);
      }
      return out;
    };
    const { name } = (await keeps.api.post('/api/backups').send({}).expect(201)).body;
    const first = await take(33_333);
    const before = await said(keeps);
    await keeps.api.post(`/api/backups/${name}/restore`).send({}).expect(200);
    // another state of the same number
    expect(await take(77_777)).toBe(first);
    const after = await said(keeps);
    expect(after['jobs/1012/parts.csv']).not.toBe(before['jobs/1012/parts.csv']);
    const begun = await openServer({
      file: keeps.database,
      printer: {
        print: (task) =>
          Promise.resolve({ ok: true, body: bodyOf(printing(task, ({ text }) => JSON.parse(text))) }),
      },
    });
    const own = await said(begun);
    expect(Object.keys(after).filter((path) => after[path] !== own[path])).toEqual([]);
    await begun.close(true);
    await keeps.close();
  });
});

describe('health', () => {
  it('tells alive from ready, and looks at the file', async () => {
    expect((await s.api.get('/api/health').expect(200)).body).toEqual({
      ok: true,
      alive: true,
      ready: true,
      fault: null,
    });
    const { rmSync } = await import('node:fs');
    rmSync(s.database);
    writeFileSync(s.database, '');
    expect((await s.api.get('/api/health')).body).toMatchObject({ alive: true, ready: false });
  });
});
