import type { QuotePaper, QuotedPaperPlan } from '@rigger/contracts';
import {
  codeText,
  hoursText,
  longDay,
  moneyBetween,
  priceText,
  styleOf,
  termText,
  type Style,
} from '@rigger/wording';
import type { Content, TDocumentDefinitions } from 'pdfmake/interfaces';
import { documentOf, figure, INK2, right, rules, RUST, small } from './print-style';

export const quoteName = (q: Pick<QuotePaper, 'job' | 'revision'>): string =>
  q.revision === null ? `quote-${q.job}-draft` : `quote-${q.job}-${q.revision}`;

/** A quote as a pdfmake document: what is offered, what it costs, what is given up, what is not in it. Figures of the work itself,
 *  torques among them, are the build sheet's. */
export function quoteDocument(q: QuotePaper): TDocumentDefinitions {
  const style = styleOf(q);
  const holds = q.validUntil === null ? 'how long it holds: ask' : `holds until ${longDay(q.validUntil)}`;
  const content: Content[] = [
    { text: q.revision === null ? 'Quote, a draft' : `Quote, revision ${q.revision}`, style: 'title' },
    { text: `${q.customer} · ${q.vehicle}`, bold: true },
    { text: `job ${q.job} · ${longDay(q.day)} · ${holds}`, color: INK2, margin: [0, 0, 0, 8] },
    { text: q.sentence, fontSize: 12, margin: [0, 0, 0, 6] },
  ];
  if (q.words) content.push({ text: q.words, margin: [0, 0, 0, 8] });
  if (q.plans.length > 1) content.push(...sideBySide(q, style));
  for (const [i, p] of q.plans.entries()) content.push(...planContent(p, style, i > 0));
  content.push(
    { text: 'Not included', style: 'section' },
    { ul: q.notIncluded },
    {
      columns: [
        { text: 'plan taken: ____' },
        { text: 'signed ______________________' },
        { text: 'date ______________' },
      ],
      margin: [0, 20, 0, 0],
    },
  );
  return documentOf(content, {
    number: q.job,
    settings: { shopName: q.shop.name, shopPlace: q.shop.place },
    address: q.shop.address,
    title: `Quote ${q.job}${q.revision === null ? '' : `, revision ${q.revision}`}`,
    revision: q.revision === null ? 'draft' : `revision ${q.revision}`,
  });
}
/** The plans in one table: what a customer compares first. */
function sideBySide(q: QuotePaper, style: Style): Content[] {
  const row = (name: string, of: (p: QuotedPaperPlan) => string): Content[] => [
    { text: name, color: INK2, fontSize: 8 },
    ...q.plans.map((p) => ({ text: of(p), fontSize: 9 })),
  ];
  return [
    {
      table: {
        headerRows: 1,
        widths: [60, ...q.plans.map(() => '*')],
        body: [
          ['', ...q.plans.map((p) => ({ text: p.title, bold: true }))],
          row('by', (p) => p.made),
          row('with tax', (p) => moneyBetween(p.money.total, style)),
          row('person time', (p) => hoursText(p.minutes)),
          row('in the bay, a pair', (p) => (p.bayMinutes ? hoursText(p.bayMinutes) : '–')),
          row('on the rack', (p) => (p.rackMinutes ? hoursText(p.rackMinutes) : '–')),
          row('parts', (p) => p.ready),
          row('stands', (p) => p.stands),
          row('given up', (p) => p.givenUp.join(' ') || 'nothing'),
          row('still open', (p) => p.open.join(' ') || 'nothing'),
        ],
      },
      layout: rules,
      margin: [0, 0, 0, 10],
    },
  ];
}
function planContent(p: QuotedPaperPlan, style: Style, breaks: boolean): Content[] {
  const m = p.money;
  const told = (head: string, list: readonly string[], color?: string): Content[] =>
    list.length === 0
      ? []
      : [{ text: head, bold: true, margin: [0, 4, 0, 1], ...(color ? { color } : {}) }, { ul: [...list] }];
  return [
    { text: p.title, style: 'section', ...(breaks ? { pageBreak: 'before' as const } : {}) },
    ...(p.made ? [{ text: p.made }] : []),
    { text: [p.stands, p.ready].filter(Boolean).join(' '), margin: [0, 0, 0, 4] },
    p.lines.length === 0
      ? { text: 'No parts.', color: INK2 }
      : {
          table: {
            headerRows: 1,
            dontBreakRows: true,
            widths: [26, '*', 80],
            body: [
              [small('qty'), small('part'), { ...small('price'), alignment: 'right' as const }],
              ...p.lines.map((l) => [
                figure(String(l.quantity)),
                {
                  stack: [l.name, small([l.maker, codeText(l.code), l.word].filter(Boolean).join(' · '))],
                },
                { ...figure(priceText(l.amountMinor, style)), alignment: 'right' as const },
              ]),
            ],
          },
          layout: rules,
        },
    {
      columns: [
        { width: '*', text: '' },
        {
          width: 350,
          table: {
            widths: ['*', 150],
            body: [
              ...m.terms.map((t) => [
                t.term === 'labour' ? `${t.name}, ${hoursText(p.minutes)} of person time` : t.name,
                right(termText(t, style)),
              ]),
              [
                { text: 'Total', bold: true },
                { ...right(moneyBetween(m.total, style)), bold: true },
              ],
            ],
          },
          layout: rules,
        },
      ],
      margin: [0, 6, 0, 6],
    },
    ...told('Given up by it', p.givenUp),
    ...told('Still open', p.open),
    ...told('Advised, to decide', p.advised),
    ...told('Advised and declined', p.declined),
    ...told('Take care', p.cautions, RUST),
  ];
}
