import { TOPICS, type NeedOf, type Topic } from '../evidence';
import { once } from '../units';
import { raisedBy, RULES, type Finding, type FindingMeta, type Rule } from '../rules';
import type { PlanCase } from '../plan-case';
import type { Axle } from '../suspension';
import type { FittedPart } from '../vehicle';

export type Need = NeedOf<Finding>;
export type FindingCode = Finding['code'];
const ALL: readonly Rule<Finding>[] = RULES as unknown as readonly Rule<Finding>[];

/** The table of findings: what every code means, whichever rule raises it. */
export const FINDINGS: Readonly<Record<FindingCode, FindingMeta>> = Object.assign(
  {},
  ...ALL.map((r) => r.findings),
) as Record<FindingCode, FindingMeta>;

/** The rule that a code belongs to. */
export const ruleOf = (code: string): Rule<Finding> | null => ALL.find((r) => code in r.findings) ?? null;

/** What one rule finds in a plan. `axle`: what a rule that looks at each axle by itself finds there, of others all the same. */
export const foundBy = (r: Rule<Finding>, c: PlanCase, axle: Axle | null = null): readonly Need[] =>
  raisedBy(r, c, axle).map((raised) => {
    const meta = r.findings[raised.finding.code];
    const { verdict, topic, blocks } = meta;
    const figure = once(() =>
      typeof raised.figure === 'function' ? raised.figure() : (raised.figure ?? null),
    );
    return {
      finding: raised.finding,
      verdict: raised.verdict ?? verdict,
      topic,
      blocks,
      about: { part: raised.part ?? null, axle: raised.axle ?? null },
      get figure() {
        return figure();
      },
      get loadCase() {
        return raised.loadCase ?? figure()?.loadCase ?? meta.loadCase ?? null;
      },
    };
  });
const isAbout = (r: Rule<Finding>, topics: readonly Topic[]): boolean =>
  Object.values(r.findings).some((m: FindingMeta) => topics.includes(m.topic));
/** What the rules find in a plan, all of it, in the order of the rules; `topics`: only those. */
export function needsOf(c: PlanCase, topics: readonly Topic[] = TOPICS): readonly Need[] {
  return ALL.filter((r) => isAbout(r, topics))
    .flatMap((r) => foundBy(r, c))
    .filter((n) => topics.includes(n.topic));
}
/** The same about one axle alone, without looking at the other where a rule can. */
export function needsOn(c: PlanCase, axle: Axle, topics: readonly Topic[] = TOPICS): readonly Need[] {
  return ALL.filter((r) => r.scope !== 'vehicle' && isAbout(r, topics))
    .flatMap((r) => foundBy(r, c, axle))
    .filter((n) => n.about.axle === axle && topics.includes(n.topic));
}
/** The same about the vehicle as a whole, and about what is on both of its axles, without looking at either by itself. */
export function needsOnBoth(c: PlanCase, topics: readonly Topic[] = TOPICS): readonly Need[] {
  return ALL.filter((r) => r.scope !== 'axle' && isAbout(r, topics))
    .flatMap((r) => foundBy(r, c))
    .filter((n) => (n.about.axle === null || n.about.axle === 'both') && topics.includes(n.topic));
}
/** Whether parts are made for this vehicle at all, and nothing else about them: no plan is made for it. */
export function fitmentNeeds(c: PlanCase, parts: readonly FittedPart[]): readonly Need[] {
  const asked = ruleOf('not-listed');
  const codes = parts.map((p) => p.part.code).join(' ');
  return asked ? c.memoToday(`fitment ${codes}`, () => foundBy(asked, { ...c, chosen: parts })) : [];
}
/** Tells two needs apart: the same code about the same part and axle (and the same hose, obstacle, end, rod or limit) is one. */
export const needKey = (n: Pick<Need, 'finding' | 'about'>): string => {
  const f = n.finding;
  return [f.code, n.about.axle ?? '', n.about.part ?? '', thingOf(f)].join('/');
};
function thingOf(f: Finding): string {
  if ('what' in f) return f.what;
  if ('obstacle' in f) return f.obstacle;
  if ('end' in f) return f.end;
  if ('rod' in f) return f.rod;
  return 'slot' in f ? `${f.slot} ${f.with}` : '';
}
