/** kg per mm² of section × diameter: mean of the catalogue's all-terrain tyres, good to about a sixth */
const TIRE_KG_PER_MM2 = 9.3e-5;
const LT_SHARE = 1.12; // heavier casing
const TIRE_INERTIA_SHARE = 0.76; // of m·R²: most of a tyre's mass is in tread and belts
const WHEEL_INERTIA_SHARE = 0.62; // of m·r²: rim rather than disc
export const STEEL_WHEEL_KG_PER_IN2 = 0.092; // per inch of diameter × inch of width, where the catalogue has none

export interface RollingMass {
  readonly tireKg: number;
  readonly wheelKg: number;
  /** true where the catalogue or a scale has not said */
  readonly tireEstimated: boolean;
  readonly wheelEstimated: boolean;
  /** moment of inertia about the spin axis, kg·m² */
  readonly inertiaKgM2: number;
  /** what an engine must accelerate for one wheel, kg: m + I/R² */
  readonly equivalentKg: number;
}
/** Mass of a tyre from its size where nobody has weighed it, kg.
 *  @example estimatedTireKg(265, 803, 'metric').toFixed(2) // "19.79" */
export const estimatedTireKg = (sectionMm: number, diameterMm: number, cls: 'P' | 'metric' | 'LT'): number =>
  TIRE_KG_PER_MM2 * sectionMm * diameterMm * (cls === 'LT' ? LT_SHARE : 1);

/** One tyre on its wheel: mass, inertia and what they feel like to the engine. */
export function rollingMass(v: {
  readonly tireKg: number | null;
  readonly wheelKg: number | null;
  readonly sectionMm: number;
  readonly diameterMm: number;
  readonly rimIn: number;
  readonly rimWidthIn: number;
  readonly rollingRadiusMm: number;
  readonly class: 'P' | 'metric' | 'LT';
}): RollingMass {
  const tireKg = v.tireKg ?? estimatedTireKg(v.sectionMm, v.diameterMm, v.class);
  const wheelKg = v.wheelKg ?? STEEL_WHEEL_KG_PER_IN2 * v.rimIn * v.rimWidthIn;
  const [tireM, rimM, rollM] = [v.diameterMm / 2000, (v.rimIn * 12.7) / 1000, v.rollingRadiusMm / 1000];
  const inertiaKgM2 = TIRE_INERTIA_SHARE * tireKg * tireM ** 2 + WHEEL_INERTIA_SHARE * wheelKg * rimM ** 2;
  return {
    tireKg,
    wheelKg,
    tireEstimated: v.tireKg === null,
    wheelEstimated: v.wheelKg === null,
    inertiaKgM2,
    equivalentKg: tireKg + wheelKg + inertiaKgM2 / rollM ** 2,
  };
}
