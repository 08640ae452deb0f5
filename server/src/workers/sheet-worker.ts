import { createRequire } from 'node:module';
import { dirname, join } from 'node:path';
import pdfmake from 'pdfmake';
import { calibrationDocument } from '../services/calibration-document';
import { sheetDocument } from '../services/sheet-document';
import type { SheetModel } from '../services/sheet-model';

const require = createRequire(import.meta.url);
const files = (name: string) => join(dirname(require.resolve(`@fontsource/${name}/package.json`)), 'files');
const archivo = (weight: number, italic = false) =>
  join(files('archivo'), `archivo-latin-${weight}-${italic ? 'italic' : 'normal'}.woff`);
const spline = (weight: number) =>
  join(files('spline-sans-mono'), `spline-sans-mono-latin-${weight}-normal.woff`);

pdfmake.setFonts({
  Archivo: {
    normal: archivo(400),
    bold: archivo(600),
    italics: archivo(400, true),
    bolditalics: archivo(600, true),
  },
  Spline: { normal: spline(400), bold: spline(600), italics: spline(400), bolditalics: spline(600) },
});
pdfmake.setUrlAccessPolicy(() => false);
pdfmake.setLocalAccessPolicy(
  (file) => file.startsWith(files('archivo')) || file.startsWith(files('spline-sans-mono')),
);

export interface PrintTask {
  readonly what: 'sheet' | 'calibration';
  readonly model: SheetModel;
}
/** Sets and renders a build sheet or a calibration card to PDF bytes; runs in the worker pool. */
export default async function print({ what, model }: PrintTask): Promise<Uint8Array> {
  const document = what === 'sheet' ? sheetDocument(model) : calibrationDocument(model);
  return new Uint8Array(await pdfmake.createPdf(document).getBuffer());
}
