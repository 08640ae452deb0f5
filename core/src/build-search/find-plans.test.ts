import { describe, expect, it } from '@jest/globals';
import {
  assess,
  AXLES,
  countsOf,
  betters,
  findAllPlans,
  findPlans,
  fitmentOf,
  isWish,
  jobOfQuestion,
  memoized,
  LIFT_SOURCES,
  wheelOptions,
  moneyOf,
  parseTireSize,
  partsList,
  readQuestion,
  reliefChoices,
  tiresMeant,
  together,
  withPlanOf,
  workPlan,
  type Catalogue,
  type FoundPlan,
  type JobSections,
  type Need,
  type Lock,
  type PlanSearch,
  type PlansAsked,
} from '..';
import { catalogue, demoJob, settings, vehicleOf } from '../testing/demo-world';
import { askPlans as ask } from '../testing/plans-asked';
import { DAY } from '../testing/situations';

const found = (job: JobSections, more: Partial<PlansAsked> = {}) => findAllPlans(ask(job, more))!;
const searched = new Map<string, PlanSearch>();
/** the plans of a demo job as it is, searched once */
const plansOf = (name: string): PlanSearch => memoized(searched, name, () => found(demoJob(name)));
const codes = (plans: readonly FoundPlan[]) => plans.map((p) => p.name);

/** Judges a plan from nothing, by nothing of the search: job, rules, list, work, money. */
function soundly(p: FoundPlan, job: JobSections, c: Catalogue) {
  const on = withPlanOf(job, p);
  const a = assess(on, c, settings, { day: DAY });
  const money = moneyOf(partsList(on, a, c), workPlan(a, on, c), settings);
  const of = (v: string) => a.needs.filter((n) => n.verdict === v && !isWish(n)).length;
  return {
    needs: { no: of('no'), needs: of('needs'), ask: of('ask'), advised: of('advised') },
    totalMinor: money.totalMinor,
    minutes: money.minutes,
    lift: a.forecast?.front.lift.value,
  };
}
const SHORT = ['beekeeper', 'bell-founder', 'golf-links', 'island-hotel', 'wedding-photographer', 'joiner'];

describe('plans of the demo world', () => {
  it.each(SHORT)('%s: each plan that is shown, judged again from nothing, says the same', (name) => {
    const job = demoJob(name);
    const r = plansOf(name);
    expect(r.complete).toBe(true);
    const all = [...r.plans, ...Object.values(r.ofFamily)];
    expect(all.length).toBeGreaterThan(1);
    for (const p of all) {
      const again = soundly(p, job, catalogue);
      expect([p.name, again.needs]).toEqual([p.name, p.outcome.needs]);
      expect(again.totalMinor).toBe(p.outcome.money.totalMinor);
      expect(again.minutes).toBe(p.outcome.money.minutes);
      expect(again.lift).toBeCloseTo(p.outcome.lift.front!.value, 9);
      // what is in it goes in, and goes together
      const parts = p.parts.map((code) => catalogue.parts.find((x) => x.code === code)!);
      for (const x of parts) expect(fitmentOf(x.applications, vehicleOf(job)).verdict).not.toBe('no');
      for (const x of parts) for (const y of parts) if (x !== y) expect(together(x, y)).toBe(true);
    }
  });
  it('nothing that is shown is bettered by another', () => {
    const { plans } = plansOf('joiner');
    for (const a of plans)
      for (const b of plans) expect(betters(countsOf(a.outcome), countsOf(b.outcome))).toBe(false);
  });
  it('the same question gives the same answer, and each step only betters the one before', () => {
    const job = demoJob('joiner');
    expect(codes(found(job).plans)).toEqual(codes(plansOf('joiner').plans));
    let before: readonly FoundPlan[] = [];
    for (const step of findPlans(ask(job))) {
      for (const was of before)
        expect(
          step.plans.some(
            (p) =>
              p.name === was.name || betters(countsOf(p.outcome), countsOf(was.outcome)) || equal(p, was),
          ),
        ).toBe(true);
      before = step.plans;
    }
    expect(before.length).toBeGreaterThan(0);
  });
});
const equal = (a: FoundPlan, b: FoundPlan) =>
  countsOf(a.outcome).every((x, i) => Math.abs(x - countsOf(b.outcome)[i]!) < 1e-6);

describe('locks', () => {
  const job = demoJob('joiner');
  const free = plansOf('joiner');
  const first = free.plans[0]!;
  it('what is pinned is in every plan, what is banned in none', () => {
    const out = first.parts[0]!;
    const ban: Lock = { how: 'ban', what: 'part', which: out };
    expect(free.plans.some((p) => p.parts.includes(out))).toBe(true);
    expect(found(job, { locks: [ban] }).plans.some((p) => p.parts.includes(out))).toBe(false);
    const other = Object.values(free.ofFamily)
      .flatMap((p) => p.parts)
      .find((c) => !first.parts.includes(c))!;
    const pinned = found(job, { locks: [{ how: 'pin', what: 'part', which: other }] });
    expect(pinned.plans.length).toBeGreaterThan(0);
    for (const p of pinned.plans) expect(p.parts).toContain(other);
  });
  it('a pin leaves no more than two sources at an end, and finds nothing that is better than without it', () => {
    const all = free.plans;
    const pinned = found(job, { locks: [{ how: 'pin', what: 'part', which: 'BS-9321' }] }).plans;
    expect(pinned.length).toBeGreaterThan(0);
    for (const p of pinned) {
      const sources = p.parts
        .map((code) => catalogue.parts.find((x) => x.code === code)!)
        .filter((x) => LIFT_SOURCES.includes(x.family));
      for (const axle of AXLES) expect(sources.filter((x) => x.axle === axle).length).toBeLessThanOrEqual(2);
      for (const free of all) expect(betters(countsOf(p.outcome), countsOf(free.outcome))).toBe(false);
    }
  });
  it('a maker, a supplier, a family, a school can be ruled out', () => {
    const maker = catalogue.parts.find((p) => p.code === first.parts[0])!;
    const lock = (what: Lock['what'], which: string): readonly Lock[] => [{ how: 'ban', what, which }];
    const of = (p: FoundPlan) => p.parts.map((c) => catalogue.parts.find((x) => x.code === c)!);
    for (const p of found(job, { locks: lock('maker', maker.maker) }).plans)
      expect(of(p).map((x) => x.maker)).not.toContain(maker.maker);
    for (const p of found(job, { locks: lock('supplier', maker.supplier) }).plans)
      expect(of(p).map((x) => x.supplier)).not.toContain(maker.supplier);
    for (const p of found(job, { locks: lock('family', maker.family) }).plans)
      expect(of(p).map((x) => x.family)).not.toContain(maker.family);
    const none = found(job, { locks: lock('school', first.outcome.family) });
    expect(Object.keys(none.ofFamily)).not.toContain(first.outcome.family);
    expect(none.plans.length).toBeGreaterThan(0);
  });
});
/** The catalogue with every third part that is made for the vehicle. */
const thirdOfParts = (job: JobSections): Catalogue => {
  const made = catalogue.parts.filter((p) => fitmentOf(p.applications, vehicleOf(job)).verdict !== 'no');
  return { ...catalogue, parts: made.filter((_, i) => i % 3 === 0) };
};
describe('a tyre that wants room', () => {
  const asked = (text: string) => {
    const { vehicles, asked } = readQuestion(text, catalogue);
    const [vehicle] = vehicles;
    const stock = parseTireSize(vehicle!.platform.stockTire);
    if (!stock.ok || asked?.kind !== 'tire') throw new Error(text);
    const [tire] = tiresMeant(asked, stock.value.rimIn, catalogue.tires);
    return jobOfQuestion(text, vehicle!, asked, tire!);
  };
  const rubs = (needs: readonly Need[]) =>
    needs.flatMap(({ finding: f }) => (f.code === 'tire-clearance' ? [f.axle] : []));
  it.each([
    ['33 whinchat', ['front', 'rear'], false],
    ['33 ostrey vaunt', ['front', 'rear'], false],
    ['35 halder l', [], true],
  ])('%s: where cutting all there is leaves it rubbing, nothing is cut for it', (text, hopeless, cuts) => {
    const job = asked(text);
    const vehicle = vehicleOf(job);
    const all = AXLES.flatMap((axle) => reliefChoices({ vehicle, axle, catalogue }, () => true));
    const cut = assess({ ...job, tire: { ...job.tire, reliefs: all } }, catalogue, settings, { day: DAY });
    expect(rubs(cut.needs)).toEqual(expect.arrayContaining(hopeless));
    const r = found(job, { catalogue: thirdOfParts(job) });
    for (const p of r.plans)
      for (const axle of hopeless) {
        expect(rubs(p.needs)).toContain(axle);
        expect(p.reliefs.filter((x) => x.axle === axle)).toEqual([]);
      }
    expect(r.plans.some((p) => p.reliefs.length > 0)).toBe(cuts);
    expect(r.plans.some((p) => rubs(p.needs).length === hopeless.length)).toBe(true);
    // every way to cut it in vain would be hundreds, on each wheel that it may go on
    expect(r.tried / wheelOptions(job, vehicle, catalogue, settings, []).length).toBeLessThan(120);
  });
});
describe('a tyre that is left open', () => {
  const job = demoJob('harbourmaster');
  // two tyres, two wheels and a third of the parts: as good as all of them, and quick
  const some = {
    ...thirdOfParts(job),
    tires: catalogue.tires.filter((t) => ['CT-R275', 'CT-M275'].includes(t.code)),
    wheels: catalogue.wheels.filter((w) => ['LW-632', 'LW-620'].includes(w.code)),
  };
  const ways = wheelOptions(job, vehicleOf(job), some, settings, []);
  // searched once, with all that is told on the way
  const told: PlanSearch[] = [];
  const steps = findPlans(ask(job, { catalogue: some }));
  let step = steps.next();
  for (; step.done !== true; step = steps.next()) told.push(step.value);
  const open = step.value!;
  const on = (p: FoundPlan) => `${p.tire.tireCode} ${p.tire.wheelCode}`;
  it('is searched on every tyre and wheel that settles as much, and gives what each of them picked gives', () => {
    expect(ways.length).toBeGreaterThan(1);
    const each = ways.flatMap(
      ({ tire }) => findAllPlans(ask({ ...job, tire: { ...job.tire, ...tire } }, { catalogue: some }))!.plans,
    );
    const unbeaten = each.filter((p) => !each.some((q) => betters(countsOf(q.outcome), countsOf(p.outcome))));
    const seen = (plans: readonly FoundPlan[]) =>
      [
        ...new Set(
          plans.map((p) =>
            countsOf(p.outcome)
              .map((x) => x.toFixed(6))
              .join(),
          ),
        ),
      ].sort();
    expect(seen(open.plans)).toEqual(seen(unbeaten));
    expect(open.complete).toBe(true);
    expect([open.left, open.boundMinor]).toEqual([0, null]);
    expect(new Set(open.plans.map(on)).size).toBeGreaterThan(1);
  });
  it('holds to a tyre that is pinned and leaves out one that is banned; what is picked is no question', () => {
    const lock = (how: Lock['how']): readonly Lock[] => [{ how, what: 'tire', which: 'CT-M275' }];
    const tires = (locks: readonly Lock[]) =>
      wheelOptions(job, vehicleOf(job), some, settings, locks).map((w) => w.tire.tireCode);
    expect(new Set(tires(lock('pin')))).toEqual(new Set(['CT-M275']));
    expect(tires(lock('ban'))).not.toContain('CT-M275');
    expect(tires([])).toContain('CT-M275');
    const wheel: Lock = { how: 'pin', what: 'wheel', which: 'LW-620' };
    for (const w of wheelOptions(job, vehicleOf(job), some, settings, [wheel]))
      expect(w.tire.wheelCode).toBe('LW-620');
    const picked = (wheelCode: string | null) => {
      const j = { ...job, tire: { ...job.tire, tireCode: 'CT-R275', wheelCode } };
      return wheelOptions(j, vehicleOf(j), some, settings, lock('pin')).map((w) => w.tire);
    };
    expect(picked('LW-620')).toEqual([{ tireCode: 'CT-R275', wheelCode: 'LW-620' }]);
    // it cannot be mounted on the wheels that are there
    expect(picked(null)).toEqual([
      { tireCode: 'CT-R275', wheelCode: 'LW-632' },
      { tireCode: 'CT-R275', wheelCode: 'LW-620' },
    ]);
  });
  it('a tyre that needs a part more is weighed with it, not put aside', () => {
    // on the demo job's own tyre the spare is too heavy for its carrier; a lighter one needs none, and is dear
    const towing = demoJob('surf-school');
    const heavy = catalogue.tires.find((t) => t.code === towing.tire.tireCode)!;
    const light = {
      ...heavy,
      code: 'CT-X',
      massKg: heavy.massKg - 15,
      priceMinor: heavy.priceMinor + 20_000,
    };
    const open = { ...towing, tire: { ...towing.tire, targetSize: heavy.size, tireCode: null } };
    const { plans } = found(open, { catalogue: { ...catalogue, tires: [heavy, light] } });
    const carried = (p: FoundPlan) =>
      p.parts.some((code) => catalogue.parts.find((x) => x.code === code)!.family === 'spare-carrier');
    const [first] = plans;
    expect([first!.tire.tireCode, carried(first!)]).toEqual([heavy.code, true]);
    const onLight = plans.filter((p) => p.tire.tireCode === light.code);
    expect(onLight.every((p) => !carried(p))).toBe(true);
  });
  it('while it looks, no plan that is still to come costs less than the bound that is told', () => {
    // from behind: what each plan that is first told later costs at least
    const cheaper: [number, string][] = [];
    told.forEach(({ boundMinor, plans }, i) => {
      const known = new Set(plans.map((p) => p.name));
      for (const p of new Map(told.slice(i + 1).flatMap((t) => t.plans.map((q) => [q.name, q]))).values())
        if (!known.has(p.name) && p.outcome.money.totalMinor < (boundMinor ?? Infinity) - 1e-6)
          cheaper.push([i, p.name]);
    });
    expect(told.length).toBeGreaterThan(ways.length);
    expect(cheaper).toEqual([]);
  });
});
describe('laws of the search', () => {
  it('another part in the catalogue never worsens what is found', () => {
    const job = demoJob('wedding-photographer');
    const platform = job.vehicle.platform!;
    const own = catalogue.parts.filter((p) => p.applications.some((a) => a.platform === platform));
    const full = plansOf('wedding-photographer');
    for (const gone of own.slice(0, 8)) {
      const less = found(job, {
        catalogue: { ...catalogue, parts: catalogue.parts.filter((p) => p !== gone) },
      });
      for (const p of less.plans)
        expect([
          gone.code,
          p.name,
          full.plans.some(
            (f) => f.name === p.name || betters(countsOf(f.outcome), countsOf(p.outcome)) || equal(f, p),
          ),
        ]).toEqual([gone.code, p.name, true]);
    }
  });
  it('a part that was measured to give less is searched as it was measured', () => {
    const job = demoJob('beekeeper');
    const part = plansOf('beekeeper')
      .plans[0]!.parts.map((c) => catalogue.parts.find((p) => p.code === c)!)
      .find((p) => p.effects.some((e) => 'thicknessMm' in e))!;
    const of = (liftShare: number) => {
      const r = found(job, {
        locks: [{ how: 'pin', what: 'part', which: part.code }],
        corrections: [{ part: part.code, liftShare }],
      });
      const axle = part.axle === 'rear' ? 'rear' : 'front';
      return r.plans.find((p) => p.parts.length === 1 || p.parts.includes(part.code))!.outcome.lift[axle]!
        .value;
    };
    expect(of(0.5)).toBeLessThan(of(1));
  });
});
