import { createRequire } from 'node:module';
import { keepSetting } from './services/kept-setting';

// files that share a name, weights, type whose em is another, other letters
const require = createRequire(import.meta.url);
const files = [
  'archivo/files/archivo-latin-400-normal.woff',
  'archivo/files/archivo-latin-600-normal.woff',
  'archivo/files/archivo-latin-ext-400-normal.woff',
  'spline-sans-mono/files/spline-sans-mono-latin-400-normal.woff',
  'noto-sans/files/noto-sans-cyrillic-400-normal.woff',
].map((f) => require.resolve(`@fontsource/${f}`));
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
    const at = document.font(f).fontSize(10);
    return TEXTS.map((t) => at.widthOfString(t));
  });
};

it('a word is set once for all papers, and is as wide as it was set alone, in every font', () => {
  const alone = widths();
  // no two are alike, or a mix of them would not be seen
  expect(new Set(alone.map(String)).size).toBe(files.length);
  const words = keepSetting(files[0]!);
  expect(widths()).toEqual(alone);
  const set = words();
  expect(set).toBeGreaterThan(files.length);
  expect(widths()).toEqual(alone);
  expect(words()).toBe(set);
});
