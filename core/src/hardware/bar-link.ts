import { carried, onArm, poseAt, sub, type Pose, type SuspensionModel, type Vec3 } from '../suspension';
import { DEG_PER_RAD } from '../units';

export interface BarLinkSpec {
  /** a point on the axis about which the bar's arm turns; the axis runs across the vehicle */
  readonly barPivot: Vec3;
  readonly armEnd: Vec3;
  readonly wheelEnd: Vec3;
  readonly wheelEndOn: 'lower' | 'carrier';
}
export interface BarLinkState {
  /** the link's angle from square to the bar's arm, deg: + when the arm points below the wheel's end */
  readonly fromSquareDeg: number;
}

/** Angle of an anti-roll bar's link from square to its bar arm at a travel, both sides moving alike (the bar does not
 *  twist, it turns). Null where link and arm do not meet. `longerMm` against the stock link, `pivotDropMm` of a drop bracket. */
export function barLinkState(
  model: SuspensionModel,
  link: BarLinkSpec,
  zMm: number,
  longerMm = 0,
  pivotDropMm = 0,
): BarLinkState | null {
  const pose = poseAt(model, zMm);
  if (!pose.ok) return null;
  const end = wheelEndAt(model, link, pose.value);
  const pivot = lowered(link.barPivot, pivotDropMm);
  const arm = planar(sub(link.armEnd, link.barPivot));
  const lengthMm = planar(sub(link.armEnd, link.wheelEnd)).length + longerMm;
  const way = planar(sub(end, pivot));
  // triangle in the side view: bar arm, link, and the way from the bar's axis to the wheel's end
  const cosine = (arm.length ** 2 + lengthMm ** 2 - way.length ** 2) / (2 * arm.length * lengthMm);
  if (Math.abs(cosine) > 1) return null;
  const design = planar(sub(link.wheelEnd, link.barPivot));
  const stock = planar(sub(link.armEnd, link.wheelEnd)).length;
  const square = (arm.length ** 2 + stock ** 2 - design.length ** 2) / (2 * arm.length * stock);
  return { fromSquareDeg: (Math.acos(cosine) - Math.acos(Math.max(-1, Math.min(1, square)))) * DEG_PER_RAD };
}
/** Change of the link's length that brings the stock angle back at a travel, mm: + longer. `pivotDropMm` of a drop bracket. */
export function restoringLinkMm(
  model: SuspensionModel,
  link: BarLinkSpec,
  zMm: number,
  pivotDropMm = 0,
): number | null {
  const pose = poseAt(model, zMm);
  if (!pose.ok) return null;
  const end = wheelEndAt(model, link, pose.value);
  const way = planar(sub(end, lowered(link.barPivot, pivotDropMm)));
  const arm = planar(sub(link.armEnd, link.barPivot));
  const stock = planar(sub(link.armEnd, link.wheelEnd));
  const design = planar(sub(link.wheelEnd, link.barPivot));
  const cosine = (arm.length ** 2 + stock.length ** 2 - design.length ** 2) / (2 * arm.length * stock.length);
  // length² − 2·arm·length·cos + arm² = way²: the longer root is the link that reaches
  const root = (arm.length * cosine) ** 2 - arm.length ** 2 + way.length ** 2;
  return root < 0 ? null : arm.length * cosine + Math.sqrt(root) - stock.length;
}

function wheelEndAt(model: SuspensionModel, link: BarLinkSpec, pose: Pose): Vec3 {
  const arm = link.wheelEndOn === 'lower' ? model.arms.lower : undefined;
  return arm ? onArm(model, arm, link.wheelEnd, pose).at : carried(pose, link.wheelEnd);
}
const lowered = (p: Vec3, mm: number): Vec3 => [p[0], p[1], p[2] - mm];
const planar = (v: Vec3) => ({ x: v[0], z: v[2], length: Math.hypot(v[0], v[2]) });
