import type { Axle } from '../suspension';
import { loadOn } from '../vehicle';
import { rule, type Raised } from './rule';

export interface OverAxleLoad {
  readonly code: 'over-axle-load';
  readonly axle: Axle;
  readonly loadKg: number;
  readonly ratedKg: number;
}
/** What an axle carries with everything on the vehicle and the load of the brief. */
export const axleLoad = rule<OverAxleLoad>({
  findings: { 'over-axle-load': { verdict: 'no', topic: 'limits', blocks: 'order' } },
  scope: 'axle',
  check: (a, c): Raised<OverAxleLoad>[] => {
    const { ratedKg } = c.vehicle.platform[a.axle];
    const { loadedKg: loadKg } = loadOn(a.prepared.input, c.planned);
    return loadKg > ratedKg ? [{ finding: { code: 'over-axle-load', axle: a.axle, loadKg, ratedKg } }] : [];
  },
});
