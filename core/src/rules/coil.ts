import { COIL_RESERVE_MM, computed } from '../evidence';
import { poseAt, springState, type Axle } from '../suspension';
import { effectsOfKind } from '../vehicle';
import { rule, type Raised } from './rule';

export type CoilFinding =
  /** its coils touch before the bump stop is solid */
  | { readonly code: 'coil-bind'; readonly axle: Axle; readonly reserveMm: number; readonly lowerMm: number }
  /** its end does not sit on the seat */
  | { readonly code: 'coil-seat'; readonly axle: Axle; readonly boreMm: number; readonly seatMm: number };

/** ends of coils and their seats are made this far apart, mm */
const SEAT_PLAY_MM = 4;
/** A new coil on its seat and at full bump. What no record says is not judged. */
export const coil = rule<CoilFinding>({
  findings: {
    'coil-bind': { verdict: 'needs', topic: 'travel', blocks: 'order' },
    'coil-seat': { verdict: 'no', topic: 'fitment', blocks: 'order' },
  },
  scope: 'axle',
  check: (a, c): Raised<CoilFinding>[] => {
    const { axle, prepared } = a;
    const out: Raised<CoilFinding>[] = [];
    const seatMm = prepared.spec.springBoreMm ?? null;
    for (const { boreMm } of effectsOfKind(c.chosen, axle, 'spring'))
      if (boreMm !== undefined && seatMm !== null && Math.abs(boreMm - seatMm) > SEAT_PLAY_MM)
        out.push({ finding: { code: 'coil-seat', axle, boreMm, seatMm } });
    const { state } = a.view();
    const [bound, stop] = [state.setup.springBoundMm, state.stop()];
    if (bound === null || !stop) return out;
    const pose = poseAt(state.setup.model, stop.solidMm);
    const [seat] = state.setup.model.springs;
    if (!pose.ok || !seat) return out;
    const { lengthMm, ratio } = springState(state.setup.model, seat, pose.value);
    const reserveMm = lengthMm - bound;
    if (reserveMm < COIL_RESERVE_MM)
      out.push({
        finding: { code: 'coil-bind', axle, reserveMm, lowerMm: (COIL_RESERVE_MM - reserveMm) / ratio },
        figure: computed('coil-reserve', reserveMm, 'mm', [], {
          formula: 'carrier-pose',
          limit: { min: COIL_RESERVE_MM },
        }),
      });
    return out;
  },
});
