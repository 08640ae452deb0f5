import type { Floor } from '@rigger/contracts';
import type { ShopSettings } from '@rigger/core';
import { ARRIVED_WORDS, codeText, longDay, money, piecesShort, styleOf } from '@rigger/wording';
import type { Content, TDocumentDefinitions } from 'pdfmake/interfaces';
import { csvOf, wholeMoney } from './parts-csv';
import { documentOf, figure, INK2, rules, RUST, small } from './print-style';

/** Every line of every open job that is not on a vehicle yet, by supplier, what has to be ordered first on top. */
const linesOf = (floor: Floor) =>
  floor.jobs
    .flatMap((job) => (job.floor?.lines ?? []).map((line) => ({ job, line })))
    .sort(
      (x, y) =>
        (x.line.supplier < y.line.supplier ? -1 : x.line.supplier > y.line.supplier ? 1 : 0) ||
        (x.line.orderBy ?? '9999').localeCompare(y.line.orderBy ?? '9999') ||
        x.job.number - y.job.number,
    );
const saysFeed = (floor: Floor, code: string) => floor.feed.find((f) => f.code === code);

export const pickListCsv = (floor: Floor, { currency }: Pick<ShopSettings, 'currency'>): string =>
  csvOf(
    linesOf(floor).map(({ job, line }) => ({
      job: job.number,
      customer: job.customer,
      code: codeText(line.code),
      name: line.name,
      maker: line.maker,
      supplier: line.supplier,
      quantity: line.quantity,
      state: ARRIVED_WORDS[line.state],
      short: piecesShort(line.lacking),
      'comes on': line.day ?? '',
      'order by': line.orderBy ?? '',
      promised: job.promiseDate ?? '',
      [`price ${currency}`]: wholeMoney(line.priceMinor),
      [`supplier says ${currency}`]: saysFeed(floor, line.code)
        ? wholeMoney(saysFeed(floor, line.code)?.priceMinor ?? null)
        : '',
    })),
  );
/** The pick list of the shop: what goes to which job, with room to tick. */
export function pickListDocument(floor: Floor, settings: ShopSettings): TDocumentDefinitions {
  const style = styleOf(settings);
  const lines = linesOf(floor);
  const suppliers = [...new Set(lines.map((l) => l.line.supplier))];
  const content: Content[] = [
    { text: 'Pick list', style: 'title' },
    { text: `all open jobs · printed ${longDay(floor.day)}`, color: INK2, margin: [0, 0, 0, 8] },
    ...(lines.length === 0 ? [{ text: 'Nothing to pick: no open job has a parts list.' } as Content] : []),
    ...suppliers.flatMap((supplier): Content[] => [
      { text: supplier === '' ? 'Supplier not said' : supplier, style: 'section' },
      {
        table: {
          headerRows: 1,
          dontBreakRows: true,
          widths: [26, 60, '*', 22, 66, 62, 56],
          body: [
            ['job', 'code', 'what', 'qty', 'where it is', 'order by', 'price'].map(small),
            ...lines
              .filter((l) => l.line.supplier === supplier)
              .map(({ job, line }) => [
                figure(String(job.number)),
                figure(codeText(line.code)),
                {
                  stack: [
                    line.name,
                    small([job.customer, piecesShort(line.lacking)].filter(Boolean).join(' · ')),
                  ],
                },
                figure(String(line.quantity)),
                line.here
                  ? small(ARRIVED_WORDS[line.state])
                  : {
                      stack: [
                        { text: ARRIVED_WORDS[line.state], color: RUST },
                        small(line.day ? longDay(line.day) : 'no day said'),
                      ],
                    },
                line.state !== 'asked' || line.orderBy === null
                  ? small('')
                  : { text: longDay(line.orderBy), fontSize: 8, bold: line.orderBy <= floor.day },
                line.priceMinor === null ? small('ask') : figure(money(line.priceMinor, style)),
              ]),
          ],
        },
        layout: rules,
        margin: [0, 0, 0, 6],
      },
    ]),
  ];
  return documentOf(content, { settings, title: 'Pick list' });
}
