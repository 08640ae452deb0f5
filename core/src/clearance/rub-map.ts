import type { ReachFault, SuspensionModel } from '../suspension';
import { bad, good, type Result } from '../units';
import { nearestOf, scanNearest, seed } from './kernel';
import type { MountedBody } from './mounted-body';
import type { Obstacle } from './obstacle';
import { finish, middleCell, polarTable, scansOf, type PolarTable } from './polar-table';
import type { PoseGrid } from './wheel-states';
import { EVERY_POSE, visitsOf, type Visit } from './worst-over';

export interface WorstPlace {
  readonly obstacle: string;
  readonly clearanceMm: number;
  /** null where the clearance is the same in every pose */
  readonly zMm: number | null;
  readonly rackMm: number | null;
  /** index in the obstacle's points */
  readonly point: number;
}
export interface RubMap {
  readonly grid: PoseGrid;
  /** least clearance over all obstacles, [travel][across], mm; null where the linkage does not reach */
  readonly clearanceMm: readonly (readonly (number | null)[])[];
  readonly worst: readonly WorstPlace[];
  /** share of the reached poses with a clearance below 0 */
  readonly rubShare: number;
}
export interface RubInput extends MountedBody {
  readonly model: SuspensionModel;
  readonly obstacles: readonly Obstacle[];
  readonly inMap?: (obstacle: number) => boolean;
}

/** The map of one mounted wheel, read from a table: for each pose the least of all points, for each obstacle its worst
 *  place. What rides on the knuckle is the same in every pose and is told without one; `inMap` leaves obstacles out of the
 *  map, not out of the list. */
export function readMap(
  t: PolarTable,
  w: MountedBody,
  inMap: (obstacle: number) => boolean = () => true,
): RubMap {
  const { grid } = t;
  const columns = grid.across.length;
  const places = t.obstacles.map(() => ({ cell: -1, point: 0 }));
  const leastMm = new Float64Array(t.obstacles.length).fill(Infinity);
  const { constant, moving } = scansOf(t, () => true, leastMm);
  const list = { ...moving, together: t.obstacles.map((_, k) => inMap(k)) };
  const found = nearestOf(t.obstacles.length);
  const take = (obstacles: readonly number[], cell: number) => {
    for (const k of obstacles) {
      const mm = found.mm[k] ?? Infinity;
      if (mm >= (leastMm[k] ?? Infinity)) continue;
      leastMm[k] = mm;
      places[k] = { cell, point: found.index[k] ?? 0 };
    }
  };
  const middle = middleCell(t);
  let fixed = Infinity;
  if ((t.states[middle] ?? 0) > 0) {
    scanNearest(w, constant, t.clouds, 0, found);
    take(constant.obstacles, middle);
    for (const k of constant.obstacles) if (inMap(k)) fixed = Math.min(fixed, found.mm[k] ?? Infinity);
  }
  const mapped = list.obstacles.filter(inMap);
  const cellMm = new Float64Array(t.states.length).fill(fixed);
  const visits = visitsOf(t, { ...EVERY_POSE });
  const cellOf = ({ row, column }: Visit) => row.at * columns + column.at;
  seed(visits, (v) => {
    scanNearest(w, { ...list, pieces: undefined }, v.clouds, v.at, found);
    take(list.obstacles, cellOf(v));
  });
  for (const v of visits) {
    const cell = cellOf(v);
    scanNearest(w, list, v.clouds, v.at, found, cellMm[cell]);
    take(list.obstacles, cell);
    let mm = cellMm[cell] ?? fixed;
    for (const k of mapped) mm = Math.min(mm, found.mm[k] ?? Infinity);
    cellMm[cell] = mm;
  }
  let [reached, rubs] = [0, 0];
  const clearanceMm = grid.zMm.map((_, i) =>
    grid.across.map((__, j): number | null => {
      const cell = i * columns + j;
      const mm = (t.states[cell] ?? 0) > 0 ? (cellMm[cell] ?? Infinity) : Infinity;
      if (mm === Infinity) return null;
      reached += 1;
      if (mm < 0) rubs += 1;
      return mm;
    }),
  );
  const worst = t.obstacles.map((o, k): WorstPlace => {
    const { cell, point } = places[k] ?? { cell: -1, point: 0 };
    const moves = !t.constant[k] && cell >= 0;
    return {
      obstacle: o.name,
      clearanceMm: leastMm[k] ?? Infinity,
      zMm: moves ? (grid.zMm[Math.floor(cell / columns)] ?? null) : null,
      rackMm: moves ? (grid.across[cell % columns] ?? null) : null,
      point,
    };
  });
  return { grid, clearanceMm, worst, rubShare: reached === 0 ? 0 : rubs / reached };
}

/** Clearance of a wheel over travel × rack in one go. Poses beyond the reach are left out and counted nowhere.
 *  `progress` is told rows done of all rows and may stop the work by answering false. */
export function rubMap(
  input: RubInput,
  grid: PoseGrid,
  progress: (done: number, of: number) => boolean = () => true,
): Result<RubMap, ReachFault | { readonly code: 'stopped' }> {
  const steps = polarTable(input.model, input.obstacles, grid);
  for (let step = steps.next(); ; step = steps.next()) {
    if (step.done) return 'code' in step.value ? bad(step.value) : good(readMap(step.value, input));
    if (!progress(step.value, grid.zMm.length)) return bad({ code: 'stopped' });
  }
}

/** A cell of the map whose corners do not agree, looked at more closely. */
export interface FineCell {
  readonly row: number;
  readonly column: number;
  /** least clearance on the finer grid inside the cell, [travel][across], both edges included */
  readonly clearanceMm: readonly (readonly (number | null)[])[];
}
/** steps into which a cell is divided where the sign changes */
export const FINE_STEPS = 4;

/** Cells whose corners differ in sign, posed again on a grid four times as fine: where the rub begins is then known to a
 *  sixteenth of a cell's area. Yields cells done. */
export function* refineMap(input: RubInput, map: RubMap): Generator<number, readonly FineCell[]> {
  const { zMm, across } = map.grid;
  const out: FineCell[] = [];
  for (let i = 0; i + 1 < zMm.length; i++)
    for (let j = 0; j + 1 < across.length; j++) {
      const corners = [
        map.clearanceMm[i]?.[j],
        map.clearanceMm[i + 1]?.[j],
        map.clearanceMm[i]?.[j + 1],
        map.clearanceMm[i + 1]?.[j + 1],
      ];
      const known = corners.filter((c) => c != null);
      if (known.length < 4 || known.every((c) => c < 0) || known.every((c) => c >= 0)) continue;
      const between = (a: number, b: number) =>
        Array.from({ length: FINE_STEPS + 1 }, (_, n) => a + ((b - a) * n) / FINE_STEPS);
      const fine = finish(
        polarTable(input.model, input.obstacles, {
          ...map.grid,
          zMm: between(zMm[i] ?? 0, zMm[i + 1] ?? 0),
          across: between(across[j] ?? 0, across[j + 1] ?? 0),
        }),
      );
      if ('code' in fine) continue;
      out.push({ row: i, column: j, clearanceMm: readMap(fine, input, input.inMap).clearanceMm });
      yield out.length;
    }
  return out;
}

/** Share of the map's area that rubs, counted cell by cell and in the finer cells where they are.
 *  Between its corners a cell counts by how many of them rub. */
export function rubShareOf(map: RubMap, fine: readonly FineCell[]): number {
  const closer = new Map(fine.map((f) => [`${f.row}/${f.column}`, f.clearanceMm]));
  let [area, rubs] = [0, 0];
  const { zMm, across } = map.grid;
  if (zMm.length < 2 || across.length < 2) return map.rubShare;
  const share = (values: readonly (number | null | undefined)[]) => {
    const known = values.filter((v) => v != null);
    return known.length === 0 ? null : known.filter((v) => v < 0).length / known.length;
  };
  for (let i = 0; i + 1 < zMm.length; i++)
    for (let j = 0; j + 1 < across.length; j++) {
      const inside = closer.get(`${i}/${j}`)?.flat() ?? [
        map.clearanceMm[i]?.[j],
        map.clearanceMm[i + 1]?.[j],
        map.clearanceMm[i]?.[j + 1],
        map.clearanceMm[i + 1]?.[j + 1],
      ];
      const s = share(inside);
      if (s === null) continue;
      area += 1;
      rubs += s;
    }
  return area === 0 ? 0 : rubs / area;
}
