import { LIFT_SOURCES, type Catalogue, type PlanPoint } from '@rigger/core';
import { plural } from '@rigger/wording';

/** What something of the catalogue is called; null for what is no longer in it. */
export function nameOf(code: string, c: Catalogue | null): string | null {
  if (!c) return null;
  const x = [...c.parts, ...c.kits, ...c.tires, ...c.wheels].find((p) => p.code === code);
  return x ? `${x.maker} ${x.name}` : (c.reliefs.find((r) => r.code === code)?.name ?? null);
}
/** What sets the height of a plan, by name. */
export function madeOf({ parts, reliefs }: PlanPoint, c: Catalogue | null): string {
  const names = parts.flatMap((code) => {
    const p = c?.parts.find((x) => x.code === code);
    return p && LIFT_SOURCES.includes(p.family) ? [p.name] : [];
  });
  const trims = reliefs.length > 0 ? [plural(reliefs.length, 'trimming')] : [];
  return [...names, ...trims].join(' · ');
}
/** Size and make of the tyre of a plan, and the wheel where another is bought. */
export function rollingText({ tire }: PlanPoint, c: Catalogue | null): string {
  const t = c?.tires.find((x) => x.code === tire.tireCode);
  const w = c?.wheels.find((x) => x.code === tire.wheelCode);
  return [t ? `${t.size} ${t.maker} ${t.name}` : 'as it is', ...(w ? [`on ${w.maker} ${w.name}`] : [])].join(
    ' ',
  );
}
