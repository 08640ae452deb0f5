import type { QuotePaper } from '@rigger/contracts';
import { codeText } from '@rigger/wording';
import { csvOf, wholeMoney } from './parts-csv';

/** A quote as CSV: every line and every sum of every plan. */
export function quoteCsv(q: QuotePaper): string {
  const sum = (plan: string, what: string, from: number | null, to: number | null) => ({
    plan,
    quantity: '' as number | '',
    code: '',
    maker: '',
    what,
    [`from ${q.currency}`]: wholeMoney(from),
    [`to ${q.currency}`]: wholeMoney(to),
  });
  return csvOf(
    q.plans.flatMap((p) => [
      ...p.lines.map((l) => ({
        ...sum(p.title, l.name, l.amountMinor, l.amountMinor),
        quantity: l.quantity,
        code: codeText(l.code),
        maker: l.maker,
      })),
      // the parts have a line each
      ...p.money.terms
        .filter((t) => t.term !== 'parts')
        .map((t) => sum(p.title, t.name, t.amount?.from ?? null, t.amount?.to ?? null)),
      sum(p.title, 'Total', p.money.total.from, p.money.total.to),
    ]),
  );
}
