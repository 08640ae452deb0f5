import { computed, ROCK_PERCENT, TOPPED_OUT_MM, type Figure } from '../evidence';
import type { AxleForecast } from '../forecast';
import { ADVISED_DROOP_SHARE, type Axle, type LimitedBy } from '../suspension';
import { rule, type Raised } from './rule';

/** What is left below the wheel. `longerMm`: dampers longer by this leave the advised share, null where joints end it. */
export interface DroopFinding {
  readonly code: 'topped-out' | 'droop-short';
  readonly axle: Axle;
  readonly droopMm: number;
  readonly bumpMm: number;
  readonly by: LimitedBy;
  readonly longerMm: number | null;
  readonly advisedPercent: number;
}
function figureOf(f: AxleForecast, least: number): Figure | null {
  if (!f.room) return null;
  const bump = computed('bump-left', f.room.bumpMm, 'mm', [], {
    formula: 'travel-walk',
    from: f.room.bumpBy,
  });
  return computed('droop-left', f.room.droopMm, 'mm', [f.lift, bump], {
    formula: 'travel-walk',
    from: f.room.droopBy,
    limit: { min: least },
  });
}
/** A damper at its end at ride height knocks; little droop hangs the wheel at every dip. */
export const droop = rule<DroopFinding>({
  findings: {
    'topped-out': { verdict: 'needs', topic: 'travel', blocks: 'order' },
    // advice: it hangs at dips, but nothing breaks
    'droop-short': { verdict: 'advised', topic: 'travel', blocks: null },
  },
  scope: 'axle',
  check: (a, c): Raised<DroopFinding>[] => {
    const f = a.forecast();
    const room = f.ok ? f.value.room : null;
    if (!f.ok || !room) return [];
    const { droopMm, bumpMm, droopBy: by, damperForShareMm: longerMm, droopShare } = room;
    const of = { axle: a.axle, droopMm, bumpMm, by, longerMm, advisedPercent: ADVISED_DROOP_SHARE * 100 };
    if (droopMm < TOPPED_OUT_MM)
      return [{ finding: { code: 'topped-out', ...of }, figure: figureOf(f.value, TOPPED_OUT_MM) }];
    const least = (bumpMm * ADVISED_DROOP_SHARE) / (1 - ADVISED_DROOP_SHARE);
    return droopShare < ADVISED_DROOP_SHARE
      ? [
          {
            finding: { code: 'droop-short', ...of },
            figure: figureOf(f.value, least),
            // on rock a wheel that cannot hang does not drive
            verdict: c.job.brief.usage.rock >= ROCK_PERCENT ? ('needs' as const) : undefined,
          },
        ]
      : [];
  },
  measure: (c, axle) => {
    const f = c.axles[axle].forecast();
    return f.ok ? figureOf(f.value, TOPPED_OUT_MM) : null;
  },
});
