import type { Catalogue, PartEffect } from '../catalogue';

/** What the shop measured of a part against its record: the share of the lift that it really gives, 1 as it says. */
export interface Correction {
  readonly part: string;
  readonly liftShare: number;
}
/** The catalogue as measured: sizes of spacers and springs scaled to what they gave, everything else as it is.
 *  @example corrected({ platforms: [], parts: [], kits: [], tires: [], wheels: [], reliefs: [], repairs: [], joints: [], operations: [], access: [], closing: [] }, [{ part: 'X', liftShare: 0.9 }]).parts // [] */
export function corrected(catalogue: Catalogue, corrections: readonly Correction[]): Catalogue {
  if (corrections.length === 0) return catalogue;
  const shares = new Map(corrections.map((c) => [c.part, c.liftShare]));
  return {
    ...catalogue,
    parts: catalogue.parts.map((p) => {
      const share = shares.get(p.code);
      return share === undefined ? p : { ...p, effects: p.effects.map((e) => scaled(e, share)) };
    }),
  };
}
function scaled(e: PartEffect, share: number): PartEffect {
  switch (e.kind) {
    case 'top-spacer':
    case 'coil-spacer':
    case 'preload-spacer':
      return { ...e, thicknessMm: e.thicknessMm * share };
    case 'spring':
      return { ...e, freeLengthDeltaMm: e.freeLengthDeltaMm * share };
    case 'lift-block':
      return { ...e, heightMm: e.heightMm * share };
    default:
      return e;
  }
}
