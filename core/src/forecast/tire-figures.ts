import type { Platform } from '../catalogue';
import { computed, explain, given, measured, type Figure } from '../evidence';
import { rollingMass, tireClass, type RollingMass, type TireSize } from '../tires';
import type { MountedSide } from '../vehicle';

interface Pair {
  readonly today: Figure;
  readonly target: Figure;
}
/** Every figure of old tyre against new on one axle, each with its chain. */
export interface TireFigures {
  readonly diameter: Pair;
  /** by the size alone, where the maker's or a measured diameter stands beside it */
  readonly nominal: Figure;
  readonly section: Pair;
  readonly revs: Pair;
  readonly loadedRadius: Pair;
  readonly rolling: Pair;
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
  /** past the arch of its axle; below 0 it stands inside */
  readonly overArch: Figure;
}

const sectionOf = (s: Pick<MountedSide, 'size'>) => given('section', s.size.sectionMm, 'mm', 'as written');
const rimOf = (s: Pick<MountedSide, 'size'>) => given('rim-width', s.size.rimIn, 'in', 'rim diameter');
/** Diameter that the size alone says. */
function nominal(s: MountedSide): Figure {
  const { system, aspect, diameterMm, aspectAssumed } = s.size;
  if (system === 'flotation' || system === 'cart')
    return given('tire-diameter', diameterMm, 'mm', 'as written on the sidewall');
  return explain('tire-diameter', 'mm', 'tire-metric', {
    rim: rimOf(s),
    section: sectionOf(s),
    aspect: given('aspect', aspect, 'percent', aspectAssumed ? 'assumed: no series number' : 'as written'),
  });
}
const diameterFigure = (s: MountedSide): Figure =>
  s.item?.measuredDiameterMm
    ? measured('tire-diameter', s.state.diameterMm, 'mm', [], { from: `${s.item.maker} ${s.item.code}` })
    : nominal(s);
/** Vertical stiffness of a tyre at a pressure. */
export const tireStiffness = (size: TireSize, pressureKpa: number): Figure =>
  explain('tire-stiffness', 'N/mm', 'tire-stiffness', {
    section: sectionOf({ size }),
    aspect: given('aspect', size.aspect, 'percent'),
    rim: rimOf({ size }),
    pressure: given('pressure', pressureKpa, 'kPa', 'as computed with'),
  });
const stiffnessFigure = (s: MountedSide): Figure => tireStiffness(s.size, s.pressureKpa);
const radius = (name: 'loaded-radius' | 'rolling-radius', s: MountedSide): Figure =>
  explain(name, 'mm', name === 'loaded-radius' ? 'loaded-radius' : 'rolling', {
    diameter: diameterFigure(s),
    stiffness: stiffnessFigure(s),
    load: given('wheel-load', s.wheelLoadN, 'N', `half of the ${s.axle} axle at curb`),
  });
export const rollingFigure = (s: MountedSide): Figure => radius('rolling-radius', s);
export const loadedFigure = (s: MountedSide): Figure => radius('loaded-radius', s);
/** What is true when the speedometer, set for the old tyre, shows a speed. */
export const trueSpeedFigure = (shownKmh: number, was: Figure, now: Figure): Figure =>
  explain('true-speed', 'km/h', 'speedometer', {
    shown: given('indicated-speed', shownKmh, 'km/h'),
    was,
    now,
  });

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
  return explain('wheel-and-tire-mass', 'kg', 'sum', {
    of: [
      one('tire-mass', m.tireKg, m.tireEstimated, s.item?.code),
      one('wheel-mass', m.wheelKg, m.wheelEstimated, s.wheel?.code),
    ],
  });
}

/** Old tyre against new on one axle of a platform, as figures. */
export function tireFigures(today: MountedSide, target: MountedSide, platform: Platform): TireFigures {
  const pair = (of: (s: MountedSide) => Figure): Pair => ({ today: of(today), target: of(target) });
  const rimWidth = (s: MountedSide) => given('rim-width', s.rimWidthIn, 'in', s.wheel?.code);
  const section = pair((s) =>
    explain('section-on-rim', 'mm', 'section-on-rim', {
      section: given('section', s.size.realSectionMm, 'mm'),
      measuring: given('measuring-rim', s.state.measuringRimIn, 'in'),
      rim: rimWidth(s),
    }),
  );
  const rolling = pair(rollingFigure);
  const loadedRadius = pair(loadedFigure);
  const offset = (s: MountedSide) => given('offset', s.offsetMm, 'mm', s.wheel?.code);
  const spacer = (s: MountedSide) =>
    s.spacerMm === 0 ? null : given('wheel-spacer', s.spacerMm, 'mm', s.axle);
  const backspacing = pair((s) =>
    explain('backspacing', 'mm', 'backspacing', { rim: rimWidth(s), offset: offset(s) }),
  );
  const poke = explain('poke', 'mm', 'poke', {
    section: section.target,
    offset: offset(target),
    spacer: spacer(target),
    'old-section': section.today,
    'old-offset': offset(today),
    'old-spacer': spacer(today),
  });
  const tireLift = explain('tire-lift', 'mm', 'tire-lift', {
    now: loadedRadius.target,
    was: loadedRadius.today,
  });
  const under = given('ground-clearance', platform.groundClearanceMm, 'mm', platform.label);
  return {
    nominal: nominal(target),
    diameter: pair(diameterFigure),
    section,
    revs: {
      today: explain('revs-per-km', 'per-km', 'revs-per-km', { rolling: rolling.today }),
      target: explain('revs-per-km', 'per-km', 'revs-per-km', { rolling: rolling.target }),
    },
    loadedRadius,
    rolling,
    stiffness: pair(stiffnessFigure),
    backspacing,
    mass: pair(massFigure),
    equivalent: pair((s) =>
      explain('equivalent-mass', 'kg', 'mass-and-inertia', {
        mass: massFigure(s),
        inertia: computed('inertia', massOf(s).inertiaKgM2, 'kg·m²', [], { formula: 'mass-estimate' }),
        rolling: rollingFigure(s),
      }),
    ),
    tireLift,
    at50: trueSpeedFigure(50, rolling.today, rolling.target),
    at100: trueSpeedFigure(100, rolling.today, rolling.target),
    clearance: {
      today: under,
      target: explain('ground-clearance', 'mm', 'sum', { of: [under, tireLift] }),
    },
    poke,
    inset: explain('inset', 'mm', 'difference', { from: backspacing.target, less: backspacing.today }),
    overArch: explain(
      'arch-cover',
      'mm',
      'difference',
      {
        from: poke,
        less: given(
          'arch-cover-stock',
          platform[target.axle].archCoverMm,
          'mm',
          `${platform.label}, ${target.axle}`,
        ),
      },
      { limit: { max: 0 } },
    ),
  };
}
