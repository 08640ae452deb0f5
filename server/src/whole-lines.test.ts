import { createRequire } from 'node:module';
import fc from 'fast-check';
import { withoutSeams, writeWholeLines, type SetWord } from './services/whole-lines';

const inside = (file: string) =>
  (createRequire(import.meta.url)(`pdfmake/js/${file}`) as { default: new (...of: unknown[]) => unknown })
    .default;
interface Line {
  inlines: readonly SetWord[];
  addInline: (word: object) => void;
}
const Line = inside('Line') as new (maxWidth: number) => Line;
const Renderer = inside('Renderer') as new (document: object) => {
  renderLine: (line: Line, x: number, y: number) => void;
};
const [thin, bold] = [
  { name: 'thin', ascender: 880 },
  { name: 'bold', ascender: 900 },
];
const seldom = <T>(what: T) => fc.constantFrom(null, null, null, null, null, what);
const word = fc.record({
  text: fc.constantFrom('Torque ', '44 ', 'N·m', ', ', 'ask '),
  width: fc.integer({ min: 1, max: 400 }).map((n) => n / 7),
  height: fc.constantFrom(9, 12),
  font: fc.constantFrom(thin, thin, thin, bold),
  fontSize: fc.constantFrom(9, 9, 9, 12),
  color: fc.constantFrom('black', 'black', 'black', 'brown'),
  decoration: seldom('underline'),
  link: seldom('#step'),
  sup: seldom(true),
});
const lineOf = (words: readonly object[]): Line => {
  const line = new Line(500);
  for (const w of words) line.addInline({ ...w });
  return line;
};
/** What is written where, and how it looks. */
function written(line: Line): readonly { text: string; x: number; looks: string }[] {
  const out: { text: string; x: number; looks: string }[] = [];
  const pen = { color: '', size: 0, _font: thin };
  const set = (of: Partial<typeof pen>) => Object.assign(document, of);
  const nothing = () => document;
  const document: object = new Proxy(
    {
      ...pen,
      resolveColor: (c: string) => c,
      fill: (color: string) => set({ color }),
      fontSize: (size: number) => set({ size }),
      text: (text: string, x: number, y: number, { link }: { link?: string }) => {
        const { color, size, _font } = document as typeof pen;
        out.push({ text, x, looks: [color, size, _font.name, y, link].join() });
      },
    },
    { get: (of, key) => (key in of ? of[key as keyof typeof of] : nothing) },
  );
  new Renderer(document).renderLine(line, 40, 100);
  return out;
}
/** The place of each word's first letter; what is written in one go has the words' own widths in it. */
const placesOf = (pieces: readonly { text: string; x: number; looks: string }[], line: Line) => {
  const left = [...pieces];
  let at = { text: '', x: 0, looks: '' };
  return line.inlines.map(({ text, width }) => {
    if (at.text === '') at = { ...left.shift()! };
    const { x, looks } = at;
    expect(at.text.startsWith(text)).toBe(true);
    at = { text: at.text.slice(text.length), x: x + width, looks };
    return [text, Number(x.toFixed(6)), looks];
  });
};

it('words that go on alike are written in one go, each letter where it was, and looking as it did', () => {
  const { prototype } = Renderer;
  const { renderLine } = prototype;
  let fewer = 0;
  try {
    fc.assert(
      fc.property(fc.array(word, { maxLength: 12 }), (words) => {
        prototype.renderLine = renderLine;
        const line = lineOf(words);
        const alone = placesOf(written(line), line);
        writeWholeLines();
        const whole = written(line);
        expect(placesOf(whole, line)).toEqual(alone);
        if (whole.length < words.length) fewer++;
      }),
      { seed: 7, numRuns: 200 },
    );
  } finally {
    prototype.renderLine = renderLine;
  }
  expect(fewer).toBeGreaterThan(40);
});
it.each([
  ['alike', {}, 1],
  ['in another weight', { font: bold }, 2],
  ['in another colour', { color: 'brown' }, 2],
  ['smaller', { fontSize: 7 }, 2],
  ['underlined', { decoration: 'underline' }, 2],
  ['a link', { link: '#step' }, 2],
  ['the number of a page', { _pageNodeRef: {} }, 2],
  ['after a gap', { x: 61 }, 2],
])('a second word %s', (_, as, pieces) => {
  const first = { text: 'Torque ', x: 0, width: 60, height: 9, font: thin, fontSize: 9, color: 'black' };
  const second = { ...first, text: '44', x: 60, width: 20, ...as };
  const got = withoutSeams([first, second]);
  expect(got).toHaveLength(pieces);
  expect(got.map((w) => w.text).join('')).toBe('Torque 44');
  if (pieces === 1) expect(got[0]).toMatchObject({ x: 0, width: 80 });
});
