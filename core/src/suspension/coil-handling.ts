import type { AxleSetup } from './edits';
import { poseAt } from './pose-at';
import { signedSpringForceN } from './spring-law';
import { springState } from './spring-length';
import { travelFrom, type TravelLimits } from './travel';

/** What a coil asks of whoever takes it out or puts it in. */
export interface CoilHandling {
  /** length with nothing on it, mm */
  readonly freeMm: number;
  /** most room between its seats, mm: its own damper fully out where it stands on one, else the wheel hung with the damper off */
  readonly roomMm: number;
  /** what it must be shortened by, mm; 0: it comes out by hand */
  readonly shorterMm: number;
  /** what it presses with then, N */
  readonly forceN: number;
}
/** How far the coil of an axle must be compressed to come out or go in, from the room between its seats; null where the axle has no coil
 *  or stands nowhere.
 *  @param rideZMm where the wheel stands, mm from design, + up */
export function coilHandling(setup: AxleSetup, rideZMm: number, limits: TravelLimits): CoilHandling | null {
  const { model, spring } = setup;
  const [seat] = model.springs;
  const [damper] = model.dampers;
  if (!seat) return null;
  const away = model.coilOver ? limits : { ...limits, damper: null };
  const ends = travelFrom(model, rideZMm, away).ends(limits.stopMm);
  const pose = ends ? poseAt(model, ends.bottomMm) : null;
  if (!pose?.ok) return null;
  const { lengthMm } = springState(model, seat, pose.value);
  // on the bench nothing but its damper holds a coil-over
  const further =
    model.coilOver && damper && limits.damper
      ? Math.max(0, limits.damper.extendedMm - springState(model, damper, pose.value).lengthMm)
      : 0;
  const roomMm = lengthMm + further;
  const shorterMm = Math.max(0, spring.freeLengthMm - roomMm);
  return {
    freeMm: spring.freeLengthMm,
    roomMm,
    shorterMm,
    forceN: shorterMm === 0 ? 0 : Math.max(0, signedSpringForceN(spring, roomMm)),
  };
}
