import { helpedByLift, worstOver, type MountedBody, type PolarTable, type WindowWorst } from '../clearance';
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
export interface ObstacleResult {
  readonly kind: ObstacleKind;
  readonly marginMm: number;
  /** over the travel that is really used, and over all of it to the solid stop */
  readonly used: WindowWorst;
  readonly toStop: WindowWorst;
  readonly verdict: RubVerdict;
  readonly where: RubWhere;
  readonly toStopWhere: RubWhere;
  /** what the vehicle carries where it comes nearest in use */
  readonly loadCase: LoadCase;
  readonly liftHelps: boolean;
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
/** Worst of every obstacle of an axle, from a table. */
export function rubResults(t: PolarTable, w: MountedBody, a: RubAxle): readonly ObstacleResult[] {
  const used = worstOver(t, w, a.usedWindow);
  const whole = worstOver(t, w, a.wholeWindow, { known: used });
  return a.kinds.flatMap((kind, k): ObstacleResult[] => {
    const [u, s] = [used[k], whole[k]];
    const o = a.obstacles[k];
    if (!u || !s || !o) return [];
    const marginMm = marginOf(kind, a.marginMm);
    return [
      {
        kind,
        marginMm,
        used: u,
        toStop: s,
        verdict: rubVerdict(u.clearanceMm, marginMm),
        where: whereOf(u, a),
        toStopWhere: whereOf(s, a),
        loadCase: loadCaseOf(u, a),
        liftHelps: helpedByLift(o),
        cures: [],
      },
    ];
  });
}
/** Least room over its own margin first. */
export const byClearance = (a: ObstacleResult, b: ObstacleResult) =>
  a.used.clearanceMm - a.marginMm - (b.used.clearanceMm - b.marginMm);
