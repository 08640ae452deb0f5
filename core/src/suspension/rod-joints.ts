import { DEG_PER_RAD } from '../units/constants';
import type { Link, SuspensionModel } from './model';
import { pointOf } from './model';
import { bodyPoint, carried, type Pose } from './solve-carrier';
import { angleBetween, apply, cross, dot, scale, sub, unit, type Vec3 } from './vec';

/** Rods that may have joints with a range: links and radius arms, track bar, tie rod, drag link. */
export const RODS = ['lower', 'upper', 'trackBar', 'tieRod', 'drag'] as const;
export type Rod = (typeof RODS)[number];

/** Which rod a link of the model is; null for what has no joint of its own (half a leaf, a trailing arm's anchors).
 *  @example rodOf('lowerLeft') // "lower" */
export const rodOf = (link: string): Rod | null =>
  RODS.find((rod) => (rod === 'lower' || rod === 'upper' ? link.startsWith(rod) : link === rod)) ?? null;

const level: Vec3 = [0, 0, 1];
/** share of a rod's twist that each bush on the body takes: as many bushes as are in it, all as soft */
const ONE_BUSH_EACH = 1 / 2;
const TWO_ON_THE_AXLE = 2 / 3;

/** How far the joints of each rod are swung at a pose against how they stand as built, the worse end, degrees, never negative.
 *
 *  Links, radius arms and track bars turn on a bolt that lies level and square to the rod as built: turning about it is what
 *  the joint is for and does not count. What counts is how far bolt and eye lean out of line: the rod tips along the bolt, and
 *  twists about its own length because one bolt goes with the axle. The twist is shared by the bushes, all as soft: half
 *  to each end of a link, two thirds to the body end of an arm that two bolts hold on the axle.
 *  Tie rods and drag links swing on upright studs: what counts is how far the rod leaves its angle to the stud.
 *  Straight ahead; the lock turns a stud about itself. */
export function rodSwingsDeg(model: SuspensionModel, pose: Pose): ReadonlyMap<Rod, number> {
  const most = new Map<Rod, number>();
  const keep = (rod: Rod | null, rad: number) => {
    if (rod) most.set(rod, Math.max(most.get(rod) ?? 0, rad * DEG_PER_RAD));
  };
  for (const link of model.links) {
    const rod = rodOf(link.name);
    // arms of a wishbone hang on their own axis: their joint is the ball joint
    if (rod && !isWishbone(model, link))
      keep(rod, rod === 'tieRod' ? onStuds(model, pose, link) : onBolts(model, pose, link));
  }
  if (model.dragLink) keep('drag', onStuds(model, pose, { body: 'dragBody', carrier: 'dragAxle' }));
  return most;
}
const isWishbone = (model: SuspensionModel, link: Link) =>
  Object.values(model.arms).some((arm) => arm.joint === link.carrier);

type Ends = Pick<Link, 'body' | 'carrier'>;
const asBuilt = (model: SuspensionModel, { body, carrier }: Ends) =>
  unit(sub(pointOf(model.carrier, carrier), pointOf(model.body, body)));
const asPosed = (model: SuspensionModel, pose: Pose, { body, carrier }: Ends) =>
  unit(sub(carried(pose, pointOf(model.carrier, carrier)), bodyPoint(model, body, 0)));

function onBolts(model: SuspensionModel, pose: Pose, link: Ends): number {
  const bolt = unit(cross(level, asBuilt(model, link)));
  const now = asPosed(model, pose, link);
  const bolts = [bolt, apply(pose.rotation, bolt)] as const;
  const tips = bolts.map((b) => Math.asin(dot(b, now)));
  const [atBody, atAxle] = bolts.map((b) => sub(b, scale(now, dot(b, now)))) as [Vec3, Vec3];
  const twist = angleBetween(atBody, atAxle);
  const share =
    model.kind === 'radius-arm-axle' && link.body.startsWith('arm') ? TWO_ON_THE_AXLE : ONE_BUSH_EACH;
  const [body = 0, axle = 0] = [share, 1 - share].map((part, end) =>
    Math.acos(Math.cos(tips[end] ?? 0) * Math.cos(twist * part)),
  );
  return Math.max(body, axle);
}
function onStuds(model: SuspensionModel, pose: Pose, link: Ends): number {
  const [was, now] = [asBuilt(model, link), asPosed(model, pose, link)];
  const inner = angleBetween(now, level) - angleBetween(was, level);
  const outer = angleBetween(now, apply(pose.rotation, level)) - angleBetween(was, level);
  return Math.max(Math.abs(inner), Math.abs(outer));
}
