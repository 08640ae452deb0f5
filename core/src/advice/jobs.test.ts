import { describe, expect, it } from '@jest/globals';
import {
  findAllPlans,
  partsList,
  assess,
  reasonsOf,
  stagesOf,
  searchProgress,
  whyNot,
  withPlanOf,
  workPlan,
  checkBuild,
  planPoint,
  questionWorth,
  sizesOfSeries,
  bindings,
  moneyOf,
  type FoundPlan,
  type JobSections,
  type PlanSearch,
  type PlansAsked,
} from '..';
import { ARCHETYPES } from '../testing/archetypes';
import { catalogue, demoJob, settings } from '../testing/demo-world';
import { askPlans as ask, searchUntil, TO_THE_END } from '../testing/plans-asked';
import { DAY } from '../testing/situations';

const pin = (...codes: readonly string[]): PlansAsked['locks'] =>
  codes.map((which) => ({ how: 'pin', what: 'part', which }));
const searched = new Map<string, PlanSearch>();
const settlesAll = ({ plans: [first] }: PlanSearch): boolean =>
  first !== undefined &&
  first.outcome.needs.no + first.outcome.needs.needs === 0 &&
  first.outcome.missMm < 16;
/** each job is searched once */
const plansOf = (name: string, more?: Partial<PlansAsked>): PlanSearch => {
  if (more) return findAllPlans(ask(demoJob(name), more))!;
  const r = searched.get(name) ?? findAllPlans(ask(demoJob(name)))!;
  searched.set(name, r);
  return r;
};
const judged = (name: string, p: FoundPlan) => {
  const job = withPlanOf(demoJob(name), p);
  const a = assess(job, catalogue, settings, { day: DAY });
  return { job, a, lines: partsList(job, a, catalogue), work: workPlan(a, job, catalogue) };
};
describe('from intake to plans, without a choice made by hand', () => {
  it.each(ARCHETYPES.map((a) => [a.number, a.job] as const))(
    'job %i, %s: there is a plan that leaves nothing to settle',
    (_, name) => {
      const r = searchUntil(ask(demoJob(name)), settlesAll);
      if (TO_THE_END) expect(r.complete).toBe(true);
      const [first] = r.plans;
      expect([first?.outcome.needs.no, first?.outcome.needs.needs]).toEqual([0, 0]);
      expect(first?.outcome.missMm).toBeLessThan(16);
    },
  );
  it('4: a spindle for the other rotor is refused, and what would have to be known is said', () => {
    const job = demoJob('bell-founder');
    const on = (rotor: string) => ({
      ...job,
      vehicle: { ...job.vehicle, variant: { ...job.vehicle.variant, rotor } },
    });
    const against = (rotor: string, code: string) =>
      whyNot(ask(on(rotor)), code, null)!.against.map((n) => n.finding.code);
    expect(against('thick', 'HF-8909')).toContain('variant-excludes');
    expect(against('thick', 'HF-8900')).toEqual([]);
    expect(against('thin', 'HF-8900')).toContain('variant-excludes');
    const { variantFields } = catalogue.platforms.find((p) => p.code === job.vehicle.platform)!;
    expect(variantFields.find((f) => f.key === 'rotor')!.howToTell).toMatch(/calliper/i);
    expect(findAllPlans(ask(on('thin')))!.plans.flatMap((p) => p.parts)).not.toContain('HF-8900');
  });
  it('8: with the subframe down its bolts are too short; they are on the list, and it comes before the struts', () => {
    const [p] = plansOf('joiner', { locks: pin('IW-9320', 'TL-3120') }).plans;
    const { a, lines, work } = judged('joiner', p!);
    expect(a.needs.some((n) => n.finding.code === 'bolt-short')).toBe(true);
    expect(lines.some((l) => l.beside?.why === 'longer')).toBe(true);
    const at = (code: string) => work.steps.findIndex((s) => s.phase === 'work' && s.parts.includes(code));
    expect(at('IW-9320')).toBeLessThan(at('TL-3120'));
  });
  it('9: U-bolts come with the block, and a tyre over what the arms’ maker allows is refused', () => {
    const r = plansOf('quarryman', { locks: pin('IW-612', 'TL-8061') });
    const { lines } = judged('quarryman', r.plans[0]!);
    const block = lines.find((l) => l.code === 'IW-612')!;
    expect(
      lines.some((l) => l.beside?.code === 'IW-612' && l.name.startsWith('U-bolt')) ||
        block.name.includes('U-bolts'),
    ).toBe(true);
    const job = demoJob('quarryman');
    const limited = {
      ...catalogue,
      parts: catalogue.parts.map((p) => (p.code === 'TL-8061' ? { ...p, limits: { tireMm: 700 } } : p)),
    };
    const why = whyNot(ask(job, { catalogue: limited }), 'TL-8061', null)!;
    expect(why.against.map((n) => n.finding.code)).toContain('tire-over-maker');
  });
  it('16: now and later: each visit stands by itself, and what is paid twice is said', () => {
    const r = plansOf('surf-school');
    const whole = r.plans.find((p) => p.parts.length > 2) ?? r.ofFamily['keep-springs']!;
    const total = whole.outcome.money.totalMinor;
    const s = stagesOf(ask(demoJob('surf-school')), whole, { budgetMinor: total * 0.9 })!;
    expect(s.first.totalMinor).toBeLessThanOrEqual(total * 0.9);
    expect([...s.first.parts, ...s.then.parts].sort()).toEqual([...whole.parts].sort());
    expect(s.first.totalMinor + s.then.totalMinor - total).toBeCloseTo(s.twiceMinor, 6);
    expect(stagesOf(ask(demoJob('surf-school')), whole, { budgetMinor: 1 })).toBeNull();
  });
  it('16: cut by what is wished first: an end is whole in the first visit and the other waits; tyres wait alone', () => {
    const at = (axle: 'front' | 'rear', codes: readonly string[]) =>
      codes.filter((c) => catalogue.parts.find((p) => p.code === c)!.axle === axle);
    const seen = { ends: 0, tires: 0 };
    for (const name of ['surf-school', 'golf-links', 'joiner'])
      for (const plan of plansOf(name).plans.slice(0, 4)) {
        for (const first of ['front', 'rear'] as const) {
          const s = stagesOf(ask(demoJob(name)), plan, { first });
          if (!s) continue;
          const other = first === 'front' ? 'rear' : 'front';
          expect(at(first, s.first.parts)).toEqual(at(first, plan.parts));
          expect(at(other, s.first.parts)).toEqual([]);
          expect(at(first, s.first.parts).length).toBeGreaterThan(0);
          seen.ends++;
        }
        const s = stagesOf(ask(demoJob(name)), plan, { first: 'all-but-tires' });
        if (!s) continue;
        expect([s.first.withTires, s.then.withTires, s.then.parts]).toEqual([false, true, []]);
        seen.tires++;
      }
    expect(seen.ends).toBeGreaterThan(0);
    expect(seen.tires).toBeGreaterThan(0);
  });
  it('17: moving the axle keeps bump steer and roll nearer to stock than spacers do, and costs more', () => {
    const { geometry, ...by } = searchUntil(
      ask(demoJob('boat-haulier')),
      ({ ofFamily }) => ofFamily.geometry !== undefined && ofFamily['keep-springs'] !== undefined,
    ).ofFamily;
    const spacers = by['keep-springs']!;
    const both = (p: FoundPlan) => p.outcome.bumpSteer.front.planned!;
    expect(geometry!.outcome.lift.front!.value).toBeGreaterThan(spacers.outcome.lift.front!.value);
    const perMm = (p: FoundPlan) =>
      Math.abs(both(p) - p.outcome.bumpSteer.front.today!) / Math.max(1, p.outcome.lift.front!.value);
    expect(perMm(geometry!)).toBeLessThanOrEqual(perMm(spacers) + 1e-9);
    expect(geometry!.outcome.money.totalMinor).toBeGreaterThan(spacers.outcome.money.totalMinor);
  });
  it('20: on a leased one nothing that is shown drills or cuts', () => {
    const job = { ...demoJob('woodcutter'), brief: { ...demoJob('woodcutter').brief, reversibleOnly: true } };
    const r = findAllPlans(ask(job))!;
    for (const p of r.plans.filter((x) => x.outcome.needs.no === 0)) {
      const acts = p.parts.flatMap((c) => catalogue.parts.find((x) => x.code === c)!.box?.oneWay ?? []);
      expect(acts.filter((o) => o.act === 'drill' || o.act === 'cut')).toEqual([]);
      expect(p.outcome.irreversibleCount).toBe(0);
    }
    expect(r.plans[0]!.outcome.needs.no).toBe(0);
  });
});
describe('what is offered', () => {
  it('holds no plan in which something cannot stay, however cheap it is', () => {
    const r = plansOf('farm-vet');
    expect(r.plans.every((p) => p.outcome.needs.no === 0)).toBe(true);
    const { all, shown } = searchProgress(r);
    expect(all.length).toBeGreaterThan(1);
    for (const p of [...all, ...shown]) expect(p.needs.no).toBe(0);
  });
});
describe('why, and why not', () => {
  it('each cure of a plan is there for a need that stands without it', () => {
    const [p] = plansOf('district-nurse').plans;
    const why = reasonsOf(ask(demoJob('district-nurse')), p!);
    expect(why.map((r) => r.thing)).toEqual(p!.parts);
    for (const r of why.filter((x) => x.because === 'ends')) {
      expect(r.needs.length).toBeGreaterThan(0);
      expect(r.costMinor).toBeGreaterThan(0);
    }
    expect(why.some((r) => r.because === 'ends' && r.needs.some((n) => n.finding.code === 'cv-angle'))).toBe(
      true,
    );
  });
  it('a no is confirmed by putting the part on by hand, and a limit that would do is one that does', () => {
    const job = demoJob('woodcutter');
    const leased = { ...job, brief: { ...job.brief, reversibleOnly: true } };
    const drilling = catalogue.parts.find(
      (p) =>
        !p.reversible &&
        p.family === 'relocation' &&
        p.applications.some((a) => a.platform === job.vehicle.platform),
    )!;
    const best = findAllPlans(ask(leased))!.plans[0]!;
    const no = whyNot(ask(leased), drilling.code, planPoint(best))!;
    expect(no.against.map((n) => n.finding.code)).toContain('not-reversible');
    expect(no.wouldDo).toContain('reversible-only');
    const byHand = assess(
      withPlanOf(leased, { ...best, items: [{ kind: 'part', code: drilling.code }] }),
      catalogue,
      settings,
      { day: DAY },
    );
    expect(byHand.needs.some((n) => n.finding.code === 'not-reversible')).toBe(true);
    expect(whyNot(ask(leased), 'NOTHING', null)).toBeNull();
  });
  it('a limit that costs something is told with what it costs', () => {
    const job = demoJob('bell-founder');
    const tight = {
      ...job,
      brief: { ...job.brief, stance: 'level' as const, frontTargetMm: 30, rearTargetMm: 0 },
    };
    const best = findAllPlans(ask(tight))!.plans[0]!;
    const limits = bindings(ask(tight), planPoint(best));
    expect(limits.length).toBeGreaterThan(0);
    for (const b of limits) expect(b.savesMinor > 0 || b.nearerMm > 1).toBe(true);
  });
  it('the sizes of a series stand in order, one of them in the plan, each with how it would stand', () => {
    const [p] = plansOf('beekeeper').plans;
    const source = p!.parts[0]!;
    const sizes = sizesOfSeries(ask(demoJob('beekeeper')), p!, source);
    expect(sizes.length).toBeGreaterThan(1);
    expect(sizes.filter((s) => s.chosen).map((s) => s.code)).toEqual([source]);
    const lifts = sizes.map((s) => s.liftMm!);
    expect(lifts).toEqual([...lifts].sort((a, b) => a - b));
    for (const s of sizes) expect(s.level).toBe(Math.abs(s.rakeMm!) <= 6);
  });
  it('what a question is worth: the one whose answers lead to other plans comes first', () => {
    const job = demoJob('bell-founder');
    const unasked = { ...job, vehicle: { ...job.vehicle, variant: {} } };
    const worth = questionWorth(ask(unasked));
    expect(worth.map((w) => w.decides)).toContain(true);
    expect(worth.map((w) => w.decides)).toContain(false);
    for (const [i, w] of worth.entries()) if (i > 0 && w.decides) expect(worth[i - 1]!.decides).toBe(true);
  });
  it('a build that somebody put together: what is missing, what is bought for nothing, the same lift done whole', () => {
    const job = demoJob('district-nurse');
    const idle = catalogue.parts.find(
      (p) => p.family === 'bar-link' && p.applications.some((a) => a.platform === job.vehicle.platform),
    )!;
    const brought = {
      ...job,
      build: {
        ...job.build,
        items: [{ id: 'a', kind: 'part' as const, code: idle.code, quantity: 1, takenOver: '' }],
      },
    };
    const c = checkBuild(ask(brought));
    expect(c.gaps.map((n) => n.finding.code)).toContain('cv-angle');
    expect(c.sendBack.map((b) => b.code)).toEqual([idle.code]);
    const totalOf = (items: JobSections['build']['items']) => {
      const of = { ...job, build: { ...job.build, items } };
      const a = assess(of, catalogue, settings, { day: DAY });
      return moneyOf(partsList(of, a, catalogue), workPlan(a, of, catalogue), settings).totalMinor;
    };
    expect(c.sendBack[0]!.savesMinor).toBe(totalOf(brought.build.items) - totalOf([]));
    expect(c.mended!.needs.needs + c.mended!.needs.no).toBe(0);
  });
});
