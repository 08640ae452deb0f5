import { FAMILIES, type AxleSpec } from '../catalogue';
import type { LoadCase } from '../evidence';
import {
  preloadToStandMm,
  prepareAxle,
  settingsAt,
  travelFrom,
  type Axle,
  type AxleEffect,
  type AxleState,
  type PreparedAxle,
  type RideHeight,
  type RideHeightFault,
  type Setting,
  type Travel,
  type TravelLimits,
} from '../suspension';
import type { Result } from '../units';
import { effectsOn, onAxle, type FittedPart } from './fitted-parts';
import { loadOn, wheelLoadN, type AxleLoad, type LoadInput } from './loads';
import { shakenHardpoints, stockCase, travelLimits } from './stock-axle';

export interface AxleInput extends LoadInput {
  readonly fitted: readonly FittedPart[];
  /** height of the body over how it left the factory, as the tape shows it today, mm; null or not there: nobody has taped it */
  readonly tapedMm?: number | null | undefined;
}
/** An axle of this vehicle, prepared: stock and today solved once, whatever is planned evaluated on it. */
export interface VehicleAxle {
  readonly input: AxleInput;
  readonly spec: AxleSpec;
  readonly prepared: PreparedAxle;
  readonly variantKg: number;
  /** how the tape stands its springs against their record */
  readonly stands: Stands;
  /** body over design height today by what is recorded of it, whatever the tape says, mm; null where that has no pose */
  readonly recordedLiftMm: number | null;
  readonly today: AxleView;
  /** as the factory built it, on this vehicle's own stance */
  readonly asBuilt: AxleState;
  /** the axle with these parts on it; `stops`: what chosen reliefs do to stops and lock */
  readonly with: (parts: readonly FittedPart[], stops?: readonly AxleEffect[]) => AxleView;
  /** the same axle with each coordinate of its hardpoints moved by its doubt, one at a time; those that move a height, or all */
  readonly shaken: (which: 'heights' | 'all') => readonly PreparedAxle[];
  /** the same axle on a spring of its own that is stiffer by a share */
  readonly stiffer: (share: number) => PreparedAxle;
  /** keeps what is dear to make under a name, while this axle lives */
  readonly memo: <T>(key: string, make: () => T) => T;
  /** the same for what is large: only the last few */
  readonly memoFew: <T>(key: string, make: () => T) => T;
}
/** What the tape says of the springs that are in, as length that their record does not have, mm: the vehicle's own (its mass, its body,
 *  how it was built), which stays with other springs in, and what the springs themselves have lost or gained beyond that. */
export interface Stands {
  readonly ownMm: number;
  readonly springsMm: number;
}
const AS_RECORDED: Stands = { ownMm: 0, springsMm: 0 };
/** How the springs stand. What lies within the tolerance of the factory's stance is the vehicle's own. */
function standsOf(today: AxleState, loadN: number, tapedMm: number | null, toleranceMm: number): Stands {
  if (tapedMm === null) return AS_RECORDED;
  const height = today.under(loadN);
  if (!height.ok) return AS_RECORDED;
  const recordedMm = -height.value.zMm;
  const offMm = tapedMm - recordedMm;
  const ownLiftMm = Math.max(-toleranceMm, Math.min(toleranceMm, offMm));
  const whole = preloadToStandMm(today, loadN, -tapedMm);
  const own = offMm === ownLiftMm ? whole : preloadToStandMm(today, loadN, -(recordedMm + ownLiftMm));
  return whole === null || own === null ? AS_RECORDED : { ownMm: own, springsMm: whole - own };
}
/** The springs that are in today are still in: nothing that takes their place has come. */
const keepsSprings = (parts: readonly FittedPart[], fitted: readonly FittedPart[], axle: Axle): boolean => {
  const isSpring = ({ part }: FittedPart) =>
    onAxle(part, axle) && FAMILIES[part.family].replaces.includes('spring');
  const codes = (of: readonly FittedPart[]) => of.filter(isSpring).map((f) => f.part.code);
  const [was, is] = [codes(fitted), codes(parts)];
  return was.length === is.length && was.every((c) => is.includes(c));
};
/** One state of the axle under its loads. */
export interface AxleView {
  readonly parts: readonly FittedPart[];
  readonly state: AxleState;
  /** how much longer its spring stands than its record, mm */
  readonly preloadMm: number;
  /** what its adjustable members are set to, at the empty ride height; the state is with these */
  readonly settings: readonly Setting[];
  readonly load: AxleLoad;
  /** empty, with what the parts weigh; with the load of the brief; and at the rating of the axle */
  readonly height: () => Result<RideHeight, RideHeightFault>;
  readonly loaded: () => Result<RideHeight, RideHeightFault>;
  readonly rated: () => Result<RideHeight, RideHeightFault>;
  readonly under: (which: LoadCase) => Result<RideHeight, RideHeightFault>;
  readonly limits: () => TravelLimits;
  /** the travel from the empty ride height; null without one */
  readonly travel: () => Travel | null;
  /** names this state among all of its axle */
  readonly key: string;
}
const MOST_KEPT = 256;
const FEW = 4;
/** Keeps the things asked for last. */
function boundedMemo(most: number) {
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

/** An axle with its adjustable members set to what they are for, as it stands empty. */
function setAt(
  prepared: PreparedAxle,
  effects: readonly AxleEffect[],
  preloadMm: number,
  emptyN: number,
): { readonly state: AxleState; readonly settings: readonly Setting[] } {
  const state = prepared.evaluate(effects, preloadMm);
  if (state.setup.adjusters.length === 0) return { state, settings: [] };
  const h = state.under(emptyN);
  const settings = h.ok ? settingsAt(state.setup, h.value.zMm, h.value.pose) : [];
  const lengths = settings.map(({ member, longerMm }): AxleEffect => ({
    kind: 'link-length',
    member,
    deltaMm: longerMm,
  }));
  return { state: prepared.evaluate([...effects, ...lengths], preloadMm), settings };
}
/** Prepares an axle of a vehicle; `most`: how many things it remembers. */
export function vehicleAxle(input: AxleInput, most = MOST_KEPT): VehicleAxle {
  const { vehicle, axle, fitted } = input;
  const spec = vehicle.platform[axle];
  const { variantKg, ...stock } = stockCase(vehicle, axle);
  const todayLoad = loadOn(input, fitted);
  const theCase = { ...stock, fitted: effectsOn(fitted, axle), loadN: todayLoad.emptyN };
  const prepared = prepareAxle(theCase);
  const stands = standsOf(prepared.today, todayLoad.emptyN, input.tapedMm ?? null, spec.archToleranceMm);
  const keep = boundedMemo(most);
  const view = (parts: readonly FittedPart[], stops: readonly AxleEffect[] = []): AxleView => {
    const preloadMm = stands.ownMm + (keepsSprings(parts, fitted, axle) ? stands.springsMm : 0);
    const load = loadOn(input, parts);
    const effects = [...effectsOn(parts, axle), ...stops];
    const { state, settings } = keep(`set ${JSON.stringify([effects, preloadMm, load.emptyN])}`, () =>
      setAt(prepared, effects, preloadMm, load.emptyN),
    );
    const key = JSON.stringify([state.effects, preloadMm, load.emptyN, load.loadedN, load.ratedN]);
    const limits = () =>
      keep(`limits ${JSON.stringify(state.effects)}`, () =>
        travelLimits(spec, prepared.stock.model, state.setup, state.stop()),
      );
    const under = (which: LoadCase) => state.under(wheelLoadN(load, which));
    return {
      preloadMm,
      settings,
      parts,
      state,
      load,
      key,
      under,
      height: () => under('empty'),
      loaded: () => under('as-used'),
      rated: () => under('rated'),
      limits,
      travel: () => {
        const h = under('empty');
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
    stands,
    get recordedLiftMm() {
      const h = prepared.today.under(todayLoad.emptyN);
      return h.ok ? -h.value.zMm : null;
    },
    asBuilt: prepared.evaluate([], stands.ownMm),
    today: view(fitted),
    with: view,
    shaken: (which) =>
      keep(`shaken ${which}`, () =>
        shakenHardpoints(spec.hardpoints, spec.hardpointMm, which === 'heights').map((hardpoints) =>
          prepareAxle({ ...theCase, hardpoints }),
        ),
      ),
    stiffer: (share) =>
      keep(`stiffer ${share}`, () =>
        prepareAxle({ ...theCase, rateNPerMm: theCase.rateNPerMm * (1 + share) }),
      ),
    memo: keep,
    memoFew: boundedMemo(FEW),
  };
}
