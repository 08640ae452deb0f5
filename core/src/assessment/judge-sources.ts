import { fitmentOf, LIFT_SOURCES, recordNote, type Kit, type Provenance } from '../catalogue';
import { TOPICS, worstVerdict, type Figure, type Topic, type Verdict } from '../evidence';
import { fitmentNeeds, needKey, needsOf, type Need } from './needs';
import { withChosen, type PlanCase } from '../plan-case';
import type { Axle } from '../suspension';
import { onAxle, onceByCode, type FittedPart } from '../vehicle';

export interface SourceVerdict {
  readonly kind: 'part' | 'kit';
  readonly code: string;
  readonly maker: string;
  readonly name: string;
  readonly note: string;
  readonly priceMinor: number;
  readonly verdict: Verdict;
  /** what the plan would have to settle for this source, and what speaks against it; said once for all sources: `common` */
  readonly reasons: readonly Need[];
  /** forecast lift with this source in its place; null where none can be computed */
  readonly lift: Figure | null;
  readonly bodyLiftMm: number;
  readonly claimLiftMm: number | null;
  readonly provenance: Provenance | null;
  readonly chosen: boolean;
  /** false: made for other vehicles only */
  readonly listed: boolean;
}
/** Everything but what needs the slow map of the tyre: that is asked once a plan stands. */
const JUDGED_BY: readonly Topic[] = TOPICS.filter(
  (t) => t !== 'clearance' && t !== 'tire' && t !== 'tape' && t !== 'money',
);

/** Each lift source of the catalogue for one axle, judged on this vehicle by the same rules as a plan: the plan with this
 *  source in place of the chosen ones of the axle. Kits that act on the axle are judged as the sum of their parts.
 *  Sources made for other vehicles are in the list too, as no: so that nobody looks for them elsewhere. */
export function judgeSources(axle: Axle, c: PlanCase): readonly SourceVerdict[] {
  const rest = c.chosen.filter((x) => !(LIFT_SOURCES.includes(x.part.family) && onAxle(x.part, axle)));
  // what the plan has to settle anyway, whatever lifts this axle, is no reason for or against a source
  const without = new Set(needsOf(withChosen(c, rest), JUDGED_BY).map(needKey));
  const picked = new Set(c.job.build.items.map((i) => i.code));
  const byCode = new Map(c.catalogue.parts.map((p) => [p.code, p]));
  type SourceFindings = Pick<
    SourceVerdict,
    'verdict' | 'reasons' | 'lift' | 'bodyLiftMm' | 'listed' | 'provenance'
  >;
  const judge = (parts: readonly FittedPart[]): SourceFindings => {
    const fits = parts.map((p) => fitmentOf(p.part.applications, c.vehicle));
    const listed = !fits.some((f) => f.verdict === 'no' && f.reason === 'not-listed');
    // most of a catalogue is made for other vehicles: that is said without making a plan of it
    const plan = listed ? withChosen(c, onceByCode([...rest, ...parts])) : null;
    const reasons = (plan ? needsOf(plan, JUDGED_BY) : fitmentNeeds(c, parts)).filter(
      (n) => !without.has(needKey(n)) && aboutAxle(n, axle),
    );
    const f = plan?.axles[axle].forecast();
    const known = fits.flatMap((x) => (x.verdict === 'fits' ? [x.provenance] : []));
    return {
      verdict: worstVerdict(reasons.map((r) => r.verdict)),
      reasons,
      lift: f?.ok ? f.value.lift : null,
      bodyLiftMm: f?.ok ? f.value.bodyLiftMm : 0,
      listed,
      provenance: known.length === fits.length ? (known[0] ?? null) : null,
    };
  };
  const ofParts = c.catalogue.parts
    .filter((p) => LIFT_SOURCES.includes(p.family) && onAxle(p, axle))
    .map((p): SourceVerdict => ({
      kind: 'part',
      code: p.code,
      maker: p.maker,
      name: p.name,
      note: recordNote(p),
      priceMinor: p.priceMinor,
      claimLiftMm: p.claimLiftMm,
      chosen: picked.has(p.code),
      ...judge([{ part: p, quantity: 1 }]),
    }));
  const ofKits = c.catalogue.kits.flatMap((k: Kit): SourceVerdict[] => {
    const parts = k.parts.flatMap((x) => {
      const part = byCode.get(x.part);
      return part ? [{ part, quantity: x.quantity }] : [];
    });
    if (!parts.some((p) => LIFT_SOURCES.includes(p.part.family) && onAxle(p.part, axle))) return [];
    return [
      {
        kind: 'kit',
        code: k.code,
        maker: k.maker,
        name: k.name,
        note: '',
        priceMinor: k.priceMinor,
        claimLiftMm: k.claimLiftMm[axle],
        chosen: picked.has(k.code),
        ...judge(parts.filter((p) => onAxle(p.part, axle))),
      },
    ];
  });
  const order: readonly Verdict[] = ['fits', 'advised', 'needs', 'ask', 'no'];
  return [...ofParts, ...ofKits].sort(
    (a, b) => order.indexOf(a.verdict) - order.indexOf(b.verdict) || a.priceMinor - b.priceMinor,
  );
}
const aboutAxle = (n: Need, axle: Axle) =>
  n.about.axle === null || n.about.axle === axle || n.about.axle === 'both';
