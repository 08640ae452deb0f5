import { NO_USE, USES, type Usage, type Use } from './usage';

/** What people call the uses. Longer names come before shorter ones that they hold. */
const NAMES: Readonly<Record<Use, readonly string[]>> = {
  highway: ['highway', 'motorway', 'main road', 'tarmac', 'road', 'street', 'town', 'commut'],
  gravel: ['gravel', 'track', 'forest', 'farm', 'dirt'],
  rock: ['rock', 'trail', 'crawl', 'boulder'],
  mud: ['mud', 'peat', 'bog', 'snow', 'beach', 'sand'],
  load: ['load', 'payload', 'tools', 'carrying', 'carries', 'cargo'],
  tow: ['tow', 'trailer', 'caravan', 'boat'],
  looks: ['looks', 'look', 'appearance', 'show'],
};
/** How much a word of measure weighs against another, parts; the first that a phrase has counts. */
const WEIGHTS: readonly (readonly [words: RegExp, parts: number])[] = [
  [/\b(?:only|all|always|nothing but)\b/, 12],
  [/\b(?:mostly|mainly|mainly|most|lots? of|a lot|chiefly)\b/, 6],
  [/\bhalf\b/, 5],
  [/\b(?:often|much|regular(?:ly)?)\b/, 4],
  [/\b(?:some|sometimes|partly)\b/, 2],
  [/\b(?:little|bit|rare(?:ly)?|seldom|occasional(?:ly)?|hardly)\b/, 1],
];
/** parts of a use that is named without a measure */
const NAMED = 3;
const NOT = /\b(?:no|never|without|not)\b/;

export interface MixReading {
  readonly usage: Usage;
  /** pieces of the text that name no use */
  readonly unread: readonly string[];
}
/** Reads a rough mix into shares that come to 100. Percentages stand as they are said; what is left over is shared out by the words
 *  of measure. Null where no use is named.
 *  @example readMix('mostly highway, some gravel')?.usage.highway // 75
 *  @example readMix('60% tow, rest gravel and highway')?.usage.tow // 60
 *  @example readMix('to the shops') // null */
export function readMix(text: string): MixReading | null {
  const unread: string[] = [];
  const percent = new Map<Use, number>();
  const parts = new Map<Use, number>();
  const said = text.toLowerCase().replace(/\b(?:now and then|once in a while|now and again)\b/g, 'rarely');
  for (const part of said.split(/[,;/+.&]|\band\b|\bwith\b|\bplus\b/)) {
    const piece = part.trim();
    if (piece === '') continue;
    const use = USES.find((u) => NAMES[u].some((n) => new RegExp(`\\b${n}`).test(piece)));
    if (use === undefined) {
      unread.push(piece);
      continue;
    }
    if (NOT.test(piece)) continue;
    const share = /(\d+(?:[.,]\d+)?)\s*(?:%|percent|per cent)/.exec(piece)?.[1];
    if (share !== undefined) percent.set(use, Number(share.replace(',', '.')));
    else parts.set(use, WEIGHTS.find(([words]) => words.test(piece))?.[1] ?? NAMED);
  }
  const [fixed, all] = [sumOf(percent), sumOf(parts)];
  if (fixed + all === 0 || fixed > 100) return null;
  const rest = 100 - fixed;
  const raw = USES.map((u): readonly [Use, number] => [
    u,
    percent.get(u) ?? (all === 0 ? 0 : ((parts.get(u) ?? 0) / all) * rest),
  ]);
  return { usage: rounded(raw, all === 0 ? fixed : 100), unread };
}
const sumOf = (m: ReadonlyMap<Use, number>): number => [...m.values()].reduce((a, b) => a + b, 0);
/** Whole shares that still come to the sum: what rounding leaves over goes to the largest. */
function rounded(raw: readonly (readonly [Use, number])[], sum: number): Usage {
  const whole: Record<Use, number> = { ...NO_USE };
  for (const [u, v] of raw) whole[u] = Math.round(v / 5) * 5;
  const largest = [...raw].sort((a, b) => b[1] - a[1])[0]?.[0] ?? 'highway';
  whole[largest] += sum - USES.reduce((s, u) => s + whole[u], 0);
  return whole;
}
