import { MM_PER_INCH } from '../units/constants';

/** Width of one rim flange, mm: rim width is measured between bead seats. */
const FLANGE_MM = 12.7;

export interface WheelSeat {
  /** rim width between bead seats, inches */
  readonly widthIn: number;
  /** offset, mm, + hub face outboard of the rim's middle plane */
  readonly offsetMm: number;
}

/** Inner flange edge to hub face, mm.
 *  @example backspacingMm({ widthIn: 7, offsetMm: 40 }) // 141.6 */
export const backspacingMm = ({ widthIn, offsetMm }: WheelSeat): number =>
  (widthIn * MM_PER_INCH) / 2 + FLANGE_MM + offsetMm;

/** Outer flange edge to hub face, mm.
 *  @example outerFaceMm({ widthIn: 7, offsetMm: 40 }) // 61.6 */
export const outerFaceMm = ({ widthIn, offsetMm }: WheelSeat): number =>
  (widthIn * MM_PER_INCH) / 2 + FLANGE_MM - offsetMm;

/** How far the new wheel stands out (poke) and in (inset) against the old one, mm, + further. A wheel spacer counts as offset − t.
 *  @example wheelShiftMm({ widthIn: 8, offsetMm: 55 }, { widthIn: 8.5, offsetMm: 20 }, 25) // {"pokeMm":66.35,"insetMm":-53.65} */
export function wheelShiftMm(
  from: WheelSeat,
  to: WheelSeat,
  spacerMm = 0,
): { readonly pokeMm: number; readonly insetMm: number } {
  const seated = { widthIn: to.widthIn, offsetMm: to.offsetMm - spacerMm };
  return {
    pokeMm: outerFaceMm(seated) - outerFaceMm(from),
    insetMm: backspacingMm(seated) - backspacingMm(from),
  };
}
