import { explain, given, type Figure } from '../evidence';
import type { Forecast } from '../forecast';
import type { Axle } from '../suspension';
import { AXLES, type PlanCase } from '../plan-case';
import { rule, type Raised } from './rule';

export interface HeightWish {
  /** further off than is fine; or off by this, where nobody has said what is fine */
  readonly code: 'height-missed' | 'height-off';
  readonly axle: Axle;
  readonly byMm: number;
  readonly wantedMm: number;
  readonly toleranceMm: number | null;
}
const TRIFLE_MM = 3;

const wishOf = (c: PlanCase, axle: Axle) =>
  axle === 'front'
    ? { wantedMm: c.job.brief.frontTargetMm, toleranceMm: c.job.brief.frontToleranceMm }
    : { wantedMm: c.job.brief.rearTargetMm, toleranceMm: c.job.brief.rearToleranceMm };
/** How the arch comes to stand against today, empty and settled. */
const raised = (f: Forecast, axle: Axle): Figure =>
  explain('arch-raised', 'mm', 'difference', { from: f.planned[axle], less: f.today[axle] });

/** How far the planned height is from the wish; plus: above it. Null where none was wished for. */
export function offWish(c: PlanCase, axle: Axle): Figure | null {
  const f = c.forecast();
  const { wantedMm } = wishOf(c, axle);
  return f && c.job.brief.wish === 'height' && wantedMm !== null
    ? explain('height-off-wish', 'mm', 'difference', {
        from: raised(f, axle),
        less: given('height-wished', wantedMm, 'mm', 'brief'),
      })
    : null;
}
/** The heights that were wished for, per axle, against what the plan comes to. */
export const heightWish = rule<HeightWish>({
  findings: {
    'height-missed': { verdict: 'needs', topic: 'stance', blocks: null },
    'height-off': { verdict: 'fits', topic: 'stance', blocks: null },
  },
  scope: 'plan',
  check: (c) => {
    return AXLES.flatMap((axle): Raised<HeightWish>[] => {
      const { wantedMm, toleranceMm } = wishOf(c, axle);
      const figure = offWish(c, axle);
      if (wantedMm === null || !figure) return [];
      const byMm = figure.value;
      const of = { axle, byMm, wantedMm, toleranceMm };
      if (toleranceMm === null)
        return Math.abs(byMm) < TRIFLE_MM ? [] : [{ axle, finding: { code: 'height-off', ...of }, figure }];
      return Math.abs(byMm) > toleranceMm
        ? [{ axle, finding: { code: 'height-missed', ...of }, figure }]
        : [];
    });
  },
});
