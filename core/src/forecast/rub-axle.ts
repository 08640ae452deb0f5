import {
  finish,
  placedOn,
  polarTable,
  tireBody,
  usedWindow,
  USED_TRAVEL,
  USED_TRAVEL_ROCK,
  walkStates,
  wheelBarrel,
  wholeWindow,
  type Across,
  type AxleEnds,
  type MountedBody,
  type Obstacle,
  type PolarTable,
  type PoseGrid,
  type UsedTravel,
  type WheelWalk,
  type Window,
} from '../clearance';
import {
  CLEAR_CHAINS_MM,
  CLEAR_INSIDE_RIM_MM,
  CLEAR_MM,
  DEEP_MUD_PERCENT,
  ROCK_PERCENT,
  TIRE_MEASURED_MM,
  TIRE_NOMINAL_SHARE,
} from '../evidence';
import {
  outward,
  wheelOf,
  type AxleSpec,
  type ObstacleKind,
  type ObstacleSpec,
  type Platform,
  type Relief,
} from '../catalogue';
import type { Brief, ReliefChoice } from '../job';
import { heightDoubtMm } from './height-doubts';
import {
  add,
  evenGrid,
  preloadToStandMm,
  type Axle,
  type AxleEffect,
  type AxleSetup,
  type ReachFault,
  type RideHeightFault,
  type Vec3,
} from '../suspension';
import { bad, good, once, type Result } from '../units';
import {
  onAxle,
  vehicleAxle,
  type AxleInput,
  type BriefLoad,
  type FittedPart,
  type TireAsked,
  type VehicleAxle,
} from '../vehicle';

/** What is asked about one axle, as plain data: it crosses to a worker. */
export interface RubAxleInput extends AxleInput {
  /** what is on the vehicle after the build */
  readonly planned: readonly FittedPart[];
  readonly brief: BriefLoad & Pick<Brief, 'chains' | 'usage'>;
  readonly reliefs: readonly ReliefChoice[];
  readonly catalogue: { readonly reliefs: readonly Relief[] };
}
/** An axle as the plan leaves it, with everything that stands near its wheels. */
export interface RubAxle {
  readonly axle: Axle;
  readonly setup: AxleSetup;
  readonly rideZMm: number;
  /** how far that height is in doubt, mm */
  readonly rideDoubtMm: () => number;
  /** how well the hardpoints of the axle are known, and with them what turns inside the rim, mm */
  readonly hardpointMm: number;
  readonly todayZMm: number;
  readonly ends: AxleEnds;
  readonly topBy: string;
  readonly used: UsedTravel;
  readonly usedWindow: Window;
  /** the same where its springs hold it higher by this much, mm: under its loads the stops give as they give */
  readonly usedHigher: (mm: number) => Window;
  readonly wholeWindow: Window;
  readonly acrossIs: Across;
  readonly marginMm: number;
  readonly obstacles: readonly Obstacle[];
  readonly kinds: readonly ObstacleKind[];
}

/** Room that the brief asks for between tyre and anything, mm. */
export const clearMarginMm = (brief: Pick<Brief, 'chains' | 'usage'>): number =>
  brief.chains || brief.usage.mud >= DEEP_MUD_PERCENT ? CLEAR_CHAINS_MM : CLEAR_MM;
/** What turns with the knuckle inside the rim never comes nearer: a smaller margin does. */
export const insideRim = (kind: ObstacleKind): boolean => kind === 'knuckle' || kind === 'caliper';
export const marginOf = (kind: ObstacleKind, marginMm: number): number =>
  insideRim(kind) ? CLEAR_INSIDE_RIM_MM : marginMm;
/** How far a tyre may differ from its figures, mm on the radius. */
export const tireToleranceMm = (t: Pick<TireAsked, 'diameterMm' | 'measured'>): number =>
  t.measured ? TIRE_MEASURED_MM / 2 : (t.diameterMm * TIRE_NOMINAL_SHARE) / 2;

export const mountedBody = (t: TireAsked, platform: Platform, spacerMm: number): MountedBody => ({
  tire: tireBody(t.sectionMm, t.diameterMm, t.mud, t.rimIn),
  barrel: wheelBarrel(t.rimIn, t.rimWidthIn),
  outboardMm: platform.stockWheel.offsetMm - t.offsetMm + spacerMm,
});

/** Reliefs that are chosen for an axle, as the catalogue knows them. */
export const reliefsOn = (
  choices: readonly ReliefChoice[],
  axle: Axle,
  catalogue: { readonly reliefs: readonly Relief[] },
): readonly { readonly kind: ObstacleKind | null; readonly relief: Relief }[] =>
  choices
    .filter((c) => c.axle === axle)
    .flatMap((c) => {
      const relief = catalogue.reliefs.find((r) => r.code === c.relief);
      return relief ? [{ kind: c.obstacle, relief }] : [];
    });

/** An obstacle after its reliefs; null when one takes it off. Points move outward from the spin axis at design, and
 *  sideways away from the tyre's middle. */
export function relieved(spec: ObstacleSpec, reliefs: readonly Relief[], wheel: Vec3): Obstacle | null {
  let points = spec.points;
  for (const { effect } of reliefs) {
    if (effect.kind === 'removes') return null;
    if (effect.kind !== 'moves') continue;
    points = points.map((p) =>
      add(outward(p, wheel, effect.radialMm), [0, Math.sign(p[1] - wheel[1]) * effect.sidewaysMm, 0]),
    );
  }
  return {
    name: spec.kind,
    carriedBy: spec.carriedBy,
    member: spec.member,
    points,
    shape: spec.shape,
    insideRim: insideRim(spec.kind),
  };
}

/** The axle as the plan leaves it: ride height, ends of travel and lock with stops, obstacles with body lift, subframe and
 *  reliefs. */
export function rubAxle(
  input: RubAxleInput,
  prepared: VehicleAxle = vehicleAxle(input),
): Result<RubAxle, RideHeightFault> {
  const { brief, axle } = input;
  const { spec, today } = prepared;
  const chosen = reliefsOn(input.reliefs, axle, input.catalogue);
  const stops = chosen.flatMap(({ relief }): AxleEffect[] =>
    relief.effect.kind === 'bump-stop' || relief.effect.kind === 'steering-stop' ? [relief.effect] : [],
  );
  const plan = prepared.with(input.planned, stops);
  const { setup } = plan.state;
  const [height, was] = [plan.height(), today.height()];
  if (!height.ok) return height;
  if (!was.ok) return was;
  // the wheel goes on until the stop is solid, not only until it touches
  const reach = plan.travel()?.ends(plan.limits().solidMm);
  const ends: AxleEnds = {
    topMm: reach?.topMm ?? height.value.zMm,
    bottomMm: reach?.bottomMm ?? height.value.zMm,
    lock: lockOf(spec) * setup.lockShare,
  };
  const [loaded, rated] = [plan.loaded(), plan.rated()];
  const lower = (h: typeof loaded, thanMm: number) => (h.ok ? Math.max(0, h.value.zMm - thanMm) : 0);
  const used: UsedTravel = {
    ...(brief.usage.rock >= ROCK_PERCENT ? USED_TRAVEL_ROCK : USED_TRAVEL),
    sinksMm: lower(loaded, height.value.zMm),
    ratedMm: lower(rated, height.value.zMm),
  };
  const wheel = wheelOf(spec);
  const placed = spec.obstacles.flatMap((o) => {
    const obstacle = relieved(
      o,
      chosen.filter((c) => c.kind === o.kind).map((c) => c.relief),
      wheel,
    );
    return obstacle ? [{ kind: o.kind, obstacle }] : [];
  });
  return good({
    axle,
    setup,
    rideZMm: height.value.zMm,
    hardpointMm: spec.hardpointMm,
    rideDoubtMm: once(() => heightDoubtMm(prepared, plan, newParts(input))),
    todayZMm: was.value.zMm,
    ends,
    topBy: reach?.topBy ?? 'linkage',
    used,
    usedWindow: usedWindow(height.value.zMm, used, ends),
    usedHigher: (mm) => {
      const zMm = height.value.zMm - mm;
      const preloadMm = preloadToStandMm(plan.state, plan.load.emptyN, zMm);
      if (preloadMm === null) return usedWindow(zMm, used, ends);
      const higher = prepared.prepared.evaluate(plan.state.effects, plan.preloadMm + preloadMm);
      const below = (loadN: number) => lower(higher.under(loadN), zMm);
      const { loadedN, ratedN } = plan.load;
      return usedWindow(zMm, { ...used, sinksMm: below(loadedN), ratedMm: below(ratedN) }, ends);
    },
    wholeWindow: wholeWindow(ends),
    acrossIs: spec.lock
      ? spec.lock.kind === 'rack'
        ? 'rack-mm'
        : 'kingpin-deg'
      : setup.model.beam
        ? 'other-wheel-mm'
        : 'rack-mm',
    marginMm: clearMarginMm(brief),
    obstacles: placedOn(
      setup,
      placed.map((p) => p.obstacle),
    ),
    kinds: placed.map((p) => p.kind),
  });
}
/** Parts that the plan brings to the axle. */
const newParts = ({ planned, fitted, axle }: RubAxleInput): readonly FittedPart[] =>
  planned.filter(({ part }) => onAxle(part, axle) && !fitted.some((f) => f.part.code === part.code));
const lockOf = (spec: AxleSpec): number =>
  spec.lock ? (spec.lock.kind === 'rack' ? spec.lock.mm : spec.lock.deg) : 0;

/** Grid of an axle: `rows` over its whole travel, `columns` over lock or over the other wheel's travel. */
export function axleGrid(a: RubAxle, rows: number, columns: number): PoseGrid {
  const { ends } = a;
  const roll = a.acrossIs === 'other-wheel-mm';
  return {
    zMm: evenGrid(ends.bottomMm, ends.topMm, rows),
    across: roll
      ? evenGrid(ends.bottomMm, ends.topMm, columns)
      : ends.lock === 0
        ? [0]
        : evenGrid(-ends.lock, ends.lock, columns),
    acrossIs: a.acrossIs,
    othersMm: othersMm(a),
  };
}
/** Where the other wheel of an axle stands while one is looked at: of a steered beam beside it, and at each end of its travel. */
export const othersMm = ({ acrossIs, ends }: RubAxle): PoseGrid['othersMm'] =>
  acrossIs === 'kingpin-deg' ? ['same', ends.bottomMm, ends.topMm] : ['same'];
/** Keeps the walk over a grid, for whoever asks the same linkage again with other things near its wheels. */
export type WalkMemo = (grid: PoseGrid, make: () => WheelWalk) => WheelWalk;
/** The table of an axle in one go. */
export function axleTable(
  a: RubAxle,
  rows: number,
  columns: number,
  keep?: WalkMemo,
): Result<PolarTable, ReachFault> {
  const grid = axleGrid(a, rows, columns);
  const { model } = a.setup;
  const kept = keep?.(grid, () => finish(walkStates(model, grid)));
  const t = finish(polarTable(model, a.obstacles, grid, kept));
  return 'code' in t ? bad(t) : good(t);
}
