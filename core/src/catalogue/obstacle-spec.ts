import type { ObstacleOwner, ObstacleShape } from '../clearance';
import type { BarLinkSpec } from '../hardware';
import { add, type Vec3 } from '../suspension';

/** What stands near a wheel, by the trade's names. */
export const OBSTACLE_KINDS = [
  'arch-edge',
  'liner',
  'flap',
  'bumper-corner',
  'air-dam',
  'pinch-seam',
  'body-mount',
  'frame-rail',
  'sill',
  'upper-arm',
  'lower-link',
  'knuckle',
  'caliper',
  'strut',
  'coil',
  'anti-roll-bar',
  'hose-bracket',
  'rear-tub',
  'leaf-pack',
  'damper',
] as const;
export type ObstacleKind = (typeof OBSTACLE_KINDS)[number];

/** One obstacle of one axle of a platform: left side at design, body frame, mm, with what can be done about it. */
export interface ObstacleSpec {
  readonly kind: ObstacleKind;
  readonly carriedBy: ObstacleOwner;
  readonly member?: string | undefined;
  readonly points: readonly Vec3[];
  /** what lies between the points; not there: they are single points */
  readonly shape?: ObstacleShape | undefined;
  /** codes of the catalogue's reliefs that can be done to it */
  readonly reliefs: readonly string[];
}

/** What a relief does: moves points away from the tyre (outward from the spin axis, and away from the tyre's middle along
 *  it), takes the obstacle off, or limits the axle. mm; share of the lock. */
export type ReliefEffect =
  | { readonly kind: 'moves'; readonly radialMm: number; readonly sidewaysMm: number }
  | { readonly kind: 'removes' }
  | { readonly kind: 'bump-stop'; readonly lowerMm: number }
  | { readonly kind: 'steering-stop'; readonly lessShare: number };
export const HOSES = ['brake-hose', 'abs-lead', 'parking-cable'] as const;
/** Where a hose, lead or cable is clipped: to the body and to what moves with the wheel; its free length between the clips, mm. */
export interface HoseRun {
  readonly what: (typeof HOSES)[number];
  readonly bodyClip: Vec3;
  readonly wheelClip: Vec3;
  readonly freeMm: number;
}
/** Link of the anti-roll bar: from the end of the bar's arm to what moves with the wheel. */
export interface BarLink extends BarLinkSpec {
  /** furthest from square to the bar's arm at ride height, deg */
  readonly runningDeg: number;
}
/** A point moved away from the spin axis of a wheel at design, in the side view.
 *  @example outward([30, 800, 40], [0, 800, 0], 5) // [33,800,44] */
export function outward(p: Vec3, wheel: Vec3, mm: number): Vec3 {
  const [x, z] = [p[0] - wheel[0], p[2] - wheel[2]];
  const r = Math.hypot(x, z);
  return r === 0 ? p : add(p, [(x / r) * mm, 0, (z / r) * mm]);
}
