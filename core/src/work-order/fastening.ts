import type { FastenerCard, Joint, JointUse, Part, Platform } from '../catalogue';
import { estimatedTorque, NUT_FACTOR } from '../hardware';
import type { Axle } from '../suspension';

/** Whose word a torque is. The part maker's leaflet comes before the platform's record; an estimate says that it is one;
 *  what nobody has read anywhere is looked up. */
export type Torque =
  | { readonly kind: 'figure'; readonly nm: number; readonly source: 'part-maker' | 'platform' }
  | { readonly kind: 'estimate'; readonly nm: number }
  | { readonly kind: 'manual' };
/** A joint as this vehicle has it, with what is known of it; null is not known, never a usual value. */
export interface Fastening {
  readonly joint: string;
  readonly what: string;
  readonly axle: Axle | 'vehicle';
  /** the one side that it is brought to its torque on here; null: both, or neither */
  readonly side: JointSpot['side'];
  /** pieces on that side, the axle or the vehicle */
  readonly count: number | null;
  readonly thread: { readonly diameterMm: number; readonly pitchMm: number } | null;
  /** width across the head, and how the other end is held */
  readonly headMm: number | null;
  readonly counterHold: string | null;
  readonly torque: Torque;
  readonly condition: FastenerCard['condition'];
  readonly singleUse: boolean | null;
  readonly direction: string | null;
  readonly pattern: string | null;
  readonly note: string;
  readonly tighten: JointUse['tighten'];
}
export const SIDES = ['left', 'right'] as const;
/** Where a joint is; `side` null: on both, or on neither. */
export interface JointSpot {
  readonly axle: Axle | 'vehicle';
  readonly side: 'left' | 'right' | null;
}
export const WHEEL_NUT = 'wheel-nut';
/** Studs of one hub, from its bolt circle.
 *  @example studsPerHub('6×139.7') // 6 */
export const studsPerHub = (boltCircle: string): number | null => {
  const n = Number(boltCircle.split('×')[0]);
  return Number.isInteger(n) && n > 0 ? n : null;
};

/** The card of a joint: the platform's own; for wheel nuts at least what the hub's stud record says. */
function cardOf(joint: string, axle: Axle | 'vehicle', platform: Platform): Partial<FastenerCard> {
  const card = platform.fasteners.find((f) => f.joint === joint && f.axle === axle) ?? {};
  if (joint !== WHEEL_NUT) return card;
  const { diameterMm, pitchMm } = platform.stud;
  return { perSide: studsPerHub(platform.boltCircle), ...card, thread: { diameterMm, pitchMm } };
}

/** A joint of a step as it is printed. `parts`: those whose fitting makes it; their leaflets may name its torque. */
export function fastening(
  use: JointUse,
  { axle, side }: JointSpot,
  platform: Platform,
  parts: readonly Part[],
  joints: readonly Joint[],
): Fastening {
  const record = joints.find((j) => j.code === use.joint);
  const card = cardOf(use.joint, axle, platform);
  const leaflet = parts.flatMap((p) => p.fasteners).find((f) => f.joint === use.joint);
  const thread = card.thread ?? null;
  const torque = (): Torque => {
    if (leaflet) return { kind: 'figure', nm: leaflet.torqueNm, source: 'part-maker' };
    if (card.torqueNm != null) return { kind: 'figure', nm: card.torqueNm, source: 'platform' };
    if (!thread || !card.grade) return { kind: 'manual' };
    const k = card.condition === 'compound' ? NUT_FACTOR.locked : NUT_FACTOR.dry;
    return {
      kind: 'estimate',
      nm: estimatedTorque({ ...thread, proofMpa: card.grade.proofMpa, k }).torqueNm,
    };
  };
  return {
    joint: use.joint,
    what: record?.what ?? use.joint,
    axle,
    side,
    count: card.perSide == null ? null : card.perSide * (axle === 'vehicle' || side ? 1 : SIDES.length),
    thread,
    headMm: card.headMm ?? null,
    counterHold: card.counterHold ?? null,
    torque: torque(),
    condition: card.condition ?? null,
    singleUse: card.singleUse ?? record?.singleUse ?? null,
    direction: card.direction ?? null,
    pattern: card.pattern ?? null,
    note: [use.note, leaflet?.note ?? ''].filter(Boolean).join('; '),
    tighten: use.tighten,
  };
}
