import { readFileSync } from 'node:fs';
import {
  AS_BUILT,
  addedWheelLoadsN,
  bumpSteer,
  bumpSteerSlope,
  cardanPair,
  dampingRatio,
  rideFrequencyHz,
  rideRateNPerMm,
  stability,
  tieRodTurns,
  totalToeDeg,
  trackBarEstimate,
  applyEffect,
  axleFigures,
  buildModel,
  poseAt,
  rideHeight,
  stockFreeLengthMm,
  wheelFigures,
  type AxleEffect,
  type AxleSetup,
  type Hardpoints,
  type SuspensionModel,
  type Vec3,
} from '..';

const fixture = (name: string) =>
  JSON.parse(readFileSync(`${__dirname}/../../fixtures/${name}.json`, 'utf8'));
const camel = (s: string) => s.replace(/_(\w)/g, (_, c: string) => c.toUpperCase());
const camelKeys = (o: Record<string, Vec3>) =>
  Object.fromEntries(Object.entries(o).map(([k, v]) => [camel(k), v]));

function hardpointsOf(p: any): Hardpoints {
  const points: any = camelKeys(p.hardpoints);
  const common = {
    axle: p.axle,
    loadedRadiusMm: p.loaded_radius_mm,
    staticCamberDeg: p.static_camber_deg,
    staticToeDeg: p.static_toe_deg,
    springSeatOffsetMm: p.spring_seat_offset_mm ?? 0,
  };
  if (p.kind === 'double_wishbone') return { ...common, kind: 'double-wishbone', springOn: 'lower', points };
  if (p.kind === 'strut') return { ...common, kind: 'strut', points };
  if (p.kind === 'trailing_arm') return { ...common, kind: 'trailing-arm', points };
  return {
    ...common,
    kind: 'linked-axle',
    points,
    steering: { side: p.drag_side, ratio: p.steering_ratio, points },
  };
}

function setupOf(model: SuspensionModel, edit: any): AxleSetup {
  const effects: AxleEffect[] = [];
  for (const key of ['top_spacer_mm', 'coil_spacer_mm'] as const)
    if (edit[key]) effects.push({ kind: 'top-spacer', thicknessMm: edit[key] });
  if (edit.preload_spacer_mm) effects.push({ kind: 'preload-spacer', thicknessMm: edit.preload_spacer_mm });
  if (edit.subframe_drop_mm) effects.push({ kind: 'subframe-drop', dropMm: edit.subframe_drop_mm });
  for (const [point, by] of Object.entries(edit.move ?? {}))
    effects.push({ kind: 'move-point', point: camel(point), byMm: by as Vec3 });
  for (const [member, d] of Object.entries(edit.length ?? {}))
    effects.push({ kind: 'link-length', member: camel(member) as 'lower', deltaMm: d as number });
  if (edit.arm_joint) effects.push({ kind: 'upper-arm-joint', offsetMm: edit.arm_joint.upper_ball });
  const start: AxleSetup = {
    model,
    spring: { rateNPerMm: 1, freeLengthMm: 0 },
    subframePoints: (edit.subframe_points ?? []).map(camel),
    ...AS_BUILT,
  };
  return effects.reduce(applyEffect, start);
}

/** A line that names the row, where a figure misses its reference. */
function missed(
  column: string,
  zMm: number,
  got: number | null | undefined,
  want: number,
  limit: number,
): string[] {
  return typeof got === 'number' && Math.abs(got - want) < limit
    ? []
    : [`${column} at ${zMm}: ${got} for ${want}`];
}

describe.each(['kinematics-brakvik', 'kinematics-lindovane'])('%s', (name) => {
  const file = fixture(name);
  const base = buildModel(hardpointsOf(file.platform));
  const check = (model: SuspensionModel, rows: number[][]) => {
    const misses: string[] = [];
    for (const row of rows) {
      const want = Object.fromEntries(file.columns.map((c: string, i: number) => [c, row[i]]));
      const pose = poseAt(model, want.z_mm, want.rack_mm);
      if (!pose.ok) throw new Error(JSON.stringify(pose.fault));
      const f = wheelFigures(model, pose.value, want.rack_mm);
      const got: Record<string, number | null> = {
        camber_deg: f.camberDeg,
        toe_deg: f.toeDeg,
        caster_deg: f.casterDeg,
        inclination_deg: f.inclinationDeg,
        scrub_mm: f.scrubMm,
        trail_mm: f.trailMm,
        wheel_x_mm: f.wheel[0],
        wheel_y_mm: f.wheel[1],
        cp_x_mm: f.contact[0],
        cp_y_mm: f.contact[1],
        cp_z_mm: f.contact[2],
        track_change_mm: f.trackChangeMm,
        spring_length_mm: f.springLengthMm,
        motion_ratio: f.motionRatio,
        camber_slope_deg_per_10mm: f.camberSlopeDegPer10mm,
        toe_slope_deg_per_10mm: f.toeSlopeDegPer10mm,
        roll_centre_mm: want.roll_centre_mm === null ? null : f.rollCentreMm,
        cv_outer_deg: f.cvOuterDeg,
        cv_inner_deg: f.cvInnerDeg,
        shaft_change_mm: f.shaftChangeMm,
        lower_swing_deg: f.lowerSwingDeg,
        upper_swing_deg: f.upperSwingDeg,
      };
      for (const column of file.columns.slice(2) as string[]) {
        if (want[column] === null) continue;
        misses.push(
          ...missed(column, want.z_mm, got[column], want[column], column === 'roll_centre_mm' ? 0.01 : 1e-5),
        );
      }
    }
    expect(misses).toEqual([]);
    return rows.length;
  };
  it('meets every row of the unedited sweep', () => {
    expect(check(base, file.rows)).toBeGreaterThan(70);
  });
  it('meets every row of every edit', () => {
    for (const e of file.edits) expect(check(setupOf(base, e.edit).model, e.rows)).toBeGreaterThan(0);
  });
});

describe('kinematics-dravikan-front', () => {
  const file = fixture('kinematics-dravikan-front');
  const base = buildModel(hardpointsOf(file.platform));
  const check = (model: SuspensionModel, rows: number[][]) => {
    const misses: string[] = [];
    for (const row of rows) {
      const want = Object.fromEntries(file.columns.map((c: string, i: number) => [c, row[i]]));
      const pose = poseAt(model, (want.z_left_mm + want.z_right_mm) / 2, 0, want.z_left_mm - want.z_right_mm);
      if (!pose.ok) throw new Error(JSON.stringify(pose.fault));
      const f = axleFigures(model, pose.value);
      const got: Record<string, number | null> = {
        shift_forward_mm: f.shiftForwardMm,
        shift_left_mm: f.shiftLeftMm,
        pitch_deg: f.pitchDeg,
        yaw_deg: f.yawDeg,
        roll_deg: f.rollDeg,
        roll_centre_mm: f.rollCentreMm,
        track_bar_slope_deg: f.trackBarSlopeDeg,
        drag_link_slope_deg: f.dragLinkSlopeDeg,
        cp_left_x_mm: f.contactLeft[0],
        cp_left_y_mm: f.contactLeft[1],
        cp_left_z_mm: f.contactLeft[2],
        cp_right_x_mm: f.contactRight[0],
        cp_right_y_mm: f.contactRight[1],
        cp_right_z_mm: f.contactRight[2],
        damper_left_mm: f.damperLeft?.lengthMm ?? null,
        damper_right_mm: f.damperRight?.lengthMm ?? null,
        inclination_left_deg: f.inclinationLeftDeg,
        inclination_right_deg: f.inclinationRightDeg,
        spring_left_mm: f.springLeft.lengthMm,
        spring_right_mm: f.springRight.lengthMm,
        caster_left_deg: f.casterLeftDeg,
        caster_right_deg: f.casterRightDeg,
        drag_steer_deg: f.dragSteerDeg,
        steering_wheel_deg: f.steeringWheelDeg,
        ...(want.z_left_mm === want.z_right_mm
          ? {
              spring_left_ratio: f.springLeft.ratio,
              spring_right_ratio: f.springRight.ratio,
              damper_left_ratio: f.damperLeft?.ratio ?? null,
              damper_right_ratio: f.damperRight?.ratio ?? null,
            }
          : {}),
      };
      for (const [column, value] of Object.entries(got))
        misses.push(
          ...missed(column, want.z_left_mm, value, want[column], column === 'roll_centre_mm' ? 0.01 : 1e-4),
        );
    }
    expect(misses).toEqual([]);
    return rows.length;
  };
  it('meets every row of the unedited sweep', () => {
    expect(check(base, file.rows)).toBeGreaterThan(20);
  });
  it('meets every row of every edit', () => {
    for (const e of file.edits) expect(check(setupOf(base, e.edit).model, e.rows)).toBeGreaterThan(0);
  });
});

describe('equilibrium', () => {
  const file = fixture('equilibrium');
  it.each<[string, any]>(
    file.rows.map((r: any) => [`${r.platform}: ${r.case} ${JSON.stringify(r.edit)}`, r]),
  )('%s', (_, row: any) => {
    const p = file.platforms[row.platform];
    const model = buildModel(hardpointsOf(p));
    const edit = row.edit;
    const stock = {
      rateNPerMm: p.spring_rate_n_per_mm,
      freeLengthMm: stockFreeLengthMm(model, p.spring_rate_n_per_mm, p.sprung_load_n),
    };
    let setup: AxleSetup = { ...setupOf(model, { ...edit, preload_spacer_mm: 0 }), spring: stock };
    if (edit.preload_spacer_mm)
      setup = applyEffect(setup, { kind: 'preload-spacer', thicknessMm: edit.preload_spacer_mm });
    if (edit.spring)
      setup = applyEffect(setup, {
        kind: 'spring',
        rateNPerMm: edit.spring.rate_n_per_mm ?? stock.rateNPerMm,
        freeLengthDeltaMm: edit.spring.free_length_delta_mm ?? 0,
        table: edit.spring.table,
      });
    const masses = (edit.added_mass ?? []).map((m: any) => ({ massKg: m.mass_kg, xMm: m.x_mm }));
    const load =
      p.sprung_load_n + addedWheelLoadsN(masses, p.wheelbase_mm)[p.axle === 'front' ? 'frontN' : 'rearN'];
    const got = rideHeight(setup, load);
    if (row.expect.balance === false) {
      expect(got.ok).toBe(false);
      return;
    }
    if (!got.ok) throw new Error(JSON.stringify(got.fault));
    expect(-got.value.zMm).toBeCloseTo(row.expect.lift_mm, 4);
    expect(got.value.wheelRateNPerMm).toBeCloseTo(row.expect.wheel_rate_n_per_mm, 2);
    if (row.expect.spring_force_n !== undefined)
      expect(got.value.springForceN).toBeCloseTo(row.expect.spring_force_n, 1);
  });
});

describe('driveline', () => {
  const file = fixture('driveline');
  const near = (got: number, want: number) => {
    expect(Math.abs(got - want) / Math.max(1, Math.abs(want))).toBeLessThan(1e-6);
  };
  it.each(file.cardan as any[])('cardan pair %#', (r) => {
    const s = ([sideDeg, topDeg]: number[]) => ({ sideDeg: sideDeg!, topDeg: topDeg! });
    const got = cardanPair(
      s(r.flange1_side_top_deg),
      s(r.shaft_side_top_deg),
      s(r.flange2_side_top_deg),
      r.shaft_rpm,
    );
    near(got.firstDeg, r.theta1_deg);
    near(got.secondDeg, r.theta2_deg);
    near(got.residualDeg, r.residual_compound_deg);
    near(got.torsionalRadPerS2, r.torsional_compound_rad_s2);
    near(got.inertiaRadPerS2, r.inertia_rad_s2);
    expect(Math.abs(Math.abs(got.planeDeg) - Math.abs(r.plane_angle_deg))).toBeLessThan(1e-4);
  });
  it.each(file.track_bar as any[])('track bar %#', (r) => {
    const got = trackBarEstimate({ horizontalMm: r.horizontal_mm, dropMm: r.drop_mm, liftMm: r.lift_mm });
    near(got.shiftTowardFrameMm, r.shift_toward_frame_mm);
    near(got.recentredLengthMm, r.recentred_length_mm);
  });
  it.each(file.ride as any[])('ride %#', (r) => {
    const rate = rideRateNPerMm(r.wheel_rate_n_per_mm, r.tyre_rate_n_per_mm);
    near(rate, r.ride_rate_n_per_mm);
    near(rideFrequencyHz(rate, r.sprung_mass_kg), r.frequency_hz);
    near(dampingRatio(r.damping_ns_per_m, r.damper_ratio, r.wheel_rate_n_per_mm, r.sprung_mass_kg), r.zeta);
  });
  it.each(file.stability as any[])('stability %#', (r) => {
    const at = (cgMm: number) => stability({ trackMm: r.track_mm, cgMm, cgXMm: 1400, wheelbaseMm: 3000 });
    const [before, after] = [at(r.cg_mm), at(r.cg_mm + r.cg_rise_mm)];
    near(before.staticFactor, r.ssf);
    near(before.lateralTipDeg, r.lateral_tip_deg);
    near(after.staticFactor, r.ssf_after);
    near(100 * (1 - after.staticFactor / before.staticFactor), r.lost_percent);
  });
  it.each(file.toe_by_tape as any[])('toe by tape %#', (r) => {
    near(totalToeDeg(r.delta_mm, r.diameter_mm), r.total_toe_deg);
  });
  it.each(file.tie_rod_turns as any[])('tie rod turns %#', (r) => {
    near(tieRodTurns(r.toe_change_deg, r.arm_mm, r.pitch_mm), r.turns);
  });
});

describe('bump steer', () => {
  it.each(['kinematics-brakvik', 'kinematics-lindovane'])('%s', (name) => {
    const file = fixture(name);
    const model = buildModel(hardpointsOf(file.platform));
    for (const want of file.bump_steer) {
      const got = bumpSteer(model, want.ride_z_mm)!;
      expect(got.slopeDegPer10mm).toBeCloseTo(want.toe_slope_deg_per_10mm, 5);
      expect(bumpSteerSlope(model, want.ride_z_mm)).toBe(got.slopeDegPer10mm);
      expect(got.worstDeg).toBeCloseTo(want.worst_toe_change_deg, 5);
      expect(got.worstAtZMm).toBeCloseTo(want.worst_at_z_mm, 6);
    }
  });
});

it('a semi-trailing arm meets the published rows', () => {
  const points = {
    pivotInner: [-2010, 310, 300],
    pivotOuter: [-2005, 620, 302],
    wheelCentre: [-2350, 700, 289.9558316],
    cvInner: [-2345, 160, 318],
    cvOuter: [-2350, 610, 290],
    springTop: [-2230, 520, 560],
    springBottom: [-2235, 530, 285],
    damperTop: [-2300, 540, 640],
    damperBottom: [-2385, 575, 270],
  } as const;
  const model = buildModel({
    kind: 'trailing-arm',
    axle: 'rear',
    loadedRadiusMm: 290,
    staticCamberDeg: -1,
    staticToeDeg: 0.15,
    springSeatOffsetMm: 0,
    points,
  });
  const rows = [
    [
      -40, -0.90615461, 0.08222502, -2346.21825378, 700.19706861, -0.55569446, 301.5187144, 0.65629122,
      422.59060567, 1.02548891, -0.02458016, 0.01566662, 5.9645289, 9.47825503, 8.57047072, 4.38332446,
    ],
    [
      0, -1, 0.15, -2350, 700, 0, 275.22717889, 0.65871146, 381.24795081, 1.04303354, -0.02235472, 0.01820698,
      3.83973715, 4.62753467, 3.61665459, 0,
    ],
    [
      40, -1.08502933, 0.22783885, -2349.13946385, 699.72805587, 0.3166613, 248.79863074, 0.66284632,
      339.03718703, 1.06889796, -0.02015717, 0.02071561, 1.73964851, 0.85777742, 1.59355991, -0.99583527,
    ],
  ];
  for (const [z, ...want] of rows) {
    const pose = poseAt(model, z!);
    if (!pose.ok) throw new Error('no pose');
    const f = wheelFigures(model, pose.value);
    const got = [
      f.camberDeg,
      f.toeDeg,
      f.wheel[0],
      f.wheel[1],
      f.trackChangeMm,
      f.springLengthMm,
      f.motionRatio,
      f.damperLengthMm!,
      f.damperRatio!,
      f.camberSlopeDegPer10mm,
      f.toeSlopeDegPer10mm,
      f.rollCentreMm,
      f.cvOuterDeg!,
      f.cvInnerDeg!,
      f.shaftChangeMm!,
    ];
    got.forEach((v, i) => {
      expect(v).toBeCloseTo(want[i]!, 5);
    });
  }
});
