import { computed, explain, given, type Figure, type FigureName, type Unit } from '../evidence';
import type { AxleFigures, WheelFigures } from '../suspension';
import type { Bench, BenchState } from './bench-axle';

/** Figures of a pose, each with its reason: the travel it was solved at. Null members are left out.
 *  `zMm` travel from design, `rackMm` to the left. */
export function poseFigures(
  f: WheelFigures | AxleFigures,
  at: { readonly zMm: number; readonly rackMm: number; readonly rollMm: number },
): readonly Figure[] {
  const because = [
    given('wheel-travel', at.zMm, 'mm'),
    ...(at.rackMm === 0 ? [] : [given('wheel-travel', at.rackMm, 'mm', 'rack, to the left')]),
    ...(at.rollMm === 0 ? [] : [given('wheel-travel', at.rollMm, 'mm', 'left over right')]),
  ];
  const figure = (name: FigureName, value: number | null, unit: Unit): Figure[] =>
    value === null ? [] : [computed(name, value, unit, because, { formula: 'carrier-pose' })];
  if ('pitchDeg' in f)
    return [
      ...figure('caster', f.casterLeftDeg, 'deg'),
      ...figure('pitch', f.pitchDeg, 'deg'),
      ...figure('shift-left', f.shiftLeftMm, 'mm'),
      ...figure('shift-forward', f.shiftForwardMm, 'mm'),
      ...figure('steering-wheel', f.steeringWheelDeg, 'deg'),
      ...figure('motion-ratio', f.springLeft.ratio, 'ratio'),
      ...figure('roll-centre', f.rollCentreMm, 'mm'),
    ];
  return [
    ...figure('camber', f.camberDeg, 'deg'),
    ...figure('toe', f.toeDeg, 'deg'),
    ...figure('caster', f.casterDeg, 'deg'),
    ...figure('cv-angle', f.cvOuterDeg, 'deg'),
    ...figure('cv-inner', f.cvInnerDeg, 'deg'),
    ...figure('plunge', f.shaftChangeMm, 'mm'),
    ...figure('scrub', f.scrubMm, 'mm'),
    ...figure('trail', f.trailMm, 'mm'),
    ...figure('track-change', f.trackChangeMm, 'mm'),
    ...figure('motion-ratio', f.motionRatio, 'ratio'),
    ...figure('roll-centre', f.rollCentreMm, 'mm'),
  ];
}

/** How one state stands on its springs, each figure with its reason. */
export function standingFigures(b: Bench, s: BenchState): readonly Figure[] {
  const height = given('wheel-travel', s.zMm, 'mm');
  const ratio = 'pitchDeg' in s.figures ? s.figures.springLeft.ratio : s.figures.motionRatio;
  const rate = computed(
    'wheel-rate',
    s.wheelRateNPerMm,
    'N/mm',
    [
      given('spring-rate', s.springRateNPerMm, 'N/mm'),
      computed('motion-ratio', ratio, 'ratio', [height], { formula: 'carrier-pose' }),
    ],
    { formula: 'virtual-work' },
  );
  const mass = given('sprung-mass', s.sprungKg, 'kg');
  return [
    rate,
    explain('frequency', 'Hz', 'ride-frequency', { rate, mass }),
    ...(s.damperRatio === null
      ? []
      : [
          explain('damping-ratio', 'ratio', 'damping', {
            damper: given('damper-rate', b.damperNsPerM, 'N·s/m'),
            ratio: computed('damper-ratio', s.damperRatio, 'ratio', [height], { formula: 'carrier-pose' }),
            rate,
            mass,
          }),
        ]),
    ...(s.bumpSteer
      ? [
          computed('bump-steer', s.bumpSteer.slopeDegPer10mm, 'deg/10mm', [height], {
            formula: 'carrier-pose',
          }),
        ]
      : []),
  ];
}
