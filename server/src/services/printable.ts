import type { BayPaper, ErrorCode, Floor, FloorRow, QuotePaper } from '@rigger/contracts';
import {
  knownVehicle,
  pastCase,
  quoteOf,
  type Catalogue,
  type JobSections,
  type ShopSettings,
} from '@rigger/core';
import { quotePaper } from '@rigger/wording';
import type { TDocumentDefinitions } from 'pdfmake/interfaces';
import { AppError } from '../errors';
import { calibrationDocument } from './calibration-document';
import { partsCsv } from './parts-csv';
import type { SentCatalogue } from './catalogues';
import { labelsDocument, rackDocument, toolsDocument } from './papers';
import { planCalendar } from './plan-calendar';
import { quoteCsv } from './quote-csv';
import { quoteDocument } from './quote-document';
import { sheetDocument } from './sheet-document';
import { sheetModel, type Prepare } from './sheet-model';

/** A thing that is computed from a job and then printed. */
export interface JobTask {
  readonly what: 'sheet' | 'calibration' | 'parts' | 'past' | QuoteForm | BayPaper;
  readonly number: number;
  readonly sections: JobSections;
  readonly catalogue: SentCatalogue;
  readonly settings: ShopSettings;
  readonly day: string;
}
/** A quote that was given: printed as it was, nothing is computed. */
export interface PaperTask {
  readonly what: 'paper';
  readonly form: QuoteForm;
  readonly paper: QuotePaper;
}
/** What the open jobs take of the shop. */
export interface FloorTask {
  readonly what: 'floor';
  readonly jobs: readonly {
    readonly row: Omit<FloorRow, 'floor'>;
    readonly sections: JobSections;
    /** id of the state of the catalogue that it counts with */
    readonly catalogue: string;
  }[];
  readonly catalogues: readonly SentCatalogue[];
  readonly settings: ShopSettings;
  readonly day: string;
}
export interface PickListTask {
  readonly what: 'pick-list.pdf' | 'pick-list.csv';
  readonly floor: Floor;
  readonly settings: ShopSettings;
}
export type PrintTask = JobTask | PaperTask | FloorTask | PickListTask;
export const QUOTE_FORMS = ['quote.pdf', 'quote.csv', 'quote.json'] as const;
export type QuoteForm = (typeof QUOTE_FORMS)[number];
const isQuote = (what: JobTask['what']): what is QuoteForm =>
  (QUOTE_FORMS as readonly string[]).includes(what);
export type Printable =
  | { readonly kind: 'document'; readonly document: TDocumentDefinitions }
  | { readonly kind: 'text'; readonly text: string }
  | { readonly kind: 'refused'; readonly code: ErrorCode };

/** What a sheet, a card or a parts list says, before it is set in type; or what it still needs. */
export function printable(task: JobTask, catalogue: Catalogue, prepare: Prepare): Printable {
  try {
    if (isQuote(task.what)) return quoteIn(task.what, draft(task, catalogue, prepare));
    const model = sheetModel(task.number, task.sections, catalogue, task.settings, task.day, prepare);
    switch (task.what) {
      case 'parts':
        return { kind: 'text', text: partsCsv(model.lines, model.settings.currency) };
      case 'past':
        return {
          kind: 'text',
          text: JSON.stringify(pastCase(model.assessment, task.sections, catalogue, task.settings.workshop)),
        };
      case 'rack.pdf':
        return { kind: 'document', document: rackDocument(model) };
      case 'tools.pdf':
        return { kind: 'document', document: toolsDocument(model) };
      case 'labels-8.pdf':
        return { kind: 'document', document: labelsDocument(model, 8) };
      case 'labels-14.pdf':
        return { kind: 'document', document: labelsDocument(model, 14) };
      case 'labels-21.pdf':
        return { kind: 'document', document: labelsDocument(model, 21) };
      case 'plan.ics':
        return { kind: 'text', text: planCalendar(model) };
      case 'plan.json':
        return {
          kind: 'text',
          text: JSON.stringify({ job: model.number, printedOn: model.printedOn, plan: model.plan }, null, 2),
        };
      case 'sheet':
        return { kind: 'document', document: sheetDocument(model) };
      case 'calibration':
        return model.assessment.gearing
          ? { kind: 'document', document: calibrationDocument(model) }
          : { kind: 'refused', code: 'tire-missing' };
    }
  } catch (error) {
    if (error instanceof AppError) return { kind: 'refused', code: error.code };
    throw error;
  }
}

/** The quote as the job is now, not given to anybody. */
function draft(
  { number, sections, settings, day }: JobTask,
  catalogue: Catalogue,
  prepare: Prepare,
): QuotePaper {
  const quote = quoteOf({ job: sections, catalogue, settings, day, prepare });
  if (!quote) throw new AppError('vehicle-missing');
  const vehicle = knownVehicle(sections, catalogue);
  return quotePaper(quote, { number, sections, vehicle, settings }, { day, revision: null });
}
export function quoteIn(form: QuoteForm, paper: QuotePaper): Printable {
  switch (form) {
    case 'quote.pdf':
      return { kind: 'document', document: quoteDocument(paper) };
    case 'quote.csv':
      return { kind: 'text', text: quoteCsv(paper) };
    case 'quote.json':
      return { kind: 'text', text: JSON.stringify(paper, null, 2) };
  }
}
