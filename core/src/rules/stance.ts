import { KEEP_RAKE_MM, LEVEL_MM } from '../evidence';
import type { Range } from '../catalogue';
import { namesLoad } from '../vehicle';
import { rule, type Raised } from './rule';

export type StanceFinding =
  | { readonly code: 'not-level'; readonly rakeMm: number; readonly wanted: Range }
  | { readonly code: 'nose-high-loaded'; readonly byMm: number }
  /** empty, and no load was named: told, not refused */
  | { readonly code: 'nose-high'; readonly byMm: number };

/** How it will stand against what was said. What nobody has said is not judged; a nose that is high is refused only under
 *  the load that the brief names. */
export const stance = rule<StanceFinding>({
  findings: {
    'not-level': { verdict: 'needs', topic: 'stance', blocks: null },
    'nose-high-loaded': { verdict: 'no', topic: 'stance', blocks: 'order' },
    'nose-high': { verdict: 'fits', topic: 'stance', blocks: null },
  },
  check: (c) => {
    const f = c.forecast();
    if (!f) return [];
    const { brief } = c.job;
    const out: Raised<StanceFinding>[] = [];
    const changed = c.chosen.length > 0 || c.tires.check !== null;
    const [empty, loaded] = [f.planned.rake, f.loaded.rake];
    if (namesLoad(brief) && loaded.value < -LEVEL_MM)
      out.push({ finding: { code: 'nose-high-loaded', byMm: -loaded.value }, figure: loaded });
    else if (changed && empty.value < -LEVEL_MM && brief.stance !== 'level')
      out.push({ finding: { code: 'nose-high', byMm: -empty.value }, figure: empty });
    const wanted: Range | null =
      brief.stance === 'level'
        ? [-LEVEL_MM, LEVEL_MM]
        : brief.stance === 'keep-rake'
          ? KEEP_RAKE_MM
          : brief.stance === 'as-is'
            ? [f.today.rake.value - LEVEL_MM, f.today.rake.value + LEVEL_MM]
            : null;
    if (wanted && (empty.value < wanted[0] || empty.value > wanted[1]))
      out.push({ finding: { code: 'not-level', rakeMm: empty.value, wanted }, figure: empty });
    return out;
  },
});
