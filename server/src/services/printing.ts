import { vehicleAxle, type Catalogue } from '@rigger/core';
import type { SentCatalogue } from './catalogues';
import { floorText } from './floor';
import { pickListCsv, pickListDocument } from './pick-list';
import { printable, quoteIn, type JobTask, type Printable, type PrintTask } from './printable';
import type { Prepare } from './sheet-model';

/** What a task comes to, before it is set in type. `read`: a state of the catalogue from its text. */
export function printing(
  task: PrintTask,
  read: (of: SentCatalogue) => Catalogue,
  prepareFor: (task: JobTask) => Prepare = () => vehicleAxle,
): Printable {
  switch (task.what) {
    case 'paper':
      return quoteIn(task.form, task.paper);
    case 'floor':
      return {
        kind: 'text',
        text: floorText(task, (id) => {
          const state = task.catalogues.find((c) => c.id === id);
          if (!state) throw new Error('a job counts with a catalogue that was not sent');
          return read(state);
        }),
      };
    case 'pick-list.csv':
      return { kind: 'text', text: pickListCsv(task.floor, task.settings) };
    case 'pick-list.pdf':
      return { kind: 'document', document: pickListDocument(task.floor, task.settings) };
    default:
      return printable(task, read(task.catalogue), prepareFor(task));
  }
}
