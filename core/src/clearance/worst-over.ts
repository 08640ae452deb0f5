import { cloudOf, inState, nearestOf, scanNearest, seed, type Cloud, type ScanList } from './kernel';
import type { MountedBody } from './mounted-body';
import { placeOn } from './pieces';
import { keyOf, scansOf, type PolarTable } from './polar-table';
import type { WheelWalk } from './wheel-states';

/** Part of a map that counts: travel from – to and the lock each way (in the map's own unit); both inside the table. */
export interface Window {
  readonly fromMm: number;
  readonly toMm: number;
  readonly lock: number;
  /** the wheels of a road are not at full lock and at full travel at once; null: every travel counts at every lock */
  readonly narrows: Narrowing | null;
}
/** Toward full lock the reach either way of the ride height closes in, by this share of it at full lock. */
export interface Narrowing {
  readonly rideZMm: number;
  readonly bumpMm: number;
  readonly droopMm: number;
  /** lower than that loaded as it is used, and at the rating of the axle */
  readonly sinksMm: number;
  readonly ratedMm: number;
  readonly fullLock: number;
  readonly share: number;
}
/** Every pose of a table. */
export const EVERY_POSE: Window = { fromMm: -Infinity, toMm: Infinity, lock: Infinity, narrows: null };
/** The travel of a window that counts at one lock, mm from design: reach × (1 − share · |lock share|²) either way, up from where
 *  it stands loaded, down from where it stands empty, at least to where it stands at its rating, inside
 *  what the axle has.
 *  @example travelAt({ fromMm: -80, toMm: 60, lock: 40, narrows: { rideZMm: 0, bumpMm: 60, droopMm: 80, sinksMm: 20, ratedMm: 45, fullLock: 40, share: 0.5 } }, 40) // [-40,50] */
export function travelAt({ fromMm, toMm, narrows }: Window, across: number): readonly [number, number] {
  if (!narrows || narrows.fullLock === 0) return [fromMm, toMm];
  const { rideZMm, bumpMm, droopMm, sinksMm, ratedMm, fullLock, share } = narrows;
  const reach = 1 - share * Math.min(1, Math.abs(across / fullLock)) ** 2;
  return [
    Math.max(fromMm, rideZMm - droopMm * reach),
    Math.min(toMm, rideZMm + Math.max(sinksMm + bumpMm * reach, ratedMm)),
  ];
}
export interface WindowWorst {
  readonly clearanceMm: number;
  readonly zMm: number | null;
  readonly across: number | null;
  readonly point: number;
}

/** places between two columns that are looked at, in columns from the least one */
const BETWEEN = [-0.75, -0.5, -0.25, 0.25, 0.5, 0.75] as const;
/** what comes nearer between two columns than in either does so by less than this, mm */
const BETWEEN_MM = 10;

export interface Stop {
  readonly value: number;
  readonly at: number;
  /** share of the way to the next line of the grid */
  readonly part: number;
}
/** Lines of the grid inside [from, to], with both ends themselves, which may fall between two lines. */
function stops(lines: readonly number[], from: number, to: number): readonly Stop[] {
  const last = lines.length - 1;
  const [low, high] = [Math.max(from, lines[0] ?? 0), Math.min(to, lines[last] ?? 0)];
  const end = (value: number): Stop => {
    const next = lines.findIndex((l) => l >= value - 1e-9);
    if (next <= 0) return { value, at: 0, part: 0 };
    const [a, b] = [lines[next - 1] ?? 0, lines[next] ?? 0];
    return b - value < 1e-9
      ? { value, at: next, part: 0 }
      : { value, at: next - 1, part: (value - a) / (b - a) };
  };
  if (low >= high) return [end((low + high) / 2)];
  const inner = lines.flatMap((value, at): Stop[] =>
    value > low + 1e-9 && value < high - 1e-9 ? [{ value, at, part: 0 }] : [],
  );
  return [end(low), ...inner, end(high)];
}

/** One state of the wheel inside a window: a state of the table, or one that lies between four of them. */
export interface Visit {
  readonly row: Stop;
  readonly column: Stop;
  readonly state: number;
  readonly clouds: readonly Cloud[];
  /** place among the states of `clouds` */
  readonly at: number;
}
const visited = new WeakMap<Window, { readonly of: PolarTable; readonly visits: readonly Visit[] }>();
/** All states of a window: made once for as long as the window is asked about. */
export function visitsOf(t: PolarTable, window: Window): readonly Visit[] {
  const had = visited.get(window);
  if (had?.of === t) return had.visits;
  const columns = t.grid.across.length;
  const roll = t.grid.acrossIs === 'other-wheel-mm';
  const cols = roll
    ? stops(t.grid.across, window.fromMm, window.toMm)
    : stops(t.grid.across, -window.lock, window.lock);
  const between: Between[] = [];
  const mixed: Cloud[] = [];
  // one wheel of a beam and then the other, along the direction that moves this wheel least: neighbours are then much the same
  const byState: Visit[][] = [];
  const put = (row: Stop, column: Stop) => {
    const corner = row.at * columns + column.at;
    const states = t.states[corner] ?? 0;
    const [below, beside] = [row.part > 0 ? columns : 0, column.part > 0 ? 1 : 0];
    const [u, v] = [row.part, column.part];
    const isBetween = below > 0 || beside > 0; // between states of the table
    const cells = [corner, corner + below, corner + beside, corner + below + beside] as const;
    if (isBetween && cells.some((x) => t.states[x] !== states)) return;
    for (let state = 0; state < states; state++) {
      const first = (n: number) => (t.first[n] ?? 0) + state;
      const at = isBetween ? between.length : first(corner);
      (byState[state] ??= []).push({ row, column, state, at, clouds: isBetween ? mixed : t.clouds });
      if (isBetween)
        between.push({
          states: [first(cells[0]), first(cells[1]), first(cells[2]), first(cells[3])],
          weights: [(1 - u) * (1 - v), u * (1 - v), (1 - u) * v, u * v],
        });
    }
  };
  if (roll) {
    for (const row of stops(t.grid.zMm, window.fromMm, window.toMm))
      for (const column of cols) put(row, column);
  } else
    for (const column of cols)
      for (const row of stops(t.grid.zMm, ...travelAt(window, column.value))) put(row, column);
  mixed.push(...t.clouds.map((cloud, k) => (t.constant[k] ? cloud : mix(cloud, between))));
  const visits = byState.flat();
  visited.set(window, { of: t, visits });
  return visits;
}

/** What is asked of a window. */
interface Asked {
  /** picks obstacles */
  readonly only?: ((obstacle: number) => boolean) | undefined;
  /** the least of all of them is asked for: those that are not it need not be exact */
  readonly leastAlone?: boolean;
  /** whether all keep so much is asked for: the first that does not ends the work, and more than this need not be exact */
  readonly enoughMm?: number;
  /** what a part of the window has given: only what comes nearer still is looked for */
  readonly known?: readonly WindowWorst[] | undefined;
}
/** Worst clearance of each obstacle over a window of the table. On the window's edges the profile figures are taken
 *  between the poses on either side, so that the answer moves evenly with lift and lock. */
export function worstOver(
  t: PolarTable,
  w: MountedBody,
  window: Window,
  { only = () => true, leastAlone = false, enoughMm, known }: Asked = {},
): readonly WindowWorst[] {
  const columns = t.grid.across.length;
  const worst = t.obstacles.map((_, k) => ({
    mm: known?.[k]?.clearanceMm ?? Infinity,
    zMm: null as number | null,
    across: null as number | null,
    point: 0,
    piece: -1,
    t: 0,
    u: 0,
    row: null as Stop | null,
    column: -1,
    state: 0,
  }));
  // what comes no nearer than what is known already need not be exact
  let matters = (enoughMm ?? Infinity) + BETWEEN_MM;
  const than = Float64Array.from(worst, ({ mm }) => Math.min(mm, matters));
  const { constant, moving } = scansOf(t, only, than);
  const found = nearestOf(t.obstacles.length);
  /** false: one is nearer than is enough, and no more is asked */
  const look = (list: ScanList, clouds: readonly Cloud[], at: number, v: Visit | null): boolean => {
    scanNearest(w, list, clouds, at, found);
    for (const k of list.obstacles) {
      const record = worst[k];
      const mm = found.mm[k] ?? Infinity;
      if (!record || mm >= record.mm) continue;
      record.mm = mm;
      if (leastAlone) than.fill((matters = Math.min(mm + BETWEEN_MM, matters)));
      else than[k] = Math.min(mm, than[k] ?? mm);
      record.zMm = v?.row.value ?? null;
      record.across = v?.column.value ?? null;
      record.point = found.index[k] ?? 0;
      record.piece = found.piece[k] ?? -1;
      record.t = found.t[k] ?? 0;
      record.u = found.u[k] ?? 0;
      record.row = v?.row ?? null;
      record.column = v?.column.part === 0 ? v.column.at : -1;
      record.state = v?.state ?? 0;
      if (enoughMm !== undefined && mm < enoughMm) return false;
    }
    return true;
  };
  const answer = () =>
    worst.map(({ mm, zMm, across, point }): WindowWorst => ({ clearanceMm: mm, zMm, across, point }));
  if (!look(constant, t.clouds, 0, null)) return answer();
  const visits = visitsOf(t, window);
  if (enoughMm === undefined) seed(visits, (v) => look({ ...moving, pieces: undefined }, v.clouds, v.at, v));
  for (const v of visits) if (!look(moving, v.clouds, v.at, v)) return answer();
  // The least may lie between two columns: there the point's place beside the wheel, which is smooth, is read from a
  // parabola through three columns, and measured against the profile.
  const [point1, one] = [cloudOf(1, 1), nearestOf(1)];
  const onePoint = (k: number) => ({ obstacles: [0], insideRim: [moving.insideRim[k] ?? false] });
  // where the travel that counts ends, it ends elsewhere in the next column: the edge itself is followed
  const onEdge = (row: Stop, from: number, column: number): Stop => {
    const across = (j: number) => t.grid.across[j] ?? 0;
    const own = travelAt(window, across(from));
    const end = own.findIndex((mm) => Math.abs(mm - row.value) < 1e-9);
    return end < 0 || !window.narrows
      ? row
      : (stops(t.grid.zMm, travelAt(window, across(column))[end] ?? row.value, Infinity)[0] ?? row);
  };
  const spot = { rho: 0, along: 0 };
  const placed = (k: number, at: Stop, from: number, column: number, state: number, near: NearPlace) => {
    if (column < 0 || column >= columns) return null;
    if (Math.abs(t.grid.across[column] ?? 0) > window.lock + 1e-9) return null;
    const row = onEdge(at, from, column);
    const cell = row.at * columns + column;
    const above = row.part > 0 ? cell + columns : cell;
    if ((t.states[cell] ?? 0) <= state || (t.states[above] ?? 0) <= state) return null;
    const cloud = t.clouds[k];
    if (!cloud) return null;
    const { points, rho, along } = cloud;
    const piece = moving.pieces?.[k]?.[near.piece];
    const placeIn = (n: number): readonly [number, number] => {
      if (!piece) return [rho[n * points + near.point] ?? 0, along[n * points + near.point] ?? 0];
      placeOn(piece, inState(cloud, n), near.t, near.u, spot);
      return [spot.rho, spot.along];
    };
    const [a, b] = [placeIn((t.first[cell] ?? 0) + state), placeIn((t.first[above] ?? 0) + state)];
    return [(1 - row.part) * a[0] + row.part * b[0], (1 - row.part) * a[1] + row.part * b[1]] as const;
  };
  return worst.map(({ mm, zMm, across, row, column, state, ...near }, k) => {
    const had = known?.[k];
    if (had && mm >= had.clearanceMm) return had;
    if (mm >= matters) return { clearanceMm: mm, zMm, across, point: near.point };
    const steers = t.grid.acrossIs !== 'other-wheel-mm' && row !== null && column >= 0;
    const [before, here, after] = [-1, 0, 1].map((d) =>
      steers ? placed(k, row, column, column + d, state, near) : null,
    );
    let least = mm;
    if (before && here && after)
      for (const u of BETWEEN) {
        const at = (i: 0 | 1) =>
          here[i] + (u * (after[i] - before[i])) / 2 + (u * u * (after[i] + before[i] - 2 * here[i])) / 2;
        point1.rho[0] = at(0);
        point1.along[0] = at(1);
        scanNearest(w, onePoint(k), [point1], 0, one);
        least = Math.min(least, one.mm[0] ?? Infinity);
      }
    return { clearanceMm: least, zMm, across, point: near.point };
  });
}
const foundOn = new WeakMap<WheelWalk, Map<string, WindowWorst>>();
/** The worst of each obstacle over a window; `inside`: a part of it that is asked for too. Remembered with the walk, obstacle by obstacle: a
 *  relief moves one of them, and what was found of the others stays as it is. */
export function worstOfEach(
  t: PolarTable,
  w: MountedBody,
  window: Window,
  inside?: Window,
): readonly WindowWorst[] {
  const known = foundOn.get(t.walk) ?? new Map<string, WindowWorst>();
  foundOn.set(t.walk, known);
  const asked = JSON.stringify([w, window, inside]);
  const keys = t.obstacles.map((o) => `${keyOf(o)} ${asked}`);
  const open = keys.flatMap((key, k) => (known.has(key) ? [] : [k]));
  if (open.length > 0) {
    const table = open.length === keys.length ? t : withOnly(t, open);
    const had = inside && worstOfEach(table, w, inside);
    worstOver(table, w, window, { known: had }).forEach((worst, n) => {
      known.set(keys[open[n] ?? -1] ?? '', worst);
    });
  }
  return keys.flatMap((key) => known.get(key) ?? []);
}
const withOnly = (t: PolarTable, picked: readonly number[]): PolarTable => {
  const of = <T>(list: readonly T[]): readonly T[] => list.filter((_, k) => picked.includes(k));
  return { ...t, obstacles: of(t.obstacles), clouds: of(t.clouds), constant: of(t.constant) };
};
/** A place of an obstacle: one of its points, or a place on one of its edges and faces. */
interface NearPlace {
  readonly point: number;
  readonly piece: number;
  readonly t: number;
  readonly u: number;
}
type Four = readonly [number, number, number, number];
/** Four states of a table and the weight of each. */
interface Between {
  readonly states: Four;
  readonly weights: Four;
}
/** Points between four states, each with its weight: one state after another. */
function mix(from: Cloud, between: readonly Between[]): Cloud {
  const { points, rho, along, spans } = from;
  const of = (list: Float64Array) => mixed(list, (list.length / rho.length) * points, between);
  return { points, rho: of(rho), along: of(along), spans: spans && of(spans) };
}
/** So many numbers of each state. */
function mixed(of: Float64Array, each: number, between: readonly Between[]): Float64Array {
  const into = new Float64Array(each * between.length);
  let to = 0;
  for (const { states, weights } of between) {
    const [wa, wb, wc, wd] = weights;
    let [a, b, c, d] = [states[0] * each, states[1] * each, states[2] * each, states[3] * each];
    for (let n = 0; n < each; n++, a++, b++, c++, d++, to++)
      into[to] = wa * (of[a] ?? 0) + wb * (of[b] ?? 0) + wc * (of[c] ?? 0) + wd * (of[d] ?? 0);
  }
  return into;
}
/** Least of all picked obstacles over a window; + infinity where there are none. */
export const leastOver = (
  t: PolarTable,
  w: MountedBody,
  window: Window,
  only?: (obstacle: number) => boolean,
): number =>
  Math.min(Infinity, ...worstOver(t, w, window, { only, leastAlone: true }).map((x) => x.clearanceMm));
/** Whether every picked obstacle keeps so much room over a window. */
export const clearsOver = (
  t: PolarTable,
  w: MountedBody,
  window: Window,
  marginMm: number,
  only?: (obstacle: number) => boolean,
): boolean =>
  worstOver(t, w, window, { only, leastAlone: true, enoughMm: marginMm }).every(
    (x) => x.clearanceMm >= marginMm,
  );
