import {
  assess,
  emptyRound,
  readTape as read,
  roundToday,
  type KnownVehicle,
  type LengthUnit,
  type TapeRound,
} from '..';
import {
  catalogue,
  demoJob,
  demoJobs,
  plainJob,
  platformOf,
  settings,
  vehicleOf,
} from '../testing/demo-world';

const readTape = (t: TapeRound, v: KnownVehicle | null, unit: LengthUnit) =>
  read(t, v, unit, { front: 390, rear: 392 });
/** What the rules say of a tape on the Halder. */
const said = (t: TapeRound, platform = halder.platform) => {
  const job = { ...plainJob('corvane-halder'), tape: { rounds: [t] } };
  return assess(job, { ...catalogue, platforms: [platform] }, settings)
    .needs.filter((n) => n.topic === 'tape')
    .map((n) => n.finding);
};

const halder = { platform: platformOf('corvane-halder'), year: 2021, variant: {} };
const tape = (leftFront: string, rightFront: string, leftRear: string, rightRear: string): TapeRound => ({
  ...emptyRound('t', 'before', 'hub'),
  corners: { leftFront, rightFront, leftRear, rightRear },
});

describe('four corners', () => {
  it('gives means, rake and level with their tolerance', () => {
    const r = readTape(tape('18 1/2', '18 5/8', '492 mm', '494 mm'), halder, 'mm');
    expect(r.front?.value).toBeCloseTo(471.4875, 4);
    expect(r.rear?.value).toBe(493);
    expect(r.front).toMatchObject({ truth: 'measured', plusMinus: 3 });
    expect(r.rake?.value).toBeCloseTo(493 - 471.4875 - halder.platform.levelArchDifferenceMm, 4);
    expect(said(tape('18 1/2', '18 5/8', '492 mm', '494 mm'))).toEqual([]);
  });
  it('a side difference over the limit is a finding with the low side', () => {
    expect(said(tape('462', '474', '492', '494'))).toContainEqual({
      code: 'left-right',
      axle: 'front',
      differenceMm: 12,
      lowSide: 'left',
    });
  });
  it('a lean by design is taken off before judging', () => {
    const leaning = { ...halder.platform, leanLeftMm: 8 };
    expect(said(tape('462', '470', '486', '494'), leaning)).toEqual([]);
    expect(said(tape('470', '470', '494', '494'), leaning)).toHaveLength(2);
  });
  it('heights out of the ordinary say what is ordinary', () => {
    expect(said(tape('530', '530', '494', '494'))[0]).toMatchObject({
      code: 'outside-ordinary',
      axle: 'front',
      measuredMm: 530,
    });
  });
  it('an unread corner keeps its text and its fault; the other axle is still judged', () => {
    const r = readTape(tape('18 x', '470', '492', '494'), halder, 'mm');
    expect(r.corners.leftFront).toMatchObject({ fault: { code: 'length-unreadable', text: '18 x' } });
    expect(r.front).toBeNull();
    expect(r.rear?.value).toBe(493);
    expect(r.rake).toBeNull();
  });
  it('without a vehicle the means stand, but nothing is judged against a platform', () => {
    const r = readTape(tape('530', '530', '494', '494'), null, 'mm');
    expect(r.front?.value).toBe(530);
    expect(r).toMatchObject({ rake: null, level: null, inDoubt: [] });
  });
});
describe('a tape held the other way is asked about, and used by nothing until somebody has said', () => {
  const ground = tape('862', '864', '884', '886');
  it('hub to arch that can only be ground to arch stands on no figure', () => {
    const r = readTape(ground, halder, 'mm');
    expect(r.inDoubt).toHaveLength(4);
    expect(r).toMatchObject({ front: null, rear: null, rake: null });
    expect(said(ground).map((f) => f.code)).toEqual(['tape-in-doubt', 'tape-in-doubt']);
    const job = { ...plainJob('corvane-halder', ['TL-2810']), tape: { rounds: [ground] } };
    const untaped = assess(plainJob('corvane-halder', ['TL-2810']), catalogue, settings).forecast!;
    expect(assess(job, catalogue, settings).forecast!.planned.heightMm.value).toBe(
      untaped.planned.heightMm.value,
    );
  });
  it('said to be from the ground it becomes hub to arch by the loaded radius of the tyre that stands there', () => {
    const r = readTape({ ...ground, readFrom: 'ground' }, halder, 'mm');
    expect(r.front?.value).toBeCloseTo(863 - 390, 9);
    expect(r.rear?.value).toBeCloseTo(885 - 392, 9);
    expect(r.inDoubt).toEqual([]);
    expect(said({ ...ground, readFrom: 'ground' })).toEqual([]);
  });
  it('hub to arch said to be from the ground is in doubt as well; a lift of 140 mm is not', () => {
    expect(
      readTape({ ...tape('700', '700', '720', '720'), readFrom: 'ground' }, halder, 'mm').inDoubt,
    ).toHaveLength(4);
    const high = String(halder.platform.front.archMm + 140);
    expect(readTape(tape(high, high, '494', '494'), halder, 'mm').inDoubt).toEqual([]);
  });
  it('without a readable tyre a height from the ground is no height from the hub', () => {
    const r = read({ ...ground, readFrom: 'ground' }, halder, 'mm', { front: null, rear: 392 });
    expect(r.front).toBeNull();
    expect(r.rear).not.toBeNull();
  });
});
it('every taped demo job reads without a fault', () => {
  for (const name of demoJobs) {
    const job = demoJob(name);
    const today = roundToday(job.tape);
    if (today.corners.leftFront === '') continue;
    const r = readTape(today, job.vehicle.platform ? vehicleOf(job) : null, 'mm');
    expect(r.front).not.toBeNull();
    expect(r.rear).not.toBeNull();
  }
});
