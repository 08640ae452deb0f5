import { MM_PER_INCH } from '../units/constants';
import { bad, good, type Result } from '../units/result';
import { MAX_LOAD_INDEX, MIN_LOAD_INDEX } from './load-index';
import type { TireSize, TireSizeSystem } from './tire-size';

export type TireSizeFault =
  | { readonly code: 'tire-size-unreadable'; readonly text: string; readonly at: number }
  | {
      readonly code: 'tire-size-implausible';
      readonly text: string;
      readonly what: 'section-mm' | 'aspect' | 'rim-in' | 'diameter-in' | 'load-index';
      readonly value: number;
      readonly min: number;
      readonly max: number;
    };

/** Section height over nominal width for sizes without a series number (ETRTO practice before series numbers). */
const ASSUMED_ASPECT_METRIC = 80;
const ASSUMED_ASPECT_NUMERIC = 105;
const REAL_SECTION_NUMERIC = 1.13;
const LIMITS = {
  'section-mm': [100, 500],
  aspect: [20, 100],
  'rim-in': [8, 30],
  'diameter-in': [12, 60],
  'load-index': [MIN_LOAD_INDEX, MAX_LOAD_INDEX],
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
    return rest.trim() === '' ? this.text.length : this.at + (rest.length - rest.trimStart().length);
  }
}

/** Reads every notation of a tyre size that a counter sees.
 *
 *  1. optional P or LT
 *  2. first number, then what follows it decides the system:
 *     `/` metric `W/A R D` · `x` or `×` flotation or cart `OD × SW R|- D` · `R` or `-` no series number
 *  3. optional C or LT, load index (one or two), speed symbol, XL
 *  Lower case, spaces, comma or point are all read. What cannot be read is refused at the character;
 *  what reads but cannot be a tyre is refused with the limit.
 *  @example parseTireSize('25S/70R16') // {"ok":false,"fault":{"code":"tire-size-unreadable","text":"25S/70R16","at":2}} */
export function parseTireSize(text: string): Result<TireSize, TireSizeFault> {
  const r = new Reader(text);
  const unreadable = () => bad({ code: 'tire-size-unreadable' as const, text, at: r.stop });
  const prefix = (r.take(/lt|p/)?.toUpperCase() ?? '') as TireSize['prefix'];
  const first = r.number();
  if (first === null) return unreadable();

  let system: TireSizeSystem;
  let sectionMm: number;
  let diameterMm: number;
  let aspect: number;
  let rimIn: number | null;
  if (r.take(/\//)) {
    const series = r.number();
    if (series === null || r.take(/z?r|-/) === null) return unreadable();
    rimIn = r.number();
    if (rimIn === null) return unreadable();
    system = 'metric';
    sectionMm = first;
    aspect = series;
    diameterMm = rimIn * MM_PER_INCH + (2 * sectionMm * aspect) / 100;
  } else if (r.take(/[x×]/)) {
    const width = r.number();
    if (width === null || r.take(/z?r|-|–/) === null) return unreadable();
    rimIn = r.number();
    if (rimIn === null) return unreadable();
    system = first < 28 && rimIn <= 14 ? 'cart' : 'flotation';
    sectionMm = width * MM_PER_INCH;
    diameterMm = first * MM_PER_INCH;
    aspect = (50 * (first - rimIn)) / width;
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
