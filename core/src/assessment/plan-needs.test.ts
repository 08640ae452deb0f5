import { assess, partsList, type JobSections } from '..';
import { briefOf, codes, curesFor, say, tireOf } from '../testing/assessed';
import { catalogue, plainJob, settings } from '../testing/demo-world';

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
    const a = say(tireOf(plainJob('corvane-halder'), { targetSize: '285/75R17', loadIndex: 121 }));
    expect(a.clearance.front).toMatchObject({
      clears: false,
      nearest: { kind: 'flap', where: 'lock-bump' },
    });
    expect(a.clearance.front!.leastLiftMm!).toBeGreaterThan(1);
    expect(a.clearance.front!.leastLiftMm!).toBeLessThan(75);
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
      say(tireOf(plainJob('corvane-halder'), { targetSize: '285/75R17', loadIndex: 121 })).tires.check!.front
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
    const offers = catalogue.tires.filter((t) => t.size.startsWith('LT285/70R17')).map((t) => t.code);
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
