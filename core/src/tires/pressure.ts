import { bad, good, type Result } from '../units/result';
import type { TireClass } from './tire-size';

/** L ∝ P^n. */
export const LOAD_EXPONENT: Readonly<Record<TireClass, number>> = { P: 0.5, metric: 0.65, LT: 0.7 };
export const PRESSURE_FLOOR_KPA: Readonly<Record<TireClass, number>> = { P: 180, metric: 180, LT: 240 };

export interface PressureFault {
  readonly code: 'tire-overloaded';
  readonly loadKg: number;
  readonly capacityKg: number;
}

/** Starting pressure, kPa, for one wheel's load; a load above the capacity is refused, never clamped.
 *  @example startingPressureKpa('LT', 883.5, 1450, 450) // {"ok":true,"value":240}
 *  @example startingPressureKpa('LT', 1500, 1450, 450) // {"ok":false,"fault":{"code":"tire-overloaded","loadKg":1500,"capacityKg":1450}} */
export function startingPressureKpa(
  cls: TireClass,
  wheelLoadKg: number,
  capacityKg: number,
  maxPressureKpa: number,
): Result<number, PressureFault> {
  if (wheelLoadKg > capacityKg) return bad({ code: 'tire-overloaded', loadKg: wheelLoadKg, capacityKg });
  const raw = maxPressureKpa * (wheelLoadKg / capacityKg) ** (1 / LOAD_EXPONENT[cls]);
  return good(Math.min(Math.max(raw, PRESSURE_FLOOR_KPA[cls]), maxPressureKpa));
}
