import type { ShopSettings } from '@rigger/core';
import { DISCLAIMER } from '@rigger/wording';
import type { Content, TDocumentDefinitions } from 'pdfmake/interfaces';

export const HEATHER = '#6B3A78';
export const RUST = '#9A4A14';
export const INK = '#1F2A30';
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

/** Words that stay on one line where a line holds them: read as one thing, and set as one. */
export const together = (text: string) => ({ text, ...(text.length <= TOGETHER ? { noWrap: true } : {}) });
const TOGETHER = 44; // in the small type; a column of steps holds about a hundred

/** A box to tick by pen. Drawn, not as a picture: a sheet has one at every step. */
export const tickBox = () => ({
  canvas: [{ type: 'rect' as const, x: 0.5, y: 0.5, w: 8.4, h: 8.4, lineWidth: 0.7, lineColor: INK }],
});

/** A4 in the shop's type and under its name, with what the tool is not under every page, and which page it is. */
export const documentOf = (
  content: Content[],
  {
    title,
    number,
    settings,
    address,
    revision,
  }: {
    readonly title: string;
    /** of the job; not there: a paper of the whole shop */
    readonly number?: number;
    readonly settings: Pick<ShopSettings, 'shopName' | 'shopPlace'>;
    /** on what a customer takes along */
    readonly address?: string | undefined;
    readonly revision?: string;
  },
): TDocumentDefinitions => ({
  info: { title },
  header: {
    text: [settings.shopName, address === undefined || address === '' ? settings.shopPlace : address]
      .filter(Boolean)
      .join(' · '),
    fontSize: 8.5,
    color: INK2,
    alignment: 'right',
    margin: [40, 18, 40, 0],
  },
  pageSize: 'A4',
  pageMargins: [40, 36, 40, 46],
  defaultStyle: { font: 'Archivo', fontSize: 9.5, color: INK, lineHeight: 1.15 },
  styles: {
    title: { fontSize: 18, bold: true },
    section: { fontSize: 12, bold: true, color: HEATHER, margin: [0, 6, 0, 4] },
  },
  content,
  footer: (page: number, pages: number): Content => ({
    columns: [
      { text: DISCLAIMER, width: '*' },
      {
        text: [number === undefined ? '' : `Job ${number}`, revision ?? '', `page ${page} of ${pages}`]
          .filter(Boolean)
          .join(', '),
        width: 150,
        alignment: 'right',
      },
    ],
    fontSize: 7.5,
    color: INK2,
    margin: [40, 14, 40, 0],
  }),
});
