import { MM_PER_INCH } from '../units/constants';
import { RIM_FLANGE_MM } from './tire-body';

/** The rim as a ring about the spin axis, mm: what knuckle, joints, strut foot and caliper move inside of. */
export interface WheelBarrel {
  readonly insideRadiusMm: number;
  readonly flangeRadiusMm: number;
  /** half of what the rim measures over its flanges */
  readonly halfWidthMm: number;
}
export const BARREL_WALL_MM = 14; // drop centre and wall stand this far inside the bead seat on cast wheels
const FLANGE_WIDTH_MM = 12.7; // each, outside the bead seats

/** The ring of a rim of this diameter and width, inches.
 *  @example wheelBarrel(17, 8) // {"insideRadiusMm":201.9,"flangeRadiusMm":232.9,"halfWidthMm":114.3} */
export function wheelBarrel(rimIn: number, widthIn: number): WheelBarrel {
  const seat = (rimIn * MM_PER_INCH) / 2;
  return {
    insideRadiusMm: round(seat - BARREL_WALL_MM),
    flangeRadiusMm: round(seat + RIM_FLANGE_MM),
    halfWidthMm: round((widthIn * MM_PER_INCH) / 2 + FLANGE_WIDTH_MM),
  };
}
const round = (mm: number) => Math.round(mm * 1e6) / 1e6;

/** Signed distance from a profile point to the ring: + clear of it. `rho` from the axis, `s` along it from the rim's middle, mm.
 *  @example barrelClearanceMm({ insideRadiusMm: 201.9, flangeRadiusMm: 232.9, halfWidthMm: 114.3 }, 177, -129) // 28.91539382 */
export function barrelClearanceMm(b: WheelBarrel, rho: number, s: number): number {
  const across = Math.max(b.insideRadiusMm - rho, rho - b.flangeRadiusMm);
  const along = Math.abs(s) - b.halfWidthMm;
  return across > 0 && along > 0 ? Math.sqrt(across * across + along * along) : Math.max(across, along);
}
