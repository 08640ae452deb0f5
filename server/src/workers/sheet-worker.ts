import type { ErrorCode } from '@rigger/contracts';
import { existsSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import pdfmake from 'pdfmake';
import { keepSetting } from '../services/kept-setting';
import { typeset, type Coverage } from '../services/typeset';
import type { PrintTask } from '../services/printable';
import { printing } from '../services/printing';
import { writeWholeLines } from '../services/whole-lines';
import { prepareFor, readCatalogue } from './kept-between-tasks';

// unpacked when the server is built: out of a packed font the tables would be inflated again for every glyph of a sheet
const FONTS = [join(import.meta.dirname, 'fonts'), join(import.meta.dirname, '../../dist/fonts')].find((f) =>
  existsSync(f),
);
if (FONTS === undefined) throw new Error('no fonts for the sheet: run npm run build -w @rigger/server');
const fonts = FONTS;
const coverage = JSON.parse(readFileSync(join(fonts, 'coverage.json'), 'utf8')) as Coverage;

keepSetting(join(fonts, 'Archivo-400-normal.ttf'));
writeWholeLines();
pdfmake.setFonts(
  Object.fromEntries(
    Object.keys(coverage).map((name) => {
      const file = (face: string) => join(fonts, `${name}-${face}.ttf`);
      // the mono has no italics of its own
      const italic = (face: string) =>
        existsSync(file(`${face}-italic`)) ? file(`${face}-italic`) : file(`${face}-normal`);
      return [
        name,
        {
          normal: file('400-normal'),
          bold: file('600-normal'),
          italics: italic('400'),
          bolditalics: italic('600'),
        },
      ];
    }),
  ),
);
pdfmake.setUrlAccessPolicy(() => false);
pdfmake.setLocalAccessPolicy((file) => file.startsWith(fonts));

export type Printed =
  | { readonly ok: true; readonly body: Uint8Array | string }
  | { readonly ok: false; readonly code: ErrorCode };

/** Computes and renders what is printed of a job (PDF bytes, CSV or JSON text); runs in the worker pool. */
export default async function print(task: PrintTask): Promise<Printed> {
  const made = printing(task, readCatalogue, prepareFor);
  switch (made.kind) {
    case 'refused':
      return { ok: false, code: made.code };
    case 'text':
      return { ok: true, body: made.text };
    case 'document':
      return {
        ok: true,
        body: new Uint8Array(await pdfmake.createPdf(typeset(made.document, coverage)).getBuffer()),
      };
  }
}
