import { replacementBoltMm, studCutMm, threadEngagement } from '../hardware';
import type { Axle } from '../suspension';
import { effectsOfKind } from '../vehicle';
import { AXLES } from '../plan-case';
import { rule, type Raised } from './rule';

export type WheelStudFinding =
  | {
      readonly code: 'stud-engagement';
      readonly axle: Axle;
      readonly engagedMm: number;
      readonly neededMm: number;
      readonly spacerMm: number;
      /** the next length that studs are made in and that holds; null when none is made */
      readonly studMm: number | null;
    }
  | { readonly code: 'stud-cut'; readonly axle: Axle; readonly cutMm: number; readonly spacerMm: number };

const NUT_ROOM_MM = 2; // the nut's chamfer, which holds nothing
const COUNTERBORE_MM = 12; // pocket in the back of a cast wheel's pad, where nobody has measured it

/** Studs behind wheel spacers: thread that is left for the nut, and what stands proud of a spacer with studs of its own. */
export const wheelStuds = rule<WheelStudFinding>({
  findings: {
    'stud-engagement': { verdict: 'no', topic: 'hardware', blocks: 'drive' },
    'stud-cut': { verdict: 'ask', topic: 'hardware', blocks: 'work' },
  },
  scope: 'plan',
  check: (c) => {
    const { stud } = c.vehicle.platform;
    return AXLES.flatMap((axle) =>
      effectsOfKind(c.planned, axle, 'wheel-spacer').flatMap((e): Raised<WheelStudFinding>[] => {
        if (e.ownStuds) {
          const cutMm = studCutMm(stud.lengthMm - e.thicknessMm, COUNTERBORE_MM);
          return cutMm > 0
            ? [{ finding: { code: 'stud-cut', axle, cutMm, spacerMm: e.thicknessMm }, axle }]
            : [];
        }
        const stack = {
          lengthMm: stud.lengthMm,
          stackMm: stud.padMm + NUT_ROOM_MM,
          diameterMm: stud.diameterMm,
          into: 'steel',
          shankMm: null,
          depthMm: null,
        } as const;
        const held = threadEngagement({ ...stack, stackMm: stack.stackMm + e.thicknessMm });
        return held.holds
          ? []
          : [
              {
                finding: {
                  code: 'stud-engagement',
                  axle,
                  engagedMm: held.engagedMm,
                  neededMm: held.neededMm,
                  spacerMm: e.thicknessMm,
                  studMm: replacementBoltMm(stack, e.thicknessMm),
                },
                axle,
              },
            ];
      }),
    );
  },
});
