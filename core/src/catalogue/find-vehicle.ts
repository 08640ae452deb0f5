import type { Platform } from './platform';
import { readVariant, wordsOf } from './read-variant';

export interface VehicleCandidate {
  readonly platform: Platform;
  readonly year: number | null;
  readonly variant: Readonly<Record<string, string>>;
  /** fields that are spoken of but not settled: to be asked, whatever was known before */
  readonly unsure: readonly string[];
  /** words of the query that meant nothing for this platform */
  readonly unread: readonly string[];
  readonly score: number;
}

/** Number of single-letter edits between two words, counted up to 2. */
function editDistance(a: string, b: string): number {
  if (Math.abs(a.length - b.length) > 1) return 2;
  const row = Array.from({ length: b.length + 1 }, (_, i) => i);
  for (let i = 1; i <= a.length; i++) {
    let diagonal = row[0] ?? 0;
    row[0] = i;
    for (let j = 1; j <= b.length; j++) {
      const up = row[j] ?? 0;
      row[j] = Math.min(up + 1, (row[j - 1] ?? 0) + 1, diagonal + (a[i - 1] === b[j - 1] ? 0 : 1));
      diagonal = up;
    }
  }
  return row[b.length] ?? 2;
}
/** How much a word sounds like a name: 3 the same, 2 its beginning, 1.5 one slip of the finger, 0 not. */
export const soundsLike = (word: string, name: string): number => {
  if (word === name) return 3;
  if (word.length >= 3 && name.startsWith(word)) return 2;
  return word.length >= 4 && editDistance(word, name) <= 1 ? 1.5 : 0;
};

/** Vehicles a free text may mean, best first: words are matched against make, model, years and the aliases of
 *  variant options, with one slip of the finger forgiven, and read with what they deny ("no tow pack"). A year outside the
 *  platform's years rules it out. */
export function findVehicles(text: string, platforms: readonly Platform[]): readonly VehicleCandidate[] {
  const words = wordsOf(text).map((w) => w.text);
  if (words.length === 0) return [];
  const found: VehicleCandidate[] = [];
  for (const platform of platforms) {
    let score = 0;
    let year: number | null = null;
    const names = `${platform.make} ${platform.model}`.toLowerCase().split(/\s+/);
    const nameOf = new Map(words.map((word) => [word, Math.max(...names.map((n) => soundsLike(word, n)))]));
    const named = (word: string) => nameOf.get(word) ?? 0;
    const reading = readVariant(text, platform.variantFields, (word, alias) =>
      named(word) >= soundsLike(word, alias) ? 0 : soundsLike(word, alias),
    );
    const unread: string[] = [];
    const aliases = platform.variantFields.flatMap((f) => f.options.flatMap((o) => o.aliases));
    for (const [i, word] of words.entries()) {
      const byName = named(word);
      if (/^(19|20)\d\d$/.test(word)) year = Number(word);
      else if (byName > 0 && aliases.every((a) => soundsLike(word, a) <= byName)) score += byName;
      else if (!reading.read.has(i)) unread.push(word);
    }
    score += reading.score;
    if (year !== null && (year < platform.years[0] || year > platform.years[1])) continue;
    const { variant, unsure } = reading;
    found.push({ platform, year, variant, unsure, unread, score: score - unread.length / 2 });
  }
  return found
    .filter((c) => c.score > 0)
    .sort((a, b) => b.score - a.score || a.platform.code.localeCompare(b.platform.code));
}
