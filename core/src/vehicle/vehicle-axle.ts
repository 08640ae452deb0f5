import type { AxleSpec } from '../catalogue';
import {
  prepareAxle,
  travelFrom,
  type AxleEffect,
  type AxleState,
  type PreparedAxle,
  type RideHeight,
  type RideHeightFault,
  type Travel,
  type TravelLimits,
} from '../suspension';
import type { Result } from '../units';
import { effectsOn, type FittedPart } from './fitted-parts';
import { loadOn, type AxleLoad, type LoadInput } from './loads';
import { shakenHardpoints, stockCase, travelLimits } from './stock-axle';

export interface AxleInput extends LoadInput {
  readonly fitted: readonly FittedPart[];
}
/** An axle of this vehicle, prepared: stock and today solved once, whatever is planned evaluated on it. */
export interface VehicleAxle {
  readonly input: AxleInput;
  readonly spec: AxleSpec;
  readonly prepared: PreparedAxle;
  readonly variantKg: number;
  readonly today: AxleView;
  /** the axle with these parts on it; `stops`: what chosen reliefs do to stops and lock */
  readonly with: (parts: readonly FittedPart[], stops?: readonly AxleEffect[]) => AxleView;
  /** the same axle with each hardpoint that counts moved by its tolerance, one at a time */
  readonly shaken: () => readonly PreparedAxle[];
  /** keeps what is dear to make under a name, while this axle lives */
  readonly keep: <T>(key: string, make: () => T) => T;
  /** the same for what is large: only the last few */
  readonly keepFew: <T>(key: string, make: () => T) => T;
}
/** One state of the axle under its loads. */
export interface AxleView {
  readonly parts: readonly FittedPart[];
  readonly state: AxleState;
  readonly load: AxleLoad;
  /** empty, with what the parts weigh; and with the load of the brief */
  readonly height: () => Result<RideHeight, RideHeightFault>;
  readonly loaded: () => Result<RideHeight, RideHeightFault>;
  readonly limits: () => TravelLimits;
  /** the travel from the empty ride height; null without one */
  readonly travel: () => Travel | null;
  /** names this state among all of its axle */
  readonly key: string;
}
const MOST_KEPT = 256;
const FEW = 4;
/** Keeps the things asked for last. */
function keeping(most: number) {
  const kept = new Map<string, unknown>();
  return <T>(key: string, make: () => T): T => {
    if (kept.has(key)) {
      const had = kept.get(key) as T;
      // what is used stays longest
      kept.delete(key);
      kept.set(key, had);
      return had;
    }
    const made = make();
    if (kept.size >= most) kept.delete(kept.keys().next().value ?? '');
    kept.set(key, made);
    return made;
  };
}

/** Prepares an axle of a vehicle; `most`: how many things it remembers. */
export function vehicleAxle(input: AxleInput, most = MOST_KEPT): VehicleAxle {
  const { vehicle, axle, fitted } = input;
  const spec = vehicle.platform[axle];
  const { variantKg, ...stock } = stockCase(vehicle, axle);
  const todayLoad = loadOn(input, fitted);
  const theCase = { ...stock, fitted: effectsOn(fitted, axle), loadN: todayLoad.emptyN };
  const prepared = prepareAxle(theCase);
  const keep = keeping(most);
  const view = (parts: readonly FittedPart[], stops: readonly AxleEffect[] = []): AxleView => {
    const state = prepared.evaluate([...effectsOn(parts, axle), ...stops]);
    const load = loadOn(input, parts);
    const key = JSON.stringify([state.effects, load.emptyN, load.loadedN]);
    const limits = () =>
      keep(`limits ${JSON.stringify(state.effects)}`, () =>
        travelLimits(spec, prepared.stock.model, state.setup),
      );
    return {
      parts,
      state,
      load,
      key,
      height: () => state.under(load.emptyN),
      loaded: () => state.under(load.loadedN),
      limits,
      travel: () => {
        const h = state.under(load.emptyN);
        return h.ok
          ? keep(`travel ${key}`, () => travelFrom(state.setup.model, h.value.zMm, limits()))
          : null;
      },
    };
  };
  return {
    input,
    spec,
    prepared,
    variantKg,
    today: view(fitted),
    with: view,
    shaken: () =>
      keep('shaken', () =>
        shakenHardpoints(spec.hardpoints, spec.hardpointMm).map((hardpoints) =>
          prepareAxle({ ...theCase, hardpoints }),
        ),
      ),
    keep,
    keepFew: keeping(FEW),
  };
}
