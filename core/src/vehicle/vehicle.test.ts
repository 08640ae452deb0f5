import {
  addedWheelLoadsN,
  afterBuild,
  studiedTire,
  axlesMeet,
  effectsOfKind,
  effectsOn,
  emptyChange,
  G_M_PER_S2,
  isAxleEffect,
  loadMasses,
  loadOn,
  namesLoad,
  onAxle,
  onceByCode,
  partName,
  partsOfJob,
  shakenHardpoints,
  spacersMm,
  stockCase,
  travelLimits,
  vehicleAxle,
  type Axle,
  type FittedPart,
  type JobSections,
  type KnownVehicle,
  type Part,
  type PartEffect,
  listed as listedAs,
} from '..';
import { catalogue, partOf, plainJob, platformOf, vehicleOf } from '../testing/demo-world';

const HALDER = 'corvane-halder';
const job = plainJob(HALDER);
const vehicle: KnownVehicle = vehicleOf(job);
const { platform } = vehicle;
const fitted = (code: string, quantity = 1): FittedPart => ({ part: partOf(code), quantity });
const made = (p: Partial<Part>, quantity = 1): FittedPart => ({
  part: { ...partOf('TL-2810'), ...p },
  quantity,
});
const of = (axle: Part['axle'], ...effects: PartEffect[]) => made({ code: `M-${axle}`, axle, effects });
const listed = (codes: readonly string[], of: JobSections = job): JobSections => ({
  ...of,
  build: {
    ...of.build,
    items: codes.map((code, i) =>
      listedAs(
        `i${i}`,
        catalogue.kits.some((k) => k.code === code) || code.startsWith('K-GONE') ? 'kit' : 'part',
        code,
      ),
    ),
  },
});
const already = (changes: Partial<JobSections['vehicle']['changes'][number]>[]): JobSections => ({
  ...job,
  vehicle: {
    ...job.vehicle,
    changes: changes.map((c, i) => ({
      ...emptyChange(`c${i}`),
      what: 'old lift',
      ...c,
    })),
  },
});

describe('parts on axles', () => {
  it('a part for both axles is on each, and meets whatever is on either', () => {
    const on = (axle: Part['axle']) => (['front', 'rear'] as const).filter((a) => onAxle({ axle }, a));
    expect([on('front'), on('rear'), on('both')]).toEqual([['front'], ['rear'], ['front', 'rear']]);
    const meets = (a: Part['axle'], b: Part['axle']) => axlesMeet({ axle: a }, { axle: b });
    expect([meets('front', 'front'), meets('front', 'both'), meets('both', 'rear')]).toEqual([
      true,
      true,
      true,
    ]);
    expect([meets('front', 'rear'), meets('rear', 'front')]).toEqual([false, false]);
  });
  it('effects are those of the axle and of the kind, in the order of the parts', () => {
    const parts = [
      of('front', { kind: 'mass', massKg: 40, place: 'bonnet' }, { kind: 'top-spacer', thicknessMm: 10 }),
      of('rear', { kind: 'wheel-spacer', thicknessMm: 20, ownStuds: true }),
      of(
        'both',
        { kind: 'wheel-spacer', thicknessMm: 5, ownStuds: true },
        { kind: 'coil-spacer', thicknessMm: 7 },
      ),
    ];
    expect(effectsOn(parts, 'front').map((e) => e.kind)).toEqual(['top-spacer', 'coil-spacer']);
    expect(effectsOn(parts, 'rear').map((e) => e.kind)).toEqual(['coil-spacer']);
    expect(effectsOfKind(parts, 'rear', 'wheel-spacer').map((e) => e.thicknessMm)).toEqual([20, 5]);
    expect([spacersMm(parts, 'front'), spacersMm(parts, 'rear')]).toEqual([5, 25]);
  });
  it('what stands beside the axle leaves linkage, springs and stops alone', () => {
    const kinds = [...new Set(catalogue.parts.flatMap((p) => p.effects))];
    const beside = [...new Set(kinds.filter((e) => !isAxleEffect(e)).map((e) => e.kind))].sort();
    const known = [
      'alignment-range',
      'axle-ratio',
      'bar-link',
      'bar-mount',
      'carrier-bearing',
      'damper',
      'hose',
      'mass',
      'shaft-flange',
      'spare-carrier',
      'wheel-spacer',
    ];
    expect(beside).toEqual(known.filter((k) => kinds.some((e) => e.kind === k)));
    expect(kinds.filter(isAxleEffect).length).toBeGreaterThan(10);
    for (const e of kinds.filter((x) => !isAxleEffect(x)))
      expect(effectsOn([made({ axle: 'front', effects: [e] })], 'front')).toEqual([]);
  });
  it('a list means the same however it is written', () => {
    const list = [fitted('TL-2835'), fitted('IW-55'), fitted('TL-2810')];
    expect(onceByCode([...list, ...list]).map((p) => p.part.code)).toEqual(['IW-55', 'TL-2810', 'TL-2835']);
    expect(onceByCode([...list].reverse())).toEqual(onceByCode(list));
    expect(partName(partOf('IW-55'))).toMatch(/^Ironwold .* \(IW-55\)$/);
  });
});

describe('what is on the vehicle after the build', () => {
  const after = (was: FittedPart, ...chosen: FittedPart[]) =>
    afterBuild([was], chosen).map((f) => f.part.code);
  const coil = made({ code: 'OLD', family: 'coil', axle: 'front' });
  it('a part goes when one comes into its place on its axle', () => {
    expect(after(coil, made({ code: 'NEW', family: 'coil', axle: 'front' }))).toEqual(['NEW']);
    expect(after(coil, made({ code: 'NEW', family: 'coil', axle: 'rear' }))).toEqual(['OLD', 'NEW']);
    expect(after(coil, made({ code: 'NEW', family: 'damper', axle: 'front' }))).toEqual(['OLD', 'NEW']);
    expect(after(coil)).toEqual(['OLD']);
  });
  it('a whole strut takes spring, damper and preload with it, and what may be many stays', () => {
    const strut = made({ code: 'STRUT', family: 'adjustable-strut', axle: 'front' });
    for (const family of ['coil', 'damper', 'preload-spacer'] as const)
      expect(after(made({ code: 'OLD', family, axle: 'front' }), strut)).toEqual(['STRUT']);
    const winch = made({ code: 'OLD', family: 'accessory', axle: 'front' });
    expect(after(winch, made({ code: 'NEW', family: 'accessory', axle: 'front' }))).toEqual(['OLD', 'NEW']);
  });
  it('one of several that comes in is enough', () => {
    const others = [
      made({ code: 'A', family: 'damper' }),
      made({ code: 'B', family: 'coil', axle: 'front' }),
    ];
    expect(after(coil, ...others)).toEqual(['A', 'B']);
  });
});

describe('the parts of a job', () => {
  const read = (j: JobSections, v: KnownVehicle | null = vehicle) => partsOfJob(j, catalogue, v);
  it('opens kits, tells what is in it twice and what the catalogue has lost', () => {
    const kit = catalogue.kits.find((k) => k.code === 'TL-K28')!;
    const codes = [...kit.parts.map((p) => p.part)].sort();
    const whole = read(listed(['TL-K28']));
    expect(whole.chosen.map((p) => p.part.code)).toEqual(codes);
    expect(whole.repeated).toEqual([]);
    const twice = read(listed(['TL-K28', 'TL-2810', 'GONE', 'K-GONE', 'GONE']));
    expect(twice.chosen.map((p) => p.part.code)).toEqual([...new Set([...codes, 'TL-2810'])].sort());
    expect(twice.repeated.map((p) => p.code)).toEqual(['TL-2810']);
    expect(twice.unknown).toEqual(['GONE', 'K-GONE']);
    expect(read(listed(['TL-2810', 'TL-2810'])).repeated).toEqual([]);
  });
  it('takes a count as it is, a kit times its own, and of two the larger', () => {
    const count = (j: JobSections) => read(j).chosen.find((p) => p.part.code === 'TL-2810')!.quantity;
    const times = (n: number, j: JobSections): JobSections => ({
      ...j,
      build: { ...j.build, items: j.build.items.map((i, k) => (k === 0 ? { ...i, quantity: n } : i)) },
    });
    expect(count(times(3, listed(['TL-2810'])))).toBe(3);
    expect(count(times(2, listed(['TL-K28'])))).toBe(
      2 * catalogue.kits.find((k) => k.code === 'TL-K28')!.parts.find((p) => p.part === 'TL-2810')!.quantity,
    );
    expect(count(times(4, listed(['TL-2810', 'TL-K28'])))).toBe(4);
    expect(count(times(4, listed(['TL-K28', 'TL-2810'])))).toBe(4);
  });
  it('knows what is on it already: a part by its code, an old lift by the height that it stands for', () => {
    expect(read(already([{ part: 'TL-2810' }])).fitted).toEqual([fitted('TL-2810')]);
    expect(read(already([{ part: 'GONE' }]))).toMatchObject({ fitted: [], unknown: ['GONE'] });
    const [lift] = read(already([{ axle: 'rear', liftMm: 40 }])).fitted;
    expect(lift).toMatchObject({
      quantity: 1,
      part: {
        code: 'on-it-c0',
        name: 'old lift',
        family: 'preload-spacer',
        axle: 'rear',
        claimOnly: true,
        priceMinor: 0,
        applications: [],
        requires: [],
        excludes: [],
        structural: false,
        reversible: true,
      },
    });
    const stands = vehicleAxle({ vehicle, axle: 'rear', brief: job.brief, accessories: [], fitted: [lift!] });
    const height = stands.today.height();
    expect(height.ok && -height.value.zMm).toBeCloseTo(40, 3);
    for (const change of [
      { axle: 'rear' as const },
      { liftMm: 40 },
      { axle: 'rear' as const, liftMm: 0 },
      { axle: 'front' as const, liftMm: 4000 },
    ])
      expect(read(already([change])).fitted).toEqual([]);
    expect(read(already([{ axle: 'rear', liftMm: 40 }]), null).fitted).toEqual([]);
  });
});

describe('loads', () => {
  const input = (axle: Axle, more: object = {}) => ({
    vehicle,
    axle,
    brief: { payloadKg: null, tongueKg: null },
    accessories: [],
    ...more,
  });
  it('an empty vehicle carries what its variant weighs', () => {
    for (const axle of ['front', 'rear'] as const) {
      const { stockLoadN, variantKg } = stockCase(vehicle, axle);
      const kg = platform[axle].curbKg + variantKg;
      const { ratedKg } = platform[axle];
      expect(loadOn(input(axle), [])).toEqual({
        emptyN: stockLoadN,
        loadedN: stockLoadN,
        ratedN: stockLoadN + ((ratedKg - kg) * 9.80665) / 2,
        emptyKg: kg,
        loadedKg: kg,
        ratedKg,
      });
    }
  });
  it('masses bear by moments: accessories and parts always, payload and tongue only loaded', () => {
    const winch = of('front', { kind: 'mass', massKg: 50, place: 'front-bumper' });
    const at = (place: 'front-bumper' | 'roof' | 'load-bed' | 'hitch', massKg: number) =>
      addedWheelLoadsN([{ massKg, xMm: platform.places[place] }], platform.wheelbaseMm);
    const bare = loadOn(input('front'), []);
    const twice = loadOn(input('front'), [{ ...winch, quantity: 2 }]);
    expect(twice.emptyN - bare.emptyN).toBeCloseTo(at('front-bumper', 100).frontN, 9);
    expect(twice.emptyKg - bare.emptyKg).toBeCloseTo((2 * at('front-bumper', 100).frontN) / G_M_PER_S2, 9);
    const roof = input('rear', {
      accessories: [
        { id: 'a', what: 'tent', massKg: 60, place: 'roof', addsHeightMm: null },
        { id: 'b', what: 'rack', massKg: null, place: 'roof', addsHeightMm: null },
      ],
      brief: { payloadKg: 200, tongueKg: 80 },
    });
    const was = loadOn(input('rear'), []);
    const is = loadOn(roof, []);
    expect(is.emptyN - was.emptyN).toBeCloseTo(at('roof', 60).rearN, 9);
    expect(is.loadedN - is.emptyN).toBeCloseTo(at('load-bed', 200).rearN + at('hitch', 80).rearN, 9);
    expect(is.loadedKg - is.emptyKg).toBeCloseTo((2 * (is.loadedN - is.emptyN)) / G_M_PER_S2, 9);
  });
  it('a brief names a load when either is more than nothing', () => {
    const names = (payloadKg: number | null, tongueKg: number | null) => namesLoad({ payloadKg, tongueKg });
    expect([names(1, null), names(null, 1), names(5, 5)]).toEqual([true, true, true]);
    expect([names(null, null), names(0, null), names(null, 0), names(0, 0)]).toEqual([
      false,
      false,
      false,
      false,
    ]);
    expect(loadMasses(platform, { payloadKg: null, tongueKg: 30 })).toEqual([
      { massKg: 0, xMm: platform.places['load-bed'] },
      { massKg: 30, xMm: platform.places.hitch },
    ]);
  });
});

describe('the stock axle of a variant', () => {
  const bare = { ...vehicle, variant: {} };
  const diesel = { ...vehicle, variant: { engine: 'diesel' } };
  it('weighs and springs as its answers say, front and rear each by its own', () => {
    expect(stockCase(bare, 'front')).toMatchObject({
      variantKg: 0,
      rateNPerMm: platform.front.springRateNPerMm,
      stockLoadN: platform.front.sprungLoadN,
    });
    expect(stockCase(diesel, 'front')).toMatchObject({
      variantKg: 45,
      rateNPerMm: 111,
      stockLoadN: platform.front.sprungLoadN + (45 * G_M_PER_S2) / 2,
    });
    expect(stockCase(diesel, 'rear')).toMatchObject({
      variantKg: 0,
      rateNPerMm: platform.rear.springRateNPerMm,
    });
    const crew = { ...vehicle, variant: { cab: 'crew', engine: 'diesel' } };
    expect([stockCase(crew, 'front').variantKg, stockCase(crew, 'rear').variantKg]).toEqual([65, 60]);
  });
  it('has the travel of its dampers and joints, and of longer ones as much more', () => {
    const prepared = vehicleAxle({ vehicle, axle: 'front', brief: job.brief, accessories: [], fitted: [] });
    const stock = prepared.prepared.stock.model;
    const { limits, cv } = platform.front;
    const was = travelLimits(platform.front, stock, prepared.today.state.setup);
    expect(was).toMatchObject({
      damper: limits.damper,
      cvExtremeDeg: cv!.extremeDeg,
      plungeMm: cv!.plungeMm,
      ballSwingDeg: { upper: limits.ballSwingDeg, lower: limits.ballSwingDeg },
    });
    expect([was.stopMm, was.solidMm]).toEqual([limits.stopMm, limits.solidMm]);
    const longer = prepared
      .with([of('front', { kind: 'damper-length', extendedMm: 30, compressedMm: 12 })])
      .limits();
    expect(longer.damper).toEqual({
      extendedMm: limits.damper!.extendedMm + 30,
      compressedMm: limits.damper!.compressedMm + 12,
    });
    const lower = prepared.with([of('front', { kind: 'bump-stop', lowerMm: 20 })]).limits();
    expect(lower.stopMm).toBeCloseTo(limits.stopMm - 20, 9);
    const bareSpec = { ...platform.front, cv: null, limits: { ...limits, damper: null } };
    expect(travelLimits(bareSpec, stock, prepared.today.state.setup)).toMatchObject({
      damper: null,
      cvExtremeDeg: null,
      plungeMm: null,
    });
  });
  it('is shaken point by point, sideways and up, both sides of a beam alike, and only where it counts', () => {
    const wishbone = platform.front.hardpoints;
    const moved = (h: typeof wishbone, to: typeof wishbone) =>
      Object.keys(h.points).flatMap((n) => {
        const [a, b] = [h, to].map((x) => (x.points as unknown as Record<string, readonly number[]>)[n]!);
        const by = a!.map((v, i) => b![i]! - v);
        return by.some((v) => v !== 0) ? [[n, ...by] as const] : [];
      });
    const front = shakenHardpoints(wishbone, 2, true).map((h) => moved(wishbone, h));
    expect(front.slice(0, 3)).toEqual([
      [['lowerFront', 2, 0, 0]],
      [['lowerFront', 0, 2, 0]],
      [['lowerFront', 0, 0, 2]],
    ]);
    const names = (of: typeof front) => [...new Set(of.map((f) => f[0]![0]))];
    expect(names(front)).not.toContain('tieInner');
    expect(names(shakenHardpoints(wishbone, 2, false).map((h) => moved(wishbone, h)))).toContain('tieInner');
    const beam = platform.rear.hardpoints;
    const rear = shakenHardpoints(beam, 2, true).map((h) => moved(beam, h));
    expect(rear).toContainEqual([
      ['springLeftTop', 0, 2, 0],
      ['springRightTop', 0, -2, 0],
    ]);
    expect(rear).toContainEqual([
      ['springLeftTop', 0, 0, 2],
      ['springRightTop', 0, 0, 2],
    ]);
  });
});

describe('an axle that is prepared', () => {
  const axle = (codes: readonly string[] = []) =>
    vehicleAxle({
      vehicle,
      axle: 'front',
      brief: { payloadKg: 300, tongueKg: null },
      accessories: [],
      fitted: codes.map((c) => fitted(c)),
    });
  it('stands today with what is on it, and any plan under its own load', () => {
    const a = axle(['TL-2810']);
    const [today, plain] = [a.today.height(), axle().today.height()];
    expect(today.ok && plain.ok && plain.value.zMm - today.value.zMm).toBeGreaterThan(30);
    expect(a.today.parts.map((f) => f.part.code)).toEqual(['TL-2810']);
    const plan = a.with([fitted('IW-700')]);
    expect(plan.load.emptyN).toBeGreaterThan(a.today.load.emptyN);
    const [empty, loaded] = [plan.height(), plan.loaded()];
    expect(empty.ok && loaded.ok && loaded.value.zMm > empty.value.zMm).toBe(true);
  });
  it('names a state by what it does and by its load, and keeps what is dear under a name', () => {
    const a = axle();
    expect(a.with([fitted('TL-2810')]).key).toBe(a.with([fitted('TL-2810')]).key);
    expect(a.with([fitted('TL-2810')]).key).not.toBe(a.with([fitted('TL-2838')]).key);
    expect(a.with([fitted('IW-700')]).key).not.toBe(a.with([]).key);
    let made = 0;
    const ask = (name: string) => a.memo(name, () => ++made);
    expect([ask('x'), ask('x'), ask('y'), ask('x')]).toEqual([1, 1, 2, 1]);
    // kept is bounded, and what is used stays longest
    for (let i = 0; i < 400; i++) {
      ask(`n${i}`);
      ask('x');
    }
    expect(ask('x')).toBe(1);
    expect(ask('y')).toBeGreaterThan(2);
    expect(a.shaken('heights')).toBe(a.shaken('heights'));
    // each coordinate of each point that a height stands on
    expect(a.shaken('heights').length % 3).toBe(0);
    expect(a.shaken('all').length).toBeGreaterThan(a.shaken('heights').length);
  });
  it('walks its travel from the height at which it stands', () => {
    const plan = axle().with([fitted('TL-2810')]);
    const [room, ends] = [plan.travel()!.room()!, plan.travel()!.ends(plan.limits().solidMm)!];
    const height = plan.height();
    const zMm = height.ok ? height.value.zMm : NaN;
    expect(zMm - ends.bottomMm).toBeCloseTo(room.droopMm, 9);
    expect(ends.topMm - zMm).toBeGreaterThan(room.bumpMm);
    expect(
      axle()
        .with([of('front', { kind: 'preload-spacer', thicknessMm: 900 })])
        .travel(),
    ).toBeNull();
  });
});

it('a mounted tyre is asked about with its own sizes, measured or not, mud or not', () => {
  const tire = catalogue.tires.find((t) => t.measuredDiameterMm != null) ?? {
    ...catalogue.tires[0]!,
    measuredDiameterMm: 830,
  };
  const side = {
    axle: 'front',
    size: { rimIn: 17 },
    item: tire,
    rimWidthIn: 8,
    offsetMm: 12,
    state: { sectionOnRimMm: 290, diameterMm: 831 },
  } as unknown as Parameters<typeof studiedTire>[0];
  const asked = {
    label: 'x',
    sectionMm: 290,
    diameterMm: 831,
    measured: true,
    rimIn: 17,
    rimWidthIn: 8,
    offsetMm: 12,
  };
  expect(studiedTire({ ...side, item: { ...tire, tread: 'mud' } }, 'x')).toEqual({ ...asked, mud: true });
  expect(
    studiedTire({ ...side, item: { ...tire, tread: 'all-terrain', measuredDiameterMm: null } }, 'x'),
  ).toEqual({ ...asked, mud: false, measured: false });
  expect(studiedTire({ ...side, item: null }, 'x')).toEqual({ ...asked, mud: false, measured: false });
  expect(platformOf(HALDER)).toBe(platform);
});
