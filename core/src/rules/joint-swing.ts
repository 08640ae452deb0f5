import { computed, type Figure } from '../evidence';
import type { AxleForecast } from '../forecast';
import type { Axle, JointSwing, TravelRoom } from '../suspension';
import { rule, type Raised } from './rule';
import { broughtNear, swingLeft } from './swing';

interface Of<Code> {
  readonly code: Code;
  readonly axle: Axle;
  readonly joint: JointSwing['joint'];
  readonly end: JointSwing['end'];
  readonly valueDeg: number;
  readonly limitDeg: number;
}
/** The joint is what ends the travel; or it comes near its end within it. */
export type JointSwingFinding = Of<'joint-swing'> | Of<'joint-swing-near'>;

/** How much travel there is to that end, and what ends it. */
const toEnd = (room: TravelRoom, end: JointSwing['end']) =>
  end === 'droop'
    ? ({ name: 'droop-left', mm: room.droopMm, by: room.droopBy } as const)
    : ({ name: 'bump-left', mm: room.bumpMm, by: room.bumpBy } as const);
/** What is left to the joint at that end of the travel. */
function figureOf(f: AxleForecast): Figure | null {
  if (!f.room?.swing) return null;
  const { swing } = f.room;
  const left = toEnd(f.room, swing.end);
  const why = computed(left.name, left.mm, 'mm', [f.lift], { formula: 'travel-walk', from: left.by });
  return swingLeft('joint', swing, f.roomToday?.swing, [why], `${swing.joint} joint`);
}
/** Ball joint near its end, or at it, with the wheel hanging or fully up, where the plan has brought it nearer. What is so
 *  as built, or today, is not this plan's affair. */
export const jointSwing = rule<JointSwingFinding>({
  findings: {
    // advised, both: it drives; the joint is then the stop of every full droop, and wears
    'joint-swing': { verdict: 'advised', topic: 'travel', blocks: null },
    'joint-swing-near': { verdict: 'advised', topic: 'travel', blocks: null },
  },
  scope: 'axle',
  check: (a): Raised<JointSwingFinding>[] => {
    const f = a.forecast();
    const swing = f.ok ? f.value.room?.swing : null;
    if (!f.ok || !f.value.room || !swing) return [];
    const { joint, end, swingDeg, limitDeg } = swing;
    if (!broughtNear(swing, f.value.roomToday?.swing)) return [];
    const code = toEnd(f.value.room, end).by === 'ball joint' ? 'joint-swing' : 'joint-swing-near';
    return [
      {
        finding: { code, axle: a.axle, joint, end, valueDeg: swingDeg, limitDeg },
        figure: figureOf(f.value),
      },
    ];
  },
  measure: (c, axle) => {
    const f = c.axles[axle].forecast();
    return f.ok ? figureOf(f.value) : null;
  },
});
