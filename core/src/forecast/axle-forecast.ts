import type { AxleSpec, Part, Range } from '../catalogue';
import type { LoadCase } from '../evidence';
import { liftDoubts } from './height-doubts';
import { claimed, computed, explain, given, inDoubt, type Figure } from '../evidence';
import {
  axleFigures,
  bushTwistDeg,
  wheelFigures,
  type Axle,
  type AxleSetup,
  type RideHeight,
  type RideHeightFault,
  type Setting,
  type TravelRoom,
} from '../suspension';
import { bad, good, type Result } from '../units';
import {
  effectsOfKind,
  isAxleEffect,
  onAxle,
  type AxleLoad,
  type AxleView,
  type FittedPart,
  type VehicleAxle,
} from '../vehicle';

export interface AxleGeometry {
  readonly camberDeg: number | null;
  /** of one axle alone in the body's frame; in a `Forecast`, which knows both ends, against the ground */
  readonly casterDeg: number | null;
  readonly toeDeg: number | null;
  readonly cvOuterDeg: number | null;
  readonly shiftLeftMm: number | null;
  readonly steeringWheelDeg: number | null;
  /** above the ground, on stock tyres */
  readonly rollCentreMm: number | null;
}
export interface AxleForecast {
  readonly axle: Axle;
  readonly spec: AxleSpec;
  readonly today: RideHeight;
  readonly planned: RideHeight;
  /** with the load of the brief, and at the rating of the axle */
  readonly loaded: RideHeight;
  readonly rated: RideHeight;
  /** settled suspension lift of the plan over today, with its range and its chain */
  readonly lift: Figure;
  /** body over design height, today and planned, each from its balance */
  readonly heights: {
    readonly today: Figure;
    readonly planned: Figure;
    readonly loaded: Figure;
    readonly rated: Figure;
  };
  readonly claim: Figure | null;
  readonly bodyLiftMm: number;
  /** travel left from the planned height, empty; null where that height has no pose */
  readonly room: TravelRoom | null;
  readonly roomToday: TravelRoom | null;
  readonly geometryToday: AxleGeometry;
  readonly geometryPlanned: AxleGeometry;
  /** how far the rubber of its pivots is twisted by the new height, the worst of them, degrees */
  readonly bushTwistDeg: number;
  /** what its adjustable members are set to, against today */
  readonly settings: readonly Setting[];
  readonly reach: { readonly camberDeg: Range; readonly casterDeg: Range };
  readonly rateStockNPerMm: number;
  readonly ratePlannedNPerMm: number;
  /** spring rates that the dampers on the axle are made for; null: the stock dampers stay */
  readonly damperRange: Range | null;
  readonly load: AxleLoad;
}

/** Ride height, stance and geometry of one axle: today, planned and loaded.
 *
 *  1. the axle is prepared: stock spring from the balance of this variant, today from what is on it
 *  2. the plan's effects are evaluated; heights under the empty and the loaded vehicle
 *  3. lift = height planned − today, less what new springs settle
 *  4. range: rate, mass, hardpoints and part thickness moved by their tolerances, one at a time, root of the sum of squares
 *  `chosen`: the parts of the plan that carry claims, settle and doubts. */
export function forecastAxle(
  axle: VehicleAxle,
  plan: AxleView,
  chosen: readonly FittedPart[],
): Result<AxleForecast, RideHeightFault> {
  const here = chosen.filter((f) => onAxle(f.part, axle.input.axle));
  // by what the parts are, not by their codes: a catalogue may be changed under an axle that is kept
  const which = axle.input.axle;
  const key = JSON.stringify([
    here
      .filter(
        ({ part: p }) =>
          p.claimLiftMm !== null || p.settleShare > 0 || p.claimOnly || p.effects.some(isAxleEffect),
      )
      .map(({ part: p }) => [p.code, p.maker, p.claimLiftMm, p.settleShare, p.claimOnly, p.effects]),
    effectsOfKind(plan.parts, which, 'alignment-range'),
    effectsOfKind(plan.parts, which, 'damper'),
  ]);
  return axle.memo(`forecast ${plan.key} ${key}`, () => make(axle, plan, here));
}

function make(
  v: VehicleAxle,
  plan: AxleView,
  here: readonly FittedPart[],
): Result<AxleForecast, RideHeightFault> {
  const { axle, vehicle } = v.input;
  const [today, planned, loaded, rated] = [v.today.height(), plan.height(), plan.loaded(), plan.rated()];
  for (const h of [today, planned, loaded, rated]) if (!h.ok) return bad(h.fault);
  if (!today.ok || !planned.ok || !loaded.ok || !rated.ok) throw new Error('unreachable');
  const source = vehicle.platform.label;
  const rawLift = today.value.zMm - planned.value.zMm;

  const height = (name: string, at: RideHeight, view: AxleView, loadN: number, loadCase: LoadCase): Figure =>
    computed(
      'ride-height',
      -at.zMm,
      'mm',
      [
        ...(view === plan ? here.flatMap(({ part }) => spacerFigures(part)) : []),
        computed('wheel-load', loadN, 'N', [
          given('curb-wheel-load', v.prepared.case.stockLoadN, 'N', source),
          computed('accessory-load', loadN - v.prepared.case.stockLoadN, 'N', [], { formula: 'moments' }),
        ]),
        computed('motion-ratio', at.motionRatio, 'ratio', [], { formula: 'carrier-pose' }),
        given('spring-rate', view.state.setup.spring.rateNPerMm, 'N/mm', source),
        computed('wheel-rate', at.wheelRateNPerMm, 'N/mm', [], { formula: 'virtual-work' }),
        computed(
          'spring-length',
          at.springLengthMm,
          'mm',
          [computed('free-length', view.state.setup.spring.freeLengthMm, 'mm', [], { formula: 'balance' })],
          { formula: 'balance' },
        ),
      ],
      { formula: 'balance', from: name, loadCase },
    );
  const heights = {
    today: height('today', today.value, v.today, v.today.load.emptyN, 'empty'),
    planned: height('planned', planned.value, plan, plan.load.emptyN, 'empty'),
    loaded: height('planned, loaded', loaded.value, plan, plan.load.loadedN, 'as-used'),
    rated: height('planned, at its rating', rated.value, plan, plan.load.ratedN, 'rated'),
  };
  const settle = Math.max(0, ...here.map((f) => f.part.settleShare)) * 100;
  const settled =
    settle === 0 || rawLift <= 0
      ? null
      : explain('settled-loss', 'mm', 'settling', {
          lift: explain('lift', 'mm', 'height-difference', {
            planned: heights.planned,
            today: heights.today,
          }),
          share: given('settle-share', settle, 'percent', 'new springs'),
        });
  const doubts = () => liftDoubts(v, plan, here);
  const lift = inDoubt(
    explain('lift', 'mm', 'height-difference', {
      planned: heights.planned,
      today: heights.today,
      settled,
    }),
    () => Math.hypot(...doubts().map((d) => d.value)),
    doubts,
  );
  const claims = here.flatMap((f) => (f.part.claimLiftMm === null ? [] : [f]));
  const reach = effectsOfKind(plan.parts, axle, 'alignment-range').reduce(
    (r, e) => ({ camberDeg: widen(r.camberDeg, e.camberDeg), casterDeg: widen(r.casterDeg, e.casterDeg) }),
    v.spec.adjust,
  );
  const { setup } = plan.state;
  return good({
    axle,
    spec: v.spec,
    today: today.value,
    planned: planned.value,
    loaded: loaded.value,
    rated: rated.value,
    lift,
    heights,
    claim:
      claims.length === 0
        ? null
        : claimed(
            'claimed-lift',
            claims.reduce((s, f) => s + (f.part.claimLiftMm ?? 0), 0),
            'mm',
            claims.map((f) => `${f.part.maker} ${f.part.code}`).join(', '),
          ),
    bodyLiftMm: setup.bodyLiftMm - v.today.state.setup.bodyLiftMm,
    room: plan.travel()?.room() ?? null,
    roomToday: v.today.travel()?.room() ?? null,
    geometryToday: geometryOf(v.today.state.setup, today.value),
    geometryPlanned: geometryOf(setup, planned.value),
    bushTwistDeg: bushTwistDeg(
      { model: v.today.state.setup.model, pose: today.value.pose },
      { model: setup.model, pose: planned.value.pose },
    ),
    settings: againstToday(plan.settings, v.today.settings),
    reach,
    rateStockNPerMm: v.prepared.case.rateNPerMm,
    ratePlannedNPerMm: setup.spring.rateNPerMm,
    damperRange: effectsOfKind(plan.parts, axle, 'damper').at(-1)?.matchesRate ?? null,
    load: plan.load,
  });
}

/** Settings as they are made on the vehicle that stands there: from what is set today. */
const againstToday = (planned: readonly Setting[], today: readonly Setting[]): readonly Setting[] =>
  planned.map((s) => {
    const was = today.find((t) => t.member === s.member);
    const longerMm = s.longerMm - (was?.longerMm ?? 0);
    const turns = s.turns === null || s.longerMm === 0 ? null : (s.turns / s.longerMm) * longerMm;
    return { ...s, longerMm, turns };
  });
const widen = (a: Range, b: Range): Range => [a[0] + b[0], a[1] + b[1]];
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
      rollCentreMm: f.rollCentreMm,
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
    rollCentreMm: f.rollCentreMm,
  };
}
