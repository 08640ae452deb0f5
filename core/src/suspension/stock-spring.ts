import type { SuspensionModel } from './model';
import { poseAt } from './pose-at';
import { AT_DESIGN } from './solve-carrier';
import { springState } from './spring-length';

/** Free length of the spring that carries `loadN` per wheel with this rate, mm: at design height, or at another travel. */
export function stockFreeLengthMm(
  model: SuspensionModel,
  rateNPerMm: number,
  loadN: number,
  zMm = 0,
): number {
  let ratios = 0;
  let weighted = 0;
  const pose = poseAt(model, zMm);
  for (const seat of model.springs) {
    const s = springState(model, seat, pose.ok ? pose.value : AT_DESIGN);
    ratios += s.ratio;
    weighted += s.lengthMm * s.ratio;
  }
  return ((loadN * model.springs.length) / rateNPerMm + weighted) / ratios;
}
