/** Every tolerance of the room, with unit and reason. */
export const ENGAGEMENT_STEEL = 1.0; // × diameter: the bolt breaks before a steel thread strips
export const ENGAGEMENT_ALUMINIUM = 1.5; // × diameter: soft threads need more turns
export const PRELOAD_SHARE = 0.75; // of proof load, for joints that are opened again
export const NUT_FACTOR = { dry: 0.2, oiled: 0.16, locked: 0.15 } as const;
export const STUD_ROOM_MM = 2; // kept between a stud's end and the bottom of the wheel's counterbore
const MINOR_SHARE = 0.938194; // of the pitch, off the diameter, for the stress area (ISO 898)
/** lengths bolts are made in, mm */
export const BOLT_LENGTHS_MM = [
  20, 25, 30, 35, 40, 45, 50, 55, 60, 65, 70, 75, 80, 85, 90, 95, 100, 110, 120, 130, 140, 150, 160, 180, 200,
] as const;

/** Stress area of a thread, mm².
 *  @example stressAreaMm2(14, 1.5) // 124.54555045 */
export const stressAreaMm2 = (diameterMm: number, pitchMm: number): number =>
  (Math.PI / 4) * (diameterMm - MINOR_SHARE * pitchMm) ** 2;

export interface EstimatedTorque {
  readonly preloadN: number;
  readonly torqueNm: number;
}
/** Torque of a listed thread, N·m: a fallback. The maker's figure always wins over it. `proofMpa` of the grade.
 *  @example estimatedTorque({ diameterMm: 14, pitchMm: 1.5, proofMpa: 600, k: 0.2 }).torqueNm // 156.92739357 */
export function estimatedTorque(t: {
  readonly diameterMm: number;
  readonly pitchMm: number;
  readonly proofMpa: number;
  readonly k: number;
}): EstimatedTorque {
  const preloadN = PRELOAD_SHARE * t.proofMpa * stressAreaMm2(t.diameterMm, t.pitchMm);
  return { preloadN, torqueNm: (t.k * t.diameterMm * preloadN) / 1000 };
}

export interface BoltStack {
  readonly lengthMm: number;
  /** everything clamped between the head and the thread, mm: parts, spacer, washers */
  readonly stackMm: number;
  readonly diameterMm: number;
  readonly into: 'steel' | 'aluminium';
  /** unthreaded shank, mm; null where the bolt is threaded to the head */
  readonly shankMm: number | null;
  /** depth of the thread it goes into, mm; null for a nut */
  readonly depthMm: number | null;
}
export interface Engagement {
  readonly engagedMm: number;
  readonly neededMm: number;
  readonly holds: boolean;
  /** the shank reaches the thread before the joint closes */
  readonly shankBottoms: boolean;
  readonly endBottoms: boolean;
}
/** Thread left in engagement behind a stack, mm, against what its material needs.
 *  @example threadEngagement({ lengthMm: 60, stackMm: 45, diameterMm: 12, into: 'steel', shankMm: null, depthMm: null }).engagedMm // 15 */
export function threadEngagement(b: BoltStack): Engagement {
  const engagedMm = b.lengthMm - b.stackMm;
  const neededMm = b.diameterMm * (b.into === 'steel' ? ENGAGEMENT_STEEL : ENGAGEMENT_ALUMINIUM);
  const shankBottoms = b.shankMm !== null && b.shankMm > b.stackMm;
  const endBottoms = b.depthMm !== null && engagedMm > b.depthMm;
  return {
    engagedMm,
    neededMm,
    shankBottoms,
    endBottoms,
    holds: engagedMm >= neededMm && !shankBottoms && !endBottoms,
  };
}
/** Next made length that engages fully behind a stack grown by `spacerMm`, mm; null when none is made.
 *  @example replacementBoltMm({ lengthMm: 60, stackMm: 45, diameterMm: 12, into: 'steel', shankMm: null, depthMm: null }, 25) // 85 */
export function replacementBoltMm(b: BoltStack, spacerMm: number): number | null {
  const stackMm = b.stackMm + spacerMm;
  return (
    BOLT_LENGTHS_MM.find((lengthMm) => threadEngagement({ ...b, lengthMm, stackMm, shankMm: null }).holds) ??
    null
  );
}
/** A bolt or stud as a card describes it, mm. */
export interface BoltPiece {
  readonly lengthMm: number;
  readonly stackMm: number;
  readonly diameterMm: number;
  readonly pitchMm: number;
  readonly into: 'steel' | 'aluminium';
}
const stackOf = ({ lengthMm, stackMm, diameterMm, into }: BoltPiece): BoltStack => ({
  lengthMm,
  stackMm,
  diameterMm,
  into,
  shankMm: null,
  depthMm: null,
});
/** What is left of a bolt's thread behind `byMm` more than it clamped.
 *  @example engagedBehind({ lengthMm: 90, stackMm: 62, diameterMm: 14, pitchMm: 1.5, into: 'steel' }, 25).engagedMm // 3 */
export const engagedBehind = (bolt: BoltPiece, byMm: number): Engagement =>
  threadEngagement({ ...stackOf(bolt), stackMm: bolt.stackMm + byMm });
/** The length to buy instead of a bolt that does not reach behind `byMm` more, mm; null when none is made.
 *  @example boltOf({ lengthMm: 90, stackMm: 62, diameterMm: 14, pitchMm: 1.5, into: 'steel' }, 25) // 110 */
export const boltOf = (bolt: BoltPiece, byMm: number): number | null =>
  replacementBoltMm(stackOf(bolt), byMm);
/** A bolt as it is asked for at a counter.
 *  @example boltName({ diameterMm: 14, pitchMm: 1.5 }, 110) // "M14×1.5 × 110" */
export const boltName = (b: Pick<BoltPiece, 'diameterMm' | 'pitchMm'>, lengthMm: number): string =>
  `M${b.diameterMm}×${b.pitchMm} × ${lengthMm}`;
/** What must come off a stud that stands out of a spacer into the wheel's counterbore, mm; 0 when it fits.
 *  A nut is run on before the cut, so that it cleans the thread as it comes off.
 *  @example studCutMm(14, 10) // 6 */
export const studCutMm = (projectionMm: number, counterboreMm: number): number =>
  Math.max(0, projectionMm - Math.max(0, counterboreMm - STUD_ROOM_MM));
