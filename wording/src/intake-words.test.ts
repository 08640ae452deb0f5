import {
  assess,
  COMPONENTS,
  emptyLooked,
  emptyRound,
  spotsOf,
  type Assessment,
  type JobSections,
  type Looked,
} from '@rigger/core';
import { catalogue, demoJob, platformOf, settings } from '@rigger/core/testing/demo-world';
import {
  afterHeadline,
  COMPONENT_WORDS,
  findingText,
  STYLE_MM,
  lookOverHeadline,
  spotText,
  tapeCauseText,
  tapedHeadline,
  type Style,
} from '.';

const MM: Style = { length: 'mm', currency: 'mk' };
const looked = (component: Looked['component'], change: Partial<Looked> = {}): Looked => ({
  ...emptyLooked({ component, axle: 'front', side: 'left' }),
  ...change,
});
const job = demoJob('bird-count');
const said = (j: JobSections): Assessment => assess(j, catalogue, settings);

describe('the look-over in words', () => {
  it('names each place of each vehicle, one name for one place', () => {
    expect(spotText({ component: 'lower-ball-joint', axle: 'front', side: 'left' })).toBe(
      'Lower ball joint, left front',
    );
    expect(spotText({ component: 'bar-bush', axle: 'rear', side: null })).toBe('Bar bushes, rear');
    expect(spotText({ component: 'leak', axle: null, side: null })).toBe('Leaks');
    expect(new Set(COMPONENTS.map((c) => COMPONENT_WORDS[c])).size).toBe(COMPONENTS.length);
    const names = spotsOf(platformOf('corvane-halder')).map(spotText);
    expect(new Set(names).size).toBe(names.length);
  });
  it('begins with what is worn, and says what is still to decide', () => {
    expect(lookOverHeadline([], 40).sentence).toContain('Look it over before anything is ordered');
    expect(lookOverHeadline([looked('damper', { found: 'good' })], 40)).toEqual({
      sentence: 'Nothing worn among 1 place looked at.',
      consequence: '39 places not looked at yet.',
    });
    const worn = lookOverHeadline(
      [looked('damper', { found: 'broken', remedy: 'replace' }), looked('cv-boot', { found: 'worn' })],
      2,
    );
    expect(worn.sentence).toBe('Damper, left front broken; CV boot, left front worn.');
    expect(worn.consequence).toMatch(/^One is still to decide/);
    const four = (['damper', 'spring', 'hose', 'tire'] as const).map((c) => looked(c, { found: 'missing' }));
    expect(lookOverHeadline(four, 4).sentence).toMatch(/ and 1 more\.$/);
    expect(lookOverHeadline([looked('leak', { found: 'good' })], 1).consequence).toBe(
      'Everything on the list was looked at.',
    );
  });
});
describe('what came of a job, in words', () => {
  it('begins with the heights, then what touches and what drives worse', () => {
    expect(afterHeadline(job, said(job), MM)).toEqual({
      sentence: 'Front as forecast, rear 1 mm lower than forecast.',
      consequence: 'A tyre touches in 1 place. Not as good as before: stays upright in a bend.',
    });
    const quiet = { ...job, after: { ...job.after, contacts: [], road: {} } };
    expect(afterHeadline(quiet, said(quiet), MM).consequence).toMatch(/^Nothing touches/);
    const fresh = demoJob('harbourmaster');
    expect(afterHeadline(fresh, said(fresh), MM).sentence).toMatch(/^When it is down/);
    const driven = { ...fresh, after: { ...fresh.after, road: { noise: 'bad' as const } } };
    expect(afterHeadline(driven, said(driven), MM).sentence).toBe('Not taped after the work yet.');
  });
  it('a round after the work says how far it is from the forecast, and what most likely does it', () => {
    const a = said(job);
    const down = job.tape.rounds[1]!;
    expect(tapedHeadline(a, down, a.taped[1]!, MM).sentence).toBe(
      'Front as forecast, rear 1 mm lower than forecast.',
    );
    const low = {
      ...job,
      tape: {
        rounds: [
          job.tape.rounds[0]!,
          { ...down, corners: { ...down.corners, leftFront: '405', rightFront: '424' } },
        ],
      },
    };
    const b = said(low);
    expect(tapedHeadline(b, low.tape.rounds[1]!, b.taped[1]!, MM).consequence).toMatch(/^Outside/);
    expect(tapeCauseText(b.taped[1]!.axles.front, 12, MM)).toBe(
      'Left front low against the other side. Most likely its spring end is not in its pocket, or a spacer there is missing or the wrong way up; see step 12.',
    );
    expect(tapeCauseText(a.taped[1]!.axles.front, 12, MM)).toBe('');
    const empty = { ...job, tape: { rounds: [emptyRound('e', 'settled', 'hub')] } };
    const c = said(empty);
    expect(tapedHeadline(c, empty.tape.rounds[0]!, c.taped[0]!, MM).sentence).toMatch(/^Tape all four/);
    const ground = { ...down, corners: { ...down.corners, leftFront: '790', rightFront: '790' } };
    const d = said({ ...job, tape: { rounds: [ground] } });
    expect(tapedHeadline(d, ground, d.taped[0]!, MM).sentence).toContain('look like ground to arch');
  });
  it('both sides high or low have causes of their own', () => {
    const axle = said(job).taped[1]!.axles.front;
    const text = (cause: 'held-up' | 'lighter' | 'heavier', offMm: number) =>
      tapeCauseText({ ...axle, cause, offMm }, null, MM);
    expect(text('held-up', 12)).toMatch(/^Front 12 mm high\. Most likely it was not rolled/);
    expect(text('lighter', 9)).toContain('less in it than was said');
    expect(text('heavier', -9)).toMatch(/^Front 9 mm low\. .*more in it than was said.*\.$/);
  });
});

it('what nobody has measured is asked for as what it is: a height, or a thickness behind the wheel', () => {
  const said = (code: 'on-it-unmeasured' | 'line-unmeasured', behindWheel: boolean) =>
    findingText({ code, axle: 'front', what: 'old spacer', behindWheel }, STYLE_MM);
  expect(said('on-it-unmeasured', false)).toContain('Old spacer at the front: how much higher it stands');
  expect(said('line-unmeasured', false)).toContain('how much it lifts is not said');
  for (const code of ['on-it-unmeasured', 'line-unmeasured'] as const)
    expect(said(code, true)).toContain('Old spacer at the front: how thick it is is not said.');
});
