import { describe, expect, it } from '@jest/globals';
import { assess, partsList, workPlan, type JobSections, type PartBox } from '..';
import { catalogue, demoJob, settings } from '../testing/demo-world';
import { on, part } from '../testing/situations';
import { prepare } from '../testing/prepared';

const BOX: PartBox = {
  pieces: [{ name: 'spacer', count: 2, orientation: 'step to the outside' }],
  hardware: [
    { name: 'lock nut', count: 6, inBox: true, singleUse: true, priceMinor: null },
    { name: 'split pin', count: 4, inBox: false, singleUse: true, priceMinor: 120 },
    { name: 'hose clip', count: 1, inBox: false, singleUse: false, priceMinor: null },
  ],
  atTheBench: [{ text: 'Studs pulled in.', minutes: 7 }],
  oneWay: [{ act: 'drill', where: 'the bracket' }],
  longer: [],
  difficulty: 3,
  people: 2,
};
const planOf = (box: PartBox | undefined) => {
  const s = on('corvane-halder', part({ box, operation: 'bar-links', family: 'bar-link' }));
  const a = assess(s.job, s.catalogue, s.settings, { prepare });
  return { lines: partsList(s.job, a, s.catalogue), plan: workPlan(a, s.job, s.catalogue), a };
};

describe('what is in the box of a part', () => {
  const { lines, plan } = planOf(BOX);
  it('what the box lacks is a line, priced where somebody has asked; what it holds is none', () => {
    expect(
      lines.filter((l) => l.beside).map((l) => [l.name, l.quantity, l.lineMinor, l.beside?.why]),
    ).toEqual([
      ['split pin', 4, 480, 'single-use'],
      ['hose clip', 1, null, 'not-in-box'],
    ]);
  });
  it('the bench comes before anything is taken apart, and its minutes count', () => {
    expect(plan.steps[1]).toMatchObject({ phase: 'bench', text: 'Studs pulled in.', minutes: 7 });
    expect(plan.personMinutes - planOf({ ...BOX, atTheBench: [] }).plan.personMinutes).toBe(7);
  });
  it('the step that fits it says how each piece goes in, how many it takes, what has no way back', () => {
    const step = plan.steps.find((s) => s.phase === 'work')!;
    expect(step.notes.map((n) => n.note)).toEqual(['2 × spacer: step to the outside']);
    expect(step.people).toBe(2);
    expect(step.oneWay).toEqual(BOX.oneWay);
  });
  it('a part without a record has no made-up contents', () => {
    const none = planOf(undefined);
    expect(none.lines.find((l) => l.boxes)?.boxes).toMatchObject([{ box: null }]);
    expect(none.plan.steps.some((s) => s.phase === 'bench')).toBe(false);
  });
});
describe('bolts and studs of the demo world', () => {
  const ofJob = (job: JobSections) => {
    const a = assess(job, catalogue, settings, { prepare });
    return { a, lines: partsList(job, a, catalogue), plan: workPlan(a, job, catalogue) };
  };
  it('under a subframe that comes down, the vehicle’s bolts are too short: the list has the length that holds', () => {
    const { a, lines } = ofJob(demoJob('joiner'));
    expect(a.needs.find((n) => n.finding.code === 'bolt-short')?.finding).toMatchObject({
      engagedMm: 3,
      buyMm: 100,
    });
    expect(lines.find((l) => l.beside?.why === 'longer')).toMatchObject({ quantity: 4, priceMinor: null });
  });
  it('studs that stand proud are cut where the strut is out, after the nut is run on', () => {
    const { plan } = ofJob(demoJob('quarryman'));
    const at = (pattern: RegExp) => plan.steps.findIndex((s) => pattern.test(s.text));
    expect(at(/Nuts run on beyond the cut/)).toBeGreaterThan(at(/strut.*(out|off)/i));
  });
});
describe('records of the demo world', () => {
  it('what drills or cuts does not call itself reversible', () => {
    const drilling = catalogue.parts.filter((p) =>
      p.box?.oneWay.some((o) => o.act === 'drill' || o.act === 'cut'),
    );
    expect(drilling.length).toBeGreaterThan(5);
    expect(drilling.filter((p) => p.reversible).map((p) => p.code)).toEqual([]);
  });
  it('a name that says how many are in it holds them', () => {
    const withBolts = catalogue.parts.filter((p) => p.name.includes('with U-bolts'));
    expect(withBolts.length).toBeGreaterThan(5);
    for (const p of withBolts)
      expect(p.box?.hardware.some((h) => h.name.startsWith('U-bolt') && h.inBox)).toBe(true);
  });
});
