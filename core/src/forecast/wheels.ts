import { explain, given, type Figure, type LoadCase } from '../evidence';
import type { Catalogue, KnownVehicle, Platform, TireItem } from '../catalogue';
import type { Brief, TireSection } from '../job';
import type { Axle } from '../suspension';
import {
  formatTireSize,
  LOAD_EXPONENT,
  loadCapacityKg,
  mountedTire,
  namesSize,
  P_METRIC_ON_TRUCK_DIVISOR,
  parseTireSize,
  PRESSURE_FLOOR_KPA,
  speedOfSymbolKmh,
  tireChange,
  tireClass,
  type TireChange,
  type TireSize,
  type TireSizeFault,
} from '../tires';
import { G_M_PER_S2, memoized } from '../units';
import { studiedTire, type MountedSide, type TireAsked } from '../vehicle';
import { tireFigures, tireStiffness, type TireFigures } from './tire-figures';

/** Tyre and wheel of one axle, old against new, under that axle's own load. */
export interface AxleTire {
  readonly axle: Axle;
  readonly today: MountedSide;
  readonly target: MountedSide;
  readonly change: TireChange;
  /** starting pressure with the load that the brief says, and with the axle at its rating; null while load index or highest
   *  pressure is unknown, or the tyre does not carry it */
  readonly pressure: Figure | null;
  readonly pressureRated: Figure | null;
  /** what one tyre may carry, kg; null while the load index is unknown */
  readonly capacity: Figure | null;
  /** what one wheel of the axle carries, kg: loaded as the brief says, and what a tyre and a wheel must carry whatever the brief
   *  says, half of what the axle is rated for */
  readonly usedLoad: Figure;
  readonly neededLoad: Figure;
  /** highest speed of the wanted tyre and of the one the vehicle left the factory on, by their symbols, km/h; null where there is none */
  readonly speedKmh: { readonly target: number | null; readonly built: number | null };
  readonly figures: TireFigures;
}
export interface TireCheck {
  readonly front: AxleTire;
  readonly rear: AxleTire;
  /** the rear is to have another tyre or wheel than the front */
  readonly differs: boolean;
  readonly cruisingKmh: number;
}
export interface TireReading {
  readonly currentFault: TireSizeFault | null;
  readonly targetFault: TireSizeFault | null;
  readonly currentRearFault: TireSizeFault | null;
  readonly rearFault: TireSizeFault | null;
  readonly check: TireCheck | null;
}
/** What the axles carry loaded and at their rating, and the wheel spacers behind their wheels. */
export interface AxleBurden {
  readonly loadedKg: number;
  readonly ratedKg: number;
  readonly spacerTodayMm: number;
  readonly spacerPlannedMm: number;
}
/** where nobody has said how fast it is driven */
export const DEFAULT_CRUISING_KMH = 100;

/** One axle's entries of the tyre section, whichever of the two forms they were written in. */
interface Entries {
  readonly size: string;
  readonly tireCode: string | null;
  readonly wheelCode: string | null;
  readonly wheelWidthIn: number | null;
  readonly wheelOffsetMm: number | null;
  readonly loadIndex: number | null;
}
export const entriesOf = (s: TireSection, axle: Axle): Entries =>
  axle === 'rear' && s.rear ? s.rear : { ...s, size: s.targetSize };

/** Whether new tyres are bought for each axle. */
export const newTires = (s: TireSection): Readonly<Record<Axle, boolean>> => ({
  front: entriesOf(s, 'front').tireCode !== null,
  rear: entriesOf(s, 'rear').tireCode !== null,
});

/** Old tyre against new on this vehicle, per axle. Unread sizes come back as faults and lose nothing; without a target
 *  there is no check. */
export function readTires(
  section: TireSection,
  brief: Pick<Brief, 'cruisingKmh'>,
  vehicle: KnownVehicle | null,
  burden: Readonly<Record<Axle, AxleBurden>> | null,
  catalogue: Pick<Catalogue, 'tires' | 'wheels'>,
): TireReading {
  const itemOf = (code: string | null) => catalogue.tires.find((t) => t.code === code) ?? null;
  const read = (text: string) => (text.trim() === '' ? null : parseTireSize(text));
  const stockSize = vehicle?.platform.stockTire ?? '';
  const written = (text: string) => (text.trim() === '' ? stockSize : text);
  const front = entriesOf(section, 'front');
  const rear = entriesOf(section, 'rear');
  const sizeText = (e: Entries) => itemOf(e.tireCode)?.size ?? e.size;
  const current = read(written(section.currentSize));
  const currentRear = section.currentRear ? read(written(section.currentRear.size)) : current;
  const target = read(sizeText(front));
  const rearRead = section.rear ? read(sizeText(rear)) : target;
  const faultOf = (r: ReturnType<typeof read>) => (r && !r.ok ? r.fault : null);
  const faults = {
    currentFault: faultOf(current),
    targetFault: faultOf(target),
    currentRearFault: section.currentRear ? faultOf(currentRear) : null,
    rearFault: section.rear ? faultOf(rearRead) : null,
  };
  if (!vehicle || !current?.ok || !currentRear?.ok || !target?.ok || !rearRead?.ok)
    return { ...faults, check: null };
  const { platform } = vehicle;
  const built = read(platform.stockTire);
  const speedBuiltKmh = built?.ok ? speedOfSymbolKmh(built.value.speed) : null;

  const ofAxle = (axle: Axle, was: TireSize, is: TireSize, e: Entries): AxleTire => {
    const spec = platform[axle];
    const item = itemOf(e.tireCode);
    const wheel = catalogue.wheels.find((w) => w.code === e.wheelCode) ?? null;
    const load = burden?.[axle];
    const usedKg = load?.loadedKg ?? spec.curbKg;
    const half = (kg: number, what: string, loadCase: LoadCase) =>
      explain(
        'wheel-load-needed',
        'kg',
        'half-axle',
        { axle: given('axle-load', kg, 'kg', `${axle}, ${what}`) },
        { loadCase },
      );
    const usedLoad = half(usedKg, 'loaded', 'as-used');
    const ratedKg = Math.max(load?.ratedKg ?? spec.ratedKg, usedKg);
    const neededLoad = half(
      ratedKg,
      ratedKg > usedKg ? 'at its rating' : 'loaded',
      ratedKg > usedKg ? 'rated' : 'as-used',
    );
    const wheelLoadN = (spec.curbKg / 2) * G_M_PER_S2;
    const loadIndex = is.loadIndex ?? e.loadIndex;
    const cls = tireClass(is);
    const capacity =
      loadIndex === null || !loadCapacityKg(loadIndex).ok
        ? null
        : explain('load-capacity', 'kg', 'load-index', {
            index: given(
              'load-index',
              loadIndex,
              'count',
              is.loadIndex === null ? 'as entered' : 'on the sidewall',
            ),
            divisor:
              cls === 'P'
                ? given('divisor', P_METRIC_ON_TRUCK_DIVISOR, 'ratio', 'P-metric on a truck')
                : null,
          });
    const pressureFor = (carried: Figure): Figure | null =>
      !capacity || !item || carried.value > capacity.value
        ? null
        : explain(
            'pressure',
            'kPa',
            'load-pressure',
            {
              load: carried,
              capacity,
              most: given('max-pressure', item.maxPressureKpa, 'kPa', item.code),
              least: given('pressure-floor', PRESSURE_FLOOR_KPA[cls], 'kPa'),
              exponent: given('load-exponent', LOAD_EXPONENT[cls], 'ratio'),
            },
            { limit: { max: item.maxPressureKpa }, loadCase: carried.loadCase },
          );
    const pressure = pressureFor(usedLoad);
    const wheelToday = todaysWheel(section, platform, axle);
    const sizeToday = axle === 'rear' && section.currentRear ? section.currentRear.size : section.currentSize;
    const side = (
      s: Omit<MountedSide, 'axle' | 'wheelLoadN' | 'state'>,
      measuredMm: number | null,
    ): MountedSide => ({
      ...s,
      axle,
      wheelLoadN,
      state: mountedTire({ ...s, measuredDiameterMm: measuredMm, wheelLoadN }),
    });
    const today = side(
      {
        size: was,
        item: null,
        wheel: null,
        ...wheelToday,
        spacerMm: load?.spacerTodayMm ?? 0,
        pressureKpa: platform.stockPressureKpa,
        assumed: sizeToday.trim() === '',
      },
      null,
    );
    const goal = side(
      {
        size: is,
        item,
        wheel,
        rimWidthIn: wheel?.widthIn ?? e.wheelWidthIn ?? wheelToday.rimWidthIn,
        offsetMm: wheel?.offsetMm ?? e.wheelOffsetMm ?? wheelToday.offsetMm,
        spacerMm: load?.spacerPlannedMm ?? 0,
        pressureKpa: pressure?.value ?? platform.stockPressureKpa,
        assumed: false,
      },
      item?.measuredDiameterMm ?? null,
    );
    return {
      axle,
      today,
      target: goal,
      change: tireChange(today.state, goal.state),
      pressure,
      pressureRated: pressureFor(neededLoad),
      capacity,
      usedLoad,
      neededLoad,
      speedKmh: { target: speedOfSymbolKmh(is.speed), built: speedBuiltKmh },
      figures: tireFigures(today, goal, platform),
    };
  };
  const [f, r] = [
    ofAxle('front', current.value, target.value, front),
    ofAxle('rear', currentRear.value, rearRead.value, rear),
  ];
  return {
    ...faults,
    check: {
      front: f,
      rear: r,
      differs: section.rear !== null,
      cruisingKmh: brief.cruisingKmh ?? DEFAULT_CRUISING_KMH,
    },
  };
}

/** The catalogue's tyres of a size, as far as it was said. */
export const tiresOfSize = (size: TireSize, tires: readonly TireItem[]): readonly TireItem[] =>
  tires.filter((t) => {
    const r = parseTireSize(t.size);
    return r.ok && namesSize(size, r.value);
  });

/** The sizes that are looked at beside the wanted one, each on the same wheel all round and answered with the same rows. */
export const readCandidates = (
  section: TireSection,
  ...rest: [
    Pick<Brief, 'cruisingKmh'>,
    KnownVehicle | null,
    Readonly<Record<Axle, AxleBurden>> | null,
    Pick<Catalogue, 'tires' | 'wheels'>,
  ]
): readonly { readonly id: string; readonly size: string; readonly reading: TireReading }[] =>
  section.candidates.map((c) => ({
    id: c.id,
    size: c.size,
    reading: readTires({ ...section, targetSize: c.size, tireCode: c.tireCode, rear: null }, ...rest),
  }));

type WheelsToday = Pick<TireSection, 'currentRear' | 'currentWheelWidthIn' | 'currentWheelOffsetMm'>;
/** The wheel that is on an axle today, the rear's own where it has one; what nobody has said is that of the stock wheel. */
function todaysWheel(
  section: WheelsToday,
  { stockWheel }: Platform,
  axle: Axle,
): { readonly rimWidthIn: number; readonly offsetMm: number } {
  const own = axle === 'rear' ? section.currentRear : null;
  const said = own ?? {
    wheelWidthIn: section.currentWheelWidthIn,
    wheelOffsetMm: section.currentWheelOffsetMm,
  };
  return {
    rimWidthIn: said.wheelWidthIn ?? stockWheel.widthIn,
    offsetMm: said.wheelOffsetMm ?? stockWheel.offsetMm,
  };
}
type SizesToday = WheelsToday & Pick<TireSection, 'currentSize'>;
type Standing = ReturnType<typeof mountedToday>;
const standing = new WeakMap<Platform, WeakMap<SizesToday, Map<Axle, Standing>>>();
/** The tyre that stands on an axle today, on its wheel; null where its size cannot be read. Read once: every plan that is tried asks. */
const standingToday = (section: SizesToday, platform: Platform, axle: Axle) =>
  memoized(
    memoized(
      memoized(standing, platform, () => new WeakMap<SizesToday, Map<Axle, Standing>>()),
      section,
      () => new Map<Axle, Standing>(),
    ),
    axle,
    () => mountedToday(section, platform, axle),
  );
function mountedToday(section: SizesToday, platform: Platform, axle: Axle) {
  const own = axle === 'rear' ? section.currentRear : null;
  const text = (own?.size ?? section.currentSize).trim();
  const size = parseTireSize(text === '' ? platform.stockTire : text);
  if (!size.ok) return null;
  const wheel = todaysWheel(section, platform, axle);
  const state = mountedTire({
    size: size.value,
    measuredDiameterMm: null,
    ...wheel,
    wheelLoadN: (platform[axle].curbKg / 2) * G_M_PER_S2,
    pressureKpa: platform.stockPressureKpa,
  });
  return { size: size.value, wheel, state };
}
/** Loaded radius of the tyre that stands on an axle today, mm; null where its size cannot be read. */
export const loadedTodayMm = (section: SizesToday, vehicle: KnownVehicle | null, axle: Axle): number | null =>
  (vehicle && standingToday(section, vehicle.platform, axle)?.state.loadedRadiusMm) ?? null;

/** How much higher the tyre that stands on an axle today carries it than the factory's, mm; 0 where its size cannot be read. */
export function tireLiftTodayMm(section: SizesToday, platform: Platform, axle: Axle): number {
  const [now, stock] = [section, AS_BUILT_WHEELS].map((s) => standingToday(s, platform, axle));
  return now && stock ? now.state.loadedRadiusMm - stock.state.loadedRadiusMm : 0;
}
const AS_BUILT_WHEELS: SizesToday = {
  currentSize: '',
  currentRear: null,
  currentWheelWidthIn: null,
  currentWheelOffsetMm: null,
};
/** Stiffness of the tyre that stands on an axle today, N/mm, at the vehicle's own pressure; null where its size cannot be read. */
export function stiffnessToday(section: SizesToday, platform: Platform, axle: Axle): Figure | null {
  const now = standingToday(section, platform, axle);
  return now && tireStiffness(now.size, platform.stockPressureKpa);
}
/** Today's tyre as its clearance is asked about, and whether it stands on the vehicle as the factory sent it; null where its
 *  size cannot be read. */
export function tireToday(
  section: SizesToday,
  { platform }: KnownVehicle,
  axle: Axle,
): { readonly asked: TireAsked; readonly asBuilt: boolean } | null {
  const now = standingToday(section, platform, axle);
  const stock = parseTireSize(platform.stockTire);
  if (!now) return null;
  const label = formatTireSize(now.size);
  return {
    asked: studiedTire({ ...now, ...now.wheel, item: null }, label),
    asBuilt:
      stock.ok &&
      label === formatTireSize(stock.value) &&
      now.wheel.rimWidthIn === platform.stockWheel.widthIn &&
      now.wheel.offsetMm === platform.stockWheel.offsetMm,
  };
}
