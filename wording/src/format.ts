import { longDay } from './dates';
import {
  formatDecimal,
  formatLength,
  type Figure,
  type LengthUnit,
  type PartsLine,
  type Provenance,
  type Unit,
} from '@rigger/core';

/** How this shop reads figures. */
export interface Style {
  readonly length: LengthUnit;
  readonly currency: string;
}
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
export const length = (mm: number, style: Style): string => formatLength(mm, style.length);
export const degrees = (deg: number): string => `${formatDecimal(deg, Math.abs(deg) >= 20 ? 0 : 1)}°`;
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
};
/** A value in its unit; lengths follow the shop's unit. */
export function quantity(value: number, unit: Unit, style: Style, digits = DIGITS[unit]): string {
  if (unit === 'mm') return formatLength(value, style.length, digits);
  if (unit === 'money') return money(value, style);
  if (unit === 'minutes') return duration(value);
  return `${formatDecimal(value, digits)}${SUFFIX[unit]}`;
}
/** A figure as it is shown: value, ± where it is a forecast, then the unit.
 *  The range is rounded like the value, and never to nothing. */
export function figureText(f: Figure, style: Style, digits?: number): string {
  const value = quantity(f.value, f.unit, style, digits);
  if (f.plusMinus === undefined || f.plusMinus < 0.05) return value;
  if (f.unit === 'mm' && style.length === 'in')
    return `${value.replace(/ in$/, '')} ± ${formatDecimal(f.plusMinus / 25.4, 2)} in`;
  const shown = digits ?? DIGITS[f.unit];
  const least = 10 ** -shown;
  return `${formatDecimal(f.value, shown)} ± ${formatDecimal(Math.max(f.plusMinus, least), shown)}${SUFFIX[f.unit]}`;
}

/** Where a parts line stands: its weakest provenance; tyres and wheels carry none. */
export const lineProvenance = (l: Pick<PartsLine, 'group' | 'provenance'>): string =>
  l.provenance
    ? provenanceText(l.provenance)
    : { rolling: 'chosen by size', shop: 'relief by the rub map', suspension: 'not settled yet' }[l.group];

export function provenanceText(p: Provenance): string {
  switch (p.kind) {
    case 'fitted-here':
      return `fitted here (job ${p.jobs.join(', ')})`;
    case 'maker-lists':
      return 'maker lists it';
    case 'maker-confirmed':
      return `maker confirmed on ${longDay(p.on)}`;
    case 'sister-model':
      return `taken over from ${p.of}`;
    case 'guess':
      return 'a guess: nobody has confirmed it';
  }
}
