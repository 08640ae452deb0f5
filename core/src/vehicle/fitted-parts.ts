import { FAMILIES, type Catalogue, type KnownVehicle, type Part, type PartEffect } from '../catalogue';
import type { JobSections } from '../job';
import type { Axle, AxleEffect } from '../suspension';
import { changedBefore, freePart, isFreeCode, operationAlike, takenOver } from './described-part';

/** A part that is on the vehicle or will be, with how many of it. */
export interface FittedPart {
  readonly part: Part;
  readonly quantity: number;
  /** on the vehicle today, and taken off in this build */
  readonly comesOff?: boolean | undefined;
}
/** Effects that do not change the axle's linkage, springs or stops. */
const BESIDE_THE_AXLE: readonly PartEffect['kind'][] = [
  'alignment-range',
  'damper',
  'mass',
  'hose',
  'bar-link',
  'bar-mount',
  'shaft-flange',
  'carrier-bearing',
  'axle-ratio',
  'wheel-spacer',
  'spare-carrier',
];
export const isAxleEffect = (e: PartEffect): e is AxleEffect => !BESIDE_THE_AXLE.includes(e.kind);
export const onAxle = (part: Pick<Part, 'axle'>, axle: Axle): boolean =>
  part.axle === axle || part.axle === 'both';
/** Two parts meet somewhere: on one axle, or because one of them is for the whole vehicle. */
export const axlesMeet = (a: Pick<Part, 'axle'>, b: Pick<Part, 'axle'>): boolean =>
  a.axle === b.axle || a.axle === 'both' || b.axle === 'both';
/** Effects of one kind among the parts on an axle. */
export const effectsOfKind = <K extends PartEffect['kind']>(
  parts: readonly FittedPart[],
  axle: Axle,
  kind: K,
): readonly Extract<PartEffect, { kind: K }>[] =>
  parts
    .filter((f) => onAxle(f.part, axle))
    .flatMap((f) => f.part.effects)
    .filter((e): e is Extract<PartEffect, { kind: K }> => e.kind === kind);
/** What the parts do to an axle. A count changes masses and money, never an effect: a second set has no place to go. */
export const effectsOn = (parts: readonly FittedPart[], axle: Axle): readonly AxleEffect[] =>
  parts.filter((f) => onAxle(f.part, axle)).flatMap((f) => f.part.effects.filter(isAxleEffect));
/** Wheel spacers on an axle, mm. */
export const spacersMm = (parts: readonly FittedPart[], axle: Axle): number =>
  effectsOfKind(parts, axle, 'wheel-spacer').reduce((sum, e) => sum + e.thicknessMm, 0);
/** Each part once, by code: the order of a list means nothing. */
export const onceByCode = (parts: Iterable<FittedPart>): readonly FittedPart[] =>
  [...new Map([...parts].map((p) => [p.part.code, p])).values()].sort((a, b) =>
    a.part.code < b.part.code ? -1 : 1,
  );
/** A line of one's own has no code that anybody could order by. */
export const partName = (p: Pick<Part, 'maker' | 'name' | 'code'>): string =>
  isFreeCode(p.code) ? `${p.maker} ${p.name}`.trim() : `${p.maker} ${p.name} (${p.code})`;

/** What is on the vehicle after the build: what was fitted, less what comes off and what a new part takes the place of. */
export function afterBuild(
  fitted: readonly FittedPart[],
  chosen: readonly FittedPart[],
): readonly FittedPart[] {
  const replaced = ({ part: old }: FittedPart) =>
    chosen.some(
      ({ part }) =>
        axlesMeet(part, old) &&
        FAMILIES[old.family].holds === 'one' &&
        FAMILIES[part.family].replaces.includes(FAMILIES[old.family].slot),
    );
  return [...fitted.filter((f) => f.comesOff !== true && !replaced(f)), ...chosen];
}

/** Something on the vehicle that comes off in this build. */
export interface Removal {
  readonly what: string;
  readonly axle: Axle | 'both' | null;
  /** how it was fitted: it comes off the same way; empty where no record says so */
  readonly operation: string;
}
const onIt = (part: Part, { comesOff }: { readonly comesOff: boolean }): FittedPart =>
  comesOff ? { part, quantity: 1, comesOff } : { part, quantity: 1 };
export interface PartsOfJob {
  readonly fitted: readonly FittedPart[];
  /** each part once, by code: the order of the list means nothing */
  readonly chosen: readonly FittedPart[];
  readonly removed: readonly Removal[];
  readonly unknown: readonly string[];
  /** parts that the list holds more than once, by themselves or in kits */
  readonly repeated: readonly Part[];
}
/** Parts of the job as the catalogue knows them: what is fitted today and what the build adds (kits opened up). */
export function partsOfJob(
  job: Pick<JobSections, 'vehicle' | 'build'>,
  catalogue: Pick<Catalogue, 'parts' | 'kits'>,
  vehicle: KnownVehicle | null,
): PartsOfJob {
  const byCode = new Map(catalogue.parts.map((p) => [p.code, p]));
  const kits = new Map(catalogue.kits.map((k) => [k.code, k]));
  const unknown = new Set<string>();
  const repeated = new Map<string, Part>();
  const chosen = new Map<string, FittedPart>();
  const take = (code: string, quantity: number, reason: string) => {
    const found = byCode.get(code);
    const part = found && vehicle ? takenOver(found, vehicle, reason) : found;
    if (!part) {
      unknown.add(code);
      return;
    }
    const already = chosen.get(code);
    if (already) repeated.set(code, part);
    chosen.set(code, { part, quantity: Math.max(quantity, already?.quantity ?? 0) });
  };
  const taken = new Set<string>();
  for (const i of job.build.items) {
    // the same line twice is one line
    if (taken.has(i.code)) continue;
    taken.add(i.code);
    const kit = i.kind === 'kit' ? kits.get(i.code) : undefined;
    if (kit) for (const p of kit.parts) take(p.part, p.quantity * i.quantity, i.takenOver);
    else if (i.kind === 'kit') unknown.add(i.code);
    else take(i.code, i.quantity, i.takenOver);
  }
  const own = vehicle
    ? job.build.free.map((line) => ({ part: freePart(line, vehicle, catalogue.parts), quantity: 1 }))
    : [];
  const fitted = job.vehicle.changes.flatMap((c): FittedPart[] => {
    if (c.part === null) {
      const part = vehicle && changedBefore(c, vehicle);
      return part ? [onIt(part, c)] : [];
    }
    const part = byCode.get(c.part);
    if (!part) unknown.add(c.part);
    return part ? [onIt(part, c)] : [];
  });
  const removed = job.vehicle.changes
    .filter((c) => c.comesOff)
    .map((c): Removal => {
      const part = byCode.get(c.part ?? '');
      return part
        ? { what: partName(part), axle: part.axle, operation: part.operation }
        : {
            what: c.what,
            axle: c.axle,
            operation: vehicle && c.axle ? operationAlike(c.kind, c.axle, vehicle, catalogue.parts) : '',
          };
    });
  return {
    fitted,
    removed,
    chosen: onceByCode([...chosen.values(), ...own]),
    unknown: [...unknown],
    repeated: [...repeated.values()],
  };
}
