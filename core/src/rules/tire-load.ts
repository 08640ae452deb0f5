import type { Axle } from '../suspension';
import { AXLES } from './plan-case';
import { rule, type Raised } from './rule';

export type TireLoadFinding =
  | {
      readonly code: 'wheel-load' | 'tire-load';
      readonly axle: Axle;
      readonly ratedKg: number;
      readonly neededKg: number;
    }
  | { readonly code: 'tire-load-unknown'; readonly axle: Axle | 'both' };

/** What a tyre and a wheel of each axle must carry, loaded as the brief says. */
export const tireLoad = rule<TireLoadFinding>({
  findings: {
    'wheel-load': { verdict: 'no', topic: 'tire', blocks: 'order' },
    'tire-load': { verdict: 'no', topic: 'tire', blocks: 'order' },
    'tire-load-unknown': { verdict: 'ask', topic: 'tire', blocks: 'order' },
  },
  check: (c) => {
    const { check } = c.tires;
    if (!check) return [];
    const out: Raised<TireLoadFinding>[] = [];
    for (const axle of AXLES) {
      const { neededLoad, capacity, target } = check[axle];
      const neededKg = neededLoad.value;
      const too = (ratedKg: number) => neededKg > ratedKg;
      if (target.wheel && too(target.wheel.loadKg))
        out.push({ finding: { code: 'wheel-load', axle, ratedKg: target.wheel.loadKg, neededKg }, axle });
      if (capacity && too(capacity.value))
        out.push({
          finding: { code: 'tire-load', axle, ratedKg: capacity.value, neededKg },
          axle,
          figure: neededLoad,
        });
    }
    const unknown = AXLES.filter((axle) => !check[axle].capacity);
    const [first] = unknown;
    if (first !== undefined) {
      const axle = unknown.length === 2 ? 'both' : first;
      out.push({ finding: { code: 'tire-load-unknown', axle }, axle });
    }
    return out;
  },
});
