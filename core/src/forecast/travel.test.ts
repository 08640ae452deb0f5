import { ADVISED_DROOP_SHARE, benchAxle, DAMPER_RESERVE_MM, partsOfJob, type JobSections } from '..';
import { say } from '../testing/assessed';
import { catalogue, demoJob, plainJob, vehicleOf } from '../testing/demo-world';

const front = (job: JobSections) => say(job).forecast!.front;

describe('travel that a plan leaves', () => {
  it('is that of the bench: the same walk, the same dampers', () => {
    const job = demoJob('peat-crew');
    const { fitted, chosen } = partsOfJob(job, catalogue, vehicleOf(job));
    const bench = benchAxle({
      vehicle: vehicleOf(job),
      axle: 'front',
      brief: job.brief,
      accessories: job.vehicle.accessories,
      fitted,
      tapedMm: say(job).tapedMm.front,
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
  it('the joint that is nearest to its end is one that has an end, and stays within it', () => {
    for (const p of catalogue.platforms)
      for (const axle of ['front', 'rear'] as const) {
        const { swing } = say(plainJob(p.code)).forecast![axle].room!;
        const limitDeg = p[axle].limits.ballSwingDeg;
        expect(swing?.limitDeg ?? null).toBe(limitDeg);
        if (swing) expect(swing.swingDeg).toBeLessThanOrEqual(limitDeg!);
      }
  });
  it('a spacer on top of a coil-over leaves the damper its travel; the joints end the droop sooner', () => {
    const was = front(plainJob('corvane-halder')).room!;
    const lifted = front(plainJob('corvane-halder', ['TL-2810'])).room!;
    expect(was.droopBy).toBe('damper');
    expect(lifted.droopBy).toBe('ball joint');
    expect(lifted.swing).toMatchObject({ joint: 'upper', end: 'droop', limitDeg: 26 });
    expect(lifted.swing!.swingDeg).toBeCloseTo(26, 6);
    // an arm whose joint swings further gives the droop back that the damper has
    const withArm = front(plainJob('corvane-halder', ['TL-2810', 'HF-310'])).room!;
    expect(withArm).toMatchObject({ droopBy: 'damper', swing: { joint: 'lower' } });
    expect(withArm.droopMm).toBeGreaterThan(lifted.droopMm + 20);
    expect(Math.abs(lifted.bumpMm - was.bumpMm)).toBeLessThan(3); // the stop inside it came along
    expect(Math.abs(lifted.damperReserveMm! - was.damperReserveMm!)).toBeLessThan(3);
  });
});
