import type { KnownVehicle, Part, PartEffect, PartFamily } from '../catalogue';
import type { Change, ChangeKind } from '../job';
import { preloadForLiftMm, stockAxle, withEffects, type AxleEffect } from '../suspension';
import { stockCase } from './stock-axle';

const FAMILY: Readonly<Record<ChangeKind, PartFamily>> = {
  'top-spacer': 'strut-top-spacer',
  'coil-spacer': 'coil-spacer',
  'preload-spacer': 'preload-spacer',
  spring: 'coil',
  'lift-block': 'lift-block',
  'body-lift': 'body-lift',
  other: 'preload-spacer',
};
/** What its thickness alone does; null where it takes more than that to know. */
function ofThickness(kind: ChangeKind, thicknessMm: number): AxleEffect | null {
  switch (kind) {
    case 'top-spacer':
    case 'coil-spacer':
    case 'preload-spacer':
      return { kind, thicknessMm };
    case 'lift-block':
      return { kind, heightMm: thicknessMm, wedgeDeg: 0 };
    case 'body-lift':
      return { kind, heightMm: thicknessMm };
    default:
      return null;
  }
}

/** Something on the vehicle that is no part of the catalogue, as a part: what its thickness or rate does, and where a height was
 *  measured, the preload that stands the body there; the measured height outranks the sum. Null where nothing was said that
 *  a height follows from, or where that height has no pose. A body lift moves the body only: what was measured is its puck. */
export function changedBefore(change: Change, vehicle: KnownVehicle): Part | null {
  const { axle, liftMm, thicknessMm, rateNPerMm } = change;
  const kind = change.kind ?? 'other';
  if (axle === null) return null;
  const thick = kind === 'body-lift' ? (thicknessMm ?? liftMm) : thicknessMm;
  const named: AxleEffect[] = [
    ...(kind === 'spring' && rateNPerMm !== null && liftMm !== null
      ? [{ kind: 'spring', rateNPerMm, freeLengthDeltaMm: 0 } as const]
      : []),
    ...[thick === null ? null : ofThickness(kind, thick)].filter((e) => e !== null),
  ];
  const effects: PartEffect[] = [...named];
  // something that stands where stock stands, and is not known to be anything, does nothing
  if (liftMm !== null && kind !== 'body-lift' && (liftMm !== 0 || named.length > 0)) {
    const c = stockCase(vehicle, axle);
    const stock = stockAxle({ ...c, loadN: c.stockLoadN });
    const preloadMm = preloadForLiftMm(withEffects(stock, named), c.stockLoadN, liftMm);
    if (!Number.isFinite(preloadMm)) return null;
    effects.push({ kind: 'preload-spacer', thicknessMm: preloadMm });
  }
  return effects.length === 0 ? null : partOf(change, FAMILY[kind], axle, effects);
}
/** It is said to lift or lower an axle, and what was said does not come to a height. */
export const isUnmeasured = (change: Change): boolean =>
  change.part === null &&
  change.axle !== null &&
  change.liftMm === null &&
  (change.thicknessMm === null || ofThickness(change.kind ?? 'other', 1) === null);

const partOf = (change: Change, family: PartFamily, axle: Part['axle'], effects: Part['effects']): Part => ({
  code: `on-it-${change.id}`,
  maker: change.maker,
  name: change.what,
  family,
  axle,
  soldAs: 'set',
  priceMinor: 0,
  supplier: '',
  stock: { onHand: 0, leadDays: 0 },
  effects,
  claimLiftMm: null,
  settleShare: 0,
  claimOnly: true,
  reversible: true,
  structural: false,
  cures: [],
  requires: [],
  excludes: [],
  fasteners: [],
  applications: [],
  operation: '',
  note: '',
});
