import type { AxleSpec, KnownVehicle, Range } from '../catalogue';
import { CORNERS, type Corner, type Tape } from '../job';
import { measured, type Figure } from '../evidence';
import type { Finding } from '../evidence';
import { LEFT_RIGHT_MM, LEVEL_MM, TAPE_MM } from '../evidence';
import type { Axle } from '../suspension';
import { parseLength, type LengthFault, type LengthReading, type LengthUnit } from '../units';

/** Hub-to-arch heights that a tape can show on a road vehicle, mm. */
export const ARCH_RANGE_MM: Range = [250, 1300];

export interface TapeReading {
  readonly corners: Readonly<
    Record<Corner, { readonly reading: LengthReading } | { readonly fault: LengthFault }>
  >;
  readonly front: Figure | null;
  readonly rear: Figure | null;
  /** rear − front − the platform's own difference; null until both axles are taped and the vehicle is known */
  readonly rake: Figure | null;
  readonly level: boolean | null;
  readonly findings: readonly Finding[];
}

const AXLE_CORNERS: Readonly<Record<Axle, readonly [Corner, Corner]>> = {
  front: ['leftFront', 'rightFront'],
  rear: ['leftRear', 'rightRear'],
};

/** Reads the four corners and judges them against each other and against what is ordinary for this platform. */
export function readTape(tape: Tape, vehicle: KnownVehicle | null, prefer: LengthUnit): TapeReading {
  const read = (corner: Corner) => {
    const r = parseLength(tape.corners[corner], { minMm: ARCH_RANGE_MM[0], maxMm: ARCH_RANGE_MM[1], prefer });
    return r.ok ? { reading: r.value } : { fault: r.fault };
  };
  const corners = Object.fromEntries(CORNERS.map((c) => [c, read(c)])) as TapeReading['corners'];
  const findings: Finding[] = [];
  const mmOf = (corner: Corner): number | null => {
    const c = corners[corner];
    return 'reading' in c ? c.reading.mm : null;
  };
  const mean = (axle: Axle, spec: AxleSpec | null): Figure | null => {
    const [left, right] = AXLE_CORNERS[axle].map(mmOf);
    if (left == null || right == null) return null;
    const lean = vehicle?.platform.leanLeftMm ?? 0;
    const difference = left + lean - right;
    if (Math.abs(difference) > LEFT_RIGHT_MM)
      findings.push({
        code: 'left-right',
        axle,
        differenceMm: Math.abs(left - right),
        lowSide: left < right ? 'left' : 'right',
      });
    const value = (left + right) / 2;
    if (spec) {
      const ordinary: Range = [spec.archMm - spec.archToleranceMm, spec.archMm + spec.archToleranceMm];
      if (value < ordinary[0] || value > ordinary[1])
        findings.push({ code: 'outside-ordinary', axle, measuredMm: value, ordinary });
    }
    return measured(
      'arch-today',
      value,
      'mm',
      [measured('corner', left, 'mm'), measured('corner', right, 'mm')],
      {
        formula: 'mean-of-sides',
        plusMinus: TAPE_MM,
      },
    );
  };
  const front = mean('front', vehicle?.platform.front ?? null);
  const rear = mean('rear', vehicle?.platform.rear ?? null);
  const rakeMm =
    front && rear && vehicle ? rear.value - front.value - vehicle.platform.levelArchDifferenceMm : null;
  return {
    corners,
    front,
    rear,
    rake:
      front && rear && rakeMm !== null
        ? measured('rake', rakeMm, 'mm', [rear, front], { formula: 'rear-minus-front' })
        : null,
    level: rakeMm === null ? null : Math.abs(rakeMm) <= LEVEL_MM,
    findings,
  };
}
