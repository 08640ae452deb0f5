import { DISCLAIMER } from '@rigger/wording';
import type { Content, TDocumentDefinitions } from 'pdfmake/interfaces';

export const HEATHER = '#6B3A78';
export const RUST = '#9A4A14';
export const INK2 = '#5A666B';
const RULE = '#CDC8B9';
/** a price list: ruled, no uprights */
export const rules = {
  hLineColor: () => RULE,
  vLineWidth: () => 0,
  hLineWidth: () => 0.6,
  paddingLeft: () => 0,
  paddingRight: () => 8,
};
export const small = (text: string) => ({ text, fontSize: 8, color: INK2 });
export const figure = (text: string) => ({ text, font: 'Spline', fontSize: 9 });
export const right = (text: string) => ({ text, font: 'Spline', fontSize: 9, alignment: 'right' as const });

/** A4 in the shop's type, with what the tool is not under every page. */
export const documentOf = (content: Content[], title: string): TDocumentDefinitions => ({
  info: { title },
  pageSize: 'A4',
  pageMargins: [40, 36, 40, 46],
  defaultStyle: { font: 'Archivo', fontSize: 9.5, color: '#1F2A30', lineHeight: 1.15 },
  styles: {
    title: { fontSize: 18, bold: true },
    section: { fontSize: 12, bold: true, color: HEATHER, margin: [0, 6, 0, 4] },
  },
  content,
  footer: { text: DISCLAIMER, fontSize: 7.5, color: INK2, alignment: 'center', margin: [40, 14, 40, 0] },
});
