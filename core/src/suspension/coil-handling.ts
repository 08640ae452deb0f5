import type { AxleSetup } from './edits';
import { poseAt } from './pose-at';
import { springForceN } from './spring-law';
import { springState } from './spring-length';
import type { Travel } from './travel';

/** What a coil asks of whoever takes it out or puts it in. */
export interface CoilHandling {
  /** length with nothing on it, mm */
  readonly freeMm: number;
  /** what it must be shortened by, mm; 0: it comes out by hand */
  readonly shorterMm: number;
  /** what it presses with then, N */
  readonly forceN: number;
}
/** How far the coil of an axle must be compressed to come out or go in: its free length against the room between its seats, with its own
 *  damper fully out where it stands on one, else with the wheel hung and the damper off. Null where the axle has no coil or no pose.
 *  @param extendedMm length of the damper fully out; null: not known */
export function coilHandling(
  { model, spring }: AxleSetup,
  travel: Travel,
  stopMm: number,
  extendedMm: number | null,
): CoilHandling | null {
  const [[seat], [damper]] = [model.springs, model.dampers];
  const hung = model.coilOver ? travel.ends(stopMm)?.bottomMm : travel.hungMm(spring.freeLengthMm);
  const pose = hung === undefined ? null : poseAt(model, hung);
  if (!seat || !pose?.ok) return null;
  // on the bench nothing but its damper holds a coil-over
  const further =
    model.coilOver && damper && extendedMm !== null
      ? Math.max(0, extendedMm - springState(model, damper, pose.value).lengthMm)
      : 0;
  const roomMm = springState(model, seat, pose.value).lengthMm + further;
  return {
    freeMm: spring.freeLengthMm,
    shorterMm: Math.max(0, spring.freeLengthMm - roomMm),
    forceN: springForceN(spring, roomMm),
  };
}
