import { computed, type Figure } from '../evidence';
import type { AxleForecast } from '../forecast';
import type { Axle, Rod, RodSwing, TravelRoom } from '../suspension';
import { rule, type Raised } from './rule';
import { broughtNear, swingLeft } from './swing';

interface Of<Code> {
  readonly code: Code;
  readonly axle: Axle;
  readonly rod: Rod;
  /** arms that two bolts hold on the axle */
  readonly radiusArms: boolean;
  readonly at: RodSwing['at'];
  readonly valueDeg: number;
  readonly limitDeg: number;
}
/** Joints of a link, bar or rod swung past what they have; or near it. */
export type RodSwingFinding = Of<'rod-swing'> | Of<'rod-swing-near'>;

const swingOf = (room: TravelRoom | null, rod: Rod): RodSwing | undefined =>
  room?.rods.find((r) => r.rod === rod);

/** What is left to the joints of that rod at their worst. */
function figureOf(f: AxleForecast, rod: Rod): Figure | null {
  const swing = swingOf(f.room, rod);
  if (!swing || !f.room) return null;
  const { droopMm, droopBy, bumpMm, bumpBy } = f.room;
  const why = [
    computed('droop-left', droopMm, 'mm', [f.lift], { formula: 'travel-walk', from: droopBy }),
    computed('bump-left', bumpMm, 'mm', [], { formula: 'travel-walk', from: bumpBy }),
  ];
  return swingLeft('rod', swing, swingOf(f.roomToday, rod), why, 'record of the rod');
}
/** Joints of links, bars and rods near what they have, or past it, where the plan has brought them nearer. They give, and do
 *  not end the travel: rubber tears, a ball binds in its cup and bends its stud. */
export const rodSwing = rule<RodSwingFinding>({
  findings: {
    'rod-swing': { verdict: 'advised', topic: 'travel', blocks: null },
    'rod-swing-near': { verdict: 'advised', topic: 'travel', blocks: null },
  },
  scope: 'axle',
  check: (a): Raised<RodSwingFinding>[] => {
    const forecast = a.forecast();
    if (!forecast.ok || !forecast.value.room) return [];
    const f = forecast.value;
    return (f.room?.rods ?? []).flatMap((swing): Raised<RodSwingFinding>[] => {
      const { rod, at, swingDeg, limitDeg } = swing;
      if (!broughtNear(swing, swingOf(f.roomToday, rod))) return [];
      const radiusArms = f.spec.hardpoints.kind === 'radius-arm-axle' && rod === 'lower';
      const code = swingDeg > limitDeg ? 'rod-swing' : 'rod-swing-near';
      return [
        {
          finding: { code, axle: a.axle, rod, radiusArms, at, valueDeg: swingDeg, limitDeg },
          figure: figureOf(f, rod),
        },
      ];
    });
  },
  measure: (c, axle, of) => {
    const f = c.axles[axle].forecast();
    return f.ok ? figureOf(f.value, of.rod) : null;
  },
});
