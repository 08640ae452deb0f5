import type { Axle } from '../suspension';
import { AXLES } from '../plan-case';
import { rule, type Raised } from './rule';

export type TireLoadFinding =
  | {
      readonly code: 'wheel-load' | 'tire-load';
      readonly axle: Axle;
      readonly ratedKg: number;
      readonly neededKg: number;
    }
  | { readonly code: 'tire-load-unknown'; readonly axle: Axle | 'both' }
  /** the vehicle is driven faster than the tyre may run, or was built with one that may run faster */
  | {
      readonly code: 'tire-speed' | 'tire-speed-below-built';
      readonly axle: Axle;
      readonly mostKmh: number;
      readonly neededKmh: number;
    };

/** What a tyre and a wheel of each axle must carry: its share of what the axle is rated for, whatever the brief names, or of what
 *  it carries where that is more. And how fast the tyre may run. */
export const tireLoad = rule<TireLoadFinding>({
  findings: {
    'wheel-load': { verdict: 'no', topic: 'tire', blocks: 'order' },
    'tire-load': { verdict: 'no', topic: 'tire', blocks: 'order' },
    'tire-load-unknown': { verdict: 'ask', topic: 'tire', blocks: 'order' },
    'tire-speed': { verdict: 'no', topic: 'tire', blocks: 'order' },
    'tire-speed-below-built': { verdict: 'fits', topic: 'tire', blocks: null },
  },
  scope: 'plan',
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
    for (const axle of AXLES) {
      const { target: mostKmh, built } = check[axle].speedKmh;
      if (mostKmh === null) continue;
      const speed = (code: 'tire-speed' | 'tire-speed-below-built', neededKmh: number) =>
        out.push({ finding: { code, axle, mostKmh, neededKmh }, axle });
      if (mostKmh < check.cruisingKmh) speed('tire-speed', check.cruisingKmh);
      else if (built !== null && mostKmh < built) speed('tire-speed-below-built', built);
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
