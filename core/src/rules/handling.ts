import { TRIFLE_MM } from '../evidence';
import { rule } from './rule';

export interface HandlingChanged {
  readonly code: 'handling-changed';
  readonly riseMm: number;
}
/** A body that stands higher leans and tips sooner: a caution that is never hidden, and not raised over a trifle. */
export const handling = rule<HandlingChanged>({
  findings: { 'handling-changed': { verdict: 'fits', topic: 'manners', blocks: null } },
  check: (c) => {
    const f = c.forecast();
    if (!f) return [];
    const riseMm = Math.max(
      f.planned.rise.front - f.today.rise.front,
      f.planned.rise.rear - f.today.rise.rear,
    );
    return riseMm >= TRIFLE_MM ? [{ finding: { code: 'handling-changed', riseMm } }] : [];
  },
});
