import type { WorkStep } from '@rigger/core';
import {
  duration,
  figureText,
  findingText,
  HAZARD_WORDS,
  length,
  longDay,
  money,
  plural,
  lineProvenance,
  VERDICT_WORDS,
  type Style,
} from '@rigger/wording';
import type { Content, TDocumentDefinitions } from 'pdfmake/interfaces';
import { elevationSvg } from './elevation-svg';
import { documentOf, figure, HEATHER, INK2, right, rules, RUST, small } from './print-style';
import type { SheetModel } from './sheet-model';

/** The build sheet as a pdfmake document: plain data, so that a worker can render it. */
export function sheetDocument(m: SheetModel): TDocumentDefinitions {
  const style: Style = { length: m.settings.lengthUnit, currency: m.settings.currency };
  const { vehicle, forecast, needs } = m.assessment;
  const head = m.sections.head;
  const label = vehicle ? [vehicle.platform.label, vehicle.year].filter(Boolean).join(' ') : '';
  const content: Content[] = [
    { text: head.customer, style: 'title' },
    {
      text: `${label} · job ${m.number}${head.promiseDate ? ` · promised ${longDay(head.promiseDate)}` : ''} · printed ${longDay(m.printedOn)}`,
      color: INK2,
      margin: [0, 0, 0, 8],
    },
  ];
  if (m.drawing) content.push({ svg: elevationSvg(m.drawing, style), width: 515, margin: [0, 0, 0, 6] });
  if (forecast) {
    const row = (name: string, today: string, plan: string, loaded: string): Content[] => [
      name,
      figure(today),
      figure(plan),
      figure(loaded),
    ];
    content.push({
      table: {
        headerRows: 1,
        widths: ['*', 110, 130, 110],
        body: [
          ['', small('today'), small('planned, empty'), small('planned, loaded')],
          row(
            'Hub to arch, front',
            figureText(forecast.today.front, style, 0),
            figureText(forecast.planned.front, style, 0),
            figureText(forecast.loaded.front, style, 0),
          ),
          row(
            'Hub to arch, rear',
            figureText(forecast.today.rear, style, 0),
            figureText(forecast.planned.rear, style, 0),
            figureText(forecast.loaded.rear, style, 0),
          ),
          row(
            'Rake, rear over front',
            length(forecast.today.rake.value, style),
            length(forecast.planned.rake.value, style),
            length(forecast.loaded.rake.value, style),
          ),
          row(
            'Overall height',
            length(forecast.today.heightMm.value, style),
            length(forecast.planned.heightMm.value, style),
            length(forecast.loaded.heightMm.value, style),
          ),
        ],
      },
      layout: rules,
      margin: [0, 0, 0, 10],
    });
  }
  const open = needs.filter((n) => n.verdict !== 'fits');
  const notes = needs.filter((n) => n.verdict === 'fits');
  const over = m.overBudget ? [{ verdict: 'ask' as const, finding: m.overBudget }] : [];
  if (open.length + notes.length + over.length > 0) {
    content.push({ text: 'Still to settle, and to know', style: 'section' });
    content.push({
      ul: [...open, ...over, ...notes].map((n) => ({
        text: [
          {
            text: n.verdict === 'fits' ? 'note  ' : `${VERDICT_WORDS[n.verdict]}  `,
            bold: true,
            color: n.verdict === 'fits' ? INK2 : RUST,
          },
          findingText(n.finding, style, vehicle?.platform ?? null),
        ],
      })),
      margin: [0, 0, 0, 8],
    });
  }
  content.push({ text: 'Parts', style: 'section' });
  content.push(
    m.lines.length === 0
      ? { text: 'No parts chosen.', color: INK2 }
      : {
          table: {
            headerRows: 1,
            dontBreakRows: true,
            widths: [54, '*', 26, 96, 62],
            body: [
              [
                small('code'),
                small('part'),
                small('qty'),
                small('supplier'),
                { ...small('price'), alignment: 'right' as const },
              ],
              ...m.lines.map((l) => [
                figure(l.code),
                {
                  stack: [
                    l.name,
                    small(
                      `${l.maker} · ${lineProvenance(l)}${l.leadDays ? ` · ${plural(l.leadDays, 'day')} to come` : ''}`,
                    ),
                  ],
                },
                figure(String(l.quantity)),
                small(l.supplier),
                { ...figure(money(l.lineMinor, style)), alignment: 'right' as const },
              ]),
            ],
          },
          layout: rules,
        },
  );
  content.push({
    columns: [
      { width: '*', text: '' },
      {
        width: 240,
        table: {
          widths: ['*', 90],
          body: [
            ['Parts', right(money(m.money.partsMinor, style))],
            [`Labour, ${duration(m.money.minutes)}`, right(money(m.money.labourMinor, style))],
            ['Shop supplies', right(money(m.money.suppliesMinor, style))],
            ['Alignment', right(money(m.money.alignmentMinor, style))],
            ['Tax', right(money(m.money.taxMinor, style))],
            [
              { text: 'Total', bold: true },
              { ...right(money(m.money.totalMinor, style)), bold: true },
            ],
          ],
        },
        layout: rules,
      },
    ],
    margin: [0, 8, 0, 12],
  });
  if (m.plan.steps.length > 0) {
    content.push({
      text: `Work: ${plural(m.plan.steps.length, 'step')}, ${duration(m.plan.minutes)}`,
      style: 'section',
    });
    content.push({ text: `Tools: ${m.plan.tools.join(', ')}.`, color: INK2, margin: [0, 0, 0, 6] });
    m.plan.steps.forEach((step, i) => {
      if (i === m.plan.rideHeightLine) content.push(rideHeightLine());
      content.push(stepBlock(step));
    });
  }
  return documentOf(content, { ...m, title: `Build sheet ${m.number} ${head.customer}` });
}

const rideHeightLine = (): Content => ({
  table: {
    widths: ['*'],
    body: [
      [
        {
          text: 'RIDE-HEIGHT LINE · wheels on the ground from here',
          bold: true,
          color: RUST,
          border: [false, true, false, true],
        },
      ],
    ],
  },
  layout: { hLineColor: () => RUST, hLineWidth: () => 1.2, vLineWidth: () => 0 },
  margin: [0, 6, 0, 6],
});

function stepBlock(s: WorkStep): Content {
  return {
    unbreakable: true,
    columns: [
      { width: 26, ...figure(String(s.number)), color: HEATHER },
      {
        width: '*',
        stack: [
          {
            text: [
              { text: s.text },
              {
                text: `   ${s.axle === 'vehicle' ? '' : `${s.axle} · `}${duration(s.minutes)}${s.parts.length > 0 ? ` · ${s.parts.join(', ')}` : ''}`,
                color: INK2,
                fontSize: 8,
              },
            ],
          },
          ...s.hazards.map((h) => ({
            text: [{ text: `${HAZARD_WORDS[h].title} `, bold: true }, HAZARD_WORDS[h].text],
            color: RUST,
            fontSize: 8.5,
          })),
          ...s.fastenings.map((f) => ({
            text: [
              `${f.what}, ${f.count} × ${f.thread}: `,
              { text: `${f.torqueNm} N·m`, font: 'Spline', bold: true },
              {
                text: ` ${f.source === 'part-maker' ? 'part maker’s figure' : 'platform’s figure'}${f.note ? ` · ${f.note}` : ''}   signed ________`,
                color: INK2,
              },
            ],
            fontSize: 8.5,
          })),
        ],
      },
      {
        width: 20,
        svg: '<svg viewBox="0 0 12 12"><rect x="1" y="1" width="10" height="10" fill="none" stroke="#1F2A30" stroke-width="0.8"/></svg>',
        fit: [12, 12],
      },
    ],
    margin: [0, 0, 0, 5],
  };
}
