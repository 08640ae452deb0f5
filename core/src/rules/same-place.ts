import { FAMILIES } from '../catalogue';
import type { Axle } from '../suspension';
import { axlesMeet, partName } from '../vehicle';
import { rule, type Raised } from './rule';

export type SamePlaceFinding =
  | {
      readonly code: 'same-place';
      readonly slot: string;
      readonly axle: Axle | 'both';
      readonly with: string;
    }
  /** more sets of a part than a vehicle has places for it */
  | { readonly code: 'one-set-only'; readonly quantity: number }
  /** the same part in a kit and by itself, or in two kits: it is fitted once */
  | { readonly code: 'listed-twice' };

/** One place, one part: what takes the place of another, what is counted more often than it fits. */
export const samePlace = rule<SamePlaceFinding>({
  findings: {
    'same-place': { verdict: 'no', topic: 'place', blocks: 'order' },
    'one-set-only': { verdict: 'no', topic: 'place', blocks: 'order' },
    'listed-twice': { verdict: 'ask', topic: 'money', blocks: 'order' },
  },
  scope: 'plan',
  check: (c) => [
    ...c.chosen.flatMap(({ part }, i) =>
      c.chosen.slice(i + 1).flatMap(({ part: other }): Raised<SamePlaceFinding>[] => {
        const { slot, holds } = FAMILIES[part.family];
        if (holds === 'many' || FAMILIES[other.family].slot !== slot || !axlesMeet(part, other)) return [];
        const axle = part.axle === 'both' ? other.axle : part.axle;
        return [
          {
            finding: { code: 'same-place', slot, axle, with: partName(other) },
            part: partName(part),
            axle,
          },
        ];
      }),
    ),
    ...c.chosen
      .filter(({ part, quantity }) => quantity > 1 && FAMILIES[part.family].quantity === 'set')
      .map(({ part, quantity }): Raised<SamePlaceFinding> => ({
        finding: { code: 'one-set-only', quantity },
        part: partName(part),
        axle: part.axle,
      })),
    ...c.parts.repeated.map((part): Raised<SamePlaceFinding> => ({
      finding: { code: 'listed-twice' },
      part: partName(part),
      axle: part.axle,
    })),
  ],
});
