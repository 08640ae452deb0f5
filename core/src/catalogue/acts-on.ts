import { isLeafKind, type Axle } from '../suspension';
import type { PartFamily } from './families';
import type { Part, PartEffect } from './part';
import type { AxleSpec, Platform } from './platform';

/** Why a part does nothing on a vehicle: what it acts on is not there. */
export const NOTHING_THERE = [
  'no-such-line',
  'no-bar-link',
  'no-propshaft',
  'no-shaft-joint',
  'not-driven',
  'no-leaf',
  'no-coil',
  'no-steering-link',
  'no-track-bar',
  'no-spare',
] as const;
export type NothingThere = (typeof NOTHING_THERE)[number];

const ON_LEAVES: readonly PartFamily[] = [
  'lift-block',
  'add-a-leaf',
  'leaf-pack',
  'shackle',
  'shackle-flip',
  'axle-flip',
];
const ON_COILS: readonly PartFamily[] = ['coil', 'coil-spacer', 'perch-spacer'];
const DRIVES: readonly PartFamily[] = ['differential-drop', 'axle-ratio'];

const hasPoint = ({ hardpoints }: AxleSpec, name: string): boolean =>
  name in hardpoints.points || ('steering' in hardpoints && name in (hardpoints.steering?.points ?? {}));

/** What an effect looks for on an axle and does not find; null where it finds it, or looks for nothing by itself. */
function missing(e: PartEffect, p: Platform, axle: Axle): NothingThere | null {
  const spec = p[axle];
  switch (e.kind) {
    case 'hose':
      return spec.hoses.some((h) => h.what === e.what) ? null : 'no-such-line';
    case 'bar-link':
    case 'bar-mount':
      return spec.barLink ? null : 'no-bar-link';
    case 'shaft-flange':
    case 'carrier-bearing':
      return spec.propshaft ? null : 'no-propshaft';
    case 'differential-drop':
      return spec.cv ? null : 'no-shaft-joint';
    case 'spare-carrier':
      return p.spare ? null : 'no-spare';
    case 'move-point':
      if (hasPoint(spec, e.point)) return null;
      return e.point.startsWith('drag') ? 'no-steering-link' : 'no-track-bar';
    case 'adjustable':
      if (e.member === 'drag') return hasPoint(spec, 'dragAxle') ? null : 'no-steering-link';
      return hasPoint(spec, 'trackBarAxle') ? null : 'no-track-bar';
    default:
      return null;
  }
}
/** Why a part does nothing on an axle of a vehicle; null where it does something, or nobody knows. `driven`: axles that the engine
 *  drives; null while nobody has said. A part that finds one thing to act on does something. */
export function nothingToActOn(
  part: Pick<Part, 'family' | 'effects'>,
  p: Platform,
  axle: Axle,
  driven: readonly Axle[] | null,
): NothingThere | null {
  const spec = p[axle];
  if (DRIVES.includes(part.family) && driven !== null && !driven.includes(axle)) return 'not-driven';
  const leaf = isLeafKind(spec.hardpoints.kind);
  if (ON_LEAVES.includes(part.family) && !leaf) return 'no-leaf';
  if (ON_COILS.includes(part.family) && leaf) return 'no-coil';
  const gone = part.effects.map((e) => missing(e, p, axle));
  return gone.length > 0 && gone.every((g) => g !== null) ? (gone[0] ?? null) : null;
}
/** The same over the axles that a part is for: on one of two it does something is enough. */
export function doesNothing(
  part: Pick<Part, 'axle' | 'family' | 'effects'>,
  p: Platform,
  driven: readonly Axle[] | null,
): NothingThere | null {
  const axles: readonly Axle[] = part.axle === 'both' ? ['front', 'rear'] : [part.axle];
  const reasons = axles.map((axle) => nothingToActOn(part, p, axle, driven));
  return reasons.every((r) => r !== null) ? (reasons[0] ?? null) : null;
}
