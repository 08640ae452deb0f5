import type { AxleEffect, Axle, Hardpoints } from '../suspension';
import type { Hazard } from './hazards';
import type { BarLink, HoseRun, ObstacleSpec, Relief } from './obstacle-spec';

/** One answer to a variant question and what it changes on the vehicle. */
export interface VariantOption {
  readonly value: string;
  readonly label: string;
  readonly aliases: readonly string[];
  /** change of the curb load on each axle, kg */
  readonly frontKg?: number | undefined;
  readonly rearKg?: number | undefined;
  /** stock coil of this variant, N/mm */
  readonly frontRateNPerMm?: number | undefined;
  readonly rearRateNPerMm?: number | undefined;
}
export interface VariantField {
  readonly key: string;
  readonly question: string;
  readonly howToTell: string;
  readonly options: readonly VariantOption[];
}
export type Range = readonly [number, number];
export type Point2 = readonly [number, number];

export interface AxleSpec {
  readonly hardpoints: Hardpoints;
  readonly springRateNPerMm: number;
  /** sprung load of one wheel at curb, N */
  readonly sprungLoadN: number;
  readonly subframePoints: readonly string[];
  /** alignment window of the platform, degrees; null where the axle has no such setting */
  readonly spec: { readonly camberDeg: Range; readonly casterDeg: Range | null; readonly toeDeg: Range };
  /** what the factory adjusters reach from where they stand, degrees − and + */
  readonly adjust: { readonly camberDeg: Range; readonly casterDeg: Range };
  /** shaft joint at ride height, at full droop, and its plunge from design either way */
  readonly cv: { readonly runningDeg: number; readonly extremeDeg: number; readonly plungeMm: number } | null;
  /** what ends the travel, mm from design and damper lengths */
  readonly limits: {
    readonly stopMm: number;
    readonly solidMm: number;
    readonly damper: { readonly extendedMm: number; readonly compressedMm: number } | null;
    readonly ballSwingDeg: number | null;
  };
  readonly damping: { readonly nsPerM: number };
  /** anti-roll bar at the wheels of the axle, N·m per rad of body roll */
  readonly barNmPerRad: number;
  /** both wheels, hubs and what moves with them, kg */
  readonly unsprungKg: number;
  /** how well the hardpoints are known, ± mm */
  readonly hardpointMm: number;
  /** hub-to-arch at curb, mm, and what counts as ordinary around it */
  readonly archMm: number;
  readonly archToleranceMm: number;
  /** curb weight on the axle, and the most it may carry, kg */
  readonly curbKg: number;
  readonly ratedKg: number;
  readonly trackMm: number;
  /** how far the stock tyre stands inside the arch edge, mm */
  readonly archCoverMm: number;
  /** the axle carries the differential: only tyre lift raises what hangs under it */
  readonly solid: boolean;
  /** full lock: rack either way, or turn of the knuckles about their kingpins; null where nothing steers */
  readonly lock:
    | { readonly kind: 'rack'; readonly mm: number }
    | { readonly kind: 'kingpin'; readonly deg: number }
    | null;
  readonly obstacles: readonly ObstacleSpec[];
  readonly hoses: readonly HoseRun[];
  readonly barLink: BarLink | null;
}

/** Stud of the hub: what is left of it for the nut. */
export interface HubStud {
  readonly diameterMm: number;
  readonly pitchMm: number;
  /** from the hub's face to the end of the thread, mm */
  readonly lengthMm: number;
  /** what the stock wheel's pad takes of it, mm */
  readonly padMm: number;
}
export interface SpareCarrier {
  readonly place: 'under-bed' | 'tailgate' | 'inside';
  readonly maxDiameterMm: number;
  readonly maxSectionMm: number;
  readonly ratedKg: number;
}
/** How a new tyre size gets into the vehicle's control units. */
export interface CalibrationWay {
  readonly by: 'shop' | 'dealer' | 'driver' | 'nobody';
  readonly note: string;
}

export interface Platform {
  readonly code: string;
  readonly make: string;
  readonly model: string;
  readonly label: string;
  readonly years: Range;
  readonly construction: 'frame' | 'unibody';
  readonly wheelbaseMm: number;
  readonly heightMm: number;
  readonly roofXMm: number;
  readonly groundClearanceMm: number;
  /** rear arch − front arch when the body is level, mm */
  readonly levelArchDifferenceMm: number;
  /** left lower than right by design, mm */
  readonly leanLeftMm: number;
  readonly steeringRatio: number;
  readonly variantFields: readonly VariantField[];
  readonly stockTire: string;
  readonly stockPressureKpa: number;
  readonly stockWheel: { readonly widthIn: number; readonly offsetMm: number };
  readonly boltCircle: string;
  readonly centreBoreMm: number;
  readonly minRimIn: number;
  readonly stud: HubStud;
  readonly axleRatios: readonly number[];
  /** gearbox ratios, first to top */
  readonly gears: readonly number[];
  /** low range of the transfer case; null without one */
  readonly lowRange: number | null;
  readonly engine: { readonly torqueNm: number; readonly idleRpm: number | null };
  readonly calibration: CalibrationWay;
  /** null: no spare on board */
  readonly spare: SpareCarrier | null;
  readonly places: Readonly<Record<Place, number>>;
  readonly front: AxleSpec;
  readonly rear: AxleSpec;
  readonly outline: { readonly body: readonly Point2[]; readonly glass: readonly (readonly Point2[])[] };
}
export const PLACES = [
  'front-bumper',
  'bonnet',
  'cab',
  'roof',
  'sills',
  'load-bed',
  'rear-bumper',
  'hitch',
] as const;
export type Place = (typeof PLACES)[number];

export type Condition =
  | { readonly op: 'is'; readonly field: string; readonly value: string }
  | { readonly op: 'is-not'; readonly field: string; readonly value: string }
  | { readonly op: 'one-of'; readonly field: string; readonly values: readonly string[] };
export type Provenance =
  | { readonly kind: 'fitted-here'; readonly jobs: readonly string[] }
  | { readonly kind: 'maker-lists' }
  | { readonly kind: 'maker-confirmed'; readonly on: string }
  | { readonly kind: 'sister-model'; readonly of: string }
  | { readonly kind: 'guess' };
export interface Application {
  readonly platform: string;
  readonly years: Range;
  readonly conditions: readonly Condition[];
  readonly provenance: Provenance;
}

export const PART_FAMILIES = [
  'strut-top-spacer',
  'preload-spacer',
  'coil-spacer',
  'coil',
  'adjustable-strut',
  'donor-strut',
  'lift-block',
  'add-a-leaf',
  'shackle',
  'torsion-key',
  'spindle',
  'body-lift',
  'subframe-drop',
  'differential-drop',
  'upper-arm',
  'lower-link',
  'upper-link',
  'camber-bolt',
  'cam-bolt',
  'caster-bush',
  'top-plate',
  'track-bar',
  'track-bar-bracket',
  'bar-link',
  'damper',
  'damper-bracket',
  'bump-stop',
  'brake-hose',
  'hose-bracket',
  'tie-rod',
  'steering-stop',
  'headlamp-aim',
  'wheel-spacer',
  'spare-carrier',
  'accessory',
  'calibration',
] as const;
export type PartFamily = (typeof PART_FAMILIES)[number];
/** Families that by themselves raise (or lower) the body. */
export const LIFT_SOURCES: readonly PartFamily[] = [
  'strut-top-spacer',
  'preload-spacer',
  'coil-spacer',
  'coil',
  'adjustable-strut',
  'donor-strut',
  'lift-block',
  'add-a-leaf',
  'shackle',
  'torsion-key',
  'spindle',
  'body-lift',
];

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
  | { readonly kind: 'wheel-spacer'; readonly thicknessMm: number; readonly ownStuds: boolean }
  | { readonly kind: 'spare-carrier'; readonly ratedKg: number; readonly maxDiameterMm: number };

export const NEED_CODES = [
  'camber-reach',
  'caster-reach',
  'cv-angle',
  'axle-off-centre',
  'steering-wheel-off-centre',
  'damper-match',
  'topped-out',
  'droop-short',
  'damper-solid',
  'hose-short',
  'bar-link-angle',
  'spare-load',
  'tire-clearance',
  'calibration',
] as const;
export type NeedCode = (typeof NEED_CODES)[number];

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
  readonly cures: readonly NeedCode[];
  readonly applications: readonly Application[];
  readonly operation: string;
  readonly note: string;
}
export interface Kit {
  readonly code: string;
  readonly maker: string;
  readonly name: string;
  readonly parts: readonly { readonly part: string; readonly quantity: number }[];
  readonly priceMinor: number;
  readonly supplier: string;
  readonly claimLiftMm: { readonly front: number | null; readonly rear: number | null };
}
export interface TireItem {
  readonly code: string;
  readonly maker: string;
  readonly name: string;
  readonly size: string;
  readonly tread: 'highway' | 'all-terrain' | 'mud' | 'winter';
  readonly massKg: number;
  readonly measuredDiameterMm: number | null;
  readonly maxPressureKpa: number;
  readonly priceMinor: number;
}
export interface WheelItem {
  readonly code: string;
  readonly maker: string;
  readonly name: string;
  readonly rimIn: number;
  readonly widthIn: number;
  readonly offsetMm: number;
  readonly boltCircle: string;
  readonly centreBoreMm: number;
  readonly loadKg: number;
  readonly massKg: number;
  readonly priceMinor: number;
}
export interface Catalogue {
  readonly platforms: readonly Platform[];
  readonly parts: readonly Part[];
  readonly kits: readonly Kit[];
  readonly tires: readonly TireItem[];
  readonly wheels: readonly WheelItem[];
  readonly reliefs: readonly Relief[];
  readonly operations: readonly Operation[];
  readonly access: readonly AccessState[];
  /** the steps that end every plan */
  readonly closing: readonly WorkText[];
}

export interface Fastening {
  readonly what: string;
  readonly thread: string;
  readonly count: number;
  readonly torqueNm: number;
  readonly source: 'part-maker' | 'platform';
  /** rubber bush: torqued only with the wheels on the ground */
  readonly atRideHeight: boolean;
  readonly note: string;
}
/** A state of the vehicle that work needs: how to reach it, how to undo it. */
export interface AccessState {
  readonly code: string;
  readonly axle: Axle | 'vehicle';
  readonly kinds: readonly Hardpoints['kind'][];
  readonly needs: readonly string[];
  readonly off: WorkText;
  readonly on: WorkText;
}
export interface WorkText {
  readonly text: string;
  readonly minutes: number;
  readonly tools: readonly string[];
  readonly hazards: readonly Hazard[];
  readonly fastenings: readonly Fastening[];
}
export interface Operation {
  readonly code: string;
  readonly needs: readonly string[];
  readonly steps: readonly WorkText[];
}
