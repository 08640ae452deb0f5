import { bad, good, type Result } from './result';

export type NumberFault =
  | { readonly code: 'number-empty' }
  | { readonly code: 'number-unreadable'; readonly text: string; readonly at: number }
  | {
      readonly code: 'number-out-of-range';
      readonly value: number;
      readonly min: number;
      readonly max: number;
    };

/** Index of the first character at which `pattern` (an anchored prefix pattern) stops matching `text`. */
export function firstUnreadable(text: string, pattern: RegExp): number {
  const match = pattern.exec(text);
  return match ? match[0].length : 0;
}

/** Reads a plain decimal number; a comma counts as the decimal point, the printed minus as the typed one. Spaces around it are ignored.
 *  @example parseNumber('37,5', 0, 100) // {"ok":true,"value":37.5} */
export function parseNumber(text: string, min: number, max: number): Result<number, NumberFault> {
  const trimmed = text.trim();
  if (trimmed === '') return bad({ code: 'number-empty' });
  if (!/^[+−-]?(\d+([.,]\d*)?|[.,]\d+)$/.test(trimmed)) {
    const lead = text.length - text.trimStart().length;
    return bad({
      code: 'number-unreadable',
      text,
      at: lead + firstUnreadable(trimmed, /^[+−-]?\d*([.,]\d*)?/),
    });
  }
  const value = Number(trimmed.replace(',', '.').replace('−', '-'));
  if (value < min || value > max) return bad({ code: 'number-out-of-range', value, min, max });
  return good(value);
}
