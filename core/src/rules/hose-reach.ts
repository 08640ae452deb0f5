import type { HoseRun } from '../catalogue';
import { computed, explain, given, type Figure } from '../evidence';
import { axleGrid } from '../forecast';
import { HOSE_SLACK_MM, hoseReach as reachOf } from '../hardware';
import { add, type Axle } from '../suspension';
import { effectsOfKind } from '../vehicle';
import type { AxlePlan, PlanCase } from '../plan-case';
import { rule, type Raised } from './rule';

export interface HoseShort {
  readonly code: 'hose-short';
  readonly axle: Axle;
  readonly what: HoseRun['what'];
  readonly shortMm: number;
  readonly freeMm: number;
}
const GRID = { rows: 3, columns: 3 }; // a way between two clips is longest at an end of travel or lock

/** Room gained by longer hoses or brackets between the clips of one run, mm: the best of them, they do not add. */
const gainedMm = (a: AxlePlan, c: PlanCase, what: HoseRun['what']): number =>
  Math.max(
    0,
    ...effectsOfKind(c.planned, a.axle, 'hose')
      .filter((e) => e.what === what)
      .map((e) => e.gainMm),
  );
interface Spare {
  readonly run: HoseRun;
  readonly figure: Figure;
}
const spares = (a: AxlePlan, c: PlanCase): readonly Spare[] =>
  a.memo('hoses', effectsOfKind(c.planned, a.axle, 'hose'), () => sparesOf(a, c));
function sparesOf(a: AxlePlan, c: PlanCase): readonly Spare[] {
  const rub = a.rub();
  if (!rub.ok) return [];
  const { setup } = rub.value;
  const { hoses } = c.vehicle.platform[a.axle];
  const reach = reachOf(
    setup.model,
    axleGrid(rub.value, GRID.rows, GRID.columns),
    // clipped to what moves with the hub
    hoses.map((run) => ({ ...run, wheelClip: add(run.wheelClip, setup.hubMovedMm) })),
  );
  if (!reach.ok) return [];
  return hoses.map((run, i) => ({
    run,
    figure: explain(
      'hose-spare',
      'mm',
      'hose-spare',
      {
        free: given('hose-length', run.freeMm + gainedMm(a, c, run.what), 'mm', run.what),
        slack: given('hose-slack', HOSE_SLACK_MM, 'mm', 'a hose is never drawn straight'),
        way: computed('hose-way', reach.value[i]?.longestMm ?? 0, 'mm', [], { formula: 'hose-way' }),
      },
      { limit: { min: 0 } },
    ),
  }));
}
/** Hoses and leads over the travel and the lock that the plan leaves. */
export const hoseReach = rule<HoseShort>({
  findings: { 'hose-short': { verdict: 'needs', topic: 'hardware', blocks: 'drive' } },
  scope: 'axle',
  check: (a, c): Raised<HoseShort>[] =>
    spares(a, c)
      .filter(({ figure }) => figure.value < 0)
      .map(({ run, figure }) => ({
        finding: {
          code: 'hose-short',
          axle: a.axle,
          what: run.what,
          shortMm: -figure.value,
          freeMm: run.freeMm + gainedMm(a, c, run.what),
        },
        figure,
      })),
  measure: (c, axle, of) => spares(c.axles[axle], c).find(({ run }) => run.what === of.what)?.figure ?? null,
});
