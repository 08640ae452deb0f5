import { LRUCache } from 'lru-cache';
import { readFileSync } from 'node:fs';
import { createRequire } from 'node:module';

interface Position {
  xAdvance: number;
  readonly yAdvance: number;
  readonly xOffset: number;
  readonly yOffset: number;
}
interface Glyph {
  readonly id: number;
  readonly advanceWidth: number;
  readonly codePoints: number[];
}
/** As a font sets a word: which glyphs, and how far each moves the pen, in units of the font. */
interface Run {
  readonly glyphs: readonly Glyph[];
  readonly positions: readonly Position[];
  readonly advanceWidth: number;
}
interface Font {
  /** tells files apart that share a name, as the files of one typeface do */
  readonly head: { readonly checkSumAdjustment: number };
  readonly numGlyphs: number;
  layout: (text: string, ...more: readonly unknown[]) => Run;
}
/** words that are kept over all fonts: those of a few hundred sheets */
const WORDS = 20_000;

/** Keeps how each font sets a word, from one paper to the next: the printer makes its fonts anew for every document, and sets the
 *  same words again. `anyFont`: a font file, to find what all fonts have in common. Says how many words were set. */
export function keepSetting(anyFont: string): () => number {
  // the one that the printer itself has loaded
  const { create } = createRequire(import.meta.url)('fontkit') as { create: (bytes: Uint8Array) => Font };
  const shared = Object.getPrototypeOf(create(readFileSync(anyFont))) as Font;
  const { layout } = shared;
  const kept = new LRUCache<string, Pick<Run, 'glyphs' | 'positions'>>({ max: WORDS });
  let set = 0;
  const setNow = (font: Font, text: string): Pick<Run, 'glyphs' | 'positions'> => {
    set++;
    const { glyphs, positions } = layout.call(font, text);
    return {
      // of the glyph itself nothing is kept: it holds its whole font
      glyphs: glyphs.map((g) => ({ id: g.id, advanceWidth: g.advanceWidth, codePoints: g.codePoints })),
      positions,
    };
  };
  shared.layout = function (this: Font, text, ...more) {
    if (more.some((x) => x !== undefined)) return layout.call(this, text, ...more);
    const key = `${this.head.checkSumAdjustment}/${this.numGlyphs} ${text}`;
    const run = kept.get(key) ?? setNow(this, text);
    kept.set(key, run);
    // the printer scales the positions that it gets in place, and asks for the width after that
    const positions = run.positions.map((p) => ({ ...p }));
    return {
      glyphs: run.glyphs,
      positions,
      get advanceWidth() {
        let width = 0;
        for (const p of positions) width += p.xAdvance;
        return width;
      },
    };
  };
  return () => set;
}
