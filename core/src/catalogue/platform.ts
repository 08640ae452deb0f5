import type { Propshaft } from '../driveline';
import type { Axle, Hardpoints, RodLimits, Vec3 } from '../suspension';
import type { FastenerCard } from './fasteners';
import type { BarLink, HoseRun, ObstacleSpec } from './obstacle-spec';

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
  /** this variant drives other axles than the rest */
  readonly driven?: readonly Axle[] | undefined;
  /** arches of this variant stand higher (+) over the hub, and everything of the body this far further from the tyre, mm */
  readonly archMm?: number | undefined;
  readonly roomMm?: number | undefined;
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
  /** bore that the seat of the coil takes, mm; not there: nobody has measured it */
  readonly springBoreMm?: number | null | undefined;
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
    /** force at the wheel with the stop compressed this far, where somebody has measured it */
    readonly stopPoint?: { readonly compressedMm: number; readonly forceN: number } | null | undefined;
    readonly damper: { readonly extendedMm: number; readonly compressedMm: number } | null;
    readonly ballSwingDeg: number | null;
    /** how far the joints of links, bars and rods lean or swing from how they stand as built; one that is not there is not
     *  known, and nothing is said of it */
    readonly rodSwingDeg?: RodLimits | undefined;
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
  /** shaft to the axle with a Cardan joint at each end; null where there is none, or nobody has measured it */
  readonly propshaft: Propshaft | null;
  /** what one turn of a tie rod (or its sleeve) changes its length by, mm; null where nothing steers, or nobody has said */
  readonly tieRodPitchMm: number | null;
  /** sleeve of the drag link: how much longer or shorter it may be set than it is, and what one turn changes, mm; not there where there is
   *  none, or nobody has measured it */
  readonly dragSleeve?: { readonly rangeMm: Range; readonly pitchMm: number | null } | null | undefined;
}

/** Where the masses of a vehicle are, mm over the ground as it left the factory, empty. */
export interface PlatformMasses {
  readonly sprungCgMm: number;
  readonly unsprungCgMm: number;
  /** what stands on the body mounts, kg */
  readonly bodyKg: number;
  /** where a mass on one of the places has its middle */
  readonly placeMm: Readonly<Record<Place, number>>;
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

export const STEERING_WHEEL_SET_BY = ['drag-link-sleeve', 'tie-rod-sleeves', 'dealer', 'nobody'] as const;
export type SteeringWheelSetBy = (typeof STEERING_WHEEL_SET_BY)[number];

/** A camera or radar that looks ahead: a stance that changes by more asks for its calibration. */
export interface DriverAssist {
  readonly sensor: 'camera' | 'radar';
  readonly heightMm: number;
  readonly rakeDeg: number;
  readonly by: 'shop' | 'dealer';
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
  /** driver-assist sensors: what change of their height or of the rake asks for a calibration; not there: it has none, or nobody has said */
  readonly driverAssist?: readonly DriverAssist[] | undefined;
  readonly steeringRatio: number;
  readonly variantFields: readonly VariantField[];
  readonly stockTire: string;
  readonly stockPressureKpa: number;
  readonly stockWheel: { readonly widthIn: number; readonly offsetMm: number };
  readonly boltCircle: string;
  readonly centreBoreMm: number;
  readonly minRimIn: number;
  readonly stud: HubStud;
  /** axles that the engine drives; null while nobody has said */
  readonly driven: readonly Axle[] | null;
  readonly axleRatios: readonly number[];
  /** gearbox ratios, first to top */
  readonly gears: readonly number[];
  /** low range of the transfer case; null without one */
  readonly lowRange: number | null;
  readonly engine: {
    readonly torqueNm: number;
    readonly idleRpm: number | null;
    /** what the engine turns at most; null while nobody has said: then no speed is called impossible */
    readonly maxRpm: number | null;
  };
  readonly calibration: CalibrationWay;
  /** who sets a crooked steering wheel straight on this vehicle, and where; null while nobody has said */
  readonly steeringWheelSetBy: SteeringWheelSetBy | null;
  /** cards of this vehicle's joints; a joint without one is looked up in the maker's manual */
  readonly fasteners: readonly FastenerCard[];
  /** null: no spare on board */
  readonly spare: SpareCarrier | null;
  readonly places: Readonly<Record<Place, number>>;
  /** null while nobody has measured or published it: then nothing is said about tipping and roll */
  readonly masses: PlatformMasses | null;
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
/** Middle of the left wheel at design. */
export const wheelOf = ({ hardpoints: { points } }: Pick<AxleSpec, 'hardpoints'>): Vec3 =>
  'wheelCentre' in points ? points.wheelCentre : points.wheelLeft;
