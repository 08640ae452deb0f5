import { standsOf, type Outcome } from './outcome';
import type { Counts } from './pareto';

interface Column {
  readonly of: (o: Outcome) => number;
  /** differences within one step are none to whoever pays for it or drives it */
  readonly step: number;
  /** less than one step is nothing: it is not felt */
  readonly felt?: true;
}
/** What plans are compared by, less is better: what cannot stay, what is left to do and to ask, mm off the wish at each end and of the
 *  stance, mm moved where nothing was wished, money with tax in minor units, minutes of people, days until the last part is here, what is worse
 *  on the road and off it, the weakest word among the parts, and what cannot be undone. Each is searched; a step of 0.25 is a fortieth of all
 *  that the use asks for, and a tape reads no nearer than 5 mm from one vehicle to the next. */
export const COLUMNS = {
  no: { of: (o) => o.needs.no, step: 1 },
  needs: { of: (o) => o.needs.needs, step: 1 },
  ask: { of: (o) => o.needs.ask, step: 1 },
  offFrontMm: { of: (o) => standsOf(o).offFrontMm, step: 5 },
  offRearMm: { of: (o) => standsOf(o).offRearMm, step: 5 },
  offStanceMm: { of: (o) => standsOf(o).offStanceMm, step: 5 },
  unwishedMoveMm: { of: (o) => o.unwishedMoveMm, step: 5 },
  totalMinor: { of: (o) => o.money.totalMinor, step: 1 },
  personMinutes: { of: (o) => o.times.personMinutes, step: 6 },
  days: { of: (o) => o.days, step: 1 },
  drivability: { of: (o) => o.drivabilityPenalty, step: 0.25, felt: true },
  provenance: { of: (o) => o.provenanceRank, step: 1 },
  irreversible: { of: (o) => o.irreversibleCount, step: 1 },
} as const satisfies Readonly<Record<string, Column>>;
export type ColumnName = keyof typeof COLUMNS;
export type Columns = Readonly<Record<ColumnName, number>>;
export const COLUMN_NAMES = Object.keys(COLUMNS) as readonly ColumnName[];

/** a rounding error begins no new step */
const ROUNDING = 1e-6;
function stepsOf(name: ColumnName, value: number): number {
  const { step, felt }: Column = COLUMNS[name];
  return felt ? Math.floor(value / step + ROUNDING) : Math.ceil(value / step - ROUNDING);
}
/** Columns as whole steps, in the order of the table: what is compared. A lower bound of a column is one of its steps too.
 *  Within the tolerance is never traded with beyond it.
 *  @example inSteps({ ...Object.fromEntries(COLUMN_NAMES.map((n) => [n, 0])), offFrontMm: 0.1, drivability: 0.6 }) // [0,0,0,1,0,0,0,0,0,0,2,0,0] */
export const inSteps = (c: Columns): Counts => COLUMN_NAMES.map((name) => stepsOf(name, c[name]));
export function columnsOf(o: Outcome): Columns {
  const out = {} as Record<ColumnName, number>;
  for (const name of COLUMN_NAMES) out[name] = COLUMNS[name].of(o);
  return out;
}
/** A plan as what it is compared by. */
export const countsOf = (o: Outcome): Counts => inSteps(columnsOf(o));

/** The order of best, the only one: what cannot stay, what is left to do, off the wish in steps, money. Negative where the first is better.
 *  @example orderOfBest({ no: 0, needs: 0, offFrontMm: 2, offRearMm: 0, offStanceMm: 0, totalMinor: 900 }, { no: 0, needs: 0, offFrontMm: 0.5, offRearMm: 0, offStanceMm: 0, totalMinor: 1000 }) // -100 */
export function orderOfBest(a: Columns, b: Columns): number {
  return a.no - b.no || a.needs - b.needs || offSteps(a) - offSteps(b) || a.totalMinor - b.totalMinor;
}
/** How far off the wish altogether, in the steps of one end: plans with as many are equally near. */
export const offSteps = (c: Columns): number =>
  stepsOf('offFrontMm', c.offFrontMm + c.offRearMm + c.offStanceMm);
