import { fitmentOf, type Part, type Provenance } from '../catalogue';
import { isOpenNeed, type Figure } from '../evidence';
import { needKey, needsOf, ruleOf, type Need } from './needs';
import { withChosen, type PlanCase } from '../plan-case';
import type { Axle } from '../suspension';
import { onAxle, onceByCode } from '../vehicle';

/** A part that ends a need, with what it changes, computed on the whole plan with the part on. */
export interface Cure {
  readonly part: string;
  readonly priceMinor: number;
  /** still to ask whether it fits: null */
  readonly provenance: Provenance | null;
  /** the figure that the cure changes, without and with it; null where the need has none */
  readonly before: Figure | null;
  readonly after: Figure | null;
  /** other needs that it ends as well, and needs that it brings */
  readonly alsoEnds: readonly Need[];
  readonly disturbs: readonly Need[];
}
export interface Cured {
  readonly key: string;
  readonly cures: readonly Cure[];
}

/** Parts that end each open need, cheapest first. One engine for all of them: each candidate is put on, the whole plan is
 *  judged again, and the difference is told.
 *
 *  1. candidates: parts whose record names the need, on its axle, not chosen yet, that may fit this vehicle
 *  2. the plan with the candidate on, all rules
 *  3. a candidate that leaves the need standing, or that may not be on this vehicle at all, is no cure */
export function curesOf(c: PlanCase, needs: readonly Need[] = needsOf(c)): readonly Cured[] {
  const was = new Set(needs.map(needKey));
  // one part may be tried for several needs: the plan with it is made and judged once
  const tried = new Map<string, { readonly plan: PlanCase; readonly after: readonly Need[] }>();
  const withPart = (part: Part) => {
    const known = tried.get(part.code);
    if (known) return known;
    const plan = withChosen(c, onceByCode([...c.chosen, { part, quantity: 1 }]));
    const made = { plan, after: needsOf(plan) };
    tried.set(part.code, made);
    return made;
  };
  return needs
    .filter((n) => n.verdict !== 'fits')
    .flatMap((need): Cured[] => {
      const key = needKey(need);
      const axle = 'axle' in need.finding && isAxle(need.finding.axle) ? need.finding.axle : null;
      const measure = (plan: PlanCase): Figure | null =>
        axle ? (ruleOf(need.finding.code)?.measure?.(plan, axle, need.finding) ?? null) : null;
      const cures = candidatesFor(need, c).flatMap(({ part, provenance }): Cure[] => {
        const { plan, after } = withPart(part);
        if (after.some((n) => needKey(n) === key)) return [];
        const is = new Set(after.map(needKey));
        const disturbs = after.filter((n) => !was.has(needKey(n)) && isOpenNeed(n));
        if (disturbs.some((n) => n.verdict === 'no')) return [];
        const [before, then] = [measure(c), measure(plan)];
        const changed = before && then && before.value !== then.value;
        return [
          {
            part: part.code,
            priceMinor: part.priceMinor,
            provenance,
            before: changed ? before : null,
            after: changed ? then : null,
            alsoEnds: needs.filter((n) => n !== need && isOpenNeed(n) && !is.has(needKey(n))),
            disturbs,
          },
        ];
      });
      return cures.length > 0 ? [{ key, cures: [...cures].sort((a, b) => a.priceMinor - b.priceMinor) }] : [];
    });
}
/** A part that ends a need also ends that it is nearly one. */
const endedWith = (code: string) => code.replace(/-near$/, '');
/** Whether a part's record names what was found; joints of rods are those of the rod in question. */
export const mayCure = (part: Part, finding: Need['finding']): boolean =>
  part.cures.includes(endedWith(finding.code)) &&
  (!('rod' in finding) || part.effects.some((e) => e.kind === 'rod-joint' && e.rod === finding.rod));
const isAxle = (a: unknown): a is Axle => a === 'front' || a === 'rear';

function candidatesFor(
  need: Need,
  c: PlanCase,
): readonly { readonly part: Part; readonly provenance: Provenance | null }[] {
  const { axle } = need.about;
  return c.catalogue.parts
    .filter((p) => mayCure(p, need.finding))
    .filter((p) => axle === null || axle === 'both' || onAxle(p, axle))
    .filter((p) => !c.chosen.some((x) => x.part.code === p.code))
    .flatMap((part) => {
      const fit = fitmentOf(part.applications, c.vehicle);
      return fit.verdict === 'no'
        ? []
        : [{ part, provenance: fit.verdict === 'fits' ? fit.provenance : null }];
    });
}
