import { assess, curesOf, DAMPER_RESERVE_MM, planCase, TOPPED_OUT_MM, type JobSections } from '..';
import { caseOf, say } from '../testing/assessed';
import { catalogue, plainJob, settings, vehicleOf } from '../testing/demo-world';

/** The Fell with the heavy engine, which its 50 mm coils are made for. */
const fell = (build: readonly string[]): JobSections => {
  const job = plainJob('mettrick-fell', build);
  return { ...job, vehicle: { ...job.vehicle, variant: { ...job.vehicle.variant, engine: 'heavy' } } };
};
const front = (job: JobSections) => say(job).forecast!.front;
const about = (job: JobSections, code: string, axle = 'front') =>
  say(job).needs.filter((n) => n.finding.code === code && 'axle' in n.finding && n.finding.axle === axle);

describe('travel that a plan leaves', () => {
  it('longer coils on stock dampers: little droop is said as advice, with the length that would mend it', () => {
    const [need] = about(fell(['BS-5102']), 'droop-short');
    const { room } = front(fell(['BS-5102']));
    expect(need).toMatchObject({ verdict: 'advised', finding: { by: 'damper', droopMm: room!.droopMm } });
    expect(need!.figure!.limit!.min).toBeGreaterThan(room!.droopMm);
    expect(room!.damperForShareMm).toBeGreaterThan(10);
    expect(room!.damperForShareMm).toBeLessThan(50);
    // the long dampers are longer by more than that, and end it
    expect(about(fell(['BS-5102', 'SD-8100']), 'droop-short')).toEqual([]);
    expect(front(fell(['BS-5102', 'SD-8100'])).room!.droopMm - room!.droopMm).toBeGreaterThan(45);
  });
  it('coils and spacers together top the damper out: a need, which long dampers cure by computing', () => {
    const job = fell(['BS-5102', 'TL-5038', 'TL-5020']);
    const { room } = front(job);
    expect(room!.droopMm).toBeLessThan(TOPPED_OUT_MM);
    const [need] = about(job, 'topped-out');
    expect(need!.verdict).toBe('needs');
    const cured = curesOf(caseOf(job))
      .find((c) => c.key.startsWith('topped-out/front'))!
      .cures.find((c) => c.part === 'SD-8100')!;
    const after = front(fell(['BS-5102', 'TL-5038', 'TL-5020', 'SD-8100'])).room!;
    expect(cured.after!.value).toBeCloseTo(after.droopMm, 6);
    expect(about(fell(['BS-5102', 'TL-5038', 'TL-5020', 'SD-8100']), 'topped-out')).toEqual([]);
  });
});
describe('a damper that is solid too soon', () => {
  it('names how much lower the stop must sit, and a stop that is long enough cures it', () => {
    // dampers that go 30 mm less far in than the stock ones, made up for the test
    const short = {
      ...catalogue.parts.find((p) => p.code === 'SD-8100')!,
      code: 'X-SHORT',
      effects: [{ kind: 'damper-length', extendedMm: 0, compressedMm: 30 } as const],
    };
    const more = { ...catalogue, parts: [...catalogue.parts, short] };
    const job = fell(['X-SHORT']);
    const needs = assess(job, more, settings).needs;
    const need = needs.find((n) => n.finding.code === 'damper-solid' && n.about.axle === 'front')!;
    const { finding } = need;
    if (finding.code !== 'damper-solid') throw new Error('another finding');
    expect(finding.lowerMm).toBeCloseTo(DAMPER_RESERVE_MM - finding.reserveMm, 9);
    const cured = curesOf(planCase(job, vehicleOf(job), more, settings)).find((c) =>
      c.key.startsWith('damper-solid/front'),
    )!;
    expect(cured.cures.map((c) => c.part)).toEqual(['KA-530']);
    expect(cured.cures[0]!.before!.value).toBeLessThan(DAMPER_RESERVE_MM);
    expect(cured.cures[0]!.after!.value).toBeGreaterThanOrEqual(DAMPER_RESERVE_MM);
  });
});
