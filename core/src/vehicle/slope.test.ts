import { onSlope, slopeMoves, vehicleAxle, type Corner } from '..';
import { plainJob, platformOf, vehicleOf } from '../testing/demo-world';

const vehicle = vehicleOf(plainJob('corvane-halder'));
const axlesOf = (v: typeof vehicle) => {
  const axle = (a: 'front' | 'rear') =>
    vehicleAxle({
      vehicle: v,
      axle: a,
      brief: { payloadKg: null, tongueKg: null },
      accessories: [],
      fitted: [],
    });
  return { front: axle('front'), rear: axle('rear') };
};
const axles = axlesOf(vehicle);
const moves = (slopeFrontMm: number | null, slopeLeftMm: number | null, of = axles) => {
  const at = slopeMoves({ slopeFrontMm, slopeLeftMm }, of)!;
  return (['leftFront', 'rightFront', 'leftRear', 'rightRear'] as const satisfies readonly Corner[]).map(at);
};

describe('a floor that slopes', () => {
  it('a flat one moves nothing', () => {
    expect(moves(0, null)).toEqual([0, 0, 0, 0].map((n) => expect.closeTo(n, 12)));
    expect([
      onSlope({ slopeFrontMm: null, slopeLeftMm: 0 }),
      onSlope({ slopeFrontMm: -1, slopeLeftMm: null }),
    ]).toEqual([false, true]);
  });
  it('the axle that stands higher is lighter: its arches come up, the others sink, both sides alike', () => {
    const [lf, rf, lr, rr] = moves(60, null);
    expect(lf).toBeGreaterThan(0);
    expect(lr).toBeLessThan(0);
    expect([rf, rr]).toEqual([lf, lr]);
    expect(moves(-60, null)[0]).toBeCloseTo(-lf!, 12);
  });
  it('the side that stands higher comes up by what the other sinks', () => {
    const [lf, rf, lr, rr] = moves(null, 30);
    expect(lf).toBeGreaterThan(0.5);
    expect([rf, rr]).toEqual([expect.closeTo(-lf!, 12), expect.closeTo(-lr!, 12)]);
  });
  it('what goes off the front axle comes onto the rear: by hand for one vehicle', () => {
    const p = platformOf('corvane-halder');
    const [lf, , lr] = moves(p.wheelbaseMm / 50, null);
    const rateOf = (a: 'front' | 'rear') => {
      const h = axles[a].today.height();
      return h.ok ? h.value.wheelRateNPerMm : NaN;
    };
    // a slope of 1 in 50: a fiftieth of the weight, at the height of its middle, over the wheelbase, on two wheels
    const sprungKg = p.front.curbKg + p.rear.curbKg - p.front.unsprungKg - p.rear.unsprungKg;
    const newtons = (sprungKg * 9.80665 * p.masses!.sprungCgMm) / 50 / p.wheelbaseMm / 2;
    expect(lf! * rateOf('front')).toBeCloseTo(newtons, 6);
    expect(lr! * rateOf('rear')).toBeCloseTo(-newtons, 6);
  });
  it('stays in where nobody knows the masses', () => {
    const unknown = { ...vehicle, platform: { ...vehicle.platform, masses: null } };
    expect(slopeMoves({ slopeFrontMm: 20, slopeLeftMm: null }, axlesOf(unknown))).toBeNull();
  });
});
