import { leastOver, liftThatClears, tireBody, type MountedBody, type PolarTable } from '../clearance';
import { DOUBTS } from '../evidence';
import type { ObstacleKind } from '../catalogue';
import type { ReachFault } from '../suspension';
import { good, once, type Result } from '../units';
import { spacersMm, type TireAsked } from '../vehicle';
import {
  axleTable,
  insideRim,
  mountedBody,
  tireToleranceMm,
  type WalkMemo,
  type RubAxle,
  type RubAxleInput,
} from './rub-axle';
import {
  byClearance,
  inUse,
  rubResults,
  type ObstacleInUse,
  type ObstacleResult,
  type RubWhere,
} from './rub-results';

/** The short answer for one tyre: what is nearest, and the lift that clears where it does not. */
export interface RubCheck {
  readonly axle: RubAxleInput['axle'];
  readonly clears: boolean;
  readonly nearest: ObstacleInUse;
  /** nearest over the whole travel to the solid stop; dear where nobody has asked yet */
  readonly nearestToStop: ObstacleResult;
  readonly marginMm: number;
  readonly toleranceMm: number;
  /** the nearest is at full lock */
  readonly atLock: boolean;
  /** least lift over design; null when it clears as planned, or when no lift does */
  readonly leastLiftMm: number | null;
  readonly liftMm: number;
  readonly rubbing: readonly ObstacleKind[];
}
const isAtLock = (where: RubWhere): boolean => where.startsWith('lock');
type RubInput = Pick<RubAxleInput, 'vehicle' | 'axle' | 'planned'>;
const CHECK_ROWS = 9;
/** lock needs a finer step than the other wheel's travel, which hardly moves this one */
const CHECK_COLUMNS = { lock: 11, roll: 3 } as const;
/** The coarse table of the short answer, with all ends of travel and lock in it. */
export const checkTable = (a: RubAxle, keep?: WalkMemo): Result<PolarTable, ReachFault> =>
  axleTable(a, CHECK_ROWS, a.acrossIs === 'other-wheel-mm' ? CHECK_COLUMNS.roll : CHECK_COLUMNS.lock, keep);
/** What the clearance of the nearest is in doubt by, mm: height, tyre and wheel moved by their doubts, the obstacle, which may be nearer by
 *  its own, the wheel's centre, and flex at full lock. */
export function clearanceDoubtMm(
  { vehicle, planned, axle }: RubInput,
  a: RubAxle,
  { nearest, atLock }: RubCheck,
  tire: TireAsked,
  keep?: WalkMemo,
): number {
  const table = checkTable(a, keep);
  if (!table.ok) return 0;
  const w = mountedBody(tire, vehicle.platform, spacersMm(planned, axle));
  const only = (k: number) => a.kinds[k] === nearest.kind;
  const moved = (body: MountedBody, window = a.usedWindow) => {
    const mm = leastOver(table.value, body, window, only);
    return Number.isFinite(mm) ? mm - nearest.used.clearanceMm : 0;
  };
  // either way, for what is nearest on one side is not on the other
  const eitherWay = (doubtMm: number, by: (mm: number) => number) =>
    Math.hypot(by(doubtMm), by(-doubtMm)) / Math.SQRT2;
  const grown = (mm: number) => tireBody(tire.sectionMm, tire.diameterMm + 2 * mm, tire.mud, tire.rimIn);
  return Math.hypot(
    eitherWay(a.rideDoubtMm(), (mm) => moved(w, a.usedHigher(mm))),
    eitherWay(Math.max(DOUBTS.tireMm, tireToleranceMm(tire)), (mm) => moved({ ...w, tire: grown(mm) })),
    eitherWay(DOUBTS.wheelOffsetMm, (mm) => moved({ ...w, outboardMm: w.outboardMm + mm })),
    insideRim(nearest.kind) ? a.hardpointMm : DOUBTS.obstacleMm,
    // where the wheel's centre is taken to be
    a.hardpointMm,
    atLock ? DOUBTS.flexAtLockMm : 0,
  );
}
/** The short answer for several tyres on one axle, from one coarse table with all ends of travel and lock in it. */
export function rubChecks(
  input: RubInput,
  a: RubAxle,
  tires: readonly TireAsked[],
  keep?: WalkMemo,
): Result<readonly RubCheck[], ReachFault> {
  const table = checkTable(a, keep);
  if (!table.ok) return table;
  /** the table again for what is asked later, so that an answer that is kept does not keep a walk */
  const later = <T>(of: (t: PolarTable) => T): T | null => {
    const again = checkTable(a, keep);
    return again.ok ? of(again.value) : null;
  };
  return good(
    tires.flatMap((tire): RubCheck[] => {
      const w = mountedBody(tire, input.vehicle.platform, spacersMm(input.planned, input.axle));
      const list = inUse(table.value, w, a);
      const nearest = [...list].sort(byClearance)[0];
      if (!nearest) return [];
      const clears = list.every((o) => o.verdict === 'clear');
      const armsClear = list.every((o) => o.liftHelps || o.verdict === 'clear');
      const lift = once(() => (clears || !armsClear ? null : later((t) => liftThatClears(t, w, a))));
      const toStop = once(() => later((t) => [...rubResults(t, w, a)].sort(byRoomToStop)[0] ?? null));
      return [
        {
          axle: input.axle,
          clears,
          nearest,
          get nearestToStop() {
            const found = toStop();
            if (!found) throw new Error('the linkage that had a table has none');
            return found;
          },
          marginMm: a.marginMm,
          toleranceMm: tireToleranceMm(tire),
          atLock: isAtLock(nearest.where),
          // dear, and asked by nobody who only wants to know whether it clears
          get leastLiftMm() {
            const least = lift();
            return least?.ok ? least.value : null;
          },
          liftMm: -a.rideZMm,
          rubbing: list.filter((o) => o.verdict !== 'clear').map((o) => o.kind),
        },
      ];
    }),
  );
}
const byRoomToStop = (a: ObstacleResult, b: ObstacleResult) =>
  a.toStop.clearanceMm - a.marginMm - (b.toStop.clearanceMm - b.marginMm);
