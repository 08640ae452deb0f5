import { FloorRowSchema, FloorSchema, type Floor } from '@rigger/contracts';
import { localDay } from '@rigger/wording';
import * as z from 'zod';
import { AppError } from '../errors';
import { sent, type SentCatalogue } from '../services/catalogues';
import { sectionsOf, type JobsService } from '../services/jobs-service';
import type { Stores } from '../services/shop';
import type { SupplierFeed } from '../standins/supplier-feed';
import type { SheetPrinter } from '../workers/pool';
import { fileRoute, jsonRoute, type Route } from './route';

interface FloorDeps {
  readonly jobs: JobsService;
  readonly printer: SheetPrinter;
  readonly stores: Stores;
  readonly feed: SupplierFeed;
  readonly today: () => Date;
}
/** The shop as a whole: hours, people and boxes of all open jobs, and what the buyer takes along. */
export function floorRoutes(d: FloorDeps): readonly Route[] {
  const floor = async (signal: AbortSignal): Promise<Floor> => {
    const [jobs, { data: settings }] = await Promise.all([d.jobs.onTheFloor(), d.stores.settings.read()]);
    const day = localDay(d.today());
    const states = new Map<string, SentCatalogue>();
    const tasks = [];
    for (const job of jobs) {
      const state = sent(await d.stores.catalogues.at(job.catalogue));
      states.set(state.id, state);
      const { head, work, boxes } = job.sections;
      tasks.push({
        row: {
          id: job.id,
          number: job.number,
          customer: head.data.customer,
          stage: head.data.stage,
          promiseDate: head.data.promiseDate,
          work: { version: work.version, data: work.data },
          boxes: { version: boxes.version, data: boxes.data },
        },
        sections: sectionsOf(job),
        catalogue: state.id,
      });
    }
    const printed = await d.printer.print(
      {
        what: 'floor',
        jobs: tasks,
        catalogues: [...states.values()],
        settings,
        day,
      },
      signal,
    );
    if (!printed.ok) throw new AppError(printed.code);
    const rows = z.array(FloorRowSchema).parse(JSON.parse(String(printed.body)));
    const lines = new Map(rows.flatMap((r) => (r.floor?.lines ?? []).map((l) => [l.code, l] as const)));
    const feed = await d.feed.ask([...lines.values()], day);
    return { day, jobs: rows, feed: [...feed], standIn: d.feed.standIn };
  };
  return [
    jsonRoute({
      method: 'get',
      path: '/api/floor',
      summary: 'Open jobs with their hours, people and boxes, and what suppliers say',
      status: 200,
      answer: FloorSchema,
      held: true,
      handle: (ask) => floor(ask.signal),
    }),
    ...(
      [
        ['pick-list.pdf', 'application/pdf', 'The pick list of all open jobs, printed'],
        ['pick-list.csv', 'text/csv', 'The pick list of all open jobs as CSV'],
      ] as const
    ).map(([what, contentType, summary]) =>
      fileRoute({
        method: 'get',
        path: `/api/${what}`,
        summary,
        contentType,
        handle: async (ask) => {
          const settings = (await d.stores.settings.read()).data;
          const printed = await d.printer.print(
            { what, floor: await floor(ask.signal), settings },
            ask.signal,
          );
          if (!printed.ok) throw new AppError(printed.code);
          return {
            type: what.endsWith('csv') ? 'text/csv; charset=utf-8' : 'application/pdf',
            fileName: what,
            body: printed.body,
          };
        },
      }),
    ),
  ];
}
