/* eslint-disable @typescript-eslint/no-non-null-assertion -- every index below is inside its array; a check each time would cost half the speed */
import { distance, type Vec3 } from '../suspension';
import type { MountedBody } from './kernel';
import type { Obstacle } from './obstacle';

const { abs, max, min, sqrt } = Math;

/** One piece of an edge or a face between points of its obstacle: a straight line (2 points), an arc through three, a flat or twisted
 *  face (4: two ends of one edge, then of the other), or a face between two arcs (6).
 *
 *  A place on it is a sum of its points with weights that add up to one, so that its distance from any axis follows from theirs:
 *  ρ² = Σ wᵢ ρᵢ² − Σ wᵢ wⱼ (lᵢⱼ² − (sᵢ − sⱼ)²), with l the distance between two points, which no pose changes. */
export interface ObstaclePiece {
  readonly at: readonly number[];
  readonly kind: 'line' | 'arc' | 'face' | 'arc-face';
  /** squared distance of each pair of points, in the order 01, 02, … 12, …, mm² */
  readonly span2: Float64Array;
  /** how far an arc leaves its chord, mm */
  readonly sagMm: number;
  /** no place on it lies further than this from the nearest of its points, mm */
  readonly reachMm: number;
}
const kept = new WeakMap<Obstacle, readonly ObstaclePiece[]>();
/** The edges and faces of an obstacle; none where it is single points. */
export function piecesOf(o: Obstacle): readonly ObstaclePiece[] {
  const had = kept.get(o);
  if (had) return had;
  const made = cut(o);
  kept.set(o, made);
  return made;
}
function cut({ points, shape }: Obstacle): readonly ObstaclePiece[] {
  const piece = (kind: ObstaclePiece['kind'], at: readonly number[]): ObstaclePiece => {
    const p = at.map((i) => points[i]!);
    const span2: number[] = [];
    for (let i = 0; i < p.length; i++)
      for (let j = i + 1; j < p.length; j++) span2.push(distance(p[i]!, p[j]!) ** 2);
    const sag = (a: Vec3, m: Vec3, b: Vec3) =>
      Math.hypot(...[0, 1, 2].map((k) => m[k]! - (a[k]! + b[k]!) / 2));
    const sagMm =
      kind === 'arc'
        ? sag(p[0]!, p[1]!, p[2]!)
        : kind === 'arc-face'
          ? max(sag(p[0]!, p[1]!, p[2]!), sag(p[3]!, p[4]!, p[5]!))
          : 0;
    return { kind, at, span2: Float64Array.from(span2), sagMm, reachMm: reachOf(kind, p, sagMm) };
  };
  const n = points.length;
  const out: ObstaclePiece[] = [];
  switch (shape?.kind) {
    case undefined:
    case 'points':
      return [];
    case 'line':
      for (let i = 0; i + 1 < n; i++) out.push(piece('line', [i, i + 1]));
      return out;
    case 'arc':
      for (let i = 0; i + 2 < n; i += 2) out.push(piece('arc', [i, i + 1, i + 2]));
      return out;
    case 'face':
    case 'arc-face': {
      const { across } = shape;
      const step = shape.kind === 'face' ? 1 : 2;
      for (let row = 0; row + 2 * across <= n; row += across)
        for (let i = 0; i + step < across; i += step) {
          const [a, b] = [row + i, row + across + i];
          out.push(
            shape.kind === 'face'
              ? piece('face', [a, a + 1, b, b + 1])
              : piece('arc-face', [a, a + 1, a + 2, b, b + 1, b + 2]),
          );
        }
      return out;
    }
  }
}

/** Half of each edge's longest part between two neighbouring points, along and across. */
function reachOf(kind: ObstaclePiece['kind'], p: readonly Vec3[], sagMm: number): number {
  const gap = (i: number, j: number) => distance(p[i]!, p[j]!);
  switch (kind) {
    case 'line':
      return gap(0, 1) / 2;
    case 'arc':
      return max(gap(0, 1), gap(1, 2)) / 2 + sagMm;
    case 'face':
      return Math.hypot(max(gap(0, 1), gap(2, 3)), max(gap(0, 2), gap(1, 3))) / 2 + gap(0, 3) * 0.1;
    case 'arc-face':
      return (
        Math.hypot(max(gap(0, 1), gap(1, 2), gap(3, 4), gap(4, 5)), max(gap(0, 3), gap(1, 4), gap(2, 5))) /
          2 +
        sagMm
      );
  }
}
/** weights of a piece's points at a place on it: `t` along, `u` across */
const w = new Float64Array(6);
function weights(kind: ObstaclePiece['kind'], t: number, u: number): void {
  switch (kind) {
    case 'line':
      w[0] = 1 - t;
      w[1] = t;
      return;
    case 'arc':
      w[0] = (1 - t) * (1 - 2 * t);
      w[1] = 4 * t * (1 - t);
      w[2] = t * (2 * t - 1);
      return;
    case 'face':
      w[0] = (1 - t) * (1 - u);
      w[1] = t * (1 - u);
      w[2] = (1 - t) * u;
      w[3] = t * u;
      return;
    case 'arc-face': {
      const [a, m, b] = [(1 - t) * (1 - 2 * t), 4 * t * (1 - t), t * (2 * t - 1)];
      w[0] = a * (1 - u);
      w[1] = m * (1 - u);
      w[2] = b * (1 - u);
      w[3] = a * u;
      w[4] = m * u;
      w[5] = b * u;
    }
  }
}
/** A place against the wheel: distance from the spin axis and along it, mm. */
export interface WheelPlace {
  rho: number;
  along: number;
}
/** Where a place on a piece lies, from where its points lie. `from`: index of the obstacle's first point in this state. */
export function placeOn(
  piece: ObstaclePiece,
  rho: Float64Array,
  along: Float64Array,
  from: number,
  t: number,
  u: number,
  into: WheelPlace,
): void {
  const { at, span2 } = piece;
  weights(piece.kind, t, u);
  let [square, s] = [0, 0];
  for (let i = 0, k = 0; i < at.length; i++) {
    const wi = w[i]!;
    const ri = rho[from + at[i]!]!;
    const si = along[from + at[i]!]!;
    square += wi * ri * ri;
    s += wi * si;
    for (let j = i + 1; j < at.length; j++, k++) {
      const ds = si - along[from + at[j]!]!;
      square -= wi * w[j]! * max(0, span2[k]! - ds * ds);
    }
  }
  into.rho = sqrt(max(0, square));
  into.along = s;
}

/** The same place in space, where the points of its obstacle lie there. */
export function pointOn(piece: ObstaclePiece, points: readonly Vec3[], t: number, u: number): Vec3 {
  weights(piece.kind, t, u);
  const sum = (axis: 0 | 1 | 2) => piece.at.reduce((s, i, k) => s + w[k]! * points[i]![axis], 0);
  return [sum(0), sum(1), sum(2)];
}
/** Clearance of one place, the same figure as in the kernel's loop, with its slope in both directions. */
export interface Slope {
  mm: number;
  byRho: number;
  byAlong: number;
}
export function clearanceAt(body: MountedBody, ring: boolean, rho: number, along: number, into: Slope): void {
  const { halfWidthMm, radiusMm, shoulderMm } = body.tire;
  const rim = body.tire.rimRadiusMm ?? 0;
  const signed = along - body.outboardMm;
  const s = abs(signed);
  const side = signed < 0 ? -1 : 1;
  const inward = rim - rho;
  if (inward > 0) {
    const beside = s - halfWidthMm;
    if (beside > 0) {
      const d = sqrt(beside * beside + inward * inward);
      into.mm = d;
      into.byRho = -inward / d;
      into.byAlong = (side * beside) / d;
    } else {
      into.mm = inward;
      into.byRho = -1;
      into.byAlong = 0;
    }
  } else {
    const a = s - (halfWidthMm - shoulderMm);
    const o = rho - (radiusMm - shoulderMm);
    if (a > 0 && o > 0) {
      const d = sqrt(a * a + o * o);
      into.mm = d - shoulderMm;
      into.byRho = o / d;
      into.byAlong = (side * a) / d;
    } else if (a > o) {
      into.mm = a - shoulderMm;
      into.byRho = 0;
      into.byAlong = side;
    } else {
      into.mm = o - shoulderMm;
      into.byRho = 1;
      into.byAlong = 0;
    }
    if (rim > 0 && inward > into.mm) {
      into.mm = inward;
      into.byRho = -1;
      into.byAlong = 0;
    }
  }
  const { barrel } = body;
  if (!ring || barrel === null) return;
  const across = max(barrel.insideRadiusMm - rho, rho - barrel.flangeRadiusMm);
  const past = s - barrel.halfWidthMm;
  const b = across > 0 && past > 0 ? sqrt(across * across + past * past) : max(across, past);
  if (b < into.mm) into.mm = b;
}

const place: WheelPlace = { rho: 0, along: 0 };
const slope: Slope = { mm: 0, byRho: 0, byAlong: 0 };
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
/** how the piece runs away from the tangent plane at one of its points, towards each of the others, mm */
const away = new Float64Array(6);
const isFace = (kind: ObstaclePiece['kind']): boolean => kind === 'face' || kind === 'arc-face';
/** Least clearance that a piece can have, mm. With its rim filled in a tyre is a convex body, nothing is nearer to the tyre than to that,
 *  and the distance to it never falls under its tangent: each part of the piece is held against the tangent at the point that it lies
 *  nearest to. −∞ for what is looked at against the rim as well. */
export function leastOf(
  piece: ObstaclePiece,
  body: MountedBody,
  ring: boolean,
  rho: Float64Array,
  along: Float64Array,
  from: number,
): number {
  if (ring) return -Infinity;
  const { at, span2, kind } = piece;
  const n = at.length;
  const { halfWidthMm, radiusMm, shoulderMm } = body.tire;
  const [straight, inner] = [halfWidthMm - shoulderMm, radiusMm - shoulderMm];
  const rows = isFace(kind) ? 2 : 1;
  const columns = n / rows;
  let least = Infinity;
  for (let v = 0; v < n; v++) {
    const rv = rho[from + at[v]!]!;
    const sv = along[from + at[v]!]!;
    if (rv <= 0) return -Infinity;
    const signed = sv - body.outboardMm;
    const a = abs(signed) - straight;
    const o = rv - inner;
    let mm: number;
    let byRho = 0;
    let byAlong = 0;
    if (a > 0 && o > 0) {
      const d = sqrt(a * a + o * o);
      mm = d - shoulderMm;
      byRho = o / d;
      byAlong = (signed < 0 ? -a : a) / d;
    } else if (a > o) {
      mm = a - shoulderMm;
      byAlong = signed < 0 ? -1 : 1;
    } else {
      mm = o - shoulderMm;
      byRho = 1;
    }
    for (let j = 0; j < n; j++) {
      if (j === v) {
        away[j] = 0;
        continue;
      }
      const rj = rho[from + at[j]!]!;
      const ds = along[from + at[j]!]! - sv;
      const d2 = span2[j < v ? pairOf(j, v, n) : pairOf(v, j, n)]! - ds * ds;
      away[j] = (byRho * (rj * rj - rv * rv - (d2 > 0 ? d2 : 0))) / (2 * rv) + byAlong * ds;
    }
    const row = v >= columns ? 1 : 0;
    const [t0, t1] = ALONG[kind][v - row * columns]!;
    // across it is straight: its least is at one of the ends of this part
    for (let k = 0; k < rows; k++) {
      const u = rows === 1 ? 0 : k === 0 ? row : 0.5;
      const at0 = (i: number) => (rows === 1 ? away[i]! : (1 - u) * away[i]! + u * away[columns + i]!);
      const falls =
        columns === 2
          ? min((1 - t0) * at0(0) + t0 * at0(1), (1 - t1) * at0(0) + t1 * at0(1))
          : leastOnArc(at0(0), at0(1), at0(2), t0, t1);
      if (mm + falls < least) least = mm + falls;
    }
  }
  return least;
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

/** Where on a piece the tyre comes nearest. */
export interface OnPiece {
  mm: number;
  t: number;
  u: number;
}
const ROUNDS = 6;
/** steps of one search along a piece: each a parabola through three places, which is nearly what the clearance is */
const STEPS = 9;
/** places are told apart down to this share of a piece */
const SAME = 1e-6;

/** the piece that is looked at, and where its points lie */
let on: ObstaclePiece;
let wheel: MountedBody;
let inRing = false;
let rhos: Float64Array;
let alongs: Float64Array;
let first = 0;
function mmAt(t: number, u: number): number {
  placeOn(on, rhos, alongs, first, t, u, place);
  clearanceAt(wheel, inRing, place.rho, place.along, slope);
  return slope.mm;
}
/** Least along one way of the piece from a place that is known, between two ends: parabolas through three places, halved where they do
 *  not help. Leaves the place in `best`. */
const best = { x: 0, mm: 0 };
function searchOneWay(
  alongT: boolean,
  other: number,
  x0: number,
  mm0: number,
  low: number,
  high: number,
): void {
  let [a, m, b] = [low, x0, high];
  const of = (x: number) => (alongT ? mmAt(x, other) : mmAt(other, x));
  let [fa, fm, fb] = [of(a), mm0, of(b)];
  if (fa < fm) [m, fm] = [a, fa];
  if (fb < fm) [m, fm] = [b, fb];
  for (let i = 0; i < STEPS && b - a > SAME; i++) {
    if (m <= a || m >= b) {
      // at an end: look between it and the middle
      const x = m <= a ? a + (b - a) / 4 : b - (b - a) / 4;
      const f = of(x);
      if (f >= fm) {
        if (m <= a) [b, fb] = [x, f];
        else [a, fa] = [x, f];
      } else [m, fm] = [x, f];
      continue;
    }
    const [l, r] = [m - a, b - m];
    const bend = l * (fb - fm) + r * (fa - fm);
    let x = bend > 0 ? m + (l * l * (fm - fb) + r * r * (fa - fm)) / (2 * bend) : m + (r > l ? r : -l) / 2;
    if (!(x > a && x < b) || abs(x - m) < SAME) x = m + (r > l ? r : -l) / 8;
    const f = of(x);
    if (f < fm) {
      if (x < m) [b, fb] = [m, fm];
      else [a, fa] = [m, fm];
      [m, fm] = [x, f];
    } else if (x < m) [a, fa] = [x, f];
    else [b, fb] = [x, f];
  }
  best.x = m;
  best.mm = fm;
}
/** The nearest place of a piece: looked at on a few places first, then between their neighbours; of a face along and across in turn. */
export function nearestOn(
  piece: ObstaclePiece,
  body: MountedBody,
  ring: boolean,
  rho: Float64Array,
  along: Float64Array,
  from: number,
  into: OnPiece,
): void {
  on = piece;
  wheel = body;
  inRing = ring;
  rhos = rho;
  alongs = along;
  first = from;
  const face = isFace(piece.kind);
  const curved = piece.kind === 'arc' || piece.kind === 'arc-face';
  const [alongSteps, acrossSteps] = [curved ? 4 : 2, face ? 2 : 0];
  into.mm = Infinity;
  for (let i = 0; i <= alongSteps; i++)
    for (let j = 0; j <= acrossSteps; j++) {
      const [t, u] = [i / alongSteps, acrossSteps === 0 ? 0 : j / acrossSteps];
      const mm = mmAt(t, u);
      if (mm < into.mm) {
        into.mm = mm;
        into.t = t;
        into.u = u;
      }
    }
  const [dt, du] = [1 / alongSteps, face ? 1 / acrossSteps : 0];
  for (let round = 0; round < (face ? ROUNDS : 1); round++) {
    const was = into.mm;
    searchOneWay(true, into.u, into.t, into.mm, max(0, into.t - dt), min(1, into.t + dt));
    if (best.mm < into.mm) [into.mm, into.t] = [best.mm, best.x];
    if (!face) return;
    searchOneWay(false, into.t, into.u, into.mm, max(0, into.u - du), min(1, into.u + du));
    if (best.mm < into.mm) [into.mm, into.u] = [best.mm, best.x];
    if (was - into.mm < 1e-4) return;
  }
}
