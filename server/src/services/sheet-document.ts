import {
  workTimes,
  advisedNeeds,
  AXLES,
  bagsOf,
  needKey,
  openNeeds,
  starOrder,
  studsPerHub,
  torqueList,
  turnedBy,
  type Figure,
  type TorqueLine,
  type WorkStep,
} from '@rigger/core';
import {
  standingCases,
  timesText,
  type StandingCase,
  duration,
  codeText,
  inUnits,
  figureText,
  fasteningText,
  FIGURE_WORDS,
  FORMULA_WORDS,
  decisionText,
  HAZARD_WORDS,
  identityText,
  longDay,
  placeWords,
  plural,
  lineProvenance,
  NEED_WORDS,
  needText,
  quantity,
  besideText,
  boxText,
  settingsText,
  stepCautions,
  stepMore,
  stepText,
  styleOf,
  wayText,
  wedgeText,
  type Style,
} from '@rigger/wording';
import type { Content, TDocumentDefinitions } from 'pdfmake/interfaces';
import { elevationSvg } from './elevation-svg';
import { documentOf, figure, HEATHER, INK, INK2, rules, RUST, small, tickBox, together } from './print-style';
import type { SheetModel } from './sheet-model';

/** The build sheet as a pdfmake document: what is fitted, in what order, with what. What it costs is the quote's. */
export function sheetDocument(m: SheetModel): TDocumentDefinitions {
  const style = styleOf(m.settings);
  const { vehicle, forecast, needs } = m.assessment;
  const head = m.sections.head;
  const label = vehicle ? [vehicle.platform.label, vehicle.year].filter(Boolean).join(' ') : '';
  const content: Content[] = [
    { text: head.customer, style: 'title' },
    {
      text: `${[label, ...identityText(m.sections.vehicle, style)].join(' · ')} · job ${m.number}${head.promiseDate ? ` · promised ${longDay(head.promiseDate)}` : ''} · printed ${longDay(m.printedOn)}`,
      color: INK2,
      margin: [0, 0, 0, 8],
    },
  ];
  if (m.drawing) content.push({ svg: elevationSvg(m.drawing, style), width: 515, margin: [0, 0, 0, 6] });
  if (forecast) {
    const cases = standingCases(forecast, style);
    const row = (name: string, of: (c: StandingCase) => string): Content[] => [
      name,
      ...cases.map((c, i) => (c.sameAs && i > 0 ? small('the same') : figure(of(c)))),
    ];
    content.push({
      table: {
        headerRows: 1,
        widths: ['*', 98, 98, 98, 98],
        body: [
          ['', ...cases.map((c) => small(c.sameAs ? `${c.name}: as ${c.sameAs}` : c.name))],
          row('Hub to arch, front', (c) => c.front),
          row('Hub to arch, rear', (c) => c.rear),
          row('Rake', (c) => c.rake),
          row('Overall height', (c) => c.height),
        ],
      },
      layout: rules,
      margin: [0, 0, 0, 10],
    });
  }
  const listed = [...openNeeds(needs), ...advisedNeeds(needs), ...needs.filter((n) => n.verdict === 'fits')];
  if (listed.length > 0) {
    content.push({ text: 'Still open, and printed on the sheet', style: 'section' });
    content.push({
      ul: listed.map((n) => ({
        text: [
          {
            text: `${NEED_WORDS[n.verdict]}  `,
            bold: true,
            color: n.verdict === 'fits' ? INK2 : RUST,
          },
          needText(n, style, vehicle?.platform ?? null),
          ...(n.verdict === 'advised' ? [` ${decisionText(m.sections.build.decisions[needKey(n)])}`] : []),
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
            widths: [54, '*', 26, 96],
            body: [
              [small('code'), small('part'), small('qty'), small('supplier')],
              ...m.lines.map((l) => [
                figure(codeText(l.code)),
                {
                  stack: [
                    l.name,
                    small(
                      [l.maker, lineProvenance(l), l.leadDays ? `${plural(l.leadDays, 'day')} to come` : '']
                        .filter(Boolean)
                        .join(' · '),
                    ),
                    ...(l.note === '' ? [] : [small(inUnits(l.note, style))]),
                    ...(l.boxes ?? []).map((b) => small(boxText(b.box))),
                    ...(l.beside ? [small(besideText(l.beside))] : []),
                  ],
                },
                figure(String(l.quantity)),
                small(l.supplier),
              ]),
            ],
          },
          layout: rules,
        },
  );
  if (m.plan.steps.length > 0) {
    content.push({
      text: `Work: ${plural(m.plan.steps.length, 'step')}, ${timesText(workTimes(m.plan))}`,
      style: 'section',
    });
    content.push({ text: `Tools: ${m.plan.tools.join(', ')}.`, color: INK2, margin: [0, 0, 0, 6] });
    const bags = new Map(bagsOf(m.plan).map((b) => [b.from.id, b.letter]));
    m.plan.steps.forEach((step, i) => {
      if (i === m.plan.rideHeightLine) content.push(rideHeightLine());
      content.push(stepBlock(step, style, bags.get(step.id)));
    });
    content.push(...torques(m, style));
  }
  if (forecast)
    content.push(
      { text: 'Where the figures come from', style: 'section' },
      // an axle that stays as it is needs no reasons
      ...AXLES.filter((axle) => turnedBy(m.assessment, axle)).map((axle) =>
        chain(forecast[axle].lift, style, 0, axle === 'front' ? 'Front. ' : 'Rear. '),
      ),
      chain(forecast.planned.heightMm, style, 0),
    );
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

/** A figure with what it was computed from: how that came about is a key away on the screen. A doubt that rounds to nothing is
 *  left out. */
const CHAIN_DEPTH = 1;
const NO_DOUBT_MM = 0.05;
const counts = (f: Figure) => !f.name.endsWith('-tolerance') || Math.abs(f.value) >= NO_DOUBT_MM;
function chain(f: Figure, style: Style, depth: number, of = ''): Content {
  return {
    stack: [
      {
        text: [
          `${of}${FIGURE_WORDS[f.name]}: `,
          { text: depth === 0 ? figureText(f, style, 0) : quantity(f.value, f.unit, style), font: 'Spline' },
          {
            text: [f.formula ? `  ${FORMULA_WORDS[f.formula]}` : '', f.from ? `  (${f.from})` : ''].join(''),
            color: INK2,
          },
        ],
        fontSize: 8,
      },
      ...(depth < CHAIN_DEPTH ? f.because.filter(counts).map((b) => chain(b, style, depth + 1)) : []),
    ],
    margin: [depth === 0 ? 0 : 10, depth === 0 ? 4 : 0, 0, 0],
  };
}

/** Joints that are drawn up in a pattern whose pieces are counted: each pattern with so many pieces once, the wheels first. */
function patterns(
  m: SheetModel,
  lines: readonly TorqueLine[],
): readonly { readonly what: string; readonly pieces: number }[] {
  const studs = m.assessment.vehicle ? studsPerHub(m.assessment.vehicle.platform.boltCircle) : null;
  const across = lines.flatMap(({ fastening: f }) => {
    const pieces = f.count === null ? null : f.axle === 'vehicle' || f.side ? f.count : f.count / 2;
    return pieces !== null && pieces >= LEAST_ACROSS && /star|cross/i.test(`${f.pattern ?? ''} ${f.note}`)
      ? [{ what: f.what.toLowerCase(), pieces }]
      : [];
  });
  const all = [...(studs === null ? [] : [{ what: 'wheel nuts', pieces: studs }]), ...across];
  return [...new Set(all.map((p) => p.pieces))].map((pieces) => ({
    pieces,
    what: [...new Set(all.filter((p) => p.pieces === pieces).map((p) => p.what))].join(', '),
  }));
}
/** pieces from which there is an order across */
const LEAST_ACROSS = 3;
/** Every torque of the plan, the surest word first, and the order in which what has a pattern is drawn up. */
function torques(m: SheetModel, style: Style): Content[] {
  const lines = torqueList(m.plan);
  if (lines.length === 0) return [];
  const drawn = patterns(m, lines);
  return [
    { text: 'Torques, by whose word they are', style: 'section' },
    {
      columns: [
        {
          width: '*',
          table: {
            headerRows: 1,
            widths: ['*', 130, 34, 64],
            body: [
              [small('joint'), small('torque'), small('step'), small('signed')],
              ...lines.map(({ step, fastening: f }) => {
                const t = fasteningText(f, style, { axle: 'vehicle' });
                return [
                  t.source === '' ? t.what : { stack: [t.what, small(t.source)] },
                  { ...figure(t.torque), ...together(t.torque) },
                  figure(String(step)),
                  { text: '' },
                ];
              }),
            ],
          },
          layout: rules,
        },
        ...(drawn.length === 0
          ? []
          : [
              {
                width: 104,
                stack: drawn.flatMap((p): Content[] => [
                  small(`${p.what}: in this order, in rising rounds`),
                  { svg: starSvg(p.pieces), width: 92, margin: [0, 0, 0, 8] },
                ]),
                margin: [12, 0, 0, 0] as [number, number, number, number],
              },
            ]),
      ],
    },
  ];
}
/** The studs of a wheel with their turn in the order of tightening. */
function starSvg(studs: number): string {
  const turn = new Map(starOrder(studs).map((place, i) => [place, i + 1]));
  const [centre, ring, stud] = [50, 34, 9];
  const at = (place: number) => {
    const angle = (place / studs) * 2 * Math.PI - Math.PI / 2;
    return [centre + ring * Math.cos(angle), centre + ring * Math.sin(angle)] as const;
  };
  const marks = [...turn].map(([place, n]) => {
    const [x, y] = at(place).map((v) => Number(v.toFixed(1)));
    return `<circle cx="${x}" cy="${y}" r="${stud}" fill="none" stroke="${INK}"/><text x="${x}" y="${(y ?? 0) + 3.5}" font-size="10" text-anchor="middle" fill="${INK}">${n}</text>`;
  });
  return `<svg viewBox="0 0 100 100"><circle cx="50" cy="50" r="47" fill="none" stroke="#5A666B"/>${marks.join('')}</svg>`;
}

function stepBlock(s: WorkStep, style: Style, bag: string | undefined): Content {
  return {
    unbreakable: true,
    columns: [
      { width: 26, ...figure(String(s.number)), color: HEATHER },
      {
        width: '*',
        stack: [
          {
            text: [
              { text: `${stepText(s, style)}   ` },
              {
                ...together(
                  `${placeWords(s.axle, s.side) === '' ? '' : `${placeWords(s.axle, s.side)} · `}${duration(s.minutes)}${s.parts.length > 0 ? ` · ${s.parts.join(', ')}` : ''}${bag === undefined ? '' : ` · bag ${bag}`}`,
                ),
                color: INK2,
                fontSize: 8,
              },
            ],
          },
          ...s.hazards.map((h) => ({
            text: [{ ...together(`${HAZARD_WORDS[h].title} `), bold: true }, HAZARD_WORDS[h].text],
            color: RUST,
            fontSize: 8.5,
          })),
          ...(s.way ? [{ text: wayText(s.way), fontSize: 8.5 }] : []),
          ...stepMore(s).map((text) => ({ text, fontSize: 8.5 })),
          ...stepCautions(s).map((text) => ({ text, color: RUST, bold: true, fontSize: 8.5 })),
          ...s.notes.map((n) => ({
            text: `${n.part}: ${inUnits(n.note, style)}`,
            bold: true,
            fontSize: 8.5,
          })),
          ...s.settings.map((n) => ({
            text: `${n.part}: ${settingsText(n.settings)}`,
            bold: true,
            fontSize: 8.5,
          })),
          ...(s.wedge ? [{ text: wedgeText(s.wedge), bold: true, fontSize: 8.5 }] : []),
          ...(s.handTight.length > 0
            ? [{ text: `Run on by hand only: ${s.handTight.join(', ')}.`, fontSize: 8.5 }]
            : []),
          ...s.figures.map((f) => ({
            text: `${FIGURE_WORDS[f.name]}: ${quantity(f.value, f.unit, style)}`,
            fontSize: 8.5,
          })),
          ...s.fastenings.map((f) => {
            const t = fasteningText(f, style, s);
            return {
              text: [
                `${t.what}: `,
                { ...together(t.torque), font: 'Spline', bold: true },
                { text: ` ${t.source}   `, color: INK2 },
                { ...together('signed ________'), color: INK2 },
              ],
              fontSize: 8.5,
            };
          }),
        ],
      },
      {
        width: 20,
        ...tickBox(),
      },
    ],
    margin: [0, 0, 0, 5],
  };
}
