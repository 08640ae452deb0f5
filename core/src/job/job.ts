import type { ObstacleKind, Place } from '../catalogue';
import type { Axle } from '../suspension';
import type { After } from './after';
import type { BayWork, Boxes } from './bay-work';
import type { Corner } from './corner';
import type { Locks } from './lock';
import type { LookOver } from './look-over';
import type { Usage } from './usage';

export const STAGES = ['brief', 'quote', 'parts', 'bay', 'follow-up', 'done'] as const;
export type Stage = (typeof STAGES)[number];
/** Who the job is for and where it stands. */
export interface Head {
  readonly customer: string;
  readonly trade: string;
  /** number to call, as it was said */
  readonly phone: string;
  readonly email: string;
  readonly stage: Stage;
  readonly promiseDate: string | null;
}
export const STANDS = ['level', 'keep-rake', 'nose-up', 'as-is'] as const;
export type Stand = (typeof STANDS)[number];
/** What the customer comes with. */
export const WISHES = ['tire', 'height', 'stance', 'repair'] as const;
export type Wish = (typeof WISHES)[number];
export const COMPLAINTS = [
  'wears-tires',
  'pulls',
  'shudders',
  'rubs',
  'rides-harshly',
  'leans',
  'crooked-wheel',
  'noise',
  'none',
] as const;
export type Complaint = (typeof COMPLAINTS)[number];

/** What the vehicle is for. Percentages, kg, mm, money in minor units; null where nobody has said. */
export interface Brief {
  readonly usage: Usage;
  /** the mix as it was said, "mostly highway, some gravel": it sets the shares, which can then be changed */
  readonly usageWords: string;
  readonly complaintKind: Complaint | null;
  /** in the customer's words */
  readonly complaint: string;
  readonly complaintSince: string;
  readonly wish: Wish | null;
  /** arch over hub, empty and settled, against how it stands today; below 0 is lower */
  readonly frontTargetMm: number | null;
  readonly rearTargetMm: number | null;
  /** how far off is still fine, either way; null: nobody has said, so the distance is told and not judged */
  readonly frontToleranceMm: number | null;
  readonly rearToleranceMm: number | null;
  readonly driver: string;
  readonly payloadKg: number | null;
  readonly tongueKg: number | null;
  readonly budgetMinor: number | null;
  readonly neededBy: string | null;
  readonly reversibleOnly: boolean;
  readonly heightLimitMm: number | null;
  readonly heightLimitWhat: string;
  /** how it should stand; null: nobody has said, so it is not judged */
  readonly stance: Stand | null;
  /** with stance "nose-up": how far the nose may stand over level */
  readonly noseUpMostMm: number | null;
  readonly chains: boolean;
  readonly cruisingKmh: number | null;
  readonly notes: string;
}
export const CHANGE_KINDS = [
  'top-spacer',
  'coil-spacer',
  'preload-spacer',
  'spring',
  'lift-block',
  'body-lift',
  'wheel-spacer',
  'wheel-adapter',
  'other',
] as const;
export type ChangeKind = (typeof CHANGE_KINDS)[number];
/** Something that is no part of the catalogue, as far as somebody could say what it is and does. */
export interface Described {
  readonly id: string;
  readonly what: string;
  /** as it was said or read on the part */
  readonly maker: string;
  /** what it is, and where it lifts or lowers */
  readonly kind: ChangeKind | null;
  readonly axle: Axle | null;
  /** of a spacer, block or puck, mm */
  readonly thicknessMm: number | null;
  /** of a spring, N/mm */
  readonly rateNPerMm: number | null;
  /** how much higher the body stands for it than stock, as measured, mm: this outranks what thickness or rate come to */
  readonly liftMm: number | null;
}
/** What somebody has changed before. Today's geometry starts from it. */
export interface Change extends Described {
  /** catalogue part that it is, when it is one: its effect then counts as fitted, and what is described does not */
  readonly part: string | null;
  /** it comes off in this build: the work is in the plan, and what is planned stands without it */
  readonly comesOff: boolean;
}
/** A line of a plan that is no part of the catalogue: what the customer brings, what another shop sells. It is judged like any
 *  part, by what is said of it, and is *unverified* wherever it stands. */
export interface FreeLine extends Described {
  /** for all of it, minor units; null: nobody has said, 0: the customer brings it */
  readonly priceMinor: number | null;
  /** where it comes from */
  readonly source: string;
}
export interface Accessory {
  readonly id: string;
  readonly what: string;
  readonly massKg: number | null;
  readonly place: Place;
  /** what it adds to the overall height when it stands on the roof, mm */
  readonly addsHeightMm: number | null;
}
export interface VehicleSection {
  readonly query: string;
  readonly plate: string;
  /** as it stands on the vehicle; nothing is looked up with it */
  readonly vin: string;
  readonly mileageKm: number | null;
  readonly color: string;
  readonly platform: string | null;
  readonly year: number | null;
  readonly variant: Readonly<Record<string, string>>;
  readonly changes: readonly Change[];
  readonly accessories: readonly Accessory[];
}
/** When a round of the tape was taken: before anything is done, down on the wheels and rolled, settled, or at another time. */
export const TAPED_WHEN = ['before', 'down', 'settled', 'other'] as const;
export type TapedWhen = (typeof TAPED_WHEN)[number];
/** Conditions that heights are true under; ticked when somebody saw to them. */
export const TAPE_CARES = ['level', 'tires', 'load', 'rolled'] as const;
export type TapeCare = (typeof TAPE_CARES)[number];
/** One round of the tape: heights of the arches as written down, read by the core each time, so that nothing typed is lost. */
export interface TapeRound {
  readonly id: string;
  readonly when: TapedWhen;
  readonly day: string | null;
  /** where the tape was held below: at the hub's centre, or on the ground */
  readonly readFrom: 'hub' | 'ground';
  readonly corners: Readonly<Record<Corner, string>>;
  readonly cares: Readonly<Record<TapeCare, boolean>>;
  /** how much higher the floor is under the front wheels than under the rear, and under the left than under the right, mm */
  readonly slopeFrontMm: number | null;
  readonly slopeLeftMm: number | null;
  readonly fuel: string;
  readonly notes: string;
}
/** Rounds in the order they were taken; the first that is "before" is how it stands today. */
export interface Tape {
  readonly rounds: readonly TapeRound[];
}
/** A relief that the plan does: to one obstacle of an axle, or (null) to the axle's own stops. */
export interface ReliefChoice {
  readonly axle: Axle;
  readonly obstacle: ObstacleKind | null;
  readonly relief: string;
}
/** A size that is looked at beside the wanted one. */
export interface TireCandidate {
  readonly id: string;
  readonly size: string;
  readonly tireCode: string | null;
}
/** Tyre and wheel of a rear axle of its own. */
export interface RearWheels {
  readonly size: string;
  readonly tireCode: string | null;
  readonly wheelCode: string | null;
  readonly wheelWidthIn: number | null;
  readonly wheelOffsetMm: number | null;
  readonly loadIndex: number | null;
}
export interface TireSection {
  readonly currentSize: string;
  readonly targetSize: string;
  readonly tireCode: string | null;
  readonly currentWheelWidthIn: number | null;
  readonly currentWheelOffsetMm: number | null;
  readonly wheelCode: string | null;
  readonly wheelWidthIn: number | null;
  readonly wheelOffsetMm: number | null;
  readonly loadIndex: number | null;
  readonly axleRatio: number | null;
  /** axle ratio that the build changes to; null: it stays */
  readonly newAxleRatio: number | null;
  /** the rear where it is to differ; null: the same all round */
  readonly rear: RearWheels | null;
  /** the rear where it differs today; null: the same all round */
  readonly currentRear: {
    readonly size: string;
    readonly wheelWidthIn: number | null;
    readonly wheelOffsetMm: number | null;
  } | null;
  readonly candidates: readonly TireCandidate[];
  readonly reliefs: readonly ReliefChoice[];
}
export interface BuildItem {
  readonly id: string;
  readonly kind: 'part' | 'kit';
  readonly code: string;
  readonly quantity: number;
  /** why a part that is made for a neighbour fits this vehicle too, in words; empty: nobody says so */
  readonly takenOver: string;
}
/** What the customer said to something that is advised. */
export const DECISIONS = ['accepted', 'declined'] as const;
export type Decision = (typeof DECISIONS)[number];
export interface Build {
  readonly items: readonly BuildItem[];
  readonly free: readonly FreeLine[];
  /** by what names the need: `cv-angle-near/front//` */
  readonly decisions: Readonly<Record<string, Decision>>;
  /** what is held fast and what is ruled out while plans are searched */
  readonly locks: Locks;
  readonly notes: string;
}
/** A plan that is offered beside the chosen one: what it lists, and what freight it has. */
export interface Alternative {
  readonly id: string;
  readonly items: readonly BuildItem[];
  readonly reliefs: readonly ReliefChoice[];
  readonly tireCode: string | null;
  readonly wheelCode: string | null;
  /** minor units; null: nobody has said */
  readonly freightMinor: number | null;
}
/** What is written for the quote; plans, money and hours follow from the rest of the job. */
export interface QuoteSection {
  readonly alternatives: readonly Alternative[];
  /** freight of the chosen plan, minor units; null: nobody has said */
  readonly freightMinor: number | null;
  /** last day on which the quote holds */
  readonly validUntil: string | null;
  readonly notIncluded: string;
  /** to the customer, above the plans */
  readonly words: string;
}
/** Texts that no value could be read from, by the place where each was typed: `brief.payloadKg`,
 *  `vehicle.accessories.<id>.massKg`. The value of the place is then not what the person meant. */
export interface Unread {
  readonly entries: Readonly<Record<string, string>>;
}
export interface JobSections {
  readonly head: Head;
  readonly brief: Brief;
  readonly vehicle: VehicleSection;
  readonly lookOver: LookOver;
  readonly tape: Tape;
  readonly tire: TireSection;
  readonly build: Build;
  readonly quote: QuoteSection;
  readonly work: BayWork;
  readonly boxes: Boxes;
  readonly after: After;
  readonly unread: Unread;
}
export const SECTIONS = [
  'head',
  'brief',
  'vehicle',
  'lookOver',
  'tape',
  'tire',
  'build',
  'quote',
  'work',
  'boxes',
  'after',
  'unread',
] as const;
export type SectionName = (typeof SECTIONS)[number];
