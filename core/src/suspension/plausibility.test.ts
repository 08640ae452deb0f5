import { axleFigures, buildModel, poseAt, wheelFigures, type Axle, type SuspensionModel } from '..';
import { catalogue, platformOf } from '../testing/demo-world';

const AXLES = catalogue.platforms.flatMap((p) =>
  (['front', 'rear'] as const).map((axle) => ({ code: p.code, axle, kind: p[axle].hardpoints.kind })),
);
const modelOf = (code: string, axle: Axle) => buildModel(platformOf(code)[axle].hardpoints);
function at(model: SuspensionModel, z: number) {
  const r = poseAt(model, z);
  if (!r.ok) throw new Error(JSON.stringify(r.fault));
  return r.value;
}

describe('figures lie in believable windows', () => {
  // windows from the published vectors and what alignment racks see on such axles; ratio, °/10 mm, °/10 mm, °, mm
  const WINDOWS = {
    'double-wishbone': {
      ratio: [0.45, 0.75],
      camber: [-0.3, -0.05],
      toe: [-0.12, 0.12],
      cv: [1, 7.5],
      roll: [20, 160],
    },
    strut: { ratio: [0.88, 1.02], camber: [-0.3, -0.05], toe: [-0.12, 0.12], cv: [1, 7.5], roll: [20, 160] },
    'five-link': { ratio: [0.6, 1], camber: [-0.35, -0.05], toe: [-0.3, 0.3], cv: [0.5, 7], roll: [30, 180] },
    'trailing-arm': {
      ratio: [0.5, 0.9],
      camber: [-0.4, 0.05],
      toe: [-0.2, 0.3],
      cv: [0.5, 8],
      roll: [-20, 220],
    },
    'transverse-leaf': {
      ratio: [0.9, 1.02],
      camber: [-0.4, 0.2],
      toe: [-0.3, 0.3],
      cv: [0, 0],
      roll: [-30, 120],
    },
  } as const;
  it.each(AXLES.filter((a) => !a.kind.endsWith('-axle')))('$code $axle', ({ code, axle, kind }) => {
    const w = WINDOWS[kind as keyof typeof WINDOWS];
    const f = wheelFigures(modelOf(code, axle), at(modelOf(code, axle), 0));
    const within = (v: number | null, [low, high]: readonly [number, number]) => {
      if (v === null) return;
      expect(v).toBeGreaterThanOrEqual(low);
      expect(v).toBeLessThanOrEqual(high);
    };
    within(f.motionRatio, w.ratio);
    within(f.camberSlopeDegPer10mm, w.camber);
    within(f.toeSlopeDegPer10mm, w.toe);
    within(f.cvOuterDeg, w.cv);
    within(f.rollCentreMm, w.roll);
    if (f.casterDeg !== null) within(f.casterDeg, [1.5, 6]);
    if (f.inclinationDeg !== null) within(f.inclinationDeg, [5, 16]);
  });
  it.each(AXLES.filter((a) => a.kind.endsWith('-axle')))('$code $axle', ({ code, axle, kind }) => {
    const model = modelOf(code, axle);
    const [design, lifted] = [axleFigures(model, at(model, 0)), axleFigures(model, at(model, -50))];
    expect(design.springLeft.ratio).toBeGreaterThan(0.97);
    expect(design.springLeft.ratio).toBeLessThan(1.03);
    expect(design.rollCentreMm).toBeGreaterThan(250);
    expect(design.rollCentreMm).toBeLessThan(620);
    expect(Math.abs(lifted.shiftLeftMm)).toBeLessThan(12);
    expect(Math.abs(lifted.pitchDeg)).toBeLessThan(kind === 'radius-arm-axle' ? 4 : 2);
    // a linked front axle loses caster when lifted, a leaf axle holds it
    if (axle === 'front' && kind !== 'leaf-axle')
      expect(lifted.casterLeftDeg!).toBeLessThan(design.casterLeftDeg!);
  });
  it('covers every kind of suspension', () => {
    expect(new Set(AXLES.map((a) => a.kind)).size).toBe(9);
    expect(catalogue.platforms.length).toBeGreaterThanOrEqual(16);
  });
});
