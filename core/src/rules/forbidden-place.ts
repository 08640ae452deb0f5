import { FAMILIES, type Platform } from '../catalogue';
import { onAxle, partName } from '../vehicle';
import { rule, type Raised } from './rule';

export type ForbiddenPlaceFinding =
  | { readonly code: 'wrong-construction'; readonly wants: Platform['construction'] }
  | { readonly code: 'block-on-steered-axle' };

/** Families that have no place on a vehicle of this construction, or on an axle that steers. */
export const forbiddenPlace = rule<ForbiddenPlaceFinding>({
  findings: {
    'wrong-construction': { verdict: 'no', topic: 'place', blocks: 'order' },
    'block-on-steered-axle': { verdict: 'no', topic: 'place', blocks: 'order' },
  },
  scope: 'plan',
  check: (c) =>
    c.chosen.flatMap(({ part }) =>
      FAMILIES[part.family].forbidden.flatMap((f): Raised<ForbiddenPlaceFinding>[] => {
        const about = { part: partName(part), axle: part.axle };
        if (f.on === 'steered-axle')
          return onAxle(part, f.axle) ? [{ ...about, finding: { code: 'block-on-steered-axle' } }] : [];
        return c.vehicle.platform.construction === f.on
          ? [
              {
                ...about,
                finding: { code: 'wrong-construction', wants: f.on === 'frame' ? 'unibody' : 'frame' },
              },
            ]
          : [];
      }),
    ),
});
