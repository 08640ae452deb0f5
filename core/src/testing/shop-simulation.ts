import {
  add,
  AXLES,
  angleDoubtDeg,
  axleFigures,
  cardanPair,
  checkTable,
  clearanceDoubtMm,
  DOUBTS,
  forecastAxle,
  heightDoubtMm,
  insideRim,
  isAxleEffect,
  memoized,
  leastOver,
  LIFT_SOURCES,
  mountedBody,
  preloadToStandMm,
  prepareAxle,
  propshaftAt,
  rubAxle,
  rubChecks,
  spacersMm,
  tireToleranceMm,
  vehicleAxle,
  wheelFigures,
  type Axle,
  type AxleEffect,
  type AxleSpec,
  type Catalogue,
  type Hardpoints,
  type KnownVehicle,
  type Part,
  type Platform,
  type Pose,
  type RubAxleInput,
  type SuspensionModel,
  type TireAsked,
  type Vec3,
} from '..';

/** Shops whose hidden truth is drawn from the doubts that a forecast says: how often does the truth lie inside what was told? */
export const RANGE_FIGURES = ['height', 'camber', 'caster', 'shaft', 'clearance'] as const;
export type RangeFigure = (typeof RANGE_FIGURES)[number];
export interface Coverage {
  readonly platform: string;
  readonly axle: Axle;
  readonly part: string;
  readonly family: Part['family'];
  /** share of shops in which the truth lay inside, and the half-width that was told, in the figure's unit; not there: no such figure */
  readonly held: Readonly<
    Partial<Record<RangeFigure, { readonly share: number; readonly plusMinus: number }>>
  >;
}
/** Standard normal numbers from a seed (mulberry32, Box–Muller): the same in every run. */
export function normalFrom(seed: number): () => number {
  let a = seed >>> 0;
  const uniform = () => {
    a = (a + 0x6d2b79f5) >>> 0;
    let t = a;
    t = Math.imul(t ^ (t >>> 15), t | 1);
    t ^= t + Math.imul(t ^ (t >>> 7), t | 61);
    return ((t ^ (t >>> 14)) >>> 0) / 4294967296;
  };
  return () => Math.sqrt(-2 * Math.log(1 - uniform())) * Math.cos(2 * Math.PI * uniform());
}
/** a doubt is a 90 % half-width */
const SIGMAS = 1.645;

type Draw = (doubt: number) => number;
/** Hardpoints as they really are: each coordinate drawn, both sides alike. */
function trueHardpoints(h: Hardpoints, mm: number, draw: Draw): Hardpoints {
  const drawn = new Map<string, Vec3>();
  const by = (name: string): Vec3 => {
    const key = name.replace(/Right/, 'Left');
    const had = drawn.get(key) ?? [draw(mm), draw(mm), draw(mm)];
    drawn.set(key, had);
    return name.includes('Right') ? [had[0], -had[1], had[2]] : had;
  };
  const moved = (name: string, p: Vec3): Vec3 => {
    const d = by(name);
    return [p[0] + d[0], p[1] + d[1], p[2] + d[2]];
  };
  const all = (points: Readonly<Record<string, Vec3>>) =>
    Object.fromEntries(Object.entries(points).map(([n, p]) => [n, moved(n, p)]));
  return {
    ...h,
    points: all(h.points as unknown as Readonly<Record<string, Vec3>>),
    ...('links' in h
      ? {
          links: h.links.map((l) => ({
            ...l,
            body: moved(`${l.name} body`, l.body),
            knuckle: moved(`${l.name} knuckle`, l.knuckle),
          })),
        }
      : {}),
    ...('steering' in h && h.steering
      ? {
          steering: {
            ...h.steering,
            points: all(h.steering.points),
          },
        }
      : {}),
  } as unknown as Hardpoints;
}
function trueEffect(e: AxleEffect, leaf: boolean, draw: Draw): AxleEffect {
  const { thicknessMm, leafRateShare, coilRateShare, leafArchMm, freeLengthMm } = DOUBTS;
  const rate = 1 + draw(leaf ? leafRateShare : coilRateShare);
  switch (e.kind) {
    case 'top-spacer':
    case 'coil-spacer':
    case 'preload-spacer':
      return { ...e, thicknessMm: e.thicknessMm + draw(thicknessMm) };
    case 'lift-block':
      return { ...e, heightMm: e.heightMm + draw(thicknessMm) };
    case 'shackle':
      return { ...e, longerMm: e.longerMm + draw(thicknessMm) };
    case 'relocation':
    case 'subframe-drop':
      return { ...e, dropMm: e.dropMm + draw(thicknessMm) };
    case 'spindle':
      return { ...e, offsetMm: [e.offsetMm[0], e.offsetMm[1], e.offsetMm[2] + draw(thicknessMm)] };
    case 'spring':
      return {
        ...e,
        rateNPerMm: e.rateNPerMm * rate,
        table: e.table?.map(([x, f]) => [x, f * rate] as const),
        freeLengthDeltaMm: e.freeLengthDeltaMm + draw(leaf ? leafArchMm : freeLengthMm),
      };
    case 'add-a-leaf':
      return {
        ...e,
        rateNPerMm: e.rateNPerMm * (1 + draw(leafRateShare)),
        archMm: e.archMm + draw(leafArchMm),
      };
    default:
      return e;
  }
}
const sourceParts = (c: Catalogue, platform: string, axle: Axle): readonly Part[] => {
  const own = c.parts.filter(
    (p) =>
      p.axle === axle &&
      LIFT_SOURCES.includes(p.family) &&
      p.effects.some(isAxleEffect) &&
      p.applications.some((a) => a.platform === platform),
  );
  // one of each family
  return own.filter((p, i) => own.findIndex((q) => q.family === p.family) === i);
};
const NO_BRIEF = { payloadKg: null, tongueKg: null } as const;
const PLAIN_BRIEF = {
  ...NO_BRIEF,
  chains: false,
  usage: { highway: 60, gravel: 40, rock: 0, mud: 0, snow: 0, sand: 0, tow: 0, load: 0, looks: 0 },
} as unknown as RubAxleInput['brief'];
const fitted = (part: Part) => [{ part, quantity: 1 }];
const CASTER = (model: SuspensionModel, pose: Pose): number | null =>
  model.beam ? axleFigures(model, pose).casterLeftDeg : wheelFigures(model, pose).casterDeg;
const CAMBER = (model: SuspensionModel, pose: Pose): number | null =>
  model.beam ? null : wheelFigures(model, pose).camberDeg;
function bendAtAxleDeg(lies: NonNullable<AxleSpec['propshaft']>, pose: Pose): number {
  const { shaft, pinion } = propshaftAt(lies, pose);
  return cardanPair(lies.flange, shaft, pinion, 1000).secondDeg;
}
/** Bend of the outer joint of a half shaft, or of the joint at the axle of a propshaft. */
const shaftOf =
  (spec: AxleSpec) =>
  (model: SuspensionModel, pose: Pose): number | null =>
    model.beam
      ? spec.propshaft && bendAtAxleDeg(spec.propshaft, pose)
      : spec.cv && (wheelFigures(model, pose).cvOuterDeg ?? null);

interface Told {
  readonly value: number;
  readonly plusMinus: number;
}
/** What the product says of a vehicle whose tape reads this much over stock. */
function told(
  vehicle: KnownVehicle,
  axle: Axle,
  part: Part | null,
  tapedMm: number,
): Readonly<Partial<Record<RangeFigure, Told>>> | null {
  const v = vehicleAxle({ vehicle, axle, brief: NO_BRIEF, accessories: [], fitted: [], tapedMm });
  const parts = part ? fitted(part) : [];
  const plan = v.with(parts);
  const f = forecastAxle(v, plan, parts);
  if (!f.ok) return null;
  const { lift, planned } = f.value;
  const angle = (of: (m: SuspensionModel, p: Pose) => number | null): Told | null => {
    const value = of(plan.state.setup.model, planned.pose);
    const plusMinus = angleDoubtDeg(v, plan, parts, of);
    return value === null || plusMinus === null ? null : { value, plusMinus };
  };
  const out: Partial<Record<RangeFigure, Told>> = {
    height: { value: tapedMm + lift.value, plusMinus: heightDoubtMm(v, plan, parts) },
  };
  const [camber, caster, shaft] = [angle(CAMBER), angle(CASTER), angle(shaftOf(v.spec))];
  if (camber) out.camber = camber;
  if (caster) out.caster = caster;
  if (shaft) out.shaft = shaft;
  return out;
}
/** The vehicle as it really is, and what really becomes of it. */
function truth(
  platform: Platform,
  axle: Axle,
  part: Part | null,
  draw: Draw,
): {
  readonly spec: AxleSpec;
  readonly stanceMm: number;
  readonly riseMm: number;
  readonly camber: number | null;
  readonly caster: number | null;
  readonly shaft: number | null;
  readonly effects: readonly AxleEffect[];
} | null {
  const record = platform[axle];
  const leaf = record.hardpoints.kind.includes('leaf');
  const spec: AxleSpec = {
    ...record,
    hardpoints: trueHardpoints(record.hardpoints, record.hardpointMm, draw),
    springRateNPerMm:
      record.springRateNPerMm * (1 + draw(leaf ? DOUBTS.leafRateShare : DOUBTS.coilRateShare)),
    sprungLoadN: record.sprungLoadN * (1 + draw(DOUBTS.massShare)),
  };
  const stanceMm = draw(record.archToleranceMm);
  const prepared = prepareAxle({
    hardpoints: spec.hardpoints,
    subframePoints: spec.subframePoints,
    rateNPerMm: spec.springRateNPerMm,
    stockLoadN: spec.sprungLoadN,
    fitted: [],
    loadN: spec.sprungLoadN,
    stops: spec.limits,
  });
  const own = preloadToStandMm(prepared.today, spec.sprungLoadN, -stanceMm);
  if (own === null) return null;
  const effects = (part?.effects ?? []).filter(isAxleEffect).map((e) => trueEffect(e, leaf, draw));
  const state = prepared.evaluate(effects, own);
  const h = state.under(spec.sprungLoadN);
  if (!h.ok) return null;
  const raw = -h.value.zMm - stanceMm;
  const settle = part && raw > 0 ? part.settleShare * (1 + draw(DOUBTS.settleShare)) : 0;
  const lift =
    raw * (1 - settle + draw(DOUBTS.bushShare) + (part?.claimOnly ? draw(DOUBTS.claimOnlyShare) : 0)) +
    (part ? draw(DOUBTS.frictionMm) : 0);
  const standing = prepared.evaluate(
    effects,
    own + (preloadToStandMm(state, spec.sprungLoadN, -(stanceMm + lift)) ?? 0),
  );
  const at = standing.under(spec.sprungLoadN);
  if (!at.ok) return null;
  const { model } = standing.setup;
  return {
    spec,
    stanceMm,
    riseMm: stanceMm + lift,
    camber: CAMBER(model, at.value.pose),
    caster: CASTER(model, at.value.pose),
    shaft: shaftOf(spec)(model, at.value.pose),
    effects,
  };
}

/** How often the truth lies inside what is told, over so many made shops, for one source on one axle. Caster is of the front axle against
 *  the ground, whichever end is raised. */
export function coverageOf(
  platform: Platform,
  axle: Axle,
  part: Part,
  shops: number,
  seed: number,
): Coverage | null {
  const normal = normalFrom(seed);
  const draw: Draw = (doubt) => (doubt / SIGMAS) * normal();
  const vehicle: KnownVehicle = { platform, year: platform.years[1], variant: {} };
  const counts = new Map<RangeFigure, { inside: number; of: number; width: number }>();
  const count = (name: RangeFigure, says: Told | undefined | null, is: number | null) => {
    if (!says || is === null) return;
    const had = counts.get(name) ?? { inside: 0, of: 0, width: 0 };
    counts.set(name, {
      inside: had.inside + Number(Math.abs(says.value - is) <= says.plusMinus),
      of: had.of + 1,
      width: had.width + says.plusMinus,
    });
  };
  // a tape is read to the millimetre: many shops are told the same
  const kept = new Map<string, ReturnType<typeof told>>();
  const toldAt = (of: Axle, with_: Part | null, tapedMm: number) =>
    memoized(kept, `${of} ${with_?.code ?? ''} ${tapedMm}`, () => told(vehicle, of, with_, tapedMm));
  for (let i = 0; i < shops; i++) {
    const real = {
      front: truth(platform, 'front', axle === 'front' ? part : null, draw),
      rear: truth(platform, 'rear', axle === 'rear' ? part : null, draw),
    };
    if (!real.front || !real.rear) continue;
    const taped = {
      front: Math.round(real.front.stanceMm + draw(DOUBTS.tapeMm)),
      rear: Math.round(real.rear.stanceMm + draw(DOUBTS.tapeMm)),
    };
    const here = toldAt(axle, part, taped[axle]);
    if (!here) continue;
    const mine = axle === 'front' ? real.front : real.rear;
    count('height', here.height, mine.riseMm);
    count('camber', here.camber, mine.camber);
    count('shaft', here.shaft, mine.shaft);
    const front = axle === 'front' ? here : toldAt('front', null, taped.front);
    const rear = axle === 'rear' ? here : toldAt('rear', null, taped.rear);
    if (front?.caster && front.height && rear?.height && real.front.caster !== null) {
      const pitch = (rearMm: number, frontMm: number) => degOf((rearMm - frontMm) / platform.wheelbaseMm);
      count(
        'caster',
        {
          value: front.caster.value - pitch(rear.height.value, front.height.value),
          plusMinus: Math.hypot(
            front.caster.plusMinus,
            degOf(Math.hypot(front.height.plusMinus, rear.height.plusMinus) / platform.wheelbaseMm),
          ),
        },
        real.front.caster - pitch(real.rear.riseMm, real.front.riseMm),
      );
    }
  }
  return counts.size === 0
    ? null
    : {
        platform: platform.code,
        axle,
        part: part.code,
        family: part.family,
        held: Object.fromEntries(
          [...counts].map(([name, c]) => [name, { share: c.inside / c.of, plusMinus: c.width / c.of }]),
        ),
      };
}
const degOf = (slope: number) => (Math.atan(slope) * 180) / Math.PI;

/** The same for the clearance of the vehicle's own tyre from what is told to be nearest: obstacle, tyre, wheel and flex are drawn as well. */
export function clearanceCoverageOf(
  platform: Platform,
  axle: Axle,
  part: Part,
  tire: TireAsked,
  shops: number,
  seed: number,
): { readonly share: number; readonly plusMinus: number } | null {
  const normal = normalFrom(seed);
  const draw: Draw = (doubt) => (doubt / SIGMAS) * normal();
  const standing = (p: Platform, parts: readonly Part[], tapedMm: number) => {
    const input: RubAxleInput = {
      vehicle: { platform: p, year: p.years[1], variant: {} },
      axle,
      brief: PLAIN_BRIEF,
      accessories: [],
      fitted: [],
      planned: parts.map((x) => ({ part: x, quantity: 1 })),
      reliefs: [],
      catalogue: { reliefs: [] },
      tapedMm,
    };
    const rub = rubAxle(input);
    return rub.ok ? { input, a: rub.value } : null;
  };
  const toldAt = (tapedMm: number) => {
    const at = standing(platform, [part], tapedMm);
    const r = at && rubChecks(at.input, at.a, [tire]);
    const check = r?.ok ? r.value[0] : undefined;
    return at && check ? { check, plusMinusMm: clearanceDoubtMm(at.input, at.a, check, tire) } : null;
  };
  /** what the same obstacle really clears */
  const really = (at: NonNullable<ReturnType<typeof standing>>, t: TireAsked): number | null => {
    const table = checkTable(at.a);
    const w = mountedBody(t, platform, spacersMm(at.input.planned, axle));
    return table.ok ? leastOver(table.value, w, at.a.usedWindow) : null;
  };
  const kept = new Map<number, ReturnType<typeof toldAt>>();
  let [inside, of, width] = [0, 0, 0];
  for (let i = 0; i < shops; i++) {
    const real = truth(platform, axle, part, draw);
    if (!real) continue;
    // a tape is read to the millimetre: many shops are told the same
    const tapedMm = Math.round(real.stanceMm + draw(DOUBTS.tapeMm));
    const says = memoized(kept, tapedMm, () => toldAt(tapedMm));
    if (!says) continue;
    const { nearest, atLock } = says.check;
    const doubtMm = insideRim(nearest.kind) ? real.spec.hardpointMm : DOUBTS.obstacleMm;
    const spec: AxleSpec = {
      ...real.spec,
      obstacles: real.spec.obstacles
        .filter((o) => o.kind === nearest.kind)
        .map((o) => elsewhere(o, () => draw(doubtMm))),
    };
    const at = standing({ ...platform, [axle]: spec }, [{ ...part, effects: real.effects }], real.stanceMm);
    const is =
      at &&
      really(at, {
        ...tire,
        diameterMm: tire.diameterMm + 2 * draw(Math.max(DOUBTS.tireMm, tireToleranceMm(tire))),
        offsetMm: tire.offsetMm + draw(DOUBTS.wheelOffsetMm),
      });
    if (is === null) continue;
    of++;
    width += says.plusMinusMm;
    const flex = atLock ? draw(DOUBTS.flexAtLockMm) : 0;
    inside += Number(Math.abs(nearest.used.clearanceMm - is - flex) <= says.plusMinusMm);
  }
  return of === 0 ? null : { share: inside / of, plusMinus: width / of };
}
/** An obstacle moved whole, each way by its doubt: towards the tyre as much as along it. */
function elsewhere(o: AxleSpec['obstacles'][number], byMm: () => number) {
  const by: Vec3 = [byMm(), byMm(), byMm()];
  return { ...o, points: o.points.map((p) => add(p, by)) };
}
/** Every platform with each family of lift sources that the catalogue has for it. */
export const rangeCases = (
  c: Catalogue,
): readonly { readonly platform: Platform; readonly axle: Axle; readonly part: Part }[] =>
  c.platforms.flatMap((platform) =>
    AXLES.flatMap((axle) => sourceParts(c, platform.code, axle).map((part) => ({ platform, axle, part }))),
  );
