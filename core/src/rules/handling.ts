import { TRIFLE_MM, TRIFLE_SHARE } from '../evidence';
import { stabilityOf } from '../plan-case';
import { rule } from './rule';

export interface HandlingChanged {
  readonly code: 'handling-changed';
  readonly riseMm: number;
  /** of what holds it upright in a bend, per cent; null where it is a trifle, or nobody knows where its masses are */
  readonly lostPercent: number | null;
}
/** A body that stands higher leans and tips sooner: a caution that is never hidden, and not raised over a trifle. */
export const handling = rule<HandlingChanged>({
  findings: { 'handling-changed': { verdict: 'fits', topic: 'manners', blocks: null } },
  scope: 'vehicle',
  check: (c) => {
    const f = c.forecast();
    if (!f) return [];
    const riseMm = Math.max(
      f.planned.rise.front - f.today.rise.front,
      f.planned.rise.rear - f.today.rise.rear,
    );
    if (riseMm < TRIFLE_MM) return [];
    const [was, is] = [stabilityOf(c, 'today'), stabilityOf(c, 'planned')];
    const lost = was && is ? 1 - is.value / was.value : 0;
    const lostPercent = lost >= TRIFLE_SHARE ? lost * 100 : null;
    return [{ finding: { code: 'handling-changed', riseMm, lostPercent }, figure: is }];
  },
});
