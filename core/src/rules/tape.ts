import type { Range } from '../catalogue';
import { DOUBTS, LEFT_RIGHT_MM } from '../evidence';
import type { Axle } from '../suspension';
import { axleOfCorner, roundToday } from '../job';
import { onSlope } from '../vehicle';
import { AXLES } from '../plan-case';
import { rule, type Raised } from './rule';

export type TapeFinding =
  | {
      readonly code: 'left-right';
      readonly axle: Axle;
      readonly differenceMm: number;
      readonly lowSide: 'left' | 'right';
    }
  | {
      readonly code: 'outside-ordinary';
      readonly axle: Axle;
      readonly measuredMm: number;
      readonly ordinary: Range;
    }
  /** lower than this vehicle stands with what is known to be on it: the springs have sagged, or something heavy is in it */
  | {
      readonly code: 'springs-sagged';
      readonly axle: Axle;
      readonly measuredMm: number;
      readonly ordinary: Range;
      /** under what its record says, mm */
      readonly lowMm: number;
    }
  /** only makes sense if the tape was held the other way; nothing uses it until somebody has said */
  /** the floor slopes, and where the masses of this vehicle are nobody has said: the slope stays in the heights */
  | { readonly code: 'slope-left-in' }
  | { readonly code: 'tape-in-doubt'; readonly axle: Axle; readonly saidFrom: 'hub' | 'ground' };

/** The tape against itself and against what is ordinary for this platform. */
export const tape = rule<TapeFinding>({
  findings: {
    'left-right': { verdict: 'ask', topic: 'tape', blocks: null },
    'outside-ordinary': { verdict: 'ask', topic: 'tape', blocks: null },
    'springs-sagged': { verdict: 'ask', topic: 'tape', blocks: null },
    'slope-left-in': { verdict: 'ask', topic: 'tape', blocks: null },
    'tape-in-doubt': { verdict: 'ask', topic: 'tape', blocks: 'order' },
  },
  scope: 'plan',
  check: (c) => [
    ...(onSlope(roundToday(c.job.tape)) && c.tape.front && !c.vehicle.platform.masses
      ? [{ finding: { code: 'slope-left-in' } as const }]
      : []),
    ...AXLES.flatMap((axle): Raised<TapeFinding>[] => {
      const { platform } = c.vehicle;
      if (c.tape.inDoubt.some((corner) => axleOfCorner(corner) === axle))
        return [{ axle, finding: { code: 'tape-in-doubt', axle, saidFrom: c.tape.readFrom } }];
      const [sides, mean] = [c.tape.sides[axle], c.tape[axle]];
      if (!sides || !mean) return [];
      const out: Raised<TapeFinding>[] = [];
      const { left, right } = sides;
      if (Math.abs(left.value + platform.leanLeftMm - right.value) > LEFT_RIGHT_MM)
        out.push({
          axle,
          finding: {
            code: 'left-right',
            axle,
            differenceMm: Math.abs(left.value - right.value),
            lowSide: left.value < right.value ? 'left' : 'right',
          },
        });
      const { archMm, archToleranceMm } = platform[axle];
      // what is known to be on it stands it where it stands
      const known = archMm + (c.axles[axle].prepared.recordedLiftMm ?? 0);
      const ordinary: Range = [known - archToleranceMm, known + archToleranceMm];
      // within what two people read differently nothing is said
      const measuredMm = mean.value;
      if (measuredMm < ordinary[0] - DOUBTS.tapeMm)
        out.push({
          axle,
          finding: { code: 'springs-sagged', axle, measuredMm, ordinary, lowMm: known - measuredMm },
        });
      else if (measuredMm > ordinary[1] + DOUBTS.tapeMm)
        out.push({ axle, finding: { code: 'outside-ordinary', axle, measuredMm, ordinary } });
      return out;
    }),
  ],
});
