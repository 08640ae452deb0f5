import { findVehicles, type Catalogue, type TireItem, type VehicleCandidate } from '../catalogue';
import { tiresOfSize } from '../forecast';
import { emptySections, type JobSections } from '../job';
import { formatTireSize, parseTireSize } from '../tires';
import { MM_PER_INCH } from '../units';

/** What somebody asks on the telephone, as far as it was said. */
export type Asked =
  | {
      readonly kind: 'tire';
      readonly said: string;
      readonly size: string | null;
      readonly diameterMm: number;
    }
  | { readonly kind: 'height'; readonly said: string; readonly mm: number }
  | { readonly kind: 'level'; readonly said: string };
export interface Question {
  /** vehicles that it may be, best first */
  readonly vehicles: readonly VehicleCandidate[];
  readonly asked: Asked | null;
}
const HEIGHT = /^([+-])(\d+(?:[.,]\d+)?)(mm|"|in)?$/;
/** more than this said without a unit is millimetres */
const MOST_INCHES = 12;

/** Reads one line in any order: a vehicle, its year, and a size, a height or "level".
 *  @example readQuestion('+50 halder 2021', { platforms: [] }).asked // {"kind":"height","said":"+50","mm":50} */
export function readQuestion(text: string, catalogue: Pick<Catalogue, 'platforms'>): Question {
  const words = text.trim().split(/\s+/).filter(Boolean);
  const found = askedIn(words);
  const rest = words.filter((_, i) => !found || i < found.from || i >= found.to);
  return { vehicles: findVehicles(rest.join(' '), catalogue.platforms), asked: found?.asked ?? null };
}
function askedIn(words: readonly string[]): { asked: Asked; from: number; to: number } | null {
  for (const [i, word] of words.entries()) {
    if (/^level(led|ing)?$/i.test(word)) return { asked: { kind: 'level', said: word }, from: i, to: i + 1 };
    const height = HEIGHT.exec(word.toLowerCase());
    if (height) {
      const value = Number(`${height[1] ?? ''}${(height[2] ?? '').replace(',', '.')}`);
      const inches =
        height[3] === '"' ||
        height[3] === 'in' ||
        (height[3] === undefined && Math.abs(value) <= MOST_INCHES);
      return {
        asked: { kind: 'height', said: word, mm: inches ? value * MM_PER_INCH : value },
        from: i,
        to: i + 1,
      };
    }
  }
  // the longest run of words that is a size; a year is none
  for (let length = Math.min(4, words.length); length > 0; length--)
    for (let from = 0; from + length <= words.length; from++) {
      const said = words.slice(from, from + length).join(' ');
      if (/^(19|20)\d\d$/.test(said)) continue;
      const size = parseTireSize(said);
      const short = size.ok ? null : 'short' in size.fault ? size.fault.short : undefined;
      if (size.ok)
        return {
          asked: { kind: 'tire', said, size: formatTireSize(size.value), diameterMm: size.value.diameterMm },
          from,
          to: from + length,
        };
      if (short)
        return {
          asked: { kind: 'tire', said, size: null, diameterMm: short.diameterMm },
          from,
          to: from + length,
        };
    }
  return null;
}
/** said in whole inches: a tyre this near is one of those */
const SAID_MM = 13;
const diameterOf = (t: TireItem): number => {
  const size = parseTireSize(t.size);
  return size.ok ? size.value.diameterMm : 0;
};
/** Tyres of the catalogue that a size said short may mean on a vehicle with this rim, nearest first, of equals the cheapest: what is
 *  assumed has to be said. */
export function tiresMeant(
  asked: Extract<Asked, { kind: 'tire' }>,
  rimIn: number | null,
  tires: readonly TireItem[],
): readonly TireItem[] {
  const off = (t: TireItem) => Math.abs(diameterOf(t) - asked.diameterMm);
  const rim = (t: TireItem) => {
    const size = parseTireSize(t.size);
    return size.ok && size.value.rimIn === rimIn ? 0 : 1;
  };
  const size = asked.size === null ? null : parseTireSize(asked.size);
  const meant = size?.ok ? tiresOfSize(size.value, tires) : tires.filter((t) => off(t) <= SAID_MM);
  return [...meant].sort((a, b) => rim(a) - rim(b) || off(a) - off(b) || a.priceMinor - b.priceMinor);
}

/** Tyres smaller than one, largest first, on the same rim: each size once. */
export function smallerTires(than: TireItem, tires: readonly TireItem[]): readonly TireItem[] {
  const size = parseTireSize(than.size);
  const rimIn = size.ok ? size.value.rimIn : null;
  const smaller = tires
    .filter((t) => {
      const s = parseTireSize(t.size);
      return s.ok && s.value.rimIn === rimIn && diameterOf(t) < diameterOf(than) - 1;
    })
    .sort((a, b) => diameterOf(b) - diameterOf(a) || a.priceMinor - b.priceMinor);
  return [...new Map(smaller.map((t) => [t.size.split(' ')[0], t])).values()];
}
/** The question as a job: what was not said stays unsaid. */
export function jobOfQuestion(
  text: string,
  vehicle: VehicleCandidate,
  asked: Asked | null,
  tire: TireItem | null,
): JobSections {
  const job = emptySections('');
  const brief: Partial<JobSections['brief']> =
    asked?.kind === 'height'
      ? { wish: 'height', frontTargetMm: Math.round(asked.mm), rearTargetMm: Math.round(asked.mm) }
      : asked?.kind === 'level'
        ? { wish: 'stance', stance: 'level' }
        : asked
          ? { wish: 'tire' }
          : {};
  return {
    ...job,
    head: { ...job.head, customer: `Caller: ${text.trim()}`.slice(0, 200) },
    brief: { ...job.brief, ...brief },
    vehicle: {
      ...job.vehicle,
      query: text.trim(),
      platform: vehicle.platform.code,
      year: vehicle.year,
      variant: vehicle.variant,
    },
    tire:
      asked?.kind === 'tire'
        ? { ...job.tire, targetSize: tire?.size ?? asked.size ?? asked.said, tireCode: tire?.code ?? null }
        : job.tire,
  };
}
