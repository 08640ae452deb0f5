import { formatDecimal, formatTireSize, KPA_PER_PSI } from '@rigger/core';
import {
  CALIBRATION_WORDS,
  figureText,
  FIGURE_WORDS,
  LOAD_CASE_WORDS,
  longDay,
  styleOf,
} from '@rigger/wording';
import type { Content, TDocumentDefinitions } from 'pdfmake/interfaces';
import { documentOf, figure, INK2, rules, RUST } from './print-style';
import type { SheetModel } from './sheet-model';

/** The calibration card as a pdfmake document: what is entered for the new tyre, by whom, and room to sign. */
export function calibrationDocument(m: SheetModel): TDocumentDefinitions {
  const style = styleOf(m.settings);
  const { vehicle, gearing, tires } = m.assessment;
  if (!vehicle || !gearing || !tires.check) throw new Error('a calibration card without a tyre');
  const { card } = gearing;
  const row = (name: string, value: string, was = ''): Content[] => [
    name,
    { ...figure(value), bold: true },
    { text: was, color: INK2, fontSize: 8.5 },
  ];
  const pressure = (axle: 'front' | 'rear', which: 'pressure' | 'pressureRated') => {
    const p = card.pressure[axle][which];
    return p
      ? `${figureText(p, style, 0)} · ${formatDecimal(p.value / KPA_PER_PSI, 0)} psi`
      : 'ask the tyre maker';
  };
  const pressures = (axle: 'front' | 'rear'): Content[][] => {
    const { pressure: used, pressureRated: rated } = card.pressure[axle];
    const same = used && rated && Math.round(used.value) === Math.round(rated.value);
    return [
      row(
        `Pressure ${axle}, start, ${LOAD_CASE_WORDS['as-used']}`,
        pressure(axle, 'pressure'),
        'check with the tyre maker’s table and by tread contact',
      ),
      row(
        `Pressure ${axle}, start, ${LOAD_CASE_WORDS.rated}`,
        pressure(axle, 'pressureRated'),
        same ? 'the same' : '',
      ),
    ];
  };
  const content: Content[] = [
    { text: 'Calibration card', style: 'title' },
    {
      text: `${m.sections.head.customer} · ${vehicle.platform.label} ${vehicle.year ?? ''} · job ${m.number} · printed ${longDay(m.printedOn)}`,
      color: INK2,
      margin: [0, 0, 0, 10],
    },
    {
      table: {
        widths: [190, 150, '*'],
        body: [
          row('Tyre', card.size, `was ${formatTireSize(tires.check.front.today.size)}`),
          row(
            FIGURE_WORDS.circumference,
            figureText(card.circumference, style, 0),
            'loaded as at curb; enter this where the tool asks for circumference',
          ),
          row(FIGURE_WORDS['revs-per-km'], formatDecimal(card.revsPerKm.value, 1)),
          row(FIGURE_WORDS['revs-per-mile'], formatDecimal(card.revsPerMile.value, 1)),
          ...pressures('front'),
          ...pressures('rear'),
          row(
            'Axle ratio',
            card.axleRatio === null ? 'not known yet' : formatDecimal(card.axleRatio, 2),
            card.axleRatio === null ? 'read it off the plate before entering' : '',
          ),
          row('Until entered: true speed at 50 shown', figureText(card.at50, style, 1)),
          row('Until entered: true speed at 100 shown', figureText(card.at100, style, 1)),
          row('Until entered: 100 on the odometer', figureText(card.odometer, style, 1), 'true distance'),
        ],
      },
      layout: rules,
      margin: [0, 0, 0, 12],
    },
    { text: CALIBRATION_WORDS[card.way.by], bold: true },
    { text: card.way.note, margin: [0, 0, 0, 10] },
    {
      text: [
        { text: 'After entering: ', bold: true },
        'drive a measured kilometre or hold a GPS speed, compare, write down. A stability light that stays on: stop and ask.',
      ],
      color: RUST,
      margin: [0, 0, 0, 16],
    },
    {
      columns: [
        { text: 'entered by ______________________' },
        { text: 'date ______________' },
        { text: 'GPS at 100 shown ______ km/h' },
      ],
      margin: [0, 0, 0, 14],
    },
  ];
  return documentOf(content, { ...m, title: `Calibration card ${m.number}` });
}
