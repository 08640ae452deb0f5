import { nearestToZero, type ReachFault, type SuspensionModel, type Vec3 } from '../suspension';
import { memoized } from '../units';
import { cloudOf, type Cloud, type ScanList } from './kernel';
import { turnsWithWheel, type Obstacle } from './obstacle';
import { piecesOf, putSpans } from './pieces';
import { walkStates, type PoseGrid, type WheelWalk } from './wheel-states';

const { max, sqrt } = Math;

/** Every obstacle point of every pose as (distance from the spin axis, distance along it), with the wheel at its stock
 *  place. Neither tyre, rim nor offset is in it: an offset only shifts the second figure, so one table answers for all
 *  tyres, wheels and lifts whose linkage is the same. */
export interface PolarTable {
  readonly grid: PoseGrid;
  readonly obstacles: readonly Obstacle[];
  /** states of each cell: 0 where the linkage does not reach */
  readonly states: Int32Array;
  /** index of each cell's first state */
  readonly first: Int32Array;
  /** of each obstacle, every state in turn; of one that is the same in every pose, one state */
  readonly clouds: readonly Cloud[];
  /** obstacles whose place against the wheel is the same in every pose */
  readonly constant: readonly boolean[];
  /** the walk that it was measured on */
  readonly walk: WheelWalk;
}

/** Poses the linkage over the grid and measures every point. Yields rows done; the fault says which member does not reach
 *  where even the middle of the grid has no pose. `kept`: the same linkage over the same grid, posed before. */
export function* polarTable(
  model: SuspensionModel,
  obstacles: readonly Obstacle[],
  grid: PoseGrid,
  kept?: WheelWalk,
): Generator<number, PolarTable | ReachFault> {
  const walk = kept ?? (yield* counted(walkStates(model, grid)));
  if (walk.fault) return walk.fault;
  const cells = grid.zMm.length * grid.across.length;
  const [states, first] = [new Int32Array(cells), new Int32Array(cells)];
  let known = 0;
  for (const [row, column, count] of walk.cells) {
    const cell = row * grid.across.length + column;
    states[cell] = count;
    first[cell] = known;
    known += count;
  }
  const constant = obstacles.map((o) => turnsWithWheel(o, model.beam));
  const clouds = obstacles.map((o, k) =>
    memoized(walk.measured, keyOf(o), () => cloudIn(walk, o, constant[k] === true)),
  );
  return { grid, obstacles, states, first, clouds, constant, walk };
}
/** The same steps, told as how many are done. */
function* counted<T>(steps: Generator<unknown, T>): Generator<number, T> {
  for (let done = 1; ; done++) {
    const step = steps.next();
    if (step.done) return step.value;
    yield done;
  }
}
/** An obstacle in every state of a walk: measured once for as long as the walk is kept. */
function cloudIn({ states, wheels }: WheelWalk, o: Obstacle, constant: boolean): Cloud {
  const all = constant ? states.slice(0, 1) : states;
  const built = flatOf(o);
  const stands = all[0]?.placing(o) === null;
  const placed = stands ? null : new Float64Array(built.length * all.length);
  const cloud = cloudOf(o.points.length, all.length);
  const pieces = piecesOf(o);
  const perState = pieces.reduce((n, p) => n + p.span2.length, 0);
  const spans = o.carriedBy === 'member' ? new Float64Array(perState * all.length) : undefined;
  let square = 0;
  all.forEach((state, n) => {
    const now = placed && state.placing(o);
    const from = placed ? n * built.length : 0;
    if (now)
      o.points.forEach((p, k) => {
        placed.set(now(p), from + 3 * k);
      });
    square = max(square, fill(cloud, n, wheels, placed ?? built, from));
    if (spans) putSpans(pieces, placed ?? built, from, spans, n * perState);
  });
  if (constant) return cloud;
  const reachMm = max(0, ...pieces.map((p) => p.reachMm));
  return {
    ...cloud,
    spans,
    moves: { wheels, placed, farMm: sqrt(square) + reachMm },
  };
}
/** Points, three numbers each from a place in a list on, against the wheel in one state; answers the squared distance of the farthest of
 *  them from the wheel's centre. */
function fill(
  { points, rho, along }: Cloud,
  state: number,
  wheels: Float64Array,
  places: Float64Array,
  first: number,
): number {
  const from = 6 * state;
  const [cx, cy, cz] = [wheels[from] ?? 0, wheels[from + 1] ?? 0, wheels[from + 2] ?? 0];
  const [ax, ay, az] = [wheels[from + 3] ?? 0, wheels[from + 4] ?? 0, wheels[from + 5] ?? 0];
  let at = state * points;
  let most = 0;
  for (let i = first; i < first + 3 * points; i += 3, at++) {
    const x = (places[i] ?? 0) - cx;
    const y = (places[i + 1] ?? 0) - cy;
    const z = (places[i + 2] ?? 0) - cz;
    const s = x * ax + y * ay + z * az;
    const square = x * x + y * y + z * z;
    rho[at] = sqrt(max(0, square - s * s));
    along[at] = s;
    if (square > most) most = square;
  }
  return most;
}
/** An obstacle whose points lie there now, in one state of the wheel. */
export function cloudAt(o: Obstacle, points: readonly Vec3[], centre: Vec3, axis: Vec3): Cloud {
  const cloud = cloudOf(points.length, 1);
  const pieces = piecesOf(o);
  const places = Float64Array.from(points.flat());
  const spans = new Float64Array(pieces.reduce((n, p) => n + p.span2.length, 0));
  fill(cloud, 0, Float64Array.from([...centre, ...axis]), places, 0);
  putSpans(pieces, places, 0, spans, 0);
  return { ...cloud, spans };
}
const flats = new WeakMap<Obstacle, Float64Array>();
/** Points of an obstacle one after another: read much faster than as triples. */
function flatOf(o: Obstacle): Float64Array {
  const had = flats.get(o);
  if (had) return had;
  const flat = Float64Array.from(o.points.flat());
  flats.set(o, flat);
  return flat;
}
const keys = new WeakMap<Obstacle, string>();
/** What an obstacle is, as text: written once for each record. */
export function keyOf(o: Obstacle): string {
  const had = keys.get(o);
  if (had !== undefined) return had;
  const key = JSON.stringify(o);
  keys.set(o, key);
  return key;
}
/** What is scanned of a table's obstacles: those that stand the same against the wheel in every pose, once, and those that move, in every
 *  state. `than`: see `ScanList`. */
export function scansOf(
  t: PolarTable,
  only: (obstacle: number) => boolean,
  than: Float64Array,
): { readonly constant: ScanList; readonly moving: ScanList } {
  const asked = t.obstacles.map((_, k) => k).filter(only);
  const list = {
    insideRim: t.obstacles.map((o) => o.insideRim === true),
    pieces: t.obstacles.map(piecesOf),
    than,
  };
  return {
    constant: { ...list, obstacles: asked.filter((k) => t.constant[k]) },
    moving: { ...list, obstacles: asked.filter((k) => !t.constant[k]) },
  };
}
/** Runs a stepwise computation to its end. */
export function finish<T>(steps: Generator<unknown, T>): T {
  for (let step = steps.next(); ; step = steps.next()) if (step.done) return step.value;
}
/** Cell nearest to design. */
export const middleCell = (t: PolarTable): number =>
  nearestToZero(t.grid.zMm) * t.grid.across.length + nearestToZero(t.grid.across);
