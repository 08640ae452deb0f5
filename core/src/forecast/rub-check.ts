import { leastOver, liftThatClears, usedWindow, type MountedBody, type PolarTable } from '../clearance';
import { DOUBTS } from '../evidence';
import type { ObstacleKind } from '../catalogue';
import type { ReachFault } from '../suspension';
import { good, type Result } from '../units';
import { spacersMm, type TireAsked } from '../vehicle';
import {
  axleTable,
  insideRim,
  mountedBody,
  tireToleranceMm,
  type KeepWalk,
  type RubAxle,
  type RubAxleInput,
} from './rub-axle';
import { byClearance, rubResults, type ObstacleResult, type RubWhere } from './rub-results';

/** The short answer for one tyre: what is nearest, and the lift that clears where it does not. */
export interface RubCheck {
  readonly axle: RubAxleInput['axle'];
  readonly clears: boolean;
  readonly nearest: ObstacleResult;
  /** nearest over the whole travel to the solid stop */
  readonly nearestToStop: ObstacleResult;
  readonly marginMm: number;
  readonly toleranceMm: number;
  /** what the clearance of the nearest is in doubt by, with everything that is: height, obstacle, tyre, wheel, and flex at full lock */
  readonly plusMinusMm: number;
  /** the nearest is at full lock */
  readonly atLock: boolean;
  /** least lift over design; null when it clears as planned, or when no lift does */
  readonly leastLiftMm: number | null;
  readonly liftMm: number;
  readonly rubbing: readonly ObstacleKind[];
}
const isAtLock = (where: RubWhere): boolean => where.startsWith('lock');
/** What a clearance is in doubt by, mm, each input moved by its doubt. */
function clearanceDoubtMm(
  t: PolarTable,
  w: MountedBody,
  a: RubAxle,
  nearest: ObstacleResult,
  tire: TireAsked,
): number {
  const only = (k: number) => a.kinds[k] === nearest.kind;
  const lower = leastOver(t, w, usedWindow(a.rideZMm + a.rideDoubtMm, a.used, a.ends), only);
  const byHeight = Number.isFinite(lower) ? lower - nearest.used.clearanceMm : 0;
  return Math.hypot(
    byHeight,
    insideRim(nearest.kind) ? a.hardpointMm : DOUBTS.obstacleMm,
    Math.max(DOUBTS.tireMm, tireToleranceMm(tire)),
    DOUBTS.wheelOffsetMm,
    isAtLock(nearest.where) ? DOUBTS.flexAtLockMm : 0,
  );
}
const CHECK_ROWS = 9;
/** lock needs a finer step than the other wheel's travel, which hardly moves this one */
const CHECK_COLUMNS = { lock: 11, roll: 3 } as const;
/** The short answer for several tyres on one axle, from one coarse table with all ends of travel and lock in it. */
export function rubChecks(
  input: Pick<RubAxleInput, 'vehicle' | 'axle' | 'planned'>,
  a: RubAxle,
  tires: readonly TireAsked[],
  keep?: KeepWalk,
): Result<readonly RubCheck[], ReachFault> {
  const table = axleTable(
    a,
    CHECK_ROWS,
    a.acrossIs === 'other-wheel-mm' ? CHECK_COLUMNS.roll : CHECK_COLUMNS.lock,
    keep,
  );
  if (!table.ok) return table;
  return good(
    tires.flatMap((tire): RubCheck[] => {
      const w = mountedBody(tire, input.vehicle.platform, spacersMm(input.planned, input.axle));
      const list = rubResults(table.value, w, a);
      const nearest = [...list].sort(byClearance)[0];
      const nearestToStop = [...list].sort(
        (x, y) => x.toStop.clearanceMm - x.marginMm - (y.toStop.clearanceMm - y.marginMm),
      )[0];
      if (!nearest || !nearestToStop) return [];
      const clears = list.every((o) => o.verdict === 'clear');
      const armsClear = list.every((o) => o.liftHelps || o.verdict === 'clear');
      const lift = clears || !armsClear ? null : liftThatClears(table.value, w, a);
      return [
        {
          axle: input.axle,
          clears,
          nearest,
          nearestToStop,
          marginMm: a.marginMm,
          toleranceMm: tireToleranceMm(tire),
          plusMinusMm: clearanceDoubtMm(table.value, w, a, nearest, tire),
          atLock: isAtLock(nearest.where),
          leastLiftMm: lift?.ok ? lift.value : null,
          liftMm: -a.rideZMm,
          rubbing: list.filter((o) => o.verdict !== 'clear').map((o) => o.kind),
        },
      ];
    }),
  );
}
