import type { KnownVehicle, Place, Platform } from '../catalogue';
import type { LoadCase } from '../evidence';
import type { Accessory, Brief } from '../job';
import { addedWheelLoadsN, type Axle, type PlacedMass } from '../suspension';
import { G_M_PER_S2 } from '../units';
import type { FittedPart } from './fitted-parts';
import { stockCase } from './stock-axle';

export type BriefLoad = Pick<Brief, 'payloadKg' | 'tongueKg'>;
/** What bears on an axle besides the vehicle itself. */
export interface LoadInput {
  readonly vehicle: KnownVehicle;
  readonly axle: Axle;
  readonly brief: BriefLoad;
  readonly accessories: readonly Accessory[];
}
export interface AxleLoad {
  /** sprung load of one wheel, N: as it stands empty, with the load of the brief, and at the rating of the axle */
  readonly emptyN: number;
  readonly loadedN: number;
  readonly ratedN: number;
  /** on the whole axle, kg */
  readonly emptyKg: number;
  readonly loadedKg: number;
  readonly ratedKg: number;
}
/** Sprung load of one wheel in a case, N. */
export const wheelLoadN = (load: AxleLoad, which: LoadCase): number =>
  which === 'empty' ? load.emptyN : which === 'as-used' ? load.loadedN : load.ratedN;
/** Load of the whole axle in a case, kg. */
export const axleLoadKg = (load: AxleLoad, which: LoadCase): number =>
  which === 'empty' ? load.emptyKg : which === 'as-used' ? load.loadedKg : load.ratedKg;

/** What stands on the vehicle besides itself, and where: accessories that are weighed, and what parts weigh. */
export const addedMasses = (
  accessories: readonly Accessory[],
  parts: readonly FittedPart[],
): readonly { readonly massKg: number; readonly place: Place; readonly what: string }[] => [
  ...accessories.flatMap((a) =>
    a.massKg === null ? [] : [{ massKg: a.massKg, place: a.place, what: a.what }],
  ),
  ...parts.flatMap(({ part, quantity }) =>
    part.effects.flatMap((e) =>
      e.kind === 'mass' ? [{ massKg: e.massKg * quantity, place: e.place, what: part.name }] : [],
    ),
  ),
];
export const loadMasses = (platform: Platform, brief: BriefLoad): readonly PlacedMass[] => [
  { massKg: brief.payloadKg ?? 0, xMm: platform.places['load-bed'] },
  { massKg: brief.tongueKg ?? 0, xMm: platform.places.hitch },
];
/** Whether the brief names a load at all: without one nothing is said about how the vehicle stands loaded. */
export const namesLoad = (brief: BriefLoad): boolean =>
  (brief.payloadKg ?? 0) > 0 || (brief.tongueKg ?? 0) > 0;

/** Load of an axle with these parts on the vehicle. */
export function loadOn(input: LoadInput, parts: readonly FittedPart[]): AxleLoad {
  const { vehicle, axle, brief } = input;
  const { platform } = vehicle;
  const side = axle === 'front' ? 'frontN' : 'rearN';
  const added = (masses: readonly PlacedMass[]) => addedWheelLoadsN(masses, platform.wheelbaseMm)[side];
  const { stockLoadN, variantKg } = stockCase(vehicle, axle);
  const accessories = added(
    addedMasses(input.accessories, parts).map((m) => ({ massKg: m.massKg, xMm: platform.places[m.place] })),
  );
  const load = added(loadMasses(platform, brief));
  const kg = (n: number) => platform[axle].curbKg + variantKg + (n * 2) / G_M_PER_S2;
  const emptyKg = kg(accessories);
  // an axle that is over its rating as it stands is judged as it stands
  const ratedKg = Math.max(platform[axle].ratedKg, emptyKg);
  return {
    emptyN: stockLoadN + accessories,
    loadedN: stockLoadN + accessories + load,
    ratedN: stockLoadN + accessories + ((ratedKg - emptyKg) * G_M_PER_S2) / 2,
    emptyKg,
    loadedKg: kg(accessories + load),
    ratedKg,
  };
}
