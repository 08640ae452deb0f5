import { computed, given, LOAD_PERCENT, ON_STOPS_SHARE, type Figure, type LoadCase } from '../evidence';
import { springsAtWheelN, stopForceN, type Axle, type AxleState } from '../suspension';
import { G_M_PER_S2 } from '../units';
import { axleLoadKg, loadOn, namesLoad, wheelLoadN } from '../vehicle';
import type { AxlePlan, PlanCase } from '../plan-case';
import { rule, type Raised } from './rule';

export interface OnStopsFinding {
  /** under the load that the brief names, and the plan brings it about; also as built; or only at the rating of the axle */
  readonly code: 'on-stops' | 'on-stops-as-built' | 'on-stops-rated';
  readonly axle: Axle;
  /** how much more than empty on the axle it takes, kg; below 0 it sits there empty */
  readonly fromKg: number;
  /** on the axle more than empty in the case that is told, kg */
  readonly carriesKg: number;
}
/** Load of one wheel from which its bump stop carries ON_STOPS_SHARE of it, N; null where no stop is on record or the linkage ends before.
 *  Walks from touch to solid by halves: what the stop carries of the load grows with the travel. */
export function onStopsFromN(state: AxleState): number | null {
  const law = state.stop();
  if (!law) return null;
  const at = (zMm: number) => {
    const springs = springsAtWheelN(state.setup, zMm);
    const stop = stopForceN(law, zMm);
    return springs === null ? null : { loadN: springs + stop, share: stop / (springs + stop) };
  };
  let [low, high] = [law.touchMm, law.solidMm];
  const end = at(high);
  if (!end) return null;
  if (end.share <= ON_STOPS_SHARE) return end.loadN;
  for (let i = 0; i < 40; i++) {
    const middle = (low + high) / 2;
    const here = at(middle);
    if (!here) return null;
    if (here.share > ON_STOPS_SHARE) high = middle;
    else low = middle;
  }
  return at(high)?.loadN ?? null;
}
/** Whether an axle sits on its stops under this load of one wheel. */
const sits = (state: AxleState, loadN: number): boolean => {
  const h = state.under(loadN);
  return h.ok && h.value.onStop !== null && h.value.onStop.forceN > ON_STOPS_SHARE * loadN;
};
const figureOf = (axle: Axle, fromKg: number, carriesKg: number, loadCase: LoadCase): Figure =>
  computed('load-on-stops', fromKg, 'kg', [given('axle-load', carriesKg, 'kg', `${axle}, more than empty`)], {
    formula: 'balance',
    limit: { min: carriesKg },
    loadCase,
  });
/** The load from which an axle sits on its bump stops, where it does in one of the cases. */
function found(a: AxlePlan, c: PlanCase): readonly (Raised<OnStopsFinding> & { readonly figure: Figure })[] {
  const { axle, prepared } = a;
  const view = a.view();
  const { state } = view;
  const load = loadOn(prepared.input, c.planned);
  const inCase = (which: LoadCase) => sits(state, wheelLoadN(load, which));
  const used = namesLoad(c.job.brief) && inCase('as-used');
  const fromN =
    used || inCase('rated') ? prepared.memo(`stops from ${view.key}`, () => onStopsFromN(state)) : null;
  if (fromN === null) return [];
  const which = used ? 'as-used' : 'rated';
  const fromKg = (2 * (fromN - load.emptyN)) / G_M_PER_S2;
  const carriesKg = axleLoadKg(load, which) - load.emptyKg;
  const code = !used
    ? 'on-stops-rated'
    : sits(prepared.asBuilt, load.loadedN)
      ? 'on-stops-as-built'
      : 'on-stops';
  const { load: loadUse, tow } = c.job.brief.usage;
  return [
    {
      axle,
      finding: { code, axle, fromKg, carriesKg },
      figure: figureOf(axle, fromKg, carriesKg, which),
      // who carries or tows for a living needs a spring for it, whatever the factory fitted
      verdict: code === 'on-stops-as-built' && loadUse + tow >= LOAD_PERCENT ? 'needs' : undefined,
    },
  ];
}
/** An axle that sits on its bump stops: under the load that the brief names it rides on rubber. */
export const onStops = rule<OnStopsFinding>({
  findings: {
    'on-stops': { verdict: 'needs', topic: 'travel', blocks: 'order' },
    'on-stops-as-built': { verdict: 'advised', topic: 'travel', blocks: null },
    'on-stops-rated': { verdict: 'fits', topic: 'travel', blocks: null },
  },
  scope: 'axle',
  check: found,
  measure: (c, axle) => found(c.axles[axle], c)[0]?.figure ?? null,
});
