import {
  BOX_FAULTS,
  CHANGE_KINDS,
  COMPLAINTS,
  COMPONENTS,
  CONTACTS,
  CORNERS,
  DECISIONS,
  LOCK_HOWS,
  FOUND_AS,
  OBSTACLE_KINDS,
  PLACES,
  REMEDIES,
  ROAD_ANSWERS,
  ROAD_QUESTIONS,
  STAGES,
  STANDS,
  TAPE_CARES,
  TAPED_WHEN,
  USES,
  WEAR,
  WISHES,
  type JobSections,
  type SectionName,
} from '@rigger/core';
import * as z from 'zod';
import { code, id, line, MOST_MOVES, named, prose, versioned, ways, written } from './fields';

/** Limits of the numbers that people type; the interface says the same ones. */
export const ENTRY_LIMITS = {
  payloadKg: [0, 3000],
  tongueKg: [0, 500],
  budgetMinor: [0, 100_000_000],
  priceMinor: [0, 100_000_000],
  heightLimitMm: [1200, 4500],
  cruisingKmh: [20, 160],
  usage: [0, 100],
  year: [1940, 2100],
  massKg: [0, 1500],
  addsHeightMm: [0, 1200],
  wheelWidthIn: [3, 16],
  wheelOffsetMm: [-120, 160],
  loadIndex: [60, 279],
  liftMm: [-150, 200],
  axleRatio: [2, 8],
  mileageKm: [0, 2_000_000],
  targetMm: [-150, 250],
  toleranceMm: [0, 60],
  noseUpMm: [0, 100],
  thicknessMm: [1, 200],
  rateNPerMm: [5, 400],
  slopeMm: [-200, 200],
  treadMm: [0, 25],
  angleDeg: [-20, 20],
  toeDeg: [-5, 5],
  steeringWheelDeg: [-180, 180],
  hours: [0, 400],
  quantity: [1, 20],
} as const satisfies Record<string, readonly [number, number]>;
/** sizes that stand side by side on one screen */
export const MOST_CANDIDATES = 5;
/** texts of one job that cannot be read */
const MOST_UNREAD = 200;
const nullable = (min: number, max: number) => z.number().min(min).max(max).nullable();
const L = ENTRY_LIMITS;
const within = (r: readonly [number, number]) => nullable(r[0], r[1]);

export const CustomerSchema = z.string().trim().pipe(named);
export const HeadSchema = z.strictObject({
  customer: named,
  trade: line,
  phone: z.string().max(40),
  email: z.string().max(120),
  stage: z.enum(STAGES),
  promiseDate: z.iso.date().nullable(),
});
export const BriefSchema = z.strictObject({
  usage: z.record(z.enum(USES), z.number().min(0).max(100)),
  usageWords: line,
  complaintKind: z.enum(COMPLAINTS).nullable(),
  complaint: prose,
  complaintSince: line,
  wish: z.enum(WISHES).nullable(),
  frontTargetMm: within(L.targetMm),
  rearTargetMm: within(L.targetMm),
  frontToleranceMm: within(L.toleranceMm),
  rearToleranceMm: within(L.toleranceMm),
  driver: line,
  payloadKg: within(L.payloadKg),
  tongueKg: within(L.tongueKg),
  budgetMinor: z.int().min(L.budgetMinor[0]).max(L.budgetMinor[1]).nullable(),
  neededBy: z.iso.date().nullable(),
  reversibleOnly: z.boolean(),
  heightLimitMm: within(L.heightLimitMm),
  heightLimitWhat: line,
  stance: z.enum(STANDS).nullable(),
  noseUpMostMm: within(L.noseUpMm),
  chains: z.boolean(),
  cruisingKmh: within(L.cruisingKmh),
  notes: prose,
});
const described = {
  id,
  what: line,
  maker: z.string().max(80),
  kind: z.enum(CHANGE_KINDS).nullable(),
  axle: z.enum(['front', 'rear']).nullable(),
  thicknessMm: within(L.thicknessMm),
  rateNPerMm: within(L.rateNPerMm),
  liftMm: within(L.liftMm),
};
export const VehicleSectionSchema = z.strictObject({
  query: line,
  plate: z.string().max(20),
  vin: z.string().max(40),
  mileageKm: within(L.mileageKm),
  color: z.string().max(60),
  platform: code.nullable(),
  year: z.int().min(L.year[0]).max(L.year[1]).nullable(),
  variant: z.record(z.string().max(40), z.string().max(40)),
  changes: z.array(z.strictObject({ ...described, part: code.nullable(), comesOff: z.boolean() })).max(40),
  accessories: z
    .array(
      z.strictObject({
        id,
        what: line,
        massKg: within(L.massKg),
        place: z.enum(PLACES),
        addsHeightMm: within(L.addsHeightMm),
      }),
    )
    .max(40),
});
/** rounds of the tape on one job */
export const MOST_ROUNDS = 12;
const TapeRoundSchema = z.strictObject({
  id,
  when: z.enum(TAPED_WHEN),
  day: z.iso.date().nullable(),
  readFrom: z.enum(['hub', 'ground']),
  corners: z.record(z.enum(CORNERS), z.string().max(40)),
  cares: z.record(z.enum(TAPE_CARES), z.boolean()),
  slopeFrontMm: within(L.slopeMm),
  slopeLeftMm: within(L.slopeMm),
  fuel: line,
  notes: prose,
});
export const TapeSchema = z.strictObject({ rounds: z.array(TapeRoundSchema).max(MOST_ROUNDS) });
const AlignmentSchema = z.strictObject({
  day: z.iso.date().nullable(),
  wheels: z.record(
    z.enum(CORNERS),
    z.strictObject({
      camberDeg: within(L.angleDeg),
      casterDeg: within(L.angleDeg),
      toeDeg: within(L.toeDeg),
    }),
  ),
  thrustDeg: within(L.toeDeg),
  steeringWheelDeg: within(L.steeringWheelDeg),
});
const RoadSchema = z.partialRecord(z.enum(ROAD_QUESTIONS), z.enum(ROAD_ANSWERS));
/** photographs of one component */
export const MOST_PHOTOS = 8;
/** the long side of one as it is kept, pixels: the browser makes it so, and the server whatever came otherwise */
export const PHOTO_LONG_PX = 1600;
export const LookOverSchema = z.strictObject({
  items: z
    .array(
      z.strictObject({
        id,
        component: z.enum(COMPONENTS),
        axle: z.enum(['front', 'rear']).nullable(),
        side: z.enum(['left', 'right']).nullable(),
        found: z.enum(FOUND_AS).nullable(),
        remedy: z.enum(REMEDIES).nullable(),
        note: written(1000),
        wear: z.enum(WEAR).nullable(),
        treadMm: within(L.treadMm),
        photos: z.array(id).max(MOST_PHOTOS),
      }),
    )
    .max(120),
  alignment: AlignmentSchema,
  road: RoadSchema,
  notes: prose,
});
export const AfterSchema = z.strictObject({
  alignment: AlignmentSchema,
  contacts: z
    .array(
      z.strictObject({
        id,
        corner: z.enum(CORNERS),
        at: z.enum(['lock', 'bump', 'lock-and-bump']),
        contact: z.enum(CONTACTS),
        note: line,
      }),
    )
    .max(40),
  road: RoadSchema,
  hoursTaken: within(L.hours),
  otherwise: prose,
  nextTime: line,
});
export const TireSectionSchema = z.strictObject({
  currentSize: z.string().max(60),
  targetSize: z.string().max(60),
  tireCode: code.nullable(),
  currentWheelWidthIn: within(L.wheelWidthIn),
  currentWheelOffsetMm: within(L.wheelOffsetMm),
  wheelCode: code.nullable(),
  wheelWidthIn: within(L.wheelWidthIn),
  wheelOffsetMm: within(L.wheelOffsetMm),
  loadIndex: z.int().min(L.loadIndex[0]).max(L.loadIndex[1]).nullable(),
  axleRatio: within(L.axleRatio),
  newAxleRatio: within(L.axleRatio),
  rear: z
    .strictObject({
      size: z.string().max(60),
      tireCode: code.nullable(),
      wheelCode: code.nullable(),
      wheelWidthIn: within(L.wheelWidthIn),
      wheelOffsetMm: within(L.wheelOffsetMm),
      loadIndex: z.int().min(L.loadIndex[0]).max(L.loadIndex[1]).nullable(),
    })
    .nullable(),
  currentRear: z
    .strictObject({
      size: z.string().max(60),
      wheelWidthIn: within(L.wheelWidthIn),
      wheelOffsetMm: within(L.wheelOffsetMm),
    })
    .nullable(),
  candidates: z
    .array(z.strictObject({ id, size: z.string().max(60), tireCode: code.nullable() }))
    .max(MOST_CANDIDATES),
  reliefs: z
    .array(
      z.strictObject({
        axle: z.enum(['front', 'rear']),
        obstacle: z.enum(OBSTACLE_KINDS).nullable(),
        relief: code,
      }),
    )
    .max(80),
});
/** lines of a plan that are no part of the catalogue */
export const MOST_FREE_LINES = 20;
const MOST_DECISIONS = 200;
export const BuildSchema = z.strictObject({
  items: z
    .array(
      z.strictObject({
        id,
        kind: z.enum(['part', 'kit']),
        code,
        quantity: z.int().min(L.quantity[0]).max(L.quantity[1]),
        takenOver: written(300),
      }),
    )
    .max(100),
  free: z
    .array(
      z.strictObject({
        ...described,
        priceMinor: z.int().min(L.priceMinor[0]).max(L.priceMinor[1]).nullable(),
        source: line,
      }),
    )
    .max(MOST_FREE_LINES),
  decisions: z
    .record(z.string().min(1).max(200), z.enum(DECISIONS))
    .refine((d) => Object.keys(d).length <= MOST_DECISIONS, `holds more than ${MOST_DECISIONS} decisions`),
  locks: z
    .record(z.string().min(3).max(200), z.enum(LOCK_HOWS))
    .refine(
      (d) => Object.keys(d).length <= MOST_DECISIONS,
      `holds more than ${MOST_DECISIONS} pins and bans`,
    ),
  notes: prose,
});
/** plans that are offered beside the chosen one */
export const MOST_ALTERNATIVES = 3;
export const QuoteSectionSchema = z.strictObject({
  alternatives: z
    .array(
      z.strictObject({
        id,
        items: BuildSchema.shape.items,
        reliefs: TireSectionSchema.shape.reliefs,
        tireCode: code.nullable(),
        wheelCode: code.nullable(),
        freightMinor: z.int().min(L.priceMinor[0]).max(L.priceMinor[1]).nullable(),
      }),
    )
    .max(MOST_ALTERNATIVES),
  freightMinor: z.int().min(L.priceMinor[0]).max(L.priceMinor[1]).nullable(),
  validUntil: z.iso.date().nullable(),
  notIncluded: prose,
  words: prose,
});
const day = z.iso.date().nullable();
const stepName = z.string().min(1).max(200);
export const BayWorkSchema = z.strictObject({
  ways,
  moves: z.array(z.strictObject({ step: stepName, before: stepName.nullable() })).max(MOST_MOVES),
  bay: id.nullable(),
  startDay: day,
});
/** lines of one job that are followed on their way */
export const MOST_BOXES = 150;
export const BoxesSchema = z.strictObject({
  list: z
    .array(
      z.strictObject({
        id,
        code,
        orderedOn: day,
        expectedOn: day,
        receivedOn: day,
        tracking: line,
        counted: z.record(z.string().min(1).max(200), z.int().min(0).max(999)),
        fault: z.enum(BOX_FAULTS).nullable(),
        note: line,
      }),
    )
    .max(MOST_BOXES),
});
export const UnreadSchema = z.strictObject({
  entries: z
    .record(z.string().min(1).max(200), line)
    .refine((e) => Object.keys(e).length <= MOST_UNREAD, `holds more than ${MOST_UNREAD} entries`),
});
export const SECTION_SCHEMAS = {
  head: HeadSchema,
  brief: BriefSchema,
  vehicle: VehicleSectionSchema,
  lookOver: LookOverSchema,
  tape: TapeSchema,
  tire: TireSectionSchema,
  build: BuildSchema,
  quote: QuoteSectionSchema,
  work: BayWorkSchema,
  boxes: BoxesSchema,
  after: AfterSchema,
  unread: UnreadSchema,
} satisfies { readonly [K in SectionName]: z.ZodType<JobSections[K]> };
export const JobSectionsSchema = z.strictObject(SECTION_SCHEMAS) satisfies z.ZodType<JobSections>;

export const JobSchema = z
  .strictObject({
    id,
    number: z.int().min(1),
    /** the state of the catalogue that it is computed with; null before the shop had one */
    catalogue: z.int().min(1).nullable(),
    archivedAt: z.iso.datetime().nullable(),
    createdAt: z.iso.datetime(),
    updatedAt: z.iso.datetime(),
    sections: z.strictObject({
      head: versioned(HeadSchema),
      brief: versioned(BriefSchema),
      vehicle: versioned(VehicleSectionSchema),
      lookOver: versioned(LookOverSchema),
      tape: versioned(TapeSchema),
      tire: versioned(TireSectionSchema),
      build: versioned(BuildSchema),
      quote: versioned(QuoteSectionSchema),
      work: versioned(BayWorkSchema),
      boxes: versioned(BoxesSchema),
      after: versioned(AfterSchema),
      unread: versioned(UnreadSchema),
    }),
  })
  .meta({ id: 'Job', description: 'One job: twelve sections, each with its own version' });
export type Job = z.infer<typeof JobSchema>;
export type Versioned<K extends SectionName = SectionName> = Omit<Job['sections'][K], 'data'> & {
  readonly data: JobSections[K];
};
