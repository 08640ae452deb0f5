import { computed, DAMPER_RESERVE_MM, type Figure } from '../evidence';
import type { AxleForecast } from '../forecast';
import type { Axle } from '../suspension';
import { rule, type Raised } from './rule';

/** The damper is solid this far after the stop touches (below 0: before it); a stop lower by `lowerMm` mends it. */
export interface DamperSolid {
  readonly code: 'damper-solid';
  readonly axle: Axle;
  readonly reserveMm: number;
  readonly lowerMm: number;
}
const figureOf = (f: AxleForecast): Figure | null =>
  f.room?.damperReserveMm == null
    ? null
    : computed('damper-reserve', f.room.damperReserveMm, 'mm', [f.lift], {
        formula: 'travel-walk',
        limit: { min: DAMPER_RESERVE_MM },
      });
/** A damper that is solid before the stop has done its work is broken by the first hard bump. */
export const damperSolid = rule<DamperSolid>({
  findings: { 'damper-solid': { verdict: 'needs', topic: 'travel', blocks: 'drive' } },
  scope: 'axle',
  check: (a): Raised<DamperSolid>[] => {
    const f = a.forecast();
    const figure = f.ok ? figureOf(f.value) : null;
    return figure && figure.value < DAMPER_RESERVE_MM
      ? [
          {
            finding: {
              code: 'damper-solid',
              axle: a.axle,
              reserveMm: figure.value,
              lowerMm: DAMPER_RESERVE_MM - figure.value,
            },
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
