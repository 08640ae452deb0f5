import type { Described } from '../job';
import type { Axle } from '../suspension';
import { isBehindWheel, isUnmeasured } from '../vehicle';
import { rule, type Raised } from './rule';

export interface ChangedBefore {
  /** something that is on it, or a line of one's own in the plan, lifts or lowers an axle, and nobody has measured by how much */
  readonly code: 'on-it-unmeasured' | 'line-unmeasured';
  readonly axle: Axle;
  readonly what: string;
  /** it moves the wheels out and lifts nothing */
  readonly behindWheel: boolean;
}
const of = (
  code: ChangedBefore['code'],
  axle: Axle,
  { what, kind }: Pick<Described, 'what' | 'kind'>,
): ChangedBefore => ({ code, axle, what, behindWheel: isBehindWheel(kind) });
const META = { verdict: 'ask', topic: 'unknown', blocks: 'order' } as const;
/** Today starts from what is on the vehicle, and the plan from what is put on: what nobody has measured is asked about, never
 *  taken for nothing. */
export const changedBefore = rule<ChangedBefore>({
  findings: { 'on-it-unmeasured': META, 'line-unmeasured': META },
  scope: 'plan',
  check: (c) => [
    ...c.job.vehicle.changes.flatMap((d): Raised<ChangedBefore>[] =>
      d.axle !== null && d.part === null && isUnmeasured(d)
        ? [{ axle: d.axle, finding: of('on-it-unmeasured', d.axle, d) }]
        : [],
    ),
    ...c.job.build.free.flatMap((d): Raised<ChangedBefore>[] =>
      d.axle !== null && isUnmeasured(d) ? [{ axle: d.axle, finding: of('line-unmeasured', d.axle, d) }] : [],
    ),
  ],
});
