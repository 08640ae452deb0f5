import { KEEP_RAKE_MM, LEVEL_MM } from '../evidence';
import type { Range } from '../catalogue';
import type { Forecast } from '../forecast';
import type { Axle } from '../suspension';
import { loadOn, namesLoad } from '../vehicle';
import type { Brief } from '../job';
import type { PlanCase } from '../plan-case';
import { rule, type Raised } from './rule';

export type StanceFinding =
  | { readonly code: 'not-level'; readonly rakeMm: number; readonly wanted: Range }
  | { readonly code: 'nose-too-high'; readonly byMm: number; readonly mostMm: number }
  /** `thanBuilt`: how much more than the same vehicle as built under the same load */
  | { readonly code: 'nose-high-loaded'; readonly byMm: number; readonly thanBuiltMm: number }
  /** empty, and no load was named: told, not refused */
  | { readonly code: 'nose-high'; readonly byMm: number };

/** Rake that was asked for, mm, + rear higher; null where nobody has said, or only how high the nose may be. */
function wantedRake(brief: Brief, todayMm: number): Range | null {
  switch (brief.stance) {
    case 'level':
      return [-LEVEL_MM, LEVEL_MM];
    case 'keep-rake':
      return KEEP_RAKE_MM;
    case 'as-is':
      return [todayMm - LEVEL_MM, todayMm + LEVEL_MM];
    case 'nose-up': // a limit one way only
    case null:
      return null;
  }
}

/** How much higher the nose stands under the load of the brief than on the same vehicle as built under the same load, mm; null where
 *  that lies within the doubt of both heights: every vehicle goes down behind when it is loaded. */
function noseUpMore(c: PlanCase, f: Forecast): number | null {
  const sunk = (axle: Axle) => {
    const { asBuilt, input } = c.axles[axle].prepared;
    const h = asBuilt.under(loadOn(input, c.planned).loadedN);
    return h.ok ? h.value.zMm : null;
  };
  const [front, rear] = [sunk('front'), sunk('rear')];
  if (front === null || rear === null) return -f.loaded.rake.value;
  const more = front - rear - f.loaded.rake.value;
  if (more <= LEVEL_MM) return null;
  const doubtMm = Math.hypot(f.loaded.front.plusMinus ?? 0, f.loaded.rear.plusMinus ?? 0);
  return more > doubtMm ? more : null;
}
/** How it will stand against what was said. What nobody has said is not judged; a nose that is high is refused only under
 *  the load that the brief names. */
export const stance = rule<StanceFinding>({
  findings: {
    'not-level': { verdict: 'needs', topic: 'stance', blocks: null },
    'nose-too-high': { verdict: 'needs', topic: 'stance', blocks: null },
    'nose-high-loaded': { verdict: 'no', topic: 'stance', blocks: 'order' },
    'nose-high': { verdict: 'fits', topic: 'stance', blocks: null },
  },
  scope: 'vehicle',
  check: (c) => {
    const f = c.forecast();
    if (!f) return [];
    const { brief } = c.job;
    const out: Raised<StanceFinding>[] = [];
    const changed = c.chosen.length > 0 || c.tires.check !== null;
    const [empty, loaded] = [f.planned.rake, f.loaded.rake];
    const noseUp = namesLoad(brief) && loaded.value < -LEVEL_MM ? noseUpMore(c, f) : null;
    if (noseUp)
      out.push({
        finding: { code: 'nose-high-loaded', byMm: -loaded.value, thanBuiltMm: noseUp },
        figure: loaded,
      });
    else if (
      !namesLoad(brief) &&
      changed &&
      empty.value < -LEVEL_MM &&
      brief.stance !== 'level' &&
      brief.stance !== 'nose-up'
    )
      out.push({ finding: { code: 'nose-high', byMm: -empty.value }, figure: empty });
    const mostMm = brief.stance === 'nose-up' ? brief.noseUpMostMm : null;
    if (mostMm !== null && -empty.value > mostMm)
      out.push({ finding: { code: 'nose-too-high', byMm: -empty.value, mostMm }, figure: empty });
    const wanted = wantedRake(brief, f.today.rake.value);
    if (wanted && (empty.value < wanted[0] || empty.value > wanted[1]))
      out.push({ finding: { code: 'not-level', rakeMm: empty.value, wanted }, figure: empty });
    return out;
  },
});
