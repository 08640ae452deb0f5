import { LIFT_SOURCES, type PartFamily } from '../catalogue';

/** Schools of the trade: where the height comes from. */
export const PLAN_FAMILIES = [
  'keep-springs',
  'new-springs',
  'geometry',
  'body-and-suspension',
  'donor',
  'lowering',
  'repair',
] as const;
export type PlanFamily = (typeof PLAN_FAMILIES)[number];
const SPRINGS: readonly PartFamily[] = ['coil', 'adjustable-strut', 'leaf-pack', 'add-a-leaf'];
const MOVES_THE_AXLE: readonly PartFamily[] = ['relocation', 'arm-set'];
/** less than this is no lowering, mm */
const LOWER_MM = 5;

/** Which school a plan belongs to, by what it is made of; `liftMm`: the higher and the lower of both ends.
 *  @example planFamily(['coil-spacer'], 40, 20) // "keep-springs"
 *  @example planFamily(['coil', 'body-lift'], 60, 60) // "body-and-suspension"
 *  @example planFamily(['relocation'], 0, -40) // "lowering" */
export function planFamily(families: readonly PartFamily[], mostMm: number, leastMm: number): PlanFamily {
  const has = (of: readonly PartFamily[]) => families.some((f) => of.includes(f));
  if (!has(LIFT_SOURCES)) return 'repair';
  // whatever it is made of, what goes down is a lowering
  if (mostMm <= LOWER_MM && leastMm < -LOWER_MM) return 'lowering';
  if (has(['donor-strut'])) return 'donor';
  if (has(MOVES_THE_AXLE)) return 'geometry';
  if (has(['body-lift'])) return 'body-and-suspension';
  return has(SPRINGS) ? 'new-springs' : 'keep-springs';
}
