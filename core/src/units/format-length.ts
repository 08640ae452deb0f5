import { MM_PER_INCH } from './constants';
import type { LengthUnit } from './parse-length';

/** Inches to the nearest 1/16 as a tape reads them, no unit; negative values keep a leading minus.
 *  @example formatInches16(803.275) // "31 5/8"
 *  @example formatInches16(12.7) // "1/2" */
export function formatInches16(mm: number): string {
  const sixteenths = Math.round((Math.abs(mm) / MM_PER_INCH) * 16);
  const sign = mm < 0 && sixteenths > 0 ? '−' : '';
  const whole = Math.floor(sixteenths / 16);
  let top = sixteenths % 16;
  if (top === 0) return `${sign}${whole}`;
  let bottom = 16;
  while (top % 2 === 0) {
    top /= 2;
    bottom /= 2;
  }
  return `${sign}${whole > 0 ? `${whole} ` : ''}${top}/${bottom}`;
}

/** A length for people, in their unit, always with the unit; millimetres to `digits` decimals.
 *  @example formatLength(803.275, 'mm') // "803 mm"
 *  @example formatLength(803.275, 'in') // "31 5/8 in" */
export function formatLength(mm: number, unit: LengthUnit, digits = 0): string {
  if (unit === 'in') return `${formatInches16(mm)} in`;
  return `${formatDecimal(mm, digits)} mm`;
}

/** A decimal with a true minus sign and no negative zero.
 *  @example formatDecimal(-0.04, 1) // "0.0"
 *  @example formatDecimal(-12.34, 1) // "−12.3" */
export function formatDecimal(value: number, digits: number): string {
  const text = Math.abs(value).toFixed(digits);
  return value < 0 && Number(text) !== 0 ? `−${text}` : text;
}
