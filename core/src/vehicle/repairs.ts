import {
  FAMILIES,
  repairFor,
  type Catalogue,
  type Component,
  type KnownVehicle,
  type Part,
  type Repair,
} from '../catalogue';
import type { Looked, LookOver } from '../job';
import type { Axle } from '../suspension';
import { onAxle, type FittedPart } from './fitted-parts';

/** A component that is repaired or replaced, with every place of the axle where it is. */
export interface RepairWork {
  readonly component: Component;
  readonly axle: Axle | null;
  readonly remedy: Repair['remedy'];
  readonly places: readonly Looked[];
  /** what the shop has on record for it; null: nothing, so its price and hours are asked */
  readonly repair: Repair | null;
}
/** Slots whose new part takes the worn one off with it. */
const SLOT: Readonly<Partial<Record<Component, string>>> = {
  damper: 'damper',
  spring: 'spring',
  'leaf-spring': 'spring',
  'bar-link': 'bar-link',
  hose: 'brake-hose',
  // an arm comes with its joint, a bar with its bushes
  'upper-ball-joint': 'upper-arm',
  'track-bar-bush': 'track-bar',
  'tie-rod-end': 'tie-rod',
};
/** The part of a plan that takes the worn component off anyway; null: none does. */
export const replacedBy = (
  { component, axle }: Pick<Looked, 'component' | 'axle'>,
  chosen: readonly FittedPart[],
): Part | null => {
  const slot = SLOT[component];
  return slot === undefined || axle === null
    ? null
    : (chosen.find(({ part }) => onAxle(part, axle) && FAMILIES[part.family].replaces.includes(slot))?.part ??
        null);
};
/** What the look-over says is to be repaired or replaced, less what the plan takes off anyway and tyres that are bought; the
 *  places of an axle together. */
export function repairsOf(
  lookOver: Pick<LookOver, 'items'>,
  vehicle: KnownVehicle,
  chosen: readonly FittedPart[],
  { repairs }: Pick<Catalogue, 'repairs'>,
  newTires: Readonly<Record<Axle, boolean>>,
): readonly RepairWork[] {
  const works = new Map<string, RepairWork>();
  for (const place of lookOver.items) {
    const { component, axle, remedy } = place;
    if (remedy !== 'repair' && remedy !== 'replace') continue;
    if (replacedBy(place, chosen) || (component === 'tire' && axle !== null && newTires[axle])) continue;
    const key = [component, axle, remedy].join();
    const same = works.get(key);
    works.set(key, {
      component,
      axle,
      remedy,
      places: [...(same?.places ?? []), place],
      repair: repairFor(repairs, { component, axle, remedy }, vehicle.platform),
    });
  }
  return [...works.values()];
}
