import { isReversible } from '../catalogue';
import { reliefsOn } from '../forecast';
import { partName } from '../vehicle';
import { AXLES } from '../plan-case';
import { rule, type Raised } from './rule';

export interface NotReversible {
  readonly code: 'not-reversible';
}
/** A vehicle that must go back to stock takes nothing that is cut, drilled or painted for. */
export const reversible = rule<NotReversible>({
  findings: { 'not-reversible': { verdict: 'no', topic: 'limits', blocks: 'order' } },
  scope: 'plan',
  check: (c) => {
    if (!c.job.brief.reversibleOnly) return [];
    const finding = { code: 'not-reversible' } as const;
    return [
      ...c.chosen
        .filter(({ part }) => !isReversible(part, c.catalogue))
        .map(({ part }): Raised<NotReversible> => ({ finding, part: partName(part), axle: part.axle })),
      ...AXLES.flatMap((axle) =>
        reliefsOn(c.job.tire.reliefs, axle, c.catalogue)
          .filter(({ relief }) => !relief.reversible)
          .map(({ relief }): Raised<NotReversible> => ({ finding, part: relief.name, axle })),
      ),
    ];
  },
});
