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
    return { kind, at, span2: Float64Array.from(span2), sagMm };
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
/** Least clearance that a piece can have, mm. A tyre is a convex body, so the distance to it along a straight way never falls under its
 *  tangent: taken from the piece's nearest point towards each of the others. −∞ where the tangent says nothing (inside the rim). */
export function leastOf(
  piece: ObstaclePiece,
  body: MountedBody,
  ring: boolean,
  rho: Float64Array,
  along: Float64Array,
  from: number,
): number {
  const { at, span2 } = piece;
  const rim = body.tire.rimRadiusMm ?? 0;
  if (ring) return -Infinity;
  let [near, mm] = [0, Infinity];
  for (let i = 0; i < at.length; i++) {
    const r = rho[from + at[i]!]!;
    if (r < rim) return -Infinity;
    clearanceAt(body, false, r, along[from + at[i]!]!, slope);
    if (slope.mm < mm) [near, mm] = [i, slope.mm];
  }
  const [rn, sn] = [rho[from + at[near]!]!, along[from + at[near]!]!];
  clearanceAt(body, false, rn, sn, slope);
  let falls = 0;
  for (let j = 0; j < at.length; j++) {
    if (j === near) continue;
    const ds = along[from + at[j]!]! - sn;
    const rj = rho[from + at[j]!]!;
    const d2 = max(0, span2[pairOf(min(near, j), max(near, j), at.length)]! - ds * ds);
    const dr = rn > 0 ? (rj * rj - rn * rn - d2) / (2 * rn) : 0;
    const towards = slope.byRho * dr + slope.byAlong * ds;
    if (towards < falls) falls = towards;
  }
  return mm + falls - piece.sagMm;
}
/** place of the pair i < j among those of n points */
const pairOf = (i: number, j: number, n: number) => (i * (2 * n - i - 1)) / 2 + (j - i - 1);

const GOLDEN = 0.6180339887498949;
const STEPS = 20; // a hundred-thousandth of a piece's length
const ROUNDS = 12;
/** Where on a piece the tyre comes nearest. */
export interface OnPiece {
  mm: number;
  t: number;
  u: number;
}
/** The nearest place of a piece: looked at on a few places first, then by golden section between their neighbours; of a face along and
 *  across in turn. */
export function nearestOn(
  piece: ObstaclePiece,
  body: MountedBody,
  ring: boolean,
  rho: Float64Array,
  along: Float64Array,
  from: number,
  into: OnPiece,
): void {
  const face = piece.kind === 'face' || piece.kind === 'arc-face';
  const curved = piece.kind === 'arc' || piece.kind === 'arc-face';
  const at = (t: number, u: number): number => {
    placeOn(piece, rho, along, from, t, u, place);
    clearanceAt(body, ring, place.rho, place.along, slope);
    return slope.mm;
  };
  const [alongSteps, acrossSteps] = [curved ? 8 : 4, face ? 4 : 0];
  into.mm = Infinity;
  for (let i = 0; i <= alongSteps; i++)
    for (let j = 0; j <= acrossSteps; j++) {
      const [t, u] = [i / alongSteps, acrossSteps === 0 ? 0 : j / acrossSteps];
      const mm = at(t, u);
      if (mm < into.mm) {
        into.mm = mm;
        into.t = t;
        into.u = u;
      }
    }
  const golden = (of: (x: number) => number, low: number, high: number): readonly [number, number] => {
    let [a, b] = [low, high];
    let [x, y] = [b - GOLDEN * (b - a), a + GOLDEN * (b - a)];
    let [fx, fy] = [of(x), of(y)];
    for (let i = 0; i < STEPS; i++)
      if (fx < fy) {
        b = y;
        [y, fy] = [x, fx];
        x = b - GOLDEN * (b - a);
        fx = of(x);
      } else {
        a = x;
        [x, fx] = [y, fy];
        y = a + GOLDEN * (b - a);
        fy = of(y);
      }
    return fx < fy ? [x, fx] : [y, fy];
  };
  const [dt, du] = [1 / alongSteps, face ? 1 / acrossSteps : 0];
  for (let round = 0; round < (face ? ROUNDS : 1); round++) {
    const [t, mmT] = golden((x) => at(x, into.u), max(0, into.t - dt), min(1, into.t + dt));
    if (mmT < into.mm) [into.mm, into.t] = [mmT, t];
    if (!face) return;
    const [u, mmU] = golden((x) => at(into.t, x), max(0, into.u - du), min(1, into.u + du));
    const gained = into.mm - mmU;
    if (mmU < into.mm) [into.mm, into.u] = [mmU, u];
    if (round > 0 && gained < 1e-6) return;
  }
}
