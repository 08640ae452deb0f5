import { changesBetween, itemsOf, type CatalogueChange, type ItemKind } from '@rigger/core';
import { localDay } from '@rigger/wording';
import type { CatalogueStore, Imported } from '../store/catalogue-store';
import type { JobsStore } from '../store/jobs-store';
import type { SettingsStore } from '../store/settings-store';
import { writing, type Store } from '../store/writing';
import type { Catalogues } from './catalogues';
import { readWorld, type FileFault, type Files, type World } from './read-folder';

export interface Stores {
  readonly db: Store;
  readonly jobs: JobsStore;
  readonly catalogue: CatalogueStore;
  readonly settings: SettingsStore;
  readonly catalogues: Catalogues;
}
export interface Preview {
  readonly faults: readonly FileFault[];
  readonly items: readonly {
    readonly kind: ItemKind;
    readonly code: string;
    readonly does: 'comes' | 'changes' | 'goes';
  }[];
  /** taken only by a shop that has none */
  readonly settings: 'comes' | 'stays';
  /** numbers of jobs that come; those whose number is taken do not */
  readonly jobs: readonly number[];
}
export interface ImportDone extends Preview {
  readonly imported: Imported | null;
}
const DAY_MS = 86_400_000;
const dayAfter = (today: Date, days: number) => localDay(new Date(today.getTime() + days * DAY_MS));
const does = (c: CatalogueChange) => (c.before === null ? 'comes' : c.after === null ? 'goes' : 'changes');

async function plan(stores: Stores, world: World): Promise<Preview> {
  await stores.catalogues.refresh();
  const { number, catalogue } = stores.catalogues.now;
  const changes = changesBetween(number === 0 ? [] : itemsOf(catalogue), itemsOf(world.catalogue));
  const taken = await stores.jobs.numbers();
  return {
    faults: [],
    items: changes.map((c) => ({ kind: c.kind, code: c.code, does: does(c) })),
    settings: world.settings && (await stores.settings.isUntouched()) ? 'comes' : 'stays',
    jobs: world.jobs.map((j) => j.number).filter((n) => !taken.has(n)),
  };
}
const NOTHING_TAKEN = { items: [], settings: 'stays', jobs: [] } as const;

/** What an import would change, or every fault that keeps it from being one. Nothing is written. */
export async function previewImport(stores: Stores, files: Files): Promise<Preview> {
  const read = readWorld(files);
  return read.ok ? plan(stores, read.world) : { faults: read.faults, ...NOTHING_TAKEN };
}
/** Takes a world in, all of it or nothing: the catalogue as its newest state, settings for a shop that has none, jobs under
 *  numbers that are free, with dates relative to `today`. */
export async function importWorld(
  stores: Stores,
  files: Files,
  as: { readonly origin: string; readonly author: string; readonly today: Date },
): Promise<ImportDone> {
  const read = readWorld(files);
  if (!read.ok) return { faults: read.faults, ...NOTHING_TAKEN, imported: null };
  const { world } = read;
  const planned = await plan(stores, world);
  const imported = await writing(stores.db, async (t) => {
    const done = await stores.catalogue.replaceIn(t, world.catalogue, as);
    if (world.settings && planned.settings === 'comes') await stores.settings.putIn(t, world.settings);
    return done;
  });
  await stores.catalogues.refresh();
  // the board says what a job lacks of the new catalogue
  await writing(stores.db, async (t) => {
    for (const job of world.jobs.filter((j) => planned.jobs.includes(j.number))) {
      const { head, ...rest } = job.sections;
      const promiseDate = job.promiseInDays === null ? null : dayAfter(as.today, job.promiseInDays);
      await stores.jobs.createIn(
        t,
        { ...rest, head: { ...head, promiseDate } },
        { author: as.author, why: 'file' },
        {
          number: job.number,
          createdAt: new Date(as.today.getTime() - job.createdDaysAgo * DAY_MS).toISOString(),
          catalogue: imported.number,
        },
      );
    }
  });
  if (planned.items.length > 0) await stores.jobs.projectAll('all');
  return { ...planned, imported };
}
