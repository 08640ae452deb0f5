import { createRequire } from 'node:module';

/** One word of a line as the printer has set it: where it begins on the line, and how it looks. */
export interface SetWord {
  readonly text: string;
  readonly x: number;
  readonly width: number;
  readonly height: number;
  readonly [look: string]: unknown;
}
interface SetLine {
  /** stands for the number of another page: its first word is set when it is written */
  readonly _pageNodeRef?: unknown;
  inlines: readonly SetWord[];
  clone: () => SetLine;
}
/** what must be alike in two words that are written in one go */
const LOOKS = ['font', 'fontSize', 'color', 'opacity', 'sup', 'sub'];
/** what belongs to one word alone, or spaces letters out */
const OWN = [
  '_pageNodeRef',
  'link',
  'linkToPage',
  'linkToDestination',
  'decoration',
  'background',
  'characterSpacing',
  'fontFeatures',
];
const NO_GAP = 1e-6;
const isPlain = (w: SetWord) => OWN.every((k) => !w[k]);
const goesOn = (a: SetWord, b: SetWord) =>
  isPlain(a) && isPlain(b) && LOOKS.every((k) => a[k] === b[k]) && Math.abs(a.x + a.width - b.x) < NO_GAP;

/** Words of a line that look alike and follow one another without a gap as one: the same place on the page for each letter. */
export function withoutSeams(words: readonly SetWord[]): readonly SetWord[] {
  const out: SetWord[] = [];
  for (const word of words) {
    const last = out.at(-1);
    if (last && goesOn(last, word))
      out[out.length - 1] = {
        ...last,
        text: last.text + word.text,
        width: last.width + word.width,
        height: Math.max(last.height, word.height),
      };
    else out.push(word);
  }
  return out;
}
/** Has the printer write what follows on a line in one go: it writes word by word, with colour, font and place anew for each. */
export function writeWholeLines(): void {
  const { default: Renderer } = createRequire(import.meta.url)('pdfmake/js/Renderer') as {
    default: { prototype: { renderLine: (line: SetLine, x: number, y: number) => void } };
  };
  const { renderLine } = Renderer.prototype;
  Renderer.prototype.renderLine = function (line, x, y) {
    const whole = line.clone();
    whole.inlines = line._pageNodeRef === undefined ? withoutSeams(line.inlines) : line.inlines;
    renderLine.call(this, whole, x, y);
  };
}
