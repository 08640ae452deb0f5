import {
  ADVISED_DROOP_SHARE,
  assess,
  axleNeeds,
  benchAxle,
  curesFor,
  DAMPER_RESERVE_MM,
  partsOfJob,
  TOPPED_OUT_MM,
  type AxleForecast,
  type JobSections,
  type TravelRoom,
} from '..';
import { catalogue, demoJob, plainJob, settings, vehicleOf } from '../testing/demo-world';

/** The Fell with the heavy engine, which its 50 mm coils are made for. */
const fell = (build: readonly string[]): JobSections => {
  const job = plainJob('mettrick-fell', build);
  return { ...job, vehicle: { ...job.vehicle, variant: { ...job.vehicle.variant, engine: 'heavy' } } };
};
const say = (job: JobSections) => assess(job, catalogue, settings);
const front = (job: JobSections) => say(job).forecast!.front;
const about = (job: JobSections, code: string, axle = 'front') =>
  say(job).needs.filter((n) => n.finding.code === code && 'axle' in n.finding && n.finding.axle === axle);

describe('travel that a plan leaves', () => {
  it('is that of the bench: the same walk, the same dampers', () => {
    const job = demoJob('peat-crew');
    const { fitted, chosen } = partsOfJob(job, catalogue);
    const bench = benchAxle({
      vehicle: vehicleOf(job),
      axle: 'front',
      brief: job.brief,
      accessories: job.vehicle.accessories,
      fitted,
      chosen,
      off: [],
    });
    expect(bench.ok && bench.value.planned.room).toEqual(front(job).room);
    expect(bench.ok && bench.value.bands['damper-length']!.max).toBeCloseTo(
      vehicleOf(job).platform.front.limits.damper!.extendedMm + 50, // the long dampers of that plan
    );
  });
  it('stock vehicles have their share of droop, and their dampers a reserve', () => {
    for (const p of catalogue.platforms)
      for (const axle of ['front', 'rear'] as const) {
        const { room } = say(plainJob(p.code)).forecast![axle];
        expect(room!.droopShare).toBeGreaterThan(ADVISED_DROOP_SHARE);
        expect(room!.damperForShareMm).toBe(0);
        expect(room!.damperReserveMm ?? 99).toBeGreaterThanOrEqual(DAMPER_RESERVE_MM);
      }
  });
  it('longer coils on stock dampers: little droop is said as advice, with the length that would mend it', () => {
    const [need] = about(fell(['BS-5102']), 'droop-short');
    const { room } = front(fell(['BS-5102']));
    expect(need).toMatchObject({ verdict: 'fits', finding: { by: 'damper', droopMm: room!.droopMm } });
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
    expect(need!.cures.map((c) => c.part)).toContain('SD-8100');
    const cured = need!.cures.find((c) => c.part === 'SD-8100')!;
    const after = front(fell(['BS-5102', 'TL-5038', 'TL-5020', 'SD-8100'])).room!;
    expect(cured.after!.value).toBeCloseTo(after.droopMm, 6);
    expect(about(fell(['BS-5102', 'TL-5038', 'TL-5020', 'SD-8100']), 'topped-out')).toEqual([]);
  });
  it('a spacer on top of a coil-over leaves the damper its travel; the joints end the droop sooner', () => {
    const was = front(plainJob('corvane-halder')).room!;
    const lifted = front(plainJob('corvane-halder', ['TL-2810'])).room!;
    expect(was.droopBy).toBe('damper');
    expect(lifted.droopBy).toBe('ball joint');
    expect(Math.abs(lifted.bumpMm - was.bumpMm)).toBeLessThan(3); // the stop inside it came along
    expect(Math.abs(lifted.damperReserveMm! - was.damperReserveMm!)).toBeLessThan(3);
  });
});

describe('a damper that is solid too soon', () => {
  const withRoom = (change: Partial<TravelRoom>): AxleForecast => {
    const f = front(fell([]));
    return { ...f, room: { ...f.room!, ...change } };
  };
  const codes = (f: AxleForecast) => axleNeeds(f).map((n) => n.finding.code);
  it.each([
    [DAMPER_RESERVE_MM, false],
    [DAMPER_RESERVE_MM - 0.1, true],
    [-9, true],
    [null, false],
  ])('%p mm after the stop: refused %p', (damperReserveMm, refused) => {
    expect(codes(withRoom({ damperReserveMm })).includes('damper-solid')).toBe(refused);
  });
  it('names how much lower the stop must sit', () => {
    const need = axleNeeds(withRoom({ damperReserveMm: -9 })).find((n) => n.finding.code === 'damper-solid');
    expect(need).toMatchObject({
      verdict: 'needs',
      finding: { reserveMm: -9, lowerMm: DAMPER_RESERVE_MM + 9 },
    });
  });
  it('a longer stop cures what it is long enough for', () => {
    // dampers that go 30 mm less far in than the stock ones, made up for the test
    const job = fell([]);
    const stiff = { ...catalogue.parts.find((p) => p.code === 'SD-8100')!, code: 'X-SHORT' };
    const chosen = [
      {
        part: {
          ...stiff,
          effects: [{ kind: 'damper-length', extendedMm: 0, compressedMm: 30 } as const],
        },
        quantity: 1,
      },
    ];
    const cures = curesFor(
      { code: 'damper-solid', axle: 'front', reserveMm: 2, lowerMm: 4 },
      {
        vehicle: vehicleOf(job),
        axle: 'front',
        brief: job.brief,
        accessories: [],
        fitted: [],
        planned: chosen,
        chosen,
      },
      catalogue,
    );
    expect(cures.map((c) => c.part)).toEqual(['KA-530']);
    expect(cures[0]!.after!.value).toBeGreaterThan(DAMPER_RESERVE_MM);
  });
  it('no pose, no travel, and nothing said about it', () => {
    const f = front(fell([]));
    expect(axleNeeds({ ...f, room: null }).map((n) => n.finding.code)).not.toContain('damper-solid');
  });
});
