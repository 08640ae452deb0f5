import { ADVISED_SHARE, computed, given, type Figure } from '../evidence';
import type { AxleForecast } from '../forecast';
import type { Axle } from '../suspension';
import { rule, type Raised } from './rule';

interface Of<Code> {
  readonly code: Code;
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
/** Beyond what it runs at for long; or inside that, and near it where the plan has brought it. */
export type CvAngle = Of<'cv-angle'> | Of<'cv-angle-near'>;
/** Outer shaft joint at ride height beyond what it runs at for long, or near that. */
export const cvAngle = rule<CvAngle>({
  findings: {
    'cv-angle': { verdict: 'needs', topic: 'geometry', blocks: 'order' },
    'cv-angle-near': { verdict: 'advised', topic: 'geometry', blocks: null },
  },
  scope: 'axle',
  check: (a): Raised<CvAngle>[] => {
    const f = a.forecast();
    const figure = f.ok ? figureOf(f.value) : null;
    const limitDeg = f.ok ? f.value.spec.cv?.runningDeg : undefined;
    if (!f.ok || !figure || limitDeg === undefined) return [];
    const { value } = figure;
    const over = value > limitDeg;
    const near =
      value > limitDeg * (1 - ADVISED_SHARE) && value > (f.value.geometryToday.cvOuterDeg ?? value);
    return over || near
      ? [
          {
            finding: { code: over ? 'cv-angle' : 'cv-angle-near', axle: a.axle, valueDeg: value, limitDeg },
            figure,
          },
        ]
      : [];
  },
  measure: (c, axle) => {
    const f = c.axles[axle].forecast();
    return f.ok ? figureOf(f.value) : null;
  },
});
