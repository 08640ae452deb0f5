import { once } from 'node:events';
import { copyFileSync, existsSync, mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { dirname, join } from 'node:path';
import request from 'supertest';
import { createApp } from '../app';
import { hostsOf } from '../services/guard';
import { BackupService } from '../services/backup-service';
import { importWorld } from '../services/import-world';
import { filesOf } from '../services/read-folder';
import { openShop } from '../services/shop';
import { Backups } from '../store/backups';
import compute from '../workers/compute-worker';
import { standInFeed } from '../standins/supplier-feed';
import type { Computer, Planner, SheetPrinter } from '../workers/pool';
import { AppError } from '../errors';

export const DEMO_DIR = join(__dirname, '../../../demo');
export const TODAY = new Date('2026-11-25T09:00:00.000Z');

/** the core's answers without a worker around them */
const inPlace: Computer = {
  admits: () => true,
  compute: (kind, text) => {
    const answer = compute({ kind, text, upToMs: Infinity });
    if (answer.kind === 'done') return Promise.resolve(answer.body);
    if (answer.kind === 'longer') throw new Error('nothing is longer than that');
    throw new AppError(answer.code, undefined, { faults: answer.faults });
  },
  close: () => Promise.resolve(),
};
let demoMade: Promise<string> | null = null;
/** The demo's catalogue with six of its jobs: enough for a board, and small enough to count. */
const WEEK = ['bird-count', 'farm-vet', 'harbourmaster', 'hut-warden', 'peat-crew', 'seaweed-cutter'];
export const smallWeek = () =>
  new Map(
    [...filesOf(DEMO_DIR)].filter(
      ([path]) => !path.startsWith('jobs/') || WEEK.includes(path.slice('jobs/'.length, -'.json'.length)),
    ),
  );
/** The demo world, read in once for all servers of a test file. */
function demoDatabase(): Promise<string> {
  demoMade ??= (async () => {
    const database = join(mkdtempSync(join(tmpdir(), 'rigger-demo-')), 'demo.sqlite');
    const shop = await openShop(database);
    await importWorld(shop.stores, smallWeek(), { origin: 'demo', author: '', today: TODAY });
    await shop.close();
    return database;
  })();
  return demoMade;
}
afterAll(async () => {
  if (demoMade) rmSync(dirname(await demoMade), { recursive: true });
});
interface OpenOptions {
  readonly printer?: Partial<SheetPrinter>;
  readonly computer?: Partial<Computer>;
  readonly planner?: Partial<Planner>;
  /** a file that is there already */
  readonly file?: string;
  /** without it the shop begins empty */
  readonly demo?: boolean;
}
/** A server on a real SQLite file, with the demo world read in; the printer is the caller's. */
export async function openServer({ printer, computer, planner, file, demo = true }: OpenOptions = {}) {
  const dir = mkdtempSync(join(tmpdir(), 'rigger-'));
  const database = file ?? join(dir, 'test.sqlite');
  if (demo && file === undefined) copyFileSync(await demoDatabase(), database);
  const shop = await openShop(database);
  const copies = new Backups(database, join(dir, 'backups'));
  let closed: 'shutting-down' | null = null;
  const app = createApp({
    stores: shop.stores,
    jobs: shop.jobs,
    live: shop.live,
    backups: new BackupService(copies, shop),
    photos: copies.photos,
    fault: shop.fault,
    inPlace: shop.inPlace,
    printer: {
      print: () => Promise.resolve({ ok: true, body: new Uint8Array() }),
      close: () => Promise.resolve(),
      ...printer,
    },
    computer: { ...inPlace, ...computer },
    planner: { search: () => Promise.resolve(null), close: () => Promise.resolve(), ...planner },
    feed: standInFeed('test'),
    today: () => TODAY,
    logLevel: 'silent',
    hosts: hostsOf(undefined),
    closed: () => closed,
  });
  // one listener of our own, so that a request that is broken off leaves nothing open
  const server = app.listen(0, '127.0.0.1');
  await once(server, 'listening');
  return {
    api: request(server),
    server,
    shop,
    db: shop.stores.db,
    database,
    get catalogue() {
      return shop.stores.catalogues.now.catalogue;
    },
    drain() {
      closed = 'shutting-down';
    },
    async job(number: number) {
      const board = await request(server).get('/api/jobs');
      const id = board.body.jobs.find((j: { number: number }) => j.number === number).id as string;
      return (await request(server).get(`/api/jobs/${id}`)).body;
    },
    async close(keep = false) {
      server.closeAllConnections();
      server.close();
      await shop.close();
      if (!keep && existsSync(dir)) rmSync(dir, { recursive: true });
    },
  };
}
export type OpenServer = Awaited<ReturnType<typeof openServer>>;
