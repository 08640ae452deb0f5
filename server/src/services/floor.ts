import type { FloorRow } from '@rigger/contracts';
import { floorJob, unreadableIn, type Catalogue } from '@rigger/core';
import type { FloorTask } from './printable';

/** What each open job takes of the shop, as JSON; runs in the worker pool. A job without a vehicle, or with an entry that nobody can
 *  read, stands in the list without figures: nothing is planned on a value that somebody did not mean. */
export function floorText(task: FloorTask, catalogueOf: (number: number) => Catalogue): string {
  const rows = [...task.jobs]
    // jobs of one state of the catalogue after each other: each state is read once
    .sort((x, y) => x.catalogue - y.catalogue)
    .map(({ row, sections, catalogue }): FloorRow => ({
      ...row,
      floor:
        unreadableIn(sections).length > 0
          ? null
          : (floorJob(sections, catalogueOf(catalogue), task.settings, task.day) as FloorRow['floor']),
    }));
  return JSON.stringify(rows.sort((x, y) => x.number - y.number));
}
