import type { Application, Condition, Provenance } from './part';
import type { Platform } from './platform';

/** What is known of one vehicle; an absent variant field is unknown, never a default. */
export interface KnownVehicle {
  readonly platform: Platform;
  readonly year: number | null;
  readonly variant: Readonly<Record<string, string>>;
}
/** Three-valued answer of a condition or an application. */
export type Answer =
  | { readonly answer: 'yes' }
  | { readonly answer: 'no'; readonly field: string; readonly value: string }
  | { readonly answer: 'unknown'; readonly field: string };

/** One condition against what is known.
 *  @example answerCondition({ op: 'is-not', field: 'rear', value: 'air' }, { rear: 'coil' }) // {"answer":"yes"}
 *  @example answerCondition({ op: 'is-not', field: 'rear', value: 'air' }, {}) // {"answer":"unknown","field":"rear"} */
export function answerCondition(c: Condition, variant: Readonly<Record<string, string>>): Answer {
  const known = variant[c.field];
  if (known === undefined) return { answer: 'unknown', field: c.field };
  const holds =
    c.op === 'is' ? known === c.value : c.op === 'is-not' ? known !== c.value : c.values.includes(known);
  return holds ? { answer: 'yes' } : { answer: 'no', field: c.field, value: known };
}

export type FitmentAnswer =
  | { readonly verdict: 'fits'; readonly provenance: Provenance }
  | { readonly verdict: 'ask'; readonly fields: readonly string[]; readonly provenance: Provenance }
  | { readonly verdict: 'no'; readonly reason: 'not-listed' }
  | { readonly verdict: 'no'; readonly reason: 'years'; readonly from: number; readonly to: number }
  | { readonly verdict: 'no'; readonly reason: 'variant'; readonly field: string; readonly value: string };

/** How far a claim may be trusted; "fitted here" outranks the maker's list. */
export const PROVENANCE_RANK: readonly Provenance['kind'][] = [
  'fitted-here',
  'maker-confirmed',
  'maker-lists',
  'sister-model',
  'guess',
  'taken-over',
  'unverified',
];

/** Whether an item listed by `applications` fits this vehicle.
 *
 *  1. only lines of this platform count; none: not listed
 *  2. a known year outside every line: no, with the years; an unknown year: ask
 *  3. any line all of whose conditions hold: fits, by its best provenance
 *  4. else any line with only unknowns in the way: ask, naming every field
 *  5. else no, naming the field that excludes */
export function fitmentOf(applications: readonly Application[], vehicle: KnownVehicle): FitmentAnswer {
  const lines = applications.filter((a) => a.platform === vehicle.platform.code);
  const first = lines[0];
  if (!first) return { verdict: 'no', reason: 'not-listed' };
  const { year } = vehicle;
  const inYears = lines.filter((a) => year === null || (year >= a.years[0] && year <= a.years[1]));
  if (inYears.length === 0)
    return {
      verdict: 'no',
      reason: 'years',
      from: Math.min(...lines.map((l) => l.years[0])),
      to: Math.max(...lines.map((l) => l.years[1])),
    };
  const byRank = [...inYears].sort(
    (a, b) => PROVENANCE_RANK.indexOf(a.provenance.kind) - PROVENANCE_RANK.indexOf(b.provenance.kind),
  );
  let ask: { fields: readonly string[]; provenance: Provenance } | null = null;
  let excluded: { field: string; value: string } | null = null;
  for (const line of byRank) {
    const answers = line.conditions.map((c) => answerCondition(c, vehicle.variant));
    const no = answers.find((a) => a.answer === 'no');
    if (no?.answer === 'no') {
      excluded ??= { field: no.field, value: no.value };
      continue;
    }
    const fields = answers.flatMap((a) => (a.answer === 'unknown' ? [a.field] : []));
    const narrowYears =
      line.years[0] > vehicle.platform.years[0] || line.years[1] < vehicle.platform.years[1];
    if (year === null && narrowYears) fields.unshift('year');
    if (fields.length === 0) return { verdict: 'fits', provenance: line.provenance };
    ask ??= { fields, provenance: line.provenance };
  }
  if (ask) return { verdict: 'ask', ...ask };
  if (excluded) return { verdict: 'no', reason: 'variant', ...excluded };
  return { verdict: 'no', reason: 'not-listed' };
}
