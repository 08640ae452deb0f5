import fc from 'fast-check';
import {
  assess,
  curesFor,
  judgeSources,
  lacksOf,
  LIFT_SOURCES,
  type Figure,
  type JobSections,
  type Need,
} from '..';
import { catalogue, demoJob, demoJobs, partOf, plainJob, settings, vehicleOf } from '../testing/demo-world';

const say = (job: JobSections) => assess(job, catalogue, settings);
const codes = (needs: readonly Need[]) => needs.map((n) => n.finding.code);
const lift = (job: JobSections, axle: 'front' | 'rear' = 'front') => say(job).forecast![axle].lift.value;
const briefOf = (job: JobSections, change: Partial<JobSections['brief']>): JobSections => ({
  ...job,
  brief: { ...job.brief, ...change },
});
const tireOf = (job: JobSections, change: Partial<JobSections['tire']>): JobSections => ({
  ...job,
  tire: { ...job.tire, ...change },
});
function everyFigure(f: Figure): Figure[] {
  return [f, ...f.because.flatMap(everyFigure)];
}

describe('a job with nothing known', () => {
  it('is assessed as far as it goes, and lacks are named in the order of work', () => {
    const job = {
      ...plainJob('corvane-halder'),
      vehicle: { ...plainJob('corvane-halder').vehicle, platform: null },
    };
    expect(say(job)).toMatchObject({ vehicle: null, forecast: null, needs: [] });
    expect(lacksOf(job, catalogue).map((l) => l.code)).toEqual([
      'usage-sum',
      'no-vehicle',
      'corners',
      'no-tire',
      'no-source',
    ]);
  });
  it('a part the catalogue lost is named and not dropped in silence', () => {
    const job = plainJob('corvane-halder', ['TL-2810', 'GONE-1']);
    expect(say(job).unknownCodes).toEqual(['GONE-1']);
    expect(lacksOf(job, catalogue)).toContainEqual({ section: 'match', code: 'unknown-parts', count: 1 });
  });
});

describe.each(demoJobs)('demo job %s', (name) => {
  const job = demoJob(name);
  const a = say(job);
  it('has only finite figures, each with its reasons', () => {
    const figures = [
      ...(a.forecast
        ? [
            a.forecast.front.lift,
            a.forecast.rear.lift,
            ...Object.values(a.forecast.planned).filter((v): v is Figure => 'truth' in (v as object)),
          ]
        : []),
      ...a.needs.flatMap((n) => (n.figure ? [n.figure] : [])),
      ...(a.tires.check
        ? Object.values(a.tires.check.figures).flatMap((f) => ('truth' in f ? [f] : Object.values<Figure>(f)))
        : []),
    ].flatMap(everyFigure);
    for (const f of figures) {
      expect(Number.isFinite(f.value)).toBe(true);
      if (f.plusMinus !== undefined) expect(f.plusMinus).toBeGreaterThanOrEqual(0);
    }
    if (a.vehicle) expect(figures.length).toBeGreaterThan(10);
  });
  it('comes out the same from its own JSON', () => {
    expect(say(JSON.parse(JSON.stringify(job)))).toEqual(a);
  });
});

describe('the forecast', () => {
  it('lifts with a spacer by more than its thickness where the ratio says so, and less what the spring gives', () => {
    expect(lift(plainJob('corvane-halder', ['TL-2810']))).toBeGreaterThan(40);
    expect(lift(plainJob('mettrick-fell', ['TL-5020']))).toBeCloseTo(20, 0);
    expect(lift(plainJob('corvane-halder'))).toBeCloseTo(0, 3);
  });
  it('more spacer, more lift; more payload, a lower loaded stance', () => {
    expect(lift(plainJob('corvane-halder', ['TL-2838']))).toBeGreaterThan(
      lift(plainJob('corvane-halder', ['TL-2810'])),
    );
    fc.assert(
      fc.property(fc.integer({ min: 0, max: 400 }), fc.integer({ min: 50, max: 300 }), (kg, more) => {
        const at = (payloadKg: number) =>
          say(briefOf(plainJob('corvane-halder', ['TL-2810']), { payloadKg })).forecast!.loaded.rear.value;
        expect(at(kg + more)).toBeLessThan(at(kg));
      }),
      { numRuns: 8 },
    );
  });
  it('new coils settle, spacers do not', () => {
    const chain = (code: string) =>
      everyFigure(say(plainJob('corvane-halder', [code])).forecast!.rear.lift).map((f) => f.name);
    expect(chain('BS-4201')).toContain('settled-loss');
    expect(chain('TL-2830')).not.toContain('settled-loss');
  });
  it('a part already on the vehicle is not lifted twice', () => {
    const job = plainJob('corvane-halder');
    const changed = {
      ...job,
      vehicle: { ...job.vehicle, changes: [{ id: 'c', what: 'spacer', part: 'TL-2810' }] },
    };
    const f = say(changed).forecast!;
    expect(f.front.lift.value).toBeCloseTo(0, 3);
    expect(f.today.front.value).toBeGreaterThan(
      job.vehicle.platform ? say(job).forecast!.today.front.value + 30 : 0,
    );
  });
  it('weight on the hitch lifts the nose and lowers the tail', () => {
    const [off, on] = [0, 250].map(
      (tongueKg) => say(briefOf(plainJob('corvane-halder'), { tongueKg })).forecast!.loaded,
    );
    expect(on!.rear.value).toBeLessThan(off!.rear.value);
    expect(on!.front.value).toBeGreaterThan(off!.front.value);
  });
  it('the claim of the maker stays a claim beside it', () => {
    expect(say(plainJob('corvane-halder', ['TL-2810'])).forecast!.front.claim).toMatchObject({
      value: 50,
      truth: 'claimed',
    });
  });
});

describe('needs', () => {
  it('a tall front asks for the shaft joint, and a drop cures it', () => {
    const need = say(plainJob('corvane-halder', ['TL-2810'])).needs.find(
      (n) => n.finding.code === 'cv-angle',
    )!;
    expect(need).toMatchObject({ verdict: 'needs', finding: { axle: 'front' } });
    const drop = need.cures.find((c) => c.part === 'IW-55')!;
    expect(drop.after!.value).toBeLessThan(need.figure!.value);
    expect(codes(say(plainJob('corvane-halder', ['TL-2810', 'IW-55'])).needs)).not.toContain('cv-angle');
  });
  it('cures are only parts that end the need, cheapest first', () => {
    const job = plainJob('mettrick-fell', ['BS-5102', 'BS-5101']);
    for (const need of say(job).needs) {
      const prices = need.cures.map((c) => c.priceMinor);
      expect([...prices].sort((x, y) => x - y)).toEqual(prices);
    }
    const off = say(plainJob('mettrick-fell', ['TL-5038'])).needs.filter(
      (n) => n.finding.code === 'axle-off-centre',
    );
    for (const n of off)
      for (const c of n.cures)
        expect(
          codes(
            say(plainJob('mettrick-fell', ['TL-5038', c.part])).needs.filter((x) =>
              JSON.stringify(x.finding).includes('"front"'),
            ),
          ),
        ).not.toContain('axle-off-centre');
  });
  it('a need the catalogue cannot cure has no cures, not an invented one', () => {
    const job = plainJob('corvane-halder', ['TL-2838']);
    const vehicle = vehicleOf(job);
    const none = curesFor(
      { code: 'headlamps', turnDeg: 1 },
      { vehicle, axle: 'front', brief: job.brief, accessories: [], fitted: [], planned: [], chosen: [] },
      catalogue,
    );
    expect(none).toEqual([]);
  });
  it.each([
    [3.42, 4.1, true],
    [null, 4.1, true],
    [4.1, 4.1, false],
    [3.42, null, false],
  ])('axle ratio %p to %p: said that it is not in the total: %p', (axleRatio, newAxleRatio, said) => {
    const found = codes(say(tireOf(plainJob('corvane-halder'), { axleRatio, newAxleRatio })).needs);
    expect(found.includes('ratio-not-priced')).toBe(said);
  });
  it.each([
    ['over-height', { heightLimitMm: 1900 }, 'no'],
    ['not-reversible', { reversibleOnly: true }, 'no'],
    ['comes-late', { neededBy: '2026-12-01' }, 'ask'],
  ] as const)('%s follows from the brief', (code, change, verdict) => {
    const job = briefOf(plainJob('corvane-halder', ['TL-2810', 'IW-81']), change);
    expect(say(job).needs).toContainEqual(
      expect.objectContaining({ verdict, finding: expect.objectContaining({ code }) }),
    );
  });
  it('a lift block on a steered axle, a body lift on a unibody and two spacers in one place are refused', () => {
    expect(codes(say(plainJob('mettrick-fell', ['HF-590'])).needs)).toContain('block-on-steered-axle');
    expect(codes(say(plainJob('sarnby-courser', ['IW-882'])).needs)).toContain('wrong-construction');
    expect(codes(say(plainJob('corvane-halder', ['TL-2810', 'TL-2818'])).needs)).toContain('same-place');
  });
  it('nose high when loaded is refused whatever the empty stance', () => {
    const job = briefOf(plainJob('corvane-halder', ['TL-2838']), { payloadKg: 500, tongueKg: 200 });
    expect(say(job).needs).toContainEqual(
      expect.objectContaining({
        verdict: 'no',
        finding: expect.objectContaining({ code: 'nose-high-loaded' }),
      }),
    );
  });
  it('a big lift, a big tyre and a wide track ask for the local code', () => {
    const job = tireOf(plainJob('corvane-halder', ['TL-2838', 'TL-2830', 'IW-81']), {
      targetSize: '35x12.50R17',
      wheelWidthIn: 9,
      wheelOffsetMm: -20,
    });
    expect(codes(say(job).needs)).toEqual(expect.arrayContaining(['local-total-lift', 'local-track']));
  });
});

describe('tyre and wheel', () => {
  it('a size that comes too near names what it touches and the lift that would clear it', () => {
    const a = say(tireOf(plainJob('corvane-halder'), { targetSize: '285/70R17', loadIndex: 121 }));
    expect(a.clearance.front).toMatchObject({
      clears: false,
      nearest: { kind: 'pinch-seam', where: 'lock-bump' },
    });
    expect(a.clearance.front!.leastLiftMm!).toBeGreaterThan(1);
    expect(a.clearance.front!.leastLiftMm!).toBeLessThan(45);
    expect(
      say(tireOf(plainJob('corvane-halder', ['TL-2810']), { targetSize: '285/70R17', loadIndex: 121 }))
        .clearance.front!.clears,
    ).toBe(true);
  });
  it('chains ask for more room all round', () => {
    const job = tireOf(plainJob('corvane-halder', ['TL-2810']), { targetSize: '285/70R17', loadIndex: 121 });
    expect(say(job).clearance.front!.clears).toBe(true);
    expect(say(briefOf(job, { chains: true })).clearance.front!.clears).toBe(false);
  });
  it.each([
    ['rim-refused', { targetSize: '265/70R17', wheelWidthIn: 11 }],
    ['rim-over-brakes', { targetSize: '245/75R15', wheelWidthIn: 7 }],
    ['tire-load-unknown', { targetSize: '265/70R17' }],
    ['tire-load', { targetSize: '265/70R17', loadIndex: 80 }],
    ['tire-assumed-series', { targetSize: '7.50R17', loadIndex: 116 }],
    ['over-arch', { targetSize: '265/70R17', wheelOffsetMm: -30, wheelWidthIn: 8 }],
    ['rim-diameter', { targetSize: '265/70R16', loadIndex: 112 }],
    [
      'bolt-circle',
      { targetSize: '265/60R18', wheelCode: catalogue.wheels.find((w) => w.boltCircle !== '6×139.7')!.code },
    ],
  ])('%s is seen', (code, change) => {
    expect(
      say(tireOf(plainJob('corvane-halder'), change)).tires.check!.findings.map((f) => f.code),
    ).toContain(code);
  });
  it('pressures are given only where load index and highest pressure are known', () => {
    expect(
      say(tireOf(plainJob('corvane-halder'), { targetSize: '285/70R17', loadIndex: 121 })).tires.check!
        .pressure.front,
    ).toBeNull();
    const p = say(tireOf(plainJob('corvane-halder'), { tireCode: 'CT-L285' })).tires.check!.pressure;
    expect(p.front!.value).toBeGreaterThan(100);
    expect(p.front!.value).toBeLessThanOrEqual(p.front!.limit!.max!);
  });
  it('engine speed is given for every axle ratio of the platform and falls with the taller tyre', () => {
    const { rows } = say(tireOf(plainJob('corvane-halder'), { targetSize: '285/70R17' })).gearing!;
    expect(rows).toHaveLength(4);
    for (const r of rows) expect(r.target.value).toBeLessThan(r.today.value);
  });
  it('an unreadable size is a fault that keeps its text; the vehicle is still forecast', () => {
    const a = say(tireOf(plainJob('corvane-halder', ['TL-2810']), { targetSize: '285/7OR17' }));
    expect(a.tires).toMatchObject({
      check: null,
      targetFault: { code: 'tire-size-unreadable', text: '285/7OR17' },
    });
    expect(a.forecast!.front.lift.value).toBeGreaterThan(40);
  });
});

describe('a tyre that is wanted is on the list, or the total says that it is not', () => {
  const open = (change: Partial<JobSections['tire']>) =>
    say(tireOf(plainJob('corvane-halder'), change)).needs.filter((n) => n.finding.code.includes('not-priced'));
  it('a typed size offers its tyres and stays open until one is taken', () => {
    const [need] = open({ targetSize: 'LT285/70R17' });
    const offers = catalogue.tires.filter((t) => t.size.includes('285/70R17')).map((t) => t.code);
    expect(offers.length).toBeGreaterThan(0);
    expect(need).toMatchObject({ verdict: 'ask', finding: { code: 'tire-not-priced', offers } });
    expect(open({ targetSize: 'LT285/70R17', tireCode: offers[0]! })).toEqual([]);
  });
  it('a size of no tyre is open with nothing to offer; no size at all is not', () => {
    expect(open({ targetSize: '285/75R17' })[0]).toMatchObject({ finding: { offers: [] } });
    expect(open({})).toEqual([]);
  });
  it('a tyre that the catalogue has lost does not count as priced', () => {
    expect(open({ targetSize: '285/70R17', tireCode: 'GONE' })).toHaveLength(1);
  });
  it('a wheel written by hand is open; one picked, or today’s, is not', () => {
    const codes = (change: Partial<JobSections['tire']>) => open(change).map((n) => n.finding.code);
    expect(codes({ wheelWidthIn: 9 })).toEqual(['wheel-not-priced']);
    expect(codes({ wheelOffsetMm: 0 })).toEqual(['wheel-not-priced']);
    expect(codes({ wheelCode: 'LW-618' })).toEqual([]);
    expect(codes({})).toEqual([]);
  });
});

describe('lift sources', () => {
  const judged = (job: JobSections, axle: 'front' | 'rear' = 'front') =>
    judgeSources(axle, job, vehicleOf(job), catalogue);
  it('judges each source of the catalogue for its axle, and kits that act there', () => {
    const front = judged(plainJob('corvane-halder'));
    const wanted = catalogue.parts.filter((p) => LIFT_SOURCES.includes(p.family) && p.axle !== 'rear').length;
    expect(front.filter((s) => s.kind === 'part')).toHaveLength(wanted);
    expect(front.filter((s) => s.kind === 'kit').map((s) => s.code)).toEqual(
      expect.arrayContaining(['TL-K28', 'HF-K45']),
    );
    for (const s of front) expect(s.reasons.length).toBeGreaterThan(0);
  });
  it('made for others: no, not listed, without a forecast', () => {
    const foreign = judged(plainJob('corvane-halder')).find((s) => s.code === 'TL-5020')!;
    expect(foreign).toMatchObject({ verdict: 'no', listed: false, lift: null });
  });
  it('the verdict is the gravest of its reasons', () => {
    const grave = ['fits', 'needs', 'ask', 'no'];
    for (const s of judged(plainJob('mettrick-fell'))) {
      const worst = Math.max(...s.reasons.map((r) => grave.indexOf(r.verdict)));
      if (s.reasons.some((r) => r.verdict === 'no')) expect(s.verdict).toBe('no');
      else if (s.reasons.some((r) => r.verdict === 'ask')) expect(s.verdict).toBe('ask');
      else expect(grave.indexOf(s.verdict)).toBe(worst);
    }
  });
  it('an unknown variant asks instead of saying yes or no', () => {
    const job = plainJob('corvane-halder');
    const vague = { ...job, vehicle: { ...job.vehicle, variant: {} } };
    expect(judged(vague).find((s) => s.code === 'TL-2810')).toMatchObject({ verdict: 'ask' });
    expect(judged(vague).filter((s) => s.listed && s.verdict === 'fits')).toEqual([]);
  });
  it('a chosen source is judged in its own place, not on top of itself', () => {
    const alone = judged(plainJob('corvane-halder')).find((s) => s.code === 'TL-2810')!;
    const chosen = judged(plainJob('corvane-halder', ['TL-2810'])).find((s) => s.code === 'TL-2810')!;
    expect(chosen).toMatchObject({ chosen: true });
    expect(chosen.lift!.value).toBeCloseTo(alone.lift!.value, 6);
  });
  it('the same chosen part is fitted here or listed, as its provenance says', () => {
    expect(partOf('TL-2810').applications[0]!.provenance.kind).toBe('fitted-here');
    const reason = judged(plainJob('corvane-halder')).find((s) => s.code === 'TL-2810')!.reasons[0]!.finding;
    expect(reason).toMatchObject({ code: 'provenance', provenance: { kind: 'fitted-here' } });
  });
});
