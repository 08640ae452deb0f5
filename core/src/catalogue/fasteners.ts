import type { Axle, SuspensionKind } from '../suspension';

/** A joint by its trade name. What holds it on one vehicle is on that platform's card. */
export interface Joint {
  readonly code: string;
  readonly what: string;
  /** suspensions on which this is a rubber pivot that a new height turns: loosened before, torqued at ride height */
  readonly pivotOf: readonly SuspensionKind[];
  /** carries an alignment cam: marked before it is loosened */
  readonly cam: boolean;
  /** never used twice; null where that depends on the vehicle */
  readonly singleUse: boolean | null;
}
/** The joint as one platform has it. What nobody has read off a true source is null, and is looked up. */
export interface FastenerCard {
  readonly axle: Axle | 'vehicle';
  readonly joint: string;
  readonly thread: { readonly diameterMm: number; readonly pitchMm: number } | null;
  /** property class with its proof stress, MPa */
  readonly grade: { readonly name: string; readonly proofMpa: number } | null;
  readonly headMm: number | null;
  /** bolt or stud as it came: under the head (or out of what holds it) to its end, and what it clamps or goes through, mm; not
   *  there: nobody has measured it */
  readonly bolt?:
    { readonly lengthMm: number; readonly stackMm: number; readonly into: 'steel' | 'aluminium' } | undefined;
  /** how the other end is held: hex in the stud, captive nut, tab, second spanner */
  readonly counterHold: string | null;
  readonly perSide: number | null;
  /** N·m of the platform's own record */
  readonly torqueNm: number | null;
  readonly condition: 'dry' | 'compound' | null;
  readonly singleUse: boolean | null;
  readonly direction: string | null;
  readonly pattern: string | null;
}
/** A figure of the part maker's leaflet. */
export interface PartFastener {
  readonly joint: string;
  readonly torqueNm: number;
  readonly note: string;
}
