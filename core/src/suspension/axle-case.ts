import { once } from '../units/once';
import type { Result } from '../units/result';
import type { Adjuster } from './adjuster';
import { canonicalEffects, stockAxle, withEffects, type AxleEffect, type AxleSetup } from './edits';
import type { Hardpoints } from './hardpoints';
import { rideHeight, springsAtWheelN, type RideHeight, type RideHeightFault } from './ride-height';
import { stockFreeLengthMm } from './stock-spring';
import { stopForceN, stopLaw, stopMovedTo, type StopLaw, type StopSpec } from './stop-law';
import { stopsOf } from './travel';

/** The axle in question: what it was built as, and what is on it today. mm, N/mm, N per wheel. */
export interface AxleCase {
  readonly hardpoints: Hardpoints;
  readonly subframePoints: readonly string[];
  readonly rateNPerMm: number;
  /** sprung load of one wheel under which the stock spring stands at design height */
  readonly stockLoadN: number;
  readonly fitted: readonly AxleEffect[];
  readonly loadN: number;
  /** where its bump stops are; not there where nobody asks how it stands on them */
  readonly stops?: StopSpec | undefined;
  /** members of the vehicle's own whose length is set: the sleeve of a drag link */
  readonly adjusters?: readonly Adjuster[] | undefined;
}
/** An axle with some effects on it: posed when a height is asked for, once per load. */
export interface AxleState {
  readonly setup: AxleSetup;
  readonly effects: readonly AxleEffect[];
  /** its bump stop, where these effects leave it; null where nobody has said where one is */
  readonly stop: () => StopLaw | null;
  /** ride height under a load of one wheel, N, on springs and stops */
  readonly under: (loadN: number) => Result<RideHeight, RideHeightFault>;
}
export interface PreparedAxle {
  readonly case: AxleCase;
  readonly stock: AxleSetup;
  readonly today: AxleState;
  /** the axle with these effects in place of what is on it today; the same list, in whatever order, is the same state.
   *  `preloadMm`: how much longer its spring stands than its record, as the tape has shown it */
  readonly evaluate: (effects: readonly AxleEffect[], preloadMm?: number) => AxleState;
  /** the same as a record alone: neither posed nor kept */
  readonly edited: (effects: readonly AxleEffect[], preloadMm: number) => AxleSetup;
}
/** states kept per axle: a plan and what is tried against it */
const MOST_STATES = 64;
const MOST_LOADS = 8;

/** The one way to an edited axle: forecast, rub map, bench, match and the compute routes all come through here. Stock and
 *  today are solved once; a state is kept under the canonical list of its effects. What is kept lives and dies with the
 *  answer of this call: the core itself remembers nothing. */
export function prepareAxle(c: AxleCase): PreparedAxle {
  const stock = stockAxle({ ...c, loadN: c.stockLoadN });
  const asBuilt = once(() => (c.stops ? stockStop(stock, c, c.stops) : null));
  const states = new Map<string, AxleState>();
  const evaluate = (list: readonly AxleEffect[], preloadMm = 0): AxleState => {
    const effects = canonicalEffects(list);
    const key = `${preloadMm} ${JSON.stringify(effects)}`;
    const known = states.get(key);
    if (known) return known;
    const setup = preloaded(withEffects(stock, effects), preloadMm);
    const stop = once((): StopLaw | null => {
      const law = asBuilt();
      if (!law || !c.stops) return null;
      const { stopMm, solidMm } = stopsOf(stock.model, setup, c.stops);
      return stopMovedTo(law, stopMm, solidMm);
    });
    const made = axleState(setup, effects, stop);
    if (states.size >= MOST_STATES) states.delete(states.keys().next().value ?? '');
    states.set(key, made);
    return made;
  };
  const edited = (effects: readonly AxleEffect[], preloadMm: number) =>
    preloaded(withEffects(stock, effects), preloadMm);
  return { case: c, stock, today: evaluate(c.fitted), evaluate, edited };
}

/** The stop as it was built: its first rate is the wheel's own at design height, and it is solid under the load that is assumed or
 *  as stiff as the record says. */
function stockStop(stock: AxleSetup, c: AxleCase, stops: StopSpec): StopLaw {
  const built = rideHeight(stock, c.stockLoadN);
  const wheelRateNPerMm = built.ok ? built.value.wheelRateNPerMm : 0;
  return stopLaw(stops, {
    wheelRateNPerMm,
    springAtSolidN: springsAtWheelN(stock, stops.solidMm) ?? c.stockLoadN + wheelRateNPerMm * stops.solidMm,
    staticN: c.stockLoadN,
  });
}

function axleState(setup: AxleSetup, effects: readonly AxleEffect[], stop: () => StopLaw | null): AxleState {
  const heights = new Map<number, Result<RideHeight, RideHeightFault>>();
  return {
    setup,
    effects,
    stop,
    under: (loadN) => {
      const known = heights.get(loadN);
      if (known) return known;
      const height = rideHeight(setup, loadN, stop);
      if (heights.size >= MOST_LOADS) heights.clear();
      heights.set(loadN, height);
      return height;
    },
  };
}

const preloaded = (setup: AxleSetup, mm: number): AxleSetup =>
  mm === 0 ? setup : { ...setup, spring: { ...setup.spring, freeLengthMm: setup.spring.freeLengthMm + mm } };
/** How much longer its spring must be, mm, for the axle to stand at this travel under a load; null where it has no pose there, or no
 *  spring does it. */
export function preloadToStandMm(state: AxleState, loadN: number, zMm: number): number | null {
  const law = state.stop();
  const stopN = law ? stopForceN(law, zMm) : 0;
  const excess = (mm: number) => {
    const n = springsAtWheelN(preloaded(state.setup, mm), zMm);
    return n === null ? null : n + stopN - loadN;
  };
  let [a, b] = [0, 10];
  let [fa, fb] = [excess(a), excess(b)];
  for (let i = 0; i < 40 && fa !== null && fb !== null && fb !== fa && Math.abs(fb) > loadN * 1e-12; i++) {
    const next = b - (fb * (b - a)) / (fb - fa);
    [a, fa, b] = [b, fb, next];
    fb = excess(b);
  }
  return fb !== null && Math.abs(fb) <= loadN * 1e-6 ? b : null;
}

/** What stands the body `liftMm` over design height under this load, as preload of the spring that is in, mm of free length:
 *  at that height everything else of the axle follows from the pose. */
export const preloadForLiftMm = (axle: AxleSetup, loadN: number, liftMm: number): number =>
  stockFreeLengthMm(axle.model, axle.spring.rateNPerMm, loadN, -liftMm) - axle.spring.freeLengthMm;
