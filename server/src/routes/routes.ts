import {
  ArchiveSchema,
  BackupSchema,
  BackupsSchema,
  PassphraseSchema,
  RestoredSchema,
  RestorePreviewSchema,
  BoardQuerySchema,
  BoardSchema,
  CatalogueStateSchema,
  ClearanceRequestSchema,
  ClearanceResultSchema,
  HealthSchema,
  HistorySchema,
  ImportFilesSchema,
  ImportPreviewSchema,
  ImportSchema,
  JobAnswerSchema,
  KinematicsRequestSchema,
  KinematicsResultSchema,
  NewJobSchema,
  PastCaseSchema,
  PastCasesSchema,
  PhotoSchema,
  PlansToldSchema,
  RevisionDataSchema,
  RideHeightRequestSchema,
  RideHeightResultSchema,
  SavedSchema,
  SaveSchemas,
  SettingsSchema,
  TireRequestSchema,
  TireResultSchema,
  VersionedSettingsSchema,
  LiveEventSchema,
  WatchSchema,
} from '@rigger/contracts';
import { SECTIONS } from '@rigger/core';
import { localDay } from '@rigger/wording';
import * as z from 'zod';
import { AppError } from '../errors';
import { sent, type CatalogueState } from '../services/catalogues';
import { importWorld, previewImport } from '../services/import-world';
import type { Live } from '../services/live';
import type { Stores } from '../services/shop';
import type { BackupService } from '../services/backup-service';
import { sectionsOf, type JobsService } from '../services/jobs-service';
import type { Photos, PhotoSize } from '../store/photos';
import type { Computer, Planner, SheetPrinter } from '../workers/pool';
import type { SupplierFeed } from '../standins/supplier-feed';
import { computing } from './computing';
import { floorRoutes } from './floor-routes';
import { paperRoutes } from './paper-routes';
import { fileRoute, jsonRoute, streamRoute, type RouteRequest, type FileAnswer, type Route } from './route';

export interface RouteDeps {
  readonly stores: Stores;
  readonly jobs: JobsService;
  readonly live: Live;
  readonly printer: SheetPrinter;
  readonly planner: Planner;
  readonly feed: SupplierFeed;
  readonly computer: Computer;
  readonly backups: BackupService;
  readonly photos: Photos;
  readonly today: () => Date;
  /** what keeps the shop's file from being used, or null */
  readonly fault: () => Promise<string | null>;
}

/** Every route of the API. */
export function apiRoutes(d: RouteDeps): readonly Route[] {
  const { settings: settingsStore, catalogues, catalogue: catalogueStore } = d.stores;
  const settings = () => settingsStore.read();
  const id = (ask: RouteRequest<unknown>) => ask.params.id ?? '';
  const computed = computing(d);
  const photo = async (name: string, size: PhotoSize): Promise<FileAnswer> => {
    const body = await d.photos.read(name, size);
    if (!body) throw new AppError('photo-not-found');
    return { type: 'image/jpeg', fileName: null, body, etag: `"${name}-${size}"` };
  };
  const state = async () => ({
    number: catalogues.now.number,
    faults: catalogues.now.faults,
    imports: (await catalogueStore.imports()).map((i) => ({
      number: i.number,
      origin: i.origin,
      author: i.author,
      at: i.created_at,
    })),
  });
  return [
    jsonRoute({
      method: 'get',
      path: '/api/health',
      summary: 'Whether the server is alive, and whether it is ready: the shop’s file open and in its place',
      status: 200,
      answer: HealthSchema,
      handle: async () => {
        const fault = await d.fault();
        return { ok: fault === null, alive: true as const, ready: fault === null, fault };
      },
    }),
    fileRoute({
      method: 'get',
      path: '/api/catalogue',
      summary: 'Platforms, parts, kits, tyres, wheels: the newest state',
      contentType: 'application/json',
      handle: () => Promise.resolve(catalogueAnswer(catalogues.now)),
    }),
    jsonRoute({
      method: 'get',
      path: '/api/catalogue/states',
      summary: 'The states that the catalogue has had, the newest first, and what is wrong with the newest',
      status: 200,
      answer: CatalogueStateSchema,
      handle: state,
    }),
    fileRoute({
      method: 'get',
      path: '/api/catalogue/states/:number',
      summary: 'The catalogue as it was at a state',
      contentType: 'application/json',
      handle: async (ask) => {
        const number = Number(ask.params.number);
        const known = Number.isSafeInteger(number) && number >= 0 && number <= catalogues.now.number;
        if (!known) throw new AppError('state-not-found');
        return catalogueAnswer(await catalogues.at(number));
      },
    }),
    jsonRoute({
      method: 'post',
      path: '/api/catalogue/preview',
      summary: 'What reading these files in would change, or every fault of them; nothing is stored',
      status: 200,
      bodyMb: IMPORT_MB,
      body: ImportFilesSchema,
      answer: ImportPreviewSchema,
      handle: ({ body }) => previewImport(d.stores, new Map(Object.entries(body.files))),
    }),
    jsonRoute({
      method: 'post',
      path: '/api/catalogue/import',
      summary: 'These files read in: the newest state of the catalogue from now on',
      status: 200,
      bodyMb: IMPORT_MB,
      body: ImportFilesSchema,
      answer: CatalogueStateSchema,
      handle: async ({ body, author }) => {
        const done = await importWorld(d.stores, new Map(Object.entries(body.files)), {
          origin: body.origin,
          author,
          today: d.today(),
        });
        if (done.faults.length > 0)
          throw new AppError('import-invalid', undefined, {
            faults: done.faults.map((f) => ({ path: `${f.file}: ${f.path}`, message: f.message })),
          });
        d.live.tellAll();
        return state();
      },
    }),
    jsonRoute({
      method: 'get',
      path: '/api/backups',
      summary: 'The backups of the shop, the newest first',
      status: 200,
      answer: BackupsSchema,
      handle: async () => ({ backups: await d.backups.list() }),
    }),
    jsonRoute({
      method: 'post',
      path: '/api/backups',
      summary: 'A backup of the shop as it is now, sealed when a passphrase is given',
      status: 201,
      body: PassphraseSchema,
      answer: BackupSchema,
      handle: ({ body }) => d.backups.make(body.passphrase),
    }),
    jsonRoute({
      method: 'post',
      path: '/api/backups/:name/preview',
      summary: 'What putting this backup back would change; nothing is stored',
      status: 200,
      body: PassphraseSchema,
      answer: RestorePreviewSchema,
      handle: ({ params, body }) => d.backups.preview(params.name ?? '', body.passphrase),
    }),
    jsonRoute({
      method: 'post',
      path: '/api/backups/:name/restore',
      summary: 'This backup in the place of the shop; what was there is backed up before and comes back',
      status: 200,
      body: PassphraseSchema,
      answer: RestoredSchema,
      handle: async ({ params, body }) => {
        const restored = await d.backups.restore(params.name ?? '', body.passphrase);
        d.live.tellAll();
        return restored;
      },
    }),
    jsonRoute({
      method: 'get',
      path: '/api/platforms/:id/past',
      summary: 'What came of jobs on a platform: got, forecast and claimed, hours, the line for the next one',
      status: 200,
      answer: PastCasesSchema,
      handle: async (ask) => {
        const ids = await d.jobs.came(id(ask), MOST_PAST);
        const cases: z.input<typeof PastCasesSchema>['cases'] = [];
        for (const job of ids) {
          const printed = await computed({ ...ask, params: { id: job } }, 'past').catch(() => null);
          // one that cannot be read or computed any more tells nothing, and the others do
          if (printed)
            cases.push({
              id: job,
              number: printed.number,
              ...PastCaseSchema.parse(JSON.parse(String(printed.body))),
            });
        }
        return { cases };
      },
    }),
    jsonRoute({
      method: 'get',
      path: '/api/settings',
      summary: 'What the shop sets for itself',
      status: 200,
      answer: VersionedSettingsSchema,
      handle: settings,
    }),
    jsonRoute({
      method: 'put',
      path: '/api/settings',
      summary: 'Save the shop’s settings',
      status: 200,
      answer: VersionedSettingsSchema,
      body: z.strictObject({ version: z.int().min(1), data: SettingsSchema }).meta({ id: 'SaveSettings' }),
      handle: async ({ body }) => {
        if (!(await settingsStore.save(body.version, body.data)))
          throw new AppError('version-conflict', undefined, { yours: body, theirs: await settings() });
        return settings();
      },
    }),
    jsonRoute({
      method: 'get',
      path: '/api/jobs',
      summary: 'The board: a page of jobs, of one stage or all, with words that stand in them',
      status: 200,
      query: BoardQuerySchema,
      answer: BoardSchema,
      held: true,
      handle: ({ query }) =>
        d.jobs.board({ ...query, stage: query.stage ?? null, archived: query.archived === 'yes' }),
    }),
    jsonRoute({
      method: 'post',
      path: '/api/jobs',
      summary: 'A new job',
      status: 201,
      body: NewJobSchema,
      answer: JobAnswerSchema,
      handle: ({ body, author }) => d.jobs.create(body.customer, { author }, body.id),
    }),
    jsonRoute({
      method: 'post',
      path: '/api/jobs/import',
      summary: 'A job file read as a new job',
      status: 201,
      body: z.unknown(),
      answer: JobAnswerSchema,
      handle: ({ body, author }) => d.jobs.read(body, { author }),
    }),
    jsonRoute({
      method: 'get',
      path: '/api/jobs/:id',
      summary: 'A whole job',
      status: 200,
      answer: JobAnswerSchema,
      held: true,
      handle: (ask) => d.jobs.answer(id(ask)),
    }),
    jsonRoute({
      method: 'get',
      path: '/api/jobs/:id/history',
      summary: 'Who changed what and when: every revision, the newest first',
      status: 200,
      answer: HistorySchema,
      handle: (ask) => d.jobs.history(id(ask)),
    }),
    jsonRoute({
      method: 'get',
      path: '/api/jobs/:id/history/:revision',
      summary: 'A revision of a section, and what was there before it',
      status: 200,
      answer: RevisionDataSchema,
      handle: (ask) => d.jobs.revision(id(ask), ask.params.revision ?? ''),
    }),
    jsonRoute({
      method: 'put',
      path: '/api/jobs/:id/archived',
      summary: 'Takes a job off the board, or puts it back',
      status: 200,
      body: ArchiveSchema,
      answer: JobAnswerSchema,
      handle: (ask) => d.jobs.archive(id(ask), ask.body.archived),
    }),
    jsonRoute({
      method: 'put',
      path: '/api/jobs/:id/catalogue',
      summary: 'Takes over what changed in the catalogue since the job was computed',
      status: 200,
      answer: JobAnswerSchema,
      handle: (ask) => d.jobs.takeOver(id(ask)),
    }),
    streamRoute({
      method: 'get',
      path: '/api/jobs/:id/live',
      summary: 'What others do to a job and who looks at it, as server-sent events while the answer is open',
      query: WatchSchema,
      event: LiveEventSchema,
      watch: async ({ params, query }, { send, end }) => {
        const { id: job } = await d.jobs.find(params.id ?? '');
        return d.live.watch(job, { ...query, send, end });
      },
    }),
    streamRoute({
      method: 'get',
      path: '/api/jobs/:id/plans',
      summary:
        'Searches the plans of a job as it is saved, as server-sent events: what is known while they get better, and all of it at the end',
      query: z.strictObject({}),
      event: PlansToldSchema,
      watch: async ({ params }, { send, end }) => {
        const job = await d.jobs.answer(params.id ?? '');
        const state = await catalogues.at(job.catalogue);
        const gone = new AbortController();
        const task = {
          sections: sectionsOf(job),
          catalogue: sent(state),
          settings: (await settings()).data,
          day: localDay(d.today()),
        };
        // the answer's head goes out first
        setImmediate(() => {
          d.planner
            .search(task, send, gone.signal)
            .then((told) => {
              if (told) send(told);
            })
            .catch((error: unknown) => {
              if (!gone.signal.aborted) console.error('Plans could not be searched:', error);
            })
            .finally(end);
        });
        return () => {
          gone.abort();
        };
      },
    }),
    ...SECTIONS.map((section) =>
      jsonRoute({
        method: 'put',
        path: `/api/jobs/:id/sections/${section}`,
        summary: `Save the ${section} section`,
        status: 200,
        body: SaveSchemas[section] as z.ZodType<{
          version: number;
          data: unknown;
          why: 'edit' | 'brought-back';
        }>,
        answer: SavedSchema,
        handle: ({ params, body, author }) =>
          d.jobs.save(params.id ?? '', section, body.version, body.data, { author, why: body.why }),
      }),
    ),
    jsonRoute({
      method: 'post',
      path: '/api/jobs/:id/photos',
      summary: 'Keeps a photograph; its id is then written into the job',
      status: 201,
      picture: true,
      bodyMb: PHOTO_MB,
      answer: PhotoSchema,
      handle: async (ask) => {
        await d.jobs.find(id(ask));
        const taken = await d.photos.add(ask.bytes);
        if (!taken.ok) throw new AppError(taken.why === 'busy' ? 'too-busy' : 'photo-unreadable');
        return { id: taken.id };
      },
    }),
    ...(['whole', 'small'] as const).map((size) =>
      fileRoute({
        method: 'get',
        path: size === 'whole' ? '/api/photos/:id' : '/api/photos/:id/small',
        summary: size === 'whole' ? 'A photograph' : 'A photograph, as it stands in a list',
        contentType: 'image/jpeg',
        handle: (ask) => photo(id(ask), size),
      }),
    ),
    jsonRoute({
      method: 'get',
      path: '/api/jobs/:id/file',
      summary: 'The job as a file',
      status: 200,
      answer: ImportSchema,
      handle: (ask) => d.jobs.file(id(ask), d.today()),
    }),
    {
      method: 'post',
      path: '/api/compute/kinematics',
      summary: 'Figures of a suspension, edited or not, at each sample of travel and rack',
      body: KinematicsRequestSchema,
      answer: KinematicsResultSchema,
      compute: 'kinematics',
    },
    {
      method: 'post',
      path: '/api/compute/ride-height',
      summary: 'Ride height of an axle with its edits and added masses, by balance',
      body: RideHeightRequestSchema,
      answer: RideHeightResultSchema,
      compute: 'ride-height',
    },
    {
      method: 'post',
      path: '/api/compute/clearance',
      summary: 'Clearance of a tyre to its obstacles over travel and rack',
      body: ClearanceRequestSchema,
      answer: ClearanceResultSchema,
      compute: 'clearance',
    },
    {
      method: 'post',
      path: '/api/compute/tire',
      summary: 'A tyre as mounted and loaded, and against another',
      body: TireRequestSchema,
      answer: TireResultSchema,
      compute: 'tire',
    },
    ...paperRoutes(d),
    ...floorRoutes(d),
  ];
}
/** a browser makes it smaller first; what comes from elsewhere may be as a camera made it */
const PHOTO_MB = 12;
const catalogueAnswer = ({ id, text }: CatalogueState): FileAnswer => ({
  type: 'application/json',
  fileName: null,
  body: text,
  etag: `"catalogue-${id}"`,
});
const IMPORT_MB = 24;
/** jobs whose outcome is told at once */
const MOST_PAST = 6;
