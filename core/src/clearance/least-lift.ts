import { bad, good, type Result } from '../units';
import { helpedByLift } from './obstacle';
import type { PolarTable } from './polar-table';
import type { MountedBody } from './mounted-body';
import { clearsOver, leastOver, worstOver, type Window } from './worst-over';

/** Travel that is really used about the ride height, mm: bump and droop. */
export interface UsedTravel {
  readonly bumpMm: number;
  readonly droopMm: number;
  /** share of the travel that full lock takes off it; 0: full lock and full bump come together */
  readonly narrowing: number;
  /** how much lower it stands loaded as it is used, from where the bump is counted, and standing still at the rating of the axle; mm
   *  of travel from the empty ride height, not there where the load does not lower it */
  readonly sinksMm?: number;
  readonly ratedMm?: number;
}
export const USED_TRAVEL: UsedTravel = { bumpMm: 60, droopMm: 80, narrowing: 0.5 }; // daily driving with some trail
// rock and trail flexes the axle further, and at full lock too
export const USED_TRAVEL_ROCK: UsedTravel = { bumpMm: 80, droopMm: 110, narrowing: 0 };
/** lift, stop and size are found to this, mm */
export const FOUND_TO_MM = 0.25;
export const MOST_LIFT_MM = 160;

/** What the plan leaves the axle: where it ends up and down, mm from design, and the lock in the map's own unit. */
export interface AxleEnds {
  readonly topMm: number;
  readonly bottomMm: number;
  readonly lock: number;
}
export interface LeastLift {
  /** least suspension lift over design at which every obstacle of the body keeps the margin over the used travel, mm */
  readonly liftMm: number;
  /** clearance at that lift over the used travel, mm */
  readonly usedMm: number;
  /** clearance over the whole travel to the bump stop: a lift by spring, spacer or block does not change it */
  readonly toStopMm: number;
  /** least of what rides on arms, knuckle and axle, which no lift helps, mm */
  readonly armMm: number;
  /** how much earlier the stop must come for the margin to hold over the whole travel, mm of wheel travel; 0: it holds,
   *  null: no stop makes it hold */
  readonly stopMm: number | null;
}
export interface NoLiftClears {
  readonly code: 'no-lift-clears';
  readonly obstacle: string;
  readonly clearanceMm: number;
  readonly mostMm: number;
}

/** Travel used about a ride height, inside what the axle has: down from the empty height, up from the loaded one, and never less than
 *  where it stands at the rating of its axle. */
export const usedWindow = (rideZMm: number, used: UsedTravel, ends: AxleEnds): Window => ({
  fromMm: Math.max(ends.bottomMm, rideZMm - used.droopMm),
  toMm: Math.min(ends.topMm, rideZMm + Math.max((used.sinksMm ?? 0) + used.bumpMm, used.ratedMm ?? 0)),
  lock: ends.lock,
  narrows:
    used.narrowing > 0
      ? {
          rideZMm,
          bumpMm: used.bumpMm,
          droopMm: used.droopMm,
          sinksMm: used.sinksMm ?? 0,
          ratedMm: used.ratedMm ?? 0,
          fullLock: ends.lock,
          share: used.narrowing,
        }
      : null,
});
export const wholeWindow = (ends: AxleEnds): Window => ({
  fromMm: ends.bottomMm,
  toMm: ends.topMm,
  lock: ends.lock,
  narrows: null,
});

/** The smallest value in [low, high] for which `holds`, to FOUND_TO_MM; it holds at `high` and, once it does, stays so. */
export function leastThat(low: number, high: number, holds: (v: number) => boolean): number {
  if (holds(low)) return low;
  let [fails, works] = [low, high];
  while (works - fails > FOUND_TO_MM) {
    const middle = (fails + works) / 2;
    if (holds(middle)) works = middle;
    else fails = middle;
  }
  return works;
}

/** An axle's window of travel and lock, and the room that is asked for. */
export interface Wanted {
  readonly ends: AxleEnds;
  readonly used: UsedTravel;
  readonly marginMm: number;
}
const onBodyOf = (t: PolarTable) => (k: number) => {
  const o = t.obstacles[k];
  return o !== undefined && helpedByLift(o);
};

/** Least suspension lift over design at which every obstacle of the body keeps the margin over the used travel, mm, by
 *  bisection: lift helps because the wheel stays lower under the body. */
export function liftThatClears(t: PolarTable, w: MountedBody, v: Wanted): Result<number, NoLiftClears> {
  const onBody = onBodyOf(t);
  const used = (liftMm: number) => usedWindow(-liftMm, v.used, v.ends);
  const clears = (liftMm: number) => clearsOver(t, w, used(liftMm), v.marginMm, onBody);
  const mostMm = Math.max(0, Math.min(MOST_LIFT_MM, -v.ends.bottomMm));
  if (clears(mostMm)) return good(leastThat(0, mostMm, clears));
  const all = worstOver(t, w, used(mostMm), { only: onBody });
  const first = all.reduce((a, b, k) => (b.clearanceMm < (all[a]?.clearanceMm ?? Infinity) ? k : a), 0);
  return bad({
    code: 'no-lift-clears',
    obstacle: t.obstacles[first]?.name ?? '',
    clearanceMm: all[first]?.clearanceMm ?? 0,
    mostMm,
  });
}

/** Least lift that clears, and the least stop that makes the whole travel hold. The two figures are never mixed: to the
 *  stop a spring, spacer or block changes nothing. */
export function leastLift(t: PolarTable, w: MountedBody, v: Wanted): Result<LeastLift, NoLiftClears> {
  const lift = liftThatClears(t, w, v);
  if (!lift.ok) return lift;
  const onBody = onBodyOf(t);
  const { ends, marginMm } = v;
  const whole = (stopMm: number) => wholeWindow({ ...ends, topMm: ends.topMm - stopMm });
  const holds = (stopMm: number) => clearsOver(t, w, whole(stopMm), marginMm, onBody);
  const room = ends.topMm - ends.bottomMm;
  return good({
    liftMm: lift.value,
    usedMm: leastOver(t, w, usedWindow(-lift.value, v.used, ends), onBody),
    toStopMm: leastOver(t, w, whole(0), onBody),
    armMm: leastOver(t, w, wholeWindow(ends), (k) => !onBody(k)),
    stopMm: holds(room) ? leastThat(0, room, holds) : null,
  });
}
