import fc from 'fast-check';
import {
  ADVISED_DROOP_SHARE,
  AS_BUILT,
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
  stopsOf,
  stockFreeLengthMm,
  sweepTravel,
  travelRoom,
  wheelFigures,
  withEffects,
  type Axle,
  type AxleEffect,
  type AxleSetup,
  type Hardpoints,
  type SuspensionModel,
  type Vec3,
} from '..';
import { catalogue, plainJob, platformOf, vehicleOf } from '../testing/demo-world';

/** no joint ends the travel */
const LIMITLESS = { cvExtremeDeg: null, plungeMm: null, ballSwingDeg: null };
const AXLES = catalogue.platforms.flatMap((p) =>
  (['front', 'rear'] as const).map((axle) => ({ code: p.code, axle, kind: p[axle].hardpoints.kind })),
);
const specOf = (code: string, axle: Axle) => platformOf(code)[axle];
const modelOf = (code: string, axle: Axle) => buildModel(specOf(code, axle).hardpoints);
function stockOf(code: string, axle: Axle): AxleSetup {
  const spec = specOf(code, axle);
  const model = buildModel(spec.hardpoints);
  return {
    model,
    spring: {
      rateNPerMm: spec.springRateNPerMm,
      freeLengthMm: stockFreeLengthMm(model, spec.springRateNPerMm, spec.sprungLoadN),
    },
    subframePoints: spec.subframePoints,
    ...AS_BUILT,
  };
}
function at(model: SuspensionModel, z: number, rack = 0, roll = 0) {
  const r = poseAt(model, z, rack, roll);
  if (!r.ok) throw new Error(JSON.stringify(r.fault));
  return r.value;
}
const ok = <T>(r: { ok: true; value: T } | { ok: false; fault: unknown }): T => {
  if (!r.ok) throw new Error(JSON.stringify(r.fault));
  return r.value;
};

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
    const room = travelRoom(model, 0, {
      ...spec.limits,
      cvExtremeDeg: spec.cv?.extremeDeg ?? null,
      plungeMm: spec.cv?.plungeMm ?? null,
    })!;
    expect(room.bumpMm).toBeGreaterThan(40);
    expect(room.droopMm).toBeGreaterThan(60);
    expect(room.droopShare).toBeGreaterThan(0.35);
    const shorter = travelRoom(model, 0, {
      ...spec.limits,
      damper: spec.limits.damper && { ...spec.limits.damper, extendedMm: spec.limits.damper.extendedMm - 30 },
      cvExtremeDeg: null,
      plungeMm: null,
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

describe('parts', () => {
  it('a subframe drop equal to the lift brings arms and shafts back to their design angles', () => {
    const spec = specOf('sarnby-courser', 'front');
    const setup = stockOf('sarnby-courser', 'front');
    const both = (
      [
        { kind: 'top-spacer', thicknessMm: 25 },
        { kind: 'subframe-drop', dropMm: 25 },
      ] as const
    ).reduce<AxleSetup>(applyEffect, setup);
    const h = ok(rideHeight(both, spec.sprungLoadN));
    expect(-h.zMm).toBeGreaterThan(22);
    expect(-h.zMm).toBeLessThan(28);
    const [was, is] = [wheelFigures(setup.model, at(setup.model, 0)), wheelFigures(both.model, h.pose)];
    expect(is.cvOuterDeg!).toBeCloseTo(was.cvOuterDeg!, 0);
    expect(is.cvInnerDeg!).toBeCloseTo(was.cvInnerDeg!, 0);
    const alone = applyEffect(setup, { kind: 'subframe-drop', dropMm: 25 });
    expect(Math.abs(ok(rideHeight(alone, spec.sprungLoadN)).zMm)).toBeLessThan(4);
  });
  it('on a coil-over preload loses droop; a spacer on top keeps droop, and brings the stop along', () => {
    const spec = specOf('corvane-halder', 'front');
    const stock = stockOf('corvane-halder', 'front');
    const joints = { cvExtremeDeg: null, plungeMm: null, ballSwingDeg: null };
    const roomOf = (...effects: readonly AxleEffect[]) => {
      const s = withEffects(stock, effects);
      const { zMm } = ok(rideHeight(s, spec.sprungLoadN));
      const limits = { ...spec.limits, ...stopsOf(stock.model, s, spec.limits), ...joints };
      return { zMm, ...travelRoom(s.model, zMm, limits)! };
    };
    const [was, preload, top, both] = [
      roomOf(),
      roomOf({ kind: 'preload-spacer', thicknessMm: 20 }),
      roomOf({ kind: 'top-spacer', thicknessMm: 20 }),
      // between the seats of the unit it is the same as preload
      roomOf({ kind: 'coil-spacer', thicknessMm: 20 }),
    ];
    expect(was.droopMm - preload.droopMm).toBeGreaterThan(25);
    expect(preload.bumpMm - was.bumpMm).toBeGreaterThan(25);
    expect(both).toEqual(preload);
    expect(top.zMm).toBeLessThan(-30);
    expect(Math.abs(top.droopMm - was.droopMm)).toBeLessThan(6);
    expect(Math.abs(top.bumpMm - was.bumpMm)).toBeLessThan(6);
    expect(Math.abs(top.damperReserveMm! - was.damperReserveMm!)).toBeLessThan(6);
  });
  it('where coil and damper stand apart a spacer moves the spring alone', () => {
    for (const [platform, axle] of [
      ['mettrick-fell', 'front'],
      ['ostrey-vaunt', 'front'],
    ] as const) {
      const stock = stockOf(platform, axle);
      const s = applyEffect(stock, { kind: 'top-spacer', thicknessMm: 20 });
      const [damper] = s.model.dampers;
      expect(s.model.body[damper!.top]).toEqual(stock.model.body[damper!.top]);
      expect(s.model.body[s.model.springs[0]!.top]).not.toEqual(stock.model.body[s.model.springs[0]!.top]);
    }
  });
  it('longer dampers add up, and give the droop they are longer by', () => {
    const spec = specOf('mettrick-fell', 'front');
    const stock = stockOf('mettrick-fell', 'front');
    const long: AxleEffect = { kind: 'damper-length', extendedMm: 30, compressedMm: 12 };
    const twice = withEffects(stock, [long, long]);
    expect(twice.damperLonger).toEqual({ extendedMm: 60, compressedMm: 24 });
    expect(twice.model).toBe(stock.model);
    const { damper } = spec.limits;
    const room = (longerMm: number) =>
      travelRoom(stock.model, 0, {
        ...spec.limits,
        damper: damper && { ...damper, extendedMm: damper.extendedMm + longerMm },
        cvExtremeDeg: null,
        plungeMm: null,
      })!;
    expect(room(0).droopBy).toBe('damper');
    const gained = room(30).droopMm - room(0).droopMm;
    expect(gained).toBeGreaterThan(28); // the damper leans, so the wheel gains a little more
    expect(gained).toBeLessThan(45);
  });
  it('blocks, shackles and wedges act on leaves as they should', () => {
    const load = specOf('mettrick-cairn', 'rear').sprungLoadN;
    const setup = stockOf('mettrick-cairn', 'rear');
    const liftOf = (e: AxleEffect) => -ok(rideHeight(applyEffect(setup, e), load)).zMm;
    expect(liftOf({ kind: 'lift-block', heightMm: 38, wedgeDeg: 0 })).toBeCloseTo(38, 0);
    const under = specOf('mettrick-cairn', 'rear').hardpoints as Extract<Hardpoints, { kind: 'leaf-axle' }>;
    const hung: AxleSetup = { ...setup, model: buildModel({ ...under, mounted: 'under' }) };
    const lowered = applyEffect(hung, { kind: 'lift-block', heightMm: 38, wedgeDeg: 0 });
    expect(ok(rideHeight(lowered, load)).zMm).toBeCloseTo(38, 0);
    expect(liftOf({ kind: 'shackle', longerMm: 40, springLengthMm: 1140, at: 'rear' })).toBeCloseTo(20, 0);
    expect(liftOf({ kind: 'add-a-leaf', rateNPerMm: 0, archMm: 30 })).toBeCloseTo(30, 0);
    const pitch = (e: AxleEffect) =>
      axleFigures(applyEffect(setup, e).model, at(applyEffect(setup, e).model, 0)).pitchDeg;
    expect(pitch({ kind: 'lift-block', heightMm: 25, wedgeDeg: 2 })).toBeCloseTo(2, 6);
    expect(pitch({ kind: 'shackle', longerMm: 40, springLengthMm: 1140, at: 'rear' })).toBeCloseTo(2.01, 2);
    expect(pitch({ kind: 'shackle', longerMm: 40, springLengthMm: 1140, at: 'front' })).toBeCloseTo(-2.01, 2);
  });
  it('a lift spindle lifts by its offset, a cut coil lowers and stiffens', () => {
    const cart = specOf('pellow-fetch', 'front');
    const z = ok(
      rideHeight(
        applyEffect(stockOf('pellow-fetch', 'front'), { kind: 'spindle', offsetMm: [0, 0, -70] }),
        cart.sprungLoadN,
      ),
    ).zMm;
    expect(-z).toBeCloseTo(70, 0);
    const cut = applyEffect(stockOf('corvane-halder', 'rear'), {
      kind: 'coil-cut',
      turns: 0.5,
      turnsOfCoil: 8,
      pitchMm: 40,
    });
    expect(cut.spring.rateNPerMm).toBeCloseTo((52 * 8) / 7.5, 9);
    expect(ok(rideHeight(cut, specOf('corvane-halder', 'rear').sprungLoadN)).zMm).toBeGreaterThan(5);
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
