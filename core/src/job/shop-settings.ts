import type { ChargeRates } from './charges';
import type { Workshop } from './workshop';

export const LIMITED = ['total-lift', 'tire-lift', 'track-increase', 'wheel-spacer'] as const;
/** One rule of the place: what it limits, to what, what passing it means, and whose word it is. mm. */
export interface PlaceLimit {
  readonly what: (typeof LIMITED)[number];
  readonly limitMm: number;
  readonly verdict: 'ask' | 'no';
  readonly whose: string;
}
/** What the shop sets for itself. */
export interface ShopSettings extends ChargeRates {
  /** as it stands over the board and on what is printed; may be empty */
  readonly shopName: string;
  readonly shopPlace: string;
  /** as it stands on what a customer takes along; may be empty */
  readonly shopAddress: string;
  readonly lengthUnit: 'mm' | 'in';
  readonly currency: string;
  readonly labourMinorPerHour: number;
  readonly taxShare: number;
  /** how far the hours of a plan may turn out under and over what it says, as shares of them; null: the shop has not said */
  readonly hoursRange: { readonly underShare: number; readonly overShare: number } | null;
  readonly workshop: Workshop;
  /** days from the one it is made on that a quote holds where it says no other; null: the shop has not said */
  readonly quoteDays: number | null;
  /** what the place allows; set by the shop, the inspection station decides */
  readonly placeLimits: readonly PlaceLimit[];
}
