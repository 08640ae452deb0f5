import { assess, emptyRound, hasCome, NOT_FINISHED, pastCase, workPlan, type JobSections } from '..';
import { catalogue, demoJob, settings } from '../testing/demo-world';
import { prepare } from '../testing/prepared';
import { DAY } from '../testing/situations';

const job = demoJob('hut-warden');
const of = (j: JobSections) => {
  const a = assess(j, catalogue, settings, { day: DAY, prepare });
  return { a, past: pastCase(a, j, catalogue) };
};
const corners = { leftFront: '515', rightFront: '517', leftRear: '540', rightRear: '542' };
const taped = (...whens: readonly ('down' | 'settled' | 'other')[]): JobSections => ({
  ...job,
  tape: {
    rounds: [
      ...job.tape.rounds,
      ...whens.map((when, i) => ({
        ...emptyRound(when, when, 'hub'),
        corners: i === 0 ? corners : { ...corners, leftFront: '513' },
      })),
    ],
  },
});

describe('what came of a job', () => {
  it('is how much higher it stands than before, beside forecast and claim, by the last round after the work', () => {
    const { a, past } = of(taped('down', 'settled'));
    const before = a.forecast!.today;
    expect(past.taped).toBe('settled');
    expect(past.lift.front.gotMm).toBeCloseTo((513 + 517) / 2 - before.front.value, 9);
    expect(past.lift.rear.gotMm).toBeCloseTo(541 - before.rear.value, 9);
    expect(past.lift.front.forecastMm).toBeCloseTo(a.forecast!.front.lift.value, 6);
    expect(past.lift.front.claimedMm).toBeCloseTo(a.forecast!.front.claim!.value, 6);
    expect(of(taped('down')).past.taped).toBe('down');
  });
  it('without a tape after the work has no heights, and has its hours and its line', () => {
    const after = {
      ...NOT_FINISHED,
      hoursTaken: 6.5,
      nextTime: 'new nuts',
      otherwise: 'rust',
      contacts: [
        { id: 'a', corner: 'leftFront', at: 'lock', contact: 'rubs', note: '' },
        { id: 'b', corner: 'leftRear', at: 'bump', contact: 'none', note: '' },
      ],
    } as const;
    const { a, past } = of({ ...job, after });
    expect(past).toMatchObject({
      year: job.vehicle.year,
      parts: job.build.items.map((i) => i.code),
      taped: null,
      lift: { front: { gotMm: null, forecastMm: null, claimedMm: null } },
      hoursTaken: 6.5,
      plannedMinutes: workPlan(a, job, catalogue).personMinutes,
      rubbed: 1,
      otherwise: 'rust',
      nextTime: 'new nuts',
    });
  });
  it.each<[boolean, Partial<JobSections>]>([
    [false, {}],
    [false, { tape: { rounds: [...job.tape.rounds, emptyRound('s', 'settled', 'hub')] } }],
    [true, { tape: taped('settled').tape }],
    [true, { after: { ...NOT_FINISHED, hoursTaken: 0 } }],
    [false, { after: { ...NOT_FINISHED, nextTime: ' ' } }],
    [true, { after: { ...NOT_FINISHED, nextTime: 'x' } }],
    [true, { after: { ...NOT_FINISHED, otherwise: 'x' } }],
    [true, { after: { ...NOT_FINISHED, road: { brakes: 'good' } } }],
  ])('is there: %p', (is, change) => {
    expect(hasCome({ ...job, ...change })).toBe(is);
  });
});
