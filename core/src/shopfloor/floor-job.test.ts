import fc from 'fast-check';
import {
  arrivalOf,
  ARRIVED,
  bayHours,
  capacity,
  emptyBox,
  floorJob,
  partsList,
  shopWeek,
  skillsOf,
  wentWrong,
  workPlan,
  type Box,
  type FloorJob,
  type JobSections,
  type OnTheFloor,
  type PartsLine,
  type Placed,
} from '..';
import { say } from '../testing/assessed';
import { catalogue, demoJob, settings } from '../testing/demo-world';
import { DAY } from '../testing/situations';

const { workshop } = settings;
const NAMES = ['hut-warden', 'peat-crew', 'farm-vet', 'bird-count'] as const;
const floorOf = (job: JobSections) => floorJob(job, catalogue, settings, DAY);

describe('what a job takes of the shop', () => {
  it('is nothing that can be said without a vehicle', () => {
    const job = demoJob('hut-warden');
    expect(floorOf({ ...job, vehicle: { ...job.vehicle, platform: null } })).toBeNull();
  });
  it.each(NAMES)(
    '%s: the hours of its plan alone and as a pair, its skills, the day its last box is here',
    (name) => {
      const job = demoJob(name);
      const a = say(job);
      const plan = workPlan(a, job, catalogue, workshop);
      const floor = floorOf(job)!;
      const least = Math.max(...plan.steps.map((s) => s.people));
      expect(floor.crews).toEqual(
        [...new Set([least, Math.max(2, least)])].map((people) => ({
          people,
          bayMinutes: Math.ceil(bayHours(plan, people).bayMinutes),
        })),
      );
      expect(floor).toMatchObject({
        vehicle: a.vehicle!.platform.label,
        rackMinutes: Math.ceil(plan.rackMinutes),
        personMinutes: Math.ceil(plan.personMinutes),
        skills: skillsOf(plan),
      });
      expect(floor.lines.map((l) => l.code)).toEqual(partsList(job, a, catalogue).map((l) => l.code));
      const days = floor.lines.map((l) => l.day);
      expect(floor.readyOn).toBe(days.includes(null) ? null : [DAY, ...days].sort().at(-1));
    },
  );
  it('is ordered by the promise: nothing promised, or no word how long it takes, no day', () => {
    const job = demoJob('hut-warden');
    const on = (promiseDate: string | null) => floorOf({ ...job, head: { ...job.head, promiseDate } })!;
    expect(on(null).lines.map((l) => l.orderBy)).toEqual(on(null).lines.map(() => null));
    for (const l of on('2027-01-29').lines)
      if (l.leadDays === null) expect(l.orderBy).toBeNull();
      else expect(l.orderBy! <= '2027-01-29').toBe(true);
    const lead = on('2027-01-29').lines.filter((l) => l.leadDays !== null);
    const [quick, slow] = [...lead]
      .sort((x, y) => x.leadDays! - y.leadDays!)
      .filter((_, i, all) => i === 0 || i === all.length - 1);
    expect(Date.parse(quick!.orderBy!) - Date.parse(slow!.orderBy!)).toBe(
      (slow!.leadDays! - quick!.leadDays!) * 86_400_000,
    );
  });
  it('takes whoever may compress springs, or unplug airbags, where a step does it', () => {
    const hazard = (...hazards: readonly string[]) => ({ steps: [{ hazards }] }) as never;
    expect(skillsOf(hazard())).toEqual([]);
    expect(skillsOf(hazard('compressed-spring'))).toEqual(['springs']);
    expect(skillsOf(hazard('battery-airbag'))).toEqual(['electrics']);
  });
});

describe('where a line is', () => {
  const [line] = partsList(demoJob('hut-warden'), say(demoJob('hut-warden')), catalogue).filter(
    (l) => (l.boxes ?? []).some((b) => (b.box?.pieces.length ?? 0) > 0) && l.leadDays !== null,
  ) as readonly PartsLine[];
  const is = (box: Partial<Box> | null, more: Partial<PartsLine> = {}) =>
    arrivalOf(
      { ...line!, onHand: 0, ...more },
      { list: box === null ? [] : [{ ...emptyBox('b', line!.code), ...box }] },
      DAY,
    );
  const piece = line!.boxes![0]!.box!.pieces[0]!;
  it.each([
    ['stock', is(null, { onHand: line!.quantity }), DAY],
    ['stock', is(null, { group: 'shop' }), DAY],
    ['asked', is(null, { leadDays: 3 }), '2026-11-28'],
    ['asked', is(null, { leadDays: null }), null],
    ['ordered', is({ orderedOn: DAY, expectedOn: '2026-11-30' }), '2026-11-30'],
    ['ordered', is({ orderedOn: DAY, expectedOn: DAY }), DAY],
    ['ordered', is({ orderedOn: DAY, expectedOn: null }), null],
    ['late', is({ orderedOn: '2026-11-01', expectedOn: '2026-11-24' }), null],
    ['here', is({ receivedOn: DAY }), DAY],
    ['here', is({ receivedOn: DAY, counted: { [piece.name]: piece.count * line!.quantity } }), DAY],
    ['short', is({ receivedOn: DAY, counted: { [piece.name]: 0 } }), null],
    ['wrong', is({ receivedOn: DAY, fault: 'wrong' }), null],
    ['damaged', is({ receivedOn: DAY, fault: 'damaged', expectedOn: '2026-12-01' }), '2026-12-01'],
    ['damaged', is({ receivedOn: DAY, fault: 'damaged', expectedOn: DAY }), null],
  ] as const)('%s', (state, arrival, day) => {
    expect([arrival.state, arrival.day]).toEqual([state, day]);
    expect(arrival.here).toBe(state === 'stock' || state === 'here');
    expect(arrival.lacking).toEqual(
      state === 'short' ? [{ name: piece.name, want: piece.count * line!.quantity, got: 0 }] : [],
    );
  });
  it('somebody has to ask about what is late, short, wrong or damaged, and about nothing else', () => {
    expect(ARRIVED.filter(wentWrong)).toEqual(['late', 'short', 'wrong', 'damaged']);
  });
});

describe('the week of a shop', () => {
  const floor = (more: Partial<FloorJob> = {}): FloorJob => ({
    ...floorOf(demoJob('bell-founder'))!,
    readyOn: DAY,
    ...more,
  });
  const waits = (id: string, more: Partial<OnTheFloor> = {}): OnTheFloor => ({
    id,
    promiseDate: null,
    bay: null,
    startDay: null,
    floor: floor(),
    ...more,
  });
  const placedOf = (jobs: readonly OnTheFloor[]) => shopWeek(jobs, workshop, DAY);
  it('places what is ready, says what waits for a word, and passes over what takes no time', () => {
    const nothing = floor({ rackMinutes: 0, crews: [{ people: 1, bayMinutes: 0 }] });
    const week = placedOf([
      waits('a'),
      waits('unknown', { floor: floor({ readyOn: null }) }),
      waits('nothing', { floor: nothing }),
      waits('rack', { floor: { ...nothing, rackMinutes: 45 } }),
    ]);
    expect(week.withoutBoxes).toEqual(['unknown']);
    expect(week.placed.map((p) => p.id).sort()).toEqual(['a', 'rack']);
  });
  it('begins no job before its boxes, nor before the day that somebody has said, and keeps its bay', () => {
    const bay = workshop.bays.at(-1)!.id;
    const week = placedOf([
      waits('now'),
      waits('boxes', { floor: floor({ readyOn: '2026-11-27' }) }),
      waits('said', { startDay: '2026-11-30', bay }),
    ]);
    const of = (id: string) => week.placed.find((p) => p.id === id)!;
    expect(of('now').start).toBe(0);
    expect(of('boxes').start).toBeGreaterThanOrEqual(2 * workshop.minutesPerDay);
    expect(of('said').start).toBeGreaterThanOrEqual(3 * workshop.minutesPerDay);
    expect(of('said').bay).toBe(bay);
  });
  it('promised for a day is promised for its end', () => {
    const late = (promiseDate: string | null) => placedOf([waits('a', { promiseDate })]).placed[0]!.late;
    const { done } = placedOf([waits('a')]).placed[0]!;
    expect(done).toBeLessThan(workshop.minutesPerDay);
    expect([late(null), late(DAY)]).toEqual([0, 0]);
    expect(late('2026-11-24')).toBe(done);
  });
  it('takes of each day what its jobs take, and no more than there is', () => {
    fc.assert(
      fc.property(
        fc.array(
          fc.record({ start: fc.nat(1500), takes: fc.integer({ min: 1, max: 900 }), rack: fc.boolean() }),
          {
            minLength: 1,
            maxLength: 6,
          },
        ),
        (made) => {
          const placed = made.map(({ start, takes, rack }, i): Placed => {
            const end = start + takes;
            return {
              id: `j${i}`,
              bay: 'b',
              start,
              end,
              fitters: ['x', 'y'],
              rack: rack ? { start: end, end: end + 45, fitter: 'x' } : null,
              done: end,
              late: 0,
            };
          });
          const days = capacity(placed, workshop, DAY, 8);
          const perDay = workshop.minutesPerDay;
          const sum = (of: readonly number[]) => of.reduce((s, n) => s + n, 0);
          expect(sum(days.map((d) => d.bays)) * perDay * workshop.bays.length).toBeCloseTo(
            sum(made.map((m) => m.takes)),
            6,
          );
          expect(sum(days.map((d) => d.fitters)) * perDay * workshop.fitters.length).toBeCloseTo(
            sum(made.map((m) => 2 * m.takes + (m.rack ? 45 : 0))),
            6,
          );
          expect(days[0]!.day).toBe(DAY);
          expect(new Set(days.map((d) => d.day)).size).toBe(8);
        },
      ),
    );
    const none = capacity([], { ...workshop, bays: [], fitters: [] }, DAY, 1);
    expect(none).toEqual([{ day: DAY, bays: 0, fitters: 0 }]);
  });
});
