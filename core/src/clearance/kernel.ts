/* eslint-disable @typescript-eslint/no-non-null-assertion -- every index below is inside its array; a check each time would cost half the speed */
import type { MountedBody } from './mounted-body';
import { staysClear } from './piece-bound';
import { clearanceAt, nearestOn, type Clearance, type OnPiece } from './piece-search';
import { placeOn, type ObstaclePiece, type WheelPlace } from './pieces';

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
}
export const nearestOf = (obstacles: number): Nearest => ({
  mm: new Float64Array(obstacles),
  index: new Int32Array(obstacles),
  piece: new Int32Array(obstacles).fill(-1),
  t: new Float64Array(obstacles),
  u: new Float64Array(obstacles),
});
/** Points of one obstacle as (distance from the spin axis, distance along it), one state of the wheel after another. */
export interface Cloud {
  readonly points: number;
  readonly rho: Float64Array;
  readonly along: Float64Array;
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
const onPiece: OnPiece = { mm: 0, t: 0, u: 0 };
const spot: WheelPlace = { rho: 0, along: 0 };
const there: Clearance = { mm: 0, byRho: 0, byAlong: 0 };

/** The distance kernel: for each obstacle of the list what, in one state, is nearest to tyre or rim. The same figures as
 *  `profileClearanceMm` and `barrelClearanceMm`, written out in one loop without allocation; a test holds them together.
 *  Edges and faces come nearer than their points: each is looked at where a bound says that it may. What `found` has from the state
 *  before, which is mostly a neighbour, is where the nearest place is looked for first. */
export function scanNearest(
  w: MountedBody,
  list: ScanList,
  clouds: readonly Cloud[],
  state: number,
  found: Nearest,
): void {
  const { halfWidthMm, radiusMm, shoulderMm } = w.tire;
  const rim = w.tire.rimRadiusMm ?? 0;
  const straight = halfWidthMm - shoulderMm;
  const inner = radiusMm - shoulderMm;
  const { outboardMm, barrel } = w;
  const { obstacles, insideRim } = list;
  const [ringIn, ringOut, ringHalf] = barrel
    ? [barrel.insideRadiusMm, barrel.flangeRadiusMm, barrel.halfWidthMm]
    : [0, 0, 0];
  let least = Infinity;
  let used = 0;
  for (const k of obstacles) {
    const { points, rho, along } = clouds[k]!;
    const from = state * points;
    const to = from + points;
    const ring = barrel !== null && insideRim[k] === true;
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
      near[used + n - from] = c;
      if (c < mm) {
        mm = c;
        index = n;
      }
    }
    used += points;
    found.index[k] = index - from;
    const before = list.pieces?.[k]?.[found.piece[k]!];
    found.piece[k] = -1;
    if (before) {
      placeOn(before, rho, along, from, found.t[k]!, found.u[k]!, spot);
      clearanceAt(w, ring, spot.rho, spot.along, there);
      if (there.mm < mm) {
        mm = there.mm;
        found.piece[k] = list.pieces[k]!.indexOf(before);
      }
    }
    found.mm[k] = mm;
    if (mm < least && list.together?.[k] === true) least = mm;
  }
  if (list.pieces) scanPieces(w, list, list.pieces, clouds, state, found, least);
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
  let used = 0;
  for (const k of list.obstacles) {
    const { points, rho, along } = clouds[k]!;
    const first = used;
    used += points;
    const pieces = allPieces[k]!;
    if (pieces.length === 0) continue;
    const from = state * points;
    const ring = w.barrel !== null && list.insideRim[k] === true;
    const counts = list.together?.[k] === true;
    const than = list.than ? list.than[k]! : Infinity;
    let mm = found.mm[k]!;
    for (let i = 0; i < pieces.length; i++) {
      const piece = pieces[i]!;
      // nearer than this, or it is nothing to whoever asks
      const wanted = min(mm, counts ? max(than, least) : than);
      if (staysClear(piece, w, ring, rho, along, from, near, first, wanted)) continue;
      nearestOn(piece, w, ring, rho, along, from, onPiece);
      if (onPiece.mm >= mm) continue;
      mm = onPiece.mm;
      if (counts && mm < least) least = mm;
      found.piece[k] = i;
      found.t[k] = onPiece.t;
      found.u[k] = onPiece.u;
    }
    found.mm[k] = mm;
  }
}
