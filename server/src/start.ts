import { existsSync } from 'node:fs';
import type { Server } from 'node:http';
import { createApp } from './app';
import { JobsService } from './services/jobs-service';
import { seed } from './services/seed';
import { CatalogueStore } from './store/catalogue-store';
import { JobsStore } from './store/jobs-store';
import { openStore } from './store/open-store';
import { SettingsStore } from './store/settings-store';
import { createComputer, createSheetPrinter } from './workers/pool';

export interface StartOptions {
  readonly database: string;
  readonly demoDir: string;
  readonly webRoot: string;
  readonly port: number;
  readonly logLevel?: string | undefined;
}
export interface Running {
  readonly server: Server;
  readonly address: string;
  readonly seeded: 'seeded' | 'kept';
  readonly stop: () => Promise<void>;
}

/** Opens the store, seeds it when empty, and serves API and web from one process. */
export async function start(options: StartOptions): Promise<Running> {
  const db = await openStore(options.database);
  const jobsStore = new JobsStore(db);
  const catalogueStore = new CatalogueStore(db);
  const settings = new SettingsStore(db);
  const today = () => new Date();
  const seeded = await seed(
    { jobs: jobsStore, catalogue: catalogueStore, settings },
    options.demoDir,
    today(),
  );
  const catalogue = await catalogueStore.read();
  const printer = createSheetPrinter();
  const computer = createComputer();
  const app = createApp({
    jobs: new JobsService(jobsStore, catalogue),
    settings,
    catalogue,
    printer,
    computer,
    today,
    webRoot: existsSync(options.webRoot) ? options.webRoot : undefined,
    logLevel: options.logLevel,
  });
  const server = await new Promise<Server>((resolve, reject) => {
    const s = app.listen(options.port, '127.0.0.1', (error?: Error) => {
      if (error) reject(error);
      else resolve(s);
    });
  });
  const bound = server.address();
  const port = typeof bound === 'object' && bound ? bound.port : options.port;
  return {
    server,
    address: `http://127.0.0.1:${port}/`,
    seeded,
    async stop() {
      const closed = new Promise((resolve) => server.close(resolve));
      server.closeAllConnections();
      await closed;
      await printer.close();
      await computer.close();
      await db.destroy();
    },
  };
}
