import { MM_PER_INCH } from '../units/constants';
import { bad, good, type Result } from '../units/result';
import { MIN_LOAD_INDEX } from './load-index';
import type { TireSize, TireSizeSystem } from './tire-size';

export type TireSizeFault =
  | {
      readonly code: 'tire-size-unreadable';
      readonly text: string;
      /** index at which reading cannot go on; the length of the text where it ends too early */
      readonly at: number;
      /** a size said short ("35s", "35x12.5"): what it says, and what must still be asked */
      readonly short?: ShortSize | undefined;
    }
  | {
      readonly code: 'tire-size-implausible';
      readonly text: string;
      readonly what: 'section-mm' | 'aspect' | 'rim-in' | 'diameter-in' | 'load-index';
      readonly value: number;
      readonly min: number;
      readonly max: number;
    };

/** What a size said short leaves known: mm. */
export interface ShortSize {
  readonly diameterMm: number;
  readonly sectionMm: number | null;
  readonly missing: readonly ('section' | 'rim')[];
}

/** Section height over nominal width for sizes without a series number (ETRTO practice before series numbers). */
const ASSUMED_ASPECT_METRIC = 80;
const ASSUMED_ASPECT_NUMERIC = 105;
const REAL_SECTION_NUMERIC = 1.13;
const LIMITS = {
  'section-mm': [100, 500],
  aspect: [20, 100],
  'rim-in': [8, 30],
  'diameter-in': [12, 60],
  'load-index': [MIN_LOAD_INDEX, 279], // as far as the standard goes; what it carries is asked where the table here ends
} as const;

/** Walks the text; every read skips spaces first, so `at` is where reading could not go on. */
class Reader {
  at = 0;
  constructor(readonly text: string) {}
  private skip() {
    while (this.at < this.text.length && /\s/.test(this.text.charAt(this.at))) this.at++;
  }
  take(pattern: RegExp): string | null {
    const back = this.at;
    this.skip();
    const match = new RegExp(`^(?:${pattern.source})`, 'i').exec(this.text.slice(this.at));
    if (!match || match[0] === '') {
      this.at = back;
      return null;
    }
    this.at += match[0].length;
    return match[0];
  }
  /** what comes next, without taking it */
  ahead(pattern: RegExp): string | null {
    const back = this.at;
    const found = this.take(pattern);
    this.at = back;
    return found;
  }
  number(): number | null {
    const found = this.take(/\d+(?:[.,]\d+)?/);
    return found === null ? null : Number(found.replace(',', '.'));
  }
  get done(): boolean {
    return this.text.slice(this.at).trim() === '';
  }
  /** where the next unreadable character stands */
  get stop(): number {
    const rest = this.text.slice(this.at);
    if (rest.trim() === '') return this.text.trim() === '' ? 0 : this.text.length;
    return this.at + (rest.length - rest.trimStart().length);
  }
}

/** a width of 100 or more is said in hundredths of an inch: 35-1250-20 */
const inchWidth = (said: number): number => (said >= 100 ? said / 100 : said);
const SAID_DIAMETER = /^\s*(\d{2}(?:[.,]\d+)?)\s*(?:'?s|"|”|″|''|in\.?|inch(?:es)?)?\s*$/i;
/** a size of inches begins below this, one of millimetres above */
const INCHES_BELOW = 60;

/** Reads every notation of a tyre size that a counter sees or hears.
 *
 *  1. a bare diameter ("35", "35s", `31"`) or diameter and width ("35x12.5") is refused with what it says and what is missing
 *  2. optional P or LT
 *  3. first number, then what follows it decides the system:
 *     `/` or a space metric `W/A R|-|/ D` · `x` or `×` flotation or cart `OD × SW R|-|x D` · `R` or `-` no series number,
 *     or `OD-SW-D` with the width in hundredths
 *  4. optional C or LT, load index (one or two), speed symbol, XL
 *  Lower case, spaces, comma or point are all read. What cannot be read is refused at the character;
 *  what reads but cannot be a tyre is refused with the limit.
 *  @example parseTireSize('25S/70R16') // {"ok":false,"fault":{"code":"tire-size-unreadable","text":"25S/70R16","at":2}} */
export function parseTireSize(text: string): Result<TireSize, TireSizeFault> {
  const r = new Reader(text);
  const unreadable = () => bad({ code: 'tire-size-unreadable' as const, text, at: r.stop });
  const short = (diameterIn: number, widthIn: number | null) =>
    bad({
      code: 'tire-size-unreadable' as const,
      text,
      at: text.length,
      short: {
        diameterMm: diameterIn * MM_PER_INCH,
        sectionMm: widthIn === null ? null : widthIn * MM_PER_INCH,
        missing: widthIn === null ? (['section', 'rim'] as const) : (['rim'] as const),
      },
    });
  const said = SAID_DIAMETER.exec(text)?.[1]?.replace(',', '.');
  const [shortest, longest] = LIMITS['diameter-in'];
  if (said !== undefined && Number(said) >= shortest && Number(said) <= longest)
    return short(Number(said), null);
  const prefix = (r.take(/lt|p/)?.toUpperCase() ?? '') as TireSize['prefix'];
  const first = r.number();
  if (first === null) return unreadable();

  let system: TireSizeSystem;
  let sectionMm: number;
  let diameterMm: number;
  let aspect: number;
  let rimIn: number | null;
  if (r.take(/\//) ?? (first >= INCHES_BELOW ? r.ahead(/\d{2}(?!\d)/) : null)) {
    const series = r.number();
    if (series === null || (r.take(/z?r|-|\//) ?? r.ahead(/\d{2}/)) === null) return unreadable();
    rimIn = r.number();
    if (rimIn === null) return unreadable();
    system = 'metric';
    sectionMm = first;
    aspect = series;
    diameterMm = rimIn * MM_PER_INCH + (2 * sectionMm * aspect) / 100;
  } else if (r.take(/[x×]/) ?? r.ahead(/[-–]\s*\d{3,4}\s*[-–]/)) {
    r.take(/[-–]/);
    const width = r.number();
    if (width === null) return unreadable();
    if (r.take(/z?r|-|–|[x×]/) === null) return r.done ? short(first, inchWidth(width)) : unreadable();
    rimIn = r.number();
    if (rimIn === null) return unreadable();
    system = first < 28 && rimIn <= 14 ? 'cart' : 'flotation';
    sectionMm = inchWidth(width) * MM_PER_INCH;
    diameterMm = first * MM_PER_INCH;
    aspect = (50 * (first - rimIn)) / inchWidth(width);
  } else if (r.ahead(/[-–]\s*\d{2}\s*[-–]/) !== null) {
    return unreadable(); // 265-70-17: dashes may stand for anything
  } else if (r.take(/z?r|-|–/)) {
    rimIn = r.number();
    if (rimIn === null) return unreadable();
    const numeric = first < 50; // old numeric sizes are in inches (7.50R16); metric widths start at 100
    system = numeric ? 'numeric' : 'metric-no-aspect';
    sectionMm = numeric ? first * MM_PER_INCH : first;
    aspect = numeric ? ASSUMED_ASPECT_NUMERIC : ASSUMED_ASPECT_METRIC;
    diameterMm = rimIn * MM_PER_INCH + (2 * sectionMm * aspect) / 100;
  } else return unreadable();

  const suffix = (r.take(/lt|c(?![a-z])/)?.toUpperCase() ?? '') as TireSize['suffix'];
  const service = /^\s*(\d{2,3})(?:\s*\/\s*(\d{2,3}))?\s*([a-z])?(?=\s|$)/i.exec(text.slice(r.at));
  if (service) r.at += service[0].length;
  const extraLoad = r.take(/xl/) !== null;
  if (!r.done) return unreadable();

  const checks: readonly [keyof typeof LIMITS, number | null][] = [
    ['section-mm', sectionMm],
    ['aspect', system === 'metric' ? aspect : null],
    ['diameter-in', system === 'flotation' || system === 'cart' ? first : null],
    ['rim-in', rimIn],
    ['load-index', service?.[1] === undefined ? null : Number(service[1])],
    ['load-index', service?.[2] === undefined ? null : Number(service[2])],
  ];
  for (const [what, value] of checks) {
    const [min, max] = LIMITS[what];
    if (value !== null && (value < min || value > max || (what === 'rim-in' && (value * 2) % 1 !== 0)))
      return bad({ code: 'tire-size-implausible', text, what, value, min, max });
  }
  if (rimIn * MM_PER_INCH >= diameterMm)
    return bad({
      code: 'tire-size-implausible',
      text,
      what: 'rim-in',
      value: rimIn,
      min: LIMITS['rim-in'][0],
      max: Math.floor(diameterMm / MM_PER_INCH),
    });
  return good({
    system,
    diameterMm,
    sectionMm,
    aspect,
    rimIn,
    prefix,
    suffix,
    extraLoad,
    loadIndex: service?.[1] === undefined ? null : Number(service[1]),
    loadIndexDual: service?.[2] === undefined ? null : Number(service[2]),
    speed: service?.[3]?.toUpperCase() ?? null,
    aspectAssumed: system === 'numeric' || system === 'metric-no-aspect',
    realSectionMm: system === 'numeric' ? sectionMm * REAL_SECTION_NUMERIC : sectionMm,
  });
}
