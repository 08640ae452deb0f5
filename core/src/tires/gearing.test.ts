import fc from 'fast-check';
import {
  calibrationFigures,
  engineRpm,
  estimatedTireKg,
  frontRearMismatch,
  gearing,
  rollingMass,
  speedAtKmh,
  type Driveline,
} from '..';

const truck: Driveline = {
  gears: [4.7, 2.99, 1.8, 1, 0.69],
  lowRange: 2.72,
  axleRatios: [3.23, 3.42, 3.73, 4.1],
  engineTorqueNm: 500,
  idleRpm: 600,
};
const asked = { speedKmh: 90, inVehicle: 3.42, oldRollingMm: 390, newRollingMm: 409, newLoadedMm: 396 };

describe('gearing', () => {
  const g = gearing(truck, asked);
  it('has one row for each listed ratio, slower engine on the larger tyre by the rolling radii', () => {
    expect(g.rows.map((r) => r.axle)).toEqual(truck.axleRatios);
    for (const r of g.rows) {
      expect(r.newRpm / r.oldRpm).toBeCloseTo(390 / 409, 9);
      expect(r.byGearRpm.at(-1)).toBeCloseTo(r.newRpm, 9);
    }
  });
  it('the ratio that restores brings the old engine speed back exactly', () => {
    const rpm = engineRpm({
      speedKmh: 90,
      gear: 0.69,
      axle: g.restoring!,
      transfer: 1,
      rollingRadiusMm: 409,
    });
    expect(rpm).toBeCloseTo(g.rows[1]!.oldRpm, 6);
    expect(g.nearestListed).toBe(3.73 - g.restoring! < g.restoring! - 3.42 ? 3.73 : 3.42);
  });
  it('torque at the wheels is engine × first × axle, and push falls with the loaded radius', () => {
    expect(g.rows[0]!.wheelTorqueNm).toBeCloseTo(500 * 4.7 * 3.23, 6);
    expect(g.rows[0]!.tractiveN).toBeCloseTo((500 * 4.7 * 3.23) / 0.396, 4);
  });
  it('crawls at idle in first and low, by hand 2.2 km/h', () => {
    expect(g.rows[0]!.crawlKmh).toBeCloseTo((600 / (4.7 * 3.23 * 2.72)) * 2 * Math.PI * 0.409 * 0.06, 6);
    expect(g.rows[0]!.crawlKmh).toBeCloseTo(2.24, 2);
    expect(gearing({ ...truck, idleRpm: null }, asked).rows[0]!.crawlKmh).toBeNull();
  });
  it('without a known ratio nothing is restored', () => {
    expect(gearing(truck, { ...asked, inVehicle: null })).toMatchObject({
      restoring: null,
      nearestListed: null,
    });
  });
  it('speed and engine speed are each other’s inverse', () => {
    const positive = (min: number, max: number) => fc.double({ min, max, noNaN: true });
    fc.assert(
      fc.property(
        positive(10, 160),
        positive(0.6, 5),
        positive(3, 5),
        positive(300, 480),
        (v, gear, axle, r) => {
          const rpm = engineRpm({ speedKmh: v, gear, axle, transfer: 1, rollingRadiusMm: r });
          expect(speedAtKmh(rpm, gear, axle, 1, r)).toBeCloseTo(v, 6);
        },
      ),
    );
  });
});

it('the calibration card: turns per mile are turns per km × 1.609344, and the odometer follows the speedometer', () => {
  const c = calibrationFigures(390, 409);
  expect(c.revsPerMile / c.revsPerKm).toBeCloseTo(1.609344, 9);
  expect(c.circumferenceMm * c.revsPerKm).toBeCloseTo(1e6, 3);
  expect(c.odometer100Km).toBeCloseTo(c.trueAt100, 9);
  expect(c.trueAt50 * 2).toBeCloseTo(c.trueAt100, 9);
});
it('front against rear: the same tyre all round is no mismatch', () => {
  expect(frontRearMismatch(400, 400)).toBe(0);
  expect(Math.abs(frontRearMismatch(390, 409))).toBeGreaterThan(0.015);
});

describe('mass and inertia', () => {
  const base = {
    tireKg: 19.4,
    wheelKg: 11.6,
    sectionMm: 265,
    diameterMm: 806,
    rimIn: 17,
    rimWidthIn: 8,
    rollingRadiusMm: 395,
    class: 'metric' as const,
  };
  it('says what was estimated, within a sixth of the scales', () => {
    expect(rollingMass(base)).toMatchObject({ tireEstimated: false, wheelEstimated: false });
    const guess = rollingMass({ ...base, tireKg: null, wheelKg: null });
    expect(guess).toMatchObject({ tireEstimated: true, wheelEstimated: true });
    expect(Math.abs(guess.tireKg / 19.4 - 1)).toBeLessThan(1 / 6);
    expect(estimatedTireKg(285, 832, 'LT')).toBeGreaterThan(estimatedTireKg(285, 832, 'metric'));
  });
  it('what the engine feels is more than what the scales show, and grows with the tyre', () => {
    const small = rollingMass(base);
    expect(small.equivalentKg).toBeGreaterThan(small.tireKg + small.wheelKg);
    expect(small.equivalentKg).toBeCloseTo(31 + small.inertiaKgM2 / 0.395 ** 2, 9);
    expect(rollingMass({ ...base, tireKg: 27, diameterMm: 884 }).inertiaKgM2).toBeGreaterThan(
      small.inertiaKgM2,
    );
  });
});
