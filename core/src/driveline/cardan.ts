import { angleBetween, cross, dot, norm, type Vec3 } from '../suspension';
import { DEG_PER_RAD, RAD_PER_DEG } from '../units';

/** An axis by its slopes in side and top view, degrees: direction (1, tan top, tan side). */
export interface Slopes {
  readonly sideDeg: number;
  readonly topDeg: number;
}
export interface CardanPair {
  readonly firstDeg: number;
  readonly secondDeg: number;
  /** angle between the planes in which the two joints bend, degrees; 0 or ±180 when in one plane */
  readonly planeDeg: number;
  /** what is left of the speed ripple of a pair in phase, as an angle: √|θ₁²·e^(2iφ) − θ₂²| */
  readonly residualDeg: number;
  /** torsional acceleration residual²·ω², rad/s²: keep ≤ 400 at the cruising speed */
  readonly torsionalRadPerS2: number;
  /** inertia term θ₁²·ω²: keep ≤ 1000 */
  readonly inertiaRadPerS2: number;
}
/** The direction of an axis from its slopes. */
export const directionOf = (s: Slopes): Vec3 => [
  1,
  Math.tan(s.topDeg * RAD_PER_DEG),
  Math.tan(s.sideDeg * RAD_PER_DEG),
];

const radPerS = (rpm: number): number => (rpm * 2 * Math.PI) / 60;

/** Torsional acceleration of a shaft in two pieces, rad/s²: what the pair behind the carrier bearing leaves and what the joint ahead of it
 *  adds. How the yokes of the two halves stand to each other is nobody's record, so they count as standing the worst way.
 *  @param frontDeg bend of the joint at the gearbox, degrees
 *  @example twoPieceRipple({ torsionalRadPerS2: 100 }, 0, 2700) // 100 */
export function twoPieceRipple(
  pair: Pick<CardanPair, 'torsionalRadPerS2'>,
  frontDeg: number,
  shaftRpm: number,
): number {
  const omega = radPerS(shaftRpm);
  return pair.torsionalRadPerS2 + (frontDeg * RAD_PER_DEG) ** 2 * omega ** 2;
}

/** Two Cardan joints on a shaft between two flanges, yokes in phase. Source: SAE AE-7, compound angles as vectors.
 *  @example cardanPair({ sideDeg: -5.85, topDeg: 0 }, { sideDeg: -12.54, topDeg: 0 }, { sideDeg: -1.71, topDeg: 0 }, 2715).residualDeg // 8.51661905 */
export function cardanPair(first: Slopes, shaft: Slopes, second: Slopes, shaftRpm: number): CardanPair {
  const [a, s, b] = [directionOf(first), directionOf(shaft), directionOf(second)];
  const [t1, t2] = [angleBetween(a, s), angleBetween(s, b)];
  const [n1, n2] = [cross(a, s), cross(s, b)];
  const phi = norm(n1) === 0 || norm(n2) === 0 ? 0 : Math.atan2(dot(cross(n1, n2), s) / norm(s), dot(n1, n2));
  const real = t1 ** 2 * Math.cos(2 * phi) - t2 ** 2;
  const imaginary = t1 ** 2 * Math.sin(2 * phi);
  const residual = Math.sqrt(Math.hypot(real, imaginary));
  const omega = radPerS(shaftRpm);
  return {
    firstDeg: t1 * DEG_PER_RAD,
    secondDeg: t2 * DEG_PER_RAD,
    planeDeg: phi * DEG_PER_RAD,
    residualDeg: residual * DEG_PER_RAD,
    torsionalRadPerS2: residual ** 2 * omega ** 2,
    inertiaRadPerS2: t1 ** 2 * omega ** 2,
  };
}
