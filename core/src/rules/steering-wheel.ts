import type { SteeringWheelSetBy } from '../catalogue';
import { computed, STEERING_WHEEL_DEG, type Figure } from '../evidence';
import type { Setting } from '../suspension';
import type { AxlePlan, PlanCase } from '../plan-case';
import { rule, type Raised } from './rule';

export type SteeringWheelFinding =
  /** it is set straight, and by whom; `longerMm`: how much longer the drag link is set, where a record says what it can do */
  | {
      readonly code: 'steering-wheel-set';
      readonly turnDeg: number;
      readonly by: SteeringWheelSetBy;
      readonly longerMm: number | null;
      readonly turns: number | null;
    }
  /** nobody has said who sets it on this vehicle, or how far its sleeve goes */
  | { readonly code: 'steering-wheel-ask'; readonly turnDeg: number }
  /** the sleeve ends before it is straight, or there is nothing to set it with: it must not come about */
  | {
      readonly code: 'steering-wheel-off-centre';
      readonly turnDeg: number;
      readonly by: SteeringWheelSetBy | null;
      /** how much longer (+) or shorter the drag link stands at the end of its sleeve, mm; null without one */
      readonly endMm: number | null;
    };
interface Wheel {
  /** as the plan leaves it before and after it is set */
  readonly beforeDeg: number;
  readonly afterDeg: number;
  readonly drag: Setting | null;
  readonly figure: Figure;
}
function wheelOf(a: AxlePlan): Wheel | null {
  const f = a.forecast();
  const afterDeg = f.ok ? f.value.geometryPlanned.steeringWheelDeg : null;
  if (!f.ok || afterDeg === null) return null;
  const drag = f.value.settings.find((s) => s.member === 'drag') ?? null;
  const beforeDeg = drag?.before ?? afterDeg;
  const figure = computed('steering-wheel', afterDeg, 'deg', [f.value.lift], {
    formula: 'carrier-pose',
    limit: { min: -STEERING_WHEEL_DEG, max: STEERING_WHEEL_DEG },
  });
  return { beforeDeg, afterDeg, drag, figure };
}
function found(a: AxlePlan, c: PlanCase): readonly Raised<SteeringWheelFinding>[] {
  const wheel = wheelOf(a);
  if (!wheel) return [];
  const { beforeDeg, afterDeg, drag, figure } = wheel;
  const off = (deg: number) => Math.abs(deg) > STEERING_WHEEL_DEG;
  if (!off(beforeDeg) && !off(afterDeg)) return [];
  const by = drag ? 'drag-link-sleeve' : c.vehicle.platform.steeringWheelSetBy;
  if (off(afterDeg) && (drag || by === 'nobody')) {
    const endMm = drag?.longerMm ?? null;
    return [{ finding: { code: 'steering-wheel-off-centre', turnDeg: afterDeg, by, endMm }, figure }];
  }
  // a sleeve of which nobody knows how far it goes may be too short
  if (by === null || (by === 'drag-link-sleeve' && !drag))
    return [{ finding: { code: 'steering-wheel-ask', turnDeg: beforeDeg }, figure }];
  const [longerMm, turns] = [drag?.longerMm ?? null, drag?.turns ?? null];
  return [{ finding: { code: 'steering-wheel-set', turnDeg: beforeDeg, by, longerMm, turns }, figure }];
}
/** A wheel that would stand crooked: judged by what sets it straight on this vehicle, and how far that goes. */
export const steeringWheel = rule<SteeringWheelFinding>({
  findings: {
    'steering-wheel-set': { verdict: 'fits', topic: 'geometry', blocks: null, loadCase: 'empty' },
    'steering-wheel-ask': { verdict: 'ask', topic: 'geometry', blocks: null, loadCase: 'empty' },
    'steering-wheel-off-centre': {
      verdict: 'needs',
      topic: 'geometry',
      blocks: 'order',
      loadCase: 'empty',
    },
  },
  scope: 'axle',
  check: found,
  measure: (c, axle) => wheelOf(c.axles[axle])?.figure ?? null,
});
