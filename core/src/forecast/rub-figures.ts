import { computed, given, type Figure } from '../evidence';
import type { ObstacleResult } from './rub-results';
import type { RubStudy } from './rub-study';

/** The two clearances of one obstacle as figures: over the travel that is used, and to the solid stop. */
export function rubFigures(
  o: ObstacleResult,
  s: RubStudy,
): { readonly used: Figure; readonly toStop: Figure } {
  const figure = (name: 'clearance' | 'clearance-to-stop', at: ObstacleResult['used']) =>
    computed(
      name,
      at.clearanceMm,
      'mm',
      [
        ...(at.zMm === null ? [] : [computed('wheel-travel', at.zMm, 'mm', [], { formula: 'rub-map' })]),
        computed('ride-height', -s.rideZMm, 'mm', [], { formula: 'balance' }),
        given('tire-diameter', s.tire.diameterMm, 'mm', s.tire.measured ? 'maker’s figure' : 'by the size'),
        given('section-on-rim', s.tire.sectionMm, 'mm'),
        given('offset', s.tire.offsetMm, 'mm'),
        given('clearance-margin', o.marginMm, 'mm'),
        given('tire-tolerance', s.toleranceMm, 'mm'),
      ],
      { formula: 'rub-map', plusMinus: s.toleranceMm, limit: { min: o.marginMm } },
    );
  return { used: figure('clearance', o.used), toStop: figure('clearance-to-stop', o.toStop) };
}
/** Largest diameter of the asked section at the planned height; null where none clears. */
export const largestFigure = (s: RubStudy): Figure | null =>
  s.largestMm === null
    ? null
    : computed(
        'largest-diameter',
        s.largestMm,
        'mm',
        [
          given('section-on-rim', s.tire.sectionMm, 'mm'),
          computed('ride-height', -s.rideZMm, 'mm', [], { formula: 'balance' }),
          given('clearance-margin', s.marginMm, 'mm'),
        ],
        { formula: 'bisection' },
      );
