/* eslint-disable @typescript-eslint/no-non-null-assertion -- every index below is inside its array; a check each time would cost half the speed */
import type { TireBody } from './tire-body';
import type { WheelBarrel } from './wheel-barrel';

const { abs, max, sqrt } = Math;

/** A wheel with its tyre as it would be mounted. */
export interface MountedBody {
  readonly tire: TireBody;
  /** null: only the tyre is looked at */
  readonly barrel: WheelBarrel | null;
  /** middle of the tyre from the stock wheel's, along the spin axis, mm outboard */
  readonly outboardMm: number;
}
/** Least clearance of each obstacle, mm, and the index of the point it is at. */
export interface Nearest {
  readonly mm: Float64Array;
  readonly index: Int32Array;
}
export const nearestOf = (obstacles: number): Nearest => ({
  mm: new Float64Array(obstacles),
  index: new Int32Array(obstacles),
});
/** Which obstacles a scan looks at, and which of them against the rim as well. */
export interface ScanList {
  /** first point of each obstacle; one more at the end */
  readonly from: readonly number[];
  readonly obstacles: readonly number[];
  readonly insideRim: readonly boolean[];
}

/** The distance kernel: for each obstacle of the list the point of `rho`/`along` (from `base` on) that is nearest to tyre or
 *  rim. The same figures as `profileClearanceMm` and `barrelClearanceMm`, written out in one loop without allocation; a
 *  test holds them together. */
export function scanNearest(
  w: MountedBody,
  list: ScanList,
  rho: Float64Array,
  along: Float64Array,
  base: number,
  found: Nearest,
): void {
  const { halfWidthMm, radiusMm, shoulderMm } = w.tire;
  const rim = w.tire.rimRadiusMm ?? 0;
  const straight = halfWidthMm - shoulderMm;
  const inner = radiusMm - shoulderMm;
  const { outboardMm, barrel } = w;
  const { from, obstacles, insideRim } = list;
  const [ringIn, ringOut, ringHalf] = barrel
    ? [barrel.insideRadiusMm, barrel.flangeRadiusMm, barrel.halfWidthMm]
    : [0, 0, 0];
  for (const k of obstacles) {
    const to = base + from[k + 1]!;
    const ring = barrel !== null && insideRim[k] === true;
    let mm = Infinity;
    let index = base + from[k]!;
    for (let n = index; n < to; n++) {
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
      if (c < mm) {
        mm = c;
        index = n;
      }
    }
    found.mm[k] = mm;
    found.index[k] = index;
  }
}
