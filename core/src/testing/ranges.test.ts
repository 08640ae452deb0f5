import { tireToday } from '..';
import { catalogue } from './demo-world';
import { clearanceCoverageOf, coverageOf, RANGE_FIGURES, rangeCases } from './shop-simulation';

const SHOPS = 80;
/** of so few shops the share that a range of 90 % holds lies between these, but for one time in a thousand */
const [LEAST, MOST] = [0.78, 0.99];
/** one source on each kind of suspension at each end */
const CASES = rangeCases(catalogue).filter(
  (c, i, all) =>
    all.findIndex(
      (d) => d.axle === c.axle && d.platform[d.axle].hardpoints.kind === c.platform[c.axle].hardpoints.kind,
    ) === i,
);
const AS_BUILT = {
  currentSize: '',
  currentRear: null,
  currentWheelWidthIn: null,
  currentWheelOffsetMm: null,
};

describe('ranges that hold (all of it with many shops: npm run ranges)', () => {
  it.each(CASES.map((c) => [`${c.platform.code} ${c.axle}`, c.part.family, c] as const))(
    '%s, %s: the truth lies inside about nine times in ten',
    (_axle, _family, { platform, axle, part }) => {
      const { held } = coverageOf(platform, axle, part, SHOPS, 41)!;
      for (const figure of RANGE_FIGURES) {
        const h = held[figure];
        if (!h) continue;
        expect([figure, h.share >= LEAST && h.share <= MOST, h.share]).toEqual([figure, true, h.share]);
        expect(h.plusMinus).toBeGreaterThan(0);
      }
    },
  );
  it('the clearance of its own tyre as well, with everything that it is in doubt by', () => {
    const [first] = CASES;
    const vehicle = { platform: first!.platform, year: null, variant: {} };
    const tire = tireToday(AS_BUILT, vehicle, first!.axle)!.asked;
    const c = clearanceCoverageOf(first!.platform, first!.axle, first!.part, tire, 40, 43)!;
    expect(c.share).toBeGreaterThanOrEqual(0.75);
  });
});
