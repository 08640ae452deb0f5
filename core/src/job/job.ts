import type { ObstacleKind, Place } from '../catalogue';
import type { Axle } from '../suspension';
import { NOT_FINISHED, type After } from './after';
import { NO_BOXES, NOTHING_CHOSEN, type BayWork, type Boxes } from './bay-work';
import type { Corner } from './corner';
import type { Locks } from './lock';
import { NOT_LOOKED_OVER, type LookOver } from './look-over';
import { NO_USE, type Usage } from './usage';
import type { Workshop } from './workshop';

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

export const LIMITED = ['total-lift', 'tire-lift', 'track-increase', 'wheel-spacer'] as const;
/** One rule of the place: what it limits, to what, what passing it means, and whose word it is. mm. */
export interface PlaceLimit {
  readonly what: (typeof LIMITED)[number];
  readonly limitMm: number;
  readonly verdict: 'ask' | 'no';
  readonly whose: string;
}
/** What the shop sets for itself. */
export interface ShopSettings {
  /** as it stands over the board and on what is printed; may be empty */
  readonly shopName: string;
  readonly shopPlace: string;
  /** as it stands on what a customer takes along; may be empty */
  readonly shopAddress: string;
  readonly lengthUnit: 'mm' | 'in';
  readonly currency: string;
  readonly labourMinorPerHour: number;
  readonly suppliesShare: number;
  readonly taxShare: number;
  readonly alignmentMinor: number;
  /** how far the hours of a plan may turn out under and over what it says, as shares of them; null: the shop has not said */
  readonly hoursRange: { readonly underShare: number; readonly overShare: number } | null;
  readonly workshop: Workshop;
  /** days from the one it is made on that a quote holds where it says no other; null: the shop has not said */
  readonly quoteDays: number | null;
  /** what the place allows; set by the shop, the inspection station decides */
  readonly placeLimits: readonly PlaceLimit[];
}

/** A quote that nobody has written anything for. */
export const NOTHING_QUOTED: QuoteSection = {
  alternatives: [],
  freightMinor: null,
  validUntil: null,
  notIncluded: '',
  words: '',
};
/** A job nobody has filled in yet.
 *  @example emptySections('Hut warden').head.stage // "brief" */
export function emptySections(customer: string): JobSections {
  return {
    head: { customer, trade: '', phone: '', email: '', stage: 'brief', promiseDate: null },
    brief: {
      usage: NO_USE,
      usageWords: '',
      complaintKind: null,
      complaint: '',
      complaintSince: '',
      wish: null,
      frontTargetMm: null,
      rearTargetMm: null,
      frontToleranceMm: null,
      rearToleranceMm: null,
      driver: '',
      payloadKg: null,
      tongueKg: null,
      budgetMinor: null,
      neededBy: null,
      reversibleOnly: false,
      heightLimitMm: null,
      heightLimitWhat: '',
      stance: null,
      noseUpMostMm: null,
      chains: false,
      cruisingKmh: null,
      notes: '',
    },
    vehicle: {
      query: '',
      plate: '',
      vin: '',
      mileageKm: null,
      color: '',
      platform: null,
      year: null,
      variant: {},
      changes: [],
      accessories: [],
    },
    lookOver: NOT_LOOKED_OVER,
    tape: { rounds: [emptyRound('before', 'before', 'hub')] },
    tire: {
      currentSize: '',
      targetSize: '',
      tireCode: null,
      currentWheelWidthIn: null,
      currentWheelOffsetMm: null,
      wheelCode: null,
      wheelWidthIn: null,
      wheelOffsetMm: null,
      loadIndex: null,
      axleRatio: null,
      newAxleRatio: null,
      rear: null,
      currentRear: null,
      candidates: [],
      reliefs: [],
    },
    build: { items: [], free: [], decisions: {}, locks: {}, notes: '' },
    quote: NOTHING_QUOTED,
    work: NOTHING_CHOSEN,
    boxes: NO_BOXES,
    after: NOT_FINISHED,
    unread: { entries: {} },
  };
}

/** The wanted tyres and wheels left out, with what they would take: what stands there today stays.
 *  @example withoutTires(emptySections('x').tire).reliefs.length // 0 */
export const withoutTires = (tire: TireSection): TireSection => ({
  ...tire,
  targetSize: '',
  tireCode: null,
  wheelCode: null,
  rear: null,
  reliefs: [],
});
/** One of a part or kit, put on the list.
 *  @example listed('i1', 'part', 'TL-2810').quantity // 1 */
export const listed = (id: string, kind: BuildItem['kind'], code: string): BuildItem => ({
  id,
  kind,
  code,
  quantity: 1,
  takenOver: '',
});
/** A change that somebody is about to write down.
 *  @example emptyChange('c1').kind // null */
export const emptyChange = (id: string): Change => ({
  ...undescribed(id),
  part: null,
  comesOff: false,
});
/** A line that somebody is about to write into a plan.
 *  @example emptyLine('f1').priceMinor // null */
export const emptyLine = (id: string): FreeLine => ({ ...undescribed(id), priceMinor: null, source: '' });
const undescribed = (id: string): Described => ({
  id,
  what: '',
  maker: '',
  kind: null,
  axle: null,
  thicknessMm: null,
  rateNPerMm: null,
  liftMm: null,
});
/** A round of the tape that nobody has written into yet.
 *  @example emptyRound('r1', 'settled', 'ground').readFrom // "ground" */
export const emptyRound = (id: string, when: TapedWhen, readFrom: TapeRound['readFrom']): TapeRound => ({
  id,
  when,
  day: null,
  readFrom,
  corners: { leftFront: '', rightFront: '', leftRear: '', rightRear: '' },
  cares: { level: false, tires: false, load: false, rolled: false },
  slopeFrontMm: null,
  slopeLeftMm: null,
  fuel: '',
  notes: '',
});
/** Nobody has written a height into it.
 *  @example isEmptyRound(emptyRound('a', 'before', 'hub')) // true */
export const isEmptyRound = (r: TapeRound): boolean =>
  Object.values(r.corners).every((text) => text.trim() === '');

const NOT_TAPED = emptyRound('', 'before', 'hub');
/** The round that says how the vehicle stands today: the first one that was taken before the work, an empty one without.
 *  @example roundToday({ rounds: [emptyRound('a', 'settled', 'hub'), emptyRound('b', 'before', 'hub')] }).id // "b" */
export const roundToday = (tape: Tape): TapeRound =>
  tape.rounds.find((r) => r.when === 'before') ?? NOT_TAPED;

/** What stands at a place below `at`; a row of a list goes by its id, and below `null` there is nothing. Undefined: no such place.
 *  @example entryAt(emptySections('Hut warden').brief, ['usage', 'rock']) // 0 */
export function entryAt(at: unknown, path: readonly string[]): unknown {
  const [step, ...rest] = path;
  if (step === undefined) return at;
  if (typeof at !== 'object' || at === null) return undefined;
  if (Array.isArray(at))
    return entryAt(
      at.find((row: { readonly id?: unknown }) => row.id === step),
      rest,
    );
  return Object.hasOwn(at, step) ? entryAt((at as Readonly<Record<string, unknown>>)[step], rest) : undefined;
}
