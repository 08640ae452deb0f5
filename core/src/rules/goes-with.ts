import { FAMILIES, type PartRef } from '../catalogue';
import { axlesMeet, partName, type FittedPart } from '../vehicle';
import type { PlanCase } from '../plan-case';
import { rule, type Raised } from './rule';

export type GoesWithFinding =
  | { readonly code: 'needs-part'; readonly what: string }
  | { readonly code: 'excludes-part'; readonly what: string };

const meant = (ref: PartRef, p: FittedPart) =>
  'part' in ref ? p.part.code === ref.part : p.part.family === ref.family;
function nameOf(ref: PartRef, c: PlanCase): string {
  if ('family' in ref) return ref.family.replace(/-/g, ' ');
  const part = c.catalogue.parts.find((p) => p.code === ref.part);
  return part ? partName(part) : ref.part;
}

/** What a part cannot do without, and what it cannot be beside: its own record's word, then its family's. */
export const goesWith = rule<GoesWithFinding>({
  findings: {
    'needs-part': { verdict: 'needs', topic: 'fitment', blocks: 'order' },
    'excludes-part': { verdict: 'no', topic: 'fitment', blocks: 'order' },
  },
  scope: 'plan',
  check: (c) =>
    c.chosen.flatMap((one) => {
      const family = FAMILIES[one.part.family];
      const refs = (of: readonly PartRef[], families: readonly PartRef[]) => [...of, ...families];
      const about = { part: partName(one.part), axle: one.part.axle };
      const meets = (p: FittedPart) => p.part.code !== one.part.code && axlesMeet(p.part, one.part);
      const missing = refs(
        one.part.requires,
        family.requires.map((f) => ({ family: f })),
      ).filter((ref) => !c.planned.some((p) => meets(p) && meant(ref, p)));
      const unwanted = refs(
        one.part.excludes,
        family.excludes.map((f) => ({ family: f })),
      ).flatMap((ref) => c.planned.filter((p) => meets(p) && meant(ref, p)));
      return [
        ...missing.map((ref): Raised<GoesWithFinding> => ({
          ...about,
          finding: { code: 'needs-part', what: nameOf(ref, c) },
        })),
        ...unwanted.map((p): Raised<GoesWithFinding> => ({
          ...about,
          finding: { code: 'excludes-part', what: partName(p.part) },
        })),
      ];
    }),
});
