import {
  finish,
  nearestOf,
  piecesOf,
  pointOn,
  type Nearest,
  type Obstacle,
  polar,
  scanNearest,
  turnsWithWheel,
  wheelStates,
  type MountedBody,
} from '../clearance';
import type { ObstacleKind } from '../catalogue';
import { linkageAt, mirrored, poseAt, type Linkage, type ReachFault, type Vec3 } from '../suspension';
import { bad, good, type Result } from '../units';
import type { RubAxle } from './rub-axle';

export interface PosedObstacle {
  readonly kind: ObstacleKind;
  readonly points: readonly Vec3[];
  readonly clearanceMm: number;
}
/** One cell of a rub map as a drawing: the linkage there, the wheel as it stands, what is near it. */
export interface RubPose {
  readonly zMm: number;
  readonly across: number;
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
/** The left wheel of an axle at one cell of its map, with every obstacle where it is in that pose. */
export function rubPose(
  a: RubAxle,
  w: MountedBody,
  at: { readonly zMm: number; readonly across: number },
): Result<RubPose, ReachFault> {
  const { zMm, across } = at;
  const rack = a.acrossIs === 'rack-mm' ? across : 0;
  const [heave, roll] = a.acrossIs === 'other-wheel-mm' ? [(zMm + across) / 2, zMm - across] : [zMm, 0];
  const pose = poseAt(a.setup.model, heave, rack, roll);
  if (!pose.ok) return pose;
  const found: RubPose[] = [];
  const fault = finish(
    wheelStates(
      a.setup.model,
      { zMm: [zMm], across: [across], acrossIs: a.acrossIs, othersMm: ['same'] },
      (_row, _column, states) => {
        const state = states[0];
        if (!state) return;
        const obstacles = a.obstacles.map((o, k): PosedObstacle & { readonly nearest: Vec3 } => {
          const now = state.placing(o);
          const points = o.points.map((p) => (now ? now(p) : p));
          const profile = points.map((p) => polar(state.centre, state.axis, p));
          const near = nearestOf(1);
          scanNearest(
            w,
            { obstacles: [0], insideRim: [o.insideRim === true], pieces: [piecesOf(o)] },
            [
              {
                points: points.length,
                rho: Float64Array.from(profile, (p) => p[0]),
                along: Float64Array.from(profile, (p) => p[1]),
              },
            ],
            0,
            near,
          );
          return {
            kind: a.kinds[k] ?? 'liner',
            points,
            clearanceMm: near.mm[0] ?? Infinity,
            nearest: nearestPoint(o, points, near) ?? state.centre,
          };
        });
        const fixed = a.obstacles.map((o) => turnsWithWheel(o, a.setup.model.beam));
        const moving = obstacles.filter((_, k) => !fixed[k]);
        const worst = (moving.length > 0 ? moving : obstacles).reduce((x, y) =>
          y.clearanceMm < x.clearanceMm ? y : x,
        );
        const linkage = linkageAt(a.setup.model, pose.value, rack);
        const [first, ...others] = linkage.wheels;
        found.push({
          zMm,
          across,
          linkage: first
            ? {
                ...linkage,
                wheels: [
                  { ...first, centre: state.centre, axis: state.axis },
                  // the other wheel of a steered beam turns with it; its state is told mirrored
                  ...others.map((o) => {
                    const right = states[1];
                    return right && a.acrossIs === 'kingpin-deg'
                      ? { ...o, centre: mirrored(right.centre), axis: mirrored(right.axis) }
                      : o;
                  }),
                ],
              }
            : linkage,
          obstacles: obstacles.map(({ kind, points, clearanceMm }) => ({ kind, points, clearanceMm })),
          nearest: { kind: worst.kind, at: worst.nearest, clearanceMm: worst.clearanceMm },
        });
      },
    ),
  );
  if (fault) return bad(fault);
  const [out] = found;
  return out ? good(out) : bad({ code: 'out-of-reach', member: 'linkage', zMm, lastZMm: null });
}
