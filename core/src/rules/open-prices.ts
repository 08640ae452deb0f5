import { entriesOf, tiresOfSize } from '../forecast';
import type { Axle } from '../suspension';
import { formatTireSize } from '../tires';
import { AXLES } from '../plan-case';
import { rule, type Raised } from './rule';

export type OpenPriceFinding =
  /** a size is wanted and no tyre of it is taken yet, so none is on the list; `offers`: tyres of that size */
  | { readonly code: 'tire-not-priced'; readonly size: string; readonly offers: readonly string[] }
  /** a wheel is written by hand, or its code is not in the catalogue: none is on the list */
  | { readonly code: 'wheel-not-priced' }
  /** a line of one's own that nobody has named a price for */
  | { readonly code: 'line-not-priced'; readonly what: string }
  /** another axle ratio is planned and no set of it is on the list, so neither parts nor hours are in the total */
  | { readonly code: 'ratio-not-priced'; readonly from: number | null; readonly to: number };

/** What is wanted and stands on no line of the parts list: the total says so. */
export const openPrices = rule<OpenPriceFinding>({
  findings: {
    'tire-not-priced': { verdict: 'ask', topic: 'money', blocks: 'order' },
    'wheel-not-priced': { verdict: 'ask', topic: 'money', blocks: 'order' },
    'line-not-priced': { verdict: 'ask', topic: 'money', blocks: 'order' },
    'ratio-not-priced': { verdict: 'ask', topic: 'money', blocks: 'order' },
  },
  scope: 'plan',
  check: (c) => {
    const out: Raised<OpenPriceFinding>[] = [];
    const { tire } = c.job;
    const { check } = c.tires;
    const axles: readonly Axle[] = tire.rear ? AXLES : ['front'];
    for (const axle of axles) {
      const about = { axle: tire.rear ? axle : ('both' as const) };
      const entries = entriesOf(tire, axle);
      const size = check?.[axle].target.size;
      if (size && !c.catalogue.tires.some((t) => t.code === entries.tireCode))
        out.push({
          ...about,
          finding: {
            code: 'tire-not-priced',
            size: formatTireSize(size),
            offers: tiresOfSize(size, c.catalogue.tires).map((t) => t.code),
          },
        });
      const written = entries.wheelWidthIn !== null || entries.wheelOffsetMm !== null;
      const listed = c.catalogue.wheels.some((w) => w.code === entries.wheelCode);
      if (!listed && (written || entries.wheelCode !== null))
        out.push({ ...about, finding: { code: 'wheel-not-priced' } });
    }
    for (const line of c.job.build.free)
      if (line.priceMinor === null)
        out.push({ axle: line.axle ?? 'both', finding: { code: 'line-not-priced', what: line.what } });
    const { axleRatio: from, newAxleRatio: to } = tire;
    const priced = c.chosen.some((p) => p.part.family === 'axle-ratio');
    if (to !== null && to !== from && !priced) out.push({ finding: { code: 'ratio-not-priced', from, to } });
    return out;
  },
});
