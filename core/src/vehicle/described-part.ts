import {
  fitmentOf,
  type Application,
  type KnownVehicle,
  type Part,
  type PartEffect,
  type PartFamily,
  type Provenance,
} from '../catalogue';
import type { Change, ChangeKind, Described, FreeLine } from '../job';
import { preloadForLiftMm, stockAxle, withEffects, type Axle, type AxleEffect } from '../suspension';
import { stockCase } from './stock-axle';

const FAMILY: Readonly<Record<ChangeKind, PartFamily>> = {
  'top-spacer': 'strut-top-spacer',
  'coil-spacer': 'coil-spacer',
  'preload-spacer': 'preload-spacer',
  spring: 'coil',
  'lift-block': 'lift-block',
  'body-lift': 'body-lift',
  'wheel-spacer': 'wheel-spacer',
  'wheel-adapter': 'wheel-spacer',
  other: 'preload-spacer',
};
/** Between hub and wheel: it moves the wheel out and lifts nothing. An adapter has studs of its own. */
export const isBehindWheel = (kind: ChangeKind | null): kind is 'wheel-spacer' | 'wheel-adapter' =>
  kind === 'wheel-spacer' || kind === 'wheel-adapter';
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

/** What something that is no part of the catalogue does to its axle: what its thickness or rate does, and where a height was
 *  measured, the preload that stands the body there; the measured height outranks the sum. Empty where nothing was said that
 *  a height follows from, or where that height has no pose. A body lift moves the body only: what was measured is its puck. */
function effectsOf(d: Described, axle: Axle, vehicle: KnownVehicle): readonly PartEffect[] {
  const { liftMm, thicknessMm, rateNPerMm } = d;
  if (isBehindWheel(d.kind))
    return thicknessMm === null
      ? []
      : [{ kind: 'wheel-spacer', thicknessMm, ownStuds: d.kind === 'wheel-adapter' }];
  const kind = d.kind ?? 'other';
  const thick = kind === 'body-lift' ? (thicknessMm ?? liftMm) : thicknessMm;
  const named: AxleEffect[] = [
    ...(kind === 'spring' && rateNPerMm !== null && liftMm !== null
      ? [{ kind: 'spring', rateNPerMm, freeLengthDeltaMm: 0 } as const]
      : []),
    ...[thick === null ? null : ofThickness(kind, thick)].filter((e) => e !== null),
  ];
  // something that stands where stock stands, and is not known to be anything, does nothing
  if (liftMm === null || kind === 'body-lift' || (liftMm === 0 && named.length === 0)) return named;
  const c = stockCase(vehicle, axle);
  const stock = stockAxle({ ...c, loadN: c.stockLoadN });
  const preloadMm = preloadForLiftMm(withEffects(stock, named), c.stockLoadN, liftMm);
  return Number.isFinite(preloadMm) ? [...named, { kind: 'preload-spacer', thicknessMm: preloadMm }] : [];
}
/** It is said to lift or lower an axle, or to move its wheels out, and what was said does not come to a figure. */
export const isUnmeasured = (d: Described): boolean =>
  d.axle !== null &&
  (isBehindWheel(d.kind)
    ? d.thicknessMm === null
    : d.liftMm === null && (d.thicknessMm === null || ofThickness(d.kind ?? 'other', 1) === null));

/** Something on the vehicle that is no part of the catalogue, as a part; null where it does nothing that is known. */
export function changedBefore(change: Change, vehicle: KnownVehicle): Part | null {
  if (change.axle === null) return null;
  const effects = effectsOf(change, change.axle, vehicle);
  return effects.length === 0
    ? null
    : {
        ...NO_PART,
        code: `on-it-${change.id}`,
        maker: change.maker,
        name: change.what,
        family: FAMILY[change.kind ?? 'other'],
        axle: change.axle,
        effects,
      };
}
/** A line of one's own as a part of the plan. What lifts nothing is an accessory without a mass. It is fitted like the
 *  catalogue's parts of its family on this axle, where those are all fitted in one way; how, is else in no record. */
export function freePart(line: FreeLine, vehicle: KnownVehicle, parts: readonly Part[]): Part {
  const { axle } = line;
  const effects = axle === null ? [] : effectsOf(line, axle, vehicle);
  const lifts = effects.length > 0 || isUnmeasured(line);
  const family = lifts ? FAMILY[line.kind ?? 'other'] : 'accessory';
  return {
    ...NO_PART,
    code: freeCode(line),
    maker: line.maker,
    name: line.what,
    family,
    axle: axle ?? 'both',
    priceMinor: line.priceMinor ?? 0,
    supplier: line.source,
    effects,
    operation: lifts && axle !== null ? operationAlike(line.kind, axle, vehicle, parts) : '',
    applications: [everyYear(vehicle, { kind: 'unverified' })],
  };
}
/** How the catalogue's parts of a kind are fitted on an axle of this vehicle; empty where there are none, or several ways. */
export function operationAlike(
  kind: Described['kind'],
  axle: Axle,
  vehicle: KnownVehicle,
  parts: readonly Part[],
): string {
  const alike = parts.filter(
    (p) =>
      p.family === FAMILY[kind ?? 'other'] &&
      p.axle === axle &&
      p.applications.some((a) => a.platform === vehicle.platform.code),
  );
  const [operation = '', ...others] = new Set(alike.map((p) => p.operation));
  return others.length === 0 ? operation : '';
}
/** What a line of one's own is called. */
export const lineName = (line: Pick<FreeLine, 'maker' | 'what'>): string =>
  `${line.maker} ${line.what}`.trim();
/** Names a line of one's own among codes of parts. */
export const freeCode = (line: Pick<FreeLine, 'id'>): string => `${FREE}${line.id}`;
export const isFreeCode = (code: string): boolean => code.startsWith(FREE);
/** no code of a catalogue has such a mark in it */
const FREE = 'own:';
/** Made for other vehicles or other years only; what its maker rules out for this variant is not that. */
export function isForeign(part: Pick<Part, 'applications'>, vehicle: KnownVehicle): boolean {
  const f = fitmentOf(part.applications, vehicle);
  return f.verdict === 'no' && f.reason !== 'variant';
}
/** A part that is made for a neighbour, with somebody's word that it fits this vehicle too. What its maker rules out for
 *  this variant stays ruled out. */
export function takenOver(part: Part, vehicle: KnownVehicle, reason: string): Part {
  return reason.trim() === '' || !isForeign(part, vehicle)
    ? part
    : {
        ...part,
        applications: [everyYear(vehicle, { kind: 'taken-over', reason: reason.trim() })],
      };
}
const everyYear = (vehicle: KnownVehicle, provenance: Provenance): Application => ({
  platform: vehicle.platform.code,
  years: [0, 9999],
  conditions: [],
  provenance,
});

const NO_PART: Omit<Part, 'code' | 'maker' | 'name' | 'family' | 'axle' | 'effects'> = {
  soldAs: 'set',
  priceMinor: 0,
  supplier: '',
  stock: { onHand: 0, leadDays: 0 },
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
};
