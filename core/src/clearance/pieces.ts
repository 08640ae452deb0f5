/* eslint-disable @typescript-eslint/no-non-null-assertion -- every index below is inside its array; a check each time would cost half the speed */
import { distance, type Vec3 } from '../suspension';
import type { Obstacle } from './obstacle';

const { max, sqrt } = Math;

/** One piece of an edge or a face between points of its obstacle: a straight line (2 points), an arc through three, a flat or twisted
 *  face (4: two ends of one edge, then of the other), or a face between two arcs (6).
 *
 *  A place on it is a sum of its points with weights that add up to one, so that its distance from any axis follows from theirs:
 *  ρ² = Σ wᵢ ρᵢ² − Σ wᵢ wⱼ (lᵢⱼ² − (sᵢ − sⱼ)²), with l the distance between two points: that at design, or of what is pressed together
 *  with the spring or damper that it lies on, that of the pose. */
export interface ObstaclePiece {
  readonly at: readonly number[];
  readonly kind: 'line' | 'arc' | 'face' | 'arc-face';
  /** squared distance of each pair of points, in the order 01, 02, … 12, …, mm² */
  readonly span2: Float64Array;
  /** place of the first of these among those of all pieces of the obstacle */
  readonly firstSpan: number;
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
  let firstSpan = 0;
  const piece = (kind: ObstaclePiece['kind'], at: readonly number[]): ObstaclePiece => {
    const p = at.map((i) => points[i]!);
    const first = firstSpan;
    firstSpan += (at.length * (at.length - 1)) / 2;
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
    return {
      kind,
      at,
      span2: Float64Array.from(span2),
      firstSpan: first,
      sagMm,
      reachMm: reachOf(kind, p, sagMm),
    };
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

/** Puts the squared distances of the points of all pieces, where the points are now, into a list from `to` on. `points`: three numbers each,
 *  from `first` on. */
export function putSpans(
  pieces: readonly ObstaclePiece[],
  points: Float64Array,
  first: number,
  into: Float64Array,
  to: number,
): void {
  for (const { at } of pieces)
    for (let i = 0; i < at.length; i++)
      for (let j = i + 1; j < at.length; j++, to++) {
        const [a, b] = [first + 3 * at[i]!, first + 3 * at[j]!];
        const x = points[a]! - points[b]!;
        const y = points[a + 1]! - points[b + 1]!;
        const z = points[a + 2]! - points[b + 2]!;
        into[to] = x * x + y * y + z * z;
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
/** An obstacle in one state of the wheel: places of its points in lists of them, and of the squared distances of its pieces where they are
 *  not those at design. */
export interface InState {
  rho: Float64Array;
  along: Float64Array;
  from: number;
  spans: Float64Array | null;
  spanFrom: number;
}
/** Where a place on a piece lies, from where its points lie. */
export function placeOn(
  { at, kind, span2, firstSpan }: ObstaclePiece,
  { rho, along, from, spans, spanFrom }: InState,
  t: number,
  u: number,
  into: WheelPlace,
): void {
  const spansOf = spans ?? span2;
  const firstOf = spans ? spanFrom + firstSpan : 0;
  weights(kind, t, u);
  let [square, s] = [0, 0];
  for (let i = 0, k = firstOf; i < at.length; i++) {
    const wi = w[i]!;
    const ri = rho[from + at[i]!]!;
    const si = along[from + at[i]!]!;
    square += wi * ri * ri;
    s += wi * si;
    for (let j = i + 1; j < at.length; j++, k++) {
      const ds = si - along[from + at[j]!]!;
      square -= wi * w[j]! * max(0, spansOf[k]! - ds * ds);
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

/** Two edges with a face between them. */
export const isFace = (kind: ObstaclePiece['kind']): boolean => kind === 'face' || kind === 'arc-face';
