import fc from 'fast-check';
import {
  assess,
  curesOf,
  judgeSources,
  lacksOf,
  moneyOf,
  partsList,
  workPlan,
  LIFT_SOURCES,
  needKey,
  needsOf,
  planCase,
  recomputed,
  type Figure,
  type JobSections,
  type Need,
} from '..';
import { catalogue, demoJob, demoJobs, partOf, plainJob, settings, vehicleOf } from '../testing/demo-world';

const say = (job: JobSections) => assess(job, catalogue, settings, { day: '2026-11-25' });
const caseOf = (job: JobSections) =>
  planCase(job, vehicleOf(job), catalogue, settings, { day: '2026-11-25' });
const cures = (job: JobSections) => curesOf(caseOf(job));
const curesFor = (job: JobSections, code: string) =>
  cures(job)
    .filter((c) => c.key.startsWith(`${code}/`))
    .flatMap((c) => c.cures);
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
      'stance-unsaid',
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
        ? [a.tires.check.front, a.tires.check.rear].flatMap((side) =>
            Object.values(
              side.figures as unknown as Readonly<Record<string, Figure | Readonly<Record<string, Figure>>>>,
            ).flatMap((f) => ('truth' in f ? [f as Figure] : Object.values<Figure>(f))),
          )
        : []),
      ...(a.gearing
        ? a.gearing.rows.flatMap((r) => [
            r.today,
            r.target,
            r.wheelTorque,
            r.tractiveForce,
            ...(r.crawl ? [r.crawl] : []),
          ])
        : []),
    ].flatMap(everyFigure);
    for (const f of figures) {
      expect(Number.isFinite(f.value)).toBe(true);
      if (f.plusMinus !== undefined) expect(f.plusMinus).toBeGreaterThanOrEqual(0);
      // what stands beside a figure gives the figure: nothing is typed in between
      const again = recomputed(f);
      if (again !== null) expect(again).toBeCloseTo(f.value, 9);
    }
    if (a.vehicle) expect(figures.filter((f) => recomputed(f) !== null).length).toBeGreaterThan(5);
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
      vehicle: {
        ...job.vehicle,
        changes: [{ id: 'c', what: 'spacer', part: 'TL-2810', axle: null, liftMm: null }],
      },
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
    const drop = curesFor(plainJob('corvane-halder', ['TL-2810']), 'cv-angle').find(
      (c) => c.part === 'IW-55',
    )!;
    expect(drop.before!.value).toBeCloseTo(need.figure!.value, 9);
    expect(drop.after!.value).toBeLessThan(need.figure!.value);
    expect(codes(say(plainJob('corvane-halder', ['TL-2810', 'IW-55'])).needs)).not.toContain('cv-angle');
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
    ['comes-late', { neededBy: '2026-11-26' }, 'ask'],
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
    const limits = say(job).needs.flatMap((n) => (n.finding.code === 'place-limit' ? [n.finding.what] : []));
    expect(limits).toEqual(expect.arrayContaining(['total-lift', 'track-increase']));
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
    expect(codes(say(tireOf(plainJob('corvane-halder'), change)).needs)).toContain(code);
  });
  it('pressures are given only where load index and highest pressure are known', () => {
    expect(
      say(tireOf(plainJob('corvane-halder'), { targetSize: '285/70R17', loadIndex: 121 })).tires.check!.front
        .pressure,
    ).toBeNull();
    const p = say(tireOf(plainJob('corvane-halder'), { tireCode: 'CT-L285' })).tires.check!;
    for (const f of [p.front.pressure!, p.rear.pressure!]) {
      expect(f.value).toBeGreaterThan(100);
      expect(f.value).toBeLessThanOrEqual(f.limit!.max!);
    }
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
    say(tireOf(plainJob('corvane-halder'), change)).needs.filter((n) =>
      n.finding.code.includes('not-priced'),
    );
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
  const judged = (job: JobSections, axle: 'front' | 'rear' = 'front') => judgeSources(axle, caseOf(job));
  it('judges each source of the catalogue for its axle, and kits that act there', () => {
    const front = judged(plainJob('corvane-halder'));
    const wanted = catalogue.parts.filter((p) => LIFT_SOURCES.includes(p.family) && p.axle !== 'rear').length;
    expect(front.filter((s) => s.kind === 'part')).toHaveLength(wanted);
    expect(front.filter((s) => s.kind === 'kit').map((s) => s.code)).toEqual(
      expect.arrayContaining(['TL-K28', 'HF-K45']),
    );
    for (const s of front.filter((x) => x.verdict !== 'fits')) expect(s.reasons.length).toBeGreaterThan(0);
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
  it('tells whose word the fitment is', () => {
    expect(partOf('TL-2810').applications[0]!.provenance.kind).toBe('maker-lists');
    expect(judged(plainJob('corvane-halder')).find((s) => s.code === 'TL-2810')!.provenance).toEqual({
      kind: 'maker-lists',
    });
  });
  it('judging a source is assessing with it: the same lift, and no reason that the plan does not have', () => {
    for (const code of ['corvane-halder', 'mettrick-fell', 'sarnby-courser', 'mettrick-cairn'])
      for (const axle of ['front', 'rear'] as const)
        for (const s of judged(plainJob(code), axle).filter((x) => x.listed && x.kind === 'part')) {
          const plan = say(plainJob(code, [s.code]));
          expect(s.lift?.value).toBe(plan.forecast?.[axle].lift.value);
          expect(s.lift?.plusMinus).toBe(plan.forecast?.[axle].lift.plusMinus);
          const has = new Set(plan.needs.map(needKey));
          for (const r of s.reasons)
            expect([s.code, needKey(r), has.has(needKey(r))]).toEqual([s.code, needKey(r), true]);
        }
  });
});

describe('laws of a plan', () => {
  const full = plainJob('corvane-halder', [
    'TL-2810',
    'IW-55',
    'BS-4201',
    'TL-2835',
    'SD-7200',
    'HF-310',
    'KA-401',
  ]);
  const money = (job: JobSections) => {
    const a = say(job);
    return moneyOf(partsList(job, a, catalogue), workPlan(a, job, catalogue), settings);
  };
  it('order and duplicates of the list change neither forecast, nor needs, nor money, nor the work', () => {
    const wanted = say(full);
    fc.assert(
      fc.property(
        fc.shuffledSubarray([...full.build.items, ...full.build.items.slice(0, 3)], { minLength: 10 }),
        (items) => {
          const job = { ...full, build: { ...full.build, items } };
          const a = say(job);
          expect(a.forecast).toEqual(wanted.forecast);
          expect(a.needs).toEqual(wanted.needs);
          expect(money(job)).toEqual(money(full));
          expect(workPlan(a, job, catalogue)).toEqual(workPlan(wanted, full, catalogue));
        },
      ),
      { numRuns: 8 },
    );
  });
  it('a kit is its parts: the same forecast, needs and work, at its own price', () => {
    for (const kit of catalogue.kits) {
      const platform = partOf(kit.parts[0]!.part).applications[0]!.platform;
      const [whole, parts] = [
        plainJob(platform, [kit.code]),
        plainJob(
          platform,
          kit.parts.map((p) => p.part),
        ),
      ];
      expect(say(whole).forecast).toEqual(say(parts).forecast);
      expect(say(whole).needs).toEqual(say(parts).needs);
      const steps = (job: JobSections) => workPlan(say(job), job, catalogue).steps;
      expect(steps(whole)).toEqual(steps(parts));
    }
  });
  it('a count changes masses and money, never an effect', () => {
    const two = (job: JobSections): JobSections => ({
      ...job,
      build: { ...job.build, items: job.build.items.map((i) => ({ ...i, quantity: 2 })) },
    });
    const spacer = plainJob('corvane-halder', ['TL-2810']);
    expect(say(two(spacer)).forecast).toEqual(say(spacer).forecast);
    expect(codes(say(two(spacer)).needs)).toContain('one-set-only');
    const winch = plainJob('corvane-halder', ['IW-700']);
    const lowered = (job: JobSections) => say(job).forecast!.front.planned.zMm;
    expect(lowered(two(winch))).toBeGreaterThan(lowered(winch) + 1);
    expect(codes(say(two(winch)).needs)).not.toContain('one-set-only');
  });
  it('a mirrored vehicle answers mirrored: what stood left low stands right low', () => {
    const taped = (leftFront: string, rightFront: string) => ({
      ...full,
      tape: { ...full.tape, corners: { leftFront, rightFront, leftRear: '490', rightRear: '490' } },
    });
    const [one, other] = [say(taped('462', '474')), say(taped('474', '462'))];
    const side = (a: typeof one) => a.needs.find((n) => n.finding.code === 'left-right')!.finding;
    expect(side(one)).toMatchObject({ lowSide: 'left' });
    expect(side(other)).toEqual({ ...side(one), lowSide: 'right' });
    expect(other.forecast!.planned.front.value).toBe(one.forecast!.planned.front.value);
  });
  it('winch and bumper stand together; two spacers of one place do not, nor one for both axles beside one for the front', () => {
    expect(codes(say(plainJob('corvane-halder', ['IW-700', 'IW-720'])).needs)).not.toContain('same-place');
    expect(codes(say(plainJob('corvane-halder', ['LW-S25', 'LW-S10'])).needs)).toContain('same-place');
  });
  it('what is on it already, though no part, starts today: height, joint and what a further spacer leaves', () => {
    const old: JobSections = {
      ...plainJob('corvane-halder'),
      vehicle: {
        ...plainJob('corvane-halder').vehicle,
        changes: [{ id: 'o', what: 'old lift', part: null, axle: 'front', liftMm: 45 }],
      },
    };
    const f = say(old).forecast!.front;
    expect(-f.today.zMm).toBeCloseTo(45, 3);
    expect(f.lift.value).toBeCloseTo(0, 6);
    const stock = say(plainJob('corvane-halder')).forecast!.front;
    expect(f.geometryToday.cvOuterDeg!).toBeGreaterThan(stock.geometryToday.cvOuterDeg! + 2);
    expect(f.room!.droopMm).toBeLessThan(stock.room!.droopMm - 30);
    const more = { ...old, build: plainJob('corvane-halder', ['TL-2818']).build };
    expect(codes(say(more).needs)).toContain('cv-angle');
    expect(codes(say(plainJob('corvane-halder', ['TL-2818'])).needs)).not.toContain('cv-angle');
  });
  it('a cure is told with what it changes, and with what it disturbs', () => {
    for (const name of demoJobs) {
      const job = demoJob(name);
      if (!job.vehicle.platform) continue;
      const open = new Set(needsOf(caseOf(job)).map(needKey));
      for (const { key, cures: list } of cures(job)) {
        expect(open.has(key)).toBe(true);
        for (const c of list) {
          if (c.before && c.after) expect(c.after.value).not.toBe(c.before.value);
          const cured = {
            ...job,
            build: {
              ...job.build,
              items: [...job.build.items, { id: 'c', kind: 'part' as const, code: c.part, quantity: 1 }],
            },
          };
          const after = needsOf(caseOf(cured)).map(needKey);
          expect(after).not.toContain(key);
          for (const d of c.disturbs) expect(after).toContain(needKey(d));
          for (const e of c.alsoEnds) expect(after).not.toContain(needKey(e));
        }
      }
    }
  });
  it('a caster bush turns the beam: its figure changes, and it is no adjuster with a range', () => {
    const job = demoJob('peat-crew');
    const without = {
      ...job,
      build: { ...job.build, items: job.build.items.filter((i) => i.code !== 'HF-525') },
    };
    const caster = (j: JobSections) => say(j).forecast!.front.geometryPlanned.casterDeg!;
    expect(caster(job) - caster(without)).toBeCloseTo(1.6, 1);
    expect(say(job).forecast!.front.reach).toEqual(say(without).forecast!.front.reach);
  });
  it('an untouched vehicle has nothing to settle: nobody has said how it should stand', () => {
    for (const p of catalogue.platforms) {
      const needs = say(plainJob(p.code)).needs.filter((n) => n.verdict !== 'fits');
      expect([p.code, codes(needs)]).toEqual([p.code, []]);
    }
  });
});

describe('wheels by axle', () => {
  const LOADED = '265/70R17 115T';
  const rear = {
    size: '255/75R17 115S',
    tireCode: 'CT-A255',
    wheelCode: null,
    wheelWidthIn: 8,
    wheelOffsetMm: 0,
    loadIndex: null,
  };
  const job = tireOf(plainJob('corvane-halder'), { targetSize: LOADED, tireCode: 'CT-A265', rear });
  it('each axle has its own size, offset, load, clearance and lift from the tyre', () => {
    const check = say(job).tires.check!;
    expect(check.rear.target.size.sectionMm).toBe(255);
    expect(check.front.target.size.sectionMm).toBe(265);
    expect(check.rear.neededLoad.value).not.toBe(check.front.neededLoad.value);
    const same = say(tireOf(job, { rear: null }));
    const [a, b] = [say(job).forecast!.planned, same.forecast!.planned];
    expect(a.rise.front).toBe(b.rise.front);
    expect(a.rise.rear).toBeGreaterThan(b.rise.rear + 3);
    const lifts = (['rear', 'front'] as const).map((axle) => check[axle].figures.tireLift.value);
    expect(a.rake.value - b.rake.value).toBeCloseTo(lifts[0]! - lifts[1]!, 6);
    expect(say(job).clearance.rear).not.toEqual(same.clearance.rear);
  });
  it('the list has two of each, and one more of the front where the spare goes; without a spare four', () => {
    const lines = (j: JobSections) =>
      partsList(j, say(j), catalogue)
        .filter((l) => l.group === 'rolling')
        .map((l) => [l.code, l.quantity]);
    expect(lines(job)).toEqual([
      ['CT-A265', 3],
      ['CT-A255', 2],
    ]);
    expect(lines(tireOf(job, { rear: null }))).toEqual([['CT-A265', 5]]);
    expect(lines(tireOf(plainJob('corvane-halder'), { tireCode: 'CT-F35' }))).toEqual([['CT-F35', 4]]);
    expect(lines(tireOf(plainJob('pellow-fetch'), { tireCode: 'CT-C22' }))).toEqual([['CT-C22', 4]]);
  });
  it('wheel spacers count in poke, in the arch and in the track', () => {
    const bare = tireOf(plainJob('corvane-halder'), { targetSize: LOADED });
    const spaced = tireOf(plainJob('corvane-halder', ['LW-S25']), { targetSize: LOADED });
    for (const axle of ['front', 'rear'] as const) {
      const poke = (j: JobSections) => say(j).tires.check![axle].figures.poke.value;
      expect(poke(spaced) - poke(bare)).toBeCloseTo(25, 9);
    }
    expect(say(spaced).needs).toContainEqual(
      expect.objectContaining({
        finding: expect.objectContaining({ code: 'place-limit', what: 'wheel-spacer', axle: 'rear' }),
      }),
    );
  });
  it('a speed beyond the engine is a dash, where its limit is known', () => {
    const turning = (maxRpm: number | null) => ({
      ...catalogue,
      platforms: catalogue.platforms.map((p) => ({ ...p, engine: { ...p.engine, maxRpm } })),
    });
    const byGear = (c: typeof catalogue) => assess(job, c, settings).gearing!.rows[0]!.byGear;
    expect(byGear(turning(6000))[0]).toBeNull();
    expect(byGear(turning(6000)).at(-1)!.value).toBeLessThan(6000);
    expect(byGear(turning(null))[0]!.value).toBeGreaterThan(6000);
  });
});
