import type { Finding, Verdict } from '../evidence';
import { fitmentOf, type KnownVehicle, type Part } from '../catalogue';
import type { Brief } from '../job';
import { onAxle } from '../vehicle';

/** What can be said against a part before any geometry: construction, structure, the brief, the calendar. */
export function standingObjections(
  part: Part,
  vehicle: KnownVehicle,
  brief: Pick<Brief, 'reversibleOnly'>,
): readonly Finding[] {
  const out: Finding[] = [];
  const has = (kind: string) => part.effects.some((e) => e.kind === kind);
  if (has('body-lift') && vehicle.platform.construction !== 'frame')
    out.push({ code: 'wrong-construction', wants: 'frame' });
  if (has('subframe-drop') && vehicle.platform.construction !== 'unibody')
    out.push({ code: 'wrong-construction', wants: 'unibody' });
  if (part.family === 'lift-block' && onAxle(part, 'front')) out.push({ code: 'block-on-steered-axle' });
  if (part.structural) out.push({ code: 'structural-change' });
  if (brief.reversibleOnly && !part.reversible) out.push({ code: 'not-reversible' });
  return out;
}

export function fitmentFinding(
  part: Part,
  vehicle: KnownVehicle,
): { readonly verdict: Verdict; readonly finding: Finding } {
  const f = fitmentOf(part.applications, vehicle);
  if (f.verdict === 'fits')
    return { verdict: 'fits', finding: { code: 'provenance', provenance: f.provenance } };
  if (f.verdict === 'ask') return { verdict: 'ask', finding: { code: 'ask-variant', fields: f.fields } };
  switch (f.reason) {
    case 'not-listed':
      return { verdict: 'no', finding: { code: 'not-listed', platform: vehicle.platform.label } };
    case 'years':
      return { verdict: 'no', finding: { code: 'wrong-years', from: f.from, to: f.to, year: vehicle.year } };
    case 'variant':
      return { verdict: 'no', finding: { code: 'variant-excludes', field: f.field, value: f.value } };
  }
}
