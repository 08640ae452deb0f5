/* eslint-disable @typescript-eslint/no-non-null-assertion -- every index below is inside its array; a check each time would cost half the speed */
import type { MountedBody } from './mounted-body';
import { filledAt, type Clearance } from './piece-search';
import { isFace, type InState, type ObstaclePiece } from './pieces';

const { max, min } = Math;

/** Ends of the parts of a piece that lie nearest to each of its points: along, and across. */
const ALONG: Readonly<Record<ObstaclePiece['kind'], readonly (readonly [number, number])[]>> = {
  line: [
    [0, 0.5],
    [0.5, 1],
  ],
  face: [
    [0, 0.5],
    [0.5, 1],
  ],
  arc: [
    [0, 0.25],
    [0.25, 0.75],
    [0.75, 1],
  ],
  'arc-face': [
    [0, 0.25],
    [0.25, 0.75],
    [0.75, 1],
  ],
};
/** a floor that is higher than asked by this much is not made closer: it lets the piece be passed over for some states, mm */
const SLACK = 20;
/** how the piece runs away from the tangent plane at one of its points, towards each of the others, mm */
const away = new Float64Array(6);
const here: Clearance = { mm: 0, byRho: 0, byAlong: 0 };
/** What no place of a piece comes nearer than, mm: no closer than it takes to be `wanted` or more; less than that where it cannot be told. With its rim filled in a
 *  tyre is a convex body, nothing is nearer to the tyre than to that, and the distance to it never falls under its tangent: the whole
 *  piece is held against the tangent at the nearest of its points, then each part of it against the tangent at the point that it lies
 *  nearest to. Never so for what is looked at against the rim as well. `near`: clearances of the points, from `first` on. */
export function floorOf(
  piece: ObstaclePiece,
  body: MountedBody,
  ring: boolean,
  where: InState,
  near: Float64Array,
  first: number,
  wanted: number,
): number {
  const { at, kind, reachMm } = piece;
  let nearest = 0;
  for (let i = 1; i < at.length; i++) if (near[first + at[i]!]! < near[first + at[nearest]!]!) nearest = i;
  const rough = near[first + at[nearest]!]! - reachMm;
  if (rough >= wanted + SLACK || ring) return rough;
  const columns = isFace(kind) ? at.length / 2 : at.length;
  const whole = tangentAt(piece, body, where, nearest);
  if (Number.isNaN(whole)) return rough;
  const floor = whole + leastAway(columns, at.length, 0, 1, 0, 1);
  if (max(floor, rough) >= wanted) return max(floor, rough);
  let least = Infinity;
  for (let v = 0; v < at.length; v++) {
    const there = tangentAt(piece, body, where, v);
    if (Number.isNaN(there)) return rough;
    const [t0, t1] = ALONG[kind][v % columns]!;
    const row = v >= columns ? 1 : 0;
    const part = there + leastAway(columns, at.length, t0, t1, min(row, 0.5), max(row, 0.5));
    if (part < wanted) return part;
    if (part < least) least = part;
  }
  return least;
}
/** The tangent at one point: leaves in `away` how far the piece runs from it at each of its points; what the filled tyre clears there.
 *  NaN on the spin axis. */
function tangentAt(
  { at, span2, firstSpan }: ObstaclePiece,
  body: MountedBody,
  { rho, along, from, spans, spanFrom }: InState,
  v: number,
): number {
  const spansOf = spans ?? span2;
  const firstOf = spans ? spanFrom + firstSpan : 0;
  const n = at.length;
  const rv = rho[from + at[v]!]!;
  const sv = along[from + at[v]!]!;
  if (rv <= 0) return NaN;
  filledAt(body, rv, sv, here);
  const { mm, byRho, byAlong } = here;
  for (let j = 0; j < n; j++) {
    if (j === v) {
      away[j] = 0;
      continue;
    }
    const rj = rho[from + at[j]!]!;
    const ds = along[from + at[j]!]! - sv;
    const d2 = spansOf[firstOf + (j < v ? pairOf(j, v, n) : pairOf(v, j, n))]! - ds * ds;
    away[j] = (byRho * (rj * rj - rv * rv - (d2 > 0 ? d2 : 0))) / (2 * rv) + byAlong * ds;
  }
  return mm;
}
/** How far a part of the piece runs under the tangent at most: across it is straight, its least is at one of the ends of the part. */
function leastAway(columns: number, n: number, t0: number, t1: number, u0: number, u1: number): number {
  if (n === columns) return leastAlong(columns, 0, t0, t1);
  return min(leastAlong(columns, u0, t0, t1), leastAlong(columns, u1, t0, t1));
}
function leastAlong(columns: number, u: number, t0: number, t1: number): number {
  const f0 = (1 - u) * away[0]! + u * away[columns % 6]!;
  const f1 = (1 - u) * away[1]! + u * away[(columns + 1) % 6]!;
  if (columns === 2) return min((1 - t0) * f0 + t0 * f1, (1 - t1) * f0 + t1 * f1);
  return leastOnArc(f0, f1, (1 - u) * away[2]! + u * away[(columns + 2) % 6]!, t0, t1);
}
/** Least of a parabola that has these values at 0, ½ and 1, between two places. */
function leastOnArc(f0: number, fm: number, f1: number, t0: number, t1: number): number {
  const bend = 2 * f0 - 4 * fm + 2 * f1;
  const slope0 = -3 * f0 + 4 * fm - f1;
  const of = (t: number) => f0 + slope0 * t + bend * t * t;
  const ends = min(of(t0), of(t1));
  const x = bend > 0 ? -slope0 / (2 * bend) : -1;
  return x > t0 && x < t1 ? min(ends, of(x)) : ends;
}
/** place of the pair i < j among those of n points */
const pairOf = (i: number, j: number, n: number) => (i * (2 * n - i - 1)) / 2 + (j - i - 1);
