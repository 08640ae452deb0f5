import { catalogue, demoJob, demoJobs, finishedJobs, jobNumbers, platformOf } from './demo-world';

const everyText = (value: unknown): readonly string[] =>
  typeof value === 'string'
    ? [value]
    : value !== null && typeof value === 'object'
      ? Object.values(value).flatMap(everyText)
      : [];
const world = [
  ...everyText(catalogue),
  ...[...demoJobs, ...finishedJobs].flatMap((name) => everyText(demoJob(name))),
];
/** What could be read as a real make, model line, weight class or engine. */
const READS_AS_REAL = [
  /\bford\b/i,
  /\b[a-z]-series\b/i,
  /\b[1-5][05]00\b(?! ?(mm|kg|N\b|rpm))/,
  /\b\d\.\d (petrol|diesel|litre)/i,
  /\bv ?(6|8)\b/i,
];

describe('the demo world', () => {
  it('has no name that can be read as a real one', () => {
    expect(world.length).toBeGreaterThan(2000);
    for (const real of ['Ford Line', 'C-Series', 'Drumlin 2500', '5.3 petrol'])
      expect(READS_AS_REAL.some((r) => r.test(real))).toBe(true);
    expect(world.filter((text) => READS_AS_REAL.some((r) => r.test(text)))).toEqual([]);
  });
  it('a size in the name of a part is the size that is computed with; a class is the maker’s claim', () => {
    let held = 0;
    for (const p of catalogue.parts) {
      const claim = /class|set for/.test(p.name);
      const sizes = new Set(
        (JSON.stringify(p.effects).match(/-?\d+(\.\d+)?/g) ?? []).map((n) => Math.abs(Number(n))),
      );
      for (const [, size] of p.name.matchAll(/(\d+(?:\.\d+)?) mm/g)) {
        held += 1;
        expect({
          part: p.code,
          size: Number(size),
          right: claim ? Math.abs(p.claimLiftMm ?? 0) === Number(size) : sizes.has(Number(size)),
        }).toEqual({ part: p.code, size: Number(size), right: true });
      }
    }
    expect(held).toBeGreaterThan(30);
  });
  it('what bolts to a vehicle is made for one make, or for a measure that all its vehicles have', () => {
    const BY_MEASURE = ['lift-block', 'add-a-leaf', 'accessory'];
    const several = catalogue.parts.flatMap((p) => {
      const on = [...new Set(p.applications.map((a) => a.platform))].map(platformOf);
      if (p.family === 'wheel-spacer')
        return new Set(on.map((v) => `${v.boltCircle} ${v.centreBoreMm}`)).size > 1 ? [p.code] : [];
      return new Set(on.map((v) => v.make)).size > 1 && !BY_MEASURE.includes(p.family) ? [p.code] : [];
    });
    expect(several).toEqual([]);
  });
  it('nothing is said to have been fitted here on a job that the shop does not have', () => {
    const numbers = new Set(jobNumbers.map(String));
    expect(numbers.size).toBe(demoJobs.length + finishedJobs.length);
    expect(finishedJobs.length).toBeGreaterThanOrEqual(30);
    const jobs = catalogue.parts.flatMap((p) =>
      p.applications.flatMap((a) => (a.provenance.kind === 'fitted-here' ? a.provenance.jobs : [])),
    );
    expect(jobs.filter((j) => !numbers.has(j))).toEqual([]);
  });
});
