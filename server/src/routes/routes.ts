import {
  BoardSchema,
  CatalogueSchema,
  ClearanceRequestSchema,
  ClearanceResultSchema,
  HealthSchema,
  ImportSchema,
  JobSchema,
  KinematicsRequestSchema,
  KinematicsResultSchema,
  NewJobSchema,
  RideHeightRequestSchema,
  RideHeightResultSchema,
  SavedSchema,
  SaveSchemas,
  SettingsSchema,
  TireRequestSchema,
  TireResultSchema,
  VersionedSettingsSchema,
} from '@rigger/contracts';
import { computeTire, SECTIONS, type Catalogue } from '@rigger/core';
import { localDay } from '@rigger/wording';
import * as z from 'zod';
import { AppError } from '../errors';
import { sectionsOf, type JobsService } from '../services/jobs-service';
import { partsCsv } from '../services/parts-csv';
import { sheetModel, type SheetModel } from '../services/sheet-model';
import type { SettingsStore } from '../store/settings-store';
import type { Computer, SheetPrinter } from '../workers/pool';
import { fileRoute, jsonRoute, type Ask, type Route } from './route';

export interface RouteDeps {
  readonly jobs: JobsService;
  readonly settings: SettingsStore;
  readonly catalogue: Catalogue;
  readonly printer: SheetPrinter;
  readonly computer: Computer;
  readonly today: () => Date;
}

/** Every route of the API. */
export function apiRoutes(d: RouteDeps): readonly Route[] {
  const settings = async () => {
    const s = await d.settings.read();
    if (!s) throw new AppError('internal');
    return s;
  };
  const id = (ask: Ask<unknown>) => ask.params.id ?? '';
  const sheet = async (ask: Ask<unknown>): Promise<SheetModel> => {
    const job = await d.jobs.find(id(ask));
    return sheetModel(job.number, sectionsOf(job), d.catalogue, (await settings()).data, localDay(d.today()));
  };
  return [
    jsonRoute({
      method: 'get',
      path: '/api/health',
      summary: 'Whether the server answers',
      status: 200,
      answer: HealthSchema,
      handle: () => Promise.resolve({ ok: true as const }),
    }),
    jsonRoute({
      method: 'get',
      path: '/api/catalogue',
      summary: 'Platforms, parts, kits, tyres, wheels',
      status: 200,
      answer: CatalogueSchema,
      handle: () => Promise.resolve(d.catalogue as z.input<typeof CatalogueSchema>),
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
        if (!(await d.settings.save(body.version, body.data)))
          throw new AppError('version-conflict', undefined, { yours: body, theirs: await settings() });
        return settings();
      },
    }),
    jsonRoute({
      method: 'get',
      path: '/api/jobs',
      summary: 'The board',
      status: 200,
      answer: BoardSchema,
      handle: () => d.jobs.board(),
    }),
    jsonRoute({
      method: 'post',
      path: '/api/jobs',
      summary: 'A new job',
      status: 201,
      body: NewJobSchema,
      answer: JobSchema,
      handle: ({ body }) => d.jobs.create(body.customer),
    }),
    jsonRoute({
      method: 'post',
      path: '/api/jobs/import',
      summary: 'A job file read as a new job',
      status: 201,
      body: z.unknown(),
      answer: JobSchema,
      handle: ({ body }) => d.jobs.read(body),
    }),
    jsonRoute({
      method: 'get',
      path: '/api/jobs/:id',
      summary: 'A whole job',
      status: 200,
      answer: JobSchema,
      handle: (ask) => d.jobs.find(id(ask)),
    }),
    ...SECTIONS.map((section) =>
      jsonRoute({
        method: 'put',
        path: `/api/jobs/:id/sections/${section}`,
        summary: `Save the ${section} section`,
        status: 200,
        body: SaveSchemas[section] as z.ZodType<{ version: number; data: unknown }>,
        answer: SavedSchema,
        handle: (ask) => d.jobs.save(id(ask), section, ask.body.version, ask.body.data),
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
    jsonRoute({
      method: 'post',
      path: '/api/compute/kinematics',
      summary: 'Figures of a suspension, edited or not, at each sample of travel and rack',
      status: 200,
      body: KinematicsRequestSchema,
      answer: KinematicsResultSchema,
      handle: async (ask) =>
        (await d.computer.kinematics(ask.body, ask.signal)) as z.input<typeof KinematicsResultSchema>,
    }),
    jsonRoute({
      method: 'post',
      path: '/api/compute/ride-height',
      summary: 'Ride height of an axle with its edits and added masses, by balance',
      status: 200,
      body: RideHeightRequestSchema,
      answer: RideHeightResultSchema,
      handle: (ask) => d.computer.rideHeight(ask.body, ask.signal),
    }),
    jsonRoute({
      method: 'post',
      path: '/api/compute/clearance',
      summary: 'Clearance of a tyre to its obstacles over travel and rack',
      status: 200,
      body: ClearanceRequestSchema,
      answer: ClearanceResultSchema,
      handle: async (ask) =>
        (await d.computer.clearance(ask.body, ask.signal)) as z.input<typeof ClearanceResultSchema>,
    }),
    jsonRoute({
      method: 'post',
      path: '/api/compute/tire',
      summary: 'A tyre as mounted and loaded, and against another',
      status: 200,
      body: TireRequestSchema,
      answer: TireResultSchema,
      handle: ({ body }) => Promise.resolve(computeTire(body)),
    }),
    fileRoute({
      method: 'get',
      path: '/api/jobs/:id/sheet.pdf',
      summary: 'The build sheet, printed',
      contentType: 'application/pdf',
      handle: async (ask) => {
        const m = await sheet(ask);
        return {
          type: 'application/pdf',
          fileName: `build-sheet-${m.number}.pdf`,
          body: await d.printer.print({ what: 'sheet', model: m }, ask.signal),
        };
      },
    }),
    fileRoute({
      method: 'get',
      path: '/api/jobs/:id/calibration.pdf',
      summary: 'The calibration card of the wanted tyre, printed',
      contentType: 'application/pdf',
      handle: async (ask) => {
        const m = await sheet(ask);
        if (!m.assessment.gearing) throw new AppError('tire-missing');
        return {
          type: 'application/pdf',
          fileName: `calibration-${m.number}.pdf`,
          body: await d.printer.print({ what: 'calibration', model: m }, ask.signal),
        };
      },
    }),
    fileRoute({
      method: 'get',
      path: '/api/jobs/:id/parts.csv',
      summary: 'The parts list as CSV',
      contentType: 'text/csv',
      handle: async (ask) => {
        const m = await sheet(ask);
        return {
          type: 'text/csv; charset=utf-8',
          fileName: `parts-${m.number}.csv`,
          body: partsCsv(m.lines, m.settings.currency),
        };
      },
    }),
  ];
}
