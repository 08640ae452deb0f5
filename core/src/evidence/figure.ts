import type { Provenance } from '../catalogue';
import { CHARGES } from '../job';
import { once } from '../units';
import type { LoadCase } from './load-case';
import { CLOSED_FORMULAS, type ClosedFormula, type Formula, type Numbers } from './formulas';

export type Unit =
  | 'mm'
  | 'deg'
  | 'N'
  | 'N/mm'
  | 'kg'
  | 'kPa'
  | 'km/h'
  | 'rpm'
  | 'ratio'
  | 'percent'
  | 'per-km'
  | 'minutes'
  | 'money'
  | 'in'
  | 'count'
  | 'Hz'
  | 'deg/10mm'
  | 'N·s/m'
  | 'N·m'
  | 'kg·m²'
  | 'per-mile'
  | 'km'
  | 'deg/g'
  | 'rad/s²'
  | 'turns';
/** Three states of truth, and what was simply given (a record, an entry). */
export type Truth = 'computed' | 'claimed' | 'measured' | 'given';

/** Every name a figure may carry; `wording` has the words for each. */
export const FIGURE_NAMES = [
  'wheel-load',
  'curb-wheel-load',
  'accessory-load',
  'spring-rate',
  'free-length',
  'spring-length',
  'coil-reserve',
  'coil-compression',
  'droop-left',
  'bump-left',
  'joint-reserve',
  'joint-swing',
  'joint-limit',
  'rod-reserve',
  'rod-swing',
  'damper-reserve',
  'motion-ratio',
  'wheel-rate',
  'ride-height',
  'lift',
  'settled-loss',
  'settled-lift',
  'claimed-lift',
  'spacer',
  'arch-today',
  'arch-raised',
  'height-wished',
  'slope-moved',
  'height-off-wish',
  'arch-planned',
  'arch-stock',
  'arch-loaded',
  'arch-rated',
  'rake',
  'level-difference',
  'body-lift',
  'tire-lift',
  'overall-height',
  'height-limit',
  'height-spare',
  'roof-item',
  'camber',
  'caster',
  'toe',
  'camber-left-to-set',
  'adjuster-reach',
  'spec-limit',
  'cv-angle',
  'cv-limit',
  'cv-inner',
  'plunge',
  'scrub',
  'trail',
  'pitch',
  'body-pitch',
  'wheelbase',
  'shift-left',
  'shift-forward',
  'roll-centre',
  'frequency',
  'damping-ratio',
  'bump-steer',
  'travel-left',
  'wheel-travel',
  'sprung-mass',
  'damper-rate',
  'steering-wheel',
  'track-bar-setting',
  'drag-link-setting',
  'setting-turns',
  'tire-diameter',
  'section',
  'section-on-rim',
  'measuring-rim',
  'rim-width',
  'loaded-radius',
  'rolling-radius',
  'tire-stiffness',
  'revs-per-km',
  'true-speed',
  'indicated-speed',
  'engine-rpm',
  'axle-ratio',
  'top-gear',
  'first-gear',
  'low-range',
  'engine-torque',
  'ground-clearance',
  'poke',
  'arch-cover',
  'load-capacity',
  'load-index',
  'wheel-load-needed',
  'pressure',
  'max-pressure',
  'offset',
  'part-cost',
  'labour-cost',
  'labour-minutes',
  'freight',
  ...CHARGES.map((c) => c.name),
  'tax',
  'total',
  'clearance',
  'clearance-to-stop',
  'clearance-margin',
  'tire-tolerance',
  'least-lift',
  'largest-diameter',
  'backspacing',
  'inset',
  'tire-mass',
  'wheel-mass',
  'wheel-and-tire-mass',
  'inertia',
  'equivalent-mass',
  'restoring-ratio',
  'wheel-torque',
  'tractive-force',
  'crawl-speed',
  'circumference',
  'revs-per-mile',
  'odometer',
  'hose-spare',
  'hose-length',
  'hose-way',
  'bar-link',
  'bar-link-change',
  'engagement',
  'stud-cut',
  'corner',
  'hardpoint-tolerance',
  'rate-tolerance',
  'own-rate-tolerance',
  'length-tolerance',
  'bush-tolerance',
  'friction-tolerance',
  'settle-tolerance',
  'claim-tolerance',
  'mass-tolerance',
  'part-tolerance',
  'tape-tolerance',
  'track-change',
  'labour-rate',
  'price-each',
  'share',
  'aspect',
  'divisor',
  'pressure-floor',
  'load-exponent',
  'rise',
  'roof-share',
  'settle-share',
  'hose-slack',
  'caster-left-to-set',
  'slack',
  'wheel-spacer',
  'arch-cover-stock',
  'flat-ride',
  'ride-rate',
  'tipping',
  'roll-gradient',
  'damper-ratio',
  'axle-load',
  'load-on-stops',
  'propshaft-ripple',
  'propshaft-joint',
  'shaft-slope',
  'flange-slope',
  'pinion-slope',
  'propshaft-speed',
  'centre-of-gravity',
  'centre-of-gravity-stock',
  'unsprung-mass',
  'body-mass',
  'added-mass',
  'mass-height',
  'track',
  'roll-axis',
  'bar-stiffness',
  'toe-by-tape',
  'tie-rod-turns',
  'tie-rod-arm',
  'tie-rod-pitch',
] as const;
export type FigureName = (typeof FIGURE_NAMES)[number];
/** A number with its reason: inputs, formula, limits, provenance. Readonly data; the Why panel and the PDF read it. */
export interface Figure {
  readonly name: FigureName;
  readonly value: number;
  readonly unit: Unit;
  readonly truth: Truth;
  readonly plusMinus?: number | undefined;
  readonly limit?: { readonly min?: number | undefined; readonly max?: number | undefined } | undefined;
  readonly formula?: Formula | undefined;
  /** the record that says so: a part, a tyre, the platform */
  readonly from?: string | undefined;
  readonly provenance?: Provenance | undefined;
  /** what the vehicle carries in it; not there where no load is in it */
  readonly loadCase?: LoadCase | undefined;
  readonly because: readonly Figure[];
  /** what each of `because` is in the formula, in the same order; absent where the formula is a solver */
  readonly roles?: readonly string[] | undefined;
}
type Extra = Partial<Pick<Figure, 'plusMinus' | 'limit' | 'formula' | 'from' | 'provenance' | 'loadCase'>>;

export const computed = (
  name: FigureName,
  value: number,
  unit: Unit,
  because: readonly Figure[],
  extra: Extra = {},
): Figure => ({
  name,
  value,
  unit,
  truth: 'computed',
  because,
  ...extra,
});
type Inputs = Readonly<Record<string, Figure | readonly Figure[] | null>>;
/** A figure that a formula computes from other figures and records at once: value and reason cannot differ.
 *  Roles that are null are left out.
 *  @example explain('rake', 'mm', 'difference', { from: given('corner', 30, 'mm'), less: given('corner', 12, 'mm') }).value // 18 */
export function explain(
  name: FigureName,
  unit: Unit,
  formula: ClosedFormula,
  inputs: Inputs,
  extra: Omit<Extra, 'formula'> = {},
): Figure {
  const because: Figure[] = [];
  const roles: string[] = [];
  for (const role of Object.keys(inputs)) {
    const of = inputs[role] ?? [];
    for (const f of isList(of) ? of : [of]) {
      because.push(f);
      roles.push(role);
    }
  }
  const value = CLOSED_FORMULAS[formula](numbersOf(because, roles));
  return { name, value, unit, truth: 'computed', because, roles, formula, ...extra };
}
/** The same figure with what it is in doubt by, which is dear to work out: only when somebody asks.
 *  @example inDoubt(given('lift', 40, 'mm'), () => 6).plusMinus // 6 */
export const inDoubt = (
  f: Figure,
  plusMinusOf: () => number | undefined,
  doubtsOf: () => readonly Figure[] = () => [],
): Figure => {
  const doubts = once(doubtsOf);
  const plusMinus = once(plusMinusOf);
  return {
    ...f,
    get plusMinus() {
      return plusMinus();
    },
    get because() {
      return [...f.because, ...doubts()];
    },
    get roles() {
      return [...(f.roles ?? []), ...doubts().map(() => 'doubt')];
    },
  };
};
const isList = (of: Figure | readonly Figure[]): of is readonly Figure[] => Array.isArray(of);
function numbersOf(because: readonly Figure[], roles: readonly string[]): Numbers {
  const n: Record<string, number[]> = {};
  because.forEach((f, i) => (n[roles[i] ?? ''] ??= []).push(f.value));
  return n;
}
/** The value that a figure's own formula and inputs give; null where it was solved, measured, claimed or given. */
export function recomputed(f: Figure): number | null {
  return f.formula !== undefined && f.formula in CLOSED_FORMULAS && f.roles
    ? CLOSED_FORMULAS[f.formula as ClosedFormula](numbersOf(f.because, f.roles))
    : null;
}
export const given = (name: FigureName, value: number, unit: Unit, from?: string): Figure => ({
  name,
  value,
  unit,
  truth: 'given',
  because: [],
  from,
});
export const claimed = (name: FigureName, value: number, unit: Unit, from: string): Figure => ({
  name,
  value,
  unit,
  truth: 'claimed',
  because: [],
  from,
});
export const measured = (
  name: FigureName,
  value: number,
  unit: Unit,
  because: readonly Figure[] = [],
  extra: Extra = {},
): Figure => ({
  name,
  value,
  unit,
  truth: 'measured',
  because,
  ...extra,
});
