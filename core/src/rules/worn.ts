import type { Component } from '../catalogue';
import type { Axle } from '../suspension';
import { replacedBy } from '../vehicle';
import { rule, type Raised } from './rule';

interface Place {
  readonly component: Component;
  readonly axle: Axle | null;
}
export type WornFinding =
  /** to be repaired or replaced, and the shop has no record of what that takes */
  | (Place & { readonly code: 'repair-not-known'; readonly remedy: 'repair' | 'replace' })
  /** the record has no price */
  | (Place & { readonly code: 'repair-not-priced' })
  /** worn, and left as it is at the customer's word */
  | (Place & { readonly code: 'left-worn'; readonly side: 'left' | 'right' | null })
  /** the same, of something that steers, brakes or holds a wheel, and broken or missing */
  | (Place & { readonly code: 'left-unsafe'; readonly side: 'left' | 'right' | null });

/** Where it lets go, nobody steers or stops any more. */
const HOLDS: readonly Component[] = [
  'upper-ball-joint',
  'lower-ball-joint',
  'king-pin',
  'tie-rod-end',
  'track-bar-bush',
  'hub-bearing',
  'hose',
  'line',
  'cable',
  'brake-pad',
  'wheel-stud',
  'tire',
  'frame-rust',
];
/** What the look-over found worn: what it takes must be known before it is promised, and what is left is said. */
export const worn = rule<WornFinding>({
  findings: {
    'repair-not-known': { verdict: 'ask', topic: 'money', blocks: 'order' },
    'repair-not-priced': { verdict: 'ask', topic: 'money', blocks: 'order' },
    'left-worn': { verdict: 'fits', topic: 'hardware', blocks: null },
    'left-unsafe': { verdict: 'no', topic: 'hardware', blocks: 'order' },
  },
  scope: 'plan',
  check: (c) => [
    ...c.repairs.flatMap(({ component, axle, remedy, repair }): Raised<WornFinding>[] => {
      const about = { axle: axle ?? ('both' as const) };
      if (!repair) return [{ ...about, finding: { code: 'repair-not-known', component, axle, remedy } }];
      return repair.priceMinor === null
        ? [{ ...about, finding: { code: 'repair-not-priced', component, axle } }]
        : [];
    }),
    ...c.job.lookOver.items.flatMap((place): Raised<WornFinding>[] => {
      const { component, axle, side, found, remedy } = place;
      // nothing is left where a part of the plan takes it off
      if (remedy !== 'leave' || replacedBy(place, c.chosen)) return [];
      const code = HOLDS.includes(component) && found !== 'worn' ? 'left-unsafe' : 'left-worn';
      return [{ axle: axle ?? 'both', finding: { code, component, axle, side } }];
    }),
  ],
});
