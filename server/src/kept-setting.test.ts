import { readdirSync } from 'node:fs';
import { createRequire } from 'node:module';
import { join } from 'node:path';
import { keepSetting } from './services/kept-setting';

// what the printer prints with: its own copy of every font of the sheets
const require = createRequire(import.meta.url);
const FONTS = join(import.meta.dirname, '../dist/fonts');
const files = readdirSync(FONTS).filter((f) => f.endsWith('.ttf'));
interface Document {
  font: (file: string) => Document;
  fontSize: (pt: number) => Document;
  widthOfString: (text: string) => number;
}
const PDFDocument = require('pdfkit') as new () => Document;
const TEXTS = ['Torque 44 N·m, ride height', 'AVATAR Ty. fi', '14, 1 234 mk', 'ħ ŵ Łukasz', 'Δοκός Ёлка'];
const widths = () => {
  const document = new PDFDocument();
  return files.map((f) => {
    const at = document.font(join(FONTS, f)).fontSize(10);
    return TEXTS.map((t) => at.widthOfString(t));
  });
};

it('a word is set once for all papers, and is as wide as it was set alone, in every font of the sheets', () => {
  const alone = widths();
  expect(files.length).toBeGreaterThan(20);
  // the weights of a family are not alike, or a mix of them would not be seen
  const of = (name: string) => alone[files.indexOf(name)]!;
  expect(of('Archivo-600-normal.ttf')[0]).toBeGreaterThan(of('Archivo-400-normal.ttf')[0]!);
  const words = keepSetting(join(FONTS, files[0]!));
  expect(widths()).toEqual(alone);
  const set = words();
  expect(set).toBeGreaterThan(files.length);
  expect(widths()).toEqual(alone);
  expect(words()).toBe(set);
});
