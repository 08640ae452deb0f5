import { emptySections, readTape, type Tape } from '..';
import { demoJob, platformOf, vehicleOf, demoJobs } from '../testing/demo-world';

const halder = { platform: platformOf('corvane-halder'), year: 2021, variant: {} };
const tape = (leftFront: string, rightFront: string, leftRear: string, rightRear: string): Tape => ({
  ...emptySections('x').tape,
  corners: { leftFront, rightFront, leftRear, rightRear },
});

describe('four corners', () => {
  it('gives means, rake and level with their tolerance', () => {
    const r = readTape(tape('18 1/2', '18 5/8', '492 mm', '494 mm'), halder, 'mm');
    expect(r.front?.value).toBeCloseTo(471.4875, 4);
    expect(r.rear?.value).toBe(493);
    expect(r.front).toMatchObject({ truth: 'measured', plusMinus: 3 });
    expect(r.rake?.value).toBeCloseTo(493 - 471.4875 - halder.platform.levelArchDifferenceMm, 4);
    expect(r.findings).toEqual([]);
  });
  it('a side difference over the limit is a finding with the low side', () => {
    const r = readTape(tape('462', '474', '492', '494'), halder, 'mm');
    expect(r.findings).toContainEqual({
      code: 'left-right',
      axle: 'front',
      differenceMm: 12,
      lowSide: 'left',
    });
  });
  it('a lean by design is taken off before judging', () => {
    const leaning = { ...halder, platform: { ...halder.platform, leanLeftMm: 8 } };
    expect(readTape(tape('462', '470', '486', '494'), leaning, 'mm').findings).toEqual([]);
    expect(readTape(tape('470', '470', '494', '494'), leaning, 'mm').findings).toHaveLength(2);
  });
  it('heights out of the ordinary say what is ordinary', () => {
    const r = readTape(tape('530', '530', '494', '494'), halder, 'mm');
    expect(r.findings[0]).toMatchObject({ code: 'outside-ordinary', axle: 'front', measuredMm: 530 });
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
    expect(r).toMatchObject({ rake: null, level: null, findings: [] });
  });
});
it('every taped demo job reads without a fault', () => {
  for (const name of demoJobs) {
    const job = demoJob(name);
    if (job.tape.corners.leftFront === '') continue;
    const r = readTape(job.tape, job.vehicle.platform ? vehicleOf(job) : null, 'mm');
    expect(r.front).not.toBeNull();
    expect(r.rear).not.toBeNull();
  }
});
