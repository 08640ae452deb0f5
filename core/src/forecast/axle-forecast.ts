import { G_M_PER_S2 } from '../units';
import type { AxleSpec, Part, Range } from '../catalogue';
import {
  axleFigures,
  rideHeight,
  travelRoom,
  withEffects,
  wheelFigures,
  type AxleEffect,
  type AxleSetup,
  type Axle,
  type RideHeight,
  type RideHeightFault,
  type TravelRoom,
} from '../suspension';
import { claimed, computed, given, type Figure } from '../evidence';
import {
  effectsOn,
  loadsOn,
  onAxle,
  shakenHardpoints,
  stockOf,
  travelLimits,
  type FittedPart,
  type LoadInput,
} from '../vehicle';
import { CLAIM_ONLY_SHARE, MASS_SHARE, PART_THICKNESS_MM, SPRING_RATE_SHARE } from '../evidence';

export interface AxleGeometry {
  readonly camberDeg: number | null;
  readonly casterDeg: number | null;
  readonly toeDeg: number | null;
  readonly cvOuterDeg: number | null;
  readonly shiftLeftMm: number | null;
  readonly steeringWheelDeg: number | null;
}
export interface AxleForecast {
  readonly axle: Axle;
  readonly spec: AxleSpec;
  readonly today: RideHeight;
  readonly planned: RideHeight;
  readonly loaded: RideHeight;
  /** settled suspension lift of the plan over today, with its range and its chain */
  readonly lift: Figure;
  readonly claim: Figure | null;
  readonly bodyLiftMm: number;
  /** travel left from the planned height, empty; null where that height has no pose */
  readonly room: TravelRoom | null;
  readonly geometryToday: AxleGeometry;
  readonly geometryPlanned: AxleGeometry;
  readonly reach: { readonly camberDeg: Range; readonly casterDeg: Range };
  readonly rateStockNPerMm: number;
  readonly ratePlannedNPerMm: number;
  /** spring rates that the dampers on the axle are made for; null: the stock dampers stay */
  readonly damperRange: Range | null;
  readonly loads: { readonly emptyKg: number; readonly loadedKg: number };
}
export type AxleForecastResult =
  | { readonly ok: true; readonly value: AxleForecast }
  | { readonly ok: false; readonly fault: RideHeightFault };

const LOAD_OF = { today: 'todayN', planned: 'plannedN', loaded: 'loadedN' } as const;

interface AxleInput extends LoadInput {
  /** only these carry a claim in the plan */
  readonly chosen: readonly FittedPart[];
  /** leaves out the slow part of the range (hardpoints), where many plans are compared */
  readonly fast?: boolean | undefined;
}

/** Ride height, stance and geometry of one axle: today, planned and loaded.
 *
 *  1. stock spring from the balance of this variant at design height
 *  2. today = stock + fitted parts under curb and accessories; planned = + chosen parts; loaded = + payload and tongue
 *  3. lift = height planned − today, less what new springs settle
 *  4. range: rate, mass and part thickness moved by their tolerances, one at a time, root of the sum of squares */
export function forecastAxle(input: AxleInput): AxleForecastResult {
  const { vehicle, axle } = input;
  const { platform } = vehicle;
  const spec = platform[axle];
  const { curbN, variantKg, rateNPerMm: stockRate, build } = stockOf(vehicle, axle);
  const stock = build(spec.hardpoints);
  const loads = loadsOn(input);

  interface Nudge {
    readonly rate: number;
    readonly mass: number;
    readonly thickness: number;
    /** the stock axle, where it is not the plain one */
    readonly stock?: AxleSetup;
  }
  const run = (n: Nudge, which: 'today' | 'planned' | 'loaded') => {
    const effects = effectsOn(which === 'today' ? input.fitted : input.planned, axle);
    const setup = withEffects(
      n.stock ?? stock,
      effects.map((e) => nudged(e, n)),
    );
    const load = loads[LOAD_OF[which]] * (1 + n.mass);
    return { setup, load, height: rideHeight(setup, load) };
  };
  const exact: Nudge = { rate: 0, mass: 0, thickness: 0 };
  const [today, planned, loaded] = [run(exact, 'today'), run(exact, 'planned'), run(exact, 'loaded')];
  for (const r of [today, planned, loaded]) if (!r.height.ok) return r.height;
  if (!today.height.ok || !planned.height.ok || !loaded.height.ok) throw new Error('unreachable');

  const rawLift = today.height.value.zMm - planned.height.value.zMm;
  const chosenHere = input.chosen.filter((f) => onAxle(f.part, axle));
  const settleShare = Math.max(0, ...chosenHere.map((f) => f.part.settleShare));
  const settledLoss = Math.max(0, rawLift) * settleShare;
  const moved = (n: Nudge) => {
    const [a, b] = [run(n, 'today').height, run(n, 'planned').height];
    return a.ok && b.ok ? Math.abs(a.value.zMm - b.value.zMm - rawLift) : 0;
  };
  const hardpointDoubt = input.fast
    ? 0
    : Math.hypot(
        ...shakenHardpoints(spec.hardpoints, spec.hardpointMm).map((h) =>
          moved({ ...exact, stock: build(h) }),
        ),
      );
  const claimOnly = chosenHere.some((f) => f.part.claimOnly);
  const doubts = [
    computed('rate-tolerance', moved({ ...exact, rate: SPRING_RATE_SHARE }), 'mm', []),
    computed('mass-tolerance', moved({ ...exact, mass: MASS_SHARE }), 'mm', []),
    computed('hardpoint-tolerance', hardpointDoubt, 'mm', []),
    computed(
      'part-tolerance',
      moved({ ...exact, thickness: PART_THICKNESS_MM }) +
        (claimOnly ? Math.abs(rawLift) * CLAIM_ONLY_SHARE : 0),
      'mm',
      [],
    ),
  ].sort((a, b) => b.value - a.value);
  const plusMinus = Math.hypot(...doubts.map((d) => d.value));

  const source = platform.label;
  const lift = computed(
    'lift',
    rawLift - settledLoss,
    'mm',
    [
      ...chosenHere.flatMap(({ part }) => spacerFigures(part)),
      computed('wheel-load', planned.load, 'N', [
        given('curb-wheel-load', curbN, 'N', source),
        computed('accessory-load', loads.plannedN - curbN, 'N', [], { formula: 'moments' }),
      ]),
      computed(
        'motion-ratio',
        planned.height.value.motionRatio,
        'ratio',
        [computed('motion-ratio', today.height.value.motionRatio, 'ratio', [], { formula: 'carrier-pose' })],
        { formula: 'carrier-pose' },
      ),
      given('spring-rate', planned.setup.spring.rateNPerMm, 'N/mm', source),
      computed('wheel-rate', planned.height.value.wheelRateNPerMm, 'N/mm', [], { formula: 'virtual-work' }),
      computed(
        'spring-length',
        planned.height.value.springLengthMm,
        'mm',
        [computed('free-length', planned.setup.spring.freeLengthMm, 'mm', [], { formula: 'balance' })],
        { formula: 'balance' },
      ),
      computed(
        'ride-height',
        -planned.height.value.zMm,
        'mm',
        [computed('ride-height', -today.height.value.zMm, 'mm', [], { formula: 'balance' })],
        { formula: 'balance' },
      ),
      ...(settledLoss > 0 ? [computed('settled-loss', -settledLoss, 'mm', [], { formula: 'settling' })] : []),
      ...doubts,
    ],
    { formula: 'balance', plusMinus },
  );
  const claims = chosenHere.flatMap((f) => (f.part.claimLiftMm === null ? [] : [f]));
  const reach = input.planned
    .filter((f) => onAxle(f.part, axle))
    .flatMap((f) => f.part.effects)
    .reduce(
      (r, e) =>
        e.kind === 'alignment-range'
          ? { camberDeg: widen(r.camberDeg, e.camberDeg), casterDeg: widen(r.casterDeg, e.casterDeg) }
          : r,
      spec.adjust,
    );
  const kg = (n: number) => spec.curbKg + variantKg + (n * 2) / G_M_PER_S2;
  return {
    ok: true,
    value: {
      axle,
      spec,
      today: today.height.value,
      planned: planned.height.value,
      loaded: loaded.height.value,
      lift,
      claim:
        claims.length === 0
          ? null
          : claimed(
              'claimed-lift',
              claims.reduce((s, f) => s + (f.part.claimLiftMm ?? 0), 0),
              'mm',
              claims.map((f) => `${f.part.maker} ${f.part.code}`).join(', '),
            ),
      bodyLiftMm: planned.setup.bodyLiftMm - today.setup.bodyLiftMm,
      room: travelRoom(
        planned.setup.model,
        planned.height.value.zMm,
        travelLimits(spec, stock.model, planned.setup),
      ),
      geometryToday: geometryOf(today.setup, today.height.value),
      geometryPlanned: geometryOf(planned.setup, planned.height.value),
      reach,
      rateStockNPerMm: stockRate,
      ratePlannedNPerMm: planned.setup.spring.rateNPerMm,
      damperRange:
        input.planned
          .filter((f) => onAxle(f.part, axle))
          .flatMap((f) => f.part.effects)
          .flatMap((e) => (e.kind === 'damper' ? [e.matchesRate] : []))
          .at(-1) ?? null,
      loads: { emptyKg: kg(loads.plannedN - curbN), loadedKg: kg(loads.loadedN - curbN) },
    },
  };
}

const widen = (a: Range, b: Range): Range => [a[0] + b[0], a[1] + b[1]];

function nudged(e: AxleEffect, n: { readonly rate: number; readonly thickness: number }): AxleEffect {
  switch (e.kind) {
    case 'top-spacer':
    case 'coil-spacer':
    case 'preload-spacer':
      return { ...e, thicknessMm: e.thicknessMm + n.thickness };
    case 'spring':
      return {
        ...e,
        rateNPerMm: e.rateNPerMm * (1 + n.rate),
        table: e.table?.map(([x, f]) => [x, f * (1 + n.rate)] as const),
      };
    default:
      return e;
  }
}

function spacerFigures(part: Part): readonly Figure[] {
  const from = `${part.maker} ${part.code}`;
  return part.effects.flatMap((e) => {
    switch (e.kind) {
      case 'top-spacer':
      case 'coil-spacer':
      case 'preload-spacer':
        return [given('spacer', e.thicknessMm, 'mm', from)];
      case 'spring':
        return [given('spring-rate', e.rateNPerMm, 'N/mm', from)];
      case 'body-lift':
        return [given('body-lift', e.heightMm, 'mm', from)];
      default:
        return [];
    }
  });
}

function geometryOf(setup: AxleSetup, at: RideHeight): AxleGeometry {
  const { model } = setup;
  if (model.beam) {
    const f = axleFigures(model, at.pose);
    return {
      camberDeg: null,
      casterDeg: f.casterLeftDeg,
      toeDeg: null,
      cvOuterDeg: null,
      shiftLeftMm: f.shiftLeftMm,
      steeringWheelDeg: f.steeringWheelDeg,
    };
  }
  const f = wheelFigures(model, at.pose);
  return {
    camberDeg: f.camberDeg,
    casterDeg: f.casterDeg,
    toeDeg: f.toeDeg,
    cvOuterDeg: f.cvOuterDeg,
    shiftLeftMm: null,
    steeringWheelDeg: null,
  };
}
