import { ITEM_KINDS, SECTIONS, STAGES, TAPED_WHEN, type PastCase, type SectionName } from '@rigger/core';
import * as z from 'zod';
import { FaultSchema } from './errors';
import { CustomerSchema, JobSchema, SECTION_SCHEMAS } from './job';
import { JobFileSchema } from './job-file';

export const LackSchema = z.discriminatedUnion('code', [
  z.strictObject({
    section: z.enum(['brief', 'vehicle', 'look-over', 'tape', 'tire', 'match', 'quote', 'plan', 'after']),
    code: z.literal('unreadable'),
    what: z.strictObject({
      section: z.enum(SECTIONS).exclude(['unread']),
      path: z.array(z.string()).readonly(),
      text: z.string(),
    }),
  }),
  z.strictObject({ section: z.literal('brief'), code: z.literal('use-unsaid') }),
  z.strictObject({ section: z.literal('brief'), code: z.literal('wish-unsaid') }),
  z.strictObject({ section: z.literal('brief'), code: z.literal('height-unsaid') }),
  z.strictObject({ section: z.literal('look-over'), code: z.literal('to-decide'), count: z.number() }),
  z.strictObject({ section: z.literal('vehicle'), code: z.literal('no-vehicle') }),
  z.strictObject({ section: z.literal('vehicle'), code: z.literal('to-ask'), count: z.number() }),
  z.strictObject({ section: z.literal('tape'), code: z.literal('corners'), count: z.number() }),
  z.strictObject({ section: z.literal('tape'), code: z.literal('settled-untaped') }),
  z.strictObject({ section: z.literal('tire'), code: z.literal('no-tire') }),
  z.strictObject({ section: z.literal('brief'), code: z.literal('stance-unsaid') }),
  z.strictObject({ section: z.literal('tire'), code: z.literal('not-priced') }),
  z.strictObject({
    section: z.literal('vehicle'),
    code: z.literal('vehicle-not-there'),
    codes: z.array(z.string()).readonly(),
  }),
  z.strictObject({
    section: z.literal('tire'),
    code: z.literal('tire-not-there'),
    codes: z.array(z.string()).readonly(),
  }),
  z.strictObject({ section: z.literal('match'), code: z.literal('no-source') }),
  z.strictObject({ section: z.literal('match'), code: z.literal('not-fitting'), count: z.number() }),
  z.strictObject({ section: z.literal('match'), code: z.literal('unknown-parts'), count: z.number() }),
]);
export const BoardRowSchema = z
  .strictObject({
    id: z.string(),
    number: z.int(),
    customer: z.string(),
    trade: z.string(),
    stage: z.enum(STAGES),
    promiseDate: z.iso.date().nullable(),
    vehicle: z.string(),
    target: z.string(),
    lacks: z.array(LackSchema).readonly(),
    archived: z.boolean(),
    /** what keeps the job from being read; null for one that can be */
    unreadable: z.string().nullable(),
    updatedAt: z.iso.datetime(),
  })
  .meta({ id: 'BoardRow' });
export type BoardRow = z.infer<typeof BoardRowSchema>;
export const BoardSchema = z
  .strictObject({
    jobs: z.array(BoardRowSchema),
    /** jobs at each stage, with the same words found */
    counts: z.record(z.enum(STAGES), z.int()),
    archived: z.int(),
    /** of those that are not done, how many still need something */
    lacking: z.int(),
    /** `after` of the next page; null on the last one */
    next: z.int().nullable(),
  })
  .meta({ id: 'Board' });
export type Board = z.infer<typeof BoardSchema>;
/** An item of the catalogue that a job uses and that changed since the job was computed. */
export const ItemChangeSchema = z
  .strictObject({
    kind: z.enum(ITEM_KINDS),
    code: z.string(),
    gone: z.boolean(),
    fields: z
      .array(
        // undefined, where the record has no such field, is not there at all
        z.strictObject({
          path: z.array(z.string()).readonly(),
          before: z.unknown().optional(),
          after: z.unknown().optional(),
        }),
      )
      .readonly(),
  })
  .meta({ id: 'ItemChange' });
export type ItemChange = z.infer<typeof ItemChangeSchema>;
/** A job as it is asked for: `catalogue` is the state it counts with (0: the shop has none), `changes` what differs since. */
export const JobAnswerSchema = JobSchema.extend({
  catalogue: z.int().min(0),
  changes: z.array(ItemChangeSchema),
}).meta({ id: 'JobAnswer' });
export type JobAnswer = z.infer<typeof JobAnswerSchema>;
const fileFault = FaultSchema.extend({ file: z.string() });
/** Files of an import by their path in the folder. */
export const ImportFilesSchema = z
  .strictObject({
    origin: z.string().min(1).max(200),
    files: z.record(z.string().min(1).max(200), z.string()),
  })
  .meta({ id: 'ImportFiles' });
export const ImportPreviewSchema = z
  .strictObject({
    faults: z.array(fileFault).readonly(),
    items: z
      .array(
        z.strictObject({
          kind: z.enum(ITEM_KINDS),
          code: z.string(),
          does: z.enum(['comes', 'changes', 'goes']),
        }),
      )
      .readonly(),
    /** taken only by a shop that has none */
    settings: z.enum(['comes', 'stays']),
    /** numbers of jobs that come; those whose number is taken do not */
    jobs: z.array(z.int()).readonly(),
  })
  .meta({ id: 'ImportPreview' });
export type ImportPreview = z.infer<typeof ImportPreviewSchema>;
export const CatalogueStateSchema = z
  .strictObject({
    /** 0: the shop has no catalogue yet */
    number: z.int().min(0),
    faults: z.array(FaultSchema).readonly(),
    imports: z.array(
      z.strictObject({ number: z.int(), origin: z.string(), author: z.string(), at: z.iso.datetime() }),
    ),
  })
  .meta({ id: 'CatalogueState' });
export type CatalogueState = z.infer<typeof CatalogueStateSchema>;
const passphrase = z.string().max(400).default('');
export const PassphraseSchema = z.strictObject({ passphrase }).meta({ id: 'Passphrase' });
/** Why a backup was made: by a person, by the clock, or in the moment before a restore. */
export const BACKUP_KINDS = ['by-hand', 'by-clock', 'before-restore'] as const;
export type BackupKind = (typeof BACKUP_KINDS)[number];
export const BackupSchema = z
  .strictObject({
    name: z.string(),
    kind: z.enum(BACKUP_KINDS),
    at: z.iso.datetime(),
    bytes: z.int(),
    /** under a passphrase that nobody but who made it knows */
    sealed: z.boolean(),
  })
  .meta({ id: 'Backup' });
export type Backup = z.infer<typeof BackupSchema>;
export const BackupsSchema = z.strictObject({ backups: z.array(BackupSchema) }).meta({ id: 'Backups' });
/** A backup was put back: what was there before, and how many photographs stayed away, sealed under another passphrase. */
export const RestoredSchema = z
  .strictObject({ before: BackupSchema, photosShut: z.int().min(0) })
  .meta({ id: 'Restored' });
export type Restored = z.infer<typeof RestoredSchema>;
/** What putting a backup back would change, by numbers of jobs. */
export const RestorePreviewSchema = z
  .strictObject({
    /** jobs of the backup that the shop does not have */
    comes: z.array(z.int()).readonly(),
    /** jobs of the shop that the backup does not have: they would go */
    goes: z.array(z.int()).readonly(),
    /** jobs that both have and that would go back to another state */
    changes: z.array(z.int()).readonly(),
    same: z.int(),
    catalogue: z.enum(['same', 'changes']),
    settings: z.enum(['same', 'changes']),
  })
  .meta({ id: 'RestorePreview' });
export type RestorePreview = z.infer<typeof RestorePreviewSchema>;
const MOST_ROWS = 200;
const ROWS_OF_A_PAGE = 80;
export const BoardQuerySchema = z
  .strictObject({
    stage: z.enum(STAGES).optional(),
    archived: z.enum(['yes', 'no']).default('no'),
    find: z.string().max(200).default(''),
    after: z.coerce.number().int().min(0).default(0),
    limit: z.coerce.number().int().min(1).max(MOST_ROWS).default(ROWS_OF_A_PAGE),
  })
  .meta({ id: 'BoardQuery' });
/** Why a revision was written: a new job, an edit, a job file read, an earlier state brought back, or kept by an update. */
export const REVISED = ['new', 'edit', 'file', 'brought-back', 'kept'] as const;
export const RevisionSchema = z
  .strictObject({
    id: z.string(),
    section: z.enum(SECTIONS),
    version: z.int().min(1),
    /** version that it was made from; null for the first */
    madeFrom: z.int().min(1).nullable(),
    /** as set on the device it was written on; may be empty */
    author: z.string(),
    why: z.enum(REVISED),
    at: z.iso.datetime(),
  })
  .meta({ id: 'Revision' });
export type Revision = z.infer<typeof RevisionSchema>;
export const HistorySchema = z.strictObject({ revisions: z.array(RevisionSchema) }).meta({ id: 'History' });
export const RevisionDataSchema = z
  .strictObject({ revision: RevisionSchema, data: z.unknown(), before: z.unknown() })
  .meta({ id: 'RevisionData' });
export type RevisionData = z.infer<typeof RevisionDataSchema>;
export const ArchiveSchema = z.strictObject({ archived: z.boolean() }).meta({ id: 'Archive' });
/** `id` is the browser's own for a job that may have to wait for the server: asked for twice, it is made once. */
export const NewJobSchema = z
  .strictObject({ customer: CustomerSchema, id: z.uuid().optional() })
  .meta({ id: 'NewJob' });
const gained = z.strictObject({
  gotMm: z.number().nullable(),
  forecastMm: z.number().nullable(),
  claimedMm: z.number().nullable(),
});
export const PastCaseSchema = z.strictObject({
  year: z.number().nullable(),
  parts: z.array(z.string()),
  taped: z.enum(TAPED_WHEN).nullable(),
  lift: z.strictObject({ front: gained, rear: gained }),
  hoursTaken: z.number().nullable(),
  plannedMinutes: z.number(),
  rubbed: z.number(),
  otherwise: z.string(),
  nextTime: z.string(),
}) satisfies z.ZodType<PastCase>;
export const PastCasesSchema = z
  .strictObject({
    cases: z.array(z.strictObject({ id: z.string(), number: z.number(), ...PastCaseSchema.shape })),
  })
  .meta({ id: 'PastCases', description: 'What came of jobs on a platform, the latest first' });
export type PastJob = z.infer<typeof PastCasesSchema>['cases'][number];
export const ImportSchema = JobFileSchema;
export const PhotoSchema = z.strictObject({ id: z.uuid() }).meta({ id: 'Photo' });
export type Photo = z.infer<typeof PhotoSchema>;
/** A save names the version it was made from; one that brings an earlier state back says so. */
const saveOf = <T extends z.ZodType>(data: T, id: string) =>
  z
    .strictObject({ version: z.int().min(1), data, why: z.enum(['edit', 'brought-back']).default('edit') })
    .meta({ id });
export const SaveSchemas = {
  head: saveOf(SECTION_SCHEMAS.head, 'SaveHead'),
  brief: saveOf(SECTION_SCHEMAS.brief, 'SaveBrief'),
  vehicle: saveOf(SECTION_SCHEMAS.vehicle, 'SaveVehicle'),
  tape: saveOf(SECTION_SCHEMAS.tape, 'SaveTape'),
  tire: saveOf(SECTION_SCHEMAS.tire, 'SaveTire'),
  build: saveOf(SECTION_SCHEMAS.build, 'SaveBuild'),
  lookOver: saveOf(SECTION_SCHEMAS.lookOver, 'SaveLookOver'),
  quote: saveOf(SECTION_SCHEMAS.quote, 'SaveQuote'),
  work: saveOf(SECTION_SCHEMAS.work, 'SaveWork'),
  boxes: saveOf(SECTION_SCHEMAS.boxes, 'SaveBoxes'),
  after: saveOf(SECTION_SCHEMAS.after, 'SaveAfter'),
  unread: saveOf(SECTION_SCHEMAS.unread, 'SaveUnread'),
} satisfies Readonly<Record<SectionName, z.ZodType>>;
export const SavedSchema = z
  .strictObject({
    id: z.string(),
    version: z.int(),
    createdAt: z.iso.datetime(),
    updatedAt: z.iso.datetime(),
  })
  .meta({ id: 'Saved' });
export type Saved = z.infer<typeof SavedSchema>;
export const HealthSchema = z
  .strictObject({
    /** alive and ready */
    ok: z.boolean(),
    /** the process answers */
    alive: z.literal(true),
    /** the shop's file is open, in its place, and answers */
    ready: z.boolean(),
    /** what keeps it from being ready */
    fault: z.string().nullable(),
  })
  .meta({ id: 'Health' });

/** What a screen that looks at a job is told: somebody saved a section, who else looks, or something about the job itself (archive,
 *  catalogue, a restore) changed. */
export const LiveEventSchema = z
  .discriminatedUnion('kind', [
    z.strictObject({
      kind: z.literal('saved'),
      section: z.enum(SECTIONS),
      version: z.int(),
      author: z.string(),
    }),
    z.strictObject({
      kind: z.literal('people'),
      people: z.array(z.strictObject({ tab: z.string(), author: z.string() })),
    }),
    z.strictObject({ kind: z.literal('job') }),
  ])
  .meta({ id: 'LiveEvent' });
export type LiveEvent = z.infer<typeof LiveEventSchema>;
export const WatchSchema = z.object({
  tab: z.string().min(1).max(60),
  author: z.string().max(80).default(''),
});
