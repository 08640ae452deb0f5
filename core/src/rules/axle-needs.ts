import type { Range } from '../catalogue';
import type { AxleForecast } from '../forecast';
import { computed, given, type Figure } from '../evidence';
import type { Finding, Verdict } from '../evidence';
import {
  DAMPER_RATE_SHARE,
  DAMPER_RESERVE_MM,
  OFF_CENTRE_MM,
  STEERING_WHEEL_DEG,
  TOPPED_OUT_MM,
} from '../evidence';
import { ADVISED_DROOP_SHARE, type TravelRoom } from '../suspension';

export interface MeasuredNeed {
  /** 'fits' where the alignment itself mends it and no part is needed */
  readonly verdict: Verdict;
  readonly finding: Finding;
  readonly figure: Figure;
}

/** How far [value+reach] misses a window, degrees; 0 when some setting is inside. + means the value is too high. */
export function shortOfWindow(value: number, reach: Range, spec: Range): number {
  const [low, high] = [value + reach[0], value + reach[1]];
  if (low > spec[1]) return low - spec[1];
  if (high < spec[0]) return high - spec[0];
  return 0;
}

/** What the plan disturbs on this axle beyond what adjusters and limits allow: computed, never taken from a claim. */
export function axleNeeds(f: AxleForecast): readonly MeasuredNeed[] {
  const out: MeasuredNeed[] = [];
  const { axle, spec, geometryPlanned: g, geometryToday: t } = f;
  const angle = (
    name: 'camber' | 'caster',
    value: number,
    was: number | null,
    window: Range,
    reach: Range,
  ) => {
    const short = shortOfWindow(value, reach, window);
    if (short === 0) return;
    out.push({
      verdict: 'needs',
      finding: {
        code: `${name}-reach`,
        axle,
        valueDeg: value,
        spec: window,
        reach,
        shortDeg: Math.abs(short),
      },
      figure: computed(
        name,
        value,
        'deg',
        [
          ...(was === null
            ? []
            : [computed(name, was, 'deg', [], { formula: 'carrier-pose', from: 'today' })]),
          f.lift,
          given('adjuster-reach', short > 0 ? reach[0] : reach[1], 'deg', 'adjusters'),
          given('spec-limit', short > 0 ? window[1] : window[0], 'deg', 'alignment window'),
        ],
        { formula: 'carrier-pose', limit: { min: window[0], max: window[1] } },
      ),
    });
  };
  if (g.camberDeg !== null) angle('camber', g.camberDeg, t.camberDeg, spec.spec.camberDeg, f.reach.camberDeg);
  if (g.casterDeg !== null && spec.spec.casterDeg)
    angle('caster', g.casterDeg, t.casterDeg, spec.spec.casterDeg, f.reach.casterDeg);
  if (g.cvOuterDeg !== null && spec.cv && g.cvOuterDeg > spec.cv.runningDeg)
    out.push({
      verdict: 'needs',
      finding: { code: 'cv-angle', axle, valueDeg: g.cvOuterDeg, limitDeg: spec.cv.runningDeg },
      figure: computed(
        'cv-angle',
        g.cvOuterDeg,
        'deg',
        [
          ...(t.cvOuterDeg === null
            ? []
            : [computed('cv-angle', t.cvOuterDeg, 'deg', [], { formula: 'carrier-pose', from: 'today' })]),
          f.lift,
          given('cv-limit', spec.cv.runningDeg, 'deg', 'platform'),
        ],
        { formula: 'carrier-pose', limit: { max: spec.cv.runningDeg } },
      ),
    });
  if (g.shiftLeftMm !== null && Math.abs(g.shiftLeftMm) > OFF_CENTRE_MM)
    out.push({
      verdict: 'needs',
      finding: { code: 'axle-off-centre', axle, shiftLeftMm: g.shiftLeftMm },
      figure: computed('shift-left', g.shiftLeftMm, 'mm', [f.lift], {
        formula: 'carrier-pose',
        limit: { min: -OFF_CENTRE_MM, max: OFF_CENTRE_MM },
      }),
    });
  if (g.steeringWheelDeg !== null && Math.abs(g.steeringWheelDeg) > STEERING_WHEEL_DEG)
    out.push({
      verdict: 'fits', // set straight at the drag-link sleeve during alignment
      finding: { code: 'steering-wheel-off-centre', turnDeg: g.steeringWheelDeg },
      figure: computed('steering-wheel', g.steeringWheelDeg, 'deg', [f.lift], { formula: 'carrier-pose' }),
    });
  const matched =
    f.damperRange !== null &&
    f.ratePlannedNPerMm >= f.damperRange[0] &&
    f.ratePlannedNPerMm <= f.damperRange[1];
  if (!matched && Math.abs(f.ratePlannedNPerMm / f.rateStockNPerMm - 1) > DAMPER_RATE_SHARE)
    out.push({
      verdict: 'needs',
      finding: { code: 'damper-match', axle, fromNPerMm: f.rateStockNPerMm, toNPerMm: f.ratePlannedNPerMm },
      figure: given('spring-rate', f.ratePlannedNPerMm, 'N/mm'),
    });
  if (f.room) out.push(...roomNeeds(axle, f.room, f.lift));
  return out;
}

/** What the plan leaves of the travel: a damper at its end is refused, little droop is said. */
function roomNeeds(axle: AxleForecast['axle'], room: TravelRoom, lift: Figure): readonly MeasuredNeed[] {
  const out: MeasuredNeed[] = [];
  const { droopMm, bumpMm, droopBy, damperReserveMm } = room;
  const bump = computed('bump-left', bumpMm, 'mm', [], { formula: 'travel-walk', from: room.bumpBy });
  const droop = (least: number) =>
    computed('droop-left', droopMm, 'mm', [lift, bump], {
      formula: 'travel-walk',
      from: droopBy,
      limit: { min: least },
    });
  const left = { axle, droopMm, bumpMm, by: droopBy, longerMm: room.damperForShareMm };
  if (droopMm < TOPPED_OUT_MM)
    out.push({
      verdict: 'needs',
      finding: { code: 'topped-out', ...left },
      figure: droop(TOPPED_OUT_MM),
    });
  else if (room.droopShare < ADVISED_DROOP_SHARE)
    out.push({
      verdict: 'fits', // advice: it hangs at dips, but nothing breaks
      finding: { code: 'droop-short', ...left },
      figure: droop((bumpMm * ADVISED_DROOP_SHARE) / (1 - ADVISED_DROOP_SHARE)),
    });
  if (damperReserveMm !== null && damperReserveMm < DAMPER_RESERVE_MM)
    out.push({
      verdict: 'needs',
      finding: {
        code: 'damper-solid',
        axle,
        reserveMm: damperReserveMm,
        lowerMm: DAMPER_RESERVE_MM - damperReserveMm,
      },
      figure: computed('damper-reserve', damperReserveMm, 'mm', [lift], {
        formula: 'travel-walk',
        limit: { min: DAMPER_RESERVE_MM },
      }),
    });
  return out;
}
