import type { DemoJob, ImportPreview } from '@rigger/contracts';
import { changesBetween, itemsOf, type Box, type CatalogueChange } from '@rigger/core';
import { localDay } from '@rigger/wording';
import type { Imported } from '../store/catalogue-store';
import { writeTransaction } from '../store/write-transaction';
import { readWorld, type Files, type World } from './read-folder';
import type { Stores } from './shop';

export interface ImportDone extends ImportPreview {
  readonly imported: Imported | null;
}
const DAY_MS = 86_400_000;
/** The boxes of a demo job, with days of the calendar. */
const boxesOf = (job: DemoJob, today: Date): readonly Box[] =>
  job.boxes.map(({ orderedDaysAgo, expectedInDays, receivedDaysAgo, ...box }, i) => {
    const on = (days: number | null) => (days === null ? null : dayAfter(today, days));
    return {
      ...box,
      id: `box-${i + 1}`,
      orderedOn: on(orderedDaysAgo === null ? null : -orderedDaysAgo),
      expectedOn: on(expectedInDays),
      receivedOn: on(receivedDaysAgo === null ? null : -receivedDaysAgo),
    };
  });
const dayAfter = (today: Date, days: number) => localDay(new Date(today.getTime() + days * DAY_MS));
const does = (c: CatalogueChange) => (c.before === null ? 'comes' : c.after === null ? 'goes' : 'changes');

async function plan(stores: Stores, world: World): Promise<ImportPreview> {
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
export async function previewImport(stores: Stores, files: Files): Promise<ImportPreview> {
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
  const imported = await writeTransaction(stores.db, async (t) => {
    const done = await stores.catalogue.replaceIn(t, world.catalogue, as);
    if (world.settings && planned.settings === 'comes') await stores.settings.putIn(t, world.settings);
    for (const job of world.jobs.filter((j) => planned.jobs.includes(j.number))) {
      const { head, ...rest } = job.sections;
      const promiseDate = job.promiseInDays === null ? null : dayAfter(as.today, job.promiseInDays);
      await stores.jobs.createIn(
        t,
        {
          ...rest,
          head: { ...head, promiseDate },
          boxes: job.boxes.length > 0 ? { list: boxesOf(job, as.today) } : rest.boxes,
        },
        { author: as.author, why: 'file' },
        {
          number: job.number,
          createdAt: new Date(as.today.getTime() - job.createdDaysAgo * DAY_MS).toISOString(),
          catalogue: done.number,
        },
      );
    }
    return done;
  });
  // the board says what each job lacks of the new catalogue
  await stores.catalogues.refresh();
  await stores.jobs.projectStale();
  return { ...planned, imported };
}
