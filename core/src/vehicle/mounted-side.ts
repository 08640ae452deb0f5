import type { TireItem, WheelItem } from '../catalogue';
import type { TireSize, TireState } from '../tires';

/** A tyre on its wheel as this vehicle has it, today or wanted. */
export interface MountedSide {
  readonly size: TireSize;
  readonly item: TireItem | null;
  readonly wheel: WheelItem | null;
  readonly rimWidthIn: number;
  readonly offsetMm: number;
  /** what stands on it at curb, N: a quarter of the vehicle */
  readonly wheelLoadN: number;
  /** pressure it is computed with, kPa */
  readonly pressureKpa: number;
  readonly state: TireState;
  /** taken from the platform because nobody has said */
  readonly assumed: boolean;
}
