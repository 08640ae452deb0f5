import fc from 'fast-check';
import { RELOCATED } from './edits';
import {
  ADVISED_DROOP_SHARE,
  applyEffect,
  axleFigures,
  benchAxle,
  buildModel,
  checkHardpoints,
  computeKinematics,
  computeRideHeight,
  flatRide,
  poseAt,
  poseNear,
  rideHeight,
  springForceN,
  springState,
  sweepTravel,
  travelLimits,
  travelRoom,
  type AxleEffect,
  type AxleSetup,
  type Hardpoints,
  type Vec3,
} from '..';
import { at, AXLES, LIMITLESS, modelOf, ok, specOf, stockOf } from '../testing/demo-axles';
import { plainJob, vehicleOf } from '../testing/demo-world';

describe.each(AXLES)('laws of $code $axle ($kind)', ({ code, axle }) => {
  const model = modelOf(code, axle);
  it('work of the spring over a stroke is the work at the wheel', () => {
    // ∮ F dL = ∮ F·r dz: the ratio is an exact derivative of the length, so both sums agree
    const setup = stockOf(code, axle);
    const [from, to, n] = [-40, 40, 800];
    const law = { freeLengthMm: setup.spring.freeLengthMm, rateNPerMm: setup.spring.rateNPerMm };
    let wheel = 0;
    let pose = at(model, from);
    const f = () =>
      model.springs.map((s) => {
        const x = springState(model, s, pose);
        return { length: x.lengthMm, power: springForceN(law, x.lengthMm) * x.ratio };
      });
    const energy = (list: ReturnType<typeof f>) =>
      list.reduce((sum, x) => sum + (law.rateNPerMm / 2) * Math.max(0, law.freeLengthMm - x.length) ** 2, 0);
    const first = f();
    const h = (to - from) / n;
    const powers = [first.reduce((s, x) => s + x.power, 0)];
    let last = first;
    for (let i = 1; i <= n; i++) {
      pose = ok(poseNear(model, from + i * h, 0, pose));
      last = f();
      powers.push(last.reduce((s, x) => s + x.power, 0));
    }
    // Simpson
    for (let i = 0; i <= n; i++) wheel += (i === 0 || i === n ? 1 : i % 2 === 1 ? 4 : 2) * powers[i]!;
    wheel *= h / 3;
    const stored = energy(last) - energy(first);
    expect(Math.abs(stored / wheel - 1)).toBeLessThan(1e-6);
  });
  it('the pose does not depend on where the solver starts or how it got there', () => {
    fc.assert(
      fc.property(
        fc.double({ min: -45, max: 45, noNaN: true }),
        fc.double({ min: -45, max: 45, noNaN: true }),
        (z, from) => {
          const direct = at(model, z);
          const around = ok(poseNear(model, z, 0, at(model, (z + from) / 2)));
          for (let i = 0; i < 3; i++) expect(around.shift[i as 0]).toBeCloseTo(direct.shift[i as 0], 7);
        },
      ),
      { numRuns: 12 },
    );
  });
  it('a relocation set moves what it names and nothing else: without the drag link the wheel stands crooked', () => {
    const stock = stockOf(code, axle);
    if (!model.dragLink) return;
    const load = specOf(code, axle).sprungLoadN;
    const turned = (moves: typeof RELOCATED | (typeof RELOCATED)[number][]) => {
      const setup = applyEffect(stock, { kind: 'relocation', dropMm: 75, moves: [...moves] });
      return Math.abs(axleFigures(setup.model, ok(rideHeight(setup, load)).pose).steeringWheelDeg!);
    };
    expect(turned([...RELOCATED])).toBeLessThan(0.01);
    expect(turned(RELOCATED.filter((m) => m !== 'drag-link'))).toBeGreaterThan(20);
  });
  it('a relocation set lowers a beam by as much as it says and leaves its geometry; it does nothing to a wheel of its own', () => {
    const stock = stockOf(code, axle);
    const moved = applyEffect(stock, { kind: 'relocation', dropMm: 40, moves: RELOCATED });
    if (!model.beam) {
      expect(moved).toEqual(stock);
      return;
    }
    const load = specOf(code, axle).sprungLoadN;
    const [was, is] = [stock, moved].map((s) => ok(rideHeight(s, load)));
    expect(is!.zMm).toBeCloseTo(was!.zMm - 40, 3);
    const [a, b] = [axleFigures(stock.model, was!.pose), axleFigures(moved.model, is!.pose)];
    expect(b.pitchDeg).toBeCloseTo(a.pitchDeg, 4);
    for (const i of [0, 1] as const) expect(is!.pose.shift[i]).toBeCloseTo(was!.pose.shift[i], 3);
    expect(moved.stopLowerMm).toBe(stock.stopLowerMm + 40);
  });
  it('every link keeps its length over the whole stroke', () => {
    for (const { pose } of sweepTravel(model, -60, 55, 24).points)
      for (const l of model.links) {
        if (l.twin) continue;
        const c = model.carrier[l.carrier]!;
        const moved = [0, 1, 2].map(
          (i) =>
            pose.shift[i as 0] +
            pose.rotation[i as 0][0] * c[0] +
            pose.rotation[i as 0][1] * c[1] +
            pose.rotation[i as 0][2] * c[2],
        ) as unknown as Vec3;
        const b = model.body[l.body]!;
        expect(Math.hypot(moved[0] - b[0], moved[1] - b[1], moved[2] - b[2])).toBeCloseTo(l.lengthMm, 7);
      }
  });
  it('a spacer of nothing changes nothing, and one put in and taken out is none', () => {
    const setup = stockOf(code, axle);
    const load = specOf(code, axle).sprungLoadN;
    const stands = (s: AxleSetup) => ok(rideHeight(s, load)).zMm;
    const kinds: ((t: number) => AxleEffect)[] = [
      (thicknessMm) => ({ kind: 'top-spacer', thicknessMm }),
      (thicknessMm) => ({ kind: 'coil-spacer', thicknessMm }),
      (thicknessMm) => ({ kind: 'preload-spacer', thicknessMm }),
      (dropMm) => ({ kind: 'subframe-drop', dropMm }),
      (dropMm) => ({ kind: 'differential-drop', dropMm }),
      (heightMm) => ({ kind: 'lift-block', heightMm, wedgeDeg: heightMm / 10 }),
      (deg) => ({ kind: 'camber-set', deg: deg / 10 }),
      (deltaMm) => ({ kind: 'link-length', member: 'trackBar', deltaMm }),
    ];
    for (const make of kinds) {
      expect(stands(applyEffect(setup, make(0)))).toBeCloseTo(stands(setup), 9);
      const back = [make(14), make(-14)].reduce(applyEffect, setup);
      expect(stands(back)).toBeCloseTo(stands(setup), 7);
    }
  });
  it('stands lower under more load, all the way', () => {
    const setup = stockOf(code, axle);
    const load = specOf(code, axle).sprungLoadN;
    const heights = [0.9, 1, 1.1, 1.2].map((k) => ok(rideHeight(setup, load * k)).zMm);
    expect([...heights].sort((a, b) => a - b)).toEqual(heights);
  });
  it('has travel left both ways, and says what ends it', () => {
    const spec = specOf(code, axle);
    const stock = stockOf(code, axle);
    const room = travelRoom(stock.model, 0, travelLimits(spec, stock.model, stock))!;
    expect(room.bumpMm).toBeGreaterThan(40);
    expect(room.droopMm).toBeGreaterThan(60);
    expect(room.droopShare).toBeGreaterThan(0.35);
    const shorter = travelRoom(model, 0, {
      ...spec.limits,
      damper: spec.limits.damper && { ...spec.limits.damper, extendedMm: spec.limits.damper.extendedMm - 30 },
      ...LIMITLESS,
    })!;
    if (spec.limits.damper) {
      expect(shorter.droopBy).toBe('damper');
      expect(shorter.droopMm).toBeLessThan(room.droopMm);
    }
  });
  it('a damper longer by what is named leaves the advised share of droop', () => {
    const { damper, ...rest } = specOf(code, axle).limits;
    if (!damper) {
      expect(travelRoom(model, 0, { ...rest, ...LIMITLESS, damper })!.damperForShareMm).toBe(0);
      return;
    }
    const withDamper = (longerMm: number) =>
      travelRoom(model, 0, {
        ...rest,
        ...LIMITLESS,
        damper: { ...damper, extendedMm: damper.extendedMm + longerMm },
      })!;
    const short = withDamper(-75);
    expect(short.droopShare).toBeLessThan(ADVISED_DROOP_SHARE);
    const longerMm = short.damperForShareMm!;
    expect(longerMm).toBeGreaterThan(0);
    expect(withDamper(longerMm - 75).droopShare).toBeCloseTo(ADVISED_DROOP_SHARE, 2);
  });
});

describe('mirror symmetry', () => {
  const mirrored = (h: Hardpoints): Hardpoints => {
    const points = Object.fromEntries(
      Object.entries(h.points as unknown as Record<string, Vec3>).map(([name, p]) => {
        const other = name.includes('Left') ? name.replace('Left', 'Right') : name.replace('Right', 'Left');
        return [other, [p[0], -p[1], p[2]]];
      }),
    );
    return { ...h, points, steering: undefined } as unknown as Hardpoints;
  };
  it.each(AXLES.filter((a) => a.kind.endsWith('-axle')))(
    '$code $axle: what the left does, the mirrored right does',
    ({ code, axle }) => {
      const h = { ...specOf(code, axle).hardpoints, steering: undefined } as Hardpoints;
      const [a, b] = [buildModel(h), buildModel(mirrored(h))];
      for (const [z, roll] of [
        [-40, 0],
        [10, 60],
        [-20, -50],
      ] as const) {
        const [one, two] = [axleFigures(a, at(a, z, 0, roll)), axleFigures(b, at(b, z, 0, -roll))];
        expect(two.shiftLeftMm).toBeCloseTo(-one.shiftLeftMm, 6);
        expect(two.pitchDeg).toBeCloseTo(one.pitchDeg, 6);
        expect(two.rollDeg).toBeCloseTo(-one.rollDeg, 6);
        expect(two.springLeft.lengthMm).toBeCloseTo(one.springRight.lengthMm, 6);
      }
    },
  );
  it('rolled one way or the other, a symmetric axle does the same', () => {
    for (const code of ['grayle-lanner', 'mettrick-cairn']) {
      const model = modelOf(code, 'rear');
      const [one, two] = [axleFigures(model, at(model, 0, 0, 80)), axleFigures(model, at(model, 0, 0, -80))];
      expect(two.shiftLeftMm).toBeCloseTo(-one.shiftLeftMm, 6);
      expect(two.yawDeg).toBeCloseTo(-one.yawDeg, 6);
    }
  });
});

describe('degenerate hardpoints are refused with the name of the point', () => {
  const halder = specOf('corvane-halder', 'front').hardpoints;
  const fell = specOf('mettrick-fell', 'front').hardpoints;
  const changed = (h: Hardpoints, points: Record<string, Vec3>) =>
    ({ ...h, points: { ...h.points, ...points } }) as Hardpoints;
  const p = halder.points as unknown as Record<string, Vec3>;
  it.each([
    ['ends that coincide', changed(halder, { tieOuter: p.tieInner! }), 'tieInner'],
    ['a joint on its own axis', changed(halder, { upperBall: [-23, 493, 553] }), 'upperBall'],
    ['a wheel on the right', changed(halder, { wheelCentre: [0, -865, 385] }), 'wheelCentre'],
    ['a point that is none', changed(halder, { lowerBall: [NaN, 0, 0] }), 'lowerBall'],
    ['a spring of no length', changed(fell, { springLeftTop: [20, 474, 480] }), 'springLeftTop'],
  ])('%s', (_, h, point) => {
    expect(checkHardpoints(h).map((f) => f.point)).toContain(point);
  });
  it('every demo axle is a mechanism that moves', () => {
    for (const { code, axle } of AXLES) expect(checkHardpoints(specOf(code, axle).hardpoints)).toEqual([]);
  });
});

describe('computing on request', () => {
  const spec = specOf('corvane-halder', 'front');
  const base = { hardpoints: spec.hardpoints, subframePoints: [], edits: [] };
  it('gives each sample its figures, and past the reach the member and the last travel that works', () => {
    const samples = [-300, -40, 0, 40].map((zMm) => ({ zMm, rackMm: 0, rollMm: 0 }));
    const { rows } = computeKinematics({ ...base, samples });
    expect(rows.map((r) => r.ok)).toEqual([false, true, true, true]);
    const far = rows[0]!;
    if (far.ok) throw new Error('reached');
    expect(far.fault.member).not.toBe('');
    const last = far.fault.lastZMm!;
    expect(last).toBeLessThan(-60);
    expect(poseAt(buildModel(spec.hardpoints), last).ok).toBe(true);
    expect(poseAt(buildModel(spec.hardpoints), last - 2).ok).toBe(false);
  });
  it('stands where the ride height says, with edits and masses', () => {
    const request = { ...base, springRateNPerMm: 105, sprungLoadN: 6300, wheelbaseMm: 3690, addedMass: [] };
    expect(computeRideHeight(request)).toMatchObject({ ok: true });
    const lifted = computeRideHeight({ ...request, edits: [{ kind: 'top-spacer', thicknessMm: 28 }] });
    const heavy = computeRideHeight({
      ...request,
      edits: [{ kind: 'top-spacer', thicknessMm: 28 }],
      addedMass: [{ massKg: 80, xMm: 700 }],
    });
    if (!lifted.ok || !heavy.ok) throw new Error('no balance');
    expect(lifted.liftMm).toBeGreaterThan(40);
    expect(heavy.liftMm).toBeLessThan(lifted.liftMm);
    expect(
      computeRideHeight({ ...request, edits: [{ kind: 'preload-spacer', thicknessMm: 150 }] }),
    ).toMatchObject({ ok: false });
  });
  it('the bench of every platform has curves of 101 poses that pass through its ride heights', () => {
    for (const { code, axle } of AXLES) {
      const job = plainJob(code);
      const b = ok(
        benchAxle({
          vehicle: vehicleOf(job),
          axle,
          brief: job.brief,
          accessories: [],
          fitted: [],
          chosen: [],
          off: [],
        }),
      );
      expect(b.travelMm).toHaveLength(101);
      expect(b.planned.zMm).toBeGreaterThan(b.travelMm[0]!);
      expect(b.planned.zMm).toBeLessThan(b.travelMm[100]!);
      for (const curve of Object.values(b.planned.curves)) expect(curve).toHaveLength(101);
    }
  });
});

it('flat ride: more damping settles sooner, a flat road does nothing, and the ride ends at rest', () => {
  const car = {
    sprungKg: 1800,
    pitchInertiaKgM2: 2900,
    frontM: 1.5,
    rearM: 1.5,
    frontRate: 68000,
    rearRate: 82000,
    frontDamping: 3200,
    rearDamping: 3200,
    speedKmh: 60,
  };
  const [plain, damped] = [flatRide(car), flatRide({ ...car, frontDamping: 6400, rearDamping: 6400 })];
  expect(plain.peakPitchDeg).toBeGreaterThan(0.15);
  expect(damped.settleS).toBeLessThan(plain.settleS);
  expect(plain.samples.every((s) => Number.isFinite(s.pitchDeg) && Number.isFinite(s.bounceMm))).toBe(true);
  expect(Math.abs(plain.samples.at(-1)!.bounceMm)).toBeLessThan(1);
  // a car twice as heavy in every way moves the same
  const twice = flatRide({
    ...car,
    sprungKg: 3600,
    pitchInertiaKgM2: 5800,
    frontRate: 136000,
    rearRate: 164000,
    frontDamping: 6400,
    rearDamping: 6400,
  });
  expect(twice.peakPitchDeg).toBeCloseTo(plain.peakPitchDeg, 9);
});
