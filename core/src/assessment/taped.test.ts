import { emptyRound, tapedRounds, type Corner, type TapeRound, type TapedWhen } from '..';
import { caseOf } from '../testing/assessed';
import { plainJob } from '../testing/demo-world';

const job = plainJob('corvane-halder', ['BS-4201']);
const heights = (lf: number, rf: number, rear = 496): Record<Corner, string> => ({
  leftFront: `${lf} mm`,
  rightFront: `${rf} mm`,
  leftRear: `${rear} mm`,
  rightRear: `${rear} mm`,
});
const BEFORE: TapeRound = { ...emptyRound('b', 'before', 'hub'), corners: heights(472, 472) };
const taped = (when: TapedWhen, lf: number, rf: number, rear = 496, before = BEFORE) =>
  tapedRounds(
    caseOf({
      ...job,
      tape: { rounds: [before, { ...emptyRound('r', when, 'hub'), corners: heights(lf, rf, rear) }] },
    }),
  )[1]!;
const plan = caseOf({ ...job, tape: { rounds: [BEFORE] } }).forecast()!;
const rearPlanned = plan.planned.rear.value;
const lift = plan.rear.lift;

describe('a round of the tape beside what was forecast', () => {
  it('settled is the plan; down is the plan before its new springs settle', () => {
    expect(taped('settled', 472, 472).axles.rear.forecast?.value).toBeCloseTo(rearPlanned, 9);
    const settles = lift.because.find((r) => r.name === 'settled-loss')!;
    expect(settles.value).toBeLessThan(-0.5);
    expect(taped('down', 472, 472).axles.rear.forecast?.value).toBeCloseTo(rearPlanned - settles.value, 9);
  });
  it('inside its range nothing is said, a millimetre outside it is', () => {
    const range = Math.hypot(plan.planned.rear.plusMinus!, 3);
    const at = (off: number) => taped('settled', 472, 472, rearPlanned + off).axles.rear;
    expect(at(range - 0.5)).toMatchObject({ outside: false, cause: null });
    expect(at(range + 1)).toMatchObject({ outside: true, cause: 'lighter' });
    expect(at(-range - 1)).toMatchObject({ outside: true, cause: 'heavier' });
    expect(at(range + 1).offMm).toBeCloseTo(range + 1, 6);
  });
  it('right after the work a car that stands high is held up by something', () => {
    expect(taped('down', 472, 472, rearPlanned + 30).axles.rear.cause).toBe('held-up');
  });
  it('one side low is that side’s spring; a lean that was there before is not the work’s', () => {
    expect(taped('settled', 462, 472).axles.front).toMatchObject({ cause: 'one-side-low', side: 'left' });
    expect(taped('settled', 472, 462).axles.front).toMatchObject({ cause: 'one-side-low', side: 'right' });
    const leaning = { ...BEFORE, corners: heights(462, 472) };
    expect(taped('settled', 462, 472, 496, leaning).axles.front.cause).toBeNull();
    expect(taped('settled', 506, 472).axles.front).toMatchObject({ cause: 'one-side-high', side: 'left' });
  });
  it('before the work it is held against the record and what is on it', () => {
    const [first] = tapedRounds(caseOf({ ...job, tape: { rounds: [BEFORE] } }));
    expect(first!.axles.front.forecast?.value).toBeCloseTo(472, 9);
    expect(first!.axles.front.outside).toBe(false);
    const low = { ...BEFORE, corners: heights(440, 440) };
    expect(tapedRounds(caseOf({ ...job, tape: { rounds: [low] } }))[0]!.axles.front).toMatchObject({
      outside: true,
      cause: 'heavier',
    });
  });
  it('what the makers claim stands beside it after the work only', () => {
    expect(taped('settled', 472, 472).axles.rear.claimedMm).toBeCloseTo(496 + plan.rear.claim!.value, 9);
    expect(tapedRounds(caseOf({ ...job, tape: { rounds: [BEFORE] } }))[0]!.axles.rear.claimedMm).toBeNull();
  });
  it('a round that nobody has written into is judged by nothing', () => {
    const [r] = tapedRounds(caseOf({ ...job, tape: { rounds: [emptyRound('e', 'settled', 'hub')] } }));
    expect(r!.axles.front).toMatchObject({
      got: null,
      forecast: null,
      offMm: null,
      outside: false,
      cause: null,
    });
  });
});
