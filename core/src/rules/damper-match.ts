import { DAMPER_RATE_SHARE, given } from '../evidence';
import type { Axle } from '../suspension';
import { rule, type Raised } from './rule';

export interface DamperMatch {
  readonly code: 'damper-match';
  readonly axle: Axle;
  readonly fromNPerMm: number;
  readonly toNPerMm: number;
  /** what dampers stand without a change, per cent */
  readonly mostPercent: number;
}
/** A spring that is stiffer or softer than its damper was made for. */
export const damperMatch = rule<DamperMatch>({
  findings: { 'damper-match': { verdict: 'needs', topic: 'travel', blocks: 'order' } },
  scope: 'axle',
  check: (a): Raised<DamperMatch>[] => {
    const f = a.forecast();
    if (!f.ok) return [];
    const { damperRange, ratePlannedNPerMm: to, rateStockNPerMm: from } = f.value;
    const matched = damperRange !== null && to >= damperRange[0] && to <= damperRange[1];
    if (matched || Math.abs(to / from - 1) <= DAMPER_RATE_SHARE) return [];
    return [
      {
        finding: {
          code: 'damper-match',
          axle: a.axle,
          fromNPerMm: from,
          toNPerMm: to,
          mostPercent: DAMPER_RATE_SHARE * 100,
        },
        figure: given('spring-rate', to, 'N/mm'),
      },
    ];
  },
});
