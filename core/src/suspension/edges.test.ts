import {
  applyEffect,
  axleFigures,
  buildModel,
  poseAt,
  prepareAxle,
  rideHeight,
  springState,
  stopsOf,
  travelRoom,
  wheelFigures,
  withEffects,
  type AxleEffect,
} from '..';
import { AXLES, at, LIMITLESS, ok, specOf, stockOf } from '../testing/demo-axles';
import { platformOf } from '../testing/demo-world';
import fc from 'fast-check';

describe.each(AXLES)('the $axle of $code ($kind)', ({ code, axle }) => {
  const setup = stockOf(code, axle);
  it('carrying nothing stands where its spring carries nothing, not at the end of a scan', () => {
    const free = rideHeight(setup, 0);
    if (!free.ok) {
      expect(free.fault.code).toBe('no-balance-in-reach'); // the linkage ends first, and that is said
      return;
    }
    // of a beam the mean of both springs: its track bar lets them differ a little
    const left = setup.model.springs
      .map((seat) => springState(setup.model, seat, free.value.pose))
      .reduce((sum, s) => sum + (setup.spring.freeLengthMm - s.lengthMm) * s.ratio, 0);
    expect(left).toBeCloseTo(0, 6);
    const light = rideHeight(setup, 1);
    expect(ok(light).zMm).toBeGreaterThan(free.value.zMm);
    expect(ok(light).zMm - free.value.zMm).toBeLessThan(1);
    // just before free length the rate is that of the loaded side, not half of it
    const more = ok(rideHeight(setup, 60));
    expect(ok(light).wheelRateNPerMm / more.wheelRateNPerMm).toBeGreaterThan(0.9);
    expect(ok(light).wheelRateNPerMm / more.wheelRateNPerMm).toBeLessThan(1.1);
  });
  it('a way past a turning point is refused, with the last travel that works', () => {
    for (const far of [600, -600]) {
      const r = poseAt(setup.model, far);
      if (r.ok || r.fault.lastZMm === null) continue;
      const last = poseAt(setup.model, r.fault.lastZMm);
      expect(last.ok).toBe(true);
      expect(poseAt(setup.model, r.fault.lastZMm + Math.sign(far) * 4).ok).toBe(false);
    }
  });
});

it('the strut ends where its lower arm does, and is not posed beyond on another assembly', () => {
  const model = buildModel(platformOf('sarnby-courser').front.hardpoints);
  const end = poseAt(model, 600);
  if (end.ok) throw new Error('no end');
  const last = end.fault.lastZMm!;
  const camber = (z: number) => wheelFigures(model, at(model, z)).camberDeg;
  expect(Math.abs(camber(last) - camber(last - 1))).toBeLessThan(10);
  for (let z = last + 2; z < last + 60; z += 2) expect(poseAt(model, z).ok).toBe(false);
});

describe('the list of effects means the same however it is written', () => {
  const EFFECTS: readonly AxleEffect[] = [
    { kind: 'spring', rateNPerMm: 40, freeLengthDeltaMm: 12 },
    { kind: 'coil-cut', turns: 0.5, turnsOfCoil: 8, pitchMm: 40 },
    { kind: 'add-a-leaf', rateNPerMm: 6, archMm: 20 },
    { kind: 'coil-spacer', thicknessMm: 20 },
    { kind: 'preload-spacer', thicknessMm: 8 },
    { kind: 'link-length', member: 'lower', deltaMm: 4 },
    { kind: 'link-length', member: 'trackBar', deltaMm: 3 },
    { kind: 'caster-bush', deg: 1.5 },
    { kind: 'body-lift', heightMm: 25 },
    { kind: 'bump-stop', lowerMm: 20 },
  ];
  it('any order gives the very same axle and height', () => {
    const { hardpoints, subframePoints, springRateNPerMm, sprungLoadN } = specOf('mettrick-fell', 'front');
    const axle = prepareAxle({
      hardpoints,
      subframePoints,
      rateNPerMm: springRateNPerMm,
      stockLoadN: sprungLoadN,
      fitted: [],
      loadN: sprungLoadN,
    });
    const stock = stockOf('mettrick-fell', 'front');
    const wanted = withEffects(stock, EFFECTS);
    fc.assert(
      fc.property(fc.shuffledSubarray([...EFFECTS], { minLength: EFFECTS.length }), (list) => {
        expect(withEffects(stock, list)).toEqual(wanted);
        expect(axle.evaluate(list)).toBe(axle.evaluate(EFFECTS));
      }),
      { numRuns: 60 },
    );
  });
});

describe('what sits on the hub moves with a lift spindle, and nothing else does', () => {
  const code = 'pellow-fetch';
  const spec = specOf(code, 'front');
  const stock = stockOf(code, 'front');
  const lifted = applyEffect(stock, { kind: 'spindle', offsetMm: [0, 12, -76] });
  it('raises the body by its offset, with arms, spring and damper where they were', () => {
    const [was, is] = [ok(rideHeight(stock, spec.sprungLoadN)), ok(rideHeight(lifted, spec.sprungLoadN))];
    expect(was.zMm - is.zMm).toBeGreaterThan(70);
    expect(Math.abs(is.springLengthMm - was.springLengthMm)).toBeLessThan(0.6);
  });
  it('leaves bump, droop and the damper reserve as they were', () => {
    const limits = (s: typeof stock) => ({
      ...LIMITLESS,
      damper: spec.limits.damper,
      ...stopsOf(stock.model, s, spec.limits),
    });
    const room = (s: typeof stock) =>
      travelRoom(s.model, ok(rideHeight(s, spec.sprungLoadN)).zMm, limits(s))!;
    expect(Math.abs(room(lifted).bumpMm - room(stock).bumpMm)).toBeLessThan(3);
    expect(Math.abs(room(lifted).droopMm - room(stock).droopMm)).toBeLessThan(3);
    expect(Math.abs((room(lifted).damperReserveMm ?? 0) - (room(stock).damperReserveMm ?? 0))).toBeLessThan(
      3,
    );
  });
});

it.each([
  ['mettrick-fell', 1.6],
  ['corvane-drumlin-heavy', 3],
])('caster bushes on the front of the %s turn the beam by %d°', (code, deg) => {
  const spec = specOf(code, 'front');
  const height = (s: ReturnType<typeof stockOf>) =>
    axleFigures(s.model, ok(rideHeight(s, spec.sprungLoadN)).pose);
  const stock = stockOf(code, 'front');
  const [was, is] = [height(stock), height(applyEffect(stock, { kind: 'caster-bush', deg }))];
  expect(is.casterLeftDeg! - was.casterLeftDeg!).toBeCloseTo(deg, 0);
  expect(is.pitchDeg - was.pitchDeg).toBeCloseTo(deg, 0);
});
