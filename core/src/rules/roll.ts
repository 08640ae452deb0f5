import { HIGHWAY_PERCENT, ROLL_MORE_SHARE } from '../evidence';
import { rollGradient } from '../plan-case';
import { rule } from './rule';

export interface RollsMore {
  readonly code: 'rolls-more';
  /** body roll per g today and planned, degrees */
  readonly wasDegPerG: number;
  readonly degPerG: number;
}
/** A body that leans more in the same bend: taller over its roll axis, or on softer springs. The highway asks. */
export const roll = rule<RollsMore>({
  findings: { 'rolls-more': { verdict: 'fits', topic: 'manners', blocks: null } },
  scope: 'vehicle',
  check: (c) => {
    if (c.job.brief.usage.highway < HIGHWAY_PERCENT) return [];
    const [was, is] = [rollGradient(c, 'today'), rollGradient(c, 'planned')];
    if (!was || !is || is.value < was.value * (1 + ROLL_MORE_SHARE)) return [];
    return [{ finding: { code: 'rolls-more', wasDegPerG: was.value, degPerG: is.value }, figure: is }];
  },
});
