import { PROPSHAFT_RIPPLE } from '../evidence';
import { rubAxle, rubChecks, tireToday, type RubWhere } from '../forecast';
import type { ObstacleKind } from '../catalogue';
import type { Axle } from '../suspension';
import { once } from '../units';
import { effectsOn } from '../vehicle';
import { camberReach, casterReach, type AlignmentReach } from './alignment-reach';
import { cvAngle, type CvAngle } from './cv-angle';
import { droop, type DroopFinding } from './droop';
import { AXLES, withChosen, type PlanCase } from '../plan-case';
import { propshaft } from './propshaft';
import { raisedBy, rule, type Raised } from './rule';

/** outside its window as the vehicle stands, before anything of the plan is on it */
interface OutToday {
  readonly code: 'out-today';
  readonly axle: Axle;
  readonly what: AlignmentReach['code'] | CvAngle['code'] | DroopFinding['code'];
  readonly found: AlignmentReach | CvAngle | DroopFinding;
}
export type TodayFinding =
  | OutToday
  | { readonly code: 'shaft-today'; readonly axle: Axle; readonly ripple: number; readonly most: number }
  | {
      readonly code: 'rubs-today';
      readonly axle: Axle;
      readonly obstacle: ObstacleKind;
      readonly clearanceMm: number;
      readonly where: RubWhere;
    };

/** What is out of its window before anybody does anything: only where somebody has changed it, or stands on other tyres than the
 *  factory's. It is told and not held against the plan, which has its own findings. */
export const today = rule<TodayFinding>({
  findings: {
    'out-today': { verdict: 'fits', topic: 'geometry', blocks: null },
    'shaft-today': { verdict: 'fits', topic: 'geometry', blocks: null },
    'rubs-today': { verdict: 'fits', topic: 'clearance', blocks: null },
  },
  scope: 'plan',
  check: (c) => c.memoToday('findings', () => foundToday(c)),
});
function foundToday(c: PlanCase): readonly Raised<TodayFinding>[] {
  const asItStands = once(() => withChosen(c, []));
  const outside = once((): readonly Raised<OutToday['found']>[] => {
    const now = asItStands();
    return [
      ...raisedBy(camberReach, now),
      ...raisedBy(casterReach, now),
      ...raisedBy(cvAngle, now),
      ...raisedBy(droop, now),
    ];
  });
  return AXLES.flatMap((axle): Raised<TodayFinding>[] => {
    const changed = effectsOn(c.fitted, axle).length > 0;
    return [
      ...(changed ? geometryToday(asItStands(), outside(), axle) : []),
      ...rubToday(asItStands, c, axle, changed),
    ];
  });
}

function geometryToday(
  c: PlanCase,
  outside: readonly Raised<OutToday['found']>[],
  axle: Axle,
): readonly Raised<TodayFinding>[] {
  const out = outside
    .filter((r) => r.finding.axle === axle)
    .map(({ finding, figure }): Raised<TodayFinding> => ({
      axle,
      finding: { code: 'out-today', axle, what: finding.code, found: finding },
      figure,
    }));
  const ripple = propshaft.measure?.(c, axle, {
    code: 'propshaft-ripple',
    axle,
    ripple: 0,
    most: PROPSHAFT_RIPPLE,
    kmh: 0,
  });
  if (ripple && ripple.value > PROPSHAFT_RIPPLE)
    out.push({
      axle,
      finding: { code: 'shaft-today', axle, ripple: ripple.value, most: PROPSHAFT_RIPPLE },
      figure: ripple,
    });
  return out;
}
function rubToday(
  asItStands: () => PlanCase,
  c: PlanCase,
  axle: Axle,
  changed: boolean,
): readonly Raised<TodayFinding>[] {
  const tire = tireToday(c.job.tire, c.vehicle, axle);
  if (!tire || (!changed && tire.asBuilt)) return [];
  const a = asItStands().axles[axle];
  const nearest = a.memo('rubs today', [tire.asked], () => {
    const input = { ...a.rubInput, planned: c.fitted, reliefs: [] };
    const rub = rubAxle(input, a.prepared);
    const checks = rub.ok ? rubChecks(input, rub.value, [tire.asked]) : rub;
    return checks.ok ? (checks.value[0]?.nearest ?? null) : null;
  });
  return nearest && nearest.used.clearanceMm < 0
    ? [
        {
          axle,
          finding: {
            code: 'rubs-today',
            axle,
            obstacle: nearest.kind,
            clearanceMm: nearest.used.clearanceMm,
            where: nearest.where,
          },
        },
      ]
    : [];
}
