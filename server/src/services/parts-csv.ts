import type { PartsLine } from '@rigger/core';
import { lineProvenance } from '@rigger/wording';
import Papa from 'papaparse';

/** The parts list as CSV: one line per part, money in whole units with a point, a leading sign never read as a formula. */
export function partsCsv(lines: readonly PartsLine[], currency: string): string {
  return Papa.unparse(
    lines.map((l) => ({
      code: l.code,
      maker: l.maker,
      name: l.name,
      quantity: l.quantity,
      'sold as': l.soldAs,
      supplier: l.supplier,
      'on hand': l.onHand ?? '',
      'lead days': l.leadDays ?? '',
      [`price ${currency}`]: (l.priceMinor / 100).toFixed(2),
      [`line ${currency}`]: (l.lineMinor / 100).toFixed(2),
      provenance: lineProvenance(l),
    })),
    { escapeFormulae: true, newline: '\r\n' },
  );
}
