import { drivenAxles } from '../catalogue';
import type { Axle } from '../suspension';
import { effectsOfKind } from '../vehicle';
import type { PlanCase } from '../plan-case';
import { rule, type Raised } from './rule';

export type AxleRatioFinding =
  /** two driven axles would turn against each other */
  | { readonly code: 'ratios-differ'; readonly front: number | null; readonly rear: number | null }
  /** a gear set for an axle that nothing drives */
  | { readonly code: 'ratio-not-driven'; readonly axle: Axle; readonly ratio: number };

const setOn = (c: PlanCase, axle: Axle): number | null =>
  effectsOfKind(c.planned, axle, 'axle-ratio').at(-1)?.ratio ?? null;
/** What an axle turns with after the plan: the set that goes in, else the wish, else what is in it; null while nobody knows. */
export const ratioAfter = (c: PlanCase, axle: Axle): number | null =>
  setOn(c, axle) ?? c.job.tire.newAxleRatio ?? c.job.tire.axleRatio;

/** Gear sets: every driven axle takes the same ratio, and only a driven one takes any. */
export const axleRatio = rule<AxleRatioFinding>({
  findings: {
    'ratios-differ': { verdict: 'no', topic: 'drive', blocks: 'order' },
    'ratio-not-driven': { verdict: 'no', topic: 'drive', blocks: 'order' },
  },
  scope: 'plan',
  check: (c) => {
    const driven = drivenAxles(c.vehicle);
    const sets = { front: setOn(c, 'front'), rear: setOn(c, 'rear') };
    if (driven === null || (sets.front === null && sets.rear === null)) return [];
    const out: Raised<AxleRatioFinding>[] = [];
    for (const axle of ['front', 'rear'] as const) {
      const ratio = sets[axle];
      if (ratio !== null && !driven.includes(axle))
        out.push({ axle, finding: { code: 'ratio-not-driven', axle, ratio } });
    }
    // an end without a set keeps what is in it
    const end = (axle: Axle) => sets[axle] ?? c.job.tire.axleRatio;
    if (driven.length === 2 && end('front') !== end('rear'))
      out.push({ axle: 'both', finding: { code: 'ratios-differ', front: end('front'), rear: end('rear') } });
    return out;
  },
});
