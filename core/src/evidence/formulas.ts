import {
  engineRpm,
  loadCapacityKg,
  revsPerKm,
  sectionOnRimMm,
  speedAtKmh,
  tireRadiiMm,
  tireStiffnessNPerMm,
} from '../tires';
import { cardanPair, twoPieceRipple } from '../driveline';
import {
  cgAfterMm,
  dampingRatio,
  rideFrequencyHz,
  rollGradientDegPerG,
  staticStability,
  tieRodTurns,
  toeByTapeMm,
} from '../suspension';
import { DEG_PER_RAD, KM_PER_MILE, MM_PER_INCH } from '../units';

/** Numbers of a formula by their role; a role may hold several. */
export type Numbers = Readonly<Record<string, readonly number[]>>;
type Of = (role: string) => number;
const cardanOf = (of: Of) => {
  const slopes = (end: string) => ({ sideDeg: of(`${end}-side`), topDeg: of(`${end}-top`) });
  return cardanPair(slopes('flange'), slopes('shaft'), slopes('pinion'), of('speed'));
};
const sum = (list: readonly number[]) => list.reduce((a, b) => a + b, 0);
/** Formulas of numbers by role; a role that is missing counts as nothing only where it is read with `or`. */
const closed =
  (
    f: (
      of: Of,
      all: (role: string) => readonly number[],
      or: (role: string, otherwise: number) => number,
    ) => number,
  ) =>
  (n: Numbers): number => {
    const all = (role: string) => n[role] ?? [];
    const of = (role: string) => {
      const [value] = all(role);
      if (value === undefined) throw new Error(`a formula has no "${role}"`);
      return value;
    };
    return f(of, all, (role, otherwise) => all(role)[0] ?? otherwise);
  };
const radii = (of: Of) => tireRadiiMm(of('diameter'), of('stiffness'), of('load'));

/** Every formula that is a sum on numbers that stand beside it: what computes a figure is what explains it. mm, N, kg,
 *  degrees, money in minor units, per cent as per cent. */
export const CLOSED_FORMULAS = {
  sum: closed((_of, all) => sum(all('of'))),
  difference: closed((of, all) => of('from') - sum(all('less'))),
  'mean-of-sides': closed((of) => (of('left') + of('right')) / 2),
  'height-difference': closed((of, _all, or) => of('planned') - of('today') + or('settled', 0)),
  settling: closed((of) => (-Math.max(0, of('lift')) * of('share')) / 100),
  'arch-plus-lift': closed((of, all) => of('today') + sum(all('moves'))),
  'roof-between-axles': closed(
    (of, all) =>
      of('stock') +
      of('front') * (1 - of('share') / 100) +
      (of('rear') * of('share')) / 100 +
      sum(all('on-it')),
  ),
  'rear-minus-front': closed(
    (of, _all, or) => of('rear') - of('front') - of('level') + or('rear-tire', 0) - or('front-tire', 0),
  ),
  // + nose down
  'body-pitch': closed((of) => Math.atan((of('rear') - of('front')) / of('wheelbase')) * DEG_PER_RAD),
  'less-pitch': closed((of) => of('body') - of('pitch')),
  'tire-metric': closed((of) => of('rim') * MM_PER_INCH + (2 * of('section') * of('aspect')) / 100),
  'section-on-rim': closed((of) => sectionOnRimMm(of('section'), of('measuring'), of('rim'))),
  'tire-stiffness': closed((of) =>
    tireStiffnessNPerMm({
      sectionMm: of('section'),
      aspect: of('aspect'),
      rimIn: of('rim'),
      pressureKpa: of('pressure'),
    }),
  ),
  'loaded-radius': closed((of) => radii(of).loadedMm),
  rolling: closed((of) => radii(of).rollingMm),
  'tire-lift': closed((of) => of('now') - of('was')),
  'revs-per-km': closed((of) => revsPerKm(of('rolling'))),
  'revs-per-mile': closed((of) => of('per-km') * KM_PER_MILE),
  circumference: closed((of) => 2 * Math.PI * of('rolling')),
  speedometer: closed((of) => (of('shown') * of('now')) / of('was')),
  'engine-speed': closed((of) =>
    engineRpm({
      speedKmh: of('speed'),
      gear: of('gear'),
      axle: of('axle'),
      transfer: 1,
      rollingRadiusMm: of('rolling'),
    }),
  ),
  'speed-at-engine': closed((of, _all, or) =>
    speedAtKmh(of('engine'), of('gear'), of('axle'), or('low', 1), of('rolling')),
  ),
  'gear-chain': closed((of) => of('torque') * of('gear') * of('axle')),
  'tractive-force': closed((of) => (of('torque') * 1000) / of('loaded')),
  'restoring-ratio': closed((of) => (of('ratio') * of('now')) / of('was')),
  'load-index': closed((of, _all, or) => {
    const kg = loadCapacityKg(of('index'));
    if (!kg.ok) throw new Error(`load index ${of('index')} is not in the table`);
    return kg.value / or('divisor', 1);
  }),
  'half-axle': closed((of) => of('axle') / 2),
  'load-pressure': closed((of) =>
    Math.min(
      of('most'),
      Math.max(of('least'), of('most') * (of('load') / of('capacity')) ** (1 / of('exponent'))),
    ),
  ),
  backspacing: closed((of) => (of('rim') * MM_PER_INCH + MM_PER_INCH) / 2 + of('offset')),
  poke: closed(
    (of, _all, or) =>
      of('section') / 2 -
      of('offset') +
      or('spacer', 0) -
      (of('old-section') / 2 - of('old-offset') + or('old-spacer', 0)),
  ),
  'mass-and-inertia': closed((of) => of('mass') + of('inertia') / (of('rolling') / 1000) ** 2),
  'ride-frequency': closed((of) => rideFrequencyHz(of('rate'), of('mass'))),
  damping: closed((of) => dampingRatio(of('damper'), of('ratio'), of('rate'), of('mass'))),
  'in-series': closed((_of, all) => 1 / sum(all('of').map((k) => 1 / k))),
  ratio: closed((of) => of('of') / of('to')),
  'left-to-set': closed((of) => {
    const [low, high] = [of('value') + of('down'), of('value') + of('up')];
    const [min, max] = [of('min'), of('max')];
    // + what the adjusters have left beyond the edge, − what they fall short
    return high < min ? high - min : low > max ? max - low : Math.min(high - min, max - low);
  }),
  'hose-spare': closed((of) => of('free') - of('slack') - of('way')),
  labour: closed((of) => Math.round((of('minutes') / 60) * of('rate'))),
  'share-of': closed((of, all) => Math.round((sum(all('of')) * of('share')) / 100)),
  'root-of-squares': closed((_of, all) => Math.hypot(...all('of'))),
  'between-axles': closed((of) => of('front') * (1 - of('share') / 100) + (of('rear') * of('share')) / 100),
  'centre-of-gravity': closed((of, all) =>
    cgAfterMm({
      sprungKg: of('sprung'),
      unsprungKg: of('unsprung'),
      sprungCgMm: of('sprung-height'),
      unsprungCgMm: of('unsprung-height'),
      suspensionLiftMm: of('lift'),
      tireLiftMm: of('tire-lift'),
      bodyLiftMm: of('body-lift'),
      bodyKg: of('body'),
      added: all('added').map((massKg, i) => ({ massKg, heightMm: all('added-height')[i] ?? 0 })),
    }),
  ),
  stability: closed((of) => staticStability(of('track'), of('height'))),
  'roll-gradient': closed((of, all) =>
    rollGradientDegPerG({
      sprungKg: of('sprung'),
      armMm: of('height') - of('axis'),
      axles: all('rate').map((wheelRate, i) => ({
        wheelRate,
        trackMm: all('track')[i] ?? 0,
        barNmPerRad: all('bar')[i] ?? 0,
      })),
    }),
  ),
  // as an engine in direct drive
  'propshaft-speed': closed((of) =>
    engineRpm({
      speedKmh: of('speed'),
      gear: 1,
      axle: of('axle'),
      transfer: 1,
      rollingRadiusMm: of('rolling'),
    }),
  ),
  cardan: closed((of) => cardanOf(of).torsionalRadPerS2),
  'cardan-two-piece': closed((of) => twoPieceRipple(cardanOf(of), of('front-joint'), of('speed'))),
  'toe-by-tape': closed((of) => toeByTapeMm(2 * of('toe'), of('diameter'))),
  'tie-rod-turns': closed((of) => tieRodTurns(of('toe'), of('arm'), of('pitch'))),
  lost: closed((of) => ((of('was') - of('now')) / of('was')) * 100),
} as const satisfies Record<string, (n: Numbers) => number>;
export type ClosedFormula = keyof typeof CLOSED_FORMULAS;

/** Formulas that are solved on a whole model: the figure names the solver, its chain says on what. */
export const SOLVED_FORMULAS = [
  'balance',
  'virtual-work',
  'travel-walk',
  'carrier-pose',
  'moments',
  'rub-map',
  'bisection',
  'mass-estimate',
  'hose-way',
  'bar-link',
  'moved-by-tolerance',
  'thread',
  'weight-on-a-slope',
] as const;
export type Formula = ClosedFormula | (typeof SOLVED_FORMULAS)[number];
