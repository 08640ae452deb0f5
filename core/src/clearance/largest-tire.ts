import { MM_PER_INCH } from '../units';
import type { PolarTable } from './polar-table';
import type { MountedBody } from './mounted-body';
import { largestThatClears } from './largest-body';
import { tireBody } from './tire-body';
import type { Window } from './worst-over';

export interface SizeAsked {
  readonly mud: boolean;
  readonly rimIn: number;
  readonly barrel: MountedBody['barrel'];
  readonly outboardMm: number;
  readonly marginMm: number;
}
const SMALLEST_OVER_RIM_MM = 60; // no tyre is lower than this on its rim
const LARGEST_MM = 1200;

/** Diameter of the lowest tyre on a rim, mm.
 *  @example smallestDiameterMm(17) // 491.8 */
export const smallestDiameterMm = (rimIn: number): number => rimIn * MM_PER_INCH + SMALLEST_OVER_RIM_MM;

/** Largest unloaded diameter of a section that keeps the margin over a window, mm; null where not even the smallest
 *  tyre on this rim does. A bigger tyre never clears by more. */
export const largestDiameterMm = (
  t: PolarTable,
  sectionMm: number,
  asked: SizeAsked,
  window: Window,
  only?: (obstacle: number) => boolean,
): number | null =>
  largestThatClears(
    t,
    window,
    asked.marginMm,
    {
      fromMm: smallestDiameterMm(asked.rimIn),
      toMm: LARGEST_MM,
      bodyOf: (diameterMm) => ({
        tire: tireBody(sectionMm, diameterMm, asked.mud, asked.rimIn),
        barrel: asked.barrel,
        outboardMm: asked.outboardMm,
      }),
    },
    only,
  );

export interface FrontierPoint {
  readonly sectionMm: number;
  readonly diameterMm: number | null;
}
/** What width costs in diameter: the largest tyre of every section, for one window. */
export const frontier = (
  t: PolarTable,
  sections: readonly number[],
  asked: SizeAsked,
  window: Window,
  only?: (obstacle: number) => boolean,
): readonly FrontierPoint[] =>
  sections.map((sectionMm) => ({
    sectionMm,
    diameterMm: largestDiameterMm(t, sectionMm, asked, window, only),
  }));
