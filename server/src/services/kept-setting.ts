import { LRUCache } from 'lru-cache';
import { readFileSync } from 'node:fs';
import { createRequire } from 'node:module';

/** As a font sets a word: which glyphs, and how far each moves the pen, in units of the font. */
interface Run {
  readonly glyphs: readonly {
    readonly id: number;
    readonly advanceWidth: number;
    readonly codePoints: number[];
  }[];
  readonly positions: readonly Readonly<Record<string, number>>[];
  readonly advanceWidth: number;
}
interface Font {
  readonly postscriptName: string;
  layout: (text: string, ...more: readonly unknown[]) => Run;
}
/** words that are kept over all fonts: those of a few hundred sheets */
const WORDS = 20_000;

/** Keeps how each font sets a word, from one paper to the next: the printer makes its fonts anew for every document, and setting the
 *  same words again was a sixth of it. `anyFont`: a font file, to find what all fonts have in common. Says how many words were set. */
export function keepSetting(anyFont: string): () => number {
  // the one that the printer itself has loaded
  const { create } = createRequire(import.meta.url)('fontkit') as { create: (bytes: Uint8Array) => Font };
  const shared = Object.getPrototypeOf(create(readFileSync(anyFont))) as Font;
  const { layout } = shared;
  const kept = new LRUCache<string, Run>({ max: WORDS });
  let set = 0;
  const setNow = (font: Font, text: string): Run => {
    set++;
    const { glyphs, positions, advanceWidth } = layout.call(font, text);
    return {
      // of the glyph itself nothing is kept: it holds its whole font
      glyphs: glyphs.map((g) => ({ id: g.id, advanceWidth: g.advanceWidth, codePoints: g.codePoints })),
      positions,
      advanceWidth,
    };
  };
  shared.layout = function (this: Font, text, ...more) {
    if (more.some((x) => x !== undefined)) return layout.call(this, text, ...more);
    const key = `${this.postscriptName} ${text}`;
    const run = kept.get(key) ?? setNow(this, text);
    kept.set(key, run);
    // the printer scales the positions that it gets in place
    return { ...run, positions: run.positions.map((p) => ({ ...p })) };
  };
  return () => set;
}
