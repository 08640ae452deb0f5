import { TRIFLE_MM } from '../evidence';
import { onAxle, partName } from '../vehicle';
import { rule, type Raised } from './rule';
import type { Axle } from '../suspension';

export type MakerLimitFinding =
  | {
      readonly code: 'tire-over-maker';
      readonly axle: Axle;
      readonly what: string;
      readonly diameterMm: number;
      readonly mostMm: number;
    }
  | {
      readonly code: 'offset-off-maker';
      readonly axle: Axle;
      readonly what: string;
      readonly offsetMm: number;
      readonly window: readonly [number, number];
    };

/** What the makers of the plan's parts allow beside them: the largest tyre, the offsets of the wheel. Nobody here outweighs it. */
export const makerLimits = rule<MakerLimitFinding>({
  findings: {
    'tire-over-maker': { verdict: 'no', topic: 'fitment', blocks: 'order' },
    'offset-off-maker': { verdict: 'needs', topic: 'fitment', blocks: 'order' },
  },
  scope: 'axle',
  check: (a, c): Raised<MakerLimitFinding>[] => {
    const side = c.tires.check?.[a.axle];
    if (!side) return [];
    const { axle } = a;
    const { diameterMm } = side.target.state;
    const { offsetMm, spacerMm } = side.target;
    // a spacer behind the wheel takes its thickness off the offset
    const stands = offsetMm - spacerMm;
    return c.chosen
      .filter(({ part }) => onAxle(part, axle) && part.limits !== undefined)
      .flatMap(({ part }): Raised<MakerLimitFinding>[] => {
        const what = partName(part);
        const { tireMm = null, offsetMm: window = null } = part.limits ?? {};
        return [
          ...(tireMm !== null && diameterMm > tireMm + TRIFLE_MM
            ? [
                {
                  finding: { code: 'tire-over-maker' as const, axle, what, diameterMm, mostMm: tireMm },
                  figure: side.figures.diameter.target,
                },
              ]
            : []),
          ...(window !== null && (stands < window[0] || stands > window[1])
            ? [{ finding: { code: 'offset-off-maker' as const, axle, what, offsetMm: stands, window } }]
            : []),
        ];
      });
  },
});
