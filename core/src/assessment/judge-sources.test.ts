import { judgeSources, LIFT_SOURCES, needKey, type JobSections } from '..';
import { caseOf, sayAfresh } from '../testing/assessed';
import { catalogue, partOf, plainJob } from '../testing/demo-world';

describe('lift sources', () => {
  const judged = (job: JobSections, axle: 'front' | 'rear' = 'front') => judgeSources(axle, caseOf(job));
  it('judges each source of the catalogue for its axle, and kits that act there', () => {
    const front = judged(plainJob('corvane-halder'));
    const wanted = catalogue.parts.filter((p) => LIFT_SOURCES.includes(p.family) && p.axle !== 'rear').length;
    expect(front.filter((s) => s.kind === 'part')).toHaveLength(wanted);
    expect(front.filter((s) => s.kind === 'kit').map((s) => s.code)).toEqual(
      expect.arrayContaining(['TL-K28', 'HF-K45']),
    );
    for (const s of front.filter((x) => x.verdict !== 'fits')) expect(s.reasons.length).toBeGreaterThan(0);
  });
  it('made for others: no, not listed, without a forecast', () => {
    const foreign = judged(plainJob('corvane-halder')).find((s) => s.code === 'TL-5020')!;
    expect(foreign).toMatchObject({ verdict: 'no', listed: false, lift: null });
  });
  it('the verdict is the gravest of its reasons', () => {
    const grave = ['fits', 'advised', 'needs', 'ask', 'no'];
    for (const s of judged(plainJob('mettrick-fell'))) {
      const worst = Math.max(...s.reasons.map((r) => grave.indexOf(r.verdict)));
      if (s.reasons.some((r) => r.verdict === 'no')) expect(s.verdict).toBe('no');
      else if (s.reasons.some((r) => r.verdict === 'ask')) expect(s.verdict).toBe('ask');
      else expect(grave.indexOf(s.verdict)).toBe(worst);
    }
  });
  it('an unknown variant asks instead of saying yes or no', () => {
    const job = plainJob('corvane-halder');
    const vague = { ...job, vehicle: { ...job.vehicle, variant: {} } };
    expect(judged(vague).find((s) => s.code === 'TL-2810')).toMatchObject({ verdict: 'ask' });
    expect(judged(vague).filter((s) => s.listed && s.verdict === 'fits')).toEqual([]);
  });
  it('a chosen source is judged in its own place, not on top of itself', () => {
    const alone = judged(plainJob('corvane-halder')).find((s) => s.code === 'TL-2810')!;
    const chosen = judged(plainJob('corvane-halder', ['TL-2810'])).find((s) => s.code === 'TL-2810')!;
    expect(chosen).toMatchObject({ chosen: true });
    expect(chosen.lift!.value).toBeCloseTo(alone.lift!.value, 6);
  });
  it('tells whose word the fitment is', () => {
    expect(partOf('TL-2810').applications[0]!.provenance.kind).toBe('maker-lists');
    expect(judged(plainJob('corvane-halder')).find((s) => s.code === 'TL-2810')!.provenance).toEqual({
      kind: 'maker-lists',
    });
  });
  it('judging a source is assessing with it: the same lift, and no reason that the plan does not have', () => {
    for (const code of ['corvane-halder', 'mettrick-fell', 'sarnby-courser', 'mettrick-cairn'])
      for (const axle of ['front', 'rear'] as const)
        for (const s of judged(plainJob(code), axle).filter((x) => x.listed && x.kind === 'part')) {
          const plan = sayAfresh(plainJob(code, [s.code]));
          expect(s.lift?.value).toBe(plan.forecast?.[axle].lift.value);
          expect(s.lift?.plusMinus).toBe(plan.forecast?.[axle].lift.plusMinus);
          const has = new Set(plan.needs.map(needKey));
          for (const r of s.reasons)
            expect([s.code, needKey(r), has.has(needKey(r))]).toEqual([s.code, needKey(r), true]);
        }
  });
});
