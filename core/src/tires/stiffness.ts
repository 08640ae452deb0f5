import { N_PER_KGF } from '../units/constants';

export interface CarcassInput {
  readonly sectionMm: number;
  readonly aspect: number;
  readonly rimIn: number;
  readonly pressureKpa: number;
}

/** Vertical stiffness, N/mm (Rhyne, Tire Science and Technology 33 (3), 2005); nominal section and aspect.
 *  @example tireStiffnessNPerMm({ sectionMm: 265, aspect: 70, rimIn: 17, pressureKpa: 180 }) // 231.26081366 */
export function tireStiffnessNPerMm({ sectionMm, aspect, rimIn, pressureKpa }: CarcassInput): number {
  const rimMm = rimIn * 25.4;
  const kgfPerMm =
    0.00028 *
      pressureKpa *
      Math.sqrt((1.03 - 0.004 * aspect) * sectionMm * ((sectionMm * aspect) / 50 + rimMm)) +
    3.45;
  return kgfPerMm * N_PER_KGF;
}

/** Radii of a loaded tyre, mm: free, loaded (hub to ground) and rolling (distance per turn / 2π).
 *  @example tireRadiiMm(802.8, 231.26081366, 4500) // {"freeMm":401.4,"loadedMm":381.94145046,"rollingMm":394.91381682} */
export function tireRadiiMm(
  diameterMm: number,
  stiffnessNPerMm: number,
  loadN: number,
): { readonly freeMm: number; readonly loadedMm: number; readonly rollingMm: number } {
  const freeMm = diameterMm / 2;
  const deflectionMm = loadN / stiffnessNPerMm;
  return { freeMm, loadedMm: freeMm - deflectionMm, rollingMm: freeMm - deflectionMm / 3 };
}
