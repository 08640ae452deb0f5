import { CALIBRATION_SHARE, computed, given, type Figure, type Finding } from '../evidence';
import type { Catalogue, KnownVehicle, TireItem } from '../catalogue';
import type { Brief, TireSection } from '../job';
import {
  ABS_MISMATCH_SHARE,
  frontRearMismatch,
  loadCapacityKg,
  mountedTire,
  namesSize,
  P_METRIC_ON_TRUCK_DIVISOR,
  parseTireSize,
  startingPressureKpa,
  tireChange,
  tireClass,
  type TireChange,
  type TireSize,
  type TireSizeFault,
} from '../tires';
import { G_M_PER_S2 } from '../units';
import type { TireAsked } from './rub-axle';
import type { MountedSide } from '../vehicle';
import { tireFigures, type TireFigures } from './tire-figures';

export interface TireCheck {
  readonly today: MountedSide;
  readonly target: MountedSide;
  readonly change: TireChange;
  /** starting pressures; null while load index or highest pressure is unknown, or the tyre is overloaded */
  readonly pressure: { readonly front: Figure | null; readonly rear: Figure | null };
  /** what one tyre may carry, kg; null while the load index is unknown */
  readonly capacity: Figure | null;
  readonly neededLoad: Figure;
  readonly cruisingKmh: number;
  readonly findings: readonly Finding[];
  readonly figures: TireFigures;
}
export interface TireReading {
  readonly currentFault: TireSizeFault | null;
  readonly targetFault: TireSizeFault | null;
  readonly rearFault: TireSizeFault | null;
  readonly check: TireCheck | null;
}
export interface AxleLoads {
  readonly frontKg: number;
  readonly rearKg: number;
}
const DEFAULT_CRUISING_KMH = 100;
const BORE_PLAY_MM = 0.3; // beyond this the hub does not centre the wheel any more

/** Old tyre against new on this vehicle. Unread sizes come back as faults and lose nothing; without a target there is no check. */
export function readTires(
  section: TireSection,
  brief: Brief,
  vehicle: KnownVehicle | null,
  loads: AxleLoads | null,
  catalogue: Pick<Catalogue, 'tires' | 'wheels'>,
): TireReading {
  const item = catalogue.tires.find((t) => t.code === section.tireCode) ?? null;
  const targetText = item ? item.size : section.targetSize;
  const currentText =
    section.currentSize.trim() === '' ? (vehicle?.platform.stockTire ?? '') : section.currentSize;
  const current = currentText.trim() === '' ? null : parseTireSize(currentText);
  const target = targetText.trim() === '' ? null : parseTireSize(targetText);
  const rearRead = section.rearSize.trim() === '' ? null : parseTireSize(section.rearSize);
  const faults = {
    currentFault: current && !current.ok ? current.fault : null,
    targetFault: target && !target.ok ? target.fault : null,
    rearFault: rearRead && !rearRead.ok ? rearRead.fault : null,
  };
  if (!vehicle || !current?.ok || !target?.ok) return { ...faults, check: null };

  const { platform } = vehicle;
  const wheel = catalogue.wheels.find((w) => w.code === section.wheelCode) ?? null;
  const frontKg = loads?.frontKg ?? platform.front.curbKg;
  const rearKg = loads?.rearKg ?? platform.rear.curbKg;
  const neededKg = Math.max(frontKg, rearKg) / 2;
  const wheelLoadN = ((platform.front.curbKg + platform.rear.curbKg) / 4) * G_M_PER_S2;
  const loadIndex = target.value.loadIndex ?? section.loadIndex;
  const cls = tireClass(target.value);
  const capacity = loadIndex === null ? null : loadCapacityKg(loadIndex);
  const capacityKg = capacity?.ok ? capacity.value / (cls === 'P' ? P_METRIC_ON_TRUCK_DIVISOR : 1) : null;
  const capacityFigure =
    capacityKg === null || loadIndex === null
      ? null
      : computed(
          'load-capacity',
          capacityKg,
          'kg',
          [
            given(
              'load-index',
              loadIndex,
              'count',
              target.value.loadIndex === null ? 'as entered' : 'on the sidewall',
            ),
          ],
          {
            formula: 'load-index',
            ...(cls === 'P' ? { from: `÷ ${P_METRIC_ON_TRUCK_DIVISOR} on a truck` } : {}),
          },
        );
  const pressureFor = (kg: number): Figure | null => {
    if (capacityKg === null || !capacityFigure || !item) return null;
    const p = startingPressureKpa(cls, kg / 2, capacityKg, item.maxPressureKpa);
    if (!p.ok) return null;
    return computed(
      'pressure',
      p.value,
      'kPa',
      [
        given('wheel-load-needed', kg / 2, 'kg'),
        capacityFigure,
        given('max-pressure', item.maxPressureKpa, 'kPa', item.code),
      ],
      { formula: 'load-pressure', limit: { max: item.maxPressureKpa } },
    );
  };
  const pressure = { front: pressureFor(frontKg), rear: pressureFor(rearKg) };

  const side = (size: TireSize, which: 'today' | 'target' | 'rear'): MountedSide => {
    const own = which === 'today';
    const rimWidthIn = own
      ? (section.currentWheelWidthIn ?? platform.stockWheel.widthIn)
      : (wheel?.widthIn ??
        section.wheelWidthIn ??
        section.currentWheelWidthIn ??
        platform.stockWheel.widthIn);
    const offsetMm = own
      ? (section.currentWheelOffsetMm ?? platform.stockWheel.offsetMm)
      : (wheel?.offsetMm ??
        section.wheelOffsetMm ??
        section.currentWheelOffsetMm ??
        platform.stockWheel.offsetMm);
    const pressureKpa = own
      ? platform.stockPressureKpa
      : (pressure.front?.value ?? platform.stockPressureKpa);
    const measuredDiameterMm = which === 'target' ? (item?.measuredDiameterMm ?? null) : null;
    return {
      size,
      item: which === 'target' ? item : null,
      wheel: own ? null : wheel,
      rimWidthIn,
      offsetMm,
      wheelLoadN,
      pressureKpa,
      assumed: own && section.currentSize.trim() === '',
      state: mountedTire({
        size,
        measuredDiameterMm,
        rimWidthIn,
        offsetMm,
        wheelLoadN,
        pressureKpa,
      }),
    };
  };
  const today = side(current.value, 'today');
  const goal = side(target.value, 'target');
  const change = tireChange(today.state, goal.state);
  const cruisingKmh = brief.cruisingKmh ?? DEFAULT_CRUISING_KMH;
  const findings: Finding[] = [];

  const rims = goal.state.allowedRims;
  if (goal.rimWidthIn < rims.minIn || goal.rimWidthIn > rims.maxIn)
    findings.push({ code: 'rim-refused', rimIn: goal.rimWidthIn, ...rims });
  const wheelRimIn =
    wheel?.rimIn ?? (section.wheelWidthIn === null ? current.value.rimIn : target.value.rimIn);
  if (wheelRimIn !== target.value.rimIn)
    findings.push({ code: 'rim-diameter', tireIn: target.value.rimIn, wheelIn: wheelRimIn });
  if (target.value.rimIn < platform.minRimIn)
    findings.push({ code: 'rim-over-brakes', rimIn: target.value.rimIn, minIn: platform.minRimIn });
  if (wheel && wheel.boltCircle !== platform.boltCircle)
    findings.push({ code: 'bolt-circle', wheel: wheel.boltCircle, vehicle: platform.boltCircle });
  if (wheel && wheel.centreBoreMm < platform.centreBoreMm)
    findings.push({ code: 'centre-bore', wheelMm: wheel.centreBoreMm, hubMm: platform.centreBoreMm });
  if (wheel && wheel.centreBoreMm > platform.centreBoreMm + BORE_PLAY_MM)
    findings.push({ code: 'centre-bore-loose', wheelMm: wheel.centreBoreMm, hubMm: platform.centreBoreMm });
  if (wheel && wheel.loadKg < neededKg)
    findings.push({ code: 'wheel-load', ratedKg: wheel.loadKg, neededKg });
  if (capacityKg === null) findings.push({ code: 'tire-load-unknown' });
  else if (capacityKg < neededKg)
    findings.push({ code: 'tire-load', capacityKg, neededKg, axle: frontKg > rearKg ? 'front' : 'rear' });
  if (target.value.aspectAssumed && !item?.measuredDiameterMm)
    findings.push({ code: 'tire-assumed-series', diameterMm: goal.state.diameterMm });
  const overArch = {
    front: change.pokeMm - platform.front.archCoverMm,
    rear: change.pokeMm - platform.rear.archCoverMm,
  };
  for (const axle of ['front', 'rear'] as const)
    if (overArch[axle] > 0) findings.push({ code: 'over-arch', axle, byMm: overArch[axle] });
  if (rearRead?.ok) {
    const share = frontRearMismatch(
      goal.state.rollingRadiusMm,
      side(rearRead.value, 'rear').state.rollingRadiusMm,
    );
    if (Math.abs(share) > ABS_MISMATCH_SHARE)
      findings.push({
        code: 'front-rear-mismatch',
        percent: share * 100,
        limitPercent: ABS_MISMATCH_SHARE * 100,
      });
  }
  if (Math.abs(change.speedShare) > CALIBRATION_SHARE)
    findings.push({ code: 'calibration', percent: change.speedShare * 100 });

  return {
    ...faults,
    check: {
      today,
      target: goal,
      change,
      pressure,
      capacity: capacityFigure,
      neededLoad: computed('wheel-load-needed', neededKg, 'kg', [
        given('wheel-load-needed', frontKg / 2, 'kg', 'front, loaded'),
        given('wheel-load-needed', rearKg / 2, 'kg', 'rear, loaded'),
      ]),
      cruisingKmh,
      findings,
      figures: tireFigures(today, goal, change, platform, overArch),
    },
  };
}

/** The catalogue's tyres of a size, as far as it was said. */
export const tiresOfSize = (size: TireSize, tires: readonly TireItem[]): readonly TireItem[] =>
  tires.filter((t) => {
    const r = parseTireSize(t.size);
    return r.ok && namesSize(size, r.value);
  });

/** The sizes that are looked at beside the wanted one, each on the same wheel and answered with the same rows. */
export const readCandidates = (
  section: TireSection,
  ...rest: [Brief, KnownVehicle | null, AxleLoads | null, Pick<Catalogue, 'tires' | 'wheels'>]
): readonly { readonly id: string; readonly size: string; readonly reading: TireReading }[] =>
  section.candidates.map((c) => ({
    id: c.id,
    size: c.size,
    reading: readTires({ ...section, targetSize: c.size, tireCode: c.tireCode, rearSize: '' }, ...rest),
  }));

/** A mounted tyre as the clearance asks about it. */
export const asAsked = (s: MountedSide, label: string): TireAsked => ({
  label,
  sectionMm: s.state.sectionOnRimMm,
  diameterMm: s.state.diameterMm,
  measured: s.item?.measuredDiameterMm != null,
  mud: s.item?.tread === 'mud',
  rimIn: s.size.rimIn,
  rimWidthIn: s.rimWidthIn,
  offsetMm: s.offsetMm,
});
