import type { TireBody } from './tire-body';
import type { WheelBarrel } from './wheel-barrel';

/** A wheel with its tyre as it would be mounted. */
export interface MountedBody {
  readonly tire: TireBody;
  /** null: only the tyre is looked at */
  readonly barrel: WheelBarrel | null;
  /** middle of the tyre from the stock wheel's, along the spin axis, mm outboard */
  readonly outboardMm: number;
}
