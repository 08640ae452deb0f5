import fc from 'fast-check';
import { emptyChange, listed, moneyOf, partsList, workPlan, needKey, needsOf, type JobSections } from '..';
import { caseOf, codes, cures, sayAfresh as say } from '../testing/assessed';
import { catalogue, demoJob, demoJobs, partOf, plainJob, settings, withTape } from '../testing/demo-world';

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
      const [one, other] = [say(whole), say(parts)];
      expect(one.forecast).toEqual(other.forecast);
      expect(one.needs).toEqual(other.needs);
      expect(workPlan(one, whole, catalogue).steps).toEqual(workPlan(other, parts, catalogue).steps);
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
    const taped = (leftFront: string, rightFront: string) =>
      withTape(full, { corners: { leftFront, rightFront, leftRear: '490', rightRear: '490' } });
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
        changes: [{ ...emptyChange('o'), what: 'old lift', axle: 'front' as const, liftMm: 45 }],
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
              items: [...job.build.items, listed('c', 'part', c.part)],
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
