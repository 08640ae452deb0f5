import {
  alignmentFigures,
  AXLES,
  bagsOf,
  contentsOf,
  singleUseOf,
  toolsMissing,
  type Axle,
  type Hardpoints,
} from '@rigger/core';
import {
  codeText,
  consumableText,
  degrees,
  FIGURE_WORDS,
  identityText,
  longDay,
  newHardwareText,
  placeWords,
  plural,
  quantity,
  stepText,
  styleOf,
} from '@rigger/wording';
import type { Content, TDocumentDefinitions } from 'pdfmake/interfaces';
import { documentOf, figure, INK, INK2, rules, RUST, small, tickBox } from './print-style';
import type { SheetModel } from './sheet-model';

/** Whose vehicle, which job, of which day: the head of each paper of the bay. */
function headOf(m: SheetModel, title: string): Content[] {
  const { vehicle } = m.assessment;
  const label = vehicle ? [vehicle.platform.label, vehicle.year].filter(Boolean).join(' ') : '';
  return [
    { text: title, style: 'title' },
    {
      text: [
        m.sections.head.customer,
        label,
        ...identityText(m.sections.vehicle, styleOf(m.settings)),
        `job ${m.number}`,
        `printed ${longDay(m.printedOn)}`,
      ]
        .filter(Boolean)
        .join(' · '),
      color: INK2,
      margin: [0, 0, 0, 10],
    },
  ];
}
const ANGLES = [
  ['camberDeg', 'Camber'],
  ['casterDeg', 'Caster'],
  ['toeDeg', 'Toe, each wheel'],
] as const;
/** What sets the toe of an axle, as far as its linkage says. */
function toeAdjuster(h: Hardpoints): string {
  if ('tieInner' in h.points) return 'at the tie rods';
  return 'wheelLeft' in h.points ? 'no adjuster' : 'maker’s manual';
}
const signed = (deg: number) => `${deg >= 0 ? '+' : ''}${degrees(deg)}`;

/** The rack sheet: the window of each angle, where the new height leaves it, what the adjusters reach, and room for before and after. */
export function rackDocument(m: SheetModel): TDocumentDefinitions {
  const style = styleOf(m.settings);
  const { forecast } = m.assessment;
  const rows = AXLES.flatMap((axle: Axle): Content[][] => {
    const f = forecast?.[axle];
    if (!f) return [];
    return ANGLES.flatMap(([key, name]): Content[][] => {
      const window = f.spec.spec[key];
      if (window === null) return [];
      const at = f.geometryPlanned[key];
      const reach = key === 'toeDeg' ? null : f.reach[key];
      return [
        [
          `${name} ${axle}`,
          figure(`${signed(window[0])} to ${signed(window[1])}`),
          figure(at === null ? 'measure it' : signed(at)),
          reach === null
            ? small(toeAdjuster(f.spec.hardpoints))
            : reach[0] === reach[1]
              ? small('no adjuster')
              : figure(`${signed(reach[0])} to ${signed(reach[1])}`),
          ...['', '', '', ''].map((text) => ({ text })),
        ],
      ];
    });
  });
  const figures = alignmentFigures(m.assessment);
  const content: Content[] = [
    ...headOf(m, 'Rack sheet'),
    rows.length === 0
      ? {
          text: 'No height is known yet, so no angle at it: measure, and set to the maker’s window.',
          color: RUST,
        }
      : {
          table: {
            headerRows: 1,
            widths: [92, 92, 62, 82, '*', '*', '*', '*'],
            body: [
              [
                'angle',
                'window',
                'at the new height',
                'adjusters reach',
                'before left',
                'before right',
                'after left',
                'after right',
              ].map(small),
              ...rows,
            ],
          },
          layout: { ...rules, vLineWidth: (i: number) => (i >= 4 ? 0.6 : 0), vLineColor: rules.hLineColor },
          margin: [0, 0, 0, 10],
        },
    {
      ul: figures.map((f) => `${FIGURE_WORDS[f.name]}: ${quantity(f.value, f.unit, style)}`),
      margin: [0, 0, 0, 8],
    },
    { text: 'In this order', style: 'section' },
    {
      ol: [
        'Tyres set, ride heights taped, steering wheel straight and held, thrust line first.',
        'Rear before front; camber and caster before toe.',
        'Lock nuts closed with the joint in the middle of its swing; turn lock to lock, read again.',
        'What cannot be brought into its window: write down by how much, and say so before the vehicle leaves.',
      ],
      margin: [0, 0, 0, 8],
    },
    {
      text: 'A castle nut is advanced to the next slot, never backed off. No play after setting. A stability light that stays on: the steering sensor may need the maker’s calibration.',
      color: RUST,
      margin: [0, 0, 0, 14],
    },
    {
      columns: [
        { text: 'thrust before ________ after ________' },
        { text: 'steering wheel ________' },
        { text: 'by ______________ date ____________' },
      ],
    },
  ];
  return documentOf(content, { ...m, title: `Rack sheet ${m.number}` });
}
/** What is got ready: tools, and whether the shop has each; what is used up; what is never used twice. */
export function toolsDocument(m: SheetModel): TDocumentDefinitions {
  const { tools } = m.settings.workshop;
  const missing = new Set(toolsMissing(m.plan.tools, tools));
  const style = styleOf(m.settings);
  const content: Content[] = [
    ...headOf(m, 'Tool list'),
    ...(tools === null
      ? [
          {
            text: 'The shop has not said which tools it owns: look before the vehicle comes up.',
            color: RUST,
            margin: [0, 0, 0, 6],
          } as Content,
        ]
      : []),
    {
      table: {
        headerRows: 1,
        widths: [14, '*', 90, 110],
        body: [
          ['', 'tool', 'steps', 'in the shop'].map(small),
          ...m.plan.tools.map((t) => [
            { width: 12, ...tickBox() },
            t,
            figure(
              m.plan.steps
                .filter((s) => s.tools.includes(t))
                .map((s) => s.number)
                .join(', '),
            ),
            tools === null
              ? small('not said')
              : missing.has(t)
                ? { text: 'no: borrow or buy', color: RUST, bold: true }
                : small('yes'),
          ]),
        ],
      },
      layout: rules,
      margin: [0, 0, 0, 10],
    },
    ...(m.plan.consumables.length > 0
      ? [
          { text: 'Used up', style: 'section' } as Content,
          {
            ul: m.plan.consumables.map(consumableText),
            margin: [0, 0, 0, 8],
          } as Content,
        ]
      : []),
    ...(singleUseOf(m.plan).length > 0
      ? [
          { text: 'New ones, never the old', style: 'section' } as Content,
          {
            ul: singleUseOf(m.plan).map(newHardwareText),
            margin: [0, 0, 0, 8],
          } as Content,
        ]
      : []),
    { text: 'Hardware bags', style: 'section' },
    {
      table: {
        headerRows: 1,
        widths: [24, '*', 70, 60],
        body: [
          ['bag', 'what is in it', 'filled at step', 'emptied at'].map(small),
          ...bagsOf(m.plan).map((b) => [
            { ...figure(b.letter), bold: true },
            {
              stack: [
                b.joints.join(', '),
                small(
                  [placeWords(b.from.axle, b.from.side), stepText(b.from, style)].filter(Boolean).join(' · '),
                ),
              ],
            },
            figure(String(b.from.number)),
            figure(b.backAt === null ? 'not again' : String(b.backAt)),
          ]),
        ],
      },
      layout: rules,
    },
  ];
  return documentOf(content, { ...m, title: `Tool list ${m.number}` });
}
const MM = 72 / 25.4;
/** A4 sheets of labels as they are sold: columns, rows, and the size of one, mm. */
const LABELS = {
  8: {
    columns: 2,
    rows: 4,
    widthMm: 99.1,
    heightMm: 67.7,
    leftMm: 4.65,
    topMm: 13.1,
    largePt: 26,
    smallPt: 11,
  },
  14: {
    columns: 2,
    rows: 7,
    widthMm: 99.1,
    heightMm: 38.1,
    leftMm: 4.65,
    topMm: 15.1,
    largePt: 16,
    smallPt: 8.5,
  },
  21: {
    columns: 3,
    rows: 7,
    widthMm: 63.5,
    heightMm: 38.1,
    leftMm: 7.25,
    topMm: 15.1,
    largePt: 14,
    smallPt: 7.5,
  },
} as const;
/** between two columns of every such sheet */
const LABEL_GAP_MM = 2.5;
export type LabelsOnSheet = keyof typeof LABELS;
/** One label for each bag and each box, for sheets of so many. */
export function labelsDocument(m: SheetModel, onSheet: LabelsOnSheet): TDocumentDefinitions {
  const sheet = LABELS[onSheet];
  const of = `${m.sections.head.customer} · job ${m.number}${m.sections.vehicle.plate ? ` · ${m.sections.vehicle.plate}` : ''}`;
  const bags = bagsOf(m.plan).map((b) => ({
    large: `Bag ${b.letter}`,
    lines: [
      b.joints.join(', '),
      `${placeWords(b.from.axle, b.from.side) || 'vehicle'} · from step ${b.from.number}${b.backAt === null ? '' : `, back at step ${b.backAt}`}`,
    ],
  }));
  const boxes = m.lines
    .filter((l) => l.group !== 'shop')
    .map((l) => ({
      large: codeText(l.code),
      lines: [
        `${l.quantity} × ${l.name}`,
        [
          l.supplier,
          contentsOf(l).length > 0
            ? plural(
                contentsOf(l).reduce((n, p) => n + p.count, 0),
                'piece',
              )
            : '',
        ]
          .filter(Boolean)
          .join(' · '),
      ],
    }));
  const all = [...bags, ...boxes];
  const perPage = sheet.columns * sheet.rows;
  const columns = Array.from({ length: sheet.columns }, (_, i) => i);
  /** with the gap between two labels as a column of its own */
  const withGaps = <T>(of: readonly T[], gap: T): T[] => of.flatMap((x, i) => (i === 0 ? [x] : [gap, x]));
  const pages = Array.from({ length: Math.max(1, Math.ceil(all.length / perPage)) }, (_, p) =>
    all.slice(p * perPage, (p + 1) * perPage),
  );
  return {
    info: { title: `Labels ${m.number}` },
    pageSize: 'A4',
    pageMargins: [sheet.leftMm * MM, sheet.topMm * MM, 0, 0],
    defaultStyle: { font: 'Archivo', fontSize: sheet.smallPt, color: INK, lineHeight: 1.1 },
    content: pages.map((labels, p): Content => ({
      ...(p > 0 ? { pageBreak: 'before' as const } : {}),
      table: {
        widths: withGaps<number>(
          columns.map(() => sheet.widthMm * MM),
          LABEL_GAP_MM * MM,
        ),
        heights: sheet.heightMm * MM,
        body: Array.from({ length: sheet.rows }, (_, r) => {
          const cell = (i: number): Content => {
            const label = labels[r * sheet.columns + i];
            return label
              ? {
                  stack: [
                    { text: label.large, fontSize: sheet.largePt, bold: true },
                    ...label.lines.filter(Boolean).map((text) => ({ text: text.slice(0, 120) })),
                    {
                      text: of,
                      fontSize: sheet.smallPt - 1,
                      color: INK2,
                      margin: [0, 2, 0, 0] as [number, number, number, number],
                    },
                  ],
                  margin: [8, 8, 8, 0],
                }
              : { text: '' };
          };
          return withGaps<Content>(columns.map(cell), { text: '' });
        }),
      },
      layout: {
        hLineWidth: () => 0,
        vLineWidth: () => 0,
        paddingLeft: () => 0,
        paddingRight: () => 0,
        paddingTop: () => 0,
        paddingBottom: () => 0,
      },
    })),
  };
}
