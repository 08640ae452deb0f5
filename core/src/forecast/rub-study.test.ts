import {
  add,
  assess,
  studiedTire,
  axleTable,
  clearanceMm,
  curesOf,
  memoized,
  needKey,
  planCase,
  afterBuild,
  mountedTire,
  parseTireSize,
  readMap,
  reliefChoices,
  rubAxle,
  rubChecks,
  rubFigures,
  rubPose,
  rubStudy,
  mountedBody,
  scale,
  wholeRubStudy,
  OBSTACLE_KINDS,
  type WalkMemo,
  type ReliefChoice,
  type RubAxleInput,
  type RubProgress,
  type RubStudyInput,
  type TireAsked,
  type WheelWalk,
} from '..';
import { AXLES, ok, plainRubInput } from '../testing/demo-axles';
import { catalogue, demoJob, plainJob, settings, vehicleOf } from '../testing/demo-world';

const stockTire = (code: string, more = 0): TireAsked => {
  const p = catalogue.platforms.find((x) => x.code === code)!;
  const size = parseTireSize(p.stockTire);
  if (!size.ok) throw new Error(p.stockTire);
  const s = mountedTire({
    size: size.value,
    measuredDiameterMm: null,
    rimWidthIn: p.stockWheel.widthIn,
    offsetMm: p.stockWheel.offsetMm,
    pressureKpa: p.stockPressureKpa,
    wheelLoadN: 4500,
  });
  return {
    label: `${p.stockTire} + ${more}`,
    sectionMm: s.sectionOnRimMm,
    diameterMm: s.diameterMm + more,
    measured: true,
    mud: false,
    rimIn: size.value.rimIn,
    rimWidthIn: p.stockWheel.widthIn,
    offsetMm: p.stockWheel.offsetMm,
  };
};
const checked = (input: RubAxleInput, tires: readonly TireAsked[]) => {
  const a = rubAxle(input);
  if (!a.ok) throw new Error(JSON.stringify(a.fault));
  const r = rubChecks(input, a.value, tires);
  if (!r.ok) throw new Error(JSON.stringify(r.fault));
  return r.value;
};
const both = catalogue.platforms.flatMap((p) => [[p.code, 'front'] as const, [p.code, 'rear'] as const]);

describe('obstacles of the demo platforms', () => {
  it.each(AXLES)(
    '$code $axle: one relief after another on a walk that is kept answers as each by itself',
    ({ code, axle }) => {
      const walks = new Map<string, WheelWalk>();
      const keep: WalkMemo = (grid, make) => memoized(walks, JSON.stringify(grid), make);
      const reliefs = reliefChoices({ vehicle: vehicleOf(plainJob(code)), axle, catalogue }, () => true);
      const tires = [40, 90].map((more) => stockTire(code, more));
      for (const set of [[], ...reliefs.slice(0, 3).map((r) => [r]), reliefs]) {
        const input = plainRubInput(code, axle, set);
        const a = ok(rubAxle(input));
        const said = (kept?: WalkMemo) =>
          ok(rubChecks(input, a, tires, kept)).map(({ clears, nearest, nearestToStop, rubbing }) => ({
            clears,
            nearest,
            nearestToStop,
            rubbing,
          }));
        expect(said(keep)).toEqual(said());
      }
    },
  );
  it.each(both)(
    '%s %s: as built its own tyre clears in every pose; bigger ones never by more',
    (code, axle) => {
      const sizes = [0, 25, 50, 90, 140].map((more) => stockTire(code, more));
      const list = checked(plainRubInput(code, axle), sizes);
      expect(list[0]!.clears).toBe(true);
      expect(list[0]!.nearestToStop.toStop.clearanceMm).toBeGreaterThanOrEqual(0);
      // what counts is the room over each obstacle's own margin; a third of a millimetre for reading between poses
      const spare = (c: (typeof list)[number]) => [
        c.nearest.used.clearanceMm - c.nearest.marginMm,
        c.nearestToStop.toStop.clearanceMm - c.nearestToStop.marginMm,
      ];
      list.slice(1).forEach((c, i) => {
        spare(c).forEach((mm, k) => {
          expect(mm).toBeLessThanOrEqual(spare(list[i]!)[k]! + 0.3);
        });
      });
      expect(list.at(-1)!.clears).toBe(false);
    },
  );
  it('are those that stand near such a wheel, each relief known and able to do something', () => {
    const seen = new Set(
      catalogue.platforms.flatMap((p) => [...p.front.obstacles, ...p.rear.obstacles].map((o) => o.kind)),
    );
    expect([...OBSTACLE_KINDS].filter((k) => !seen.has(k))).toEqual([]);
    for (const p of catalogue.platforms)
      for (const axle of ['front', 'rear'] as const) {
        const kinds = p[axle].obstacles.map((o) => o.kind);
        expect(new Set(kinds).size).toBe(kinds.length);
        expect(kinds).toEqual(
          expect.arrayContaining(['arch-edge', 'flap', 'liner', 'caliper', 'hose-bracket']),
        );
        if (p.construction === 'frame') expect(kinds).toContain('frame-rail');
        for (const o of p[axle].obstacles)
          for (const code of o.reliefs)
            expect(catalogue.reliefs.find((r) => r.code === code)?.effect.kind).toMatch(/moves|removes/);
      }
  });
});

const halder = plainRubInput('corvane-halder', 'front');
const study = (tire: TireAsked, input = halder) => {
  const r = wholeRubStudy({ ...input, tire });
  if (!r.ok) throw new Error(JSON.stringify(r.fault));
  return r.value;
};

describe('a rub study', () => {
  const s = study(stockTire('corvane-halder', 60));
  const seam = s.obstacles.find((o) => o.kind === 'pinch-seam')!;
  it('has a full map of travel and lock, gravest obstacle first, and says where', () => {
    expect([s.map.grid.zMm.length, s.map.grid.across.length]).toEqual([41, 41]);
    expect(s.complete).toBe(true);
    expect(s.obstacles[0]!.verdict).not.toBe('clear');
    expect(seam.where).toBe('lock-bump');
    expect(seam.toStop.clearanceMm).toBeLessThanOrEqual(seam.used.clearanceMm);
    const { used, toStop } = rubFigures(seam, s);
    expect([used.value, toStop.value]).toEqual([seam.used.clearanceMm, seam.toStop.clearanceMm]);
    expect(Object.fromEntries(used.because.map((f) => [f.name, f.value]))).toEqual({
      'wheel-travel': seam.used.zMm,
      'ride-height': -s.rideZMm,
      'tire-diameter': s.tire.diameterMm,
      'section-on-rim': s.tire.sectionMm,
      offset: s.tire.offsetMm,
      'clearance-margin': seam.marginMm,
      'tire-tolerance': s.toleranceMm,
    });
    expect(used).toMatchObject({ plusMinus: s.toleranceMm, limit: { min: seam.marginMm } });
    // where nothing is near over the travel that is used, no travel is told
    const far = rubFigures({ ...seam, used: { ...seam.used, zMm: null } }, s).used;
    expect(far.because.map((f) => f.name)).not.toContain('wheel-travel');
  });
  it('each cure does what it says: reliefs leave what they promise, lift clears, offset goes the right way', () => {
    const [relief] = seam.cures.flatMap((c) => (c.by === 'relief' ? [c] : []));
    if (!relief) throw new Error('no relief');
    const folded = study(stockTire('corvane-halder', 60), {
      ...halder,
      reliefs: [{ axle: 'front', obstacle: 'pinch-seam', relief: relief.relief.code }],
    });
    // a check and a study look on grids of their own
    expect(
      Math.abs(folded.obstacles.find((o) => o.kind === 'pinch-seam')!.used.clearanceMm - relief.afterMm),
    ).toBeLessThan(1.2);
    expect(seam.liftHelps).toBe(true);
    const [lift] = seam.cures.flatMap((c) => (c.by === 'lift' ? [c] : []));
    expect(lift!.moreMm).toBeGreaterThan(1);
    const [smaller] = seam.cures.flatMap((c) => (c.by === 'smaller' ? [c] : []));
    const [small] = checked(halder, [{ ...stockTire('corvane-halder'), diameterMm: smaller!.diameterMm }]);
    expect(small!.rubbing).not.toContain('pinch-seam');
  });
  it('more reliefs never ask for more lift, and what rides on an arm is not helped by any', () => {
    const lift = (set: string) => s.lifts.find((l) => l.set === set)!.liftMm ?? Infinity;
    expect(lift('all')).toBeLessThanOrEqual(lift('reversible'));
    expect(lift('reversible')).toBeLessThanOrEqual(lift('none'));
    expect(s.obstacles.find((o) => o.kind === 'upper-arm')!.liftHelps).toBe(false);
  });
  it('a relief that takes the obstacle off takes it off the list', () => {
    const off = study(stockTire('corvane-halder', 60), {
      ...halder,
      reliefs: [{ axle: 'front', obstacle: 'flap', relief: 'remove-flap' }],
    });
    expect(off.obstacles.some((o) => o.kind === 'flap')).toBe(false);
    expect(s.obstacles.some((o) => o.kind === 'flap')).toBe(true);
  });
  it('stops take travel and lock, and clearance with it never falls', () => {
    const stopped = study(stockTire('corvane-halder', 60), {
      ...halder,
      reliefs: [
        { axle: 'front', obstacle: null, relief: 'stop-25' },
        { axle: 'front', obstacle: null, relief: 'lock-10' },
      ],
    });
    expect(stopped.ends.topMm).toBeCloseTo(s.ends.topMm - 25, 6);
    expect(stopped.ends.lock).toBeCloseTo(s.ends.lock * 0.9, 6);
    const worst = (x: typeof s) => Math.min(...x.obstacles.map((o) => o.toStop.clearanceMm));
    expect(worst(stopped)).toBeGreaterThanOrEqual(worst(s));
  });
  it('the largest tyre clears and the frontier falls with width', () => {
    expect(
      study({ ...stockTire('corvane-halder'), sectionMm: s.tire.sectionMm, diameterMm: s.largestMm! - 1 })
        .obstacles[0]!.verdict,
    ).toBe('clear');
    const diameters = s.frontier.map((p) => p.diameterMm ?? 0);
    diameters.slice(1).forEach((d, i) => {
      expect(d).toBeLessThanOrEqual(diameters[i]! + 0.5);
    });
    // lift lets a bigger tyre in; where more droop brings an arm too near for the width, no diameter helps
    for (const c of s.byLift) {
      const some = c.points.flatMap((p) => p.diameterMm ?? []);
      expect(some.length).toBeGreaterThan(0);
      some.slice(1).forEach((d, i) => {
        expect(d).toBeGreaterThanOrEqual(some[i]! - 0.5);
      });
    }
  });
  it('tells a coarse map first, and can be left at any step', () => {
    const steps = rubStudy({ ...halder, tire: stockTire('corvane-halder', 60) });
    const told: RubProgress[] = [];
    for (let step = steps.next(); !step.done && told.length < 14; step = steps.next()) told.push(step.value);
    expect(told[0]).toMatchObject({ stage: 'coarse', done: 1 });
    const first = told.find((p) => p.soFar)!;
    expect(first.soFar!.map.grid.zMm.length).toBeLessThan(41);
    expect(first.soFar!.complete).toBe(false);
  });
  it('a body lift moves what stands on the body away, and nothing that stands on the frame', () => {
    const of = (planned: RubAxleInput['planned']) => {
      const [c] = checked({ ...halder, planned }, [stockTire('corvane-halder', 40)]);
      return c!;
    };
    const part = catalogue.parts.find((p) => p.code === 'IW-81')!;
    expect(of([{ part, quantity: 1 }]).nearestToStop.toStop.clearanceMm).toBeGreaterThan(
      of([]).nearestToStop.toStop.clearanceMm,
    );
  });
});

describe('poses of the map', () => {
  it.each([
    ['corvane-halder', 'front', { zMm: 30, across: 40 }],
    ['mettrick-fell', 'front', { zMm: 30, across: 25 }],
    ['mettrick-fell', 'rear', { zMm: 40, across: -60 }],
    ['sarnby-courser', 'front', { zMm: -20, across: -40 }],
    ['mettrick-cairn', 'rear', { zMm: 10, across: 10 }],
  ] as const)('%s %s: the drawing’s nearest point is the map’s figure', (code, axle, at) => {
    const input = plainRubInput(code, axle);
    const a = rubAxle(input);
    if (!a.ok) throw new Error('no axle');
    const w = mountedBody(stockTire(code, 20), input.vehicle.platform, 0);
    const pose = rubPose(a.value, w, at);
    if (!pose.ok) throw new Error(JSON.stringify(pose.fault));
    expect(pose.value.obstacles).toHaveLength(a.value.obstacles.length);
    expect(pose.value.obstacles.map((o) => o.clearanceMm)).toContain(pose.value.nearest.clearanceMm);
    expect(pose.value.linkage.wheels[0]!.centre[2]).toBeGreaterThan(100);
    expect([...pose.value.nearest.at].every(Number.isFinite)).toBe(true);
  });
  it.each(both)('%s %s: in every cell the drawing is of the state that decides it', (code, axle) => {
    const input = plainRubInput(code, axle);
    const a = ok(rubAxle(input));
    const w = mountedBody(stockTire(code, 60), input.vehicle.platform, 0);
    const table = ok(axleTable(a, 5, 5));
    const moves = (k: number) => !table.constant[k];
    const { clearanceMm: cells, grid } = readMap(table, w, moves);
    let looked = 0;
    grid.zMm.forEach((zMm, i) => {
      grid.across.forEach((across, j) => {
        const mm = cells[i]![j] ?? null;
        const pose = rubPose(a, w, { zMm, across });
        if (mm === null || !pose.ok) return;
        looked++;
        expect(Math.abs(pose.value.nearest.clearanceMm - mm)).toBeLessThan(0.05);
        // where it is drawn it is as near as is said
        const [wheel] = pose.value.linkage.wheels;
        const middle = add(wheel!.centre, scale(wheel!.axis, w.outboardMm));
        if (mm > 0)
          expect(Math.abs(clearanceMm(w.tire, middle, wheel!.axis, pose.value.nearest.at) - mm)).toBeLessThan(
            0.05,
          );
      });
    });
    expect(looked).toBeGreaterThan(3);
  });
  it('a pose beyond the reach says which member ends it', () => {
    const a = rubAxle(halder);
    if (!a.ok) throw new Error('no axle');
    const w = mountedBody(stockTire('corvane-halder'), halder.vehicle.platform, 0);
    expect(rubPose(a.value, w, { zMm: -400, across: 0 })).toMatchObject({
      ok: false,
      fault: { code: 'out-of-reach' },
    });
  });
});

describe('a job with its tyre', () => {
  it('a plan that is too low says the lift, one that is high enough says which relief', () => {
    const job = demoJob('hut-warden');
    const a = assess(job, catalogue, settings);
    const found = a.needs.find((n) => n.finding.code === 'tire-clearance');
    expect(found?.verdict).toBe('needs');
    expect(found?.figure?.because.length).toBeGreaterThan(2);
    const input: RubStudyInput = {
      vehicle: a.vehicle!,
      axle: 'front',
      brief: job.brief,
      accessories: job.vehicle.accessories,
      fitted: a.fitted,
      planned: afterBuild(a.fitted, a.chosen),
      reliefs: [],
      catalogue,
      tire: studiedTire(a.tires.check!.front.target, 'x'),
    };
    const s = study(input.tire, input);
    expect(s.obstacles[0]!.used.clearanceMm).toBeCloseTo(a.clearance.front!.nearest.used.clearanceMm, 0);
    expect(s.marginMm).toBe(25);
  });
  it('candidates are answered with the same rows as the wanted size', () => {
    const a = assess(demoJob('hut-warden'), catalogue, settings);
    expect(a.candidates.length).toBe(demoJob('hut-warden').tire.candidates.length);
    for (const c of a.candidates)
      expect(c.reading.check!.front.figures.diameter.target.value).toBeGreaterThan(700);
  });
  it('a structural relief is refused, and one that stays is refused where all must come off again', () => {
    const job = demoJob('hut-warden');
    const reliefs: ReliefChoice[] = [
      { axle: 'front', obstacle: 'body-mount', relief: 'trim-mount' },
      { axle: 'front', obstacle: 'flap', relief: 'trim-flap' },
    ];
    const codes = (j: typeof job) => assess(j, catalogue, settings).needs.map((n) => n.finding.code);
    expect(codes({ ...job, tire: { ...job.tire, reliefs } })).toContain('structural-relief');
    expect(
      codes({ ...job, brief: { ...job.brief, reversibleOnly: true }, tire: { ...job.tire, reliefs } }),
    ).toContain('not-reversible');
  });
  const rearOf = (size: string) => ({
    size,
    tireCode: null,
    wheelCode: null,
    wheelWidthIn: null,
    wheelOffsetMm: null,
    loadIndex: null,
  });
  it('a rear tyre of another size is refused, and a slip-over spacer that leaves too little thread', () => {
    const job = demoJob('hut-warden');
    const rear = { ...job, tire: { ...job.tire, rear: rearOf('265/70R17 115T') } };
    expect(
      assess(rear, catalogue, settings).needs.find((n) => n.finding.code === 'front-rear-mismatch')?.verdict,
    ).toBe('no');
    const bad = { ...job, tire: { ...job.tire, rear: rearOf('265/7') } };
    expect(assess(bad, catalogue, settings).tires.rearFault).not.toBeNull();
    const spaced = plainJob('corvane-halder', ['LW-S25']);
    expect(assess(spaced, catalogue, settings).needs.map((n) => n.finding.code)).toEqual(
      expect.arrayContaining(['place-limit', 'stud-cut']),
    );
  });
  it('a hose that a longer travel leaves too short blocks the plan and names its cure', () => {
    const job = plainJob('corvane-halder');
    const short = {
      ...catalogue,
      platforms: catalogue.platforms.map((p) =>
        p.code === 'corvane-halder'
          ? {
              ...p,
              front: { ...p.front, hoses: p.front.hoses.map((h) => ({ ...h, freeMm: h.freeMm - 40 })) },
            }
          : p,
      ),
    };
    const need = assess(job, short, settings).needs.find((n) => n.finding.code === 'hose-short');
    expect(need?.verdict).toBe('needs');
    const c = planCase(
      job,
      { ...vehicleOf(job), platform: short.platforms.find((p) => p.code === 'corvane-halder')! },
      short,
      settings,
    );
    const cured = curesOf(c).find((x) => x.key === needKey(need!));
    expect(cured!.cures.length).toBeGreaterThan(0);
    for (const x of cured!.cures) expect(x.after!.value).toBeGreaterThanOrEqual(0);
  });
});
