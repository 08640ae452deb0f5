import { explain, FLAT_RIDE, HIGHWAY_PERCENT } from '../evidence';
import { frequencies } from './manners';
import { onTheWhole, rule } from './rule';

export interface FlatRideOff {
  readonly code: 'flat-ride-off';
  readonly ratio: number;
  readonly wasRatio: number;
  readonly window: readonly [number, number];
}
/** Rear over front frequency, loaded as used: below its window a vehicle pitches after every bump. The highway asks. */
export const flatRide = rule<FlatRideOff>({
  findings: { 'flat-ride-off': { verdict: 'fits', topic: 'manners', blocks: null } },
  check: onTheWhole((c) => {
    if (c.job.brief.usage.highway < HIGHWAY_PERCENT) return [];
    const [now, plan] = [frequencies(c, 'today'), frequencies(c, 'planned')];
    if (!now || !plan) return [];
    const figure = explain('flat-ride', 'ratio', 'ratio', { of: plan.rear, to: plan.front });
    const wasRatio = now.rear.value / now.front.value;
    const inside = (r: number) => r >= FLAT_RIDE[0] && r <= FLAT_RIDE[1];
    return inside(figure.value) || !inside(wasRatio)
      ? []
      : [{ finding: { code: 'flat-ride-off', ratio: figure.value, wasRatio, window: FLAT_RIDE }, figure }];
  }),
});
