import type { Range } from '../catalogue';
import { computed, explain, given, type Figure } from '../evidence';
import type { AxleForecast } from '../forecast';
import type { Axle } from '../suspension';
import { AXLES } from '../plan-case';
import { rule, type Raised } from './rule';

type Angle = 'camber' | 'caster';
interface Reach<A extends Angle> {
  readonly code: `${A}-reach`;
  readonly axle: Axle;
  readonly valueDeg: number;
  readonly spec: Range;
  readonly reach: Range;
  readonly shortDeg: number;
}
export type CamberReach = Reach<'camber'>;
export type CasterReach = Reach<'caster'>;
export type AlignmentReach = CamberReach | CasterReach;
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
function leftToSet(f: AxleForecast, angle: Angle, pitch: Figure | null): Figure | null {
  const v = valueOf(f, angle);
  if (!v) return null;
  const stood =
    v.was === null ? [] : [computed(angle, v.was, 'deg', [], { formula: 'carrier-pose', from: 'today' })];
  const inBody = computed(angle, v.value + (pitch?.value ?? 0), 'deg', [...stood, f.lift], {
    formula: 'carrier-pose',
  });
  return explain(
    `${angle}-left-to-set`,
    'deg',
    'left-to-set',
    {
      value: pitch ? explain(angle, 'deg', 'less-pitch', { body: inBody, pitch }) : inBody,
      down: given('adjuster-reach', v.reach[0], 'deg', 'adjusters'),
      up: given('adjuster-reach', v.reach[1], 'deg', 'adjusters'),
      min: given('spec-limit', v.spec[0], 'deg', 'alignment window'),
      max: given('spec-limit', v.spec[1], 'deg', 'alignment window'),
    },
    { limit: { min: 0 }, loadCase: 'empty' },
  );
}
function foundOn<A extends Angle>(
  axle: Axle,
  f: AxleForecast,
  angle: A,
  pitch: Figure | null,
): readonly Raised<Reach<A>>[] {
  const v = valueOf(f, angle);
  const short = v ? shortOfWindow(v.value, v.reach, v.spec) : 0;
  if (!v || short === 0) return [];
  return [
    {
      axle,
      finding: {
        code: `${angle}-reach`,
        axle,
        valueDeg: v.value,
        spec: v.spec,
        reach: v.reach,
        shortDeg: Math.abs(short),
      },
      figure: leftToSet(f, angle, pitch),
    },
  ];
}
const NEEDS = { verdict: 'needs', topic: 'geometry', blocks: 'order' } as const;
/** Camber at the new height against what the adjusters can still do: the body's pitch does not turn it. */
export const camberReach = rule<CamberReach>({
  findings: { 'camber-reach': NEEDS },
  scope: 'axle',
  check: (a): readonly Raised<CamberReach>[] => {
    const f = a.forecast();
    return f.ok ? foundOn(a.axle, f.value, 'camber', null) : [];
  },
  measure: (c, axle) => {
    const f = c.axles[axle].forecast();
    return f.ok ? leftToSet(f.value, 'camber', null) : null;
  },
});
/** Caster likewise, against the ground: both ends' heights are in it, so it is a matter of the whole vehicle. */
export const casterReach = rule<CasterReach>({
  findings: { 'caster-reach': NEEDS },
  scope: 'vehicle',
  check: (c): readonly Raised<CasterReach>[] => {
    const f = c.forecast();
    return f ? AXLES.flatMap((axle) => foundOn(axle, f[axle], 'caster', f.pitch.planned)) : [];
  },
  measure: (c, axle) => {
    const f = c.forecast();
    return f && leftToSet(f[axle], 'caster', f.pitch.planned);
  },
});
