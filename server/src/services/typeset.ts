import type { Content, TDocumentDefinitions } from 'pdfmake/interfaces';

/** Which characters each font of the printer has, as ranges of code points; written when the server is built. */
export type Coverage = Readonly<Record<string, readonly (readonly [number, number])[]>>;

/** fonts that are asked in turn when the first one has no letter for a character */
const FALLBACKS = [
  'ArchivoExt',
  'Archivo',
  'NotoExt',
  'NotoGreek',
  'NotoGreekExt',
  'NotoCyrillic',
  'NotoCyrillicExt',
];
const BY_FONT: Readonly<Record<string, readonly string[]>> = {
  Archivo: ['Archivo', ...FALLBACKS],
  Spline: ['Spline', 'SplineExt', ...FALLBACKS],
};
/** what stands for a character that no font has */
const MISSING = '[?]';
const graphemes = new Intl.Segmenter('und', { granularity: 'grapheme' });
/** marks that are not drawn: joiners, directions, the mark of a file's beginning */
const UNDRAWN = /^[\p{Cf}\p{Cc}]+$/u;

/** The document with every text in fonts that have its letters: a name in Greek or Cyrillic is printed as it is written, and a
 *  character that no font has is said, not left as an empty box. */
export function typeset(document: TDocumentDefinitions, coverage: Coverage): TDocumentDefinitions {
  const has = (font: string, text: string): boolean =>
    Array.from(text).every((c) => {
      const at = c.codePointAt(0) ?? 0;
      return UNDRAWN.test(c) || (coverage[font] ?? []).some(([from, to]) => from <= at && at <= to);
    });
  const seen = { missing: false };
  const runsOf = (text: string, base: string): readonly { text: string; font: string }[] => {
    const runs: { text: string; font: string }[] = [];
    for (const { segment } of graphemes.segment(text.normalize('NFC'))) {
      const font = (BY_FONT[base] ?? [base]).find((f) => has(f, segment));
      if (font === undefined) seen.missing = true;
      const run = { text: font === undefined ? MISSING : segment, font: font ?? base };
      const last = runs.at(-1);
      if (last?.font === run.font) last.text += run.text;
      else runs.push(run);
    }
    return runs;
  };
  const walk = (node: unknown, font: string): unknown => {
    if (typeof node === 'string') return has(font, node) ? node : { text: runsOf(node, font) };
    if (Array.isArray(node)) return node.map((x) => walk(x, font));
    if (typeof node !== 'object' || node === null) return node;
    const own = (node as { font?: string }).font ?? font;
    return Object.fromEntries(
      Object.entries(node).map(([key, value]: [string, unknown]) => {
        if (key === 'text' && typeof value === 'string')
          return [key, has(own, value) ? value : runsOf(value, own)];
        return [key, HOLDS_TEXT.includes(key) ? walk(value, own) : value];
      }),
    );
  };
  const base = document.defaultStyle?.font ?? 'Archivo';
  const content = walk(document.content, base) as Content[];
  const header = walk(document.header, base) as TDocumentDefinitions['header'];
  return {
    ...document,
    ...(document.header === undefined ? {} : { header }),
    content: seen.missing
      ? [
          ...content,
          {
            text: `${MISSING} stands for a character that the printer has no letter for; it is in the job on the screen.`,
            fontSize: 8,
            margin: [0, 6, 0, 0],
          },
        ]
      : content,
  };
}
/** keys of a pdfmake node under which there is more to print */
const HOLDS_TEXT = ['text', 'stack', 'columns', 'table', 'body', 'ul', 'ol', 'content'];
