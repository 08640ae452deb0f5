import type { RideHeightFault } from '../suspension';
import { rule } from './rule';

export interface NoBalance {
  readonly code: 'no-balance';
  readonly axle: 'front' | 'rear';
  readonly fault: RideHeightFault;
}
/** An axle that has no ride height with these parts. What does not need its pose is judged all the same. */
export const pose = rule<NoBalance>({
  findings: { 'no-balance': { verdict: 'no', topic: 'geometry', blocks: 'drive' } },
  scope: 'axle',
  check: (a) => {
    const f = a.forecast();
    return f.ok ? [] : [{ finding: { code: 'no-balance', axle: a.axle, fault: f.fault } }];
  },
});
