import { computed, given, measured, type Figure } from '../evidence';
import type { Platform } from '../catalogue';
import {
  backspacingMm,
  rollingMass,
  tireClass,
  wheelShiftMm,
  type RollingMass,
  type TireChange,
} from '../tires';
import type { MountedSide } from '../vehicle';

interface Pair {
  readonly today: Figure;
  readonly target: Figure;
}
/** Every figure of old tyre against new, each with its chain. */
export interface TireFigures {
  readonly diameter: Pair;
  /** by the size alone, where the maker's or a measured diameter stands beside it */
  readonly nominal: Figure;
  readonly section: Pair;
  readonly revs: Pair;
  readonly loadedRadius: Pair;
  readonly stiffness: Pair;
  readonly backspacing: Pair;
  readonly mass: Pair;
  /** what the engine must accelerate for one wheel */
  readonly equivalent: Pair;
  readonly tireLift: Figure;
  readonly at50: Figure;
  readonly at100: Figure;
  readonly clearance: Pair;
  readonly poke: Figure;
  /** inner flange further in than today */
  readonly inset: Figure;
  readonly overArch: { readonly front: Figure; readonly rear: Figure };
}

const diameterFigure = (s: MountedSide): Figure =>
  s.item?.measuredDiameterMm
    ? measured('tire-diameter', s.state.diameterMm, 'mm', [], { from: `${s.item.maker} ${s.item.code}` })
    : computed(
        'tire-diameter',
        s.state.diameterMm,
        'mm',
        [given('section', s.size.sectionMm, 'mm'), given('rim-width', s.size.rimIn, 'in')],
        { formula: s.size.aspectAssumed ? 'assumed-series' : 'tire-metric' },
      );
export const rollingFigure = (s: MountedSide): Figure =>
  computed(
    'rolling-radius',
    s.state.rollingRadiusMm,
    'mm',
    [
      diameterFigure(s),
      computed('tire-stiffness', s.state.stiffnessNPerMm, 'N/mm', [], { formula: 'tire-stiffness' }),
      given('wheel-load', s.wheelLoadN, 'N', 'a quarter of the curb weight'),
    ],
    { formula: 'rolling' },
  );

const massOf = (s: MountedSide): RollingMass =>
  rollingMass({
    tireKg: s.item?.massKg ?? null,
    wheelKg: s.wheel?.massKg ?? null,
    sectionMm: s.state.sectionOnRimMm,
    diameterMm: s.state.diameterMm,
    rimIn: s.size.rimIn,
    rimWidthIn: s.rimWidthIn,
    rollingRadiusMm: s.state.rollingRadiusMm,
    class: tireClass(s.size),
  });
/** Mass of one tyre on its wheel, with which of the two had to be estimated. */
function massFigure(s: MountedSide): Figure {
  const m = massOf(s);
  const one = (name: 'tire-mass' | 'wheel-mass', kg: number, estimated: boolean, from: string | undefined) =>
    estimated ? computed(name, kg, 'kg', [], { formula: 'mass-estimate' }) : given(name, kg, 'kg', from);
  return computed(
    'wheel-and-tire-mass',
    m.tireKg + m.wheelKg,
    'kg',
    [
      one('tire-mass', m.tireKg, m.tireEstimated, s.item?.code),
      one('wheel-mass', m.wheelKg, m.wheelEstimated, s.wheel?.code),
    ],
    { formula: 'sum' },
  );
}

/** Old tyre against new on one platform, as figures. */
export function tireFigures(
  today: MountedSide,
  target: MountedSide,
  change: TireChange,
  platform: Platform,
  overArch: { readonly front: number; readonly rear: number },
): TireFigures {
  const section = (s: MountedSide) =>
    computed(
      'section-on-rim',
      s.state.sectionOnRimMm,
      'mm',
      [
        given('section', s.size.realSectionMm, 'mm'),
        given('rim-width', s.rimWidthIn, 'in', s.wheel?.code),
        computed('measuring-rim', s.state.measuringRimIn, 'in', []),
      ],
      { formula: 'section-on-rim' },
    );
  const diameter = diameterFigure;
  const rolling = (s: MountedSide) => rollingFigure(s);
  const loaded = (s: MountedSide) =>
    computed('loaded-radius', s.state.loadedRadiusMm, 'mm', rolling(s).because, { formula: 'rolling' });
  const revs = (s: MountedSide) =>
    computed('revs-per-km', s.state.revsPerKm, 'per-km', [rolling(s)], { formula: 'rolling' });
  const speed = (indicated: number, value: number) =>
    computed(
      'true-speed',
      value,
      'km/h',
      [given('indicated-speed', indicated, 'km/h'), rolling(today), rolling(target)],
      { formula: 'speedometer' },
    );
  const tireLift = computed('tire-lift', change.tireLiftMm, 'mm', [loaded(today), loaded(target)], {
    formula: 'rolling',
  });
  const poke = computed(
    'poke',
    change.pokeMm,
    'mm',
    [
      section(today),
      section(target),
      given('offset', today.offsetMm, 'mm'),
      given('offset', target.offsetMm, 'mm'),
    ],
    {
      formula: 'wheel-offset',
    },
  );
  const stock = given('ground-clearance', platform.groundClearanceMm, 'mm', platform.label);
  const cover = (axle: 'front' | 'rear') =>
    computed('arch-cover', overArch[axle], 'mm', [poke], { formula: 'wheel-offset', limit: { max: 0 } });
  const seat = (s: MountedSide) => ({ widthIn: s.rimWidthIn, offsetMm: s.offsetMm });
  const backspacing = (s: MountedSide) =>
    computed(
      'backspacing',
      backspacingMm(seat(s)),
      'mm',
      [given('rim-width', s.rimWidthIn, 'in', s.wheel?.code), given('offset', s.offsetMm, 'mm')],
      { formula: 'wheel-offset' },
    );
  const equivalent = (s: MountedSide) =>
    computed(
      'equivalent-mass',
      massOf(s).equivalentKg,
      'kg',
      [massFigure(s), computed('inertia', massOf(s).inertiaKgM2, 'kg·m²', []), rolling(s)],
      { formula: 'mass-and-inertia' },
    );
  const stiffness = (s: MountedSide) =>
    computed(
      'tire-stiffness',
      s.state.stiffnessNPerMm,
      'N/mm',
      [given('section', s.size.sectionMm, 'mm'), given('pressure', s.pressureKpa, 'kPa', 'as computed with')],
      { formula: 'tire-stiffness' },
    );
  return {
    nominal: computed(
      'tire-diameter',
      target.size.diameterMm,
      'mm',
      [given('section', target.size.sectionMm, 'mm'), given('rim-width', target.size.rimIn, 'in')],
      { formula: target.size.aspectAssumed ? 'assumed-series' : 'tire-metric' },
    ),
    stiffness: { today: stiffness(today), target: stiffness(target) },
    backspacing: { today: backspacing(today), target: backspacing(target) },
    mass: { today: massFigure(today), target: massFigure(target) },
    equivalent: { today: equivalent(today), target: equivalent(target) },
    inset: computed(
      'inset',
      wheelShiftMm(seat(today), seat(target)).insetMm,
      'mm',
      [backspacing(today), backspacing(target)],
      { formula: 'wheel-offset' },
    ),
    diameter: { today: diameter(today), target: diameter(target) },
    section: { today: section(today), target: section(target) },
    revs: { today: revs(today), target: revs(target) },
    loadedRadius: { today: loaded(today), target: loaded(target) },
    tireLift,
    at50: speed(50, change.trueAt50),
    at100: speed(100, change.trueAt100),
    clearance: {
      today: stock,
      target: computed(
        'ground-clearance',
        platform.groundClearanceMm + change.tireLiftMm,
        'mm',
        [stock, tireLift],
        {
          formula: 'axle-clearance',
        },
      ),
    },
    poke,
    overArch: { front: cover('front'), rear: cover('rear') },
  };
}
