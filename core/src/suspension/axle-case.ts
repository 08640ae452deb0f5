import type { Result } from '../units/result';
import { canonicalEffects, stockAxle, withEffects, type AxleEffect, type AxleSetup } from './edits';
import type { Hardpoints } from './hardpoints';
import { rideHeight, type RideHeight, type RideHeightFault } from './ride-height';
import { stockFreeLengthMm } from './stock-spring';

/** The axle in question: what it was built as, and what is on it today. mm, N/mm, N per wheel. */
export interface AxleCase {
  readonly hardpoints: Hardpoints;
  readonly subframePoints: readonly string[];
  readonly rateNPerMm: number;
  /** sprung load of one wheel under which the stock spring stands at design height */
  readonly stockLoadN: number;
  readonly fitted: readonly AxleEffect[];
  readonly loadN: number;
}
/** An axle with some effects on it: posed when a height is asked for, once per load. */
export interface AxleState {
  readonly setup: AxleSetup;
  readonly effects: readonly AxleEffect[];
  /** ride height under a load of one wheel, N */
  readonly under: (loadN: number) => Result<RideHeight, RideHeightFault>;
}
export interface PreparedAxle {
  readonly case: AxleCase;
  readonly stock: AxleSetup;
  readonly today: AxleState;
  /** the axle with these effects in place of what is on it today; the same list, in whatever order, is the same state */
  readonly evaluate: (effects: readonly AxleEffect[]) => AxleState;
}
/** states kept per axle: a plan and what is tried against it */
const MOST_STATES = 64;
const MOST_LOADS = 8;

/** The one way to an edited axle: forecast, rub map, bench, match and the compute routes all come through here. Stock and
 *  today are solved once; a state is kept under the canonical list of its effects. What is kept lives and dies with the
 *  answer of this call: the core itself remembers nothing. */
export function prepareAxle(c: AxleCase): PreparedAxle {
  const stock = stockAxle({ ...c, loadN: c.stockLoadN });
  const states = new Map<string, AxleState>();
  const evaluate = (list: readonly AxleEffect[]): AxleState => {
    const effects = canonicalEffects(list);
    const key = JSON.stringify(effects);
    const known = states.get(key);
    if (known) return known;
    const made = axleState(withEffects(stock, effects), effects);
    if (states.size >= MOST_STATES) states.delete(states.keys().next().value ?? '');
    states.set(key, made);
    return made;
  };
  return { case: c, stock, today: evaluate(c.fitted), evaluate };
}

function axleState(setup: AxleSetup, effects: readonly AxleEffect[]): AxleState {
  const heights = new Map<number, Result<RideHeight, RideHeightFault>>();
  return {
    setup,
    effects,
    under: (loadN) => {
      const known = heights.get(loadN);
      if (known) return known;
      const height = rideHeight(setup, loadN);
      if (heights.size >= MOST_LOADS) heights.clear();
      heights.set(loadN, height);
      return height;
    },
  };
}

/** What stands the body `liftMm` over design height under this load, as preload of the spring that is in, mm of free length:
 *  at that height everything else of the axle follows from the pose. */
export const preloadForLiftMm = (axle: AxleSetup, loadN: number, liftMm: number): number =>
  stockFreeLengthMm(axle.model, axle.spring.rateNPerMm, loadN, -liftMm) - axle.spring.freeLengthMm;
