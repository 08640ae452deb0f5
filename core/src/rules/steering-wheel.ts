import type { SteeringWheelSetBy } from '../catalogue';
import { computed, STEERING_SLEEVE_DEG, STEERING_WHEEL_DEG } from '../evidence';
import { onEachAxle, rule, type Raised } from './rule';

export type SteeringWheelFinding =
  /** within what is set during alignment, and by whom */
  | { readonly code: 'steering-wheel-set'; readonly turnDeg: number; readonly by: SteeringWheelSetBy }
  /** nobody has said who sets it on this vehicle */
  | { readonly code: 'steering-wheel-ask'; readonly turnDeg: number }
  /** more than a sleeve takes, or nothing to set it with: it must not come about */
  | {
      readonly code: 'steering-wheel-off-centre';
      readonly turnDeg: number;
      readonly by: SteeringWheelSetBy | null;
      readonly mostDeg: number;
    };

/** A wheel that would stand crooked: judged by its angle and by who can set it on this vehicle. */
export const steeringWheel = rule<SteeringWheelFinding>({
  findings: {
    'steering-wheel-set': { verdict: 'fits', topic: 'geometry', blocks: null },
    'steering-wheel-ask': { verdict: 'ask', topic: 'geometry', blocks: null },
    'steering-wheel-off-centre': { verdict: 'needs', topic: 'geometry', blocks: 'order' },
  },
  check: onEachAxle((a, c): Raised<SteeringWheelFinding>[] => {
    const f = a.forecast();
    const turnDeg = f.ok ? f.value.geometryPlanned.steeringWheelDeg : null;
    if (!f.ok || turnDeg === null || Math.abs(turnDeg) <= STEERING_WHEEL_DEG) return [];
    const by = c.vehicle.platform.steeringWheelSetBy;
    const figure = computed('steering-wheel', turnDeg, 'deg', [f.value.lift], {
      formula: 'carrier-pose',
      limit: { min: -STEERING_SLEEVE_DEG, max: STEERING_SLEEVE_DEG },
    });
    if (Math.abs(turnDeg) > STEERING_SLEEVE_DEG || by === 'nobody')
      return [
        {
          finding: { code: 'steering-wheel-off-centre', turnDeg, by, mostDeg: STEERING_SLEEVE_DEG },
          figure,
        },
      ];
    return [
      by === null
        ? { finding: { code: 'steering-wheel-ask', turnDeg }, figure }
        : { finding: { code: 'steering-wheel-set', turnDeg, by }, figure },
    ];
  }),
  measure: (c, axle) => {
    const f = c.axles[axle].forecast();
    const turn = f.ok ? f.value.geometryPlanned.steeringWheelDeg : null;
    return f.ok && turn !== null
      ? computed('steering-wheel', turn, 'deg', [f.value.lift], { formula: 'carrier-pose' })
      : null;
  },
});
