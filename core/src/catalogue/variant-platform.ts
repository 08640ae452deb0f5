import type { Axle } from '../suspension';
import type { KnownVehicle } from './conditions';
import { outward } from './obstacle-spec';
import { wheelOf, type AxleSpec, type Platform, type VariantOption } from './platform';

/** The answers that have been given, as the platform's options. */
export const chosenOptions = ({
  platform,
  variant,
}: Pick<KnownVehicle, 'platform' | 'variant'>): readonly VariantOption[] =>
  platform.variantFields.flatMap((f) => f.options.filter((o) => o.value === variant[f.key]));

/** Axles that the engine drives; null while nobody has said. */
export const drivenAxles = (vehicle: KnownVehicle): readonly Axle[] | null =>
  chosenOptions(vehicle).findLast((o) => o.driven !== undefined)?.driven ?? vehicle.platform.driven;

/** The platform as this variant is built: arches higher over the hub, and what stands on the body further from the tyre. The very same
 *  object where the answers change nothing of the kind. */
export function asVariant(platform: Platform, variant: Readonly<Record<string, string>>): Platform {
  const options = chosenOptions({ platform, variant });
  const sum = (of: (o: VariantOption) => number | undefined) => options.reduce((s, o) => s + (of(o) ?? 0), 0);
  const [archMm, roomMm] = [sum((o) => o.archMm), sum((o) => o.roomMm)];
  if (archMm === 0 && roomMm === 0) return platform;
  const axle = (a: AxleSpec): AxleSpec => ({
    ...a,
    archMm: a.archMm + archMm,
    obstacles: a.obstacles.map((o) =>
      o.carriedBy === 'body' ? { ...o, points: o.points.map((p) => outward(p, wheelOf(a), roomMm)) } : o,
    ),
  });
  return { ...platform, front: axle(platform.front), rear: axle(platform.rear) };
}
