import type { Axle, SuspensionKind } from '../suspension';
import type { Component } from './components';
import type { Platform } from './platform';
import type { Work } from './work';

/** What the shop does about a component that was found worn: material and work for one place, a side of an axle or, where the
 *  component has no sides, the axle or the vehicle. */
export interface Repair {
  readonly code: string;
  readonly name: string;
  readonly component: Component;
  readonly remedy: 'repair' | 'replace';
  readonly axle: Axle | 'both';
  /** suspensions and vehicles that it is for; empty: every one that has the component */
  readonly kinds: readonly SuspensionKind[];
  readonly platforms: readonly string[];
  /** material for one place, minor units; null: nobody has a price, it is asked */
  readonly priceMinor: number | null;
  readonly supplier: string;
  /** it moves what the wheels are aligned by */
  readonly steers: boolean;
  readonly work: Work;
  readonly note: string;
}
/** The record that fits a component on a vehicle: one for that vehicle before one for its kind, that before one for any.
 *  Null: the shop has none. */
export function repairFor(
  repairs: readonly Repair[],
  of: { readonly component: Component; readonly axle: Axle | null; readonly remedy: Repair['remedy'] },
  platform: Pick<Platform, 'code' | Axle>,
): Repair | null {
  const fits = repairs.filter(
    (r) =>
      r.component === of.component &&
      r.remedy === of.remedy &&
      (r.axle === 'both' || r.axle === of.axle) &&
      (r.kinds.length === 0 || (of.axle !== null && r.kinds.includes(platform[of.axle].hardpoints.kind))) &&
      (r.platforms.length === 0 || r.platforms.includes(platform.code)),
  );
  return fits.find((r) => r.platforms.length > 0) ?? fits.find((r) => r.kinds.length > 0) ?? fits[0] ?? null;
}
