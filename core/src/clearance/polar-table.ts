import { nearestToZero, type ReachFault, type SuspensionModel } from '../suspension';
import { keptIn } from '../units';
import { cloudOf, type Cloud } from './kernel';
import { turnsWithWheel, type Obstacle } from './obstacle';
import { wheelsOf, wheelStates, type PoseGrid, type WheelState, type WheelWalk } from './wheel-states';

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
}

/** Poses the linkage over the grid and measures every point. Yields rows done; the fault says which member does not reach
 *  where even the middle of the grid has no pose. `kept`: the same linkage over the same grid, posed before. */
export function* polarTable(
  model: SuspensionModel,
  obstacles: readonly Obstacle[],
  grid: PoseGrid,
  kept?: WheelWalk,
): Generator<number, PolarTable | ReachFault> {
  const cells = grid.zMm.length * grid.across.length;
  const states = new Int32Array(cells);
  const first = new Int32Array(cells);
  const constant = obstacles.map((o) => turnsWithWheel(o, model.beam));
  let known = 0;
  const count = (row: number, column: number, list: readonly WheelState[]) => {
    const cell = row * grid.across.length + column;
    states[cell] = list.length;
    first[cell] = known;
    known += list.length;
  };
  if (kept) {
    if (kept.fault) return kept.fault;
    for (const cell of kept.cells) count(...cell);
    const clouds = obstacles.map((o, k) =>
      keptIn(kept.measured, keyOf(o), () => cloudIn(kept, o, constant[k] === true)),
    );
    return { grid, obstacles, states, first, clouds, constant };
  }
  const perCell = model.beam ? 2 * (grid.acrossIs === 'other-wheel-mm' ? 1 : grid.othersMm.length) : 1;
  const clouds = obstacles.map((o, k) => cloudOf(o.points.length, constant[k] ? 1 : cells * perCell));
  const walk = wheelStates(model, grid, (row, column, list) => {
    const wheels = wheelsOf(list);
    obstacles.forEach((o, k) => {
      const cloud = clouds[k];
      if (cloud && !constant[k]) measure(list, wheels, o, cloud, known);
      else if (cloud && known === 0) measure(list.slice(0, 1), wheels, o, cloud, 0);
    });
    count(row, column, list);
  });
  let done = 0;
  for (let step = walk.next(); ; step = walk.next()) {
    if (step.done) {
      if (step.value) return step.value;
      break;
    }
    done += 1;
    yield done;
  }
  return { grid, obstacles, states, first, clouds, constant };
}
/** Points of an obstacle in states of the wheel, one after another from `first` on; `wheels`: their centres and axes. */
function measure(
  states: readonly WheelState[],
  wheels: Float64Array,
  o: Obstacle,
  cloud: Cloud,
  first: number,
): void {
  const points = flatOf(o);
  const moved = new Float64Array(points.length);
  states.forEach((state, n) => {
    const now = state.placing(o);
    if (now)
      o.points.forEach((p, k) => {
        const q = now(p);
        moved[3 * k] = q[0];
        moved[3 * k + 1] = q[1];
        moved[3 * k + 2] = q[2];
      });
    fill(cloud, first + n, wheels, 6 * n, now ? moved : points);
  });
}
/** Points, three numbers each, against the wheel whose centre and axis stand at `from`. */
function fill(
  { rho, along }: Cloud,
  state: number,
  wheels: Float64Array,
  from: number,
  points: Float64Array,
): void {
  const [cx, cy, cz] = [wheels[from] ?? 0, wheels[from + 1] ?? 0, wheels[from + 2] ?? 0];
  const [ax, ay, az] = [wheels[from + 3] ?? 0, wheels[from + 4] ?? 0, wheels[from + 5] ?? 0];
  let at = (state * points.length) / 3;
  for (let i = 0; i < points.length; i += 3, at++) {
    const x = (points[i] ?? 0) - cx;
    const y = (points[i + 1] ?? 0) - cy;
    const z = (points[i + 2] ?? 0) - cz;
    const s = x * ax + y * ay + z * az;
    rho[at] = sqrt(max(0, x * x + y * y + z * z - s * s));
    along[at] = s;
  }
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
function keyOf(o: Obstacle): string {
  const had = keys.get(o);
  if (had !== undefined) return had;
  const key = JSON.stringify(o);
  keys.set(o, key);
  return key;
}
/** An obstacle in every state of a walk that was gone before: measured once for as long as the walk is kept. */
function cloudIn({ states, wheels }: WheelWalk, o: Obstacle, constant: boolean): Cloud {
  const all = constant ? states.slice(0, 1) : states;
  const cloud = cloudOf(o.points.length, all.length);
  measure(all, wheels, o, cloud, 0);
  return cloud;
}
/** Runs a stepwise computation to its end. */
export function finish<T>(steps: Generator<unknown, T>): T {
  for (let step = steps.next(); ; step = steps.next()) if (step.done) return step.value;
}
/** Cell nearest to design. */
export const middleCell = (t: PolarTable): number =>
  nearestToZero(t.grid.zMm) * t.grid.across.length + nearestToZero(t.grid.across);
