import { assess, NO_WORKSHOP, workPlan, type WorkPlan, type WorkStep } from '..';
import { ARCHETYPES } from '../testing/archetypes';
import { catalogue, demoJob, demoJobs, plainJob, settings } from '../testing/demo-world';
import { faultsOfPlan } from '../testing/plan-checker';
import { prepare } from '../testing/prepared';
import { DAY } from '../testing/situations';

const planOf = (name: string, ways: Readonly<Record<string, string>> = {}): WorkPlan => {
  const job = { ...demoJob(name), work: { ...demoJob(name).work, ways } };
  return workPlan(assess(job, catalogue, settings, { day: DAY, prepare }), job, catalogue, settings.workshop);
};
const faults = (plan: WorkPlan) => faultsOfPlan(plan, catalogue);

it.each([...new Set([...ARCHETYPES.map((a) => a.job), ...demoJobs])])(
  '%s can be worked by, and saves time over single books',
  (name) => {
    const plan = planOf(name);
    expect(faults(plan)).toEqual([]);
    expect(plan.mergedMinutes).toBeLessThanOrEqual(plan.singleMinutes + 30);
    if (plan.shared.length > 0) expect(plan.shared.every((s) => s.times > 1 && s.minutes > 0)).toBe(true);
  },
);
it('can be worked by with every way of taking apart, one after the other', () => {
  const names = ['hut-warden', 'peat-crew', 'quarryman', 'sheep-shearers', 'boat-haulier'];
  let tried = 0;
  for (const name of names) {
    const keys = new Set(planOf(name).steps.flatMap((s) => (s.way ? [s.id.replace(/^(on|off) /, '')] : [])));
    for (const key of keys)
      for (const s of catalogue.access.filter((x) => `${x.code}@${x.axle}` === key && x.way)) {
        tried++;
        expect([name, key, s.way, faults(planOf(name, { [key]: s.way! }))]).toEqual([name, key, s.way, []]);
      }
  }
  expect(tried).toBeGreaterThan(20);
});
it('everything that is sold for a vehicle, on it at once', () => {
  for (const p of catalogue.platforms) {
    const job = plainJob(
      p.code,
      catalogue.parts.filter((x) => x.applications.some((a) => a.platform === p.code)).map((x) => x.code),
    );
    const plan = workPlan(
      assess(job, catalogue, settings, { day: DAY, prepare }),
      job,
      catalogue,
      NO_WORKSHOP,
    );
    expect([p.code, faults(plan)]).toEqual([p.code, []]);
  }
});

describe('the checker sees', () => {
  const plan = planOf('hut-warden');
  const at = (id: string) => plan.steps.findIndex((s) => s.id === id);
  const with_ = (steps: readonly WorkStep[]) => faults({ ...plan, steps });
  const without = (id: string) => with_(plan.steps.filter((s) => s.id !== id));
  const swapped = (i: number, j: number) => {
    const steps = [...plan.steps];
    [steps[i], steps[j]] = [steps[j]!, steps[i]!];
    return with_(steps);
  };
  it('a state that is never put back, and one that is used without it', () => {
    expect(without('on wheel-off@front').join()).toContain('wheel-off@front left is never put back');
    expect(without('off wheel-off@front').join()).toContain('without wheel-off');
  });
  it('steps that change places', () => {
    expect(swapped(at('off strut-out@front left'), at('on strut-out@front left')).join()).toContain(
      'strut-out@front left was not off',
    );
    expect(swapped(at('on vehicle-up@vehicle'), at('torque front')).join()).toContain(
      'Lower-arm pivots@front left torqued in the air',
    );
  });
  it('a hazard that is left out, a joint torqued twice, one that is never closed', () => {
    const i = at('off strut-out@front left');
    expect(with_(plan.steps.map((s, n) => (n === i ? { ...s, hazards: [] } : s))).join()).toContain(
      'says nothing of',
    );
    const t = at('torque front');
    const double = plan.steps.map((s, n) =>
      n === t ? { ...s, fastenings: [...s.fastenings, ...s.fastenings] } : s,
    );
    expect(with_(double).join()).toContain('torqued twice');
    expect(with_(plan.steps.map((s, n) => (n === t ? { ...s, fastenings: [] } : s))).join()).toContain(
      'never closed',
    );
  });
});
