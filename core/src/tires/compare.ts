import { allowedRimsIn, measuringRimIn, sectionOnRimMm } from './rim-widths';
import { tireRadiiMm, tireStiffnessNPerMm } from './stiffness';
import { revsPerKm, trueSpeed } from './speeds';
import type { TireSize } from './tire-size';

export interface MountedTire {
  readonly size: TireSize;
  /** maker's or measured unloaded diameter, mm; null: the nominal one counts */
  readonly measuredDiameterMm: number | null;
  readonly rimWidthIn: number;
  readonly offsetMm: number;
  readonly pressureKpa: number;
  readonly wheelLoadN: number;
}
export interface TireState {
  readonly diameterMm: number;
  readonly sectionOnRimMm: number;
  readonly measuringRimIn: number;
  readonly allowedRims: { readonly minIn: number; readonly maxIn: number };
  readonly stiffnessNPerMm: number;
  readonly loadedRadiusMm: number;
  readonly rollingRadiusMm: number;
  readonly revsPerKm: number;
  /** outer tyre face from the hub face, mm */
  readonly outerFaceMm: number;
}

/** Everything one mounted tyre comes to, mm, N/mm and turns per km. */
export function mountedTire(t: MountedTire): TireState {
  const { size } = t;
  const diameterMm = t.measuredDiameterMm ?? size.diameterMm;
  const flotation = size.system === 'flotation' || size.system === 'cart';
  const measuring = measuringRimIn(size.sectionMm, flotation ? null : size.aspect, flotation);
  const section = sectionOnRimMm(size.realSectionMm, measuring, t.rimWidthIn);
  const stiffnessNPerMm = tireStiffnessNPerMm({
    sectionMm: size.sectionMm,
    aspect: size.aspect,
    rimIn: size.rimIn,
    pressureKpa: t.pressureKpa,
  });
  const radii = tireRadiiMm(diameterMm, stiffnessNPerMm, t.wheelLoadN);
  return {
    diameterMm,
    sectionOnRimMm: section,
    measuringRimIn: measuring,
    allowedRims: allowedRimsIn(size.sectionMm, size.aspect),
    stiffnessNPerMm,
    loadedRadiusMm: radii.loadedMm,
    rollingRadiusMm: radii.rollingMm,
    revsPerKm: revsPerKm(radii.rollingMm),
    outerFaceMm: section / 2 - t.offsetMm,
  };
}

export interface TireChange {
  readonly tireLiftMm: number;
  /** outer face further out than today, mm */
  readonly pokeMm: number;
  readonly trueAt50: number;
  readonly trueAt100: number;
  readonly speedShare: number;
}
/** New against old: half the change of loaded height, poke, what the speedometer hides at 50 and 100. */
export function tireChange(from: TireState, to: TireState): TireChange {
  const at = (v: number) => trueSpeed(v, from.rollingRadiusMm, to.rollingRadiusMm);
  return {
    tireLiftMm: to.loadedRadiusMm - from.loadedRadiusMm,
    pokeMm: to.outerFaceMm - from.outerFaceMm,
    trueAt50: at(50),
    trueAt100: at(100),
    speedShare: to.rollingRadiusMm / from.rollingRadiusMm - 1,
  };
}
