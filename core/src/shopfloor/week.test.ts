import fc from 'fast-check';
import { dayAt, leastLateness, minutesUntil, planWeek, type Placed, type Skill, type WaitingJob } from '..';

const FLOOR = {
  bays: [
    { id: 'b1', name: 'Bay 1' },
    { id: 'b2', name: 'Bay 2' },
  ],
  fitters: [
    { id: 'f1', name: 'First', skills: ['rack', 'springs', 'electrics'] as const },
    { id: 'f2', name: 'Second', skills: ['springs'] as const },
    { id: 'f3', name: 'Third', skills: ['rack'] as const },
  ],
  racks: 1,
};
const job = (i: number, free: boolean): fc.Arbitrary<WaitingJob> =>
  fc.record({
    id: fc.constant(`j${i}`),
    crews: fc.integer({ min: 1, max: 12 }).chain((n) =>
      fc.constantFrom(
        [{ people: 1, bayMinutes: n * 30 }],
        [{ people: 2, bayMinutes: n * 30 }],
        [
          { people: 1, bayMinutes: n * 50 },
          { people: 2, bayMinutes: n * 30 },
        ],
      ),
    ),
    rackMinutes: fc.constantFrom(0, 45),
    skills: fc.constantFrom<readonly Skill[]>([], ['springs'], ['electrics']),
    from: fc.constantFrom(0, 0, 240, 960),
    due: fc.constantFrom(null, 480, 960, 1440),
    bay: free ? fc.constant(null) : fc.constantFrom(null, null, 'b2'),
    start: free ? fc.constant(null) : fc.constantFrom(null, null, null, 480),
  });
const jobs = (max: number, free = false) =>
  fc.integer({ min: 1, max }).chain((n) => fc.tuple(...Array.from({ length: n }, (_, i) => job(i, free))));
const overlap = (a: { start: number; end: number }, b: { start: number; end: number }) =>
  a.start < b.end && b.start < a.end;

/** What a schedule breaks, asked of each pair by itself. */
function broken(placed: readonly Placed[], all: readonly WaitingJob[]): readonly string[] {
  const out: string[] = [];
  const of = (id: string) => all.find((j) => j.id === id)!;
  for (const p of placed) {
    const j = of(p.id);
    if (p.start < Math.max(j.from, j.start ?? 0)) out.push(`${p.id} before its boxes`);
    if (!j.crews.some((c) => c.people === p.fitters.length && c.bayMinutes === p.end - p.start))
      out.push(`${p.id} takes another time, or other hands`);
    if (j.bay !== null && p.bay !== j.bay) out.push(`${p.id} in another bay`);
    const knows = p.fitters.flatMap((f) => FLOOR.fitters.find((x) => x.id === f)!.skills as readonly Skill[]);
    for (const s of j.skills) if (!knows.includes(s)) out.push(`${p.id} without ${s}`);
    if (j.rackMinutes > 0 !== (p.rack !== null)) out.push(`${p.id} and the rack`);
    if (p.rack && p.rack.start < p.end) out.push(`${p.id} on the rack before it is out`);
    if (p.late !== (j.due === null ? 0 : Math.max(0, p.done - j.due))) out.push(`${p.id} late`);
    if (p.rack && !FLOOR.fitters.find((x) => x.id === p.rack!.fitter)?.skills.some((s) => s === 'rack'))
      out.push(`${p.id} on the rack by somebody who cannot`);
    for (const q of placed) {
      // on the rack while a bay has the same person, the other job's or, which cannot be, its own
      if (p.rack && overlap(p.rack, q) && q.fitters.includes(p.rack.fitter))
        out.push(`${p.id} has ${p.rack.fitter} of ${q.id} on the rack`);
      if (p.rack && q.rack && p !== q && overlap(p.rack, q.rack) && p.rack.fitter === q.rack.fitter)
        out.push(`${p.id} and ${q.id} share a fitter on two racks`);
      if (q.id <= p.id) continue;
      if (p.bay === q.bay && overlap(p, q)) out.push(`${p.id} and ${q.id} in one bay`);
      if (overlap(p, q) && p.fitters.some((f) => q.fitters.includes(f)))
        out.push(`${p.id} and ${q.id} share a fitter`);
      if (p.rack && q.rack && overlap(p.rack, q.rack)) out.push(`${p.id} and ${q.id} on one rack`);
    }
  }
  return out;
}
const orders = (list: readonly WaitingJob[]): readonly (readonly WaitingJob[])[] =>
  list.length <= 1
    ? [list]
    : list.flatMap((x) => orders(list.filter((y) => y !== x)).map((rest) => [x, ...rest]));

describe('a week in the bays', () => {
  it('never breaks a bay, a fitter, a rack, a promise of boxes or a pin, and is never less late than its bound', () => {
    fc.assert(
      fc.property(jobs(9), (list) => {
        const w = planWeek(list, FLOOR, 200);
        expect(broken(w.placed, list)).toEqual([]);
        expect(w.placed.length + w.unplaced.length).toBe(list.length);
        expect(w.late).toBeGreaterThanOrEqual(w.leastLate);
      }),
      { numRuns: 150 },
    );
  });
  it.each([{}, { seed: -924999728, path: '33:6:8:4:4:4:6' }])(
    'is as little late as the best of all orders, where all can be tried; the bound is below every one %o',
    (again) => {
      fc.assert(
        fc.property(jobs(4, true), (list) => {
          const all = orders(list).map(
            (o) =>
              // each order by itself: pinned one after the other, so that the rules of order change nothing
              planWeek(
                o.map((j, i) => ({ ...j, id: `${i}${j.id}`, start: 0 })),
                FLOOR,
                0,
              ).late,
          );
          const best = Math.min(...all);
          const w = planWeek(list, FLOOR);
          expect(w.late).toBeLessThanOrEqual(best);
          expect(leastLateness(list, FLOOR)).toBeLessThanOrEqual(best);
        }),
        { numRuns: 60, ...again },
      );
    },
  );
  it('the same question has the same answer, however it is written down in time', () => {
    const list = fc.sample(jobs(8), { seed: 4, numRuns: 1 })[0]!;
    expect(planWeek(list, FLOOR)).toEqual(planWeek(list, FLOOR));
  });
  it('jobs that are alike go in as they stand in the list, whatever they are called', () => {
    const alike = fc.sample(job(0, true), { seed: 4, numRuns: 1 })[0]!;
    const one = { ...FLOOR, bays: FLOOR.bays.slice(0, 1) };
    for (const ids of [
      ['c', 'a', 'b'],
      ['b', 'c', 'a'],
    ]) {
      const { placed } = planWeek(
        ids.map((id) => ({ ...alike, id, skills: [] })),
        one,
      );
      expect([...placed].sort((x, y) => x.start - y.start).map((p) => p.id)).toEqual(ids);
    }
  });
  it('says why a job has no place: no bay, nobody who knows it, too few, no rack', () => {
    const one: WaitingJob = {
      id: 'a',
      crews: [{ people: 1, bayMinutes: 60 }],
      rackMinutes: 0,
      skills: [],
      from: 0,
      due: null,
      bay: null,
      start: null,
    };
    const why = (j: Partial<WaitingJob>, floor: Partial<typeof FLOOR> = {}) =>
      planWeek([{ ...one, ...j }], { ...FLOOR, ...floor }).unplaced.map((u) => u.why);
    expect(why({})).toEqual([]);
    expect(why({}, { bays: [] })).toEqual(['no-bay']);
    expect(why({ bay: 'gone' })).toEqual(['no-bay']);
    expect(why({ crews: [{ people: 4, bayMinutes: 60 }] })).toEqual(['too-few']);
    expect(why({ skills: ['electrics'] }, { fitters: FLOOR.fitters.slice(1) })).toEqual(['no-skill']);
    expect(why({ rackMinutes: 45 }, { racks: 0 })).toEqual(['no-rack']);
  });
  it('a late box moves the job, and the promise that it breaks is told with its minutes', () => {
    const one: WaitingJob = {
      id: 'a',
      crews: [{ people: 2, bayMinutes: 300 }],
      rackMinutes: 45,
      skills: [],
      from: 0,
      due: 480,
      bay: null,
      start: null,
    };
    expect(planWeek([one], FLOOR).placed[0]).toMatchObject({ start: 0, end: 300, done: 345, late: 0 });
    const late = planWeek([{ ...one, from: 480 }], FLOOR);
    expect(late.placed[0]).toMatchObject({ start: 480, late: 345 });
    expect(late.leastLate).toBe(345);
  });
});

describe('working days', () => {
  const HOURS = { openDays: [1, 2, 3, 4, 5], minutesPerDay: 480 };
  it('leave out what is closed', () => {
    expect(minutesUntil('2026-11-27', '2026-11-27', HOURS)).toBe(0);
    expect(minutesUntil('2026-11-27', '2026-11-30', HOURS)).toBe(480);
    expect(dayAt('2026-11-27', 480, HOURS)).toEqual({ day: '2026-11-30', minute: 0 });
    expect(dayAt('2026-11-27', 480, HOURS, true)).toEqual({ day: '2026-11-27', minute: 480 });
    expect(dayAt('2026-11-28', 0, HOURS)).toEqual({ day: '2026-11-30', minute: 0 });
  });
  it('there and back', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 0, max: 60 }),
        fc.uniqueArray(fc.integer({ min: 1, max: 7 }), { minLength: 1 }),
        (days, openDays) => {
          const hours = { openDays, minutesPerDay: 450 };
          const { day } = dayAt('2026-11-27', days * 450, hours);
          expect(minutesUntil('2026-11-27', day, hours)).toBe(days * 450);
        },
      ),
    );
  });
});
