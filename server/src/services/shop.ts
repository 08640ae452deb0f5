import { statSync } from 'node:fs';
import { BoardStore } from '../store/board-store';
import { CatalogueStore } from '../store/catalogue-store';
import { JobsStore } from '../store/jobs-store';
import { answers, closeStore, openStore, writtenElsewhere } from '../store/open-store';
import { QuotesStore } from '../store/quotes-store';
import { SettingsStore } from '../store/settings-store';
import type { Store } from '../store/write-transaction';
import { Catalogues } from './catalogues';
import { boardRow, JobsService } from './jobs-service';
import { Live } from './live';

/** Where everything of the shop is kept. */
export interface Stores {
  readonly db: Store;
  readonly jobs: JobsStore;
  readonly catalogue: CatalogueStore;
  readonly settings: SettingsStore;
  readonly catalogues: Catalogues;
}
/** The shop's file, opened, with all that can be asked of it. */
export interface Shop {
  readonly stores: Stores;
  readonly jobs: JobsService;
  readonly live: Live;
  /** false: the file was taken away or another one put in its place, and what is written now would be in neither */
  readonly inPlace: () => boolean;
  /** what keeps the file from being used, or null */
  readonly fault: () => Promise<string | null>;
  /** takes over what another process wrote; true when it wrote anything */
  readonly look: () => Promise<boolean>;
  readonly close: () => Promise<void>;
}

export async function openShop(file: string): Promise<Shop> {
  const db = await openStore(file);
  const catalogue = new CatalogueStore(db);
  const catalogues = new Catalogues(catalogue);
  const board = new BoardStore(db, {
    row: (job) => boardRow(job, catalogues),
    state: () => catalogues.now.id,
  });
  const jobs = new JobsStore(db, board);
  await catalogues.refresh();
  await jobs.projectStale();
  const opened = inodeOf(file);
  const inPlace = () => inodeOf(file) === opened;
  const live = new Live();
  const elsewhere = await writtenElsewhere(db);
  return {
    stores: { db, jobs, catalogue, catalogues, settings: new SettingsStore(db) },
    jobs: new JobsService(jobs, board, new QuotesStore(db), catalogues, live),
    live,
    inPlace,
    async fault() {
      if (!inPlace()) return 'The database file is no longer in its place.';
      return (await answers(db)) ? null : 'The database does not answer.';
    },
    async look() {
      if (!(await elsewhere())) return false;
      await catalogues.refresh();
      await jobs.projectStale();
      live.tellAll();
      return true;
    },
    close: () => closeStore(db),
  };
}
const inodeOf = (file: string) =>
  file === ':memory:' ? 0 : (statSync(file, { throwIfNoEntry: false })?.ino ?? null);
