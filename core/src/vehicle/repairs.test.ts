import { emptyLooked, repairFor, replacedBy, spotsOf, type Looked, type Remedy, type Spot } from '..';
import { catalogue, demoJob, partOf, plainJob, platformOf, settings } from '../testing/demo-world';
import { prepare } from '../testing/prepared';
import { DAY, found, lookedAt, on } from '../testing/situations';
import { assess, moneyOf, partsList, repairCosts, workPlan, type JobSections } from '..';

const say = (job: JobSections) => assess(job, catalogue, settings, { day: DAY, prepare });
const made = (job: JobSections) => {
  const a = say(job);
  const plan = workPlan(a, job, catalogue);
  const list = partsList(job, a, catalogue);
  return { a, plan, list, money: moneyOf(list, plan, settings) };
};
const looked = (spot: Spot, remedy: Remedy | null): Looked => ({
  ...emptyLooked(spot),
  found: 'worn',
  remedy,
});
const withWorn = (job: JobSections, ...items: readonly Looked[]): JobSections => ({
  ...job,
  lookOver: { ...job.lookOver, items },
});
const LEFT: Spot = { component: 'lower-ball-joint', axle: 'front', side: 'left' };
const RIGHT: Spot = { ...LEFT, side: 'right' };
const halder = plainJob('corvane-halder', ['TL-2810']);

describe('what is worn', () => {
  it('that is replaced is work and a line; both sides of an axle are one piece of work, twice as long', () => {
    const [none, one, both] = [
      made(withWorn(halder)),
      made(withWorn(halder, looked(LEFT, 'replace'))),
      made(withWorn(halder, looked(LEFT, 'replace'), looked(RIGHT, 'replace'))),
    ];
    const record = catalogue.repairs.find((r) => r.code === 'R-LBJ')!;
    const minutes = record.work.steps[0]!.minutes;
    expect(one.plan.personMinutes - none.plan.personMinutes).toBe(minutes);
    expect(both.plan.personMinutes - none.plan.personMinutes).toBe(2 * minutes);
    expect(both.plan.steps.filter((s) => s.text === record.work.steps[0]!.text)).toHaveLength(1);
    expect(both.list.find((l) => l.code === 'R-LBJ')).toMatchObject({
      quantity: 2,
      lineMinor: 2 * record.priceMinor!,
      group: 'repair',
      provenance: null,
    });
    expect(both.money.partsMinor - none.money.partsMinor).toBe(2 * record.priceMinor!);
  });
  it.each(['leave', null] as const)('and for which the remedy is %p is neither', (remedy) => {
    const m = made(withWorn(halder, looked(LEFT, remedy)));
    expect(m.a.repairs).toEqual([]);
    expect(m.list.map((l) => l.code)).toEqual(['TL-2810']);
  });
  it('alone is a plan by itself, with the access it needs and the alignment it asks for', () => {
    const { plan } = made(withWorn(plainJob('corvane-halder'), looked(LEFT, 'replace')));
    expect(plan.steps.map((s) => s.phase)).toEqual(expect.arrayContaining(['apart', 'work', 'together']));
    expect(plan.rackMinutes).toBeGreaterThan(0);
    const pads = made(
      withWorn(
        plainJob('corvane-halder'),
        looked({ component: 'brake-pad', axle: 'front', side: null }, 'replace'),
      ),
    );
    expect(pads.plan.rackMinutes).toBe(0);
  });
  it('without a record of it is named in what is missing, and asked about', () => {
    const job = withWorn(halder, looked(LEFT, 'repair'));
    expect(made(job).plan.missing).toEqual(['lower-ball-joint, front']);
    expect(made(job).list.map((l) => l.code)).toEqual(['TL-2810']);
  });
  it('without a price is a line that says so, and in no total', () => {
    const spring = looked({ component: 'spring', axle: 'rear', side: 'left' }, 'replace');
    const [without, with_] = [made(withWorn(halder)), made(withWorn(halder, spring))];
    expect(with_.list.find((l) => l.code === 'R-SPR')).toMatchObject({ priceMinor: null, lineMinor: null });
    expect(with_.money.partsMinor).toBe(without.money.partsMinor);
  });
  it('goes with the part of the plan that takes it off anyway', () => {
    const job = demoJob('hut-warden');
    const { chosen } = say(job);
    const worn = (component: Spot['component'], axle: 'front' | 'rear') =>
      replacedBy({ component, axle }, chosen)?.family ?? null;
    const { axle } = chosen.find((c) => c.part.family === 'damper')!.part as { axle: 'front' | 'rear' };
    const other = axle === 'front' ? 'rear' : 'front';
    expect([worn('damper', axle), worn('damper', other), worn('lower-ball-joint', axle)]).toEqual([
      'damper',
      null,
      null,
    ]);
    const on_ = (a: 'front' | 'rear') => looked({ component: 'damper', axle: a, side: 'left' }, 'replace');
    expect(say(withWorn(job, on_(axle))).repairs).toEqual([]);
    expect(say(withWorn(job, on_(other))).repairs).toHaveLength(1);
  });
  it.each([
    ['upper-ball-joint', 'HF-310'],
    ['track-bar-bush', 'HF-510'],
    ['tie-rod-end', 'HF-9910'],
  ] as const)('%s goes with the part that brings its own (%s), on its axle', (component, code) => {
    const chosen = [{ part: partOf(code), quantity: 1 }];
    expect(replacedBy({ component, axle: 'front' }, chosen)?.code).toBe(code);
    expect(replacedBy({ component, axle: 'rear' }, chosen)).toBeNull();
    expect(replacedBy({ component: 'lower-ball-joint', axle: 'front' }, chosen)).toBeNull();
  });
  it('a tyre goes with the tyres that are bought', () => {
    const tire = looked({ component: 'tire', axle: 'rear', side: 'left' }, 'replace');
    expect(say(withWorn(halder, tire)).repairs.map((r) => r.repair)).toEqual([null]);
    const bought = { ...halder, tire: { ...halder.tire, tireCode: catalogue.tires[0]!.code } };
    expect(say(withWorn(bought, tire)).repairs).toEqual([]);
  });
  it('a record for the vehicle goes before one for its kind, that before one for any; another axle or remedy is none', () => {
    const [any] = catalogue.repairs.filter((r) => r.code === 'R-HUB');
    const mine = { ...any!, code: 'MINE', platforms: ['corvane-halder'] };
    const kind = { ...any!, code: 'KIND', kinds: ['double-wishbone' as const] };
    const of = { component: 'hub-bearing', axle: 'front', remedy: 'replace' } as const;
    const halderOf = platformOf('corvane-halder');
    expect(repairFor([any!, kind, mine], of, halderOf)?.code).toBe('MINE');
    expect(repairFor([any!, kind], of, halderOf)?.code).toBe('KIND');
    expect(repairFor([kind, any!], { ...of, axle: 'rear' }, halderOf)?.code).toBe('R-HUB');
    expect(repairFor([mine], of, platformOf('mettrick-fell'))).toBeNull();
    expect(repairFor([any!], { ...of, remedy: 'repair' }, halderOf)).toBeNull();
    expect(repairFor([{ ...any!, axle: 'rear' }], of, halderOf)).toBeNull();
  });
});

describe('now, while open, against later, alone', () => {
  it('is what the whole plan gains, and what a plan of its own comes to', () => {
    const job = withWorn(
      halder,
      looked(LEFT, 'replace'),
      looked({ component: 'spring', axle: 'rear', side: 'left' }, 'replace'),
    );
    const { a, money } = made(job);
    const [joint, spring] = repairCosts(a, job, catalogue, settings);
    const without = made(withWorn(halder, job.lookOver.items[1]!));
    expect(joint!.now).toEqual({
      totalMinor: money.totalMinor - without.money.totalMinor,
      minutes: 46,
    });
    const alone = made(withWorn(plainJob('corvane-halder'), looked(LEFT, 'replace')));
    expect(joint!.alone).toEqual({ totalMinor: alone.money.totalMinor, minutes: alone.plan.personMinutes });
    expect(joint!.alone!.totalMinor).toBeGreaterThan(joint!.now!.totalMinor);
    expect(spring).toMatchObject({ decided: true, now: null, alone: null });
    // what nobody has decided on costs the same, and is told beside the rest
    const open = withWorn(halder, looked(LEFT, null), job.lookOver.items[1]!);
    expect(repairCosts(made(open).a, open, catalogue, settings)).toMatchObject([
      { decided: true, now: null },
      { decided: false, now: joint!.now, alone: joint!.alone },
    ]);
    const boot = withWorn(halder, looked({ component: 'frame-rust', axle: null, side: null }, null));
    expect(repairCosts(made(boot).a, boot, catalogue, settings)[0]!.work.remedy).toBe('repair');
  });
});

describe('the records of the demo world', () => {
  it('reach every place they are for on every platform: no access that an axle does not have', () => {
    for (const platform of catalogue.platforms)
      for (const remedy of ['repair', 'replace'] as const) {
        const job = withWorn(
          plainJob(platform.code),
          ...spotsOf(platform).map((spot) => looked(spot, remedy)),
        );
        const a = say(job);
        const written = { ...a, repairs: a.repairs.filter((r) => r.repair) };
        expect(written.repairs.length).toBeGreaterThan(remedy === 'replace' ? 8 : 0);
        expect([platform.code, workPlan(written, job, catalogue).missing]).toEqual([platform.code, []]);
      }
  });
});

describe('what is left at the customer’s word', () => {
  it.each([
    ['worn', 'lower-ball-joint', 'left-worn'],
    ['broken', 'lower-ball-joint', 'left-unsafe'],
    ['missing', 'wheel-stud', 'left-unsafe'],
    ['broken', 'damper', 'left-worn'],
  ] as const)('%s %s: %s', (how, component, code) => {
    const needs = found(
      on(
        'corvane-halder',
        lookedAt({ component, axle: 'front', side: 'left' }, { found: how, remedy: 'leave' }),
      ),
      code,
    );
    expect(needs).toHaveLength(1);
  });
});
