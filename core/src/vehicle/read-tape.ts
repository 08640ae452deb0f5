import type { KnownVehicle, Range } from '../catalogue';
import {
  computed,
  explain,
  given,
  LEVEL_MM,
  LOOKS_LIKE_GROUND_MM,
  measured,
  DOUBTS,
  type Figure,
} from '../evidence';
import { AXLE_CORNERS, axleOfCorner, CORNERS, type Corner, type TapeRound } from '../job';
import type { Axle } from '../suspension';
import { parseLength, type LengthFault, type LengthReading, type LengthUnit } from '../units';

/** Hub-to-arch heights that a tape can show on a road vehicle, mm; from the ground a wheel's radius more. */
export const ARCH_RANGE_MM: Range = [250, 1300];
const GROUND_RANGE_MM: Range = [400, 1900];
/** What a tape can show that is held there, mm. */
export const tapeRange = (readFrom: TapeRound['readFrom']): Range =>
  readFrom === 'ground' ? GROUND_RANGE_MM : ARCH_RANGE_MM;

export interface TapeSides {
  readonly left: Figure;
  readonly right: Figure;
}
export interface TapeReading {
  /** as it was said; what is in doubt was probably held the other way */
  readonly readFrom: TapeRound['readFrom'];
  readonly corners: Readonly<
    Record<Corner, { readonly reading: LengthReading } | { readonly fault: LengthFault }>
  >;
  /** hub centre to arch, both sides of an axle; null until both are taped and read the right way */
  readonly sides: Readonly<Record<Axle, TapeSides | null>>;
  readonly front: Figure | null;
  readonly rear: Figure | null;
  /** rear − front − the platform's own difference; null until both axles are taped and the vehicle is known */
  readonly rake: Figure | null;
  readonly level: boolean | null;
  /** corners that only make sense if the tape was held the other way: nothing uses them until somebody has said */
  readonly inDoubt: readonly Corner[];
}

/** Reads the four corners. A reading from the ground becomes hub to arch by the loaded radius of the tyre that stands there.
 *
 *  1. each text as a length; out of range or unreadable is a fault that keeps its text
 *  2. where the vehicle is known, a height that is off by more than LOOKS_LIKE_GROUND_MM the way it is said to be held is in
 *     doubt, and with it the whole round: it is asked about before anything uses it
 *  3. mean of both sides, rake
 *  `slopeMm`: what a sloping floor has moved each arch by; it is taken out.
 *  `loadedMm`: loaded radius of today's tyre per axle, mm; null where its size cannot be read. */
export function readTape(
  tape: TapeRound,
  vehicle: KnownVehicle | null,
  prefer: LengthUnit,
  loadedMm: Readonly<Record<Axle, number | null>>,
  slopeMm: ((corner: Corner) => number) | null = null,
): TapeReading {
  const ground = tape.readFrom === 'ground';
  const range = tapeRange(tape.readFrom);
  const read = (corner: Corner) => {
    const r = parseLength(tape.corners[corner], { minMm: range[0], maxMm: range[1], prefer });
    return r.ok ? { reading: r.value } : { fault: r.fault };
  };
  const corners = Object.fromEntries(CORNERS.map((c) => [c, read(c)])) as TapeReading['corners'];
  const heightOf = (corner: Corner): Figure | null => {
    const c = corners[corner];
    if (!('reading' in c)) return null;
    const held = measured('corner', c.reading.mm, 'mm', [], {
      from: ground ? 'ground to arch' : 'hub to arch',
    });
    const radius = ground ? loadedMm[axleOfCorner(corner)] : 0;
    if (radius === null) return null;
    const less = [
      ...(ground ? [given('loaded-radius', radius, 'mm', 'of the tyre that stands there')] : []),
      ...(slopeMm
        ? [computed('slope-moved', slopeMm(corner), 'mm', [], { formula: 'weight-on-a-slope' })]
        : []),
    ];
    return less.length === 0 ? held : explain('corner', 'mm', 'difference', { from: held, less });
  };
  const heights = Object.fromEntries(CORNERS.map((c) => [c, heightOf(c)])) as Record<Corner, Figure | null>;
  const inDoubt = CORNERS.filter((c) => {
    const h = heights[c];
    if (!h || !vehicle) return false;
    const over = h.value - vehicle.platform[axleOfCorner(c)].archMm;
    return ground ? over < -LOOKS_LIKE_GROUND_MM : over > LOOKS_LIKE_GROUND_MM;
  });
  const sidesOf = (axle: Axle): TapeSides | null => {
    const [l, r] = AXLE_CORNERS[axle];
    const [left, right] = [heights[l], heights[r]];
    // one tape was held one way: while one corner is in doubt, so is what the others were read from
    return left && right && inDoubt.length === 0 ? { left, right } : null;
  };
  const sides = { front: sidesOf('front'), rear: sidesOf('rear') };
  const mean = (s: TapeSides | null): Figure | null =>
    s && {
      ...explain('arch-today', 'mm', 'mean-of-sides', { ...s }, { plusMinus: DOUBTS.tapeMm }),
      truth: 'measured',
    };
  const [front, rear] = [mean(sides.front), mean(sides.rear)];
  const rake =
    front && rear && vehicle
      ? explain('rake', 'mm', 'rear-minus-front', {
          rear,
          front,
          level: given(
            'level-difference',
            vehicle.platform.levelArchDifferenceMm,
            'mm',
            vehicle.platform.label,
          ),
        })
      : null;
  return {
    readFrom: tape.readFrom,
    corners,
    sides,
    front,
    rear,
    rake: rake && { ...rake, truth: 'measured' },
    level: rake && Math.abs(rake.value) <= LEVEL_MM,
    inDoubt,
  };
}
