import type { ObstacleKind, Place } from '../catalogue';
import type { Axle } from '../suspension';

export const STAGES = ['brief', 'quote', 'parts', 'bay', 'follow-up', 'done'] as const;
export type Stage = (typeof STAGES)[number];
export const USES = ['highway', 'gravel', 'rock', 'mud', 'load', 'tow'] as const;
export type Use = (typeof USES)[number];

/** Who the job is for and where it stands. */
export interface Head {
  readonly customer: string;
  readonly trade: string;
  /** number to call, as it was said */
  readonly phone: string;
  readonly stage: Stage;
  readonly promiseDate: string | null;
}
export const STANDS = ['level', 'keep-rake', 'as-is'] as const;
export type Stand = (typeof STANDS)[number];

/** What the vehicle is for. Percentages, kg, mm, money in minor units; null where nobody has said. */
export interface Brief {
  readonly usage: Readonly<Record<Use, number>>;
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
  readonly chains: boolean;
  readonly cruisingKmh: number | null;
  readonly notes: string;
}
export interface Change {
  readonly id: string;
  readonly what: string;
  /** catalogue part that it is, when it is one: its effect then counts as fitted */
  readonly part: string | null;
  /** an old lift that is no catalogue part: where, and how much higher the body stands for it than stock, mm */
  readonly axle: Axle | null;
  readonly liftMm: number | null;
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
  readonly platform: string | null;
  readonly year: number | null;
  readonly variant: Readonly<Record<string, string>>;
  readonly changes: readonly Change[];
  readonly accessories: readonly Accessory[];
}
export const CORNERS = ['leftFront', 'rightFront', 'leftRear', 'rightRear'] as const;
export type Corner = (typeof CORNERS)[number];
/** Heights of the arches as written down; read by the core each time, so that nothing typed is ever lost. */
export interface Tape {
  /** where the tape was held below: at the hub's centre, or on the ground */
  readonly readFrom: 'hub' | 'ground';
  readonly corners: Readonly<Record<Corner, string>>;
  readonly fuel: string;
  readonly notes: string;
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
}
export interface Build {
  readonly items: readonly BuildItem[];
  readonly notes: string;
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
  readonly tape: Tape;
  readonly tire: TireSection;
  readonly build: Build;
  readonly unread: Unread;
}
export const SECTIONS = ['head', 'brief', 'vehicle', 'tape', 'tire', 'build', 'unread'] as const;
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
  readonly lengthUnit: 'mm' | 'in';
  readonly currency: string;
  readonly labourMinorPerHour: number;
  readonly suppliesShare: number;
  readonly taxShare: number;
  readonly alignmentMinor: number;
  /** what the place allows; set by the shop, the inspection station decides */
  readonly placeLimits: readonly PlaceLimit[];
}

/** A job nobody has filled in yet.
 *  @example emptySections('Hut warden').head.stage // "brief" */
export function emptySections(customer: string): JobSections {
  return {
    head: { customer, trade: '', phone: '', stage: 'brief', promiseDate: null },
    brief: {
      usage: { highway: 0, gravel: 0, rock: 0, mud: 0, load: 0, tow: 0 },
      driver: '',
      payloadKg: null,
      tongueKg: null,
      budgetMinor: null,
      neededBy: null,
      reversibleOnly: false,
      heightLimitMm: null,
      heightLimitWhat: '',
      stance: null,
      chains: false,
      cruisingKmh: null,
      notes: '',
    },
    vehicle: { query: '', platform: null, year: null, variant: {}, changes: [], accessories: [] },
    tape: {
      readFrom: 'hub',
      corners: { leftFront: '', rightFront: '', leftRear: '', rightRear: '' },
      fuel: '',
      notes: '',
    },
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
    build: { items: [], notes: '' },
    unread: { entries: {} },
  };
}

/** Sum of the usage mix, percent.
 *  @example usageSum({ highway: 50, gravel: 30, rock: 0, mud: 20, load: 0, tow: 0 }) // 100 */
export const usageSum = (usage: Readonly<Record<Use, number>>): number =>
  USES.reduce((sum, u) => sum + usage[u], 0);

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
