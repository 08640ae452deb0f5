import { worstVerdict, type Figure, type Finding, type Need, type Verdict } from '../evidence';
import { LIFT_SOURCES, type Catalogue, type Kit, type KnownVehicle } from '../catalogue';
import type { JobSections } from '../job';
import type { Axle } from '../suspension';
import { fitmentFinding, standingObjections } from '../rules';
import { forecastAxle } from '../forecast';
import { afterBuild, onAxle, partsOfJob, type FittedPart } from '../vehicle';
import { axleNeeds } from '../rules';

export interface SourceVerdict {
  readonly kind: 'part' | 'kit';
  readonly code: string;
  readonly maker: string;
  readonly name: string;
  readonly priceMinor: number;
  readonly verdict: Verdict;
  readonly reasons: readonly Need[];
  /** forecast lift of this source alone on this vehicle; null where none can be computed */
  readonly lift: Figure | null;
  readonly bodyLiftMm: number;
  readonly claimLiftMm: number | null;
  readonly chosen: boolean;
  /** false: made for other vehicles only */
  readonly listed: boolean;
}

/** Each lift source of the catalogue for one axle, judged on this vehicle: fitment, the brief, then the axle computed
 *  with this source in place of the chosen ones. Kits that act on the axle are judged as the sum of their parts.
 *  Sources made for other vehicles are in the list too, as no: so that nobody looks for them elsewhere. */
export function judgeSources(
  axle: Axle,
  job: JobSections,
  vehicle: KnownVehicle,
  catalogue: Catalogue,
): readonly SourceVerdict[] {
  const { fitted, chosen } = partsOfJob(job, catalogue);
  const rest = chosen.filter((c) => !(LIFT_SOURCES.includes(c.part.family) && onAxle(c.part, axle)));
  const picked = new Set(job.build.items.map((i) => i.code));
  const byCode = new Map(catalogue.parts.map((p) => [p.code, p]));
  const judge = (
    parts: readonly FittedPart[],
  ): Pick<SourceVerdict, 'verdict' | 'reasons' | 'lift' | 'bodyLiftMm' | 'listed'> => {
    const reasons: Need[] = [];
    const say = (finding: Finding, verdict: Verdict, figure: Figure | null = null) =>
      reasons.push({ finding, verdict, figure, cures: [] });
    for (const { part } of parts) {
      const fit = fitmentFinding(part, vehicle);
      say(fit.finding, fit.verdict);
      for (const f of standingObjections(part, vehicle, job.brief)) say(f, 'no');
      if (job.brief.neededBy !== null && part.stock.onHand === 0 && part.stock.leadDays > 0)
        say({ code: 'comes-late', leadDays: part.stock.leadDays, neededBy: job.brief.neededBy }, 'ask');
    }
    const unlisted = reasons.some((r) => r.finding.code === 'not-listed');
    let lift: Figure | null = null;
    let bodyLiftMm = 0;
    if (!unlisted) {
      const all = [...rest, ...parts];
      const f = forecastAxle({
        vehicle,
        axle,
        brief: job.brief,
        accessories: job.vehicle.accessories,
        fitted,
        chosen: all,
        planned: afterBuild(fitted, all),
        fast: true,
      });
      if (f.ok) {
        lift = f.value.lift;
        bodyLiftMm = f.value.bodyLiftMm;
        for (const n of axleNeeds(f.value)) say(n.finding, n.verdict, n.figure);
      } else say({ code: 'no-balance', axle, fault: f.fault }, 'no');
    }
    const once = reasons.filter(
      (r, i) => reasons.findIndex((o) => JSON.stringify(o.finding) === JSON.stringify(r.finding)) === i,
    );
    return {
      verdict: worstVerdict(once.map((r) => r.verdict)),
      reasons: once,
      lift,
      bodyLiftMm,
      listed: !unlisted,
    };
  };
  const ofParts = catalogue.parts
    .filter((p) => LIFT_SOURCES.includes(p.family) && onAxle(p, axle))
    .map((p): SourceVerdict => ({
      kind: 'part',
      code: p.code,
      maker: p.maker,
      name: p.name,
      priceMinor: p.priceMinor,
      claimLiftMm: p.claimLiftMm,
      chosen: picked.has(p.code),
      ...judge([{ part: p, quantity: 1 }]),
    }));
  const ofKits = catalogue.kits.flatMap((k: Kit): SourceVerdict[] => {
    const parts = k.parts.flatMap((x) => {
      const part = byCode.get(x.part);
      return part ? [{ part, quantity: x.quantity }] : [];
    });
    const acts = parts.some((p) => LIFT_SOURCES.includes(p.part.family) && onAxle(p.part, axle));
    if (!acts) return [];
    return [
      {
        kind: 'kit',
        code: k.code,
        maker: k.maker,
        name: k.name,
        priceMinor: k.priceMinor,
        claimLiftMm: k.claimLiftMm[axle],
        chosen: picked.has(k.code),
        ...judge(parts.filter((p) => onAxle(p.part, axle))),
      },
    ];
  });
  const order: readonly Verdict[] = ['fits', 'needs', 'ask', 'no'];
  return [...ofParts, ...ofKits].sort(
    (a, b) => order.indexOf(a.verdict) - order.indexOf(b.verdict) || a.priceMinor - b.priceMinor,
  );
}
