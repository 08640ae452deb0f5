import type {
  ClearanceRequest,
  ClearanceResult,
  KinematicsRequest,
  KinematicsResult,
  RideHeightRequest,
  RideHeightResult,
  TireRequest,
  TireResult,
} from '@rigger/core';
import * as z from 'zod';
import {
  AxleEffectSchema,
  AxleFiguresSchema,
  HardpointsSchema,
  ObstacleShapeSchema,
  Vec3Schema,
  WheelFiguresSchema,
} from './suspension';

/** Most samples and edits one request may ask for. */
export const COMPUTE_LIMITS = {
  samples: 4000,
  edits: 40,
  masses: 60,
  gridPoints: 121,
  obstacles: 80,
  obstaclePoints: 200,
} as const;

const travel = z.number().min(-400).max(400);
const sample = z.strictObject({ zMm: travel, rackMm: travel, rollMm: travel });
const edits = z.array(AxleEffectSchema).max(COMPUTE_LIMITS.edits);
const subframePoints = z.array(z.string().max(40)).max(40);

export const KinematicsRequestSchema = z
  .strictObject({
    hardpoints: HardpointsSchema,
    subframePoints,
    edits,
    samples: z.array(sample).min(1).max(COMPUTE_LIMITS.samples),
  })
  .meta({ id: 'KinematicsRequest' }) satisfies z.ZodType<KinematicsRequest>;
const reach = z.strictObject({
  code: z.literal('out-of-reach'),
  member: z.string(),
  zMm: z.number(),
  lastZMm: z.number().nullable(),
});
export const KinematicsResultSchema = z
  .strictObject({
    rows: z.array(
      z.discriminatedUnion('ok', [
        z.strictObject({
          ok: z.literal(true),
          ...sample.shape,
          figures: z.union([WheelFiguresSchema, AxleFiguresSchema]),
        }),
        z.strictObject({ ok: z.literal(false), ...sample.shape, fault: reach }),
      ]),
    ),
  })
  .meta({ id: 'KinematicsResult' }) satisfies z.ZodType<KinematicsResult>;

export const RideHeightRequestSchema = z
  .strictObject({
    hardpoints: HardpointsSchema,
    subframePoints,
    edits,
    springRateNPerMm: z.number().min(1).max(2000),
    sprungLoadN: z.number().min(50).max(60_000),
    wheelbaseMm: z.number().min(1000).max(6000),
    addedMass: z
      .array(
        z.strictObject({ massKg: z.number().min(-2000).max(5000), xMm: z.number().min(-10_000).max(10_000) }),
      )
      .max(COMPUTE_LIMITS.masses),
  })
  .meta({ id: 'RideHeightRequest' }) satisfies z.ZodType<RideHeightRequest>;
export const RideHeightResultSchema = z
  .discriminatedUnion('ok', [
    z.strictObject({
      ok: z.literal(true),
      zMm: z.number(),
      liftMm: z.number(),
      freeLengthMm: z.number(),
      springLengthMm: z.number(),
      springForceN: z.number(),
      motionRatio: z.number(),
      wheelRateNPerMm: z.number(),
    }),
    z.strictObject({
      ok: z.literal(false),
      fault: z.discriminatedUnion('code', [
        reach,
        z.strictObject({
          code: z.literal('no-balance-in-reach'),
          direction: z.enum(['droop', 'bump']),
          member: z.string(),
          lastZMm: z.number(),
        }),
      ]),
    }),
  ])
  .meta({ id: 'RideHeightResult' }) satisfies z.ZodType<RideHeightResult>;

const evenRange = z
  .strictObject({ fromMm: travel, toMm: travel, points: z.int().min(1).max(COMPUTE_LIMITS.gridPoints) })
  .refine((r) => r.fromMm <= r.toMm, { path: ['toMm'], message: 'lies below fromMm' });
export const ClearanceRequestSchema = z
  .strictObject({
    hardpoints: HardpointsSchema,
    subframePoints,
    edits,
    tire: z
      .strictObject({
        halfWidthMm: z.number().min(30).max(300),
        radiusMm: z.number().min(150).max(800),
        shoulderMm: z.number().min(0).max(300),
        rimRadiusMm: z.number().min(0).max(500).optional(),
      })
      .refine((t) => (t.rimRadiusMm ?? 0) < t.radiusMm, {
        path: ['rimRadiusMm'],
        message: 'is not inside the tyre',
      })
      .refine((t) => t.shoulderMm <= t.halfWidthMm, {
        path: ['shoulderMm'],
        message: 'is wider than half the tyre',
      }),
    outboardMm: z.number().min(-200).max(200),
    travel: evenRange,
    rack: evenRange,
    obstacles: z
      .array(
        z.strictObject({
          name: z.string().min(1).max(80),
          carriedBy: z.enum(['body', 'frame', 'subframe', 'carrier', 'knuckle', 'lower', 'upper']),
          points: z.array(Vec3Schema).min(1).max(COMPUTE_LIMITS.obstaclePoints),
          shape: ObstacleShapeSchema.optional(),
        }),
      )
      .min(1)
      .max(COMPUTE_LIMITS.obstacles),
  })
  .meta({ id: 'ClearanceRequest' }) satisfies z.ZodType<ClearanceRequest>;
export const ClearanceResultSchema = z
  .discriminatedUnion('ok', [
    z.strictObject({
      ok: z.literal(true),
      zMm: z.array(z.number()),
      rackMm: z.array(z.number()),
      clearanceMm: z.array(z.array(z.number().nullable())),
      worst: z.array(
        z.strictObject({
          obstacle: z.string(),
          clearanceMm: z.number(),
          zMm: z.number().nullable(),
          rackMm: z.number().nullable(),
          point: z.int(),
        }),
      ),
      rubShare: z.number(),
    }),
    z.strictObject({ ok: z.literal(false), fault: reach }),
  ])
  .meta({ id: 'ClearanceResult' }) satisfies z.ZodType<ClearanceResult>;

const tireQuestion = z.strictObject({
  size: z.string().max(60),
  rimWidthIn: z.number().min(3).max(16),
  offsetMm: z.number().min(-120).max(160),
  pressureKpa: z.number().min(60).max(900),
  wheelLoadN: z.number().min(100).max(40_000),
  measuredDiameterMm: z.number().min(300).max(1500).nullable(),
  maxPressureKpa: z.number().min(100).max(900).nullable(),
});
export const TireRequestSchema = z
  .strictObject({ tire: tireQuestion, against: tireQuestion.nullable() })
  .meta({ id: 'TireRequest' }) satisfies z.ZodType<TireRequest>;
const tireSize = z.strictObject({
  system: z.enum(['metric', 'flotation', 'metric-no-aspect', 'numeric', 'cart']),
  diameterMm: z.number(),
  sectionMm: z.number(),
  aspect: z.number(),
  rimIn: z.number(),
  prefix: z.enum(['', 'P', 'LT']),
  suffix: z.enum(['', 'C', 'LT']),
  extraLoad: z.boolean(),
  loadIndex: z.number().nullable(),
  loadIndexDual: z.number().nullable(),
  speed: z.string().nullable(),
  aspectAssumed: z.boolean(),
  realSectionMm: z.number(),
});
const tireAnswer = z.strictObject({
  written: z.string(),
  size: tireSize,
  class: z.enum(['P', 'metric', 'LT']),
  state: z.strictObject({
    diameterMm: z.number(),
    sectionOnRimMm: z.number(),
    measuringRimIn: z.number(),
    allowedRims: z.strictObject({ minIn: z.number(), maxIn: z.number() }),
    stiffnessNPerMm: z.number(),
    loadedRadiusMm: z.number(),
    rollingRadiusMm: z.number(),
    revsPerKm: z.number(),
    outerFaceMm: z.number(),
  }),
  capacityKg: z.number().nullable(),
  startingKpa: z.number().nullable(),
});
export const TireResultSchema = z
  .discriminatedUnion('ok', [
    z.strictObject({
      ok: z.literal(true),
      tire: tireAnswer,
      against: tireAnswer.nullable(),
      change: z
        .strictObject({
          tireLiftMm: z.number(),
          pokeMm: z.number(),
          trueAt50: z.number(),
          trueAt100: z.number(),
          speedShare: z.number(),
        })
        .nullable(),
    }),
    z.strictObject({
      ok: z.literal(false),
      which: z.enum(['tire', 'against']),
      fault: z.discriminatedUnion('code', [
        z.strictObject({
          code: z.literal('tire-size-unreadable'),
          text: z.string(),
          at: z.int(),
          short: z
            .strictObject({
              diameterMm: z.number(),
              sectionMm: z.number().nullable(),
              missing: z.array(z.enum(['section', 'rim'])).readonly(),
            })
            .optional(),
        }),
        z.strictObject({
          code: z.literal('tire-size-implausible'),
          text: z.string(),
          what: z.enum(['section-mm', 'aspect', 'rim-in', 'diameter-in', 'load-index']),
          value: z.number(),
          min: z.number(),
          max: z.number(),
        }),
      ]),
    }),
  ])
  .meta({ id: 'TireResult' }) satisfies z.ZodType<TireResult>;
