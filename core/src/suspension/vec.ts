/** A point or direction in the body frame: x forward, y left, z up; mm for points. */
export type Vec3 = readonly [number, number, number];

const { sqrt, sin, cos, atan2 } = Math; // taken once: these run in every inner loop

export const add = (a: Vec3, b: Vec3): Vec3 => [a[0] + b[0], a[1] + b[1], a[2] + b[2]];
export const sub = (a: Vec3, b: Vec3): Vec3 => [a[0] - b[0], a[1] - b[1], a[2] - b[2]];
export const scale = (a: Vec3, k: number): Vec3 => [a[0] * k, a[1] * k, a[2] * k];
export const dot = (a: Vec3, b: Vec3): number => a[0] * b[0] + a[1] * b[1] + a[2] * b[2];
export const cross = (a: Vec3, b: Vec3): Vec3 => [
  a[1] * b[2] - a[2] * b[1],
  a[2] * b[0] - a[0] * b[2],
  a[0] * b[1] - a[1] * b[0],
];
/** The same point or direction on the other side of the vehicle. */
export const mirrored = (p: Vec3): Vec3 => [p[0], -p[1], p[2]];
export const norm = (a: Vec3): number => sqrt(a[0] * a[0] + a[1] * a[1] + a[2] * a[2]);
export const unit = (a: Vec3): Vec3 => scale(a, 1 / norm(a));
export const distance = (a: Vec3, b: Vec3): number => norm(sub(a, b));
/** `a` moved `mm` toward `b`. */
export const toward = (a: Vec3, b: Vec3, mm: number): Vec3 => add(a, scale(unit(sub(b, a)), mm));
/** Foot of the perpendicular from `p` on the line through `a` along the unit vector `e`. */
export const nearestOnLine = (p: Vec3, a: Vec3, e: Vec3): Vec3 => add(a, scale(e, dot(sub(p, a), e)));
/** Angle between two directions, radians. */
export const angleBetween = (a: Vec3, b: Vec3): number => atan2(norm(cross(a, b)), dot(a, b));

/** Rows of a rotation matrix. */
export type Mat3 = readonly [Vec3, Vec3, Vec3];
export const IDENTITY: Mat3 = [
  [1, 0, 0],
  [0, 1, 0],
  [0, 0, 1],
];
export const apply = (m: Mat3, v: Vec3): Vec3 => [dot(m[0], v), dot(m[1], v), dot(m[2], v)];
/** Rotation of `v` about the unit axis `e` by `phi` radians (Rodrigues). */
export function rotateAbout(v: Vec3, e: Vec3, phi: number): Vec3 {
  const c = cos(phi);
  const s = sin(phi);
  return add(add(scale(v, c), scale(cross(e, v), s)), scale(e, dot(e, v) * (1 - c)));
}
