import fc from 'fast-check';
import { emptyChange, emptyRound, lacksOf, recomputed, once, type Figure, type JobSections } from '..';
import { say, sayAfresh, lift, briefOf, everyFigure } from '../testing/assessed';
import { catalogue, demoJob, demoJobs, partOf, plainJob } from '../testing/demo-world';

describe('a job with nothing known', () => {
  it('is assessed as far as it goes, and lacks are named in the order of work', () => {
    const job = {
      ...plainJob('corvane-halder'),
      vehicle: { ...plainJob('corvane-halder').vehicle, platform: null },
    };
    const corners = { leftFront: '471', rightFront: '', leftRear: 'x', rightRear: '' };
    const a = say({
      ...job,
      tape: { rounds: [{ ...emptyRound('b', 'before', 'hub'), corners }] },
      build: plainJob('corvane-halder', ['TL-2810']).build,
    });
    expect(a).toEqual({
      vehicle: null,
      questions: [],
      repairs: [],
      tapedMm: { front: null, rear: null },
      tireNPerMm: { front: { today: null, planned: null }, rear: { today: null, planned: null } },
      removed: [],
      tape: expect.objectContaining({ front: null, rear: null, rake: null, level: null, inDoubt: [] }),
      taped: [],
      tires: { currentFault: null, targetFault: null, currentRearFault: null, rearFault: null, check: null },
      forecast: null,
      fault: null,
      candidates: [],
      clearance: { front: null, rear: null },
      gearing: null,
      ride: { today: null, planned: null },
      fitted: [],
      chosen: [{ part: partOf('TL-2810'), quantity: 1 }],
      planned: [{ part: partOf('TL-2810'), quantity: 1 }],
      unknownCodes: [],
      needs: [],
    });
    expect('reading' in a.tape.corners.leftFront && a.tape.corners.leftFront.reading.mm).toBe(471);
    expect('fault' in a.tape.corners.leftRear).toBe(true);
    expect(lacksOf(job, catalogue).map((l) => l.code)).toEqual([
      'use-unsaid',
      'wish-unsaid',
      'stance-unsaid',
      'no-vehicle',
      'corners',
      'no-tire',
      'no-source',
    ]);
  });
  it('a vehicle that is out and was not taped settled still needs it; one in the bay does not yet', () => {
    const out = demoJob('bird-count');
    const codes = (job: JobSections) => lacksOf(job, catalogue).map((l) => l.code);
    expect(out.head.stage).toBe('follow-up');
    expect(codes(out)).toContain('settled-untaped');
    expect(codes({ ...out, head: { ...out.head, stage: 'bay' } })).not.toContain('settled-untaped');
    const [down] = out.tape.rounds.filter((r) => r.when === 'down');
    const rounds = [...out.tape.rounds, { ...down!, id: 'settled', when: 'settled' as const }];
    expect(codes({ ...out, tape: { ...out.tape, rounds } })).not.toContain('settled-untaped');
    // opened and left empty is not taped
    const empty = emptyRound('settled', 'settled', 'hub');
    expect(codes({ ...out, tape: { ...out.tape, rounds: [...out.tape.rounds, empty] } })).toContain(
      'settled-untaped',
    );
  });
  it('a part the catalogue lost is named and not dropped in silence', () => {
    const job = plainJob('corvane-halder', ['TL-2810', 'GONE-1']);
    expect(say(job).unknownCodes).toEqual(['GONE-1']);
    expect(lacksOf(job, catalogue)).toContainEqual({ section: 'match', code: 'unknown-parts', count: 1 });
  });
  it('names what the catalogue does not have: platform, answer, fitted part, tyre, wheel, trimming', () => {
    const job = demoJob('hut-warden');
    const strange = {
      ...job,
      vehicle: {
        ...job.vehicle,
        variant: { ...job.vehicle.variant, moon: 'full' },
        changes: [{ ...emptyChange('c'), what: 'old spacer', part: 'NO-1' }],
      },
      tire: {
        ...job.tire,
        tireCode: 'NO-2',
        wheelCode: 'NO-3',
        reliefs: [{ axle: 'front' as const, obstacle: null, relief: 'NO-4' }],
        candidates: [{ id: 'x', size: '', tireCode: 'NO-5' }],
      },
    };
    const found = lacksOf(strange, catalogue);
    expect(found).toContainEqual({
      section: 'vehicle',
      code: 'vehicle-not-there',
      codes: ['NO-1', 'moon: full'],
    });
    expect(found).toContainEqual({
      section: 'tire',
      code: 'tire-not-there',
      codes: ['NO-2', 'NO-5', 'NO-3', 'NO-4'],
    });
    const unknown = { ...job, vehicle: { ...job.vehicle, platform: 'none' } };
    expect(lacksOf(unknown, catalogue)).toContainEqual({
      section: 'vehicle',
      code: 'vehicle-not-there',
      codes: ['none'],
    });
    expect(lacksOf(job, catalogue).map((l) => l.code)).not.toContain('tire-not-there');
  });
});

describe.each(demoJobs)('demo job %s', (name) => {
  const job = demoJob(name);
  const assessed = once(() => say(job));
  it('has only finite figures, each with its reasons', () => {
    const a = assessed();
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
  it('comes out the same from its own JSON, on axles that are kept and on fresh ones', () => {
    expect(sayAfresh(JSON.parse(JSON.stringify(job)))).toEqual(assessed());
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
        changes: [{ ...emptyChange('c'), what: 'spacer', part: 'TL-2810' }],
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
