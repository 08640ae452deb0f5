import { computed, given, type Figure } from '../evidence';
import type { AxleForecast } from '../forecast';
import type { Axle } from '../suspension';
import { onEachAxle, rule, type Raised } from './rule';

export interface CvAngle {
  readonly code: 'cv-angle';
  readonly axle: Axle;
  readonly valueDeg: number;
  readonly limitDeg: number;
}
function figureOf(f: AxleForecast): Figure | null {
  const [value, was] = [f.geometryPlanned.cvOuterDeg, f.geometryToday.cvOuterDeg];
  if (value === null || !f.spec.cv) return null;
  return computed(
    'cv-angle',
    value,
    'deg',
    [
      ...(was === null
        ? []
        : [computed('cv-angle', was, 'deg', [], { formula: 'carrier-pose', from: 'today' })]),
      f.lift,
      given('cv-limit', f.spec.cv.runningDeg, 'deg', 'platform'),
    ],
    { formula: 'carrier-pose', limit: { max: f.spec.cv.runningDeg } },
  );
}
/** Outer shaft joint at ride height beyond what it runs at for long. */
export const cvAngle = rule<CvAngle>({
  findings: { 'cv-angle': { verdict: 'needs', topic: 'geometry', blocks: 'order' } },
  check: onEachAxle((a): Raised<CvAngle>[] => {
    const f = a.forecast();
    const figure = f.ok ? figureOf(f.value) : null;
    const limitDeg = f.ok ? f.value.spec.cv?.runningDeg : undefined;
    return figure && limitDeg !== undefined && figure.value > limitDeg
      ? [{ finding: { code: 'cv-angle', axle: a.axle, valueDeg: figure.value, limitDeg }, figure }]
      : [];
  }),
  measure: (c, axle) => {
    const f = c.axles[axle].forecast();
    return f.ok ? figureOf(f.value) : null;
  },
});
