import type { Axle, AxleEffect } from '../suspension';
import type { PartFamily } from './families';
import type { PartFastener } from './fasteners';
import type { HoseRun } from './obstacle-spec';
import type { Place, Range } from './platform';

export type Condition =
  | { readonly op: 'is'; readonly field: string; readonly value: string }
  | { readonly op: 'is-not'; readonly field: string; readonly value: string }
  | { readonly op: 'one-of'; readonly field: string; readonly values: readonly string[] };
export type Provenance =
  | { readonly kind: 'fitted-here'; readonly jobs: readonly string[] }
  | { readonly kind: 'maker-lists' }
  | { readonly kind: 'maker-confirmed'; readonly on: string }
  | { readonly kind: 'sister-model'; readonly of: string }
  | { readonly kind: 'guess' }
  /** made for a neighbour; somebody here wrote down why it fits this one too */
  | { readonly kind: 'taken-over'; readonly reason: string }
  /** no part of the catalogue: a line that was written down for one job */
  | { readonly kind: 'unverified' };
export interface Application {
  readonly platform: string;
  readonly years: Range;
  readonly conditions: readonly Condition[];
  readonly provenance: Provenance;
}

export type PartEffect =
  | AxleEffect
  /** widens what the adjusters reach, degrees */
  | { readonly kind: 'alignment-range'; readonly camberDeg: Range; readonly casterDeg: Range }
  | { readonly kind: 'damper'; readonly matchesRate: Range }
  | { readonly kind: 'mass'; readonly massKg: number; readonly place: Place }
  /** a longer hose, or a bracket that brings its clip nearer: room gained between the clips */
  | { readonly kind: 'hose'; readonly what: HoseRun['what']; readonly gainMm: number }
  /** length of the anti-roll bar's link against the stock one */
  | { readonly kind: 'bar-link'; readonly deltaMm: number }
  /** the anti-roll bar's mounts on the frame lowered */
  | { readonly kind: 'bar-mount'; readonly dropMm: number }
  /** gearbox or transfer case lowered: the flange of the axle's shaft goes down and its slope changes, + nose up */
  | { readonly kind: 'shaft-flange'; readonly dropMm: number; readonly tiltDeg: number }
  /** carrier bearing of a shaft in two pieces lowered */
  | { readonly kind: 'carrier-bearing'; readonly dropMm: number }
  /** crown wheel and pinion of one axle */
  | { readonly kind: 'axle-ratio'; readonly ratio: number }
  | { readonly kind: 'wheel-spacer'; readonly thicknessMm: number; readonly ownStuds: boolean }
  | { readonly kind: 'spare-carrier'; readonly ratedKg: number; readonly maxDiameterMm: number };

/** Clicks or turns of an adjustable part: where, which way, and what its maker starts with. */
export interface PartSettings {
  readonly clicks: number;
  readonly where: string;
  readonly firmer: 'clockwise' | 'counter-clockwise';
  /** clicks from fully soft that the maker starts with, by use */
  readonly start: { readonly road: number; readonly load: number; readonly track: number };
}

/** One kind of piece in the box. */
export interface Piece {
  readonly name: string;
  readonly count: number;
  /** which side, which way up, how to tell it from its neighbour; empty where it goes in any way round */
  readonly orientation: string;
}
/** Hardware that fitting a part takes: in its box, or bought beside it. */
export interface HardwareNeed {
  readonly name: string;
  readonly count: number;
  readonly inBox: boolean;
  /** never used twice */
  readonly singleUse: boolean;
  /** minor units each, of what is not in the box; null while nobody has asked */
  readonly priceMinor: number | null;
}
export const ONE_WAY_ACTS = ['cut', 'drill', 'notch', 'paint'] as const;
/** What cannot be undone, and where. */
export interface OneWayAct {
  readonly act: (typeof ONE_WAY_ACTS)[number];
  readonly where: string;
}
/** A joint that gets longer by what the part puts between. */
export interface LongerJoint {
  readonly joint: string;
  /** what comes between, mm */
  readonly byMm: number;
  /** `own`: bolts or studs of the right length are in the box; `vehicle`: the vehicle's must reach through; `inside`: the vehicle's
   *  studs end inside the part, which leaves them this much room */
  readonly bolts: 'own' | 'vehicle' | 'inside';
}
/** What the shop knows about a part beside its effect: what is in the box, what is done to it before it goes on, what it takes. */
export interface PartBox {
  readonly pieces: readonly Piece[];
  readonly hardware: readonly HardwareNeed[];
  /** before it goes on the vehicle: studs pulled in, bushes pressed, coils marked */
  readonly atTheBench: readonly { readonly text: string; readonly minutes: number }[];
  readonly oneWay: readonly OneWayAct[];
  readonly longer: readonly LongerJoint[];
  /** 1 (bolts on) to 5 (needs a fitter who has done it before) */
  readonly difficulty: 1 | 2 | 3 | 4 | 5;
  readonly people: 1 | 2;
}

/** Another part, by its code, or any part of a family. */
export type PartRef = { readonly part: string } | { readonly family: PartFamily };

export interface Part {
  readonly code: string;
  readonly maker: string;
  readonly name: string;
  readonly family: PartFamily;
  readonly axle: Axle | 'both';
  /** what one line of a parts list buys: a pair, a set, a single piece */
  readonly soldAs: 'each' | 'pair' | 'set';
  readonly priceMinor: number;
  readonly supplier: string;
  readonly stock: { readonly onHand: number; readonly leadDays: number };
  readonly effects: readonly PartEffect[];
  readonly claimLiftMm: number | null;
  /** new coils and leaves lose this share of their lift as they settle */
  readonly settleShare: number;
  /** true when only the maker's word stands behind the dimensions */
  readonly claimOnly: boolean;
  readonly reversible: boolean;
  readonly structural: boolean;
  /** findings that the part may end; whether it does is computed */
  readonly cures: readonly string[];
  /** what must be on the vehicle for this part, and what must not be */
  readonly requires: readonly PartRef[];
  readonly excludes: readonly PartRef[];
  /** figures of the maker's leaflet for the joints this part makes or changes */
  readonly fasteners: readonly PartFastener[];
  /** what its maker allows beside it: the largest tyre, mm of diameter, and the offsets of the wheel, mm */
  readonly limits?:
    { readonly tireMm?: number | undefined; readonly offsetMm?: Range | undefined } | undefined;
  /** how it is set, where it can be: written where it is fitted and on the sheet that goes with it */
  readonly settings?: PartSettings | undefined;
  /** not there: nobody has opened a box of it yet, and that is said */
  readonly box?: PartBox | undefined;
  readonly applications: readonly Application[];
  readonly operation: string;
  /** what the maker or the shop says about it: shown where it is chosen, at its step, and on paper */
  readonly note: string;
}
/** What a part's record says beside its figures, in one line: its note, and how the joints of an arm or a rod are made.
 *  @example recordNote({ note: 'Left and right differ.', effects: [{ kind: 'ball-joint', joint: 'upper', made: 'sealed', swingDeg: 34 }] }) // "Left and right differ. Ball joint: sealed, 34° either way." */
export const recordNote = ({ note, effects }: Pick<Part, 'note' | 'effects'>): string =>
  [
    note,
    ...effects.flatMap((e) =>
      e.kind === 'ball-joint' || e.kind === 'rod-joint'
        ? [`${e.kind === 'ball-joint' ? 'Ball joint' : 'Joints'}: ${e.made}, ${e.swingDeg}° either way.`]
        : [],
    ),
  ]
    .filter(Boolean)
    .join(' ');
export interface Kit {
  readonly code: string;
  readonly maker: string;
  readonly name: string;
  readonly parts: readonly { readonly part: string; readonly quantity: number }[];
  readonly priceMinor: number;
  readonly supplier: string;
  readonly claimLiftMm: { readonly front: number | null; readonly rear: number | null };
}
