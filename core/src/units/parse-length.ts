import { MM_PER_INCH } from './constants';
import { bad, good, type Result } from './result';
import { spelledOut } from './vulgar';

export type LengthUnit = 'mm' | 'in';
export interface LengthRange {
  readonly minMm: number;
  readonly maxMm: number;
  /** unit taken for a bare number when both units would be in range */
  readonly prefer: LengthUnit;
}
export interface LengthReading {
  readonly mm: number;
  readonly unit: LengthUnit;
  /** true when no unit was written and it was chosen because only it gives a length in range */
  readonly unitAssumed: boolean;
}
export type LengthFault =
  | { readonly code: 'length-empty' }
  | { readonly code: 'length-unreadable'; readonly text: string; readonly at: number }
  | {
      readonly code: 'length-out-of-range';
      readonly mm: number;
      readonly minMm: number;
      readonly maxMm: number;
    };

const NUMBER = String.raw`\d+(?:[.,]\d+)?`;
const FRACTION = String.raw`\d+\s*[/⁄]\s*\d+`;
const MARKS = String.raw`mm|cm|met(?:re|er)s?|m|inch(?:es)?|in\.?|"|”|″|''`;
const WHOLE = new RegExp(
  `^(?:(?:(?<whole>\\d+)(?:\\s*-\\s*|\\s*(?:and|&|\\+)\\s*|\\s+))?(?<fraction>${FRACTION})|(?<number>${NUMBER}))\\s*(?<mark>${MARKS})?$`,
  'i',
);
const PREFIX = new RegExp(
  `^(?:\\d+(?:\\s*-\\s*|\\s*(?:and|&|\\+)\\s*|\\s+)\\d+\\s*(?:[/⁄]\\s*(?:\\d+\\s*(?:${MARKS})?)?)?|\\d+\\s*[/⁄]\\s*(?:\\d+\\s*(?:${MARKS})?)?|${NUMBER}\\s*(?:${MARKS})?|\\d+[.,]?)?`,
  'i',
);
/** feet, and what is over in inches: 6'11", 7 ft, 6 ft 11 1/2 in */
const FEET = new RegExp(
  `^(?<feet>\\d+(?:[.,]\\d+)?)\\s*(?:ft\\.?|feet|foot|'|’|′)(?:\\s*(?:(?<whole>\\d+)(?:\\s+|\\s*-\\s*))?(?:(?<fraction>${FRACTION})|(?<number>${NUMBER}))\\s*(?:inch(?:es)?|in\\.?|"|”|″|''|’’)?)?$`,
  'i',
);
const GROUPED = /^\d{1,3}(?: \d{3})+(?=\D*$)/;
const COMMA_THOUSANDS = /^\d{1,3},\d{3}$/;
const INCHES_PER_FOOT = 12;

/** Reads a length as people write it on a tape sheet: `31 5/8`, `31.625`, `31-5/8"`, `31 and 5/8`, `803 mm`, `80,3 cm`, `2.1 metres`,
 *  `1 510`, `6'11"`, `7 ft`.
 *
 *  - a unit mark decides; a fraction without a mark is inches
 *  - a bare number is read in the preferred unit if that is in range, else in the other one (and said so)
 *  - a sign is read where the range goes below 0
 *  - out of range in every reading: refused with the value and the limits
 *  @example parseLength('31 5/8', { minMm: 300, maxMm: 1200, prefer: 'mm' }) // {"ok":true,"value":{"mm":803.275,"unit":"in","unitAssumed":false}}
 *  @example parseLength('31.625', { minMm: 300, maxMm: 1200, prefer: 'mm' }) // {"ok":true,"value":{"mm":803.275,"unit":"in","unitAssumed":true}} */
export function parseLength(text: string, range: LengthRange): Result<LengthReading, LengthFault> {
  if (text.trim() === '') return bad({ code: 'length-empty' });
  const signed = range.minMm < 0 ? /^\s*([+−-])\s*(?=\S)/.exec(text) : null;
  if (signed) return readSigned(signed[0].length, signed[1] === '+' ? 1 : -1, text, range);
  const lead = text.length - text.trimStart().length;
  const plain = spelledOut(text).replace(GROUPED, (n) => n.replaceAll(' ', ''));
  const feet = FEET.exec(plain)?.groups;
  if (feet) return readFeet(feet, text, range);
  const match = WHOLE.exec(plain);
  if (!match?.groups) {
    const at = Math.min(lead + (PREFIX.exec(plain)?.[0].length ?? 0), text.length);
    return bad({ code: 'length-unreadable', text, at });
  }
  const { whole, fraction, number, mark } = match.groups;
  let value: number;
  if (fraction === undefined) value = Number((number ?? '').replace(',', '.'));
  else {
    const [top, bottom] = fraction.split(/\s*[/⁄]\s*/).map(Number);
    if (top === undefined || bottom === undefined || bottom === 0)
      return bad({ code: 'length-unreadable', text, at: text.length - 1 });
    value = Number(whole ?? 0) + top / bottom;
  }
  const grouped = COMMA_THOUSANDS.test(number ?? '') ? Number(number?.replace(',', '')) : null;
  const inRange = (mm: number) => mm >= range.minMm && mm <= range.maxMm;
  const answer = (mm: number, unit: LengthUnit, unitAssumed: boolean) =>
    inRange(mm)
      ? good({ mm, unit, unitAssumed })
      : bad({ code: 'length-out-of-range' as const, mm, minMm: range.minMm, maxMm: range.maxMm });
  // "2,100": no length of two millimetres or inches is meant where only the thousands are in range
  if (grouped !== null && inRange(grouped) && !inRange(value) && (mark === undefined || /^mm$/i.test(mark)))
    return answer(grouped, 'mm', false);
  switch (mark?.toLowerCase()) {
    case undefined:
      break;
    case 'mm':
      return answer(value, 'mm', false);
    case 'cm':
      return answer(value * 10, 'mm', false);
    case 'm':
    case 'metre':
    case 'metres':
    case 'meter':
    case 'meters':
      return answer(value * 1000, 'mm', false);
    default:
      return answer(value * MM_PER_INCH, 'in', false);
  }
  if (fraction !== undefined) return answer(value * MM_PER_INCH, 'in', false);
  const asMm = { mm: value, unit: 'mm' as const };
  const asIn = { mm: value * MM_PER_INCH, unit: 'in' as const };
  const [first, second] = range.prefer === 'mm' ? [asMm, asIn] : [asIn, asMm];
  if (inRange(first.mm)) return answer(first.mm, first.unit, false);
  if (inRange(second.mm)) return answer(second.mm, second.unit, true);
  return answer(first.mm, first.unit, false);
}

function readSigned(
  at: number,
  sign: 1 | -1,
  text: string,
  { minMm, maxMm, prefer }: LengthRange,
): Result<LengthReading, LengthFault> {
  const size = { minMm: 0, maxMm: sign < 0 ? -minMm : maxMm, prefer };
  const r = parseLength(text.slice(at), size);
  if (r.ok) return good({ ...r.value, mm: sign * r.value.mm });
  switch (r.fault.code) {
    case 'length-empty':
      return r;
    case 'length-unreadable':
      return bad({ code: 'length-unreadable', text, at: at + r.fault.at });
    case 'length-out-of-range':
      return bad({ code: 'length-out-of-range', mm: sign * r.fault.mm, minMm, maxMm });
  }
}

function readFeet(
  { feet, whole, fraction, number }: Readonly<Record<string, string | undefined>>,
  text: string,
  { minMm, maxMm }: LengthRange,
): Result<LengthReading, LengthFault> {
  const decimal = (n: string | undefined) => Number((n ?? '0').replace(',', '.'));
  const [top = 0, bottom = 1] = (fraction ?? '0/1').split(/\s*[/⁄]\s*/).map(Number);
  if (bottom === 0) return bad({ code: 'length-unreadable', text, at: text.length - 1 });
  const over = Number(whole ?? 0) + top / bottom + decimal(number);
  if (over >= INCHES_PER_FOOT) return bad({ code: 'length-unreadable', text, at: text.search(/\D/) + 1 });
  const mm = (decimal(feet) * INCHES_PER_FOOT + over) * MM_PER_INCH;
  return mm >= minMm && mm <= maxMm
    ? good({ mm, unit: 'in', unitAssumed: false })
    : bad({ code: 'length-out-of-range', mm, minMm, maxMm });
}
