import type { ErrorCode } from '@rigger/contracts';
import { pastCase, type Catalogue, type JobSections, type ShopSettings } from '@rigger/core';
import type { TDocumentDefinitions } from 'pdfmake/interfaces';
import { AppError } from '../errors';
import { calibrationDocument } from './calibration-document';
import { partsCsv } from './parts-csv';
import { sheetDocument } from './sheet-document';
import { sheetModel } from './sheet-model';

export interface PrintTask {
  readonly what: 'sheet' | 'calibration' | 'parts' | 'past';
  readonly number: number;
  readonly sections: JobSections;
  /** state of the catalogue, and its text: read once for each state */
  readonly catalogue: { readonly number: number; readonly text: string };
  readonly settings: ShopSettings;
  readonly day: string;
}
export type Printable =
  | { readonly kind: 'document'; readonly document: TDocumentDefinitions }
  | { readonly kind: 'text'; readonly text: string }
  | { readonly kind: 'refused'; readonly code: ErrorCode };

/** What a sheet, a card or a parts list says, before it is set in type; or what it still needs. */
export function printable(task: PrintTask, catalogue: Catalogue): Printable {
  try {
    const model = sheetModel(task.number, task.sections, catalogue, task.settings, task.day);
    switch (task.what) {
      case 'parts':
        return { kind: 'text', text: partsCsv(model.lines, model.settings.currency) };
      case 'past':
        return { kind: 'text', text: JSON.stringify(pastCase(model.assessment, task.sections, catalogue)) };
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
