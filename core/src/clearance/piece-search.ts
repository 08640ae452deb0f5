/* eslint-disable @typescript-eslint/no-non-null-assertion -- every index below is inside its array; a check each time would cost half the speed */
import type { MountedBody } from './mounted-body';
import { isFace, placeOn, type InState, type ObstaclePiece, type WheelPlace } from './pieces';

const { abs, max, min, sqrt } = Math;

/** Clearance of one place, and how it changes with the place: a pure number each way. */
export interface Clearance {
  mm: number;
  byRho: number;
  byAlong: number;
}
const set = (into: Clearance, mm: number, byRho: number, byAlong: number): void => {
  into.mm = mm;
  into.byRho = byRho;
  into.byAlong = byAlong;
};
/** The same to the tyre with its rim filled in, which is a convex body. */
export function filledAt(
  { tire, outboardMm }: MountedBody,
  rho: number,
  along: number,
  into: Clearance,
): void {
  const { halfWidthMm, radiusMm, shoulderMm } = tire;
  const signed = along - outboardMm;
  const side = signed < 0 ? -1 : 1;
  const a = abs(signed) - (halfWidthMm - shoulderMm);
  const o = rho - (radiusMm - shoulderMm);
  const d = sqrt(a * a + o * o);
  if (a > 0 && o > 0) set(into, d - shoulderMm, o / d, (side * a) / d);
  else if (a > o) set(into, a - shoulderMm, 0, side);
  else set(into, o - shoulderMm, 1, 0);
}
/** Clearance of one place, mm, the same figure as in the kernel's loop. `ring`: against the rim as well.
 *  `rho`, `along`: distance from the spin axis and along it, mm. */
export function clearanceAt(
  body: MountedBody,
  ring: boolean,
  rho: number,
  along: number,
  into: Clearance,
): void {
  const { halfWidthMm } = body.tire;
  const rim = body.tire.rimRadiusMm ?? 0;
  const signed = along - body.outboardMm;
  const s = abs(signed);
  const side = signed < 0 ? -1 : 1;
  const inward = rim - rho;
  if (inward > 0) {
    const beside = s - halfWidthMm;
    const d = sqrt(beside * beside + inward * inward);
    if (beside > 0) set(into, d, -inward / d, (side * beside) / d);
    else set(into, inward, -1, 0);
  } else {
    filledAt(body, rho, along, into);
    if (rim > 0 && inward > into.mm) set(into, inward, -1, 0);
  }
  const { barrel } = body;
  if (!ring || barrel === null) return;
  const [inside, outside] = [barrel.insideRadiusMm - rho, rho - barrel.flangeRadiusMm];
  const across = max(inside, outside);
  const outward = inside > outside ? -1 : 1;
  const past = s - barrel.halfWidthMm;
  const d = sqrt(across * across + past * past);
  const corner = across > 0 && past > 0;
  if ((corner ? d : max(across, past)) >= into.mm) return;
  if (corner) set(into, d, (outward * across) / d, (side * past) / d);
  else if (across > past) set(into, across, outward, 0);
  else set(into, past, 0, side);
}

/** Where on a piece the tyre comes nearest. */
export interface OnPiece {
  mm: number;
  t: number;
  u: number;
}
/** most steps of one search along or across a piece */
const STEPS = 24;
/** a search ends where no place can be nearer by more than this, mm */
export const FOUND_MM = 0.005;

/** Along a straight piece the squared distance from the spin axis is a parabola, along an arc a polynomial of the fourth degree, across a
 *  face a parabola again: known from as many places, which are measured once for a piece. */
const ALONG_MOST = 5;
const ACROSS = 3;
const place: WheelPlace = { rho: 0, along: 0 };
/** squared distance and place along the axis, at even steps along the piece, row after row across it */
const squares = new Float64Array(ALONG_MOST * ACROSS);
const sides = new Float64Array(ALONG_MOST * ACROSS);
/** The polynomials of the line that is searched, as Newton's divided differences over even `steps`, and how they change across the face. */
const square = new Float64Array(ALONG_MOST);
const side = new Float64Array(ALONG_MOST);
const squareAcross = new Float64Array(ALONG_MOST);
const sideAcross = new Float64Array(ALONG_MOST);
let [steps, rows] = [2, 1];
let wheel: MountedBody;
let inRing = false;
const here: Clearance = { mm: 0, byRho: 0, byAlong: 0 };

/** Values at even steps → divided differences, in place. */
function differences(of: Float64Array): void {
  for (let order = 1; order <= steps; order++)
    for (let i = steps; i >= order; i--) of[i] = (of[i]! - of[i - 1]!) / order;
}
/** Sets the line along the piece at a place across it. */
function setLine(u: number): void {
  for (let i = 0; i <= steps; i++) {
    if (rows === 1) {
      square[i] = squares[i]!;
      side[i] = sides[i]!;
      continue;
    }
    const [a, b, c] = [i, i + steps + 1, i + 2 * (steps + 1)];
    const slope = -3 * squares[a]! + 4 * squares[b]! - squares[c]!;
    const bend = 2 * squares[a]! - 4 * squares[b]! + 2 * squares[c]!;
    square[i] = squares[a]! + u * (slope + u * bend);
    squareAcross[i] = slope + 2 * u * bend;
    side[i] = (1 - u) * sides[a]! + u * sides[c]!;
    sideAcross[i] = sides[c]! - sides[a]!;
  }
  differences(square);
  differences(side);
  if (rows === 1) return;
  differences(squareAcross);
  differences(sideAcross);
}
/** A polynomial of the line at a place along it. */
function valueAt(of: Float64Array, x: number): number {
  const at = x * steps;
  let v = of[steps]!;
  for (let i = steps - 1; i >= 0; i--) v = of[i]! + (at - i) * v;
  return v;
}
function slopeAt(of: Float64Array, x: number): number {
  const at = x * steps;
  let v = of[steps]!;
  let d = 0;
  for (let i = steps - 1; i >= 0; i--) {
    d = d * (at - i) + v;
    v = of[i]! + (at - i) * v;
  }
  return d * steps;
}

/** A place that a search has looked at: what it clears, mm, and how that changes on the way, mm over the whole piece. */
interface Looked {
  x: number;
  mm: number;
  slope: number;
}
const looked = (): Looked => ({ x: 0, mm: 0, slope: 0 });
const copy = (from: Looked, to: Looked): void => {
  to.x = from.x;
  to.mm = from.mm;
  to.slope = from.slope;
};
/** One search: the place before and the place past the least, what is looked at next, and the least so far. */
interface Search {
  readonly before: Looked;
  readonly past: Looked;
  readonly next: Looked;
  readonly best: Looked;
  readonly look: (x: number, into: Looked) => void;
}
/** The least between two ends of what is convex and has a slope, from `best`, which is looked at already. Each step goes where the slope
 *  would be nothing if it changed evenly, where the tangents of both sides meet, or halfway; it ends where the tangents leave nothing lower. */
function searchBetween({ before, past, next, best, look }: Search, low: number, high: number): void {
  if (best.slope === 0) return;
  const falls = best.slope > 0;
  copy(best, falls ? past : before);
  const end = falls ? before : past;
  look(falls ? low : high, end);
  if (end.mm < best.mm) copy(end, best);
  // downhill to the very end
  if (falls ? end.slope >= 0 : end.slope <= 0) return;
  for (let i = 0; i < STEPS; i++) {
    const width = past.x - before.x;
    const turn = past.slope - before.slope;
    const meet = (before.mm - past.mm + past.slope * width) / turn;
    if (best.mm - (before.mm + before.slope * meet) < FOUND_MM) return;
    const step = i % 3 === 0 ? (-before.slope * width) / turn : i % 3 === 1 ? meet : width / 2;
    look(before.x + (step > 0 && step < width ? step : width / 2), next);
    if (next.mm < best.mm) copy(next, best);
    if (next.slope === 0) return;
    copy(next, next.slope > 0 ? past : before);
  }
}
const onLine: Search = {
  before: looked(),
  past: looked(),
  next: looked(),
  best: looked(),
  look: (x, into) => {
    const rho = sqrt(max(0, valueAt(square, x)));
    clearanceAt(wheel, inRing, rho, valueAt(side, x), here);
    into.x = x;
    into.mm = here.mm;
    into.slope =
      (rho > 0 ? (here.byRho * slopeAt(square, x)) / (2 * rho) : 0) + here.byAlong * slopeAt(side, x);
  },
};
/** The least of the line at a place across the piece, from where the last such line had it. */
function leastAlong(u: number): void {
  setLine(u);
  const { best } = onLine;
  const from = best.x;
  onLine.look(from, best);
  const reach = steps === 2 ? 1 : 1 / steps;
  searchBetween(onLine, max(0, from - reach), min(1, from + reach));
}
/** How the clearance of a place of the line changes across the face, mm over the whole of it. */
function slopeAcross(x: number): number {
  const rho = sqrt(max(0, valueAt(square, x)));
  clearanceAt(wheel, inRing, rho, valueAt(side, x), here);
  return (
    (rho > 0 ? (here.byRho * valueAt(squareAcross, x)) / (2 * rho) : 0) +
    here.byAlong * valueAt(sideAcross, x)
  );
}
/** to either side of a place of a line, in shares of it */
const BESIDE = 2e-3;
const [below, above] = [looked(), looked()];
/** Deep in a tyre what is nearest to its tread is as near to its side: the least of a line is then where the two meet, and neither side alone
 *  says how it changes across the face, but as much of each as holds the line level. */
function slopeWhereSidesMeet(x: number): number | null {
  onLine.look(max(0, x - BESIDE), below);
  onLine.look(min(1, x + BESIDE), above);
  if (below.slope >= 0 || above.slope <= 0) return null;
  const part = above.slope / (above.slope - below.slope);
  return part * slopeAcross(below.x) + (1 - part) * slopeAcross(above.x);
}
/** Of the lines along a face the one with the least: as the face is convex, so are their leasts. At the least place of a line only the way
 *  across changes it. */
const onFace: Search = {
  before: looked(),
  past: looked(),
  next: looked(),
  best: looked(),
  look: (u, into) => {
    leastAlong(u);
    const { x, mm } = onLine.best;
    into.x = u;
    into.mm = mm;
    into.slope = (mm < -wheel.tire.shoulderMm ? slopeWhereSidesMeet(x) : null) ?? slopeAcross(x);
  },
};
/** of each column of places: the least of its rows, mm, and which that is */
const leasts = new Float64Array(ALONG_MOST);
const leastRows = new Int32Array(ALONG_MOST);
/** The nearest place of a piece: looked at on a few places first, then between their neighbours; of a face its nearest line along it. An arc
 *  that bends away from the wheel in its middle is near at two places: each is searched. */
export function nearestOn(
  piece: ObstaclePiece,
  body: MountedBody,
  ring: boolean,
  where: InState,
  into: OnPiece,
): void {
  wheel = body;
  inRing = ring;
  const face = isFace(piece.kind);
  const curved = piece.kind === 'arc' || piece.kind === 'arc-face';
  steps = curved ? 4 : 2;
  rows = face ? ACROSS : 1;
  leasts.fill(Infinity);
  for (let j = 0, n = 0; j < rows; j++)
    for (let i = 0; i <= steps; i++, n++) {
      placeOn(piece, where, i / steps, j / 2, place);
      squares[n] = place.rho * place.rho;
      sides[n] = place.along;
      clearanceAt(body, ring, place.rho, place.along, here);
      if (here.mm >= leasts[i]!) continue;
      leasts[i] = here.mm;
      leastRows[i] = j;
    }
  into.mm = Infinity;
  for (let i = 0; i <= steps; i++) {
    if (i > 0 && leasts[i - 1]! < leasts[i]!) continue;
    if (i < steps && leasts[i + 1]! <= leasts[i]!) continue;
    let u = leastRows[i]! / 2;
    onLine.best.x = i / steps;
    if (face) {
      onFace.look(u, onFace.best);
      searchBetween(onFace, max(0, u - 0.5), min(1, u + 0.5));
      u = onFace.best.x;
    }
    leastAlong(u);
    if (onLine.best.mm >= into.mm) continue;
    into.mm = onLine.best.mm;
    into.t = onLine.best.x;
    into.u = u;
  }
}
