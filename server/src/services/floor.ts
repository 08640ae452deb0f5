import type { FloorRow } from '@rigger/contracts';
import { floorJob, unreadableIn, type Catalogue } from '@rigger/core';
import { LRUCache } from 'lru-cache';
import { hashOf } from './hash-of';
import type { FloorTask } from './printable';

/** jobs whose figures are kept, the ones asked for last: a shop has some dozens open */
const KEPT = 512;
/** What a job takes, by all that it follows from: of an open shop only the job that was saved is computed again. */
const kept = new LRUCache<string, { readonly floor: FloorRow['floor'] }>({ max: KEPT });

/** What each open job takes of the shop, as JSON; runs in the worker pool. A job without a vehicle, or with an entry that nobody can
 *  read, stands in the list without figures: nothing is planned on a value that somebody did not mean. */
export function floorText(task: FloorTask, catalogueOf: (id: string) => Catalogue): string {
  const rows = [...task.jobs]
    // jobs of one state of the catalogue after each other: each state is read once
    .sort((x, y) => x.catalogue.localeCompare(y.catalogue))
    .map(({ row, sections, catalogue }): FloorRow => {
      const key = hashOf([sections, catalogue, task.settings, task.day]);
      const { floor } = kept.get(key) ?? {
        floor:
          unreadableIn(sections).length > 0
            ? null
            : (floorJob(sections, catalogueOf(catalogue), task.settings, task.day) as FloorRow['floor']),
      };
      kept.set(key, { floor });
      return { ...row, floor };
    });
  return JSON.stringify(rows.sort((x, y) => x.number - y.number));
}
