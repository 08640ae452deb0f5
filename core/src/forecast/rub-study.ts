import {
  finish,
  frontier,
  largestDiameterMm,
  polarTable,
  readMap,
  refineMap,
  rubShareOf,
  smallestDiameterMm,
  tireBody,
  turnsWithWheel,
  usedWindow,
  worstOver,
  type FineCell,
  type FrontierPoint,
  type RubMap,
  type Window,
} from '../clearance';
import type { ObstacleKind } from '../catalogue';
import type { ReachFault, RideHeightFault } from '../suspension';
import { bad, good, type Result } from '../units';
import { spacersMm, vehicleAxle, type TireAsked } from '../vehicle';
import {
  axleGrid,
  axleTable,
  insideRim,
  mountedBody,
  rubAxle,
  tireToleranceMm,
  type RubAxle,
  type RubAxleInput,
} from './rub-axle';
import {
  reliefCuresOf,
  liftFor,
  SEARCH_COLUMNS,
  SEARCH_ROWS,
  type LiftForSet,
  type RubStudyInput,
} from './rub-cures';
import { byClearance, rubResults, type ObstacleResult, type RubCure } from './rub-results';

export interface SizeCurve {
  readonly sectionMm: number;
  readonly points: readonly { readonly liftMm: number; readonly diameterMm: number | null }[];
}
export interface RubStudy {
  readonly axle: RubAxleInput['axle'];
  readonly tire: TireAsked;
  readonly acrossIs: RubAxle['acrossIs'];
  readonly rideZMm: number;
  readonly todayZMm: number;
  readonly ends: RubAxle['ends'];
  readonly topBy: string;
  /** travel and lock that the uses of the brief bring together */
  readonly usedWindow: Window;
  readonly marginMm: number;
  readonly toleranceMm: number;
  readonly map: RubMap;
  readonly fine: readonly FineCell[];
  readonly rubShare: number;
  readonly obstacles: readonly ObstacleResult[];
  /** false while only the coarse map has been made */
  readonly complete: boolean;
  readonly lifts: readonly LiftForSet[];
  /** largest diameter of this section at the plan's height, mm */
  readonly largestMm: number | null;
  readonly frontier: readonly FrontierPoint[];
  /** what stays too near at this section whatever the diameter; left out of the sizes, so that they say something */
  readonly atAnySize: readonly ObstacleKind[];
  readonly byLift: readonly SizeCurve[];
}
export interface RubProgress {
  readonly stage: 'coarse' | 'map' | 'edges' | 'cures' | 'lifts' | 'sizes';
  readonly done: number;
  readonly of: number;
  /** the answer so far, told once per stage */
  readonly soFar: RubStudy | null;
}
export const MAP_POSES = 41;
const COARSE_POSES = 11;
/** steps of the frontier and of its lifts, mm */
const SECTION_STEP_MM = 10;
const LIFT_STEP_MM = 15;

/** The whole study of one axle and one tyre, step by step: a coarse map first, then the full one, its edges, what cures
 *  each rub, the least lift per set of reliefs, the sizes that clear. Between two yields lies less than a frame's work
 *  for the maps; whoever runs it may stop at any of them. */
export function* rubStudy(
  input: RubStudyInput,
): Generator<RubProgress, Result<RubStudy, RideHeightFault | ReachFault>> {
  const prepared = vehicleAxle(input);
  const axle = rubAxle(input, prepared);
  if (!axle.ok) return axle;
  const a = axle.value;
  const w = mountedBody(input.tire, input.vehicle.platform, spacersMm(input.planned, input.axle));
  // what is the same in every pose would hide everything else on the map; the list has it
  const fixed = a.obstacles.map((o) => turnsWithWheel(o, a.setup.model.beam));
  const moving = (k: number) => !fixed[k];
  let study: RubStudy | null = null;
  for (const [stage, poses] of [
    ['coarse', COARSE_POSES],
    ['map', MAP_POSES],
  ] as const) {
    const grid = axleGrid(a, poses, poses);
    const steps = polarTable(a.setup.model, a.obstacles, grid);
    let step = steps.next();
    for (; !step.done; step = steps.next()) yield { stage, done: step.value, of: poses, soFar: null };
    const table = step.value;
    if ('code' in table) return bad(table);
    const map = readMap(table, w, moving);
    study = {
      axle: input.axle,
      tire: input.tire,
      acrossIs: a.acrossIs,
      rideZMm: a.rideZMm,
      todayZMm: a.todayZMm,
      ends: a.ends,
      topBy: a.topBy,
      usedWindow: a.usedWindow,
      marginMm: a.marginMm,
      toleranceMm: tireToleranceMm(input.tire),
      map,
      fine: [],
      rubShare: rubShareOf(map, []),
      obstacles: [...rubResults(table, w, a)].sort(byClearance),
      complete: false,
      lifts: [],
      largestMm: null,
      frontier: [],
      atAnySize: [],
      byLift: [],
    };
    yield { stage, done: poses, of: poses, soFar: study };
  }
  if (!study) throw new Error('a study without a map');

  const edges = refineMap({ ...w, model: a.setup.model, obstacles: a.obstacles, inMap: moving }, study.map);
  for (let step = edges.next(); ; step = edges.next()) {
    if (step.done) {
      study = { ...study, fine: step.value, rubShare: rubShareOf(study.map, step.value) };
      break;
    }
    if (step.value % 4 === 0) yield { stage: 'edges', done: step.value, of: step.value, soFar: null };
  }
  yield { stage: 'edges', done: 1, of: 1, soFar: study };

  const search = axleTable(a, SEARCH_ROWS, SEARCH_COLUMNS);
  if (!search.ok) return search;
  const open = study.obstacles.filter((o) => o.verdict !== 'clear');
  const cured = new Map<ObstacleKind, readonly RubCure[]>();
  for (const [i, o] of open.entries()) {
    cured.set(o.kind, reliefCuresOf(o, input, a, search.value, w));
    yield { stage: 'cures', done: i + 1, of: open.length, soFar: null };
  }
  study = {
    ...study,
    obstacles: study.obstacles.map((o) => ({ ...o, cures: cured.get(o.kind) ?? [] })),
  };
  yield { stage: 'cures', done: 1, of: 1, soFar: study };

  const lifts: LiftForSet[] = [];
  for (const set of ['none', 'chosen', 'reversible', 'all'] as const) {
    lifts.push(liftFor(set, input, w, prepared));
    yield { stage: 'lifts', done: lifts.length, of: 4, soFar: null };
  }
  study = { ...study, lifts };
  yield { stage: 'lifts', done: 4, of: 4, soFar: study };

  const smallest = tireBody(
    input.tire.sectionMm,
    smallestDiameterMm(input.tire.rimIn),
    input.tire.mud,
    input.tire.rimIn,
  );
  const atSmallest = worstOver(search.value, { ...w, tire: smallest }, a.usedWindow);
  const atAnySize = a.kinds.filter(
    (kind, k) => !insideRim(kind) && (atSmallest[k]?.clearanceMm ?? Infinity) < a.marginMm,
  );
  const outside = (k: number) => {
    const kind = a.kinds[k];
    return kind !== undefined && !insideRim(kind) && !atAnySize.includes(kind);
  };
  const asked = {
    mud: input.tire.mud,
    rimIn: input.tire.rimIn,
    barrel: w.barrel,
    outboardMm: w.outboardMm,
    marginMm: a.marginMm,
  };
  const middle = Math.round(input.tire.sectionMm / SECTION_STEP_MM) * SECTION_STEP_MM;
  const sections = Array.from({ length: 9 }, (_, i) => middle + (i - 4) * SECTION_STEP_MM);
  const edge: FrontierPoint[] = [];
  for (const s of sections) {
    edge.push(...frontier(search.value, [s], asked, a.usedWindow, outside));
    yield { stage: 'sizes', done: edge.length, of: sections.length * 2, soFar: null };
  }
  const most = Math.max(0, -a.ends.bottomMm);
  const steps = Array.from({ length: 8 }, (_, i) => i * LIFT_STEP_MM).filter((l) => l <= most);
  const byLift: SizeCurve[] = [];
  for (const sectionMm of [middle - 2 * SECTION_STEP_MM, middle, middle + 2 * SECTION_STEP_MM]) {
    const points: SizeCurve['points'][number][] = [];
    for (const liftMm of steps) {
      points.push({
        liftMm,
        diameterMm: largestDiameterMm(
          search.value,
          sectionMm,
          asked,
          usedWindow(-liftMm, a.used, a.ends),
          outside,
        ),
      });
      yield { stage: 'sizes', done: edge.length + points.length, of: sections.length * 2, soFar: null };
    }
    byLift.push({ sectionMm, points });
  }
  return good({
    ...study,
    complete: true,
    largestMm: largestDiameterMm(search.value, input.tire.sectionMm, asked, a.usedWindow, outside),
    frontier: edge,
    atAnySize,
    byLift,
  });
}

/** Runs a study to its end. */
export const wholeRubStudy = (input: RubStudyInput): Result<RubStudy, RideHeightFault | ReachFault> =>
  finish(rubStudy(input));
