import {
  cloudAt,
  finish,
  nearestOf,
  piecesOf,
  pointOn,
  type Nearest,
  type Obstacle,
  scanNearest,
  turnsWithWheel,
  wheelStates,
  type MountedBody,
  type WheelState,
} from '../clearance';
import type { ObstacleKind } from '../catalogue';
import {
  linkageAt,
  mirrored,
  mirroredLinkage,
  type DrawnWheel,
  type Linkage,
  type ReachFault,
  type SuspensionModel,
  type Vec3,
} from '../suspension';
import { bad, good, type Result } from '../units';
import { othersMm, type RubAxle } from './rub-axle';

export interface PosedObstacle {
  readonly kind: ObstacleKind;
  readonly points: readonly Vec3[];
  readonly clearanceMm: number;
}
/** One cell of a rub map as a drawing: the state of the axle that decides it, the wheel as it stands, what is near it. */
export interface RubPose {
  readonly zMm: number;
  readonly across: number;
  /** which wheel of the axle comes nearest there: what a right one is near to is drawn at the left, mirrored */
  readonly side: WheelState['side'];
  /** travel of the other wheel of a beam, mm from design; null: the wheel moves by itself */
  readonly otherMm: number | null;
  readonly linkage: Linkage;
  readonly obstacles: readonly PosedObstacle[];
  /** the point that comes nearest, where the contact is drawn */
  readonly nearest: { readonly kind: ObstacleKind; readonly at: Vec3; readonly clearanceMm: number };
}

/** Where an obstacle comes nearest: one of its points, or a place on one of its edges and faces. */
function nearestPoint(o: Obstacle, points: readonly Vec3[], near: Nearest): Vec3 | undefined {
  const piece = piecesOf(o)[near.piece[0] ?? -1];
  return piece ? pointOn(piece, points, near.t[0] ?? 0, near.u[0] ?? 0) : points[near.index[0] ?? 0];
}
/** The wheel of an axle at one cell of its map, in the state in which it comes nearest there, with every obstacle where it then is. */
export function rubPose(
  a: RubAxle,
  w: MountedBody,
  { zMm, across }: { readonly zMm: number; readonly across: number },
): Result<RubPose, ReachFault> {
  const found: RubPose[] = [];
  const grid = { zMm: [zMm], across: [across], acrossIs: a.acrossIs, othersMm: othersMm(a) };
  const fault = finish(
    wheelStates(a.setup.model, grid, (_row, _column, states) => {
      found.push(...states.map((state) => posed(a, w, state, { zMm, across })));
    }),
  );
  if (fault) return bad(fault);
  if (found.length === 0) return bad({ code: 'out-of-reach', member: 'linkage', zMm, lastZMm: null });
  return good(found.reduce((x, y) => (y.nearest.clearanceMm < x.nearest.clearanceMm ? y : x)));
}
function posed(
  a: RubAxle,
  w: MountedBody,
  state: WheelState,
  at: { readonly zMm: number; readonly across: number },
): RubPose {
  const { model } = a.setup;
  const obstacles = a.obstacles.map((o, k): PosedObstacle & { readonly nearest: Vec3 } => {
    const now = state.placing(o);
    const points = o.points.map((p) => (now ? now(p) : p));
    const near = nearestOf(1);
    const list = { obstacles: [0], insideRim: [o.insideRim === true], pieces: [piecesOf(o)] };
    scanNearest(w, list, [cloudAt(o, points, state.centre, state.axis)], 0, near);
    return {
      kind: a.kinds[k] ?? 'liner',
      points,
      clearanceMm: near.mm[0] ?? Infinity,
      nearest: nearestPoint(o, points, near) ?? state.centre,
    };
  });
  const fixed = a.obstacles.map((o) => turnsWithWheel(o, model.beam));
  const moving = obstacles.filter((_, k) => !fixed[k]);
  const worst = (moving.length > 0 ? moving : obstacles).reduce((x, y) =>
    y.clearanceMm < x.clearanceMm ? y : x,
  );
  return {
    ...at,
    side: state.side,
    otherMm: state.other?.zMm ?? null,
    linkage: linkageOf(model, state, a.acrossIs === 'rack-mm' ? at.across : 0),
    obstacles: obstacles.map(({ kind, points, clearanceMm }) => ({ kind, points, clearanceMm })),
    nearest: { kind: worst.kind, at: worst.nearest, clearanceMm: worst.clearanceMm },
  };
}
/** The linkage in a state, the wheel that is looked at first and at the left. */
function linkageOf(model: SuspensionModel, state: WheelState, rackMm: number): Linkage {
  const linkage = linkageAt(model, state.pose, rackMm);
  const { members, anchors, wheels } = state.side === 'left' ? linkage : mirroredLinkage(linkage);
  const [first, ...others] = wheels;
  const beside = state.other?.stands();
  const turned = (wheel: DrawnWheel, centre: Vec3, axis: Vec3): DrawnWheel => ({ ...wheel, centre, axis });
  return {
    members,
    anchors,
    wheels: [
      ...(first ? [turned(first, state.centre, state.axis)] : []),
      // the other wheel of a steered beam turns with it; its state is told mirrored
      ...others.map((o) => (beside ? turned(o, mirrored(beside.centre), mirrored(beside.axis)) : o)),
    ],
  };
}
