import type { SuspensionModel } from './model';
import { poseAt, poseNear } from './pose-at';
import type { Pose } from './solve-carrier';

export interface SweepPoint {
  readonly zMm: number;
  readonly pose: Pose;
}
export interface Sweep {
  readonly points: readonly SweepPoint[];
  /** where the linkage ends inside the asked travel: the member and the last travel that works */
  readonly ends: readonly { readonly member: string; readonly lastZMm: number }[];
}

/** Even grid with both ends.
 *  @example evenGrid(-90, 75, 4) // [-90, -35, 20, 75] */
export const evenGrid = (from: number, to: number, count: number): number[] =>
  Array.from({ length: count }, (_, i) => from + ((to - from) * i) / Math.max(1, count - 1));

/** Index of the value nearest to the design pose: where a walk over travel begins.
 *  @example nearestToZero([-90, -35, 20, 75]) // 2 */
export const nearestToZero = (values: readonly number[]): number =>
  values.reduce((best, v, i) => (Math.abs(v) < Math.abs(values[best] ?? 0) ? i : best), 0);

/** Poses over a travel, each solved warm from the one before, outward from the middle of the asked range (or from 0).
 *  Travel that cannot be reached is left out and said in `ends`. `count` poses, both ends included. */
export function sweepTravel(
  model: SuspensionModel,
  fromMm: number,
  toMm: number,
  count: number,
  rackMm = 0,
  rollMm = 0,
): Sweep {
  const zs = evenGrid(fromMm, toMm, count);
  const middle = nearestToZero(zs);
  const first = poseAt(model, zs[middle] ?? 0, rackMm, rollMm);
  if (!first.ok)
    return { points: [], ends: [{ member: first.fault.member, lastZMm: first.fault.lastZMm ?? 0 }] };
  const ends: { member: string; lastZMm: number }[] = [];
  const go = (indices: readonly number[]): SweepPoint[] => {
    const out: SweepPoint[] = [];
    let pose = first.value;
    for (const i of indices) {
      const z = zs[i] ?? 0;
      const next = poseNear(model, z, rackMm, pose, rollMm);
      if (!next.ok) {
        const end = poseAt(model, z, rackMm, rollMm);
        if (end.ok) {
          pose = end.value;
          out.push({ zMm: z, pose });
          continue;
        }
        ends.push({ member: end.fault.member, lastZMm: end.fault.lastZMm ?? 0 });
        break;
      }
      pose = next.value;
      out.push({ zMm: z, pose });
    }
    return out;
  };
  const down = go(
    zs
      .map((_, i) => i)
      .slice(0, middle)
      .reverse(),
  );
  const up = go(zs.map((_, i) => i).slice(middle + 1));
  return { points: [...down.reverse(), { zMm: zs[middle] ?? 0, pose: first.value }, ...up], ends };
}
