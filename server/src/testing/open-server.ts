import { once } from 'node:events';
import { existsSync, mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import request from 'supertest';
import { createApp } from '../app';
import { JobsService } from '../services/jobs-service';
import { seed } from '../services/seed';
import { CatalogueStore } from '../store/catalogue-store';
import { JobsStore } from '../store/jobs-store';
import { openStore } from '../store/open-store';
import { SettingsStore } from '../store/settings-store';
import { computeClearance, computeKinematics, computeRideHeight } from '@rigger/core';
import type { SheetPrinter } from '../workers/pool';

export const DEMO_DIR = join(__dirname, '../../../demo');
export const TODAY = new Date('2026-11-25T09:00:00.000Z');

/** A server on a real SQLite file, seeded with the demo world; the printer is the caller's. */
export async function openServer(printer?: Partial<SheetPrinter>, file?: string) {
  const dir = mkdtempSync(join(tmpdir(), 'rigger-'));
  const database = file ?? join(dir, 'test.sqlite');
  const db = await openStore(database);
  const jobs = new JobsStore(db);
  const catalogue = new CatalogueStore(db);
  const settings = new SettingsStore(db);
  const seeded = await seed({ jobs, catalogue, settings }, DEMO_DIR, TODAY);
  const world = await catalogue.read();
  const app = createApp({
    jobs: new JobsService(jobs, world),
    settings,
    catalogue: world,
    printer: { print: () => Promise.resolve(new Uint8Array()), close: () => Promise.resolve(), ...printer },
    computer: {
      kinematics: (r) => Promise.resolve(computeKinematics(r)),
      rideHeight: (r) => Promise.resolve(computeRideHeight(r)),
      clearance: (r) => Promise.resolve(computeClearance(r)),
      close: () => Promise.resolve(),
    },
    today: () => TODAY,
    logLevel: 'silent',
  });
  // one listener of our own, so that a request that is broken off leaves nothing open
  const server = app.listen(0, '127.0.0.1');
  await once(server, 'listening');
  return {
    api: request(server),
    db,
    database,
    seeded,
    catalogue: world,
    async job(number: number) {
      const board = await request(server).get('/api/jobs');
      const id = board.body.jobs.find((j: { number: number }) => j.number === number).id as string;
      return (await request(server).get(`/api/jobs/${id}`)).body;
    },
    async close(keep = false) {
      server.closeAllConnections();
      server.close();
      await db.destroy();
      if (!keep && existsSync(dir)) rmSync(dir, { recursive: true });
    },
  };
}
export type OpenServer = Awaited<ReturnType<typeof openServer>>;
