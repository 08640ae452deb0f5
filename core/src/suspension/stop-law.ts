/** Where the bump stop of a wheel is met, and a second point of its curve where somebody has measured one. */
export interface StopSpec {
  /** travel at which it is touched, and at which it is solid, mm from design */
  readonly stopMm: number;
  readonly solidMm: number;
  /** force at the wheel when it is compressed this far from touch; null: nobody has measured it, and the curve is assumed */
  readonly stopPoint?: { readonly compressedMm: number; readonly forceN: number } | null | undefined;
}
/** A bump stop as a spring at the wheel: F = k0·s + k1·s³/l², with s the travel past touch and l the travel from touch to solid. */
export interface StopLaw {
  readonly touchMm: number;
  readonly solidMm: number;
  readonly k0NPerMm: number;
  readonly k1NPerMm: number;
  /** no second point is on record: solid is taken to be reached at `STOP_SOLID_LOADS` times the static load */
  readonly assumed: boolean;
}
/** A stop of which nobody knows more is solid under this many times the load of the wheel at design height. */
export const STOP_SOLID_LOADS = 3;

/** The curve of a stop. `wheelRateNPerMm`: rate of the wheel at design height, taken as the stop's first rate; `springAtSolidN`: what
 *  the spring alone carries at the wheel where the stop is solid; `staticN`: load of the wheel at design height.
 *  @example stopLaw({ stopMm: 60, solidMm: 80 }, { wheelRateNPerMm: 30, springAtSolidN: 7400, staticN: 5000 }).k1NPerMm // 350 */
export function stopLaw(
  spec: StopSpec,
  axle: { readonly wheelRateNPerMm: number; readonly springAtSolidN: number; readonly staticN: number },
): StopLaw {
  const lengthMm = Math.max(1e-6, spec.solidMm - spec.stopMm);
  const k0NPerMm = Math.max(0, axle.wheelRateNPerMm);
  const { stopPoint: known } = spec;
  // F(s) − k0·s = k1·s³/l², at the point that is known or at solid
  const at = known
    ? { mm: known.compressedMm, n: known.forceN }
    : { mm: lengthMm, n: STOP_SOLID_LOADS * axle.staticN - axle.springAtSolidN };
  const k1NPerMm = Math.max(0, ((at.n - k0NPerMm * at.mm) * lengthMm ** 2) / at.mm ** 3);
  return { touchMm: spec.stopMm, solidMm: spec.solidMm, k0NPerMm, k1NPerMm, assumed: !known };
}
/** The same rubber met elsewhere: an extension, or a spacer on top of the unit that it sits in. */
export const stopMovedTo = (law: StopLaw, stopMm: number, solidMm: number): StopLaw => ({
  ...law,
  touchMm: stopMm,
  solidMm,
});

/** Force of the stop at the wheel, N, at a travel; 0 before it is touched. It carries on past solid, where nothing goes.
 *  @example stopForceN({ touchMm: 60, solidMm: 80, k0NPerMm: 30, k1NPerMm: 350, assumed: true }, 80) // 7600 */
export function stopForceN(law: StopLaw, zMm: number): number {
  const s = zMm - law.touchMm;
  if (s <= 0) return 0;
  const l = law.solidMm - law.touchMm;
  return law.k0NPerMm * s + (law.k1NPerMm * s ** 3) / l ** 2;
}
/** Rate of the stop at the wheel, N/mm. */
export function stopRateNPerMm(law: StopLaw, zMm: number): number {
  const s = zMm - law.touchMm;
  if (s <= 0) return 0;
  const l = law.solidMm - law.touchMm;
  return law.k0NPerMm + (3 * law.k1NPerMm * s ** 2) / l ** 2;
}
