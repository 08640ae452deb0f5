/** Force of a coil against its length. `table`: force (N) against deflection from free length (mm), linear between
 *  points, last slope carried on; otherwise the constant rate. */
export interface SpringLaw {
  readonly freeLengthMm: number;
  readonly rateNPerMm: number;
  readonly table?: readonly (readonly [number, number])[] | undefined;
}

/** Spring force at a length, N; never below 0 (a coil does not pull).
 *  @example springForceN({ freeLengthMm: 500, rateNPerMm: 100 }, 400) // 10000
 *  @example springForceN({ freeLengthMm: 500, rateNPerMm: 0, table: [[0, 0], [50, 2000], [100, 6000]] }, 375) // 8000 */
export function springForceN(law: SpringLaw, lengthMm: number): number {
  const deflection = law.freeLengthMm - lengthMm;
  if (deflection <= 0) return 0;
  return law.table ? interpolate(law.table, deflection) : law.rateNPerMm * deflection;
}

/** The same, carried on as a straight line beyond free length, where it is negative: for finding where the force ends, N.
 *  @example signedSpringForceN({ freeLengthMm: 500, rateNPerMm: 100 }, 510) // -1000 */
export function signedSpringForceN(law: SpringLaw, lengthMm: number): number {
  const deflection = law.freeLengthMm - lengthMm;
  if (deflection >= 0) return springForceN(law, lengthMm);
  const [first, second] = law.table ?? [];
  const rate =
    first && second && second[0] > first[0]
      ? (second[1] - first[1]) / (second[0] - first[0])
      : law.rateNPerMm;
  return rate * deflection;
}

/** Rate of the spring at a length, N/mm.
 *  @example springRateNPerMm({ freeLengthMm: 500, rateNPerMm: 100 }, 400) // 100 */
export function springRateNPerMm(law: SpringLaw, lengthMm: number): number {
  if (!law.table) return law.rateNPerMm;
  const h = 0.01;
  return (springForceN(law, lengthMm - h) - springForceN(law, lengthMm + h)) / (2 * h);
}

function interpolate(table: readonly (readonly [number, number])[], x: number): number {
  for (let i = 1; i < table.length; i++) {
    const [x0, y0] = table[i - 1] ?? [0, 0];
    const [x1, y1] = table[i] ?? [0, 0];
    if (x <= x1 || i === table.length - 1) return y0 + ((y1 - y0) * (x - x0)) / (x1 - x0);
  }
  return 0;
}
