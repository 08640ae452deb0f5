import type { TireItem, WheelItem } from '../catalogue';
import type { Axle } from '../suspension';
import type { TireSize, TireState } from '../tires';

/** A tyre on its wheel as one axle of this vehicle has it, today or wanted. */
export interface MountedSide {
  readonly axle: Axle;
  readonly size: TireSize;
  readonly item: TireItem | null;
  readonly wheel: WheelItem | null;
  readonly rimWidthIn: number;
  readonly offsetMm: number;
  /** wheel spacers behind it, mm */
  readonly spacerMm: number;
  /** what stands on it at curb, N: half of its own axle */
  readonly wheelLoadN: number;
  /** pressure it is computed with, kPa */
  readonly pressureKpa: number;
  readonly state: TireState;
  /** taken from the platform because nobody has said */
  readonly assumed: boolean;
}
/** One tyre on one wheel, as its clearance is asked about. */
export interface TireAsked {
  readonly label: string;
  /** section on its rim, and unloaded diameter, mm */
  readonly sectionMm: number;
  readonly diameterMm: number;
  readonly measured: boolean;
  readonly mud: boolean;
  readonly rimIn: number;
  readonly rimWidthIn: number;
  readonly offsetMm: number;
}
/** A mounted tyre as the clearance asks about it. */
export const studiedTire = (
  s: Pick<MountedSide, 'state' | 'item' | 'size' | 'rimWidthIn' | 'offsetMm'>,
  label: string,
): TireAsked => ({
  label,
  sectionMm: s.state.sectionOnRimMm,
  diameterMm: s.state.diameterMm,
  measured: s.item?.measuredDiameterMm != null,
  mud: s.item?.tread === 'mud',
  rimIn: s.size.rimIn,
  rimWidthIn: s.rimWidthIn,
  offsetMm: s.offsetMm,
});
