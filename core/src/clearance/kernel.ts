/* eslint-disable @typescript-eslint/no-non-null-assertion -- every index below is inside its array; a check each time would cost half the speed */
import type { MountedBody } from './mounted-body';
import { floorOf } from './piece-bound';
import { clearanceAt, FOUND_MM, nearestOn, type Clearance, type OnPiece } from './piece-search';
import { placeOn, type InState, type ObstaclePiece, type WheelPlace } from './pieces';

const { abs, max, min, sqrt } = Math;

/** Least clearance of each obstacle, mm, and which of its points it is at. */
export interface Nearest {
  readonly mm: Float64Array;
  /** the nearest of its points */
  readonly index: Int32Array;
  /** the edge or face that comes nearer still, and where on it; −1: the point is nearest */
  readonly piece: Int32Array;
  readonly t: Float64Array;
  readonly u: Float64Array;
  /** the state in which an obstacle was looked at last, and what no place of it came nearer than there, mm; −1: not looked at */
  readonly lookedAt: Int32Array;
  readonly floorMm: Float64Array;
  /** the obstacle that was nearest of those that are asked for together */
  leastIs: number;
}
export const nearestOf = (obstacles: number): Nearest => ({
  mm: new Float64Array(obstacles),
  index: new Int32Array(obstacles),
  piece: new Int32Array(obstacles).fill(-1),
  t: new Float64Array(obstacles),
  u: new Float64Array(obstacles),
  lookedAt: new Int32Array(obstacles).fill(-1),
  floorMm: new Float64Array(obstacles),
  leastIs: -1,
});
/** Points of one obstacle as (distance from the spin axis, distance along it), one state of the wheel after another. */
export interface Cloud {
  readonly points: number;
  readonly rho: Float64Array;
  readonly along: Float64Array;
  /** squared distances of the points of its pieces in each state, where they are not those at design */
  readonly spans?: Float64Array | undefined;
  /** how wheel and obstacle stand in each state: what an obstacle clears changes by no more than the two move, so that what was far away is
   *  passed over until it can be near. Not there: the states are not those of a walk. */
  readonly moves?: Moves | undefined;
}
export interface Moves {
  /** centre and axis of the wheel in each state, six numbers */
  readonly wheels: Float64Array;
  /** points of the obstacle in each state, three numbers each; null: it stands still */
  readonly placed: Float64Array | null;
  /** how far from the wheel's centre any place of the obstacle lies at most, in any state, mm */
  readonly farMm: number;
}
/** no place of a piece moves further than so many times the most that one of its points does: its weights, the negative ones of an arc
 *  counted as well, come to no more */
const MOST_WEIGHT = 1.25;
/** How much nearer wheel and obstacle can have come from one state to another, mm: the way of the wheel's centre, the turn of its axis at
 *  the farthest place, and the way of the obstacle. */
function movedMm({ wheels, placed, farMm }: Moves, points: number, from: number, to: number): number {
  const [m, n] = [6 * from, 6 * to];
  const centre = apart(wheels, m, n);
  const axis = apart(wheels, m + 3, n + 3);
  let own = 0;
  if (placed)
    for (let i = 0; i < 3 * points; i += 3)
      own = max(own, apart(placed, 3 * points * from + i, 3 * points * to + i));
  return sqrt(centre) + farMm * sqrt(axis) + MOST_WEIGHT * sqrt(own);
}
/** Squared distance of two points of a list. */
function apart(of: Float64Array, m: number, n: number): number {
  const x = of[m]! - of[n]!;
  const y = of[m + 1]! - of[n + 1]!;
  const z = of[m + 2]! - of[n + 2]!;
  return x * x + y * y + z * z;
}
export const cloudOf = (points: number, states: number): Cloud => ({
  points,
  rho: new Float64Array(points * states),
  along: new Float64Array(points * states),
});
/** Which obstacles a scan looks at, and which of them against the rim as well. */
export interface ScanList {
  readonly obstacles: readonly number[];
  readonly insideRim: readonly boolean[];
  /** edges and faces of each; not there: points alone */
  readonly pieces?: readonly (readonly ObstaclePiece[])[] | undefined;
  /** of each obstacle: what comes no nearer than this is not asked for, and need not be exact; not there: everything is */
  readonly than?: Float64Array | undefined;
  /** obstacles of which the least of all is asked for as well, in every state */
  readonly together?: readonly boolean[] | undefined;
}
/** clearances of the points of all obstacles of a scan, one obstacle after another */
const near = new Float64Array(16384);
/** where in it those of each obstacle of the list begin; −1: it was passed over */
const nearFrom = new Int32Array(1024);
const onPiece: OnPiece = { mm: 0, t: 0, u: 0 };
const spot: WheelPlace = { rho: 0, along: 0 };
const where: InState = {
  rho: new Float64Array(0),
  along: new Float64Array(0),
  from: 0,
  spans: null,
  spanFrom: 0,
};
/** A cloud in one of its states; until the next is asked for. */
export function inState({ points, rho, along, spans }: Cloud, state: number): InState {
  where.rho = rho;
  where.along = along;
  where.from = state * points;
  where.spans = spans ?? null;
  where.spanFrom = spans ? (state * points * spans.length) / rho.length : 0;
  return where;
}
const there: Clearance = { mm: 0, byRho: 0, byAlong: 0 };

/** The distance kernel: for each obstacle of the list what, in one state, is nearest to tyre or rim. The same figures as
 *  `profileClearanceMm` and `barrelClearanceMm`, written out in one loop without allocation; a test holds them together.
 *  Edges and faces come nearer than their points: each is looked at where a bound says that it may. What `found` has from the state
 *  before, which is mostly a neighbour, is where the nearest place is looked for first, and says what is too far away to be looked at:
 *  of such an obstacle `mm` is what it does not come nearer than. `leastMm`: what is known already of what is asked for together. */
export function scanNearest(
  w: MountedBody,
  list: ScanList,
  clouds: readonly Cloud[],
  state: number,
  found: Nearest,
  leastMm = Infinity,
): void {
  const { obstacles, together, than, pieces } = list;
  let least = leastMm;
  let used = 0;
  // what was the least before first: what is farther away than that is then passed over
  const first = together && pieces ? found.leastIs : -1;
  for (let i = first < 0 ? 0 : -1; i < obstacles.length; i++) {
    const k = i < 0 ? first : obstacles[i]!;
    if (i >= 0 && k === first) continue;
    const cloud = clouds[k]!;
    const counts = together?.[k] === true;
    if (pieces && cloud.moves && found.lookedAt[k]! >= 0) {
      const floor = found.floorMm[k]! - movedMm(cloud.moves, cloud.points, found.lookedAt[k]!, state);
      const wanted = than ? (counts ? max(than[k]!, least) : than[k]!) : Infinity;
      if (floor >= wanted) {
        found.mm[k] = floor;
        nearFrom[k] = -1;
        continue;
      }
    }
    nearFrom[k] = used;
    used += cloud.points;
    scanPoints(w, list, cloud, k, state, found);
    const mm = found.mm[k]!;
    if (counts && mm < least) {
      least = mm;
      found.leastIs = k;
    }
  }
  if (pieces) scanPieces(w, list, pieces, clouds, state, found, least);
}
/** The nearest point of one obstacle, and the place of an edge or face that was nearest before. */
function scanPoints(
  w: MountedBody,
  list: ScanList,
  cloud: Cloud,
  k: number,
  state: number,
  found: Nearest,
): void {
  const { points, rho, along } = cloud;
  const { halfWidthMm, radiusMm, shoulderMm } = w.tire;
  const rim = w.tire.rimRadiusMm ?? 0;
  const straight = halfWidthMm - shoulderMm;
  const inner = radiusMm - shoulderMm;
  const { outboardMm, barrel } = w;
  const [ringIn, ringOut, ringHalf] = barrel
    ? [barrel.insideRadiusMm, barrel.flangeRadiusMm, barrel.halfWidthMm]
    : [0, 0, 0];
  const ring = barrel !== null && list.insideRim[k] === true;
  const from = state * points;
  const to = from + points;
  let into = nearFrom[k]!;
  let mm = Infinity;
  let index = from;
  for (let n = from; n < to; n++) {
    const r = rho[n]!;
    const s = abs(along[n]! - outboardMm);
    const inward = rim - r; // + inside the rim, where the tyre is not
    let c: number;
    if (inward > 0) {
      const beside = s - halfWidthMm;
      c = beside > 0 ? sqrt(beside * beside + inward * inward) : inward;
    } else {
      const a = s - straight;
      const o = r - inner;
      c = (a > 0 && o > 0 ? sqrt(a * a + o * o) : a > o ? a : o) - shoulderMm;
      if (rim > 0 && inward > c) c = inward;
    }
    if (ring) {
      const across = max(ringIn - r, r - ringOut);
      const past = s - ringHalf;
      const b = across > 0 && past > 0 ? sqrt(across * across + past * past) : max(across, past);
      if (b < c) c = b;
    }
    near[into++] = c;
    if (c < mm) {
      mm = c;
      index = n;
    }
  }
  found.index[k] = index - from;
  const before = list.pieces?.[k]?.[found.piece[k]!];
  found.piece[k] = -1;
  if (before) {
    placeOn(before, inState(cloud, state), found.t[k]!, found.u[k]!, spot);
    clearanceAt(w, ring, spot.rho, spot.along, there);
    if (there.mm < mm) {
      mm = there.mm;
      found.piece[k] = list.pieces[k]!.indexOf(before);
    }
  }
  found.mm[k] = mm;
}
/** Edges and faces that may come nearer than what is known of their obstacles. */
function scanPieces(
  w: MountedBody,
  list: ScanList,
  allPieces: readonly (readonly ObstaclePiece[])[],
  clouds: readonly Cloud[],
  state: number,
  found: Nearest,
  leastOfAll: number,
): void {
  let least = leastOfAll;
  for (const k of list.obstacles) {
    const first = nearFrom[k]!;
    if (first < 0) continue;
    const cloud = clouds[k]!;
    const pieces = allPieces[k]!;
    const here = inState(cloud, state);
    const ring = w.barrel !== null && list.insideRim[k] === true;
    const counts = list.together?.[k] === true;
    const than = list.than ? list.than[k]! : Infinity;
    let mm = found.mm[k]!;
    let floorMm = mm;
    for (let i = 0; i < pieces.length; i++) {
      const piece = pieces[i]!;
      // nearer than this, or it is nothing to whoever asks
      const wanted = min(mm, counts ? max(than, least) : than);
      const floor = floorOf(piece, w, ring, here, near, first, wanted);
      if (floor >= wanted) {
        if (floor < floorMm) floorMm = floor;
        continue;
      }
      nearestOn(piece, w, ring, here, onPiece);
      if (onPiece.mm < floorMm) floorMm = onPiece.mm;
      if (onPiece.mm >= mm) continue;
      mm = onPiece.mm;
      if (counts && mm < least) {
        least = mm;
        found.leastIs = k;
      }
      found.piece[k] = i;
      found.t[k] = onPiece.t;
      found.u[k] = onPiece.u;
    }
    found.mm[k] = mm;
    if (!cloud.moves) continue;
    found.lookedAt[k] = state;
    found.floorMm[k] = floorMm - FOUND_MM;
  }
}

/** every so many states are looked at first */
const SEED_STEP = 4;
/** Some of all states, to be looked at by their points alone before all are looked at whole: edges and faces are then searched only where
 *  they may come nearer than those. */
export function seed<T>(visits: readonly T[], look: (visit: T) => void): void {
  for (let n = 0; n < visits.length; n += SEED_STEP) look(visits[n]!);
}
