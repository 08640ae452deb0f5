import { unreadableIn } from '@rigger/core';
import { localDay, unreadableText } from '@rigger/wording';
import { AppError } from '../errors';
import { sent } from '../services/catalogues';
import { sectionsOf, type JobsService } from '../services/jobs-service';
import type { JobTask } from '../services/printable';
import type { Stores } from '../services/shop';
import type { SheetPrinter } from '../workers/pool';
import type { RouteRequest } from './route';

export interface ComputingDeps {
  readonly stores: Stores;
  readonly jobs: JobsService;
  readonly printer: SheetPrinter;
  readonly today: () => Date;
}
/** What is made of a job in the worker: of the job as it is saved, with the catalogue that it counts with. */
export const computing =
  (d: ComputingDeps) =>
  async (ask: Pick<RouteRequest<unknown>, 'params' | 'signal'>, what: JobTask['what']) => {
    const job = await d.jobs.answer(ask.params.id ?? '');
    const unreadable = unreadableIn(sectionsOf(job));
    if (unreadable.length > 0) throw new AppError('entry-unreadable', unreadableText(unreadable));
    const state = await d.stores.catalogues.at(job.catalogue);
    const printed = await d.printer.print(
      {
        what,
        number: job.number,
        sections: sectionsOf(job),
        catalogue: sent(state),
        settings: (await d.stores.settings.read()).data,
        day: localDay(d.today()),
      },
      ask.signal,
    );
    if (!printed.ok) throw new AppError(printed.code);
    return { number: job.number, body: printed.body };
  };
