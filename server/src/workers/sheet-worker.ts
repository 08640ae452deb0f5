import { existsSync } from 'node:fs';
import { join } from 'node:path';
import pdfmake from 'pdfmake';
import { calibrationDocument } from '../services/calibration-document';
import { sheetDocument } from '../services/sheet-document';
import type { SheetModel } from '../services/sheet-model';

// unpacked when the server is built: out of a packed font the tables would be inflated again for every glyph of a sheet
const FONTS = [join(import.meta.dirname, 'fonts'), join(import.meta.dirname, '../../dist/fonts')].find((f) =>
  existsSync(f),
);
if (FONTS === undefined) throw new Error('no fonts for the sheet: run npm run build -w @rigger/server');
const fonts = FONTS;
const archivo = (face: string) => join(fonts, `archivo-${face}.ttf`);
const spline = (face: string) => join(fonts, `spline-sans-mono-${face}.ttf`);

pdfmake.setFonts({
  Archivo: {
    normal: archivo('400-normal'),
    bold: archivo('600-normal'),
    italics: archivo('400-italic'),
    bolditalics: archivo('600-italic'),
  },
  // the mono has no italics of its own
  Spline: {
    normal: spline('400-normal'),
    bold: spline('600-normal'),
    italics: spline('400-normal'),
    bolditalics: spline('600-normal'),
  },
});
pdfmake.setUrlAccessPolicy(() => false);
pdfmake.setLocalAccessPolicy((file) => file.startsWith(fonts));

export interface PrintTask {
  readonly what: 'sheet' | 'calibration';
  readonly model: SheetModel;
}
/** Sets and renders a build sheet or a calibration card to PDF bytes; runs in the worker pool. */
export default async function print({ what, model }: PrintTask): Promise<Uint8Array> {
  const document = what === 'sheet' ? sheetDocument(model) : calibrationDocument(model);
  return new Uint8Array(await pdfmake.createPdf(document).getBuffer());
}
