import type { PlaceLimit } from '../job';
import type { Axle } from '../suspension';
import { spacersMm } from '../vehicle';
import { offsetOutMm, AXLES, type PlanCase } from '../plan-case';
import { rule, type Raised } from './rule';

export interface PlaceLimitFinding {
  readonly code: 'place-limit';
  readonly what: PlaceLimit['what'];
  readonly axle: Axle | null;
  readonly valueMm: number;
  readonly limitMm: number;
  readonly whose: string;
}
/** What each rule of the place measures, mm: once for the vehicle, or for each axle. */
function valuesOf(what: PlaceLimit['what'], c: PlanCase): readonly { axle: Axle | null; mm: number }[] {
  const { check } = c.tires;
  switch (what) {
    case 'total-lift': {
      const rise = c.forecast()?.planned.rise;
      return rise ? [{ axle: null, mm: Math.max(rise.front, rise.rear) }] : [];
    }
    case 'tire-lift':
      return check ? [{ axle: null, mm: Math.max(...AXLES.map((a) => check[a].change.tireLiftMm)) }] : [];
    case 'track-increase':
      return AXLES.map((axle) => ({
        axle,
        mm: 2 * (offsetOutMm(c, axle) + spacersMm(c.planned, axle) - spacersMm(c.fitted, axle)),
      }));
    case 'wheel-spacer':
      return AXLES.map((axle) => ({ axle, mm: spacersMm(c.planned, axle) }));
  }
}
/** The limits that the shop has entered for its place; it warns, the inspection station decides. */
export const placeLimits = rule<PlaceLimitFinding>({
  findings: { 'place-limit': { verdict: 'ask', topic: 'limits', blocks: 'order' } },
  scope: 'plan',
  check: (c) =>
    c.settings.placeLimits.flatMap((l) =>
      valuesOf(l.what, c)
        .filter(({ mm }) => mm > l.limitMm)
        .map(({ axle, mm }): Raised<PlaceLimitFinding> => ({
          finding: {
            code: 'place-limit',
            what: l.what,
            axle,
            valueMm: mm,
            limitMm: l.limitMm,
            whose: l.whose,
          },
          axle: axle ?? undefined,
          verdict: l.verdict,
        })),
    ),
});
