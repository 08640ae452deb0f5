import { AXLES } from '../plan-case';
import { rule } from './rule';

export interface TireAssumedSeries {
  readonly code: 'tire-assumed-series';
  readonly diameterMm: number;
}
/** A size without a series number: its diameter is assumed until the maker's is known. */
export const tireSeries = rule<TireAssumedSeries>({
  findings: { 'tire-assumed-series': { verdict: 'ask', topic: 'tire', blocks: 'order' } },
  scope: 'plan',
  check: (c) => {
    const { check } = c.tires;
    if (!check) return [];
    return (check.differs ? AXLES : (['front'] as const)).flatMap((axle) => {
      const { size, item, state } = check[axle].target;
      return size.aspectAssumed && !item?.measuredDiameterMm
        ? [
            {
              finding: { code: 'tire-assumed-series' as const, diameterMm: state.diameterMm },
              axle: check.differs ? axle : ('both' as const),
            },
          ]
        : [];
    });
  },
});
