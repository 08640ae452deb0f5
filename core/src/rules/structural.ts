import { reliefsOn } from '../forecast';
import type { ObstacleKind } from '../catalogue';
import { partName } from '../vehicle';
import { AXLES } from '../plan-case';
import { rule, type Raised } from './rule';

export type StructuralFinding =
  | { readonly code: 'structural-change' }
  | { readonly code: 'structural-relief'; readonly obstacle: ObstacleKind };

/** What changes a mount or cuts what carries load: refused without an engineer's note. */
export const structural = rule<StructuralFinding>({
  findings: {
    'structural-change': { verdict: 'no', topic: 'place', blocks: 'order' },
    'structural-relief': { verdict: 'no', topic: 'clearance', blocks: 'work' },
  },
  scope: 'plan',
  check: (c) => [
    ...c.chosen
      .filter(({ part }) => part.structural)
      .map(({ part }): Raised<StructuralFinding> => ({
        finding: { code: 'structural-change' },
        part: partName(part),
        axle: part.axle,
      })),
    ...AXLES.flatMap((axle) =>
      reliefsOn(c.job.tire.reliefs, axle, c.catalogue).flatMap(
        ({ kind, relief }): Raised<StructuralFinding>[] =>
          relief.structural && kind !== null
            ? [{ finding: { code: 'structural-relief', obstacle: kind }, axle }]
            : [],
      ),
    ),
  ],
});
