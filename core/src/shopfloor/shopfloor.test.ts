import {
  AXLES,
  arrivalsOf,
  assess,
  bayHours,
  contentsOf,
  deliveryStages,
  emptyBox,
  onAxle,
  partsList,
  workPlan,
  type Box,
  type JobSections,
} from '..';
import { ARCHETYPES } from '../testing/archetypes';
import { catalogue, demoJob, demoJobs, partOf, settings } from '../testing/demo-world';
import { prepare } from '../testing/prepared';
import { DAY } from '../testing/situations';

const say = (job: JobSections) => assess(job, catalogue, settings, { day: DAY, prepare });
const linesOf = (job: JobSections) => partsList(job, say(job), catalogue);
const later = (days: number) =>
  new Date(Date.parse(`${DAY}T00:00:00Z`) + days * 86_400_000).toISOString().slice(0, 10);
const withBoxes = (job: JobSections, list: readonly Partial<Box>[]): JobSections => ({
  ...job,
  boxes: { list: list.map((b, i) => ({ ...emptyBox(`b${i}`, ''), ...b })) },
});

describe.each(ARCHETYPES.map((a) => a.job))('%s in a bay', (name) => {
  const job = demoJob(name);
  const plan = workPlan(say(job), job, catalogue, settings.workshop);
  it.each([1, 2, 3])(
    'by %i: nobody does two things at once, nothing begins before what it waits for, no faster than its bound',
    (people) => {
      const h = bayHours(plan, people);
      const at = new Map(h.steps.map((t) => [t.id, t]));
      for (const s of plan.steps) {
        const t = at.get(s.id);
        if (s.charge === 'alignment' || s.phase === 'before') expect(t).toBeUndefined();
        else {
          expect(t!.by).toHaveLength(s.people);
          for (const a of s.after) if (at.has(a)) expect(at.get(a)!.end).toBeLessThanOrEqual(t!.start);
        }
      }
      for (const t of h.steps)
        for (const u of h.steps)
          if (t.id < u.id && t.start < u.end && u.start < t.end)
            expect(t.by.filter((f) => u.by.includes(f))).toEqual([]);
      expect(h.bayMinutes).toBeGreaterThanOrEqual(h.leastMinutes - 1e-9);
      expect(h.bayMinutes).toBeLessThanOrEqual(
        plan.steps.reduce((sum, s) => sum + (s.charge === 'alignment' ? 0 : s.minutes + s.waits), 0) + 1e-9,
      );
    },
  );
  it('two are not slower than one, and the chain that decides is one of steps that wait for each other', () => {
    expect(bayHours(plan, 2).bayMinutes).toBeLessThanOrEqual(bayHours(plan, 1).bayMinutes);
    const { critical } = bayHours(plan, 2);
    const step = (id: string) => plan.steps.find((s) => s.id === id)!;
    critical.slice(1).forEach((id, i) => {
      expect(step(id).after).toContain(critical[i]);
    });
  });
});

describe('boxes', () => {
  const job = demoJob('quarryman');
  const [line] = linesOf(job).filter((l) => contentsOf(l).length > 0);
  const { code } = line!;
  const stateOf = (box: Partial<Box>) =>
    arrivalsOf(linesOf(job), withBoxes(job, [{ code, ...box }]).boxes, DAY).find((a) => a.code === code)!;
  it('are asked for, ordered, late, here', () => {
    expect(stateOf({ orderedOn: DAY, expectedOn: later(2) })).toMatchObject({
      state: 'ordered',
      here: false,
      day: later(2),
    });
    expect(stateOf({ orderedOn: DAY, expectedOn: later(-1) })).toMatchObject({
      state: 'late',
      here: false,
      day: null,
    });
    expect(stateOf({ orderedOn: DAY, expectedOn: later(2), receivedOn: DAY })).toMatchObject({
      state: 'here',
      here: true,
      day: DAY,
    });
  });
  it('are short where something was counted and is not all there, and not for what nobody counted', () => {
    const [piece] = contentsOf(line!);
    const short = stateOf({ receivedOn: DAY, counted: { [piece!.name]: piece!.count - 1 } });
    expect(short).toMatchObject({ state: 'short', here: false, day: null });
    expect(short.lacking).toEqual([{ name: piece!.name, want: piece!.count, got: piece!.count - 1 }]);
    expect(stateOf({ receivedOn: DAY, counted: { [piece!.name]: piece!.count } }).state).toBe('here');
  });
  it('are wrong or damaged by what somebody says, whatever was counted', () => {
    expect(stateOf({ receivedOn: DAY, fault: 'wrong' })).toMatchObject({ state: 'wrong', here: false });
    expect(stateOf({ receivedOn: DAY, fault: 'damaged' })).toMatchObject({ state: 'damaged', here: false });
  });
  it('nobody has ordered it: from the shelf where that has enough, else by its record from today', () => {
    const none = arrivalsOf(linesOf(job), job.boxes, DAY);
    for (const a of none) {
      const l = linesOf(job).find((x) => x.code === a.code)!;
      const shelf = l.group === 'shop' || (l.onHand !== null && l.onHand >= l.quantity);
      expect([a.code, a.state]).toEqual([a.code, shelf ? 'stock' : 'asked']);
      if (!shelf) expect(a.day).toBe(l.leadDays === null ? null : later(l.leadDays));
    }
  });
});

describe('stages by delivery', () => {
  const asked = (job: JobSections) => deliveryStages({ job, catalogue, settings, day: DAY, prepare })!;
  const job = demoJob('hut-warden');
  const codes = linesOf(job).map((l) => l.code);
  const allHere = withBoxes(
    job,
    codes.map((code) => ({ code, receivedOn: DAY })),
  );
  it('all here: one visit, nothing is kept shut', () => {
    const s = asked(allHere);
    expect(s.stages).toHaveLength(1);
    expect(s.keepShut).toEqual([]);
    expect(s.againMinutes).toBe(0);
    expect(s.stages[0]!.minutes).toBe(s.once.minutes);
  });
  it('a late box: its end waits for it, whole; what is fitted before stands by itself, and two visits take more than one', () => {
    const visits = ['hut-warden', 'quarryman', 'net-mender', 'sheep-shearers', 'farm-vet'].flatMap((name) => {
      const of = demoJob(name);
      return of.build.items.slice(0, 3).map(({ code }) => {
        const late = withBoxes(
          of,
          linesOf(of).map((l) =>
            l.code === code
              ? { code, orderedOn: DAY, expectedOn: later(6) }
              : { code: l.code, receivedOn: DAY },
          ),
        );
        const s = asked(late);
        const fits = s.stages.flatMap((x) => x.fits);
        expect(new Set(fits).size).toBe(fits.length);
        expect(fits).toContain(code);
        expect(s.stages.find((x) => x.fits.includes(code))!.day).toBe(later(6));
        expect(s.once.day).toBe(later(6));
        for (const axle of AXLES.filter((x) => onAxle(partOf(code), x))) expect(s.keepShut).toContain(axle);
        const times = s.stages.filter((x) => x.fits.length > 0).length;
        if (times > 1) expect(s.againMinutes).toBeGreaterThan(0);
        // what is here and is not fitted waits for a reason
        for (const x of s.stages) {
          expect(x.allTheSame === null).toBe(x.waits.length === 0);
          if (x.allTheSame) expect(x.allTheSame.because.length).toBeGreaterThan(0);
        }
        return times;
      });
    });
    expect(new Set(visits)).toEqual(new Set([1, 2]));
  });
  it('what waits may be fitted to have the vehicle off the floor: it rolls where nothing at a wheel is open, and does not drive', () => {
    // each order of each job is many plans of visits: every third
    const seen = demoJobs
      .filter((_, i) => i % 3 === 0)
      .flatMap((name) => {
        const of = demoJob(name);
        const lines = linesOf(of);
        return of.build.items.flatMap(({ code }) => {
          const s = deliveryStages({
            job: withBoxes(
              of,
              lines.map((l) =>
                l.code === code
                  ? { code, orderedOn: DAY, expectedOn: later(6) }
                  : { code: l.code, receivedOn: DAY },
              ),
            ),
            catalogue,
            settings,
            day: DAY,
            prepare,
          });
          return (s?.stages ?? []).flatMap((x) => x.allTheSame ?? []);
        });
      });
    for (const x of seen) {
      const atAWheel = x.because.some((n) =>
        ['fitment', 'place', 'tire', 'clearance', 'hardware'].includes(n.topic),
      );
      expect(x.rolls).toBe(!atAWheel);
      expect(x.minutes).toBeGreaterThan(0);
    }
    expect(new Set(seen.map((x) => x.rolls))).toEqual(new Set([true, false]));
  });
  it('nobody says when: the last visit has no day', () => {
    const s = asked(
      withBoxes(
        job,
        codes.map((code, i) => (i === 0 ? { code, orderedOn: DAY } : { code, receivedOn: DAY })),
      ),
    );
    expect(s.once.day).toBeNull();
    expect(s.stages.at(-1)!.day).toBeNull();
  });
  it('no vehicle, no stages', () => {
    expect(
      deliveryStages({
        job: { ...job, vehicle: { ...job.vehicle, platform: null } },
        catalogue,
        settings,
        day: DAY,
      }),
    ).toBeNull();
  });
});
