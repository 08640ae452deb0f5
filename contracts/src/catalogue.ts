import {
  COMPONENTS,
  HAZARDS,
  HOSES,
  OBSTACLE_KINDS,
  OBSTACLE_OWNERS,
  ONE_WAY_ACTS,
  PART_FAMILIES,
  PLACES,
  RODS,
  STEERING_WHEEL_SET_BY,
  SUSPENSION_KINDS,
  TIGHTENED,
  type AccessState,
  type Catalogue,
  type ClosingStep,
  type FastenerCard,
  type Joint,
  type Kit,
  type Operation,
  type Part,
  type Platform,
  type Relief,
  type Repair,
  type TireItem,
  type WheelItem,
} from '@rigger/core';
import * as z from 'zod';
import { EFFECT_MEMBERS, HardpointsSchema, jointSwing, ObstacleShapeSchema, Vec3Schema } from './suspension';

const code = z.string().regex(/^[A-Za-z0-9][A-Za-z0-9-]{0,39}$/, 'letters, digits and hyphens, at most 40');
const text = z.string().max(400);
const money = z.int().min(0).max(100_000_000);
const range = z.tuple([z.number(), z.number()]);
const point2 = z.tuple([z.number(), z.number()]);
const year = z.int().min(1940).max(2100);
const years = z.tuple([year, year]).refine(([a, b]) => a <= b, 'first year after the last');

const slopes = z.strictObject({ sideDeg: z.number().min(-45).max(45), topDeg: z.number().min(-45).max(45) });
const axleSpec = z.strictObject({
  hardpoints: HardpointsSchema,
  springRateNPerMm: z.number().min(5).max(500),
  springBoreMm: z.number().min(30).max(250).nullable().optional(),
  sprungLoadN: z.number().min(500).max(30_000),
  subframePoints: z.array(z.string()),
  spec: z.strictObject({ camberDeg: range, casterDeg: range.nullable(), toeDeg: range }),
  adjust: z.strictObject({ camberDeg: range, casterDeg: range }),
  cv: z
    .strictObject({
      runningDeg: z.number().min(2).max(30),
      extremeDeg: z.number().min(8).max(50),
      plungeMm: z.number().min(2).max(80),
    })
    .nullable(),
  limits: z.strictObject({
    stopMm: z.number().min(0).max(250),
    solidMm: z.number().min(10).max(300),
    stopPoint: z
      .strictObject({ compressedMm: z.number().min(1).max(200), forceN: z.number().min(50).max(100_000) })
      .nullable()
      .optional(),
    damper: z.strictObject({ extendedMm: z.number(), compressedMm: z.number() }).nullable(),
    ballSwingDeg: z.number().min(5).max(60).nullable(),
    rodSwingDeg: z.partialRecord(z.enum(RODS), jointSwing).optional(),
  }),
  damping: z.strictObject({ nsPerM: z.number().min(200).max(40_000) }),
  barNmPerRad: z.number().min(0).max(200_000),
  unsprungKg: z.number().min(20).max(700),
  hardpointMm: z.number().min(0.5).max(10),
  archMm: z.number().min(250).max(1300),
  archToleranceMm: z.number().min(1).max(60),
  curbKg: z.number().min(100).max(5000),
  ratedKg: z.number().min(100).max(6000),
  trackMm: z.number().min(800).max(2400),
  archCoverMm: z.number().min(0).max(120),
  solid: z.boolean(),
  lock: z
    .discriminatedUnion('kind', [
      z.strictObject({ kind: z.literal('rack'), mm: z.number().min(10).max(120) }),
      z.strictObject({ kind: z.literal('kingpin'), deg: z.number().min(10).max(50) }),
    ])
    .nullable(),
  obstacles: z.array(
    z.strictObject({
      kind: z.enum(OBSTACLE_KINDS),
      carriedBy: z.enum(OBSTACLE_OWNERS),
      member: z.string().max(40).optional(),
      points: z.array(Vec3Schema).min(1).max(60),
      shape: ObstacleShapeSchema.optional(),
      reliefs: z.array(code),
    }),
  ),
  hoses: z.array(
    z.strictObject({
      what: z.enum(HOSES),
      bodyClip: Vec3Schema,
      wheelClip: Vec3Schema,
      freeMm: z.number().min(50).max(1500),
    }),
  ),
  barLink: z
    .strictObject({
      barPivot: Vec3Schema,
      armEnd: Vec3Schema,
      wheelEnd: Vec3Schema,
      wheelEndOn: z.enum(['lower', 'carrier']),
      runningDeg: z.number().min(2).max(60),
    })
    .nullable(),
  propshaft: z
    .strictObject({
      flangeAt: Vec3Schema,
      flange: slopes,
      pinionAt: Vec3Schema,
      pinion: slopes,
      limitDeg: z.number().min(1).max(30),
      ahead: z.strictObject({ flangeAt: Vec3Schema, flange: slopes }).optional(),
    })
    .nullable()
    .default(null),
  tieRodPitchMm: z.number().min(0.5).max(10).nullable().default(null),
  dragSleeve: z
    .strictObject({ rangeMm: range, pitchMm: z.number().min(0.5).max(6).nullable() })
    .nullable()
    .optional(),
});
const nullableText = text.nullable();
const fastenerCard = z.strictObject({
  axle: z.enum(['front', 'rear', 'vehicle']),
  joint: code,
  thread: z
    .strictObject({ diameterMm: z.number().min(3).max(60), pitchMm: z.number().min(0.3).max(6) })
    .nullable(),
  grade: z.strictObject({ name: text, proofMpa: z.number().min(100).max(2000) }).nullable(),
  headMm: z.number().min(4).max(80).nullable(),
  bolt: z
    .strictObject({
      lengthMm: z.number().min(5).max(400),
      stackMm: z.number().min(0).max(400),
      into: z.enum(['steel', 'aluminium']),
    })
    .optional(),
  counterHold: nullableText,
  perSide: z.int().min(1).max(20).nullable(),
  torqueNm: z.number().min(1).max(1000).nullable(),
  condition: z.enum(['dry', 'compound']).nullable(),
  singleUse: z.boolean().nullable(),
  direction: nullableText,
  pattern: nullableText,
}) satisfies z.ZodType<FastenerCard>;
export const PlatformSchema = z.strictObject({
  code,
  make: text,
  model: text,
  label: text,
  years,
  construction: z.enum(['frame', 'unibody']),
  wheelbaseMm: z.number().min(1200).max(5000),
  heightMm: z.number().min(1000).max(3500),
  roofXMm: z.number().min(-6000).max(1500),
  groundClearanceMm: z.number().min(80).max(500),
  levelArchDifferenceMm: z.number().min(-200).max(200),
  leanLeftMm: z.number().min(-30).max(30),
  driverAssist: z
    .array(
      z.strictObject({
        sensor: z.enum(['camera', 'radar']),
        heightMm: z.number().min(1).max(200),
        rakeDeg: z.number().min(0.1).max(5),
        by: z.enum(['shop', 'dealer']),
      }),
    )
    .optional(),
  steeringRatio: z.number().min(5).max(30),
  variantFields: z.array(
    z.strictObject({
      key: code,
      question: text,
      howToTell: text,
      options: z
        .array(
          z.strictObject({
            value: code,
            label: text,
            aliases: z.array(z.string().max(40)),
            frontKg: z.number().optional(),
            rearKg: z.number().optional(),
            frontRateNPerMm: z.number().optional(),
            rearRateNPerMm: z.number().optional(),
            driven: z
              .array(z.enum(['front', 'rear']))
              .min(1)
              .max(2)
              .optional(),
            archMm: z.number().min(-100).max(150).optional(),
            roomMm: z.number().min(-60).max(120).optional(),
          }),
        )
        .min(2),
    }),
  ),
  stockTire: text,
  stockPressureKpa: z.number().min(60).max(800),
  stockWheel: z.strictObject({ widthIn: z.number().min(3).max(16), offsetMm: z.number().min(-120).max(160) }),
  boltCircle: z.string().regex(/^\d×\d{2,3}(\.\d)?$/, 'studs × circle, as 6×139.7'),
  centreBoreMm: z.number().min(40).max(180),
  minRimIn: z.number().min(8).max(24),
  driven: z
    .array(z.enum(['front', 'rear']))
    .min(1)
    .max(2)
    .nullable()
    .default(null),
  axleRatios: z.array(z.number().min(1).max(10)).min(1),
  stud: z.strictObject({
    diameterMm: z.number().min(6).max(30),
    pitchMm: z.number().min(0.5).max(4),
    lengthMm: z.number().min(10).max(120),
    padMm: z.number().min(2).max(40),
  }),
  gears: z.array(z.number().min(0.3).max(20)).min(1).max(12),
  lowRange: z.number().min(1).max(6).nullable(),
  engine: z.strictObject({
    torqueNm: z.number().min(10).max(2000),
    idleRpm: z.number().min(300).max(1500).nullable(),
    maxRpm: z.number().min(1000).max(20_000).nullable(),
  }),
  calibration: z.strictObject({ by: z.enum(['shop', 'dealer', 'driver', 'nobody']), note: text }),
  steeringWheelSetBy: z.enum(STEERING_WHEEL_SET_BY).nullable(),
  fasteners: z.array(fastenerCard),
  spare: z
    .strictObject({
      place: z.enum(['under-bed', 'tailgate', 'inside']),
      maxDiameterMm: z.number().min(300).max(1500),
      maxSectionMm: z.number().min(80).max(500),
      ratedKg: z.number().min(5).max(120),
    })
    .nullable(),
  places: z.record(z.enum(PLACES), z.number()),
  masses: z
    .strictObject({
      sprungCgMm: z.number().min(200).max(2000),
      unsprungCgMm: z.number().min(100).max(900),
      bodyKg: z.number().min(0).max(5000),
      placeMm: z.record(z.enum(PLACES), z.number().min(0).max(4000)),
    })
    .nullable()
    .default(null),
  front: axleSpec,
  rear: axleSpec,
  outline: z.strictObject({ body: z.array(point2).min(8), glass: z.array(z.array(point2)) }),
}) satisfies z.ZodType<Platform>;

const condition = z.discriminatedUnion('op', [
  z.strictObject({ op: z.literal('is'), field: code, value: code }),
  z.strictObject({ op: z.literal('is-not'), field: code, value: code }),
  z.strictObject({ op: z.literal('one-of'), field: code, values: z.array(code).min(1) }),
]);
const provenance = z.discriminatedUnion('kind', [
  z.strictObject({ kind: z.literal('fitted-here'), jobs: z.array(z.string()).min(1) }),
  z.strictObject({ kind: z.literal('maker-lists') }),
  z.strictObject({ kind: z.literal('maker-confirmed'), on: z.iso.date() }),
  z.strictObject({ kind: z.literal('sister-model'), of: text }),
  z.strictObject({ kind: z.literal('guess') }),
]);
const effect = z.discriminatedUnion('kind', [
  ...EFFECT_MEMBERS,
  z.strictObject({ kind: z.literal('alignment-range'), camberDeg: range, casterDeg: range }),
  z.strictObject({ kind: z.literal('damper'), matchesRate: range }),
  z.strictObject({ kind: z.literal('mass'), massKg: z.number().min(0).max(800), place: z.enum(PLACES) }),
  z.strictObject({
    kind: z.literal('hose'),
    what: z.enum(HOSES),
    gainMm: z.number().min(0).max(500),
  }),
  z.strictObject({ kind: z.literal('bar-link'), deltaMm: z.number().min(-150).max(150) }),
  z.strictObject({ kind: z.literal('bar-mount'), dropMm: z.number().min(-150).max(150) }),
  z.strictObject({
    kind: z.literal('shaft-flange'),
    dropMm: z.number().min(0).max(120),
    tiltDeg: z.number().min(-10).max(10),
  }),
  z.strictObject({ kind: z.literal('carrier-bearing'), dropMm: z.number().min(0).max(120) }),
  z.strictObject({ kind: z.literal('axle-ratio'), ratio: z.number().min(1).max(10) }),
  z.strictObject({
    kind: z.literal('wheel-spacer'),
    thicknessMm: z.number().min(1).max(80),
    ownStuds: z.boolean(),
  }),
  z.strictObject({
    kind: z.literal('spare-carrier'),
    ratedKg: z.number().min(5).max(200),
    maxDiameterMm: z.number().min(300).max(1500),
  }),
]);
const partRef = z.union([z.strictObject({ part: code }), z.strictObject({ family: z.enum(PART_FAMILIES) })]);
export const PartSchema = z.strictObject({
  code,
  maker: text,
  name: text,
  family: z.enum(PART_FAMILIES),
  axle: z.enum(['front', 'rear', 'both']),
  soldAs: z.enum(['each', 'pair', 'set']),
  priceMinor: money,
  supplier: text,
  stock: z.strictObject({ onHand: z.int().min(0), leadDays: z.int().min(0).max(365) }),
  effects: z.array(effect),
  claimLiftMm: z.number().nullable(),
  settleShare: z.number().min(0).max(0.2),
  claimOnly: z.boolean(),
  reversible: z.boolean(),
  structural: z.boolean(),
  cures: z.array(code),
  requires: z.array(partRef),
  excludes: z.array(partRef),
  limits: z
    .strictObject({ tireMm: z.number().min(300).max(1300).optional(), offsetMm: range.optional() })
    .optional(),
  settings: z
    .strictObject({
      clicks: z.int().min(2).max(60),
      where: text,
      firmer: z.enum(['clockwise', 'counter-clockwise']),
      start: z.strictObject({
        road: z.int().min(0).max(60),
        load: z.int().min(0).max(60),
        track: z.int().min(0).max(60),
      }),
    })
    .optional(),
  box: z
    .strictObject({
      pieces: z
        .array(
          z.strictObject({ name: text, count: z.int().min(1).max(100), orientation: z.string().max(300) }),
        )
        .min(1),
      hardware: z.array(
        z.strictObject({
          name: text,
          count: z.int().min(1).max(100),
          inBox: z.boolean(),
          singleUse: z.boolean(),
          priceMinor: money.nullable(),
        }),
      ),
      atTheBench: z.array(z.strictObject({ text, minutes: z.number().min(0).max(240) })),
      oneWay: z.array(z.strictObject({ act: z.enum(ONE_WAY_ACTS), where: text })),
      longer: z.array(
        z.strictObject({
          joint: code,
          byMm: z.number().min(1).max(200),
          bolts: z.enum(['own', 'vehicle', 'inside']),
        }),
      ),
      difficulty: z.union([z.literal(1), z.literal(2), z.literal(3), z.literal(4), z.literal(5)]),
      people: z.union([z.literal(1), z.literal(2)]),
    })
    .optional(),
  fasteners: z.array(z.strictObject({ joint: code, torqueNm: z.number().min(1).max(1000), note: text })),
  applications: z.array(
    z.strictObject({ platform: code, years, conditions: z.array(condition), provenance }),
  ),
  operation: code,
  note: text,
}) satisfies z.ZodType<Part>;
export const KitSchema = z.strictObject({
  code,
  maker: text,
  name: text,
  parts: z.array(z.strictObject({ part: code, quantity: z.int().min(1).max(20) })).min(1),
  priceMinor: money,
  supplier: text,
  claimLiftMm: z.strictObject({ front: z.number().nullable(), rear: z.number().nullable() }),
}) satisfies z.ZodType<Kit>;
export const TireItemSchema = z.strictObject({
  code,
  maker: text,
  name: text,
  size: text,
  tread: z.enum(['highway', 'all-terrain', 'mud', 'winter']),
  massKg: z.number().min(2).max(120),
  measuredDiameterMm: z.number().min(300).max(1500).nullable(),
  maxPressureKpa: z.number().min(100).max(900),
  priceMinor: money,
}) satisfies z.ZodType<TireItem>;
export const WheelItemSchema = z.strictObject({
  code,
  maker: text,
  name: text,
  rimIn: z.number(),
  widthIn: z.number(),
  offsetMm: z.number(),
  boltCircle: z.string(),
  centreBoreMm: z.number(),
  loadKg: z.number(),
  massKg: z.number(),
  priceMinor: money,
}) satisfies z.ZodType<WheelItem>;
export const JointSchema = z.strictObject({
  code,
  what: text,
  pivotOf: z.array(z.enum(SUSPENSION_KINDS)),
  cam: z.boolean(),
  singleUse: z.boolean().nullable(),
}) satisfies z.ZodType<Joint>;
const workText = z.strictObject({
  text,
  minutes: z.number().min(0).max(600),
  range: z.tuple([z.number().min(0).max(600), z.number().min(0).max(900)]).optional(),
  people: z.int().min(1).max(4).optional(),
  waits: z
    .number()
    .min(1)
    .max(48 * 60)
    .optional(),
  uses: z
    .array(
      z.strictObject({
        what: text,
        amount: z.number().positive().max(10_000),
        unit: z.enum(['ml', 'g', 'piece', 'm']),
      }),
    )
    .max(20)
    .optional(),
  strains: text.optional(),
  tools: z.array(text),
  hazards: z.array(z.enum(HAZARDS)),
  loosens: z.array(code),
  fastens: z.array(z.strictObject({ joint: code, tighten: z.enum(TIGHTENED), note: text })),
});
const work = {
  place: z.enum(['axle', 'vehicle']),
  needs: z.array(code),
  through: z.array(code),
  after: z.array(code),
  per: z.literal('wheel').optional(),
  bySide: z.boolean().optional(),
  steps: z.array(workText),
  onGround: z.array(workText),
};
export const ReliefSchema = z.strictObject({
  code,
  name: text,
  effect: z.discriminatedUnion('kind', [
    z.strictObject({
      kind: z.literal('moves'),
      radialMm: z.number().min(0).max(150),
      sidewaysMm: z.number().min(0).max(150),
    }),
    z.strictObject({ kind: z.literal('removes') }),
    z.strictObject({ kind: z.literal('bump-stop'), lowerMm: z.number().min(1).max(80) }),
    z.strictObject({ kind: z.literal('steering-stop'), lessShare: z.number().min(0.01).max(0.5) }),
  ]),
  priceMinor: money,
  reversible: z.boolean(),
  structural: z.boolean(),
  rule: text,
  work: z.strictObject(work),
}) satisfies z.ZodType<Relief>;
export const RepairSchema = z.strictObject({
  code,
  name: text,
  component: z.enum(COMPONENTS),
  remedy: z.enum(['repair', 'replace']),
  axle: z.enum(['front', 'rear', 'both']),
  kinds: z.array(z.enum(SUSPENSION_KINDS)),
  platforms: z.array(code),
  priceMinor: money.nullable(),
  supplier: text,
  steers: z.boolean(),
  work: z.strictObject(work),
  note: text,
}) satisfies z.ZodType<Repair>;
export const OperationSchema = z.strictObject({ code, ...work }) satisfies z.ZodType<Operation>;
export const AccessStateSchema = z.strictObject({
  code,
  axle: z.enum(['front', 'rear', 'vehicle']),
  kinds: z.array(z.enum(SUSPENSION_KINDS)),
  way: text.optional(),
  byChoice: z.boolean().optional(),
  spares: text.optional(),
  risks: text.optional(),
  platforms: z.array(code).min(1).optional(),
  blocks: z.array(code).optional(),
  side: z.enum(['left', 'right']).optional(),
  bySide: z.boolean().optional(),
  opens: z.array(z.enum(COMPONENTS)).optional(),
  gives: z.array(code).optional(),
  needs: z.array(code),
  out: z.array(code),
  off: workText,
  on: workText,
}) satisfies z.ZodType<AccessState>;
export const ClosingStepSchema = z.strictObject({
  when: z.array(z.enum(['any', 'height', 'steering', 'tires'])).min(1),
  at: z.enum(['settle', 'close']),
  charge: z.enum(['labour', 'alignment']),
  ...workText.shape,
}) satisfies z.ZodType<ClosingStep>;
export const CatalogueSchema = z
  .strictObject({
    platforms: z.array(PlatformSchema),
    parts: z.array(PartSchema),
    kits: z.array(KitSchema),
    tires: z.array(TireItemSchema),
    wheels: z.array(WheelItemSchema),
    reliefs: z.array(ReliefSchema),
    // a catalogue of before there were any
    repairs: z.array(RepairSchema).default([]),
    joints: z.array(JointSchema),
    operations: z.array(OperationSchema),
    access: z.array(AccessStateSchema),
    closing: z.array(ClosingStepSchema),
  })
  .meta({
    id: 'Catalogue',
    description: 'Platforms, parts, kits, tyres, wheels and how they are fitted',
  }) satisfies z.ZodType<Catalogue>;
