import { ADVISED_SHARE, computed, TRIFLE_MM, type Figure } from '../evidence';
import { barLinkState, restoringLinkMm } from '../hardware';
import type { Axle } from '../suspension';
import { effectsOfKind } from '../vehicle';
import type { AxlePlan, PlanCase } from '../plan-case';
import { rule, type Raised } from './rule';

interface Of<Code> {
  readonly code: Code;
  readonly axle: Axle;
  /** null where bar arm and link do not meet at all */
  readonly valueDeg: number | null;
  readonly limitDeg: number;
  /** change of the link's length that restores the stock angle; null where it is a trifle or cannot be had */
  readonly changeMm: number | null;
}
export type BarLinkAngle = Of<'bar-link-angle'> | Of<'bar-link-angle-near'>;
const linkOf = (a: AxlePlan, c: PlanCase) =>
  a.memo(
    'bar link',
    [effectsOfKind(c.planned, a.axle, 'bar-link'), effectsOfKind(c.planned, a.axle, 'bar-mount')],
    () => linkAt(a, c),
  );
function linkAt(a: AxlePlan, c: PlanCase) {
  const link = c.vehicle.platform[a.axle].barLink;
  const rub = a.rub();
  if (!link || !rub.ok) return null;
  const { setup, rideZMm } = rub.value;
  const longerMm = effectsOfKind(c.planned, a.axle, 'bar-link').reduce((s, e) => s + e.deltaMm, 0);
  const dropMm = effectsOfKind(c.planned, a.axle, 'bar-mount').reduce((s, e) => s + e.dropMm, 0);
  const state = barLinkState(setup.model, link, rideZMm, longerMm, dropMm);
  const whole = restoringLinkMm(setup.model, link, rideZMm, dropMm);
  const changeMm = whole === null || Math.abs(whole - longerMm) < TRIFLE_MM ? null : whole - longerMm;
  const figure: Figure | null =
    state &&
    computed(
      'bar-link',
      state.fromSquareDeg,
      'deg',
      [
        ...(changeMm === null
          ? []
          : [computed('bar-link-change', changeMm, 'mm', [], { formula: 'bar-link' })]),
        computed('ride-height', -rideZMm, 'mm', [], { formula: 'balance' }),
      ],
      { formula: 'bar-link', limit: { min: -link.runningDeg, max: link.runningDeg } },
    );
  return { limitDeg: link.runningDeg, changeMm, figure };
}
/** Link of the anti-roll bar too far from square to the bar's arm at ride height, or near that. */
export const barLink = rule<BarLinkAngle>({
  findings: {
    'bar-link-angle': { verdict: 'needs', topic: 'hardware', blocks: 'order' },
    'bar-link-angle-near': { verdict: 'advised', topic: 'hardware', blocks: null },
  },
  scope: 'axle',
  check: (a, c): Raised<BarLinkAngle>[] => {
    const l = linkOf(a, c);
    if (!l) return [];
    const fromSquare = l.figure ? Math.abs(l.figure.value) : Infinity;
    if (fromSquare <= l.limitDeg * (1 - ADVISED_SHARE)) return [];
    return [
      {
        finding: {
          code: fromSquare > l.limitDeg ? 'bar-link-angle' : 'bar-link-angle-near',
          axle: a.axle,
          valueDeg: l.figure?.value ?? null,
          limitDeg: l.limitDeg,
          changeMm: l.changeMm,
        },
        figure: l.figure,
      },
    ];
  },
  measure: (c, axle) => linkOf(c.axles[axle], c)?.figure ?? null,
});
