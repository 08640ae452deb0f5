import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { bagsOf, type Catalogue } from '@rigger/core';
import Papa from 'papaparse';
import type { DynamicContent, TDocumentDefinitions } from 'pdfmake/interfaces';
import { apiRoutes } from './routes/routes';
import { openApiDocument } from './routes/openapi';
import { sectionsOf } from './services/jobs-service';
import { partsCsv } from './services/parts-csv';
import type { Printable, PrintTask } from './services/printable';
import { printing } from './services/printing';
import { labelsDocument } from './services/papers';
import { sheetDocument } from './services/sheet-document';
import { sheetModel, type SheetModel } from './services/sheet-model';
import { elevationSvg } from './services/elevation-svg';
import { openServer, type OpenServer } from './testing/open-server';

let s: OpenServer;
let printed: { readonly task: PrintTask; readonly made: Printable }[] = [];
let hold: ((signal?: AbortSignal) => Promise<void>) | null = null;
beforeAll(async () => {
  s = await openServer({
    printer: {
      async print(task, signal) {
        const made = printing(task, ({ text }) => JSON.parse(text) as Catalogue);
        printed.push({ task, made });
        if (hold) await hold(signal);
        if (made.kind === 'refused') return { ok: false, code: made.code };
        return {
          ok: true,
          body: made.kind === 'text' ? made.text : new TextEncoder().encode('%PDF-1.7 made'),
        };
      },
    },
  });
});
beforeEach(() => {
  printed = [];
  hold = null;
});
afterAll(() => s.close());
const modelOf = async (number: number): Promise<SheetModel> => {
  const job = await s.job(number);
  const settings = (await s.api.get('/api/settings')).body.data;
  return sheetModel(number, sectionsOf(job), s.catalogue, settings, '2026-11-25');
};
const textsOf = (content: unknown): string =>
  JSON.stringify(content, (key, value: unknown) => (key === 'svg' ? undefined : value));

const footer = (d: TDocumentDefinitions) => d.footer as DynamicContent;

describe('the build sheet', () => {
  it('is printed by the pool from the stored job, with a name to save it under', async () => {
    const job = await s.job(1012);
    const r = await s.api.get(`/api/jobs/${job.id}/sheet.pdf`).expect(200);
    expect(r.headers['content-type']).toBe('application/pdf');
    expect(r.headers['content-disposition']).toContain('build-sheet-1012.pdf');
    expect(printed).toHaveLength(1);
    expect(printed[0]!.task).toMatchObject({ number: 1012, day: '2026-11-25', what: 'sheet' });
    // the document itself is looked at below
    expect(printed[0]!.made.kind).toBe('document');
  });
  it('needs a vehicle and says so', async () => {
    const fresh = (await s.api.post('/api/jobs').send({ customer: 'Nobody yet' })).body;
    const r = await s.api.get(`/api/jobs/${fresh.id}/sheet.pdf`).expect(409);
    expect(r.body.error.code).toBe('vehicle-missing');
  });
  it('says plate and mileage, and nothing else of whose vehicle it is', async () => {
    const m = await modelOf(1014);
    const { plate, vin, color } = m.sections.vehicle;
    const reach = { phone: '555 0199', email: 'vet@example.test' };
    const text = textsOf(
      sheetDocument({ ...m, sections: { ...m.sections, head: { ...m.sections.head, ...reach } } }).content,
    );
    expect(text).toContain(`${plate} · 118400 km`);
    for (const kept of [vin, color, ...Object.values(reach)]) expect(text).not.toContain(kept);
    const bare = { ...m.sections, vehicle: { ...m.sections.vehicle, plate: ' ', mileageKm: null } };
    expect(textsOf(sheetDocument({ ...m, sections: bare }).content)).not.toContain(' km ·');
  });
  it.each([1009, 1012, 1013, 1014])(
    'of %d holds parts, every step with its caution, the line, and no price',
    async (number) => {
      const m = await modelOf(number);
      const text = textsOf(sheetDocument(m).content);
      for (const line of m.lines) expect(text).toContain(line.code);
      for (const step of m.plan.steps) expect(text).toContain(step.text);
      expect(text.indexOf('RIDE-HEIGHT LINE')).toBeGreaterThan(
        text.indexOf(m.plan.steps[m.plan.rideHeightLine - 1]!.text),
      );
      expect(text.indexOf('RIDE-HEIGHT LINE')).toBeLessThan(
        text.indexOf(m.plan.steps[m.plan.rideHeightLine]!.text),
      );
      expect(text).toContain('never under a jack alone');
      expect(text).not.toMatch(/undefined|NaN/);
      expect(text).not.toMatch(/\d mk\b|price|Total|Tax/);
      const under = JSON.stringify(footer(sheetDocument(m))(2, 3, undefined as never));
      expect(under).toContain('not a certificate');
      expect(under).toContain(`Job ${number}, page 2 of 3`);
      expect(JSON.stringify(sheetDocument(m).header)).toContain('Tarn & Gantry Outfitting · Skerrow');
    },
  );
  it('says on paper what is not settled', async () => {
    const m = await modelOf(1015);
    const text = textsOf(sheetDocument(m).content);
    expect(text).toContain('Still open, and printed on the sheet');
    // nothing lifts it: no axle has reasons to print; where something does, each says its own
    const lifted = textsOf(sheetDocument(await modelOf(1012)).content);
    for (const axle of ['Front', 'Rear']) {
      expect(text).not.toContain(`${axle}. Suspension lift: `);
      expect(lifted).toContain(`${axle}. Suspension lift: `);
    }
    expect(lifted).toContain('Doubt: spring rate');
  });
  it('draws the elevation of this vehicle, taped or computed', async () => {
    const m = await modelOf(1012);
    const svg = elevationSvg(m.drawing!, { length: 'mm', currency: 'mk' });
    expect(svg).toContain('518 mm');
    expect(svg).toContain('taped');
    expect(svg).toContain('limit 2050 mm');
    expect(svg).not.toMatch(/NaN|undefined/);
  });
  it('draws the order of each pattern whose pieces are counted, and of none that are not', async () => {
    const m = await modelOf(1012);
    const drawn = (model: SheetModel) =>
      [
        ...JSON.stringify(sheetDocument(model).content).matchAll(
          /"([^"]+): in this order, in rising rounds/g,
        ),
      ].map((x) => x[1]);
    // nobody has counted anything but the studs of the hub
    expect(drawn(m)).toEqual(['wheel nuts']);
    const counted = (count: number): SheetModel => ({
      ...m,
      plan: {
        ...m.plan,
        steps: m.plan.steps.map((x) => ({
          ...x,
          fastenings: x.fastenings.map((f) => (f.joint === 'strut-top' ? { ...f, count } : f)),
        })),
      },
    });
    expect(drawn(counted(3))).toEqual(['wheel nuts', 'strut top nuts']);
    expect(drawn(counted(6))).toEqual(['wheel nuts, strut top nuts']);
    expect(drawn(counted(2))).toEqual(['wheel nuts']);
  });
  it.each([
    [8, 2],
    [14, 2],
    [21, 3],
  ] as const)(
    'labels for sheets of %d stand where its labels are, each bag and box once',
    async (on, columns) => {
      const m = await modelOf(1012);
      const pages = labelsDocument(m, on).content as unknown as readonly {
        readonly table: {
          readonly body: readonly (readonly { readonly stack?: unknown }[])[];
          readonly widths: number[];
        };
      }[];
      const bags = bagsOf(m.plan).length;
      const boxes = m.lines.filter((l) => l.group !== 'shop').length;
      expect(bags * boxes).toBeGreaterThan(0);
      expect(pages).toHaveLength(Math.ceil((bags + boxes) / on));
      for (const { table } of pages) {
        expect(table.body).toHaveLength(on / columns);
        expect(table.widths).toHaveLength(2 * columns - 1);
      }
      const made = pages.flatMap((p) => p.table.body.flatMap((r) => r.filter((c) => c.stack)));
      expect(made).toHaveLength(bags + boxes);
      const A4_PT = (210 * 72) / 25.4;
      expect(pages[0]!.table.widths.reduce((x, y) => x + y)).toBeLessThan(A4_PT);
    },
  );
  it('a request that goes away cancels the work', async () => {
    const job = await s.job(1012);
    const seen = { aborted: false };
    const waiting = new Promise<void>((begun) => {
      hold = (signal) =>
        new Promise((_, reject) => {
          signal?.addEventListener('abort', () => {
            seen.aborted = true;
            reject(new Error('stopped'));
          });
          begun();
        });
    });
    const call = s.api.get(`/api/jobs/${job.id}/sheet.pdf`);
    const ended = call.then(
      () => 'answered',
      () => 'gone',
    );
    await waiting;
    call.abort();
    await expect(ended).resolves.toBe('gone');
    for (let i = 0; i < 50 && !seen.aborted; i++) await new Promise((r) => setTimeout(r, 10));
    expect(seen.aborted).toBe(true);
  });
});

describe('the calibration card', () => {
  it('is printed from the stored job, and holds what is entered, by whom, with room to sign', async () => {
    const job = await s.job(1012);
    const r = await s.api.get(`/api/jobs/${job.id}/calibration.pdf`).expect(200);
    expect(r.headers['content-disposition']).toContain('calibration-1012.pdf');
    expect(printed).toHaveLength(1);
    const { made } = printed[0]!;
    const text = JSON.stringify(made.kind === 'document' && made.document);
    for (const wanted of [
      'LT285/70R17',
      '2577 mm',
      'Revs per mile',
      'psi',
      'true speed at 100 shown',
      'entered by',
      '3.42',
    ])
      expect(text).toContain(wanted);
    expect(text).not.toMatch(/NaN|undefined/);
  });
  it('without a tyre it is refused and says so', async () => {
    const job = await s.job(1012);
    const tire = { ...job.sections.tire.data, targetSize: '', tireCode: null };
    await s.api
      .put(`/api/jobs/${job.id}/sections/tire`)
      .send({ version: job.sections.tire.version, data: tire })
      .expect(200);
    const r = await s.api.get(`/api/jobs/${job.id}/calibration.pdf`).expect(409);
    expect(r.body.error.code).toBe('tire-missing');
  });
});

describe('a job in which something cannot be read', () => {
  it('is not printed in any form until it is corrected, and the answer names the place; it can still be saved as a file', async () => {
    const job = await s.job(1012);
    const unread = (entries: Readonly<Record<string, string>>, version: number) =>
      s.api.put(`/api/jobs/${job.id}/sections/unread`).send({ version, data: { entries } }).expect(200);
    const { body } = await unread({ 'brief.payloadKg': '5oo' }, job.sections.unread.version);
    for (const what of ['sheet.pdf', 'calibration.pdf', 'parts.csv']) {
      const r = await s.api.get(`/api/jobs/${job.id}/${what}`).expect(409);
      expect(r.body.error).toMatchObject({
        code: 'entry-unreadable',
        message: 'Not printed, since this cannot be read: Payload “5oo”. Correct it, then print.',
      });
    }
    const file = await s.api.get(`/api/jobs/${job.id}/file`).expect(200);
    expect(file.body.sections.unread.entries).toEqual({ 'brief.payloadKg': '5oo' });
    await unread({}, body.version);
    await s.api.get(`/api/jobs/${job.id}/parts.csv`).expect(200);
  });
});

describe('the parts list as CSV', () => {
  it('reads back as the lines of the sheet', async () => {
    const job = await s.job(1012);
    const r = await s.api.get(`/api/jobs/${job.id}/parts.csv`).expect(200);
    expect(r.headers['content-type']).toContain('text/csv');
    const rows = Papa.parse<Record<string, string>>(r.text.replace(/^\uFEFF/, ''), { header: true }).data;
    const m = await modelOf(1012);
    expect(rows.map((x) => [x.code, Number(x.quantity), Number(x['line mk'])])).toEqual(
      m.lines.map((l) => [l.code, l.quantity, (l.lineMinor ?? NaN) / 100]),
    );
  });
  it.each(['=1+1', '+1', '-1', '@SUM(A1)', '\t=1', '\n=1', ' =1', '\u200B=1', '＝1', '＋1', '\uFEFF=1'])(
    '%j is no formula to a spreadsheet',
    async (name) => {
      const [line] = (await modelOf(1012)).lines;
      const csv = partsCsv([{ ...line!, name }], 'mk').slice(1);
      const [row] = Papa.parse<Record<string, string>>(csv, { header: true }).data;
      expect(row!.name).toBe(`'${name}`);
    },
  );
  it('quotes commas and quotes, and begins with the mark by which spreadsheets know UTF-8', async () => {
    const [line] = (await modelOf(1012)).lines;
    const csv = partsCsv([{ ...line!, name: '31 × 10 – “mud”', maker: 'Say "hi", twice' }], 'mk');
    expect(csv.startsWith('\uFEFFcode')).toBe(true);
    const [row] = Papa.parse<Record<string, string>>(csv.slice(1), { header: true }).data;
    expect([row!.name, row!.maker]).toEqual(['31 × 10 – “mud”', 'Say "hi", twice']);
  });
});

describe('OpenAPI', () => {
  const paths = () => openApiDocument(routes()).paths as Record<string, Record<string, any>>;
  const routes = () => apiRoutes({ stores: s.shop.stores } as Parameters<typeof apiRoutes>[0]);
  it('is served, is 3.1, and has every route and no other', async () => {
    const { body } = await s.api.get('/api/openapi.json').expect(200);
    expect(body.openapi).toMatch(/^3\.1/);
    const documented = Object.entries(paths()).flatMap(([path, ops]) =>
      Object.keys(ops).map((m) => `${m} ${path}`),
    );
    const real = routes().map((r) => `${r.method} ${r.path.replace(/:(\w+)/g, '{$1}')}`);
    expect(documented.sort()).toEqual(real.sort());
    expect(Object.keys(body.paths).sort()).toEqual(Object.keys(paths()).sort());
  });
  it('every route answers where the document says, with something other than “no such address”', async () => {
    for (const r of routes()) {
      const answer = await s.api[r.method](r.path.replace(':id', 'nobody')).send(
        r.method === 'get' ? undefined : {},
      );
      expect(answer.body.error?.code ?? 'answered').not.toBe('route-not-found');
    }
  });
  it('the page of the docs lists the same routes, both ways', () => {
    const page = readFileSync(join(__dirname, '../../docs/api.md'), 'utf8');
    const listed = [...page.matchAll(/^\| (\w+)\s*\| `([^`]+)`\s*\| (.+?)\s*\|$/gm)].map((m) =>
      m.slice(1, 4).join(' '),
    );
    expect(listed.sort()).toEqual(
      routes()
        .map((r) => `${r.method.toUpperCase()} ${r.path} ${r.summary}`)
        .sort(),
    );
  });
  it('every operation says what it is for, what it takes and how it can fail', () => {
    for (const ops of Object.values(paths()))
      for (const op of Object.values(ops)) {
        expect(op.summary.length).toBeGreaterThan(4);
        expect(Object.keys(op.responses).length).toBeGreaterThan(1);
      }
  });
});

describe('computing', () => {
  const halder = () => s.catalogue.platforms.find((p) => p.code === 'corvane-halder')!;
  const kinematics = (body: object) => s.api.post('/api/compute/kinematics').send(body);
  const sample = (zMm: number, rackMm = 0) => ({ zMm, rackMm, rollMm: 0 });
  it('gives figures at each sample, wheel or beam', async () => {
    for (const axle of ['front', 'rear'] as const) {
      const { hardpoints, subframePoints } = halder()[axle];
      const r = await kinematics({
        hardpoints,
        subframePoints,
        edits: [],
        samples: [sample(-40), sample(0), sample(40)],
      }).expect(200);
      expect(r.body.rows.map((x: any) => x.ok)).toEqual([true, true, true]);
      expect(r.body.rows[1].figures).toHaveProperty(axle === 'front' ? 'camberDeg' : 'pitchDeg');
    }
  });
  it('full lock and past the reach are answered honestly', async () => {
    const { hardpoints } = halder().front;
    const r = await kinematics({
      hardpoints,
      subframePoints: [],
      edits: [],
      samples: [sample(0, 75), sample(-350), sample(0, 390)],
    }).expect(200);
    expect(r.body.rows[0]).toMatchObject({ ok: true, rackMm: 75 });
    expect(r.body.rows[1]).toMatchObject({ ok: false, fault: { code: 'out-of-reach' } });
    expect(r.body.rows[2].ok).toBe(false);
  });
  it('balances an edited axle under added mass', async () => {
    const spec = halder().front;
    const body = {
      hardpoints: spec.hardpoints,
      subframePoints: [],
      edits: [{ kind: 'top-spacer', thicknessMm: 28 }],
      springRateNPerMm: spec.springRateNPerMm,
      sprungLoadN: spec.sprungLoadN,
      wheelbaseMm: 3690,
      addedMass: [{ massKg: 60, xMm: 700 }],
    };
    const r = await s.api.post('/api/compute/ride-height').send(body).expect(200);
    expect(r.body).toMatchObject({ ok: true });
    expect(r.body.liftMm).toBeGreaterThan(35);
    const none = await s.api
      .post('/api/compute/ride-height')
      .send({ ...body, edits: [{ kind: 'preload-spacer', thicknessMm: 150 }] })
      .expect(200);
    expect(none.body).toMatchObject({
      ok: false,
      fault: { code: 'no-balance-in-reach', direction: 'droop' },
    });
  });
  it('an answer that leaves every sensible range is refused with the name of the figure, not as a fault of the server', async () => {
    const { hardpoints } = halder().front as { hardpoints: any };
    const [x, y] = hardpoints.points.wheelCentre;
    const far = { ...hardpoints, points: { ...hardpoints.points, wheelCentre: [x, y, 7990] } };
    const ask = (zMm: number) =>
      kinematics({ hardpoints: far, subframePoints: [], edits: [], samples: [sample(zMm)] });
    await ask(0).expect(200);
    const r = await ask(40).expect(422);
    expect(r.body.error.code).toBe('answer-out-of-range');
    expect(r.body.error.faults[0].path).toMatch(/^rows\[0\]\./);
  });
  it('degenerate hardpoints are refused with the name of the point, and too much is too much', async () => {
    const { hardpoints } = halder().front as { hardpoints: any };
    const points = { ...hardpoints.points, tieOuter: hardpoints.points.tieInner };
    const bad = await kinematics({
      hardpoints: { ...hardpoints, points },
      subframePoints: [],
      edits: [],
      samples: [sample(0)],
    }).expect(400);
    expect(bad.body.error.faults[0].path).toBe('hardpoints.points.tieInner');
    const many = Array.from({ length: 4001 }, () => sample(0));
    await kinematics({ hardpoints, subframePoints: [], edits: [], samples: many }).expect(400);
    await kinematics({
      hardpoints,
      subframePoints: [],
      edits: [{ kind: 'top-spacer', thicknessMm: 900 }],
      samples: [sample(0)],
    }).expect(400);
  });
  it('maps the clearance of a tyre, and refuses an impossible one', async () => {
    const spec = halder().front;
    const body = {
      hardpoints: spec.hardpoints,
      subframePoints: [],
      edits: [],
      tire: { halfWidthMm: 140, radiusMm: 416, shoulderMm: 50 },
      outboardMm: 0,
      travel: { fromMm: -80, toMm: 60, points: 11 },
      rack: { fromMm: -60, toMm: 60, points: 9 },
      obstacles: [{ name: 'front liner', carriedBy: 'body', points: [[452, 772, 572]] }],
    };
    const r = await s.api.post('/api/compute/clearance').send(body).expect(200);
    expect(r.body.clearanceMm).toHaveLength(11);
    expect(r.body.worst[0].clearanceMm).toBe(Math.min(...r.body.clearanceMm.flat()));
    const bad = await s.api
      .post('/api/compute/clearance')
      .send({ ...body, tire: { ...body.tire, shoulderMm: 200 } })
      .expect(400);
    expect(bad.body.error.faults[0].path).toBe('tire.shoulderMm');
  });
  it('says what a tyre comes to, against another, and where a size cannot be read', async () => {
    const tire = {
      size: 'LT285/70R17 121/118S',
      rimWidthIn: 8,
      offsetMm: 28,
      pressureKpa: 280,
      wheelLoadN: 7000,
      measuredDiameterMm: null,
      maxPressureKpa: 550,
    };
    const against = { ...tire, size: '265/70R17 115T' };
    const r = await s.api.post('/api/compute/tire').send({ tire, against }).expect(200);
    expect(r.body).toMatchObject({ ok: true, tire: { class: 'LT', capacityKg: 1450 } });
    expect(r.body.change.tireLiftMm).toBeGreaterThan(10);
    const bad = await s.api
      .post('/api/compute/tire')
      .send({ tire: { ...tire, size: '25S/70R16' }, against: null })
      .expect(200);
    expect(bad.body).toEqual({
      ok: false,
      which: 'tire',
      fault: { code: 'tire-size-unreadable', text: '25S/70R16', at: 2 },
    });
  });
});
