import { nearestToZero, type ReachFault, type SuspensionModel } from '../suspension';
import { turnsWithWheel, type Obstacle, type ObstacleOwner } from './obstacle';
import { wheelStates, type PoseGrid, type WheelState, type WheelWalk } from './wheel-states';

const { max, sqrt } = Math;

/** Every obstacle point of every pose as (distance from the spin axis, distance along it), with the wheel at its stock
 *  place. Neither tyre, rim nor offset is in it: an offset only shifts the second figure, so one table answers for all
 *  tyres, wheels and lifts whose linkage is the same. */
export interface PolarTable {
  readonly grid: PoseGrid;
  readonly obstacles: readonly Obstacle[];
  /** index of each obstacle's first point; one more at the end */
  readonly from: readonly number[];
  readonly points: number;
  /** states of each cell: 0 where the linkage does not reach */
  readonly states: Int32Array;
  /** index of each cell's first state */
  readonly first: Int32Array;
  readonly rho: Float64Array;
  readonly along: Float64Array;
  /** obstacles whose place against the wheel is the same in every pose */
  readonly constant: readonly boolean[];
}

/** what no pose of the wheel moves */
const STILL: readonly ObstacleOwner[] = ['body', 'frame', 'subframe'];

/** Poses the linkage over the grid and measures every point. Yields rows done; the fault says which member does not reach
 *  where even the middle of the grid has no pose. `kept`: the same linkage over the same grid, posed before. */
export function* polarTable(
  model: SuspensionModel,
  obstacles: readonly Obstacle[],
  grid: PoseGrid,
  kept?: WheelWalk,
): Generator<number, PolarTable | ReachFault> {
  const from = [0];
  for (const o of obstacles) from.push((from.at(-1) ?? 0) + o.points.length);
  const points = from.at(-1) ?? 0;
  const cells = grid.zMm.length * grid.across.length;
  const perCell = model.beam ? 2 * (grid.acrossIs === 'other-wheel-mm' ? 1 : grid.othersMm.length) : 1;
  const states = new Int32Array(cells);
  const first = new Int32Array(cells).map((_, c) => c * perCell);
  const rho = new Float64Array(cells * perCell * points);
  const along = new Float64Array(cells * perCell * points);
  const constant = obstacles.map((o) => turnsWithWheel(o, model.beam));
  const write = (row: number, column: number, list: readonly WheelState[]) => {
    const cell = row * grid.across.length + column;
    states[cell] = list.length;
    list.forEach((state, k) => {
      let at = (cell * perCell + k) * points;
      for (const o of obstacles) {
        measure(state, o, rho, along, at);
        at += o.points.length;
      }
    });
  };
  if (kept) {
    if (kept.fault) return kept.fault;
    for (const [row, column, list] of kept.cells) states[row * grid.across.length + column] = list.length;
    obstacles.forEach((o, i) => {
      copyKept(kept, o, { columns: grid.across.length, perCell, points, at: from[i] ?? 0 }, rho, along);
    });
    return { grid, obstacles, from, points, states, first, rho, along, constant };
  }
  const walk = wheelStates(model, grid, write);
  let done = 0;
  for (let step = walk.next(); ; step = walk.next()) {
    if (step.done) {
      if (step.value) return step.value;
      break;
    }
    done += 1;
    yield done;
  }
  return { grid, obstacles, from, points, states, first, rho, along, constant };
}
/** Points of an obstacle as (distance from the spin axis, distance along it). */
function measure(
  { centre, axis, place }: WheelState,
  o: Obstacle,
  rho: Float64Array,
  along: Float64Array,
  from: number,
): void {
  const still = STILL.includes(o.carriedBy);
  let at = from;
  for (const p of o.points) {
    const q = still ? p : place(o, p);
    const [x, y, z] = [q[0] - centre[0], q[1] - centre[1], q[2] - centre[2]];
    const s = x * axis[0] + y * axis[1] + z * axis[2];
    rho[at] = sqrt(max(0, x * x + y * y + z * z - s * s));
    along[at] = s;
    at += 1;
  }
}
const keys = new WeakMap<Obstacle, string>();
/** What an obstacle is, as text: written once for each record. */
function keyOf(o: Obstacle): string {
  const had = keys.get(o);
  if (had !== undefined) return had;
  const key = JSON.stringify(o);
  keys.set(o, key);
  return key;
}
/** Puts one obstacle into a table from a walk that was gone before: measured once for as long as the walk is kept. */
function copyKept(
  { cells, measured }: WheelWalk,
  o: Obstacle,
  t: { readonly columns: number; readonly perCell: number; readonly points: number; readonly at: number },
  rho: Float64Array,
  along: Float64Array,
): void {
  const key = keyOf(o);
  const n = o.points.length;
  const all = cells.reduce((sum, [, , list]) => sum + list.length, 0);
  let values = measured.get(key);
  if (!values) {
    const [r, s] = [new Float64Array(all * n), new Float64Array(all * n)];
    let at = 0;
    for (const [, , list] of cells)
      for (const state of list) {
        measure(state, o, r, s, at);
        at += n;
      }
    values = new Float64Array(2 * all * n);
    values.set(r);
    values.set(s, all * n);
    measured.set(key, values);
  }
  let at = 0;
  for (const [row, column, list] of cells)
    for (let k = 0; k < list.length; k++) {
      const to = ((row * t.columns + column) * t.perCell + k) * t.points + t.at;
      // a handful of points at a time: a view of them costs more than they do
      for (let p = 0; p < n; p++) {
        rho[to + p] = values[at + p] ?? 0;
        along[to + p] = values[all * n + at + p] ?? 0;
      }
      at += n;
    }
}
/** Runs a stepwise computation to its end. */
export function finish<T>(steps: Generator<unknown, T>): T {
  for (let step = steps.next(); ; step = steps.next()) if (step.done) return step.value;
}
/** Cell nearest to design, where constant obstacles are read. */
export const middleCell = (t: PolarTable): number =>
  nearestToZero(t.grid.zMm) * t.grid.across.length + nearestToZero(t.grid.across);
