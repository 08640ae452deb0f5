import type { Axle } from '../suspension';
import { isUnmeasured } from '../vehicle';
import { rule } from './rule';

export interface ChangedBefore {
  /** something on it lifts or lowers an axle, and nobody has measured by how much */
  readonly code: 'on-it-unmeasured';
  readonly axle: Axle;
  readonly what: string;
}
/** Today starts from what is on the vehicle: what nobody has measured is asked about, never taken for nothing. */
export const changedBefore = rule<ChangedBefore>({
  findings: { 'on-it-unmeasured': { verdict: 'ask', topic: 'unknown', blocks: 'order' } },
  check: (c) =>
    c.job.vehicle.changes.flatMap((change) =>
      change.axle !== null && isUnmeasured(change)
        ? [{ axle: change.axle, finding: { code: 'on-it-unmeasured', axle: change.axle, what: change.what } }]
        : [],
    ),
});
