import type { DriverAssist } from '../catalogue';
import { DEG_PER_RAD } from '../units';
import { rule, type Raised } from './rule';

export interface DriverAssistMoved {
  readonly code: 'driver-assist';
  readonly sensor: DriverAssist['sensor'];
  readonly by: DriverAssist['by'];
  readonly riseMm: number;
  readonly turnDeg: number;
}
/** A camera or radar that looks ahead from another height, or tilted: it is calibrated before the vehicle is handed over. */
export const driverAssist = rule<DriverAssistMoved>({
  findings: {
    'driver-assist': { verdict: 'fits', topic: 'stance', blocks: 'drive', loadCase: 'empty' },
  },
  scope: 'vehicle',
  check: (c) => {
    const f = c.forecast();
    if (!f) return [];
    const { wheelbaseMm, driverAssist: sensors = [] } = c.vehicle.platform;
    const riseMm = f.planned.rise.front - f.today.rise.front;
    const turnDeg = Math.atan((f.planned.rake.value - f.today.rake.value) / wheelbaseMm) * DEG_PER_RAD;
    return sensors.flatMap(({ sensor, by, heightMm, rakeDeg }): Raised<DriverAssistMoved>[] =>
      Math.abs(riseMm) > heightMm || Math.abs(turnDeg) > rakeDeg
        ? [{ finding: { code: 'driver-assist', sensor, by, riseMm, turnDeg } }]
        : [],
    );
  },
});
