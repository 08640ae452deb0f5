import type { Catalogue } from './catalogue';
import type { OneWayAct, Part } from './part';

/** Acts on the vehicle that leave a mark when the part comes off again: paint on the part itself does not. */
const LEAVES_A_MARK: readonly OneWayAct['act'][] = ['cut', 'drill', 'notch'];

/** Whether a part can come off again without a trace, from what fitting it does: its record says so, nothing in its box is cut, drilled or
 *  notched for, and no step of its work cuts.
 *  @example isReversible({ reversible: true, operation: 'x', box: undefined }, { operations: [] }) // true */
export function isReversible(
  part: Pick<Part, 'reversible' | 'operation' | 'box'>,
  { operations }: Pick<Catalogue, 'operations'>,
): boolean {
  return part.reversible && !cutsVehicle(part, { operations });
}
/** Whether fitting a part cuts, drills or notches the vehicle. */
export function cutsVehicle(
  part: Pick<Part, 'operation' | 'box'>,
  { operations }: Pick<Catalogue, 'operations'>,
): boolean {
  if (part.box?.oneWay.some(({ act }) => LEAVES_A_MARK.includes(act))) return true;
  const work = operations.find((o) => o.code === part.operation);
  return work !== undefined && [...work.steps, ...work.onGround].some((s) => s.hazards.includes('cutting'));
}
