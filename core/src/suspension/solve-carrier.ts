import { bad, good, type Result } from '../units/result';
import { pointOf, type SuspensionModel } from './model';
import { add, apply, cross, IDENTITY, norm, scale, sub, type Mat3, type Vec3 } from './vec';

/** Where the carrier is: rotation, and position of the frame's origin after it (point = shift + rotation·design point). */
export interface Pose {
  readonly rotation: Mat3;
  readonly shift: Vec3;
  /** linear (of the frame's origin) and angular velocity per mm of travel, all driven wheels moving alike */
  readonly rate: { readonly shift: Vec3; readonly turn: Vec3 };
}
/** What is asked of the carrier, mm: travel of the wheel (of both wheels of a beam), rack toward +y, and for a beam
 *  left minus right travel. */
export interface Target {
  readonly zMm: number;
  readonly rackMm: number;
  readonly rollMm: number;
}
export interface ReachFault {
  readonly code: 'out-of-reach';
  /** the member that cannot be satisfied */
  readonly member: string;
  readonly zMm: number;
  /** last travel at which the mechanism still closed, mm; null if it did not close at design */
  readonly lastZMm: number | null;
}

/** Residual at which every length counts as closed, mm: far below any figure shown, above rounding. */
const CLOSED_MM = 1e-10;
const MAX_ITERATIONS = 40;
/** largest turn of one Newton step, rad: keeps the assembly that is continuous with the design pose */
const MAX_TURN_RAD = 0.25;
/** cosine of the largest turn between a pose and the one it was solved from, 0.6 rad: further away is another assembly */
const SAME_ASSEMBLY_COS = Math.cos(0.6);

export const AT_DESIGN: Pose = {
  rotation: IDENTITY,
  shift: [0, 0, 0],
  rate: { shift: [0, 0, 0], turn: [0, 0, 0] },
};

export const carried = (pose: Pose, p: Vec3): Vec3 => add(pose.shift, apply(pose.rotation, p));
/** Velocity of a carried point (given where it is now) per mm of travel. */
export const velocityAt = (pose: Pose, now: Vec3): Vec3 =>
  add(pose.rate.shift, cross(pose.rate.turn, sub(now, pose.shift)));

/** Body point as the rack leaves it. */
export function bodyPoint(model: SuspensionModel, name: string, rackMm: number): Vec3 {
  const p = pointOf(model.body, name);
  return name === model.rackPoint ? [p[0], p[1] + rackMm, p[2]] : p;
}

const { abs, cos, max, sin, sqrt } = Math; // taken once: these run in every inner loop

const LINK = 0;
const TWIN = 1;
const SLIDER = 2;
const LATERAL = 3;
const PITCH = 4;
/** numbers kept per constraint: body point, carrier point, length, and the same again for a twin */
const STRIDE = 14;

/** The constraints of a model as flat numbers, made once per model. */
interface Compiled {
  readonly kinds: Uint8Array;
  readonly data: Float64Array;
  /** 1 where the body point rides on the rack */
  readonly racked: Uint8Array;
  readonly names: readonly string[];
  /** driven carrier points, and the height each has at travel 0 */
  readonly drives: Float64Array;
  readonly driveZ: Float64Array;
}
const compiledModels = new WeakMap<SuspensionModel, Compiled>();

function compile(model: SuspensionModel): Compiled {
  const known = compiledModels.get(model);
  if (known) return known;
  const driven = model.beam ? ['wheelLeft', 'wheelRight'] : ['wheelCentre'];
  const count = model.links.length + (model.slider ? 2 : 0) + model.holds.length;
  if (count + driven.length !== 6)
    throw new Error(`a carrier needs six constraints; the model has ${count + driven.length}`);
  const data = new Float64Array(count * STRIDE);
  const [kinds, racked] = [new Uint8Array(count), new Uint8Array(count)];
  const names: string[] = [];
  /** the next constraint, and where its numbers begin */
  const next = (kind: number, name: string): number => {
    kinds[names.length] = kind;
    return STRIDE * (names.push(name) - 1);
  };
  const link = (
    at: number,
    l: { readonly body: string; readonly carrier: string; readonly lengthMm: number },
  ) => {
    data.set(pointOf(model.body, l.body), at);
    data.set(pointOf(model.carrier, l.carrier), at + 3);
    data[at + 6] = l.lengthMm;
  };
  for (const l of model.links) {
    if (l.body === model.rackPoint) racked[names.length] = 1;
    const at = next(l.twin ? TWIN : LINK, l.name);
    link(at, l);
    if (l.twin) link(at + 7, l.twin);
  }
  if (model.slider) {
    const { body, linePoint, direction } = model.slider;
    for (const e of normalsOf(direction)) {
      const at = next(SLIDER, body);
      data.set(pointOf(model.body, body), at);
      data.set(e, at + 3);
      data.set(linePoint, at + 6);
    }
  }
  for (const h of model.holds) {
    const at = next(h.kind === 'lateral' ? LATERAL : PITCH, h.name);
    if (h.kind === 'lateral') {
      data.set(pointOf(model.carrier, h.carrier), at + 3);
      data[at + 6] = h.valueMm;
    } else {
      data[at] = cos(h.angleRad);
      data[at + 2] = sin(h.angleRad);
    }
  }
  const drives = new Float64Array(3 * driven.length);
  driven.forEach((name, i) => {
    drives.set(pointOf(model.carrier, name), 3 * i);
  });
  const compiled: Compiled = {
    kinds,
    racked,
    names: [...names, ...driven],
    drives,
    driveZ: Float64Array.from(model.driveZMm),
    data,
  };
  compiledModels.set(model, compiled);
  return compiled;
}

// scratch of the inner loop, so that it allocates nothing: rotation and shift, 6 rows of 7, solution. Every solve writes
// each number before it reads it, so nothing of an earlier one survives in it.
const R = new Float64Array(9);
const S = new Float64Array(3);
const M = new Float64Array(42);
const X = new Float64Array(6);
/** sign of the Jacobian's determinant at the last elimination: it turns where the mechanism passes a turning point */
let sense = 0;

/** Newton on the carrier's six freedoms (three translations, a rotation vector).
 *
 *  1. residuals: links |P − B| − L (a twin: mean of two), slider e·(Rᵀ(B − s) − q), lateral y(P) − y₀,
 *     pitch k·a, drives z(P) − z
 *  2. analytic Jacobian rows [∂/∂s, ∂/∂ω] with δP = δs + ω × (P − s)
 *  3. 6×6 elimination with pivoting, step limited in turn
 *  4. until every residual is below CLOSED_MM; else the worst member is named
 *  5. refused where the Jacobian's sign is not that of the start: that pose lies past a turning point, on another assembly
 *  The last Jacobian also gives the rates per mm of travel (right-hand side 1 on the drives). */
export function solveCarrier(
  model: SuspensionModel,
  target: Target,
  start: Pose,
): Result<Pose, { readonly code: 'no-pose'; readonly member: string }> {
  const c = compile(model);
  const r0 = start.rotation;
  for (let i = 0; i < 3; i++) {
    const row = r0[i as 0 | 1 | 2];
    R[3 * i] = row[0];
    R[3 * i + 1] = row[1];
    R[3 * i + 2] = row[2];
    S[i] = start.shift[i as 0 | 1 | 2];
  }
  const fail = () => bad({ code: 'no-pose' as const, member: c.names[worstRow()] ?? 'unknown' });
  let startSense = 0;
  for (let i = 0; i < MAX_ITERATIONS; i++) {
    const worst = assemble(c, target);
    if (!Number.isFinite(worst)) return fail();
    if (worst < CLOSED_MM) {
      const first = 6 - c.drives.length / 3;
      for (let k = 0; k < 6; k++) M[7 * k + 6] = k >= first ? 1 : 0;
      const member = mostStrained(c);
      if (!eliminate()) return fail();
      if ((startSense !== 0 && sense !== startSense) || turnedCos(r0) < SAME_ASSEMBLY_COS)
        return bad({ code: 'no-pose' as const, member });
      const at = (k: number) => R[k] ?? 0;
      return good({
        rotation: [
          [at(0), at(1), at(2)],
          [at(3), at(4), at(5)],
          [at(6), at(7), at(8)],
        ],
        shift: [S[0] ?? 0, S[1] ?? 0, S[2] ?? 0],
        rate: { shift: [X[0] ?? 0, X[1] ?? 0, X[2] ?? 0], turn: [X[3] ?? 0, X[4] ?? 0, X[5] ?? 0] },
      });
    }
    const member = worstRow();
    if (!eliminate()) return bad({ code: 'no-pose', member: c.names[member] ?? 'unknown' });
    if (i === 0) startSense = sense;
    step();
  }
  assemble(c, target);
  return fail();
}

/* eslint-disable @typescript-eslint/no-non-null-assertion -- flat arrays of known length in the inner loop */
function assemble(c: Compiled, t: Target): number {
  let worst = 0;
  const n = c.kinds.length;
  const d = c.data;
  for (let i = 0; i < n; i++) {
    const at = i * STRIDE;
    const row = 7 * i;
    let residual: number;
    switch (c.kinds[i]) {
      case LINK:
      case TWIN: {
        residual = linkRow(d, at, row, c.racked[i] === 1 ? t.rackMm : 0, 1, false);
        if (c.kinds[i] === TWIN) {
          for (let k = 0; k < 6; k++) M[row + k] = M[row + k]! / 2;
          residual = residual / 2 + linkRow(d, at + 7, row, 0, 0.5, true) / 2;
        }
        break;
      }
      case SLIDER: {
        const bx = d[at]! - S[0]!;
        const by = d[at + 1]! - S[1]!;
        const bz = d[at + 2]! - S[2]!;
        const [ex, ey, ez] = [d[at + 3]!, d[at + 4]!, d[at + 5]!];
        const rx = R[0]! * ex + R[1]! * ey + R[2]! * ez;
        const ry = R[3]! * ex + R[4]! * ey + R[5]! * ez;
        const rz = R[6]! * ex + R[7]! * ey + R[8]! * ez;
        residual = rx * bx + ry * by + rz * bz - (ex * d[at + 6]! + ey * d[at + 7]! + ez * d[at + 8]!);
        M[row] = -rx;
        M[row + 1] = -ry;
        M[row + 2] = -rz;
        M[row + 3] = ry * bz - rz * by;
        M[row + 4] = rz * bx - rx * bz;
        M[row + 5] = rx * by - ry * bx;
        break;
      }
      case LATERAL: {
        const [px, py, pz] = [d[at + 3]!, d[at + 4]!, d[at + 5]!];
        const ax = R[0]! * px + R[1]! * py + R[2]! * pz;
        const ay = R[3]! * px + R[4]! * py + R[5]! * pz;
        const az = R[6]! * px + R[7]! * py + R[8]! * pz;
        residual = S[1]! + ay - d[at + 6]!;
        M[row] = 0;
        M[row + 1] = 1;
        M[row + 2] = 0;
        M[row + 3] = -az;
        M[row + 4] = 0;
        M[row + 5] = ax;
        break;
      }
      default: {
        // pitch: k = R·z, k·a = 0 with a = (cos p, 0, sin p); in radians × 1000 it is of the size of the lengths
        const [ax, az] = [d[at]! * 1000, d[at + 2]! * 1000];
        const [kx, ky, kz] = [R[2]!, R[5]!, R[8]!];
        residual = kx * ax + kz * az;
        M[row] = M[row + 1] = M[row + 2] = 0;
        M[row + 3] = ky * az;
        M[row + 4] = kz * ax - kx * az;
        M[row + 5] = -ky * ax;
      }
    }
    M[row + 6] = -residual;
    worst = max(worst, abs(residual));
  }
  const both = c.drives.length / 3 === 2;
  for (let k = 0; 3 * k < c.drives.length; k++) {
    const row = 7 * (n + k);
    const [px, py, pz] = [c.drives[3 * k]!, c.drives[3 * k + 1]!, c.drives[3 * k + 2]!];
    const ax = R[0]! * px + R[1]! * py + R[2]! * pz;
    const ay = R[3]! * px + R[4]! * py + R[5]! * pz;
    const az = R[6]! * px + R[7]! * py + R[8]! * pz;
    const residual = S[2]! + az - c.driveZ[k]! - t.zMm - (both ? (k === 0 ? t.rollMm : -t.rollMm) / 2 : 0);
    M[row] = M[row + 1] = 0;
    M[row + 2] = 1;
    M[row + 3] = ay;
    M[row + 4] = -ax;
    M[row + 5] = 0;
    M[row + 6] = -residual;
    worst = max(worst, abs(residual));
  }
  return worst;
}

/** Puts (or adds, for the second of a twin) one link's derivatives times `weight` into a row; gives its residual. */
function linkRow(
  d: Float64Array,
  at: number,
  row: number,
  rackMm: number,
  weight: number,
  addTo: boolean,
): number {
  const [px, py, pz] = [d[at + 3]!, d[at + 4]!, d[at + 5]!];
  const ax = R[0]! * px + R[1]! * py + R[2]! * pz;
  const ay = R[3]! * px + R[4]! * py + R[5]! * pz;
  const az = R[6]! * px + R[7]! * py + R[8]! * pz;
  const dx = S[0]! + ax - d[at]!;
  const dy = S[1]! + ay - d[at + 1]! - rackMm;
  const dz = S[2]! + az - d[at + 2]!;
  const length = sqrt(dx * dx + dy * dy + dz * dz);
  const k = weight / length;
  const [nx, ny, nz] = [dx * k, dy * k, dz * k];
  // assigned, never multiplied by nothing: 0 × what a broken solve left behind may be NaN
  M[row] = addTo ? M[row]! + nx : nx;
  M[row + 1] = addTo ? M[row + 1]! + ny : ny;
  M[row + 2] = addTo ? M[row + 2]! + nz : nz;
  M[row + 3] = addTo ? M[row + 3]! + (ay * nz - az * ny) : ay * nz - az * ny;
  M[row + 4] = addTo ? M[row + 4]! + (az * nx - ax * nz) : az * nx - ax * nz;
  M[row + 5] = addTo ? M[row + 5]! + (ax * ny - ay * nx) : ax * ny - ay * nx;
  return length - d[at + 6]!;
}

/** The member that a turning point is named after: the drive is at its end, so the last one before it. */
const mostStrained = (c: Compiled): string => c.names[c.kinds.length - 1] ?? 'linkage';

/** Cosine of the angle between a rotation and the one in R. */
function turnedCos(from: Mat3): number {
  let trace = 0;
  for (let i = 0; i < 3; i++)
    for (let k = 0; k < 3; k++) trace += from[i as 0 | 1 | 2][k as 0 | 1 | 2] * (R[3 * i + k] ?? 0);
  return (trace - 1) / 2;
}

function worstRow(): number {
  let at = 0;
  for (let i = 1; i < 6; i++) if (abs(M[7 * i + 6]!) > abs(M[7 * at + 6]!)) at = i;
  return at;
}

/** One Newton step from X: translation, and a turn about the rotation vector, limited. */
function step(): void {
  const angle = sqrt(X[3]! * X[3]! + X[4]! * X[4]! + X[5]! * X[5]!);
  const k = angle > MAX_TURN_RAD ? MAX_TURN_RAD / angle : 1;
  for (let i = 0; i < 3; i++) S[i] = S[i]! + X[i]! * k;
  if (angle === 0) return;
  const phi = angle * k;
  const [ex, ey, ez] = [X[3]! / angle, X[4]! / angle, X[5]! / angle];
  const cosine = cos(phi);
  const sine = sin(phi);
  const w = 1 - cosine;
  for (let col = 0; col < 3; col++) {
    const [vx, vy, vz] = [R[col]!, R[3 + col]!, R[6 + col]!];
    const along = (ex * vx + ey * vy + ez * vz) * w;
    R[col] = vx * cosine + (ey * vz - ez * vy) * sine + ex * along;
    R[3 + col] = vy * cosine + (ez * vx - ex * vz) * sine + ey * along;
    R[6 + col] = vz * cosine + (ex * vy - ey * vx) * sine + ez * along;
  }
}

/** Gauss with partial pivoting on the 6 rows of M, in place; the solution is in X. False when singular. */
function eliminate(): boolean {
  sense = 1;
  for (let c = 0; c < 6; c++) {
    let pivot = c;
    for (let r = c + 1; r < 6; r++) if (abs(M[7 * r + c]!) > abs(M[7 * pivot + c]!)) pivot = r;
    if (!(abs(M[7 * pivot + c]!) > 1e-12)) return false;
    if (M[7 * pivot + c]! < 0 !== (pivot !== c)) sense = -sense;
    if (pivot !== c)
      for (let k = c; k < 7; k++) {
        const held = M[7 * c + k]!;
        M[7 * c + k] = M[7 * pivot + k]!;
        M[7 * pivot + k] = held;
      }
    for (let r = c + 1; r < 6; r++) {
      const f = M[7 * r + c]! / M[7 * c + c]!;
      if (f !== 0) for (let k = c; k < 7; k++) M[7 * r + k] = M[7 * r + k]! - f * M[7 * c + k]!;
    }
  }
  for (let r = 5; r >= 0; r--) {
    let v = M[7 * r + 6]!;
    for (let k = r + 1; k < 6; k++) v -= M[7 * r + k]! * X[k]!;
    X[r] = v / M[7 * r + r]!;
  }
  return true;
}
/* eslint-enable @typescript-eslint/no-non-null-assertion */

function normalsOf(d: Vec3): readonly [Vec3, Vec3] {
  const seed: Vec3 = abs(d[0]) < 0.9 ? [1, 0, 0] : [0, 1, 0];
  const n = cross(d, seed);
  const e1 = scale(n, 1 / norm(n));
  return [e1, cross(d, e1)];
}
