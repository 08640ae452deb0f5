import {
  assess,
  bagLetter,
  bagsOf,
  bayHours,
  spreadOf,
  starOrder,
  torqueList,
  toolsMissing,
  wayChoices,
  workPlan,
  type JobSections,
} from '..';
import { ARCHETYPES } from '../testing/archetypes';
import { catalogue, demoJob, plainJob, settings } from '../testing/demo-world';
import { prepare } from '../testing/prepared';
import { DAY } from '../testing/situations';

const say = (job: JobSections) => assess(job, catalogue, settings, { day: DAY, prepare });
const planOf = (job: JobSections) => workPlan(say(job), job, catalogue, settings.workshop);

describe('hardware bags', () => {
  it('are lettered in the order of work, filled before they are emptied, and hold no wheel nuts', () => {
    for (const { job } of ARCHETYPES) {
      const bags = bagsOf(planOf(demoJob(job)));
      expect(bags.map((b) => b.letter)).toEqual(bags.map((_, i) => bagLetter(i)));
      for (const b of bags) {
        if (b.backAt !== null) expect(b.backAt).toBeGreaterThan(b.from.number);
        expect(b.joints).not.toContain('Wheel nuts');
      }
    }
    expect([0, 25, 26, 51, 52].map(bagLetter)).toEqual(['A', 'Z', 'AA', 'AZ', 'BA']);
  });
});
it('torques come by whose word they are, each of the plan once', () => {
  const rank = { 'part-maker': 0, platform: 1, estimate: 2, manual: 3 } as const;
  for (const { job } of ARCHETYPES) {
    const plan = planOf(demoJob(job));
    const list = torqueList(plan);
    expect(list).toHaveLength(plan.steps.reduce((n, s) => n + s.fastenings.length, 0));
    const ranks = list.map(({ fastening: { torque: t } }) => rank[t.kind === 'figure' ? t.source : t.kind]);
    expect([...ranks].sort((a, b) => a - b)).toEqual(ranks);
  }
});
it('studs are tightened across: each once, and never beside the one before where there are five or more', () => {
  for (let n = 1; n <= 12; n++) {
    const order = starOrder(n);
    expect([...order].sort((a, b) => a - b)).toEqual(Array.from({ length: n }, (_, i) => i));
    if (n < 5) continue;
    order.slice(1).forEach((place, i) => {
      const apart = Math.abs(place - order[i]!);
      expect(Math.min(apart, n - apart)).toBeGreaterThan(1);
    });
  }
  expect(starOrder(0)).toEqual([]);
});
it('tools are missed only where the shop has a register', () => {
  expect(toolsMissing(['Jack', 'bush press'], ['jack'])).toEqual(['bush press']);
  expect(toolsMissing(['Jack'], null)).toEqual([]);
});

it('hours turn out as each step says, else as the shop says; nobody said, nobody knows', () => {
  const steps = (range: readonly [number, number] | null) => [
    { minutes: 30, range },
    { minutes: 10, range: null },
  ];
  expect(spreadOf(steps(null), null)).toBeNull();
  expect(spreadOf(steps(null), { underShare: 0.1, overShare: 0.2 })!.overShare).toBeCloseTo(0.2);
  const own = spreadOf(steps([20, 60]), { underShare: 0.1, overShare: 0.2 })!;
  expect([own.underShare, own.overShare]).toEqual([expect.closeTo(11 / 40), expect.closeTo(32 / 40)]);
  expect(spreadOf([], { underShare: 0.1, overShare: 0.2 })).toEqual({ underShare: 0.1, overShare: 0.2 });
});

describe('ways of taking apart', () => {
  const job = demoJob('hut-warden');
  const ask = (of: JobSections, shop = settings.workshop) => {
    const a = say(of);
    return wayChoices(workPlan(a, of, catalogue, shop), a, of, catalogue, shop);
  };
  const bar = (of: JobSections, shop = settings.workshop) =>
    ask(of, shop).find((w) => w.at === 'bar-free@front')!;
  it('each says what the plan would take by it; the one that is gone takes nothing more, and no free one less', () => {
    for (const { job: name } of ARCHETYPES)
      for (const w of ask(demoJob(name))) {
        expect(w.ways.find((x) => x.name === w.gone)!.minutes).toBe(0);
        for (const x of w.ways)
          if (!x.byChoice) expect([name, w.at, x.name, x.minutes! >= 0]).toEqual([name, w.at, x.name, true]);
      }
  });
  it('a habit of the shop is gone by, and a choice for the job before it', () => {
    const habit = { ...settings.workshop, habits: { 'bar-free': 'at the frame' } };
    expect(bar(job)).toMatchObject({ gone: 'at the links', by: 'least' });
    expect(bar(job, habit)).toMatchObject({ gone: 'at the frame', by: 'habit' });
    const chosen = { ...job, work: { ...job.work, ways: { 'bar-free@front': 'mounts only loosened' } } };
    expect(bar(chosen, habit)).toMatchObject({ gone: 'mounts only loosened', by: 'job' });
    const gone = { ...job, work: { ...job.work, ways: { 'bar-free@front': 'no such way' } } };
    expect(bar(gone)).toMatchObject({ gone: 'at the links', by: 'least' });
  });
  const seized = (remedy: 'replace' | null = null): JobSections => ({
    ...job,
    lookOver: {
      ...job.lookOver,
      items: [
        {
          id: 'bar-link:front:left',
          component: 'bar-link',
          axle: 'front',
          side: 'left',
          found: 'seized',
          remedy,
          note: '',
          wear: null,
          treadMm: null,
          photos: [],
        },
      ],
    },
  });
  it('a seized link sends the work round it, costs its time where somebody insists, and nothing where it is replaced', () => {
    expect(bar(seized())).toMatchObject({ gone: 'at the frame' });
    const links = bar(seized()).ways.find((w) => w.name === 'at the links')!;
    expect(links).toMatchObject({ seized: ['bar-link'] });
    expect(links.minutes).toBeGreaterThan(0);
    const insisted = { ...seized(), work: { ...job.work, ways: { 'bar-free@front': 'at the links' } } };
    const step = planOf(insisted).steps.find((s) => s.id === 'off bar-free@front')!;
    expect(step.seized).toEqual(['bar-link']);
    expect(step.minutes).toBe(3 + settings.workshop.seizedMinutes!);
    expect(bar(seized('replace'))).toMatchObject({ gone: 'at the links' });
  });
  it('nobody has said what a seized joint takes: it is gone round, and its minutes are unknown', () => {
    const shop = { ...settings.workshop, seizedMinutes: null };
    expect(bar(seized(), shop)).toMatchObject({ gone: 'at the frame' });
    expect(bar(seized(), shop).ways.find((w) => w.name === 'at the links')!.minutes).toBeNull();
  });
  it('what stands in the way on one side is cleared first, with the battery off, and only on its vehicle', () => {
    const steps = planOf(job).steps;
    const at = (id: string) => steps.findIndex((s) => s.id === id);
    expect(steps[at('off control-unit-aside@front')]!.side).toBe('left');
    expect(at('off battery-off@vehicle')).toBeLessThan(at('off control-unit-aside@front'));
    const [left, right] = [at('off strut-out@front left'), at('off strut-out@front right')];
    expect(at('off control-unit-aside@front')).toBeLessThan(left);
    expect(steps[left]!.after).toContain('off control-unit-aside@front');
    // it is in nobody’s way on the other side
    expect(steps[right]!.after).not.toContain('off control-unit-aside@front');
    const other = planOf(demoJob('peat-cutter')).steps;
    expect(other.some((s) => s.id.includes('control-unit'))).toBe(false);
  });
});
describe('steps that were moved', () => {
  const job = demoJob('hut-warden');
  const plan = planOf(job);
  const with_ = (moves: JobSections['work']['moves']) => planOf({ ...job, work: { ...job.work, moves } });
  it('go where nothing waits the other way round; everything keeps what it waits for', () => {
    const bar = plan.steps.findIndex((s) => s.id === 'off bar-free@front');
    const before = plan.steps[bar - 1]!.id;
    const m = with_([{ step: 'off bar-free@front', before }]);
    expect(m.steps[bar - 1]!.id).toBe('off bar-free@front');
    expect(m.notMoved).toEqual([]);
    expect(m.personMinutes).toBe(plan.personMinutes);
  });
  it('stay where they would pass what they wait for, what waits for them, the line, or what is gone; and say which', () => {
    expect(
      with_([{ step: 'off strut-out@front left', before: 'off wheel-off@front' }]).notMoved,
    ).toMatchObject([{ why: 'waits-for' }]);
    expect(
      with_([{ step: 'off wheel-off@front', before: 'on strut-out@front left' }]).notMoved,
    ).toMatchObject([{ why: 'is-waited-for' }]);
    expect(with_([{ step: 'off nothing@front', before: null }]).notMoved).toMatchObject([
      { why: 'gone', by: null },
    ]);
    const closing = plan.steps.at(-1)!.id;
    expect(with_([{ step: 'off bar-free@front', before: closing }]).notMoved).toMatchObject([
      { why: 'other-side-of-the-line' },
    ]);
    const ground = plan.steps.find((s) => s.id.startsWith('ground '))!.id;
    expect(with_([{ step: 'off bar-free@front', before: ground }]).notMoved).toMatchObject([
      { why: 'other-side-of-the-line' },
    ]);
  });
});
describe('what is used up, and what dries', () => {
  it('a valve for each tyre that is mounted, and every amount summed over its steps', () => {
    const plan = planOf(demoJob('hut-warden'));
    const amount = (what: string) => plan.consumables.find((c) => c.what === what)?.amount;
    const mounted = plan.steps.find((s) => s.id.startsWith('work mount-tires'))!;
    expect(mounted.uses.find((u) => u.what === 'valve')!.amount).toBe(4);
    expect(amount('valve')).toBe(4);
    expect(amount('stick-on weights')).toBe(240);
  });
  it('both sides of an axle use what the record says for both', () => {
    const plan = planOf(plainJob('corvane-halder', ['TL-2810', 'HF-310']));
    const greased = plan.steps.filter((s) => s.uses.some((u) => u.what === 'chassis grease'));
    expect(greased.map((s) => s.side)).toEqual(['left', 'right']);
    expect(plan.consumables.find((c) => c.what === 'chassis grease')!.amount).toBe(40);
  });
  it('nothing that waits for paint begins before it is dry, and the fitter does something else meanwhile', () => {
    const job = demoJob('hut-warden');
    const painted = {
      ...job,
      tire: {
        ...job.tire,
        reliefs: [{ axle: 'front', obstacle: 'arch-edge', relief: 'roll-arch' } as const],
      },
    };
    const plan = planOf(painted);
    const paint = plan.steps.find((s) => s.id.startsWith('work roll-arch'))!;
    expect(paint.waits).toBe(20);
    const timed = new Map(bayHours(plan, 1).steps.map((s) => [s.id, s]));
    const later = plan.steps.filter((s) => s.after.includes(paint.id) && timed.has(s.id));
    expect(later.length).toBeGreaterThan(0);
    for (const s of later)
      expect(timed.get(s.id)!.start).toBeGreaterThanOrEqual(timed.get(paint.id)!.end + paint.waits);
    const meanwhile = [...timed.values()].filter(
      (t) => t.start >= timed.get(paint.id)!.end && t.start < timed.get(paint.id)!.end + paint.waits,
    );
    expect(meanwhile.length).toBeGreaterThan(0);
  });
});
