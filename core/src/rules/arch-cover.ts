import type { Axle } from '../suspension';
import { AXLES } from '../plan-case';
import { rule, type Raised } from './rule';

export interface OverArch {
  readonly code: 'over-arch';
  readonly axle: Axle;
  readonly byMm: number;
}
/** Tyres past the arch of their own axle: section, offset and spacers together. */
export const archCover = rule<OverArch>({
  findings: { 'over-arch': { verdict: 'needs', topic: 'tire', blocks: 'order' } },
  scope: 'plan',
  check: (c) => {
    const { check } = c.tires;
    if (!check) return [];
    return AXLES.flatMap((axle): Raised<OverArch>[] => {
      const figure = check[axle].figures.overArch;
      return figure.value > 0
        ? [{ finding: { code: 'over-arch', axle, byMm: figure.value }, axle, figure }]
        : [];
    });
  },
});
