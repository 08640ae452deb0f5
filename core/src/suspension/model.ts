import { RAD_PER_DEG } from '../units/constants';
import type { Axle, SuspensionKind } from './hardpoints';
import { angleBetween, distance, nearestOnLine, sub, unit, type Vec3 } from './vec';

/** A member of fixed length between a body point and a carrier point. */
export interface Link {
  readonly name: string;
  readonly body: string;
  readonly carrier: string;
  readonly lengthMm: number;
  /** a second pair: only the mean of both lengths is held (arms in bushes that give) */
  readonly twin?: { readonly body: string; readonly carrier: string; readonly lengthMm: number } | undefined;
}
/** What a leaf spring holds without a link: a carrier point sideways, or the carrier's pitch (+ top rearward). */
export type Hold =
  | { readonly kind: 'lateral'; readonly name: string; readonly carrier: string; readonly valueMm: number }
  | { readonly kind: 'pitch'; readonly name: string; readonly angleRad: number };
/** A body point that stays on a line fixed in the carrier (strut). */
export interface Slider {
  readonly body: string;
  readonly linePoint: Vec3;
  readonly direction: Vec3;
}
/** An arm that turns about an axis in the body and carries spring seats; all points at design. */
export interface Arm {
  readonly pivotA: string;
  readonly pivotB: string;
  readonly joint: string;
  readonly design: { readonly pivotA: Vec3; readonly pivotB: Vec3; readonly joint: Vec3 };
}
/** What a point of the mechanism moves with. */
export type Owner = 'body' | 'carrier' | 'lower' | 'upper';
export interface SpringSeat {
  readonly side: 'left' | 'right';
  readonly top: string;
  readonly bottom: string;
  readonly bottomOwner: Owner;
  readonly offsetMm: number;
  /** torsion bar: its length is counted along the arc at this lever, mm, of the arm named by `bottomOwner` */
  readonly torsionLeverMm?: number | undefined;
  /** unit vector of the seat axis at design, from top to bottom */
  readonly direction: Vec3;
}

/** One axle as plain data: everything a part may change is in here, and edits change nothing else.
 *  Lengths are mm and stand on their own once taken from the hardpoints, so that moving a point keeps its links' lengths. */
export interface SuspensionModel {
  readonly kind: SuspensionKind;
  readonly axle: Axle;
  readonly body: Readonly<Record<string, Vec3>>;
  /** carrier points at their design position, body frame; they turn and move with the carrier */
  readonly carrier: Readonly<Record<string, Vec3>>;
  /** height of each wheel centre in the unedited design, mm: travel 0 */
  readonly driveZMm: readonly number[];
  readonly links: readonly Link[];
  readonly slider: Slider | null;
  readonly holds: readonly Hold[];
  /** a solid axle, driven by both its wheels */
  readonly beam: boolean;
  /** leaf springs hang under the axle: a block between them lowers the body */
  readonly springsUnder: boolean;
  readonly arms: Readonly<Partial<Record<'lower' | 'upper', Arm>>>;
  readonly springs: readonly SpringSeat[];
  /** as springs; the strut of a strut is its own damper */
  readonly dampers: readonly SpringSeat[];
  /** springs stand on their dampers, the bump stop inside: what goes on top moves spring, damper and stop together */
  readonly coilOver: boolean;
  /** spin axis at design, outboard, left wheel */
  readonly spinAxis: Vec3;
  readonly loadedRadiusMm: number;
  /** names of the points on the upper and lower end of the steering axis, and which body holds them */
  readonly steeringAxis: {
    readonly lower: string;
    readonly upper: string;
    readonly upperOwner: Owner;
  } | null;
  /** body point that the rack carries along +y */
  readonly rackPoint: string | null;
  readonly dragLink: {
    readonly side: 'left' | 'right';
    readonly ratio: number;
    readonly lengthMm: number;
  } | null;
  /** shaft length of the unedited design, mm; null without driven wheels */
  readonly shaftDesignMm: number | null;
  /** joint swing of the unedited design, degrees are taken against it; radians */
  readonly designSwing: Readonly<Partial<Record<'lower' | 'upper', number>>>;
}

/** Angle between an arm (joint to the nearest point of its pivot axis) and the steering axis, radians. */
export function armSwing(joint: Vec3, pivotA: Vec3, pivotB: Vec3, steering: Vec3): number {
  return angleBetween(steering, sub(nearestOnLine(joint, pivotA, unit(sub(pivotB, pivotA))), joint));
}

/** A link whose length is the distance of its ends at design. */
export const link = (name: string, body: string, carrier: string, from: Vec3, to: Vec3): Link => ({
  name,
  body,
  carrier,
  lengthMm: distance(from, to),
});

/** Spin axis at design, outboard, left wheel. */
export function spinAxisOf(camberDeg: number, toeDeg: number): Vec3 {
  const t = toeDeg * RAD_PER_DEG;
  const c = camberDeg * RAD_PER_DEG;
  return [Math.sin(t) * Math.cos(c), Math.cos(t) * Math.cos(c), -Math.sin(c)];
}

/** The named point, or an error that names it: a model without it was built wrongly. */
export function pointOf(points: Readonly<Record<string, Vec3>>, name: string): Vec3 {
  const p = points[name];
  if (!p) throw new Error(`suspension model has no point "${name}"`);
  return p;
}
