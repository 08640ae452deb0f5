import { helpedByLift, worstOfEach, type MountedBody, type PolarTable, type WindowWorst } from '../clearance';
import { NEAR_LOCK_SHARE, WHERE_SHARE, type LoadCase } from '../evidence';
import type { ObstacleKind, Relief } from '../catalogue';
import { marginOf, type RubAxle } from './rub-axle';

/** Where on the map of travel and lock a tyre comes nearest. */
export type RubWhere = 'always' | 'lock' | 'bump' | 'droop' | 'lock-bump' | 'lock-droop' | 'ride-height';
export type RubVerdict = 'clear' | 'close' | 'rubs';
/** What can be done about a rub: a relief with what it leaves, or how much of something else would end it. */
export type RubCure =
  | { readonly by: 'relief'; readonly relief: Relief; readonly afterMm: number }
  /** more suspension lift than the plan has */
  | { readonly by: 'lift'; readonly moreMm: number }
  | { readonly by: 'bump-stop'; readonly lowerMm: number }
  | { readonly by: 'steering-stop'; readonly lessShare: number }
  /** wheel offset changed by this, mm: − stands further out */
  | { readonly by: 'offset'; readonly changeMm: number }
  | { readonly by: 'narrower'; readonly sectionMm: number }
  | { readonly by: 'smaller'; readonly diameterMm: number };
export interface ObstacleInUse {
  readonly kind: ObstacleKind;
  readonly marginMm: number;
  /** over the travel that is really used */
  readonly used: WindowWorst;
  readonly verdict: RubVerdict;
  readonly where: RubWhere;
  /** what the vehicle carries where it comes nearest in use */
  readonly loadCase: LoadCase;
  readonly liftHelps: boolean;
}
export interface ObstacleResult extends ObstacleInUse {
  /** over all of its travel, to the solid stop */
  readonly toStop: WindowWorst;
  readonly toStopWhere: RubWhere;
  readonly cures: readonly RubCure[];
}
export const rubVerdict = (clearanceMm: number, marginMm: number): RubVerdict =>
  clearanceMm < 0 ? 'rubs' : clearanceMm < marginMm ? 'close' : 'clear';

function whereOf(w: WindowWorst, a: RubAxle): RubWhere {
  if (w.zMm === null) return 'always';
  const [up, down] = [a.ends.topMm - a.rideZMm, a.rideZMm - a.ends.bottomMm];
  const bump = w.zMm - a.rideZMm > WHERE_SHARE * up;
  const droop = a.rideZMm - w.zMm > WHERE_SHARE * down;
  const lock =
    a.acrossIs !== 'other-wheel-mm' &&
    a.ends.lock > 0 &&
    w.across !== null &&
    Math.abs(w.across) > NEAR_LOCK_SHARE * a.ends.lock;
  if (lock) return bump ? 'lock-bump' : droop ? 'lock-droop' : 'lock';
  return bump ? 'bump' : droop ? 'droop' : 'ride-height';
}

/** The lightest load under which the wheel comes that far up in use. */
function loadCaseOf({ zMm }: WindowWorst, { used, rideZMm }: RubAxle): LoadCase {
  const upMm = zMm === null ? 0 : zMm - rideZMm;
  if (upMm <= used.bumpMm + 1e-9) return 'empty';
  return upMm <= (used.sinksMm ?? 0) + used.bumpMm + 1e-9 ? 'as-used' : 'rated';
}
/** Worst of every obstacle of an axle over the travel that is used, from a table. */
export function inUse(t: PolarTable, w: MountedBody, a: RubAxle): readonly ObstacleInUse[] {
  const worst = worstOfEach(t, w, a.usedWindow);
  return a.kinds.flatMap((kind, k): ObstacleInUse[] => {
    const [used, o] = [worst[k], a.obstacles[k]];
    if (!used || !o) return [];
    const marginMm = marginOf(kind, a.marginMm);
    return [
      {
        kind,
        marginMm,
        used,
        verdict: rubVerdict(used.clearanceMm, marginMm),
        where: whereOf(used, a),
        loadCase: loadCaseOf(used, a),
        liftHelps: helpedByLift(o),
      },
    ];
  });
}
/** The same, and over all of its travel. */
export function rubResults(t: PolarTable, w: MountedBody, a: RubAxle): readonly ObstacleResult[] {
  const whole = worstOfEach(t, w, a.wholeWindow, a.usedWindow);
  return inUse(t, w, a).flatMap((o, k): ObstacleResult[] => {
    const toStop = whole[k];
    return toStop ? [{ ...o, toStop, toStopWhere: whereOf(toStop, a), cures: [] }] : [];
  });
}
/** Least room over its own margin first. */
export const byClearance = (a: ObstacleInUse, b: ObstacleInUse) =>
  a.used.clearanceMm - a.marginMm - (b.used.clearanceMm - b.marginMm);
