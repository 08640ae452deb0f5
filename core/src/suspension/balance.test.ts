import fc from 'fast-check';
import {
  AS_BUILT,
  addedWheelLoadsN,
  applyEffect,
  buildModel,
  poseAt,
  rideHeight,
  stockFreeLengthMm,
  wheelFigures,
  axleFigures,
  type Axle,
  type AxleSetup,
} from '..';
import { catalogue, platformOf } from '../testing/demo-world';

const AXLES = catalogue.platforms.flatMap((p) =>
  (['front', 'rear'] as const).map((axle) => ({ code: p.code, axle, kind: p[axle].hardpoints.kind })),
);
function stock(code: string, axle: Axle): { readonly setup: AxleSetup; readonly loadN: number } {
  const spec = platformOf(code)[axle];
  const model = buildModel(spec.hardpoints);
  const freeLengthMm = stockFreeLengthMm(model, spec.springRateNPerMm, spec.sprungLoadN);
  return {
    loadN: spec.sprungLoadN,
    setup: {
      model,
      spring: { rateNPerMm: spec.springRateNPerMm, freeLengthMm },
      subframePoints: spec.subframePoints,
      ...AS_BUILT,
    },
  };
}
const heightOf = (setup: AxleSetup, loadN: number) => {
  const r = rideHeight(setup, loadN);
  if (!r.ok) throw new Error(JSON.stringify(r.fault));
  return r.value;
};

describe.each(AXLES)('$code $axle ($kind)', ({ code, axle }) => {
  const { setup, loadN } = stock(code, axle);
  it('stands at design height on its own spring under its own load', () => {
    expect(Math.abs(heightOf(setup, loadN).zMm)).toBeLessThan(0.01);
  });
  it('sinks under load and rises without it, at the rate it says', () => {
    const rate = heightOf(setup, loadN).wheelRateNPerMm;
    const lower = heightOf(setup, loadN + 100).zMm;
    const higher = heightOf(setup, loadN - 100).zMm;
    expect(lower).toBeGreaterThan(0);
    expect(higher).toBeLessThan(0);
    expect((lower - higher) / (200 / rate)).toBeCloseTo(1, 2);
  });
  it('a stiffer spring sinks less under the same added load', () => {
    const stiff: AxleSetup = {
      ...setup,
      spring: {
        rateNPerMm: setup.spring.rateNPerMm * 1.3,
        freeLengthMm: stockFreeLengthMm(setup.model, setup.spring.rateNPerMm * 1.3, loadN),
      },
    };
    expect(heightOf(stiff, loadN + 500).zMm).toBeLessThan(heightOf(setup, loadN + 500).zMm);
  });
  it('a thicker spacer never stands lower', () => {
    const kinds =
      axle === 'front' && setup.model.slider
        ? (['top-spacer', 'preload-spacer'] as const)
        : setup.model.springs.some((s) => s.torsionLeverMm !== undefined)
          ? (['preload-spacer'] as const)
          : (['coil-spacer'] as const);
    fc.assert(
      fc.property(fc.integer({ min: 0, max: 28 }), fc.integer({ min: 1, max: 8 }), (thin, more) => {
        for (const kind of kinds) {
          const at = (thicknessMm: number) => heightOf(applyEffect(setup, { kind, thicknessMm }), loadN).zMm;
          expect(at(thin + more)).toBeLessThan(at(thin));
        }
      }),
      { numRuns: 12 },
    );
  });
  it('the spring ratio is the slope of its length over travel', () => {
    const spring = (z: number) => {
      const r = poseAt(setup.model, z, 0);
      if (!r.ok) throw new Error('no pose');
      return setup.model.beam ? axleFigures(setup.model, r.value) : wheelFigures(setup.model, r.value);
    };
    const numbers = (f: ReturnType<typeof spring>) =>
      'springLeft' in f
        ? { length: f.springLeft.lengthMm, ratio: f.springLeft.ratio }
        : { length: f.springLengthMm, ratio: f.motionRatio };
    const [below, here, above] = [numbers(spring(9)), numbers(spring(10)), numbers(spring(11))];
    expect(Math.abs((above.length - below.length) / 2)).toBeCloseTo(Math.abs(here.ratio), 3);
  });
  it('says so honestly where the linkage ends before the spring is satisfied', () => {
    const r = rideHeight(
      { ...setup, spring: { ...setup.spring, freeLengthMm: setup.spring.freeLengthMm + 900 } },
      loadN,
    );
    expect(r.ok).toBe(false);
    if (!r.ok) expect(r.fault.code).toMatch(/no-balance-in-reach|linkage/);
  });
});

describe('parts as edits', () => {
  const { setup, loadN } = stock('corvane-halder', 'front');
  it('a preload spacer and one on top of the strut lift alike through the ratio; preload is part of the seat distance', () => {
    const top = heightOf(applyEffect(setup, { kind: 'top-spacer', thicknessMm: 20 }), loadN);
    const preload = heightOf(applyEffect(setup, { kind: 'preload-spacer', thicknessMm: 20 }), loadN);
    expect(-top.zMm).toBeGreaterThan(20);
    expect(-preload.zMm).toBeGreaterThan(20);
    expect(top.zMm).toBeCloseTo(preload.zMm, 0);
    expect(preload.springLengthMm - top.springLengthMm).toBeCloseTo(20, 0);
  });
  it('effects commute where they act on different things', () => {
    const spacer = { kind: 'top-spacer', thicknessMm: 12 } as const;
    const drop = { kind: 'differential-drop', dropMm: 25 } as const;
    const a = heightOf([spacer, drop].reduce(applyEffect, setup), loadN).zMm;
    const b = heightOf([drop, spacer].reduce(applyEffect, setup), loadN).zMm;
    expect(a).toBeCloseTo(b, 9);
  });
  it('a body lift moves the body and not the wheel', () => {
    const lifted = applyEffect(setup, { kind: 'body-lift', heightMm: 32 });
    expect(lifted.bodyLiftMm).toBe(32);
    expect(heightOf(lifted, loadN).zMm).toBeCloseTo(0, 2);
  });
});

it('moments put every added kilogram on one of the axles', () => {
  fc.assert(
    fc.property(
      fc.array(
        fc.record({
          massKg: fc.double({ min: 0, max: 300, noNaN: true }),
          xMm: fc.integer({ min: -1200, max: 4500 }),
        }),
        {
          maxLength: 5,
        },
      ),
      (masses) => {
        const n = addedWheelLoadsN(masses, 2900);
        const kg = masses.reduce((s, m) => s + m.massKg, 0);
        expect(2 * (n.frontN + n.rearN)).toBeCloseTo(kg * 9.80665, 6);
      },
    ),
  );
});
