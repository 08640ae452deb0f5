import type { Vec3 } from '../suspension';

/** A tyre as a body of revolution about its spin axis: a rectangle in (distance from the axis, distance along it) with
 *  rounded tread corners, mm. Default shoulder: 18 % of the section. */
export interface TireBody {
  readonly halfWidthMm: number;
  readonly radiusMm: number;
  readonly shoulderMm: number;
  /** where the tyre ends on the rim flange, mm from the axis; 0 (or left out) is a solid disc */
  readonly rimRadiusMm?: number | undefined;
}
export const SHOULDER_SHARE = 0.18; // of the section; measured on all-terrain treads, mud treads are squarer
export const MUD_LUG_MM = 6; // what mud lugs stand over the nominal tread, on radius and shoulder alike
export const RIM_FLANGE_MM = 17; // height of a rim flange over the bead seat

/** The body of a tyre of this section and diameter; mud lugs count on the radius and square the shoulder.
 *  @example tireBody(265, 803, false).shoulderMm // 47.7 */
export function tireBody(sectionMm: number, diameterMm: number, mud: boolean, rimIn = 0): TireBody {
  return {
    halfWidthMm: sectionMm / 2,
    radiusMm: diameterMm / 2 + (mud ? MUD_LUG_MM : 0),
    shoulderMm: Math.max(0, sectionMm * SHOULDER_SHARE - (mud ? MUD_LUG_MM : 0)),
    rimRadiusMm: rimIn === 0 ? 0 : rimIn * 12.7 + RIM_FLANGE_MM,
  };
}

/** Signed distance from a profile point to the tyre: + outside, − inside. `rho` from the axis, `s` along it, mm.
 *  @example profileClearanceMm({ halfWidthMm: 132.5, radiusMm: 401.4, shoulderMm: 47.7 }, 397.48516424, 18.5552583) // -3.91483576 */
export function profileClearanceMm(t: TireBody, rho: number, s: number): number {
  const along = Math.abs(s) - (t.halfWidthMm - t.shoulderMm);
  const out = rho - (t.radiusMm - t.shoulderMm);
  const disc =
    (along > 0 && out > 0 ? Math.sqrt(along * along + out * out) : Math.max(along, out)) - t.shoulderMm;
  const rim = t.rimRadiusMm ?? 0;
  if (rim === 0) return disc;
  const inward = rim - rho; // + inside the rim, where the tyre is not
  if (inward <= 0) return Math.max(disc, inward);
  const beside = Math.abs(s) - t.halfWidthMm;
  return beside > 0 ? Math.sqrt(beside * beside + inward * inward) : inward;
}

/** Distance from a wheel's spin axis and along it, mm, of a point; `axis` is a unit vector, outboard. */
export function polar(centre: Vec3, axis: Vec3, p: Vec3): readonly [number, number] {
  const [x, y, z] = [p[0] - centre[0], p[1] - centre[1], p[2] - centre[2]];
  const s = x * axis[0] + y * axis[1] + z * axis[2];
  return [Math.sqrt(Math.max(0, x * x + y * y + z * z - s * s)), s];
}
/** Signed distance from a point to a tyre whose middle is `centre` and whose unit spin axis is `axis`, mm. */
export function clearanceMm(t: TireBody, centre: Vec3, axis: Vec3, point: Vec3): number {
  const [rho, s] = polar(centre, axis, point);
  return profileClearanceMm(t, rho, s);
}
