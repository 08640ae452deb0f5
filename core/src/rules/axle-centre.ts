import { computed, OFF_CENTRE_MM, type Figure } from '../evidence';
import type { AxleForecast } from '../forecast';
import type { Axle } from '../suspension';
import { rule, type Raised } from './rule';

export interface AxleOffCentre {
  readonly code: 'axle-off-centre';
  readonly axle: Axle;
  readonly shiftLeftMm: number;
}
const figureOf = (f: AxleForecast): Figure | null =>
  f.geometryPlanned.shiftLeftMm === null
    ? null
    : computed('shift-left', f.geometryPlanned.shiftLeftMm, 'mm', [f.lift], {
        formula: 'carrier-pose',
        limit: { min: -OFF_CENTRE_MM, max: OFF_CENTRE_MM },
      });
/** A beam that its track bar has pulled aside. */
export const axleCentre = rule<AxleOffCentre>({
  findings: { 'axle-off-centre': { verdict: 'needs', topic: 'geometry', blocks: 'order' } },
  scope: 'axle',
  check: (a): Raised<AxleOffCentre>[] => {
    const f = a.forecast();
    const figure = f.ok ? figureOf(f.value) : null;
    return figure && Math.abs(figure.value) > OFF_CENTRE_MM
      ? [{ finding: { code: 'axle-off-centre', axle: a.axle, shiftLeftMm: figure.value }, figure }]
      : [];
  },
  measure: (c, axle) => {
    const f = c.axles[axle].forecast();
    return f.ok ? figureOf(f.value) : null;
  },
});
