import type { KnownVehicle, Platform, VehicleSection } from '@rigger/core';
import { quantity, type Style } from './format';

/** An option of a variant in the middle of a sentence: in small letters, but for a name, which is known by standing in
 *  the platform's own label. */
function optionWords(label: string, platform: Platform): string {
  const [first = ''] = label.split(/[ ,]/);
  return platform.label.split(' ').includes(first) ? label : label.charAt(0).toLowerCase() + label.slice(1);
}
/** What is known of the variant, one piece of text each, in the platform's order: "crew cab", "3.0 diesel". */
export const variantWords = ({ platform, variant }: Pick<KnownVehicle, 'platform' | 'variant'>): string[] =>
  platform.variantFields.flatMap((f) =>
    f.options.filter((o) => o.value === variant[f.key]).map((o) => optionWords(o.label, platform)),
  );
/** One value of a field in the platform's words; the bare value where the platform does not know it. */
export const optionText = (field: string, value: string, platform: Platform | null): string =>
  (platform && variantWords({ platform, variant: { [field]: value } })[0]) ?? value;

/** What the fitter is told of whose vehicle it is: plate and mileage, as far as they were written down. The number of the vehicle
 *  and how to reach the customer are not for the bay. */
export const identityText = (
  v: Pick<VehicleSection, 'plate' | 'mileageKm'>,
  style: Style,
): readonly string[] => [
  ...(v.plate.trim() === '' ? [] : [v.plate.trim()]),
  ...(v.mileageKm === null ? [] : [quantity(v.mileageKm, 'km', style, 0)]),
];
