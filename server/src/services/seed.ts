import { localDay } from '@rigger/wording';
import type { CatalogueStore } from '../store/catalogue-store';
import type { JobsStore } from '../store/jobs-store';
import type { SettingsStore } from '../store/settings-store';
import { loadDemo } from './load-demo';

export interface Stores {
  readonly jobs: JobsStore;
  readonly catalogue: CatalogueStore;
  readonly settings: SettingsStore;
}
const DAY_MS = 86_400_000;
const dateAfter = (today: Date, days: number) => localDay(new Date(today.getTime() + days * DAY_MS));

/** Fills an empty store with the demo world; a store that has settings is left as it is, edits and all.
 *  Dates are relative to `today`. */
export async function seed(stores: Stores, demoDir: string, today: Date): Promise<'seeded' | 'kept'> {
  if ((await stores.settings.read()) !== null) {
    // a migration that changed what the catalogue holds has emptied it
    if (await stores.catalogue.isEmpty()) await stores.catalogue.replace(loadDemo(demoDir).catalogue);
    return 'kept';
  }
  const world = loadDemo(demoDir);
  await stores.catalogue.replace(world.catalogue);
  for (const job of world.jobs) {
    const { head, ...rest } = job.sections;
    await stores.jobs.create(
      {
        ...rest,
        head: {
          ...head,
          promiseDate: job.promiseInDays === null ? null : dateAfter(today, job.promiseInDays),
        },
      },
      {
        number: job.number,
        createdAt: new Date(today.getTime() - job.createdDaysAgo * DAY_MS).toISOString(),
      },
    );
  }
  await stores.settings.put(world.settings); // last: a seed that broke off is begun again
  return 'seeded';
}
