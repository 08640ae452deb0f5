import { ABS_MISMATCH_SHARE, frontRearMismatch } from '../tires';
import { rule } from './rule';

export interface FrontRearMismatch {
  readonly code: 'front-rear-mismatch';
  readonly percent: number;
  readonly limitPercent: number;
}
/** Front and rear that roll differently: slip to the control unit, wind-up to a locked transfer case. */
export const frontRear = rule<FrontRearMismatch>({
  findings: { 'front-rear-mismatch': { verdict: 'no', topic: 'tire', blocks: 'order' } },
  scope: 'vehicle',
  check: (c) => {
    const { check } = c.tires;
    if (!check) return [];
    const share = frontRearMismatch(
      check.front.target.state.rollingRadiusMm,
      check.rear.target.state.rollingRadiusMm,
    );
    return check.differs && Math.abs(share) > ABS_MISMATCH_SHARE
      ? [
          {
            finding: {
              code: 'front-rear-mismatch',
              percent: share * 100,
              limitPercent: ABS_MISMATCH_SHARE * 100,
            },
          },
        ]
      : [];
  },
});
