import { fitmentOf, LIFT_SOURCES, openQuestions, type Catalogue, type KnownVehicle } from '../catalogue';
import { entriesOf } from '../forecast';
import {
  CORNERS,
  isEmptyRound,
  isOpen,
  roundToday,
  usageSum,
  type JobSections,
  type TireSection,
} from '../job';
import { knownVehicle } from '../plan-case';
import { parseTireSize } from '../tires';
import { partsOfJob } from '../vehicle';
import { unreadableIn, type Unreadable, type WrittenSection } from './unreadable';

/** What a section still needs, in the order people work. */
export type Lack =
  | {
      readonly section:
        'brief' | 'vehicle' | 'look-over' | 'tape' | 'tire' | 'match' | 'quote' | 'plan' | 'after';
      readonly code: 'unreadable';
      readonly what: Unreadable;
    }
  | { readonly section: 'brief'; readonly code: 'use-unsaid' }
  | { readonly section: 'brief'; readonly code: 'wish-unsaid' }
  | { readonly section: 'brief'; readonly code: 'height-unsaid' }
  | { readonly section: 'brief'; readonly code: 'stance-unsaid' }
  | { readonly section: 'vehicle'; readonly code: 'no-vehicle' }
  | { readonly section: 'vehicle'; readonly code: 'to-ask'; readonly count: number }
  | { readonly section: 'vehicle'; readonly code: 'vehicle-not-there'; readonly codes: readonly string[] }
  | { readonly section: 'look-over'; readonly code: 'to-decide'; readonly count: number }
  | { readonly section: 'tape'; readonly code: 'corners'; readonly count: number }
  | { readonly section: 'tape'; readonly code: 'settled-untaped' }
  | { readonly section: 'tire'; readonly code: 'no-tire' }
  | { readonly section: 'tire'; readonly code: 'not-priced' }
  | { readonly section: 'tire'; readonly code: 'tire-not-there'; readonly codes: readonly string[] }
  | { readonly section: 'match'; readonly code: 'no-source' }
  | { readonly section: 'match'; readonly code: 'not-fitting'; readonly count: number }
  | { readonly section: 'match'; readonly code: 'unknown-parts'; readonly count: number };

/** Where the entries of a section are worked on. */
export const WORKED_IN = {
  head: 'brief',
  brief: 'brief',
  vehicle: 'vehicle',
  lookOver: 'look-over',
  tape: 'tape',
  tire: 'tire',
  build: 'match',
  quote: 'quote',
  work: 'plan',
  boxes: 'plan',
  after: 'after',
} as const satisfies Readonly<Record<WrittenSection, Lack['section']>>;

/** Everything the job still needs; cheap enough for every row of the board (no geometry is computed). */
export function lacksOf(job: JobSections, catalogue: Catalogue): readonly Lack[] {
  const out: Lack[] = unreadableIn(job).map((what) => ({
    section: WORKED_IN[what.section],
    code: 'unreadable',
    what,
  }));
  const { brief } = job;
  if (usageSum(brief.usage) === 0) out.push({ section: 'brief', code: 'use-unsaid' });
  if (brief.wish === null) out.push({ section: 'brief', code: 'wish-unsaid' });
  else if (brief.wish === 'height' && brief.frontTargetMm === null && brief.rearTargetMm === null)
    out.push({ section: 'brief', code: 'height-unsaid' });
  // a height for either end says how it stands
  const heights = brief.wish === 'height' && brief.frontTargetMm !== null && brief.rearTargetMm !== null;
  if (
    brief.wish !== 'repair' &&
    !heights &&
    (brief.stance === null || (brief.stance === 'nose-up' && brief.noseUpMostMm === null))
  )
    out.push({ section: 'brief', code: 'stance-unsaid' });
  const vehicle = knownVehicle(job, catalogue);
  if (!vehicle) out.push({ section: 'vehicle', code: 'no-vehicle' });
  else {
    const count = openQuestions(vehicle, catalogue).length;
    if (count > 0) out.push({ section: 'vehicle', code: 'to-ask', count });
  }
  const strange = strangeToVehicle(job, catalogue, vehicle);
  if (strange.length > 0) out.push({ section: 'vehicle', code: 'vehicle-not-there', codes: strange });
  const undecided = job.lookOver.items.filter(isOpen).length;
  if (undecided > 0) out.push({ section: 'look-over', code: 'to-decide', count: undecided });
  const today = roundToday(job.tape);
  const untaped = CORNERS.filter((c) => today.corners[c].trim() === '').length;
  if (untaped > 0) out.push({ section: 'tape', code: 'corners', count: untaped });
  if (
    job.head.stage === 'follow-up' &&
    !job.tape.rounds.some((r) => r.when === 'settled' && !isEmptyRound(r))
  )
    out.push({ section: 'tape', code: 'settled-untaped' });
  const wanted = (job.tire.rear ? (['front', 'rear'] as const) : (['front'] as const))
    .map((axle) => entriesOf(job.tire, axle))
    .filter((e) => e.tireCode === null);
  const tireWished = brief.wish === null || brief.wish === 'tire';
  if (wanted.some((e) => e.size.trim() === '')) {
    if (tireWished) out.push({ section: 'tire', code: 'no-tire' });
  } else if (wanted.length > 0 && wanted.every((e) => parseTireSize(e.size).ok))
    out.push({ section: 'tire', code: 'not-priced' });
  const gone = strangeToTires(job.tire, catalogue);
  if (gone.length > 0) out.push({ section: 'tire', code: 'tire-not-there', codes: gone });
  const { chosen, unknown } = partsOfJob(job, catalogue, vehicle);
  if (unknown.length > 0) out.push({ section: 'match', code: 'unknown-parts', count: unknown.length });
  if (!chosen.some((c) => LIFT_SOURCES.includes(c.part.family))) {
    if (brief.wish !== 'repair') out.push({ section: 'match', code: 'no-source' });
  } else if (vehicle) {
    const count = chosen.filter((c) => fitmentOf(c.part.applications, vehicle).verdict !== 'fits').length;
    if (count > 0) out.push({ section: 'match', code: 'not-fitting', count });
  }
  return out;
}

/** Codes of the vehicle section that the catalogue does not have: the platform, a fitted part, an answer nobody can give. */
function strangeToVehicle(job: JobSections, c: Catalogue, vehicle: KnownVehicle | null): readonly string[] {
  const { platform, variant, changes } = job.vehicle;
  const fields = vehicle?.platform.variantFields;
  return [
    ...(platform !== null && !c.platforms.some((p) => p.code === platform) ? [platform] : []),
    ...changes.flatMap(({ part }) => (part !== null && !c.parts.some((p) => p.code === part) ? [part] : [])),
    ...(fields
      ? Object.entries(variant).flatMap(([key, value]) =>
          fields.some((f) => f.key === key && f.options.some((o) => o.value === value))
            ? []
            : [`${key}: ${value}`],
        )
      : []),
  ];
}
/** Tyres, wheels and trimming of the tyre section that the catalogue does not have: they would drop out of list and total. */
function strangeToTires(t: TireSection, c: Catalogue): readonly string[] {
  const missing = (
    list: readonly { readonly code: string }[],
    codes: readonly (string | null | undefined)[],
  ) => codes.filter((x): x is string => x != null && !list.some((i) => i.code === x));
  return [
    ...new Set([
      ...missing(c.tires, [t.tireCode, t.rear?.tireCode, ...t.candidates.map((x) => x.tireCode)]),
      ...missing(c.wheels, [t.wheelCode, t.rear?.wheelCode]),
      ...missing(
        c.reliefs,
        t.reliefs.map((r) => r.relief),
      ),
    ]),
  ];
}
