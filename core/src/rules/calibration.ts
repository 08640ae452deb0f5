import { CALIBRATION_SHARE } from '../evidence';
import { rule } from './rule';

export interface Calibration {
  readonly code: 'calibration';
  readonly percent: number;
  readonly by: 'shop' | 'dealer' | 'driver' | 'nobody';
}
/** A speedometer error worth entering: judged on the axle that drives the furthest from the old one. */
export const calibration = rule<Calibration>({
  findings: { calibration: { verdict: 'fits', topic: 'drive', blocks: null } },
  scope: 'plan',
  check: (c) => {
    const { check } = c.tires;
    if (!check) return [];
    const [f, r] = [check.front.change.speedShare, check.rear.change.speedShare];
    const share = Math.abs(f) > Math.abs(r) ? f : r;
    return Math.abs(share) > CALIBRATION_SHARE
      ? [{ finding: { code: 'calibration', percent: share * 100, by: c.vehicle.platform.calibration.by } }]
      : [];
  },
});
