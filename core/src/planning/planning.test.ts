import { assess, budgetFinding, moneyFigures, moneyOf, partsList, workPlan, type JobSections } from '..';
import { catalogue, demoJob, demoJobs, plainJob, settings, vehicleOf } from '../testing/demo-world';

const planOf = (job: JobSections) =>
  workPlan(assess(job, catalogue, settings).chosen, vehicleOf(job), catalogue);

describe('parts list', () => {
  it('has every item once, tyres and wheels with the spare, and adds up', () => {
    const job = demoJob('hut-warden');
    const lines = partsList(job, vehicleOf(job), catalogue);
    expect(lines.map((l) => l.code)).toEqual([...job.build.items.map((i) => i.code), 'CT-L285', 'LW-618']);
    for (const l of lines) expect(l.lineMinor).toBe(l.priceMinor * l.quantity);
    expect(lines.filter((l) => l.group === 'rolling').map((l) => l.quantity)).toEqual([5, 5]);
  });
  it('a kit is one line with its own price and its weakest provenance', () => {
    const job = plainJob('corvane-halder', ['HF-K45']);
    const [kit] = partsList(job, vehicleOf(job), catalogue);
    expect(kit).toMatchObject({ soldAs: 'kit', quantity: 1, provenance: { kind: 'maker-lists' } });
  });
  it('what is still to ask has no provenance yet', () => {
    const job = plainJob('corvane-halder', ['TL-2810']);
    const vague = { ...job, vehicle: { ...job.vehicle, variant: {} } };
    expect(partsList(vague, vehicleOf(vague), catalogue)[0]!.provenance).toBeNull();
  });
});

describe('money', () => {
  const job = demoJob('hut-warden');
  const lines = partsList(job, vehicleOf(job), catalogue);
  const m = moneyOf(lines, 600, settings);
  it('is parts, labour of the plan, supplies, alignment and tax on all', () => {
    const net = m.partsMinor + m.labourMinor + m.suppliesMinor + m.alignmentMinor;
    expect(m.labourMinor).toBe(Math.round(10 * settings.labourMinorPerHour));
    expect(m.taxMinor).toBe(Math.round(net * settings.taxShare));
    expect(m.totalMinor).toBe(net + m.taxMinor);
  });
  it('opens as figures that say the same sums', () => {
    const f = moneyFigures(m, lines, settings);
    expect(f.total.value).toBe(m.totalMinor);
    expect(f.total.because.reduce((s, x) => s + x.value, 0)).toBe(m.totalMinor);
    expect(f.parts.because.reduce((s, x) => s + x.value, 0)).toBe(m.partsMinor);
    expect(f.labour.because.map((x) => x.name)).toEqual(['labour-minutes', 'labour-rate']);
  });
  it('no work, no alignment; a kept or unnamed budget finds nothing', () => {
    expect(moneyOf([], 0, settings).totalMinor).toBe(0);
    expect(budgetFinding(null, m)).toBeNull();
    expect(budgetFinding(m.totalMinor, m)).toBeNull();
    expect(budgetFinding(m.totalMinor - 1, m)).toEqual({
      code: 'over-budget',
      totalMinor: m.totalMinor,
      budgetMinor: m.totalMinor - 1,
    });
  });
});

describe.each(demoJobs.filter((n) => demoJob(n).build.items.length > 0))('work plan of %s', (name) => {
  const plan = planOf(demoJob(name));
  it('numbers its steps from 1, knows all its operations and adds its minutes', () => {
    expect(plan.steps.map((s) => s.number)).toEqual(plan.steps.map((_, i) => i + 1));
    expect(plan.missing).toEqual([]);
    expect(plan.minutes).toBe(plan.steps.reduce((sum, s) => sum + s.minutes, 0));
  });
  it('takes apart before it works, and puts back in reverse everything it took apart', () => {
    for (const axle of ['front', 'rear'] as const) {
      const phases = plan.steps.filter((s) => s.axle === axle).map((s) => s.phase);
      const firstWork = phases.indexOf('work');
      if (firstWork < 0) continue;
      expect(phases.lastIndexOf('apart')).toBeLessThan(firstWork);
      expect(phases.indexOf('together')).toBeGreaterThan(phases.lastIndexOf('work') - 1);
    }
    const apart = plan.steps.filter((s) => s.phase === 'apart');
    const together = plan.steps.filter((s) => s.phase === 'together');
    expect(together).toHaveLength(apart.length);
    const states = apart.map((s) => catalogue.access.find((x) => x.off.text === s.text)!.code);
    const back = together.map((s) => catalogue.access.find((x) => x.on.text === s.text)!.code);
    expect([...back].sort()).toEqual([...states].sort());
  });
  it('torques rubber only below the ride-height line, and nothing of it above', () => {
    plan.steps.forEach((s, i) => {
      for (const f of s.fastenings) if (f.atRideHeight) expect(i).toBeGreaterThanOrEqual(plan.rideHeightLine);
    });
    expect(
      plan.steps.slice(plan.rideHeightLine).every((s) => s.phase === 'ride-height' || s.phase === 'closing'),
    ).toBe(true);
  });
  it('shows the caution at the step: in the air at the first lift, handling at the end', () => {
    expect(plan.steps.some((s) => s.hazards.includes('vehicle-in-air'))).toBe(true);
    expect(plan.steps.flatMap((s) => s.hazards)).toContain('handling');
  });
  it('names each part in the step that fits it', () => {
    const served = new Set(plan.steps.flatMap((s) => s.parts));
    for (const { part } of assess(demoJob(name), catalogue, settings).chosen)
      expect(served).toContain(part.code);
  });
});
it('no parts, no work, and no line to wait for', () => {
  expect(planOf(plainJob('corvane-halder'))).toMatchObject({ steps: [], minutes: 0, missing: [] });
});
it('an operation nobody has written is named as missing', () => {
  const job = plainJob('corvane-halder', ['TL-2810']);
  const chosen = assess(job, catalogue, settings).chosen;
  const plan = workPlan(chosen, vehicleOf(job), { ...catalogue, operations: [] });
  expect(plan.missing).toEqual([chosen[0]!.part.operation]);
});
