import { existsSync } from 'node:fs';
import { createServer, type RequestListener, type Server } from 'node:http';
import { setTimeout as pause } from 'node:timers/promises';
import { createApp } from './app';
import { AppError } from './errors';
import { hostsOf } from './services/guard';
import { BackupService } from './services/backup-service';
import { openShop, type Shop } from './services/shop';
import { Backups } from './store/backups';
import { standInFeed } from './standins/supplier-feed';
import { createComputer, createPlanner, createSheetPrinter } from './workers/pool';
import { remembering } from './workers/remembering';

export interface StartOptions {
  readonly database: string;
  readonly webRoot: string;
  readonly port: number;
  readonly logLevel?: string | undefined;
  /** where backups lie, and every how many hours one is made (0: never by itself) */
  readonly backups: string;
  readonly backupHours: number;
  /** names beside the loopback ones under which the server answers, with commas between */
  readonly hosts?: string | undefined;
}
export interface Running {
  readonly server: Server;
  readonly address: string;
  readonly shop: Shop;
  readonly stop: () => Promise<void>;
}
/** saves that are under way when the server is stopped have this long, ms */
const DRAIN_MS = 3000;
const LOOK_EVERY_MS = 1000;

/** Takes the port, opens the shop's file, and serves API and web from one process. */
export async function start(options: StartOptions): Promise<Running> {
  let listener: RequestListener = openingUp;
  let underWay = 0;
  let stopping = false;
  const server = createServer((req, res) => {
    underWay++;
    res.once('close', () => {
      underWay--;
    });
    listener(req, res);
  });
  // a port that is taken is known before anything is written
  await new Promise<void>((resolve, reject) => {
    server.once('error', reject);
    server.listen(options.port, '127.0.0.1', resolve);
  });
  const shop = await openShop(options.database).catch((error: unknown) => {
    server.close();
    server.closeAllConnections();
    throw error;
  });
  const printer = remembering(createSheetPrinter());
  const computer = createComputer();
  const planner = createPlanner();
  const copies = new Backups(options.database, options.backups);
  await copies.sweep();
  const backups = new BackupService(copies, shop);
  const endBackups = backups.everyHours(options.backupHours, (error) => {
    console.error('The backup on schedule failed:', error instanceof Error ? error.message : error);
  });
  listener = createApp({
    backups,
    photos: copies.photos,
    stores: shop.stores,
    jobs: shop.jobs,
    live: shop.live,
    fault: shop.fault,
    inPlace: shop.inPlace,
    printer,
    computer,
    planner,
    feed: standInFeed('island'),
    today: () => new Date(),
    webRoot: existsSync(options.webRoot) ? options.webRoot : undefined,
    logLevel: options.logLevel,
    hosts: hostsOf(options.hosts),
    closed: () => (stopping ? 'shutting-down' : null),
  }) as RequestListener;
  const looking = setInterval(() => void shop.look().catch(() => undefined), LOOK_EVERY_MS);
  const bound = server.address();
  const port = typeof bound === 'object' && bound ? bound.port : options.port;
  return {
    server,
    address: `http://127.0.0.1:${port}/`,
    shop,
    /** takes nothing new, ends computing, lets saves finish, closes the file */
    async stop() {
      stopping = true;
      clearInterval(looking);
      endBackups();
      shop.live.close();
      const closed = new Promise((resolve) => server.close(resolve));
      server.closeIdleConnections();
      await Promise.all([printer.close(), computer.close(), planner.close()]);
      for (const until = Date.now() + DRAIN_MS; underWay > 0 && Date.now() < until;) await pause(10);
      server.closeAllConnections();
      await closed;
      await shop.close();
    },
  };
}
const openingUp: RequestListener = (_req, res) => {
  const why = new AppError('starting-up');
  res.writeHead(why.status, {
    'Content-Type': 'application/json',
    'Retry-After': String(why.retryAfterS),
    Connection: 'close',
  });
  res.end(JSON.stringify(why.body('')));
};
