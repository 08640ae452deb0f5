import type { VariantField } from './platform';
import { once } from '../units';

/** What a free text says about a variant: fields it answers, and fields it speaks of without settling them. */
export interface VariantReading {
  readonly variant: Readonly<Record<string, string>>;
  /** fields that are named in a way that can be read two ways: they stay open, and an older answer no longer holds */
  readonly unsure: readonly string[];
  /** places of the words that mean something here */
  readonly read: ReadonlySet<number>;
  readonly score: number;
}
/** How well a word names something: 3 the same, less for a beginning or a slip of the finger, 0 not at all. */
export type Sounds = (word: string, name: string) => number;

const setOf = (words: string): ReadonlySet<string> => new Set(words.split(' '));
/** What turns the next thing said (or, at the end of its clause, the last one) into its opposite. */
const DENIALS = setOf(
  'no not non none nope nor neither never without wo minus less lacks lacking lack sans except excluding excluded ' +
    'isnt hasnt doesnt dont didnt wasnt havent aint arent cannot cant wont missing deleted delete removed absent',
);
/** What leaves it open. */
const DOUBTS = setOf('maybe perhaps possibly probably unsure unknown unclear whether if ask guess');
/** After a denial these leave it open too: "not sure". */
const KNOWING = setOf('sure certain know known clear idea told said checked');
/** What ends a denial once it has denied something. */
const TURNS = setOf('but with has have having plus only just');
/** Small words that a denial reaches over. */
const SMALL = setOf(
  'a an the any of it its this that there one to for at all in on from is are was were be been does do did had or ' +
    'factory original fitted fit present installed anymore longer has have with both',
);

type Mode = 'says' | 'denies' | 'doubts';
interface Mention {
  readonly field: VariantField;
  readonly value: string;
  mode: Mode;
}
interface Word {
  readonly text: string;
  /** a comma, a full stop, a bracket or a line follows */
  ends: boolean;
  /** a question mark follows */
  asked: boolean;
}

/** The words of a text with where a clause ends.
 *  @example wordsOf('3.0 diesel, no tow-pack').map((w) => w.text) // ["3.0", "diesel", "no", "tow", "pack"] */
export function wordsOf(text: string): readonly Readonly<Word>[] {
  const out: Word[] = [];
  const tidy = text
    .toLowerCase()
    .replace(/\bw\s*\/\s*o\b/g, ' without ')
    .replace(/n[’'`´]t\b/g, 'nt');
  for (const [, word, mark] of tidy.matchAll(/([\p{L}\p{N}]+(?:\.\p{N}+)?)|([,;.!?()[\]\n])/gu)) {
    const last = out.at(-1);
    if (word !== undefined) out.push({ text: word, ends: false, asked: false });
    else if (last) {
      last.ends = true;
      last.asked ||= mark === '?';
    }
  }
  return out;
}

/** What a text says about the variant of a vehicle with these fields.
 *
 *  1. clause by clause, word by word: an option's name says it; after a denial it denies it, after a doubt it leaves it open
 *  2. a denial reaches over small words and over `or`; it ends with the clause, with the next field, with `but`. Over other
 *     words, and over `and`, it could reach or not: what follows stays open
 *  3. a denial with nothing of its own after it denies what stands before it ("tow pack: no", "tow pack, not fitted")
 *  4. two denials in a row, a question mark, a yes-or-no field right before a denial of something else, a
 *     word that names options of two fields: open
 *  5. per field: one option said and not denied → that one; only denials, and one option left → the one left; else open
 *  @example readVariant('no tow pack', [{ key: 'tow', question: 'Tow pack?', howToTell: '', options: [{ value: 'yes', label: 'Tow pack', aliases: ['tow'] }, { value: 'no', label: 'None', aliases: [] }] }], (a, b) => (a === b ? 3 : 0)).variant // {"tow":"no"} */
export function readVariant(text: string, fields: readonly VariantField[], sounds: Sounds): VariantReading {
  const words = wordsOf(text);
  const mentions: Mention[] = [];
  const read = new Set<number>();
  // the words of the questions themselves mean nothing strange
  const own = once(() =>
    setOf(
      fields
        .flatMap((f) => [f.question, ...f.options.map((o) => o.label)])
        .flatMap((t) => wordsOf(t).map((w) => w.text))
        .join(' '),
    ),
  );
  let score = 0;
  let mode: Mode = 'says';
  let met = false; // the denial or doubt in force has met something
  let pending = false; // it has met nothing yet
  let strange = false; // a word of no meaning here stands after it
  let clauseStart = 0; // mentions before this are of earlier clauses
  let clauseWords = 0; // words of the clause other than denials, doubts and small ones
  const start = (m: Mode) => {
    mode = pending && mode !== m ? 'doubts' : pending ? 'doubts' : m;
    pending = true;
    met = false;
    strange = false;
  };
  const options = new Map<string, { readonly hit: ReturnType<typeof bestOption> }>();
  /** the option a word names best; a word that names options of two fields alike settles neither */
  const optionOf = (word: string) => {
    const known = options.get(word);
    if (known) return known.hit;
    const hit = bestOption(word);
    options.set(word, { hit });
    return hit;
  };
  const bestOption = (word: string) => {
    const [best, ...others] = fields
      .flatMap((f) =>
        f.options.map((o) => ({ f, o, s: Math.max(0, ...o.aliases.map((a) => sounds(word, a))) })),
      )
      .sort((a, b) => b.s - a.s);
    const also = others.filter((x) => x.s > 0 && x.s === best?.s && x.f !== best.f);
    return best && { ...best, also };
  };
  words.forEach((w, i) => {
    const { text: word } = w;
    const last = mentions.at(-1);
    const inClause = mentions.length > clauseStart;
    if (DENIALS.has(word)) {
      start('denies');
      read.add(i);
    } else if (DOUBTS.has(word) || (pending && KNOWING.has(word))) {
      pending = false;
      start('doubts');
      read.add(i);
    } else if (TURNS.has(word) && met) mode = 'says';
    else if ((word === 'and' || word === 'also') && mode === 'denies' && met) mode = 'doubts';
    else if (!SMALL.has(word) || optionOf(word)?.s === 3) {
      const hit = optionOf(word);
      clauseWords++;
      if (hit && hit.s > 0) {
        const same = inClause && last?.field === hit.f;
        const listed = ['or', 'nor'].includes(words[i - 1]?.text ?? '');
        if (met && mode === 'denies' && !same && !listed) mode = 'says';
        if (pending && inClause && last && !same && yesOrNo(last.field)) last.mode = 'doubts';
        const open = (pending && strange) || hit.also.length > 0;
        for (const x of hit.also) mentions.push({ field: x.f, value: x.o.value, mode: 'doubts' });
        mentions.push({ field: hit.f, value: hit.o.value, mode: open ? 'doubts' : mode });
        met = mode !== 'says';
        pending = false;
        score += hit.s / 2;
        read.add(i);
      } else {
        if (pending && !own().has(word)) strange = true;
        if (own().has(word)) read.add(i);
      }
    }
    const now = mentions.at(-1);
    if (w.asked && now) now.mode = 'doubts';
    if (!w.ends && i < words.length - 1) return;
    // a clause of its own ("tow pack, not fitted") speaks of the one before
    if (pending && now && (mentions.length > clauseStart || clauseWords === 0)) {
      if (strange) {
        if (yesOrNo(now.field)) now.mode = 'doubts';
      } else now.mode = mode === 'denies' && now.mode === 'says' ? 'denies' : 'doubts';
    }
    mode = 'says';
    met = pending = strange = false;
    clauseStart = mentions.length;
    clauseWords = 0;
  });

  const variant: Record<string, string> = {};
  const unsure: string[] = [];
  for (const field of fields) {
    const here = mentions.filter((m) => m.field === field);
    if (here.length === 0) continue;
    const said = new Set(here.filter((m) => m.mode === 'says').map((m) => m.value));
    const not = new Set(here.filter((m) => m.mode === 'denies').map((m) => m.value));
    const [one] = said;
    const left = field.options.filter((o) => !not.has(o.value));
    const [rest] = left;
    if (here.some((m) => m.mode === 'doubts')) unsure.push(field.key);
    else if (said.size === 1 && one !== undefined && !not.has(one)) variant[field.key] = one;
    else if (said.size === 0 && left.length === 1 && rest) variant[field.key] = rest.value;
    else unsure.push(field.key);
  }
  return { variant, unsure, read, score };
}

const yesOrNo = (f: VariantField): boolean => f.options.some((o) => o.value === 'no');
