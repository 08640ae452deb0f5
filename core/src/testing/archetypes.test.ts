import { readFileSync, writeFileSync } from 'node:fs';
import { ARCHETYPES, stillOpen, taken, totalMinor, type Taken } from './archetypes';
import { jobNumberOf, partOf, platformOf } from './demo-world';

const page = `${__dirname}/../../../docs/jobs.md`;
const cells = (text: string) =>
  text
    .split('\n')
    .filter((l) => /^\| \d/.test(l))
    .map((l) => l.split('|').map((c) => c.trim()));
const mm = (v: number) => `${v < 0 ? '−' : '+'}${Math.round(Math.abs(v))}`;
const plans = new Map(ARCHETYPES.map(({ job }) => [job, taken(job)]));
const row = (n: number, job: string, decides: readonly string[], t: Taken) => {
  const f = t.a.forecast!;
  const hours = (t.plan.personMinutes / 60).toFixed(1);
  return `| ${n} | ${jobNumberOf(job)} ${t.job.head.customer}, ${platformOf(t.job.vehicle.platform!).label} | ${decides.join('; ')} | ${mm(f.front.lift.value)} / ${mm(f.rear.lift.value)} mm, rake ${mm(f.planned.rake.value)} mm | ${hours} h, ${Math.round(totalMinor(t) / 100)} mk | ${stillOpen(t).join(', ') || '–'} |`;
};

describe.each(ARCHETYPES.map((a) => [a.number, a.job, a] as const))(
  'job %i, %s',
  (_n, job, { decides, leaves }) => {
    const t = plans.get(job)!;
    it.each(Object.entries(decides))('%s', (_words, holds) => {
      expect(holds(t)).toBe(true);
    });
    it('is a whole plan: a height at both ends, work in an order that can be done, nothing unknown', () => {
      expect(t.a.forecast).not.toBeNull();
      expect(t.a.unknownCodes).toEqual([]);
      expect(t.plan.stuck).toEqual([]);
      expect(t.plan.missing).toEqual([]);
      expect(t.plan.steps.length).toBeGreaterThan(0);
    });
    it('leaves nothing to settle but what it says', () => {
      expect(stillOpen(t).filter((code) => !leaves.includes(code))).toEqual([]);
      expect(t.a.needs.filter((n) => n.verdict === 'no')).toEqual([]);
    });
    it('prints no torque, thread or size that no record has', () => {
      for (const step of t.plan.steps)
        for (const f of step.fastenings) {
          if (f.torque.kind !== 'figure') continue;
          const cards = platformOf(t.job.vehicle.platform!).fasteners.map((c) => c.torqueNm);
          const leaflets = step.parts.flatMap((code) => partOf(code).fasteners).map((x) => x.torqueNm);
          expect([...cards, ...leaflets]).toContain(f.torque.nm);
        }
    });
  },
);
it('are all twenty-one, each its own job', () => {
  expect(ARCHETYPES.map((a) => a.number)).toEqual(Array.from({ length: 21 }, (_, i) => i + 1));
  expect(new Set(ARCHETYPES.map((a) => a.job)).size).toBe(21);
});
it('the table in the docs is what the core computes (UPDATE_DOCS=1 writes it anew)', () => {
  const table = ARCHETYPES.map((a) => row(a.number, a.job, Object.keys(a.decides), plans.get(a.job)!));
  const text = readFileSync(page, 'utf8');
  if (process.env.UPDATE_DOCS)
    writeFileSync(
      page,
      `${text.slice(0, text.indexOf('| ---', text.indexOf('## The jobs')))}| --- | --- | --- | --- | --- | --- |\n${table.join('\n')}\n`,
    );
  expect(cells(readFileSync(page, 'utf8'))).toEqual(cells(table.join('\n')));
});
