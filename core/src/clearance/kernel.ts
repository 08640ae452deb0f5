/* eslint-disable @typescript-eslint/no-non-null-assertion -- every index below is inside its array; a check each time would cost half the speed */
import { leastOf, nearestOn, type OnPiece, type ObstaclePiece } from './pieces';
import type { TireBody } from './tire-body';
import type { WheelBarrel } from './wheel-barrel';

const { abs, max, min, sqrt } = Math;

/** A wheel with its tyre as it would be mounted. */
export interface MountedBody {
  readonly tire: TireBody;
  /** null: only the tyre is looked at */
  readonly barrel: WheelBarrel | null;
  /** middle of the tyre from the stock wheel's, along the spin axis, mm outboard */
  readonly outboardMm: number;
}
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
/** clearances of the points of one obstacle */
const near = new Float64Array(4096);
const onPiece: OnPiece = { mm: 0, t: 0, u: 0 };

/** The distance kernel: for each obstacle of the list what, in one state, is nearest to tyre or rim. The same figures as
 *  `profileClearanceMm` and `barrelClearanceMm`, written out in one loop without allocation; a test holds them together.
 *  Edges and faces come nearer than their points: each is looked at where a bound says that it may. */
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
      near[n - from] = c;
      if (c < mm) {
        mm = c;
        index = n;
      }
    }
    found.index[k] = index - from;
    found.piece[k] = -1;
    const counts = list.together?.[k] === true;
    if (counts && mm < least) least = mm;
    const pieces = list.pieces?.[k];
    if (pieces && pieces.length > 0) {
      const than = list.than ? list.than[k]! : Infinity;
      for (let i = 0; i < pieces.length; i++) {
        const piece = pieces[i]!;
        // nearer than this, or it is nothing to whoever asks
        const wanted = min(mm, counts ? max(than, least) : than);
        const { at, reachMm } = piece;
        let c = Infinity;
        for (const n of at) if (near[n]! < c) c = near[n]!;
        if (c - reachMm >= wanted || leastOf(piece, w, ring, rho, along, from) >= wanted) continue;
        nearestOn(piece, w, ring, rho, along, from, onPiece);
        if (onPiece.mm >= mm) continue;
        mm = onPiece.mm;
        if (counts && mm < least) least = mm;
        found.piece[k] = i;
        found.t[k] = onPiece.t;
        found.u[k] = onPiece.u;
      }
    }
    found.mm[k] = mm;
  }
}
