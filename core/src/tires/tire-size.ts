export type TireSizeSystem = 'metric' | 'flotation' | 'metric-no-aspect' | 'numeric' | 'cart';
/** How the load of a size is rated: decides pressure law and floor. */
export type TireClass = 'P' | 'metric' | 'LT';

/** A size as read from its sidewall. Nominal figures; what had to be assumed says so. */
export interface TireSize {
  readonly system: TireSizeSystem;
  /** nominal unloaded outer diameter, mm */
  readonly diameterMm: number;
  /** nominal section width as written, mm */
  readonly sectionMm: number;
  /** section height / nominal section width × 100; computed for inch sizes */
  readonly aspect: number;
  readonly rimIn: number;
  readonly prefix: '' | 'P' | 'LT';
  readonly suffix: '' | 'C' | 'LT';
  readonly extraLoad: boolean;
  readonly loadIndex: number | null;
  readonly loadIndexDual: number | null;
  readonly speed: string | null;
  /** true when the size carries no series number, so diameter and aspect rest on an assumption */
  readonly aspectAssumed: boolean;
  /** section used for clearance, mm: 1.13 × nominal for old numeric sizes, else nominal */
  readonly realSectionMm: number;
}

/** LT and C sizes follow the light-truck law, P sizes their own, the rest the metric one.
 *  @example tireClass({ prefix: 'LT', suffix: '', system: 'metric' }) // "LT" */
export function tireClass(size: Pick<TireSize, 'prefix' | 'suffix' | 'system'>): TireClass {
  if (size.prefix === 'LT' || size.suffix !== '' || size.system === 'flotation' || size.system === 'numeric')
    return 'LT';
  return size.prefix === 'P' ? 'P' : 'metric';
}
