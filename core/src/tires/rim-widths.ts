import { MM_PER_INCH } from '../units/constants';

/** mm of section per mm of rim width (ETRTO: 5 mm for each half inch). */
const SECTION_PER_RIM_WIDTH = 0.4;
const RIM_TO_SECTION_MIN = 0.65;
const RIM_TO_SECTION_MAX = 0.9;
const RIM_TO_SECTION_MAX_LOW = 1.0; // aspect 55 and lower

/** Rim width on which the section is measured, inches, to the nearest half inch. `aspect` null for flotation sizes.
 *  @example measuringRimIn(265, 70, false) // 8 */
export function measuringRimIn(sectionMm: number, aspect: number | null, flotation: boolean): number {
  const factor =
    flotation || aspect === null
      ? 0.8
      : aspect >= 75
        ? 0.7
        : aspect >= 60
          ? 0.75
          : aspect >= 50
            ? 0.8
            : aspect >= 45
              ? 0.85
              : 0.9;
  return Math.round(((sectionMm * factor) / MM_PER_INCH) * 2) / 2;
}

/** Section width on a rim other than the measuring rim, mm.
 *  @example sectionOnRimMm(265, 7.5, 8) // 270.08 */
export function sectionOnRimMm(sectionMm: number, measuringIn: number, rimWidthIn: number): number {
  return sectionMm + SECTION_PER_RIM_WIDTH * (rimWidthIn - measuringIn) * MM_PER_INCH;
}

/** Narrowest and widest rim allowed for a section, inches (exact, not rounded to a made width).
 *  @example allowedRimsIn(254, 70) // {"minIn":6.5,"maxIn":9} */
export function allowedRimsIn(
  sectionMm: number,
  aspect: number,
): { readonly minIn: number; readonly maxIn: number } {
  const max = aspect <= 55 ? RIM_TO_SECTION_MAX_LOW : RIM_TO_SECTION_MAX;
  const round = (v: number) => Math.round(v * 1e6) / 1e6; // 254·0.65/25.4 is 6.5, not 6.500000000000001
  return {
    minIn: round((sectionMm * RIM_TO_SECTION_MIN) / MM_PER_INCH),
    maxIn: round((sectionMm * max) / MM_PER_INCH),
  };
}
