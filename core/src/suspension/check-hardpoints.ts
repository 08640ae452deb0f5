import { buildModel } from './build-model';
import type { Hardpoints } from './hardpoints';
import { pointOf } from './model';
import { poseAt } from './pose-at';
import { cross, distance, norm, sub, unit, type Vec3 } from './vec';

/** Why hardpoints make no mechanism; names the point (or member) that is wrong. */
export interface HardpointFault {
  readonly code: 'not-finite' | 'points-coincide' | 'on-one-line' | 'wheel-not-left' | 'does-not-move';
  readonly point: string;
  readonly other?: string | undefined;
}

/** links, axes and springs shorter than this are a typing slip, mm */
const SHORT_MM = 5;
/** sine of the angle below which three points count as one line */
const FLAT = 0.02;
/** the mechanism must move at least this far both ways, mm */
const MOVES_MM = 10;

/** Degenerate hardpoints, each with the name of its point; empty for a mechanism that moves.
 *  Member ends that coincide, an arm whose ball joint lies on its own pivot axis, a wheel on the wrong side, figures that
 *  are not finite, and what only the solver sees: a mechanism that does not close or does not move. */
export function checkHardpoints(h: Hardpoints): readonly HardpointFault[] {
  const points: [string, Vec3][] = [
    ...(Object.entries(h.points).filter(([, p]) => Array.isArray(p)) as [string, Vec3][]),
    ...(h.kind === 'five-link'
      ? h.links.flatMap((l): [string, Vec3][] => [
          [`${l.name}.body`, l.body],
          [`${l.name}.knuckle`, l.knuckle],
        ])
      : []),
  ];
  const broken = points
    .filter(([, p]) => !p.every(Number.isFinite))
    .map(([point]): HardpointFault => ({ code: 'not-finite', point }));
  if (broken.length > 0) return broken;
  const out: HardpointFault[] = [];
  const wheels = points.filter(([name]) => name === 'wheelCentre' || name === 'wheelLeft');
  for (const [point, p] of wheels) if (p[1] <= 0) out.push({ code: 'wheel-not-left', point });

  const model = buildModel(h);
  const where = (name: string) => model.body[name] ?? pointOf(model.carrier, name);
  const apart = (a: string, b: string) => {
    if (distance(where(a), where(b)) < SHORT_MM) out.push({ code: 'points-coincide', point: a, other: b });
  };
  for (const l of model.links) apart(l.body, l.carrier);
  for (const s of model.springs) apart(s.top, s.bottom);
  for (const arm of Object.values(model.arms)) {
    apart(arm.pivotA, arm.pivotB);
    const { pivotA, pivotB, joint } = arm.design;
    const axis = sub(pivotB, pivotA);
    const reach = sub(joint, pivotA);
    if (norm(axis) >= SHORT_MM && norm(reach) >= SHORT_MM && norm(cross(unit(axis), unit(reach))) < FLAT)
      out.push({ code: 'on-one-line', point: arm.joint, other: arm.pivotA });
  }
  if (out.length > 0) return out;
  for (const z of [-MOVES_MM, MOVES_MM]) {
    const r = poseAt(model, z);
    if (!r.ok) return [{ code: 'does-not-move', point: r.fault.member }];
  }
  return [];
}
