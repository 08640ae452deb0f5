import {
  checkHardpoints,
  ADJUSTABLE,
  JOINTS_MADE,
  RELOCATED,
  type ObstacleShape,
  RODS,
  type AxleEffect,
  type AxleFigures,
  type Hardpoints,
  type HardpointFault,
  type Vec3,
  type WheelFigures,
} from '@rigger/core';
import * as z from 'zod';

const COORDINATE_MM = 8000;
const coordinate = z.number().min(-COORDINATE_MM).max(COORDINATE_MM);
export const Vec3Schema = z.tuple([coordinate, coordinate, coordinate]) satisfies z.ZodType<Vec3>;
const vec3 = Vec3Schema;
const name = z.string().regex(/^[A-Za-z][A-Za-z0-9-]{0,39}$/, 'letters, digits and hyphens, at most 40');

const constants = {
  axle: z.enum(['front', 'rear']),
  loadedRadiusMm: z.number().min(150).max(700),
  staticCamberDeg: z.number().min(-10).max(10),
  staticToeDeg: z.number().min(-5).max(5),
  springSeatOffsetMm: z.number().min(0).max(600),
};
const points = <K extends string>(...names: readonly K[]) =>
  Object.fromEntries(names.map((n) => [n, vec3])) as Record<K, typeof vec3>;
const optional = <K extends string>(...names: readonly K[]) =>
  Object.fromEntries(names.map((n) => [n, vec3.optional()])) as Record<K, z.ZodOptional<typeof vec3>>;
const shaft = optional('cvInner', 'cvOuter', 'damperTop', 'damperBottom');
const lowerArm = points('lowerFront', 'lowerRear', 'lowerBall');
const tieRod = points('tieInner', 'tieOuter', 'wheelCentre');
const wheels = points('wheelLeft', 'wheelRight');
const coils = points('springLeftTop', 'springLeftBottom', 'springRightTop', 'springRightBottom');
const beamDampers = optional('damperLeftTop', 'damperLeftBottom', 'damperRightTop', 'damperRightBottom');
const lowerLinks = points('lowerLeftBody', 'lowerLeftAxle', 'lowerRightBody', 'lowerRightAxle');
const trackBar = points('trackBarBody', 'trackBarAxle');
const steering = z
  .strictObject({
    side: z.enum(['left', 'right']),
    ratio: z.number().min(5).max(30),
    points: z.strictObject(
      points(
        'kingpinLeftLower',
        'kingpinLeftUpper',
        'kingpinRightLower',
        'kingpinRightUpper',
        'dragBody',
        'dragAxle',
      ),
    ),
  })
  .optional();

const byKind = z.discriminatedUnion('kind', [
  z.strictObject({
    kind: z.literal('double-wishbone'),
    ...constants,
    springOn: z.enum(['lower', 'upper']),
    torsionLeverMm: z.number().min(50).max(600).optional(),
    coilOver: z.boolean().optional(),
    points: z.strictObject({
      ...lowerArm,
      ...points('upperFront', 'upperRear', 'upperBall', 'springTop', 'springBottom'),
      ...tieRod,
      ...shaft,
    }),
  }),
  z.strictObject({
    kind: z.literal('strut'),
    ...constants,
    points: z.strictObject({ ...lowerArm, ...points('strutTop', 'strutBottom'), ...tieRod, ...shaft }),
  }),
  z.strictObject({
    kind: z.literal('five-link'),
    ...constants,
    links: z.array(z.strictObject({ name, body: vec3, knuckle: vec3 })).length(5),
    points: z.strictObject({ ...points('wheelCentre', 'springTop', 'springBottom'), ...shaft }),
  }),
  z.strictObject({
    kind: z.literal('trailing-arm'),
    ...constants,
    points: z.strictObject({
      ...points('pivotInner', 'pivotOuter', 'wheelCentre', 'springTop', 'springBottom'),
      ...shaft,
    }),
  }),
  z.strictObject({
    kind: z.literal('transverse-leaf'),
    ...constants,
    leafWidthMm: z.number().min(20).max(200),
    points: z.strictObject({ ...lowerArm, ...points('leafClamp', 'leafEnd'), ...tieRod, ...shaft }),
  }),
  z.strictObject({
    kind: z.literal('linked-axle'),
    ...constants,
    steering,
    points: z.strictObject({
      ...wheels,
      ...coils,
      ...beamDampers,
      ...lowerLinks,
      ...trackBar,
      ...points('upperBody', 'upperAxle'),
    }),
  }),
  z.strictObject({
    kind: z.literal('triangulated-axle'),
    ...constants,
    steering,
    points: z.strictObject({
      ...wheels,
      ...coils,
      ...beamDampers,
      ...lowerLinks,
      ...points('upperLeftBody', 'upperLeftAxle', 'upperRightBody', 'upperRightAxle'),
    }),
  }),
  z.strictObject({
    kind: z.literal('radius-arm-axle'),
    ...constants,
    steering,
    points: z.strictObject({
      ...wheels,
      ...coils,
      ...beamDampers,
      ...trackBar,
      ...points('armLeftBody', 'armLeftLow', 'armLeftHigh', 'armRightBody', 'armRightLow', 'armRightHigh'),
    }),
  }),
  z.strictObject({
    kind: z.literal('leaf-axle'),
    ...constants,
    mounted: z.enum(['over', 'under']),
    steering,
    points: z.strictObject({
      ...wheels,
      ...beamDampers,
      ...points('eyeLeftFront', 'eyeLeftRear', 'seatLeft', 'eyeRightFront', 'eyeRightRear', 'seatRight'),
    }),
  }),
]) satisfies z.ZodType<Hardpoints>;

const FAULT_WORDS: Readonly<Record<HardpointFault['code'], string>> = {
  'not-finite': 'is not a finite point',
  'points-coincide': 'lies on its other end',
  'on-one-line': 'lies on its own pivot axis',
  'wheel-not-left': 'must be on the left side (y above 0)',
  'does-not-move': 'keeps the axle from moving: the mechanism does not close 10 mm from design',
};
/** Hardpoints of one axle; those that make no mechanism are refused with the name of the point. */
export const HardpointsSchema = byKind
  .superRefine((h, ctx) => {
    for (const f of checkHardpoints(h))
      ctx.addIssue({
        code: 'custom',
        path: ['points', f.point],
        message: `${FAULT_WORDS[f.code]}${f.other ? ` (${f.other})` : ''}`,
      });
  })
  .meta({
    id: 'Hardpoints',
    description: 'Left side of a wheel, or both sides of a solid axle; mm, degrees',
  });

/** either way, degrees: a stiff bush gives two, a ball joint sixty at most */
export const jointSwing = z.number().min(2).max(60);
const thickness = z.number().min(-150).max(150);
const GEOMETRY_EFFECTS = [
  z.strictObject({ kind: z.literal('top-spacer'), thicknessMm: thickness }),
  z.strictObject({ kind: z.literal('coil-spacer'), thicknessMm: thickness }),
  z.strictObject({ kind: z.literal('preload-spacer'), thicknessMm: thickness }),
  z.strictObject({
    kind: z.literal('spring'),
    rateNPerMm: z.number().min(5).max(500),
    freeLengthDeltaMm: z.number().min(-200).max(200),
    boundMm: z.number().min(50).max(900).optional(),
    boreMm: z.number().min(30).max(250).optional(),
    table: z
      .array(z.tuple([z.number(), z.number()]))
      .min(2)
      .max(40)
      .optional(),
  }),
  z.strictObject({
    kind: z.literal('coil-cut'),
    turns: z.number().min(0.25).max(4),
    turnsOfCoil: z.number().min(4).max(16),
    pitchMm: z.number().min(10).max(120),
  }),
  z.strictObject({ kind: z.literal('lift-block'), heightMm: thickness, wedgeDeg: z.number().min(-8).max(8) }),
  z.strictObject({
    kind: z.literal('add-a-leaf'),
    rateNPerMm: z.number().min(0).max(100),
    archMm: thickness,
  }),
  z.strictObject({
    kind: z.literal('shackle'),
    longerMm: thickness,
    springLengthMm: z.number().min(500).max(2000),
    at: z.enum(['front', 'rear']),
  }),
  z.strictObject({ kind: z.literal('spindle'), offsetMm: vec3 }),
  z.strictObject({ kind: z.literal('caster-bush'), deg: z.number().min(-8).max(8) }),
  z.strictObject({ kind: z.literal('camber-set'), deg: z.number().min(-5).max(5) }),
  z.strictObject({ kind: z.literal('subframe-drop'), dropMm: thickness }),
  z.strictObject({
    kind: z.literal('relocation'),
    dropMm: thickness,
    moves: z.array(z.enum(RELOCATED)).min(1),
  }),
  z.strictObject({
    kind: z.literal('adjustable'),
    member: z.enum(ADJUSTABLE),
    rangeMm: z.tuple([z.number().min(-80).max(0), z.number().min(0).max(80)]),
    pitchMm: z.number().min(0.5).max(6).nullable(),
  }),
  z.strictObject({ kind: z.literal('differential-drop'), dropMm: thickness }),
  z.strictObject({ kind: z.literal('upper-arm-joint'), offsetMm: vec3 }),
  z.strictObject({
    kind: z.literal('link-length'),
    member: z.enum(RODS),
    deltaMm: z.number().min(-80).max(80),
  }),
  z.strictObject({ kind: z.literal('move-point'), point: name, byMm: vec3 }),
  z.strictObject({ kind: z.literal('body-lift'), heightMm: z.number().min(0).max(100) }),
  z.strictObject({ kind: z.literal('bump-stop'), lowerMm: z.number().min(0).max(120) }),
  z.strictObject({
    kind: z.literal('damper-length'),
    extendedMm: z.number().min(-100).max(200),
    compressedMm: z.number().min(-100).max(150),
  }),
  z.strictObject({
    kind: z.literal('ball-joint'),
    joint: z.enum(['upper', 'lower']),
    made: z.enum(JOINTS_MADE),
    swingDeg: jointSwing,
  }),
  z.strictObject({
    kind: z.literal('rod-joint'),
    rod: z.enum(RODS),
    made: z.enum(JOINTS_MADE),
    swingDeg: jointSwing,
  }),
  z.strictObject({ kind: z.literal('steering-stop'), lessShare: z.number().min(0).max(0.6) }),
] as const;
export const EFFECT_MEMBERS = GEOMETRY_EFFECTS;
/** What a part does to an axle. */
export const AxleEffectSchema = z
  .discriminatedUnion('kind', GEOMETRY_EFFECTS)
  .meta({ id: 'AxleEffect' }) satisfies z.ZodType<AxleEffect>;

const figure = z.number();
const maybe = z.number().nullable();
const spring = z.strictObject({ lengthMm: figure, ratio: figure });
export const WheelFiguresSchema = z
  .strictObject({
    camberDeg: figure,
    toeDeg: figure,
    casterDeg: maybe,
    inclinationDeg: maybe,
    scrubMm: maybe,
    trailMm: maybe,
    wheel: vec3,
    contact: vec3,
    trackChangeMm: figure,
    wheelbaseChangeMm: figure,
    springLengthMm: figure,
    motionRatio: figure,
    damperLengthMm: maybe,
    damperRatio: maybe,
    brakedSlope: figure,
    drivenSlope: figure,
    camberSlopeDegPer10mm: figure,
    toeSlopeDegPer10mm: figure,
    rollCentreMm: figure,
    cvOuterDeg: maybe,
    cvInnerDeg: maybe,
    shaftChangeMm: maybe,
    lowerSwingDeg: maybe,
    upperSwingDeg: maybe,
  })
  .meta({ id: 'WheelFigures' }) satisfies z.ZodType<WheelFigures>;
export const AxleFiguresSchema = z
  .strictObject({
    shiftForwardMm: figure,
    shiftLeftMm: figure,
    pitchDeg: figure,
    yawDeg: figure,
    rollDeg: figure,
    springLeft: spring,
    springRight: spring,
    damperLeft: spring.nullable(),
    damperRight: spring.nullable(),
    contactLeft: vec3,
    contactRight: vec3,
    rollCentreMm: maybe,
    trackBarSlopeDeg: maybe,
    dragLinkSlopeDeg: maybe,
    casterLeftDeg: maybe,
    casterRightDeg: maybe,
    inclinationLeftDeg: maybe,
    inclinationRightDeg: maybe,
    dragSteerDeg: maybe,
    steeringWheelDeg: maybe,
  })
  .meta({ id: 'AxleFigures' }) satisfies z.ZodType<AxleFigures>;

/** What lies between the points of an obstacle. */
export const ObstacleShapeSchema = z.discriminatedUnion('kind', [
  z.strictObject({ kind: z.enum(['points', 'line', 'arc']) }),
  z.strictObject({ kind: z.enum(['face', 'arc-face']), across: z.number().int().min(2).max(30) }),
]) satisfies z.ZodType<ObstacleShape>;
