import { HEADLAMP_DEG } from '../evidence';
import { DEG_PER_RAD } from '../units';
import { rule } from './rule';

export interface Headlamps {
  readonly code: 'headlamps';
  readonly turnDeg: number;
}
/** A rake that changes turns the beam. + down. */
export const headlamps = rule<Headlamps>({
  findings: { headlamps: { verdict: 'fits', topic: 'stance', blocks: null } },
  scope: 'vehicle',
  check: (c) => {
    const f = c.forecast();
    if (!f) return [];
    const { wheelbaseMm } = c.vehicle.platform;
    const turnDeg = Math.atan((f.planned.rake.value - f.today.rake.value) / wheelbaseMm) * DEG_PER_RAD;
    return Math.abs(turnDeg) > HEADLAMP_DEG ? [{ finding: { code: 'headlamps', turnDeg } }] : [];
  },
});
