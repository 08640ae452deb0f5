import { emptyLooked, madeNumbers, type Kit, type Part } from '..';

/** Kits of some parts of a vehicle, for less than their pieces, also of parts that nothing but a kit would buy. */
export function madeKits(parts: readonly Part[], seed: number): readonly Kit[] {
  const next = madeNumbers(seed * 31);
  return Array.from({ length: 3 }, (_, n): Kit => {
    const of = parts.filter(() => next() < 3 / Math.max(3, parts.length));
    return {
      code: `K${n}`,
      maker: 'Ironwold',
      supplier: 'Ironwold, Skerrow yard',
      name: `Kit ${n}`,
      parts: of.map((p) => ({ part: p.code, quantity: 1 })),
      priceMinor: Math.round(of.reduce((sum, p) => sum + p.priceMinor, 0) * (0.5 + 0.4 * next())),
      claimLiftMm: { front: null, rear: null },
    };
  }).filter((k) => k.parts.length > 1);
}
/** Worn springs and dampers at both ends, to be replaced: what a new one takes off with it is not done twice. */
export const WORN = (['front', 'rear'] as const).flatMap((axle) =>
  (['damper', 'spring'] as const).map((component) => ({
    ...emptyLooked({ component, axle, side: 'left' }),
    found: 'worn' as const,
    remedy: 'replace' as const,
  })),
);
