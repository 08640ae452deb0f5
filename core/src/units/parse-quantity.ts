import { KG_PER_LB, KM_PER_MILE, MM_PER_INCH, N_PER_LBF } from './constants';
import { bad, good, type Result } from './result';
import { spelledOut } from './vulgar';

/** What people write into a field that is no length. */
export const QUANTITIES = [
  'mass',
  'speed',
  'share',
  'money',
  'rim-width',
  'wheel-offset',
  'load-index',
  'year',
  'count',
  'distance',
  'rate',
  'angle',
  'hours',
  'minutes',
] as const;
export type Quantity = (typeof QUANTITIES)[number];
export type NumberFault =
  | { readonly code: 'number-empty' }
  | { readonly code: 'number-unreadable'; readonly text: string; readonly at: number }
  | {
      readonly code: 'number-out-of-range';
      readonly value: number;
      readonly min: number;
      readonly max: number;
    }
  | { readonly code: 'number-not-whole'; readonly value: number }
  /** it can be read in two ways, and the field could take both */
  | {
      readonly code: 'number-two-ways';
      readonly text: string;
      readonly ways: readonly [number, number];
    };

interface Reader {
  /** marks that may follow, and what one of it is in the unit that is kept */
  readonly marks: Readonly<Record<string, number>>;
  readonly before?: RegExp;
  readonly whole?: true;
}
const KG = 1;
/** of 1 lbf/in */
const N_PER_MM = N_PER_LBF / MM_PER_INCH;
const READERS: Readonly<Record<Quantity, Reader>> = {
  mass: { marks: { kg: KG, kgs: KG, kilo: KG, kilos: KG, t: 1000, lb: KG_PER_LB, lbs: KG_PER_LB } },
  speed: { marks: { 'km/h': 1, kmh: 1, kph: 1, mph: KM_PER_MILE } },
  share: { marks: { '%': 1, percent: 1, 'per cent': 1 } },
  money: { marks: { mk: 1 } },
  'rim-width': { marks: { j: 1, jj: 1, in: 1, inch: 1, inches: 1, '"': 1, '”': 1, '″': 1 } },
  'wheel-offset': { marks: { mm: 1 }, before: /^(?:et|is|offset)\s*(?=[\d+−-])/i },
  'load-index': { marks: {}, before: /^li\s*(?=\d)/i, whole: true },
  year: { marks: {}, before: /^['’](?=\d\d$)/, whole: true },
  count: { marks: { x: 1, pcs: 1, off: 1 }, whole: true },
  distance: { marks: { km: 1, kms: 1, mi: KM_PER_MILE, mile: KM_PER_MILE, miles: KM_PER_MILE } },
  rate: {
    marks: { 'n/mm': 1, 'kn/m': 1, 'lb/in': N_PER_MM, 'lbs/in': N_PER_MM, 'lbf/in': N_PER_MM },
  },
  angle: { marks: { '°': 1, deg: 1, degrees: 1 } },
  hours: { marks: { h: 1, hr: 1, hrs: 1, hour: 1, hours: 1, min: 1 / 60 } },
  minutes: { marks: { min: 1, mins: 1, minute: 1, minutes: 1, h: 60, hr: 60, hour: 60, hours: 60 } },
};
const GROUPED = /^\d{1,3}(?:[ \u00a0\u202f’']\d{3})+(?:[.,]\d+)?$/;
/** "1,234": a thousand here, a decimal there */
const COMMA_THOUSANDS = /^\d{1,3}(?:,\d{3})+$/;
const POINT_AFTER_COMMAS = /^\d{1,3}(?:,\d{3})+\.\d+$/;
const PLAIN = /^(?:\d+(?:[.,]\d*)?|[.,]\d+)$/;
const FRACTION = /^(?:(\d+) )?(\d+)\/(\d+)$/;
const CENTURY = 100;

/** Reads what people write into a field, in the unit that is kept: `180kg`, `400 lb`, `30%`, `8½`, `8.5J`, `ET30`, `1 510`,
 *  `21` for a year. A comma counts as the decimal point; where it can as well part thousands, and both would be in range, the fault says
 *  both. `min` and `max` are in the unit that is kept (kg, km/h, %, the shop's money, in, mm).
 *  @example parseQuantity('180kg', 'mass', 0, 3000) // {"ok":true,"value":180}
 *  @example parseQuantity('8½J', 'rim-width', 3, 16) // {"ok":true,"value":8.5}
 *  @example parseQuantity('1,234', 'money', 0, 100000) // {"ok":false,"fault":{"code":"number-two-ways","text":"1,234","ways":[1.234,1234]}} */
export function parseQuantity(
  text: string,
  quantity: Quantity,
  min: number,
  max: number,
): Result<number, NumberFault> {
  const { marks, before, whole } = READERS[quantity];
  const trimmed = text.trim();
  if (trimmed === '') return bad({ code: 'number-empty' });
  const unreadable = () =>
    bad({
      code: 'number-unreadable' as const,
      text,
      at:
        text.length -
        text.trimStart().length +
        (/^[+−-]?\d*(?:[ ’']\d{3})*(?:[.,]\d*)?/.exec(trimmed)?.[0].length ?? 0),
    });
  const bare = before ? trimmed.replace(before, '') : trimmed;
  const marked = /^([+−-]?)(.*?\d[.,]?|.*?[½¼¾⅛⅜⅝⅞])\s*([^\d½¼¾⅛⅜⅝⅞]*)$/i.exec(bare);
  const [, sign = '', digits = '', mark = ''] = marked ?? [];
  const factor = mark === '' ? 1 : marks[mark.toLowerCase().trim()];
  if (!marked || factor === undefined) return unreadable();
  const read = waysOf(digits, quantity).map((v) => (sign === '−' || sign === '-' ? -v : v) * factor);
  if (read.length === 0) return unreadable();
  const fits = read.filter((v) => v >= min && v <= max && !(whole && !Number.isInteger(v)));
  const [one, other] = fits;
  if (one !== undefined && other !== undefined && one !== other)
    return bad({ code: 'number-two-ways', text, ways: [one, other] });
  if (one !== undefined) return good(one);
  const [first = 0] = read;
  return whole && !Number.isInteger(first) && first >= min && first <= max
    ? bad({ code: 'number-not-whole', value: first })
    : bad({ code: 'number-out-of-range', value: first, min, max });
}

/** Every number that these digits can mean; none when they are none. */
function waysOf(digits: string, quantity: Quantity): readonly number[] {
  const spelled = spelledOut(digits);
  const decimal = (s: string) => Number(s.replace(',', '.'));
  const fraction = FRACTION.exec(spelled);
  if (fraction) {
    const [, ones = '0', top, bottom] = fraction;
    return Number(bottom) === 0 ? [] : [Number(ones) + Number(top) / Number(bottom)];
  }
  if (GROUPED.test(spelled)) return [decimal(spelled.replace(/[ \u00a0\u202f’']/g, ''))];
  if (POINT_AFTER_COMMAS.test(spelled)) return [Number(spelled.replaceAll(',', ''))];
  if (COMMA_THOUSANDS.test(spelled)) {
    const grouped = Number(spelled.replaceAll(',', ''));
    return spelled.split(',').length > 2 ? [grouped] : [decimal(spelled), grouped];
  }
  if (!PLAIN.test(spelled)) return [];
  const value = decimal(spelled);
  if (quantity === 'year' && /^\d\d$/.test(spelled)) return [1900 + value, 1900 + CENTURY + value];
  return [value];
}
