import { LRUCache } from 'lru-cache';
import { hashOf } from '../services/hash-of';
import type { PrintTask } from '../services/printable';
import type { SheetPrinter } from './pool';
import type { Printed } from './sheet-worker';

/** papers that are kept, the ones asked for last; a build sheet is about 0.1 MB */
const KEPT = 64;

/** A printer that keeps what it printed: nothing but its task goes into a paper, so the same task is the same paper. A job that was
 *  saved, another day or another setting is another task. */
export function remembering(printer: SheetPrinter): SheetPrinter {
  const kept = new LRUCache<string, Printed>({ max: KEPT });
  return {
    async print(task, signal) {
      const key = keyOf(task);
      const had = kept.get(key);
      if (had) return had;
      const printed = await printer.print(task, signal);
      kept.set(key, printed);
      return printed;
    },
    close: printer.close,
  };
}
/** a state of the catalogue never changes: its id stands for its text */
function keyOf(task: PrintTask): string {
  const named =
    'catalogues' in task
      ? { ...task, catalogues: task.catalogues.map((c) => c.id) }
      : 'catalogue' in task
        ? { ...task, catalogue: task.catalogue.id }
        : task;
  return hashOf(named);
}
