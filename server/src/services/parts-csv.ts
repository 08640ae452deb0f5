import type { PartsLine } from '@rigger/core';
import { codeText, lineProvenance } from '@rigger/wording';
import Papa from 'papaparse';

/** What a spreadsheet would read as a formula: a sign at the start, also behind blanks and marks that it passes over, also in full
 *  width. */
const FORMULA = /^[\s\p{Cf}\p{Cc}]*[=+\-@＝＋－＠]/u;
/** By this mark spreadsheets know UTF-8. */
const BOM = '\uFEFF';

/** Money in whole units with a point; `ask` where nobody has named a price. */
export const wholeMoney = (minor: number | null) => (minor === null ? 'ask' : (minor / 100).toFixed(2));

/** The parts list as CSV: one line per part, money in whole units with a point, nothing in it that is read as a formula. */
export function partsCsv(lines: readonly PartsLine[], currency: string): string {
  return csvOf(
    lines.map((l) => ({
      code: codeText(l.code),
      maker: l.maker,
      name: l.name,
      quantity: l.quantity,
      'sold as': l.soldAs,
      supplier: l.supplier,
      'on hand': l.onHand ?? '',
      'lead days': l.leadDays ?? '',
      [`price ${currency}`]: wholeMoney(l.priceMinor),
      [`line ${currency}`]: wholeMoney(l.lineMinor),
      provenance: lineProvenance(l),
    })),
  );
}
/** Rows as CSV that a spreadsheet reads as it is meant. */
export const csvOf = (rows: readonly object[]): string =>
  BOM + Papa.unparse([...rows], { escapeFormulae: FORMULA, newline: '\r\n' });
