import { describe, expect, it } from '@jest/globals';
import { findPlans, readQuestion, smallerTires, tiresMeant, type JobSections } from '..';
import { catalogue, plainJob, settings } from '../testing/demo-world';

const meant = (line: string) => {
  const { asked } = readQuestion(line, catalogue);
  return asked?.kind === 'tire' ? tiresMeant(asked, 17, catalogue.tires) : [];
};

describe('the question on the telephone', () => {
  it('reads vehicle, year and what is wanted in any order', () => {
    for (const line of ['halder 2021 +50', '+50 2021 halder', '2021 +50 halder']) {
      const q = readQuestion(line, catalogue);
      expect(q.vehicles[0]?.platform.code).toBe('corvane-halder');
      expect(q.vehicles[0]?.year).toBe(2021);
      expect(q.asked).toEqual({ kind: 'height', said: '+50', mm: 50 });
    }
    expect(readQuestion('halder -1,5in', catalogue).asked).toMatchObject({
      kind: 'height',
      mm: expect.closeTo(-38.1, 9),
    });
    expect(readQuestion('halder +2', catalogue).asked).toMatchObject({
      kind: 'height',
      mm: expect.closeTo(50.8, 9),
    });
    expect(readQuestion('halder level', catalogue).asked).toEqual({ kind: 'level', said: 'level' });
    // a year is no size
    expect(readQuestion('halder 2021', catalogue).asked).toBeNull();
  });
  it('a size without its load index means every tyre of that size; said short, those of that diameter', () => {
    expect(meant('halder 285/70R17').map((t) => t.size)).toEqual(
      expect.arrayContaining([expect.stringContaining('285/70R17')]),
    );
    expect(meant('halder 285 70 17').map((t) => t.code)).toEqual(
      meant('halder 285/70R17').map((t) => t.code),
    );
    const short = meant('halder 33s');
    expect(short.length).toBeGreaterThan(0);
    expect(smallerTires(short[0]!, catalogue.tires).map((t) => t.code)).not.toContain(short[0]!.code);
  });
});
describe('a tyre that is left open', () => {
  it('is picked by its size, also where nobody wrote the load index', () => {
    const plain = plainJob('corvane-halder');
    const job: JobSections = {
      ...plain,
      brief: { ...plain.brief, wish: 'tire' },
      tire: { ...plain.tire, targetSize: '285/70R17' },
    };
    const steps = findPlans({ job, catalogue, settings, day: null, locks: [] });
    let step = steps.next();
    while (step.done !== true && step.value.plans.length === 0) step = steps.next();
    const code = step.value?.plans[0]?.tire.tireCode;
    expect(catalogue.tires.find((t) => t.code === code)?.size).toContain('285/70R17');
  });
});
