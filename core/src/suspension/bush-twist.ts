import { DEG_PER_RAD } from '../units/constants';
import type { SuspensionModel } from './model';
import { pointOf } from './model';
import { bodyPoint, carried, type Pose } from './solve-carrier';
import { angleBetween, sub, type Vec3 } from './vec';

/** One state of an axle. */
export interface Posed {
  readonly model: SuspensionModel;
  readonly pose: Pose;
}
/** How far the rubber in the pivots of an axle is twisted from one state to another, the worst of them, degrees: by how far each link or
 *  leg of an arm turns against the body. What moves the hub alone, or the axle under its spring, turns none of them. */
export function bushTwistDeg(was: Posed, is: Posed): number {
  const along = ({ model, pose }: Posed, name: string): Vec3 | null => {
    const link = model.links.find((l) => l.name === name);
    return link
      ? sub(carried(pose, pointOf(model.carrier, link.carrier)), bodyPoint(model, link.body, 0))
      : null;
  };
  const twists = was.model.links.map(({ name }) => {
    const [a, b] = [along(was, name), along(is, name)];
    return a && b ? angleBetween(a, b) * DEG_PER_RAD : 0;
  });
  return Math.max(0, ...twists);
}
