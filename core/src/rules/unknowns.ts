import { rule } from './rule';

export interface UnknownAssumed {
  readonly code: 'unknown-assumed';
  readonly fields: readonly string[];
}
/** Answers that nobody has given and that change weight or springs: the forecast stands on the base variant. */
export const unknowns = rule<UnknownAssumed>({
  findings: { 'unknown-assumed': { verdict: 'ask', topic: 'unknown', blocks: 'order' } },
  scope: 'vehicle',
  check: (c) => {
    const fields = c.questions.filter((q) => q.changesForecast).map((q) => q.field.key);
    return fields.length > 0 ? [{ finding: { code: 'unknown-assumed', fields } }] : [];
  },
});
