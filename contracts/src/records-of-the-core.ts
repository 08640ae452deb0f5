import type {
  AxleEffect,
  AxleFigures,
  Catalogue,
  FloorJob,
  Hardpoints,
  JobSections,
  ObstacleShape,
  PastCase,
  Provenance,
  ShopSettings,
  WheelFigures,
} from '@rigger/core';
import type * as z from 'zod';
import type { PastCaseSchema } from './api';
import type { CatalogueSchema } from './catalogue';
import type { FloorJobSchema } from './floor';
import type { JobSectionsSchema } from './job';
import type { SettingsSchema } from './settings';
import type {
  AxleEffectSchema,
  AxleFiguresSchema,
  HardpointsSchema,
  ObstacleShapeSchema,
  WheelFiguresSchema,
} from './suspension';

/** Words for a fitment that come from a job; no record of the catalogue has them. */
type SaidInAJob = Extract<Provenance, { readonly kind: 'taken-over' | 'unverified' }>;
/** A type with every field spelled out, none optional and none read-only, so that two can be compared. */
type Spelled<T> = T extends string | number | boolean | null | undefined
  ? T
  : T extends SaidInAJob
    ? never
    : { -readonly [K in keyof T]-?: Spelled<T[K]> };
type HasFieldsOf<A, B> = [Spelled<A>] extends [Spelled<B>] ? true : false;
/** A schema and the record of the core that it reads have the same fields of the same types, at every depth. */
type Holds<S extends z.ZodType, Declared> = [
  HasFieldsOf<z.output<S>, Declared>,
  HasFieldsOf<Declared, z.output<S>>,
] extends [true, true]
  ? true
  : { readonly schema: S; readonly differsFrom: Declared };
type AllHold<T extends readonly true[]> = T;

/** What the core computes with is declared there, with its meaning and units; its limits stand in the schema. Where one has a field that the
 *  other lacks, also an optional one, this does not compile. What only goes over the wire is declared by its schema alone. */
export type RecordsOfTheCore = AllHold<
  [
    Holds<typeof CatalogueSchema, Catalogue>,
    Holds<typeof JobSectionsSchema, JobSections>,
    Holds<typeof SettingsSchema, ShopSettings>,
    Holds<typeof HardpointsSchema, Hardpoints>,
    Holds<typeof AxleEffectSchema, AxleEffect>,
    Holds<typeof WheelFiguresSchema, WheelFigures>,
    Holds<typeof AxleFiguresSchema, AxleFigures>,
    Holds<typeof ObstacleShapeSchema, ObstacleShape>,
    Holds<typeof PastCaseSchema, PastCase>,
    Holds<typeof FloorJobSchema, FloorJob>,
  ]
>;
