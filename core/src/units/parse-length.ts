import { MM_PER_INCH } from './constants';
import { bad, good, type Result } from './result';

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
const MARKS = String.raw`mm|cm|m|inch(?:es)?|in\.?|"|”|″|''`;
const WHOLE = new RegExp(
  `^(?:(?:(?<whole>\\d+)(?:\\s*-\\s*|\\s*(?:and|&|\\+)\\s*|\\s+))?(?<fraction>${FRACTION})|(?<number>${NUMBER}))\\s*(?<mark>${MARKS})?$`,
  'i',
);
const PREFIX = new RegExp(
  `^(?:\\d+(?:\\s*-\\s*|\\s*(?:and|&|\\+)\\s*|\\s+)\\d+\\s*(?:[/⁄]\\s*(?:\\d+\\s*(?:${MARKS})?)?)?|\\d+\\s*[/⁄]\\s*(?:\\d+\\s*(?:${MARKS})?)?|${NUMBER}\\s*(?:${MARKS})?|\\d+[.,]?)?`,
  'i',
);
const VULGAR: Readonly<Record<string, string>> = {
  '½': ' 1/2',
  '¼': ' 1/4',
  '¾': ' 3/4',
  '⅛': ' 1/8',
  '⅜': ' 3/8',
  '⅝': ' 5/8',
  '⅞': ' 7/8',
};

/** Reads a length as people write it on a tape sheet: `31 5/8`, `31.625`, `31-5/8"`, `31 and 5/8`, `803 mm`, `80,3 cm`.
 *
 *  - a unit mark decides; a fraction without a mark is inches
 *  - a bare number is read in the preferred unit if that is in range, else in the other one (and said so)
 *  - out of range in every reading: refused with the value and the limits
 *  @example parseLength('31 5/8', { minMm: 300, maxMm: 1200, prefer: 'mm' }) // {"ok":true,"value":{"mm":803.275,"unit":"in","unitAssumed":false}}
 *  @example parseLength('31.625', { minMm: 300, maxMm: 1200, prefer: 'mm' }) // {"ok":true,"value":{"mm":803.275,"unit":"in","unitAssumed":true}} */
export function parseLength(text: string, range: LengthRange): Result<LengthReading, LengthFault> {
  if (text.trim() === '') return bad({ code: 'length-empty' });
  const lead = text.length - text.trimStart().length;
  const plain = text
    .trim()
    .replace(/[½¼¾⅛⅜⅝⅞]/g, (c) => VULGAR[c] ?? c)
    .replace(/\s+/g, ' ')
    .trim();
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
  const inRange = (mm: number) => mm >= range.minMm && mm <= range.maxMm;
  const answer = (mm: number, unit: LengthUnit, unitAssumed: boolean) =>
    inRange(mm)
      ? good({ mm, unit, unitAssumed })
      : bad({ code: 'length-out-of-range' as const, mm, minMm: range.minMm, maxMm: range.maxMm });
  switch (mark?.toLowerCase()) {
    case undefined:
      break;
    case 'mm':
      return answer(value, 'mm', false);
    case 'cm':
      return answer(value * 10, 'mm', false);
    case 'm':
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
