import { DOUBTS, explain, FLAT_RIDE, HIGHWAY_PERCENT } from '../evidence';
import { frequencies } from '../plan-case';
import { rule } from './rule';

export interface FlatRideOff {
  readonly code: 'flat-ride-off';
  readonly ratio: number;
  readonly wasRatio: number;
  readonly window: readonly [number, number];
}
/** A frequency goes with the root of the rate and of the mass; two axles are compared. */
const DOUBT_SHARE = Math.hypot(DOUBTS.coilRateShare, DOUBTS.massShare) / Math.SQRT2;
/** Rear over front frequency, loaded as used: outside its window a vehicle pitches after every bump. On the highway it is a need; what lies
 *  inside the doubt of the figure is not told. */
export const flatRide = rule<FlatRideOff>({
  findings: { 'flat-ride-off': { verdict: 'needs', topic: 'manners', blocks: 'order' } },
  scope: 'vehicle',
  check: (c) => {
    if (c.job.brief.usage.highway < HIGHWAY_PERCENT) return [];
    const [now, plan] = [frequencies(c, 'today'), frequencies(c, 'planned')];
    if (!now || !plan) return [];
    const figure = explain('flat-ride', 'ratio', 'ratio', { of: plan.rear, to: plan.front });
    const wasRatio = now.rear.value / now.front.value;
    const inside = (r: number) =>
      r >= FLAT_RIDE[0] * (1 - DOUBT_SHARE) && r <= FLAT_RIDE[1] * (1 + DOUBT_SHARE);
    return inside(figure.value) || !inside(wasRatio)
      ? []
      : [{ finding: { code: 'flat-ride-off', ratio: figure.value, wasRatio, window: FLAT_RIDE }, figure }];
  },
});
