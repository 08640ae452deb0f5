import type { Catalogue } from './catalogue';
import type { VariantField } from './platform';
import { fitmentOf, type KnownVehicle } from './conditions';

export interface OpenQuestion {
  readonly field: VariantField;
  /** items whose verdict waits for the answer */
  readonly waiting: readonly string[];
  /** the answer changes weight or stock spring, and so the forecast */
  readonly changesForecast: boolean;
}

/** The variant questions that still matter: an unanswered field is asked only if some part's verdict waits for it,
 *  or if its options weigh differently or carry other springs. Those with most parts waiting come first. */
export function openQuestions(
  vehicle: KnownVehicle,
  catalogue: Pick<Catalogue, 'parts'>,
): readonly OpenQuestion[] {
  const waiting = new Map<string, string[]>();
  for (const part of catalogue.parts) {
    const f = fitmentOf(part.applications, vehicle);
    if (f.verdict !== 'ask') continue;
    for (const field of f.fields) waiting.set(field, [...(waiting.get(field) ?? []), part.code]);
  }
  return vehicle.platform.variantFields
    .filter((field) => vehicle.variant[field.key] === undefined)
    .map((field) => ({
      field,
      waiting: waiting.get(field.key) ?? [],
      changesForecast: field.options.some(
        (o) =>
          (o.frontKg ?? 0) !== 0 ||
          (o.rearKg ?? 0) !== 0 ||
          o.frontRateNPerMm !== undefined ||
          o.rearRateNPerMm !== undefined,
      ),
    }))
    .filter((q) => q.waiting.length > 0 || q.changesForecast)
    .sort((a, b) => b.waiting.length - a.waiting.length);
}
