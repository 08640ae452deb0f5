import {
  emptyRound,
  NO_BOXES,
  NOT_FINISHED,
  NOT_LOOKED_OVER,
  NOTHING_CHOSEN,
  NOTHING_QUOTED,
  type JobSections,
} from '@rigger/core';
import * as z from 'zod';
import { isRecord, type Loose } from './fields';
import { JobSectionsSchema } from './job';
import { MOST_QUOTES, QuotePaperSchema, type QuotePaper } from './quote';

/** The file a job is saved as. `format` and `version` come first so that a reader knows what it holds before the rest. */
export const JOB_FILE_VERSION = 10;
/** The rows of a list with fields that they lack; what is no list or no row is left for the schema to name. */
const gaining = (list: unknown, added: object): unknown =>
  Array.isArray(list) ? list.map((r: unknown) => (isRecord(r) ? { ...added, ...r } : r)) : list;
/** Fields that a job of an earlier version lacks, as nobody had filled them in. */
const ADDED_TO_TIRE = { newAxleRatio: null, rearSize: '', candidates: [], reliefs: [] } as const;
const RENAMED: Readonly<Record<string, string>> = {
  'corvane-drumlin-2500': 'corvane-drumlin-heavy',
  'ostrey-c-series': 'ostrey-tallow',
};
/** Sections of a job of version 2 as version 3 has them: wheels per axle, old lifts with their height, where the tape was
 *  held, two platforms under their new names. */
const toVersion3 = {
  vehicle: (d: Loose): Loose => ({
    ...d,
    platform: typeof d.platform === 'string' ? (RENAMED[d.platform] ?? d.platform) : d.platform,
    changes: gaining(d.changes, { axle: null, liftMm: null }),
  }),
  tape: (d: Loose): Loose => ({ readFrom: 'hub', ...d }),
  tire: ({ rearSize, ...d }: Loose): Loose => ({
    currentRear: null,
    rear:
      typeof rearSize === 'string' && rearSize.trim() !== ''
        ? {
            size: rearSize,
            tireCode: null,
            wheelCode: null,
            wheelWidthIn: null,
            wheelOffsetMm: null,
            loadIndex: null,
          }
        : null,
    ...d,
  }),
} as const;
/** Sections of version 4 as version 5 has them: complaint and wish, identity, what a change is, rounds of the tape. */
const withWish = ({ usage, ...brief }: Loose): Loose => ({
  usageWords: '',
  complaintKind: null,
  complaint: '',
  complaintSince: '',
  wish: null,
  frontTargetMm: null,
  rearTargetMm: null,
  frontToleranceMm: null,
  rearToleranceMm: null,
  noseUpMostMm: null,
  ...brief,
  usage: isRecord(usage) ? { looks: 0, ...usage } : usage,
});
const withIdentity = (d: Loose): Loose => ({
  plate: '',
  vin: '',
  mileageKm: null,
  color: '',
  ...d,
  changes: gaining(d.changes, { maker: '', kind: null, thicknessMm: null, rateNPerMm: null }),
});
const inRounds = (d: Loose): Loose =>
  'corners' in d ? { rounds: [{ ...emptyRound('before', 'before', 'hub'), ...d }] } : d;
/** The build of version 5 as version 6 has it: lines of one's own, and why a neighbour's part was taken. */
const withFreeLines = (d: Loose): Loose => ({
  free: [],
  ...d,
  items: gaining(d.items, { takenOver: '' }),
});
/** Of version 6 as version 7 has them: what comes off in the build, and what was said to what is advised. */
const withComesOff = (d: Loose): Loose => ({ ...d, changes: gaining(d.changes, { comesOff: false }) });
const withDecisions = (d: Loose): Loose => ({ decisions: {}, ...d });
/** Of version 7 as version 8 has it: what is pinned and what is banned. */
const withLocks = (d: Loose): Loose => ({ locks: {}, ...d });
/** A file of an earlier version as the newest; anything else is left as it is, for the schema to name what is wrong. */
function newest(file: unknown): unknown {
  if (!isRecord(file) || !isRecord(file.sections)) return file;
  let rest: Loose = file;
  let { version } = file;
  let sections: Loose = file.sections;
  if (version === 1) {
    if (isRecord(sections.tire)) sections = { ...sections, tire: { ...ADDED_TO_TIRE, ...sections.tire } };
    version = 2;
  }
  if (version === 2) {
    for (const [name, change] of Object.entries(toVersion3)) {
      const data = sections[name];
      if (isRecord(data)) sections = { ...sections, [name]: change(data) };
    }
    version = 3;
  }
  if (version === 3) {
    const { head } = sections;
    sections = {
      unread: { entries: {} },
      ...sections,
      ...(isRecord(head) ? { head: { phone: '', ...head } } : {}),
    };
    version = 4;
  }
  if (version === 4) {
    const { head, brief, vehicle, tape } = sections;
    sections = {
      ...sections,
      lookOver: NOT_LOOKED_OVER,
      after: NOT_FINISHED,
      ...(isRecord(head) ? { head: { email: '', ...head } } : {}),
      ...(isRecord(brief) ? { brief: withWish(brief) } : {}),
      ...(isRecord(vehicle) ? { vehicle: withIdentity(vehicle) } : {}),
      ...(isRecord(tape) ? { tape: inRounds(tape) } : {}),
    };
    version = 5;
  }
  if (version === 5) {
    const { build } = sections;
    sections = { ...sections, ...(isRecord(build) ? { build: withFreeLines(build) } : {}) };
    version = 6;
  }
  if (version === 6) {
    const { build, vehicle } = sections;
    sections = {
      ...sections,
      ...(isRecord(build) ? { build: withDecisions(build) } : {}),
      ...(isRecord(vehicle) ? { vehicle: withComesOff(vehicle) } : {}),
    };
    version = 7;
  }
  if (version === 7) {
    const { build } = sections;
    sections = { ...sections, ...(isRecord(build) ? { build: withLocks(build) } : {}) };
    version = 8;
  }
  if (version === 8) {
    sections = { quote: NOTHING_QUOTED, ...sections };
    rest = { quotes: [], ...rest };
    version = 9;
  }
  if (version === 9) {
    sections = { work: NOTHING_CHOSEN, boxes: NO_BOXES, ...sections };
    version = 10;
  }
  return { ...rest, version, sections };
}
const jobFile = z.strictObject({
  format: z.literal('apt-rigger-job'),
  version: z.literal(JOB_FILE_VERSION),
  savedAt: z.iso.datetime(),
  number: z.int().min(1),
  sections: JobSectionsSchema,
  /** what was given to the customer, each as it was */
  quotes: z.array(QuotePaperSchema).max(MOST_QUOTES),
});
export const JobFileSchema = z
  .preprocess(newest, jobFile)
  .meta({ id: 'JobFile', description: 'A whole job as a file; reading it back gives the same sections' });
export type JobFile = z.infer<typeof jobFile>;
/** A job as a file of today: all that a file needs, in one place. */
export const jobFileOf = (
  { number, sections }: { readonly number: number; readonly sections: JobSections },
  quotes: readonly QuotePaper[],
  at: Date,
): JobFile => ({
  format: 'apt-rigger-job',
  version: JOB_FILE_VERSION,
  savedAt: at.toISOString(),
  number,
  sections: sections as JobFile['sections'],
  quotes: [...quotes],
});
