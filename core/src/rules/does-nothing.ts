import { doesNothing as nothingFor, drivenAxles, type NothingThere } from '../catalogue';
import { partName } from '../vehicle';
import { rule, type Raised } from './rule';

export type DoesNothing =
  | { readonly code: 'does-nothing'; readonly why: NothingThere }
  /** made for what another part brings, which is not in the plan */
  | { readonly code: 'nothing-to-go-with'; readonly what: 'differential-drop' };

/** A part of the plan that finds nothing on this vehicle to act on: it costs money and does nothing. */
export const doesNothing = rule<DoesNothing>({
  findings: {
    'does-nothing': { verdict: 'needs', topic: 'fitment', blocks: 'order' },
    'nothing-to-go-with': { verdict: 'needs', topic: 'fitment', blocks: 'order' },
  },
  scope: 'plan',
  check: (c) => {
    const driven = drivenAxles(c.vehicle);
    return c.chosen.flatMap(({ part }): Raised<DoesNothing>[] => {
      const about = { part: partName(part), axle: part.axle };
      const why = nothingFor(part, c.vehicle.platform, driven);
      if (why) return [{ ...about, finding: { code: 'does-nothing', why } }];
      const lowered = c.planned.some(({ part: p }) => p.effects.some((e) => LOWERS.includes(e.kind)));
      return part.family === 'skid-spacer' && !lowered
        ? [{ ...about, finding: { code: 'nothing-to-go-with', what: 'differential-drop' } }]
        : [];
    });
  },
});
/** what brings a skid plate in the way of something lower */
const LOWERS: readonly string[] = ['differential-drop', 'subframe-drop', 'shaft-flange'];
