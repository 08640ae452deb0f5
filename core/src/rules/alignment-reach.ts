import type { Range } from '../catalogue';
import { computed, explain, given, type Figure } from '../evidence';
import type { AxleForecast } from '../forecast';
import type { Axle } from '../suspension';
import { onEachAxle, rule, type Raised } from './rule';

type Angle = 'camber' | 'caster';
export interface AlignmentReach {
  readonly code: 'camber-reach' | 'caster-reach';
  readonly axle: Axle;
  readonly valueDeg: number;
  readonly spec: Range;
  readonly reach: Range;
  readonly shortDeg: number;
}
/** How far [value+reach] misses a window, degrees; 0 when some setting is inside. + means the value is too high.
 *  @example shortOfWindow(-2, [-0.5, 0.5], [-1, 0]) // -0.5 */
export function shortOfWindow(value: number, reach: Range, spec: Range): number {
  const [low, high] = [value + reach[0], value + reach[1]];
  if (low > spec[1]) return low - spec[1];
  if (high < spec[0]) return high - spec[0];
  return 0;
}
/** What an adjuster has left, degrees − and +, when it has set an angle that stood at `stoodDeg` with the adjuster in its middle to
 *  `setDeg`. Below 0 it cannot have reached: something else has moved.
 *  @example adjusterLeftDeg([-1, 1], -0.5, 0).join(' ') // "-1.5 0.5" */
export const adjusterLeftDeg = (reach: Range, stoodDeg: number, setDeg: number): Range => [
  reach[0] - (setDeg - stoodDeg),
  reach[1] - (setDeg - stoodDeg),
];
function valueOf(f: AxleForecast, angle: Angle) {
  const value = angle === 'camber' ? f.geometryPlanned.camberDeg : f.geometryPlanned.casterDeg;
  const was = angle === 'camber' ? f.geometryToday.camberDeg : f.geometryToday.casterDeg;
  const spec = angle === 'camber' ? f.spec.spec.camberDeg : f.spec.spec.casterDeg;
  const reach = angle === 'camber' ? f.reach.camberDeg : f.reach.casterDeg;
  return value === null || spec === null ? null : { value, was, spec, reach };
}
/** What the adjusters have left beyond the window's edge; below 0 they fall short by it. */
function leftToSet(f: AxleForecast, angle: Angle): Figure | null {
  const v = valueOf(f, angle);
  if (!v) return null;
  return explain(
    `${angle}-left-to-set`,
    'deg',
    'left-to-set',
    {
      value: computed(
        angle,
        v.value,
        'deg',
        v.was === null
          ? [f.lift]
          : [computed(angle, v.was, 'deg', [], { formula: 'carrier-pose', from: 'today' }), f.lift],
        { formula: 'carrier-pose' },
      ),
      down: given('adjuster-reach', v.reach[0], 'deg', 'adjusters'),
      up: given('adjuster-reach', v.reach[1], 'deg', 'adjusters'),
      min: given('spec-limit', v.spec[0], 'deg', 'alignment window'),
      max: given('spec-limit', v.spec[1], 'deg', 'alignment window'),
    },
    { limit: { min: 0 } },
  );
}
const reach = (angle: Angle) =>
  rule<AlignmentReach>({
    findings: {
      [`${angle}-reach`]: { verdict: 'needs', topic: 'geometry', blocks: 'order' },
    } as Record<AlignmentReach['code'], { verdict: 'needs'; topic: 'geometry'; blocks: 'order' }>,
    check: onEachAxle((a): Raised<AlignmentReach>[] => {
      const f = a.forecast();
      const v = f.ok ? valueOf(f.value, angle) : null;
      const short = v ? shortOfWindow(v.value, v.reach, v.spec) : 0;
      if (!f.ok || !v || short === 0) return [];
      return [
        {
          finding: {
            code: `${angle}-reach`,
            axle: a.axle,
            valueDeg: v.value,
            spec: v.spec,
            reach: v.reach,
            shortDeg: Math.abs(short),
          },
          figure: leftToSet(f.value, angle),
        },
      ];
    }),
    measure: (c, axle) => {
      const f = c.axles[axle].forecast();
      return f.ok ? leftToSet(f.value, angle) : null;
    },
  });
/** Camber and caster at the new height against what the adjusters can still do. */
export const camberReach = reach('camber');
export const casterReach = reach('caster');
