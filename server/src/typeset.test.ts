import type { TDocumentDefinitions } from 'pdfmake/interfaces';
import { typeset } from './services/typeset';

const coverage = {
  Archivo: [[0x20, 0x7e]],
  ArchivoExt: [[0x141, 0x142]],
  Spline: [[0x30, 0x39]],
  NotoGreek: [[0x370, 0x3ff]],
  NotoCyrillic: [[0x400, 0x45f]],
} as const;
const set = (content: TDocumentDefinitions['content']) =>
  typeset({ content, defaultStyle: { font: 'Archivo' } }, coverage).content as unknown[];

describe('text on paper', () => {
  it('that the shop’s own type has stays as it is', () => {
    expect(set(['Hut warden', { text: 'small', fontSize: 8 }])).toEqual([
      'Hut warden',
      { text: 'small', fontSize: 8 },
    ]);
  });
  it('in other letters is set in a font that has them, part by part', () => {
    expect(set([{ text: 'Łukasz, Ωμ', style: 'title' }])).toEqual([
      {
        style: 'title',
        text: [
          { text: 'Ł', font: 'ArchivoExt' },
          { text: 'ukasz, ', font: 'Archivo' },
          { text: 'Ωμ', font: 'NotoGreek' },
        ],
      },
    ]);
  });
  it('is found in tables, lists and columns, under the font of its own place', () => {
    expect(set([{ table: { widths: ['*'], body: [[{ text: '12 Яр', font: 'Spline' }, 'Я']] } }])).toEqual([
      {
        table: {
          widths: ['*'],
          body: [
            [
              {
                font: 'Spline',
                text: [
                  { text: '12', font: 'Spline' },
                  { text: ' ', font: 'Archivo' },
                  { text: 'Яр', font: 'NotoCyrillic' },
                ],
              },
              { text: [{ text: 'Я', font: 'NotoCyrillic' }] },
            ],
          ],
        },
      },
    ]);
  });
  it('for which no font has a letter is said, once for what is seen as one', () => {
    const [name, note] = set([{ text: 'vet 👩‍🔧' }]) as [{ text: unknown }, { text: string }];
    expect(name.text).toEqual([{ text: 'vet [?]', font: 'Archivo' }]);
    expect(note.text).toMatch(/^\[\?\] stands for a character/);
  });
});
