import { listed, type Alternative, type JobSections } from '../job';
import { needKey } from '../assessment';
import { catalogue, demoJob, demoJobs, plainJob, settings } from '../testing/demo-world';
import { givenUp, UNKNOWN_HANDLING } from './given-up';
import { hoursBetween, quoteOf, takeInstead, withAlternative, type QuotedPlan } from './quote';

const day = '2026-11-25';
const ask = (job: JobSections, more: object = {}) =>
  quoteOf({ job, catalogue, settings: { ...settings, ...more }, day });
const freightOf = ({ terms }: QuotedPlan['money']) => terms.find((t) => t.term === 'freight')!.amount;
const other = (codes: readonly string[], freightMinor: number | null = null): Alternative => ({
  id: 'other',
  items: codes.map((c, i) => listed(`o${i}`, 'part', c)),
  reliefs: [],
  tireCode: null,
  wheelCode: null,
  freightMinor,
});

describe('what is given up', () => {
  const none = { front: 0, rear: 0 };
  const miss = { front: null, rear: null };
  const said = (o: Partial<Parameters<typeof givenUp>[0]>, off = none, names: string[] = []) =>
    givenUp({ missBy: miss, ...UNKNOWN_HANDLING, ...o }, off, names).map((g) => g.code);
  const two = (today: number, planned: number) => ({
    front: { today, planned },
    rear: { today: null, planned: null },
  });
  it('nothing known is nothing given up', () => {
    expect(said({})).toEqual([]);
  });
  it.each([
    ['a height that nobody sees', { missBy: { front: 2.9, rear: null } }, []],
    ['a height that is seen', { missBy: { front: 3, rear: null } }, ['off-the-wish']],
    ['a ride nearly alike', { frequencyHz: two(1.5, 1.64) }, []],
    ['a firmer one', { frequencyHz: two(1.5, 1.66) }, ['stiffer']],
    ['a softer one', { frequencyHz: two(1.5, 1.34) }, ['softer']],
    ['a little droop', { droopMm: two(100, 86) }, []],
    ['droop that is missed', { droopMm: two(100, 85) }, ['less-droop']],
    ['more droop', { droopMm: two(85, 130) }, []],
    ['a little lean', { rollDegPerG: { today: 5, planned: 5.4 } }, []],
    ['lean that is felt', { rollDegPerG: { today: 5, planned: 5.5 } }, ['leans-more']],
    ['less lean', { rollDegPerG: { today: 5, planned: 4 } }, []],
    ['nearly as stable', { tipping: { today: 1.2, planned: 1.17 } }, []],
    ['tips sooner', { tipping: { today: 1.2, planned: 1.16 } }, ['tips-sooner']],
  ] as const)('%s', (_, o, want) => {
    expect(said(o)).toEqual(want);
  });
  it('which way it is off the wish, and what cannot be undone by name', () => {
    expect(
      givenUp({ missBy: { front: 8, rear: 4 }, ...UNKNOWN_HANDLING }, { front: -18, rear: 9 }, ['Flare']),
    ).toEqual([
      { code: 'off-the-wish', axle: 'front', mm: -18 },
      { code: 'off-the-wish', axle: 'rear', mm: 9 },
      { code: 'lasting', names: ['Flare'] },
    ]);
  });
});

describe('a quote', () => {
  it('has no plan without a vehicle', () => {
    const job = demoJob('hut-warden');
    expect(ask({ ...job, vehicle: { ...job.vehicle, platform: null } })).toBeNull();
  });
  it('hours are a range as the shop says, and money follows them', () => {
    const [p] = ask(demoJob('hut-warden'), { hoursRange: { underShare: 0.1, overShare: 0.25 } })!.plans;
    const [exact] = ask(demoJob('hut-warden'), { hoursRange: null })!.plans;
    // a shop that has said nothing: what the records of its steps say, and where none does, one figure
    expect(exact!.minutes.from).toBeLessThan(exact!.minutes.to);
    const [plain] = ask(plainJob('mettrick-fell', ['KA-455']), { hoursRange: null })!.plans;
    expect(plain!.minutes.from).toBe(plain!.minutes.to);
    expect(plain!.money.total.from).toBe(plain!.money.total.to);
    expect(p!.minutes.from).toBeLessThan(exact!.minutes.from);
    expect(p!.minutes.to).toBeGreaterThan(exact!.minutes.to);
    expect(exact!.money.total.from).toBeLessThan(exact!.money.total.to);
    expect(p!.money.total.from).toBeLessThan(exact!.money.total.from);
    for (const w of ['from', 'to'] as const) {
      const { terms, total } = p!.money;
      const sumOf = (of: typeof terms) => of.reduce((sum, t) => sum + (t.amount?.[w] ?? 0), 0);
      const net = sumOf(terms.filter((t) => t.term !== 'tax'));
      expect(sumOf(terms) - net).toBe(Math.round(net * settings.taxShare));
      expect(total[w]).toBe(sumOf(terms));
    }
  });
  it('a range of nothing is the plan, and it widens in whole steps', () => {
    expect(hoursBetween(163, { underShare: 0, overShare: 0 })).toEqual({ from: 160, to: 165 });
    expect(hoursBetween(163, null)).toEqual({ from: 163, to: 163 });
  });
  it('freight is taxed with the rest, and is in no total where nobody has said it', () => {
    const job = demoJob('hut-warden');
    const without = ask(job)!.plans[0]!.money;
    const withIt = ask({ ...job, quote: { ...job.quote, freightMinor: 10_000 } })!.plans[0]!.money;
    expect(freightOf(without)).toBeNull();
    expect(withIt.total.from - without.total.from).toBeCloseTo(10_000 * (1 + settings.taxShare), 6);
  });
  it('an alternative is judged like the chosen one, with its own freight and its own needs', () => {
    const job = { ...plainJob('corvane-halder', ['TL-2810']) };
    const a = other([], 4_200);
    const q = ask({ ...job, quote: { ...job.quote, alternatives: [a] } })!;
    expect(q.plans.map((p) => p.id)).toEqual([null, 'other']);
    expect(q.plans[1]).toEqual({
      ...ask(withAlternative(job, a))!.plans[0],
      id: 'other',
      money: q.plans[1]!.money,
    });
    expect(freightOf(q.plans[1]!.money)).toEqual({ from: 4_200, to: 4_200 });
    expect(q.plans[0]!.lines.map((l) => l.code)).toContain('TL-2810');
    expect(q.plans[1]!.lines).toEqual([]);
    expect(q.plans[0]!.hazards).toContain('handling');
  });
  it('taking an alternative instead and taking it back leaves the job as it was, freights with their plans', () => {
    const job = demoJob('hut-warden');
    const before: JobSections = {
      ...job,
      quote: { ...job.quote, freightMinor: 900, alternatives: [other(['TL-2810'], 500)] },
    };
    const taken = { ...before, ...takeInstead(before, before.quote.alternatives[0]!, 'was') };
    expect(taken.build.items.map((i) => i.code)).toEqual(['TL-2810']);
    expect(taken.quote.freightMinor).toBe(500);
    expect(taken.quote.alternatives).toEqual([expect.objectContaining({ id: 'was', freightMinor: 900 })]);
    const back = { ...taken, ...takeInstead(taken, taken.quote.alternatives[0]!, 'other') };
    expect(back).toEqual(before);
  });
  it('a height that is missed is given up once, by all that it is off, and not left open too', () => {
    const job = plainJob('corvane-halder');
    const wishing = {
      ...job,
      brief: { ...job.brief, wish: 'height', frontTargetMm: 60, frontToleranceMm: 10 },
    };
    const p = ask(wishing as JobSections)!.plans[0]!;
    expect(p.givenUp).toContainEqual({ code: 'off-the-wish', axle: 'front', mm: -60 });
    expect(p.open.map((n) => n.finding.code)).not.toContain('height-missed');
  });
  it('what is advised waits for a decision; declined, it is said to be', () => {
    const job = demoJobs
      .map(demoJob)
      .find((j) => ask(j)?.plans[0]!.advised.some((x) => x.decision === null))!;
    const advised = (j: JobSections) => ask(j)!.plans[0]!.advised.map((x) => [needKey(x.need), x.decision]);
    const key = advised(job).find(([, d]) => d === null)![0]!;
    const declined = {
      ...job,
      build: { ...job.build, decisions: { ...job.build.decisions, [key]: 'declined' } },
    };
    expect(advised(declined as JobSections)).toContainEqual([key, 'declined']);
  });
});
