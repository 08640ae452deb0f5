import {
  BAY_PAPER_NAMES,
  BAY_PAPERS,
  GiveQuoteSchema,
  GivenQuotesSchema,
  QuotePaperSchema,
} from '@rigger/contracts';
import { AppError } from '../errors';
import { QUOTE_FORMS, type JobTask, type QuoteForm } from '../services/printable';
import { quoteName } from '../services/quote-document';
import { computing, type ComputingDeps } from './computing';
import { fileRoute, jsonRoute, type RouteRequest, type FileAnswer, type Route } from './route';

/** The papers of one job: for the customer, the bay, the rack and the buyer. */
export function paperRoutes(d: ComputingDeps): readonly Route[] {
  const id = (ask: RouteRequest<unknown>) => ask.params.id ?? '';
  const computed = computing(d);
  const print = async (
    ask: RouteRequest<unknown>,
    what: JobTask['what'],
    as: { readonly type: string; readonly fileName: (n: number) => string },
  ): Promise<FileAnswer> => {
    const { number, body } = await computed(ask, what);
    return { type: as.type, fileName: as.fileName(number), body };
  };
  return [
    fileRoute({
      method: 'get',
      path: '/api/jobs/:id/sheet.pdf',
      summary: 'The build sheet, printed',
      contentType: 'application/pdf',
      handle: (ask) =>
        print(ask, 'sheet', { type: 'application/pdf', fileName: (n) => `build-sheet-${n}.pdf` }),
    }),
    fileRoute({
      method: 'get',
      path: '/api/jobs/:id/calibration.pdf',
      summary: 'The calibration card of the wanted tyre, printed',
      contentType: 'application/pdf',
      handle: (ask) =>
        print(ask, 'calibration', { type: 'application/pdf', fileName: (n) => `calibration-${n}.pdf` }),
    }),
    jsonRoute({
      method: 'get',
      path: '/api/jobs/:id/quotes',
      summary: 'The quotes that were given of a job, each as it was, the newest first',
      status: 200,
      answer: GivenQuotesSchema,
      held: true,
      handle: (ask) => d.jobs.given(id(ask)),
    }),
    jsonRoute({
      method: 'post',
      path: '/api/jobs/:id/quotes',
      summary: 'Gives the quote as the job is now: it is kept as the next revision and never changed',
      status: 201,
      body: GiveQuoteSchema,
      answer: GivenQuotesSchema,
      handle: async (ask) => {
        const { body } = await computed(ask, 'quote.json');
        const paper = QuotePaperSchema.parse(JSON.parse(String(body)));
        return d.jobs.give(id(ask), paper, { author: ask.author, id: ask.body.id });
      },
    }),
    ...QUOTE_FORMS.flatMap((form) => [
      fileRoute({
        method: 'get',
        path: `/api/jobs/:id/${form}`,
        summary: `The quote as the job is now, a draft, as ${FORM_WORDS[form]}`,
        contentType: FORM_TYPES[form],
        handle: (ask) =>
          print(ask, form, {
            type: FORM_TYPES[form],
            fileName: (n) => `${quoteName({ job: n, revision: null })}${ending(form)}`,
          }),
      }),
      fileRoute({
        method: 'get',
        path: `/api/jobs/:id/quotes/:revision/${form}`,
        summary: `A quote as it was given, as ${FORM_WORDS[form]}`,
        contentType: FORM_TYPES[form],
        handle: async (ask) => {
          const paper = await d.jobs.paper(id(ask), ask.params.revision ?? '');
          const printed = await d.printer.print({ what: 'paper', form, paper }, ask.signal);
          if (!printed.ok) throw new AppError(printed.code);
          return {
            type: FORM_TYPES[form],
            fileName: `${quoteName(paper)}${ending(form)}`,
            body: printed.body,
          };
        },
      }),
    ]),
    fileRoute({
      method: 'get',
      path: '/api/jobs/:id/parts.csv',
      summary: 'The parts list as CSV',
      contentType: 'text/csv',
      handle: (ask) =>
        print(ask, 'parts', { type: 'text/csv; charset=utf-8', fileName: (n) => `parts-${n}.csv` }),
    }),
    ...BAY_PAPER_NAMES.map((what) =>
      fileRoute({
        method: 'get',
        path: `/api/jobs/:id/${what}`,
        summary: BAY_PAPERS[what].summary,
        contentType: BAY_PAPERS[what].type.split(';')[0] ?? '',
        handle: (ask) =>
          print(ask, what, {
            type: BAY_PAPERS[what].type,
            fileName: (n) => what.replace(/(-[0-9]+)?[.]/, `-${n}$1.`),
          }),
      }),
    ),
  ];
}
const FORM_WORDS: Readonly<Record<QuoteForm, string>> = {
  'quote.pdf': 'PDF',
  'quote.csv': 'CSV',
  'quote.json': 'JSON',
};
const FORM_TYPES: Readonly<Record<QuoteForm, string>> = {
  'quote.pdf': 'application/pdf',
  'quote.csv': 'text/csv; charset=utf-8',
  'quote.json': 'application/json',
};
const ending = (form: QuoteForm) => form.slice('quote'.length);
