import type { ObstacleKind } from '../catalogue';
import { computed, given, type Figure, type LoadCase } from '../evidence';
import type { RubCheck, RubWhere } from '../forecast';
import type { Axle } from '../suspension';
import type { PlanCase } from '../plan-case';
import { rule, type Raised } from './rule';

export type TireClearanceFinding =
  | {
      readonly code: 'tire-clearance';
      readonly axle: Axle;
      readonly obstacle: ObstacleKind;
      readonly clearanceMm: number;
      readonly marginMm: number;
      readonly where: RubWhere;
      /** what the vehicle carries there */
      readonly loadCase: LoadCase;
      /** others that keep their margin no better */
      readonly others: number;
      readonly liftMm: number;
      /** least lift over design; null when no lift clears */
      readonly needsLiftMm: number | null;
      readonly chains: boolean;
    }
  | {
      readonly code: 'tire-to-stop';
      readonly axle: Axle;
      readonly obstacle: ObstacleKind;
      readonly clearanceMm: number;
      readonly where: RubWhere;
    };
const figureOf = (
  check: RubCheck,
  c: PlanCase,
  name: 'clearance' | 'clearance-to-stop',
  at: { readonly clearanceMm: number; readonly zMm: number | null },
  marginMm: number,
): Figure =>
  computed(
    name,
    at.clearanceMm,
    'mm',
    [
      ...(at.zMm === null ? [] : [computed('wheel-travel', at.zMm, 'mm', [], { formula: 'rub-map' })]),
      computed('ride-height', check.liftMm, 'mm', [], { formula: 'balance' }),
      given('clearance-margin', marginMm, 'mm', c.job.brief.chains ? 'chains' : undefined),
      given('tire-tolerance', check.toleranceMm, 'mm'),
      ...(check.leastLiftMm === null
        ? []
        : [computed('least-lift', check.leastLiftMm, 'mm', [], { formula: 'bisection' })]),
    ],
    {
      formula: 'rub-map',
      limit: { min: marginMm },
      plusMinus: c.axles[check.axle].clearanceDoubtMm(),
      loadCase: name === 'clearance' ? check.nearest.loadCase : undefined,
    },
  );
/** The tightest spot of an axle with its reason. */
export const tightestFigure = (check: RubCheck, c: PlanCase): Figure =>
  figureOf(check, c, 'clearance', check.nearest.used, check.nearest.marginMm);
/** What the wanted tyre leaves to what stands near it: over the travel that is used, and to the solid stop. */
export const tireClearance = rule<TireClearanceFinding>({
  findings: {
    'tire-clearance': { verdict: 'needs', topic: 'clearance', blocks: 'order' },
    'tire-to-stop': { verdict: 'advised', topic: 'clearance', blocks: null },
  },
  scope: 'axle',
  check: (a, c): Raised<TireClearanceFinding>[] => {
    const check = a.clearance();
    if (!check) return [];
    const { nearest: n, axle } = check;
    if (!check.clears)
      return [
        {
          finding: {
            code: 'tire-clearance',
            axle,
            obstacle: n.kind,
            clearanceMm: n.used.clearanceMm,
            marginMm: n.marginMm,
            where: n.where,
            loadCase: n.loadCase,
            others: check.rubbing.length - 1,
            liftMm: check.liftMm,
            get needsLiftMm() {
              return check.leastLiftMm;
            },
            chains: c.job.brief.chains,
          },
          loadCase: n.loadCase,
          figure: () => figureOf(check, c, 'clearance', n.used, n.marginMm),
        },
      ];
    const s = check.nearestToStop;
    return s.toStop.clearanceMm < 0
      ? [
          {
            finding: {
              code: 'tire-to-stop',
              axle,
              obstacle: s.kind,
              clearanceMm: s.toStop.clearanceMm,
              where: s.toStopWhere,
            },
            figure: () => figureOf(check, c, 'clearance-to-stop', s.toStop, 0),
          },
        ]
      : [];
  },
  measure: (c, axle, of) => {
    const check = c.axles[axle].clearance();
    if (!check) return null;
    return of.code === 'tire-to-stop'
      ? figureOf(check, c, 'clearance-to-stop', check.nearestToStop.toStop, 0)
      : tightestFigure(check, c);
  },
});
