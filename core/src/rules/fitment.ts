import { fitmentOf, type Part, type Provenance } from '../catalogue';
import { partName, type FittedPart } from '../vehicle';
import type { PlanCase } from '../plan-case';
import { rule, type Raised } from './rule';

export type FitmentFinding =
  | { readonly code: 'not-listed'; readonly platform: string }
  | { readonly code: 'wrong-years'; readonly from: number; readonly to: number; readonly year: number | null }
  | { readonly code: 'variant-excludes'; readonly field: string; readonly value: string }
  | { readonly code: 'ask-variant'; readonly fields: readonly string[] }
  /** nobody here has fitted it and no maker lists it */
  | { readonly code: 'provenance'; readonly provenance: Provenance };

const META = { verdict: 'no', topic: 'fitment', blocks: 'order' } as const;

/** nobody here has fitted it and no maker lists it */
const DOUBTED: readonly Provenance['kind'][] = ['sister-model', 'guess', 'taken-over', 'unverified'];

/** What a part's application lines say about this vehicle. */
function fitmentFinding(part: Part, c: PlanCase): FitmentFinding | null {
  const f = fitmentOf(part.applications, c.vehicle);
  if (f.verdict === 'fits')
    return DOUBTED.includes(f.provenance.kind) ? { code: 'provenance', provenance: f.provenance } : null;
  if (f.verdict === 'ask') return { code: 'ask-variant', fields: f.fields };
  switch (f.reason) {
    case 'not-listed':
      return { code: 'not-listed', platform: c.vehicle.platform.label };
    case 'years':
      return { code: 'wrong-years', from: f.from, to: f.to, year: c.vehicle.year };
    case 'variant':
      return { code: 'variant-excludes', field: f.field, value: f.value };
  }
}

/** Each chosen part against this vehicle: platform, years, variant; unknown stays a question. */
export const fitment = rule<FitmentFinding>({
  findings: {
    'not-listed': META,
    'wrong-years': META,
    'variant-excludes': META,
    'ask-variant': { ...META, verdict: 'ask' },
    provenance: { ...META, verdict: 'fits', blocks: null },
  },
  scope: 'plan',
  check: (c) =>
    c.chosen.flatMap(({ part }: FittedPart): Raised<FitmentFinding>[] => {
      const finding = fitmentFinding(part, c);
      return finding ? [{ finding, part: partName(part), axle: part.axle }] : [];
    }),
});
