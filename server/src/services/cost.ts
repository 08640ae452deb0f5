import type { ClearanceRequest, KinematicsRequest } from '@rigger/core';

export type ComputeKind = 'kinematics' | 'ride-height' | 'clearance' | 'tire';

/** measured by `npm run bench`, rounded up: a pose, a distance of one obstacle point, a ride height with its search, ms */
const POSE_MS = 0.02;
const DISTANCE_MS = 0.000_15;
const RIDE_HEIGHT_MS = 5;
/** what one answer may cost, ms of one core; beyond it the request is refused with what would do. The table of a clearance map grows
 *  with it: at this limit a worker holds about 200 MB. */
export const MOST_MS = 1500;
/** a request up to this is answered in the quick lane, which long ones never enter, ms */
export const QUICK_MS = 250;
/** work that runs this long is stopped, ms */
export const TIME_LIMIT_MS = 15_000;

/** About how long a request takes on one core, ms; known before anything is computed. */
export function costMs(kind: ComputeKind, request: unknown): number {
  switch (kind) {
    case 'tire':
      return 1;
    case 'ride-height':
      return RIDE_HEIGHT_MS;
    case 'kinematics':
      return (request as KinematicsRequest).samples.length * POSE_MS;
    case 'clearance': {
      const { travel, rack, obstacles } = request as ClearanceRequest;
      const poses = travel.points * rack.points;
      const points = obstacles.reduce((sum, o) => sum + o.points.length, 0);
      return poses * (POSE_MS + points * DISTANCE_MS);
    }
  }
}
