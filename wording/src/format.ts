import { longDay } from './dates';
import {
  type Between,
  formatDecimal,
  formatLength,
  isFreeCode,
  KG_PER_LB,
  KM_PER_MILE,
  KPA_PER_PSI,
  MM_PER_INCH,
  N_PER_LBF,
  NM_PER_LBF_FT,
  type Figure,
  type LengthUnit,
  type PartsLine,
  type Provenance,
  type ShopSettings,
  type Unit,
} from '@rigger/core';

/** How this shop reads figures. */
export interface Style {
  readonly length: LengthUnit;
  readonly currency: string;
}
/** How a shop, or a paper of it, writes lengths and money. */
export const styleOf = ({ lengthUnit, currency }: Pick<ShopSettings, 'lengthUnit' | 'currency'>): Style => ({
  length: lengthUnit,
  currency,
});
export const STYLE_MM: Style = { length: 'mm', currency: 'mk' };

/** Money in words of the shop: minor units, space between thousands. */
export function money(minor: number, style: Style): string {
  const whole = Math.round(Math.abs(minor) / 100).toString();
  return `${minor < 0 ? '−' : ''}${whole.replace(/\B(?=(\d{3})+$)/g, '\u00a0')}\u00a0${style.currency}`;
}
/** Minutes as `5 h 20` or `45 min`. */
export function duration(minutes: number): string {
  const whole = Math.round(minutes);
  const h = Math.floor(whole / 60);
  const m = whole % 60;
  return h === 0 ? `${m} min` : `${h} h ${String(m).padStart(2, '0')}`;
}
/** A time, or the least and the most of it. */
export const hoursText = ({ from, to }: Between): string =>
  duration(from) === duration(to) ? duration(from) : `${duration(from)} to ${duration(to)}`;
export const length = (mm: number, style: Style): string => formatLength(mm, style.length);
export const degrees = (deg: number): string => `${formatDecimal(deg, Math.abs(deg) >= 20 ? 0 : 1)}°`;
/** As the first word of a sentence. */
export const capital = (s: string): string => s.charAt(0).toUpperCase() + s.slice(1);
/** In the middle of a sentence; an abbreviation keeps its capitals. */
export const lower = (s: string): string =>
  /^[A-Z]{2}/.test(s) ? s : s.charAt(0).toLowerCase() + s.slice(1);
/** How far a height is from what was forecast: "as forecast", "8 mm higher". */
export const offText = (mm: number, style: Style): string =>
  Math.abs(mm) < 0.5 ? 'as forecast' : `${length(Math.abs(mm), style)} ${mm > 0 ? 'higher' : 'lower'}`;
export const plural = (n: number, one: string, many = `${one}s`): string => `${n} ${n === 1 ? one : many}`;

const DIGITS: Readonly<Record<Unit, number>> = {
  mm: 1,
  deg: 1,
  N: 0,
  'N/mm': 1,
  kg: 0,
  kPa: 0,
  'km/h': 1,
  rpm: 0,
  ratio: 3,
  percent: 1,
  'per-km': 1,
  minutes: 0,
  money: 0,
  in: 1,
  count: 0,
  Hz: 2,
  'deg/10mm': 3,
  'N·s/m': 0,
  'N·m': 0,
  'kg·m²': 2,
  'per-mile': 1,
  km: 1,
  'deg/g': 1,
  'rad/s²': 0,
  turns: 2,
};
const SUFFIX: Readonly<Record<Unit, string>> = {
  mm: ' mm',
  deg: '°',
  N: ' N',
  'N/mm': ' N/mm',
  kg: ' kg',
  kPa: ' kPa',
  'km/h': ' km/h',
  rpm: ' rpm',
  ratio: '',
  percent: ' %',
  'per-km': ' per km',
  minutes: ' min',
  money: '',
  in: ' in',
  count: '',
  Hz: ' Hz',
  'deg/10mm': '° per 10 mm',
  'N·s/m': ' N·s/m',
  'N·m': ' N·m',
  'kg·m²': ' kg·m²',
  'per-mile': ' per mile',
  km: ' km',
  'deg/g': '° per g',
  'rad/s²': ' rad/s²',
  turns: ' turns',
};
/** Where the shop works in inches, everything else follows: how many of its unit one of ours is, and how it is written. */
const IN_INCHES: Readonly<
  Partial<Record<Unit, { readonly per: number; readonly suffix: string; readonly digits: number }>>
> = {
  N: { per: 1 / N_PER_LBF, suffix: ' lbf', digits: 0 },
  'N/mm': { per: MM_PER_INCH / N_PER_LBF, suffix: ' lbf/in', digits: 0 },
  kg: { per: 1 / KG_PER_LB, suffix: ' lb', digits: 0 },
  kPa: { per: 1 / KPA_PER_PSI, suffix: ' psi', digits: 0 },
  'km/h': { per: 1 / KM_PER_MILE, suffix: ' mph', digits: 1 },
  'per-km': { per: KM_PER_MILE, suffix: ' per mile', digits: 1 },
  km: { per: 1 / KM_PER_MILE, suffix: ' mi', digits: 1 },
  'deg/10mm': { per: MM_PER_INCH / 10, suffix: '° per in', digits: 3 },
  'N·m': { per: 1 / NM_PER_LBF_FT, suffix: ' lbf·ft', digits: 0 },
};
const written = (unit: Unit, style: Style) =>
  (style.length === 'in' ? IN_INCHES[unit] : undefined) ?? {
    per: 1,
    suffix: SUFFIX[unit],
    digits: DIGITS[unit],
  };
/** A value in the unit of the shop: millimetres and their company, or inches and theirs. */
export function quantity(value: number, unit: Unit, style: Style, digits?: number): string {
  if (unit === 'mm') return formatLength(value, style.length, digits ?? DIGITS.mm);
  if (unit === 'money') return money(value, style);
  if (unit === 'minutes') return duration(value);
  const w = written(unit, style);
  return `${formatDecimal(value * w.per, digits ?? w.digits)}${w.suffix}`;
}
/** A text of the catalogue, written in metric units, as the shop reads it: each figure with its unit in the shop's own.
 *  A thread is no length: M14×1.5 stays. */
export const inUnits = (text: string, style: Style): string =>
  style.length === 'mm'
    ? text
    : text.replaceAll(
        /(?<![\w.×])(\d+(?:\.\d+)?)[ \u00a0](mm|kg|km\/h|km|kPa|N·m)(?![\w·/])/g,
        (_all, n: string, unit: string) => quantity(Number(n), unit as Unit, style, 0),
      );
/** A figure as it is shown: value, ± where it is a forecast, then the unit.
 *  The range is rounded like the value, and never to nothing. */
export function figureText(f: Figure, style: Style, digits?: number): string {
  const value = quantity(f.value, f.unit, style, digits);
  if (f.plusMinus === undefined || f.plusMinus < 0.05) return value;
  if (f.unit === 'mm' && style.length === 'in')
    return `${value.replace(/ in$/, '')} ± ${formatDecimal(f.plusMinus / MM_PER_INCH, 2)} in`;
  const w = written(f.unit, style);
  const shown = digits ?? w.digits;
  const least = 10 ** -shown;
  return `${formatDecimal(f.value * w.per, shown)} ± ${formatDecimal(Math.max(f.plusMinus * w.per, least), shown)}${w.suffix}`;
}

/** What a line costs; one that nobody has named a price for says so. */
export const priceText = (minor: number | null, style: Style): string =>
  minor === null ? 'ask' : money(minor, style);
/** The code a line is ordered by; a line of one's own has none. */
export const codeText = (code: string): string => (isFreeCode(code) ? '' : code);
/** Where a parts line stands: its weakest provenance; tyres and wheels carry none. */
export const lineProvenance = (l: Pick<PartsLine, 'group' | 'provenance'>): string =>
  l.provenance
    ? provenanceText(l.provenance)
    : {
        rolling: 'chosen by size',
        shop: 'relief by the rub map',
        repair: 'by the look-over',
        suspension: 'still to settle',
      }[l.group];

export function provenanceText(p: Provenance): string {
  switch (p.kind) {
    case 'fitted-here':
      return `we fitted this on ${p.jobs.length === 1 ? 'job' : 'jobs'} ${p.jobs.join(', ')}`;
    case 'maker-lists':
      return 'maker lists it';
    case 'maker-confirmed':
      return `maker confirmed on ${longDay(p.on)}`;
    case 'sister-model':
      return `taken over from ${p.of}`;
    case 'guess':
      return 'a guess: nobody has confirmed it';
    case 'taken-over':
      return `unverified: made for another vehicle, taken over because ${lower(p.reason)}`;
    case 'unverified':
      return 'unverified: no part of the catalogue';
  }
}
