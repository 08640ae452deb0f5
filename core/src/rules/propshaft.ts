import { alongAhead, cardanPair, frontJointDeg, propshaftAt, withCarrier, withFlange } from '../driveline';
import {
  computed,
  explain,
  given,
  ADVISED_SHARE,
  PROPSHAFT_LEAST_DEG,
  PROPSHAFT_RIPPLE,
  type Figure,
} from '../evidence';
import { DEFAULT_CRUISING_KMH, loadedTodayMm } from '../forecast';
import type { Axle, Pose } from '../suspension';
import { effectsOfKind } from '../vehicle';
import { ratioAfter } from './axle-ratio';
import type { AxlePlan, PlanCase } from '../plan-case';
import { rule, type Raised } from './rule';

export type PropshaftFinding =
  /** turns unevenly at the cruising speed: the flanges do not bend it alike */
  | {
      readonly code: 'propshaft-ripple';
      readonly axle: Axle;
      readonly ripple: number;
      readonly most: number;
      readonly kmh: number;
    }
  /** a joint bends more than it may at ride height, or so little that it wears in one place; or nearly as much as it may */
  | Joint<'propshaft-joint'>
  | Joint<'propshaft-joint-near'>;
interface Joint<Code> {
  readonly code: Code;
  readonly axle: Axle;
  readonly end: End;
  readonly valueDeg: number;
  readonly window: readonly [number, number];
}

/** The shaft to a solid axle, today and planned: how unevenly it turns, and how far each joint bends. */
function shaftOf(a: AxlePlan, c: PlanCase) {
  const { axle } = a;
  const { propshaft } = c.vehicle.platform[axle];
  const f = a.forecast();
  if (!propshaft || !f.ok) return null;
  const kmh = c.job.brief.cruisingKmh ?? DEFAULT_CRUISING_KMH;
  const known = ratioAfter(c, axle);
  const ratio = known ?? Math.max(...c.vehicle.platform.axleRatios);
  const today = loadedTodayMm(c.job.tire, c.vehicle, axle);
  const rolling =
    c.tires.check?.[axle].figures.rolling.target ??
    (today === null ? null : given('loaded-radius', today, 'mm', 'today’s tyre'));
  if (!rolling) return null;
  const speed = explain('propshaft-speed', 'rpm', 'propshaft-speed', {
    speed: given('true-speed', kmh, 'km/h', 'cruising'),
    rolling,
    axle: given(
      'axle-ratio',
      ratio,
      'ratio',
      known === null ? 'the highest that is listed: nobody has read it' : undefined,
    ),
  });
  const at = (pose: Pose, which: 'today' | 'planned') => {
    const parts = which === 'today' ? c.fitted : c.planned;
    const atGearbox = effectsOfKind(parts, axle, 'shaft-flange').reduce(withFlange, alongAhead(propshaft));
    const lies = effectsOfKind(parts, axle, 'carrier-bearing').reduce(withCarrier, atGearbox);
    const { shaft, pinion } = propshaftAt(lies, pose);
    const { flange } = lies;
    const pair = cardanPair(flange, shaft, pinion, speed.value);
    const slope = (name: 'shaft-slope' | 'pinion-slope', deg: number) =>
      computed(name, deg, 'deg', [], { formula: 'carrier-pose', from: which });
    const frontDeg = frontJointDeg(lies);
    const flangeSlope = (deg: number, view: string) =>
      frontDeg === null ? given('flange-slope', deg, 'deg', view) : slope('shaft-slope', deg);
    const figure: Figure = explain(
      'propshaft-ripple',
      'rad/s²',
      frontDeg === null ? 'cardan' : 'cardan-two-piece',
      {
        'flange-side': flangeSlope(flange.sideDeg, 'side view'),
        'flange-top': flangeSlope(flange.topDeg, 'top view'),
        'shaft-side': slope('shaft-slope', shaft.sideDeg),
        'shaft-top': slope('shaft-slope', shaft.topDeg),
        'pinion-side': slope('pinion-slope', pinion.sideDeg),
        'pinion-top': slope('pinion-slope', pinion.topDeg),
        ...(frontDeg === null
          ? {}
          : {
              'front-joint': computed('propshaft-joint', frontDeg, 'deg', [], {
                formula: 'carrier-pose',
                from: 'gearbox',
              }),
            }),
        speed,
      },
      { limit: { max: PROPSHAFT_RIPPLE } },
    );
    return { pair, frontDeg, figure };
  };
  return {
    kmh,
    propshaft,
    today: at(f.value.today.pose, 'today'),
    planned: at(f.value.planned.pose, 'planned'),
  };
}
type Shaft = NonNullable<ReturnType<typeof shaftOf>>['planned'];
type End = 'gearbox' | 'carrier-bearing' | 'axle';
const endsOf = ({ frontDeg }: Shaft): readonly End[] =>
  frontDeg === null ? ['gearbox', 'axle'] : ['gearbox', 'carrier-bearing', 'axle'];
const bendDeg = ({ pair, frontDeg }: Shaft, end: End) =>
  end === 'axle' ? pair.secondDeg : end === 'gearbox' ? (frontDeg ?? pair.firstDeg) : pair.firstDeg;
/** How far a joint bends, from the slopes on both its sides: the ripple's reasons but for the speed. */
const jointFigure = (shaft: Shaft, end: End): Figure =>
  computed(
    'propshaft-joint',
    bendDeg(shaft, end),
    'deg',
    shaft.figure.because.filter((f) => f.unit === 'deg'),
    { formula: 'carrier-pose', from: end },
  );
/** What the plan does to a propshaft. What was so before the build is not the plan's. */
export const propshaft = rule<PropshaftFinding>({
  findings: {
    'propshaft-ripple': { verdict: 'needs', topic: 'geometry', blocks: 'order' },
    'propshaft-joint': { verdict: 'needs', topic: 'geometry', blocks: 'order' },
    'propshaft-joint-near': { verdict: 'advised', topic: 'geometry', blocks: null },
  },
  scope: 'axle',
  check: (a, c): Raised<PropshaftFinding>[] => {
    const s = shaftOf(a, c);
    if (!s) return [];
    const { axle } = a;
    const out: Raised<PropshaftFinding>[] = [];
    const ripple = s.planned.figure.value;
    if (ripple > PROPSHAFT_RIPPLE && ripple > s.today.figure.value)
      out.push({
        finding: { code: 'propshaft-ripple', axle, ripple, most: PROPSHAFT_RIPPLE, kmh: s.kmh },
        figure: s.planned.figure,
      });
    const window = [PROPSHAFT_LEAST_DEG, s.propshaft.limitDeg] as const;
    const outside = (deg: number) => Math.max(window[0] - deg, deg - window[1], 0);
    for (const end of endsOf(s.planned)) {
      const valueDeg = bendDeg(s.planned, end);
      const wasDeg = bendDeg(s.today, end);
      const over = outside(valueDeg) > outside(wasDeg);
      const near = valueDeg > window[1] * (1 - ADVISED_SHARE) && outside(valueDeg) === 0 && valueDeg > wasDeg;
      if (over || near)
        out.push({
          finding: { code: over ? 'propshaft-joint' : 'propshaft-joint-near', axle, end, valueDeg, window },
          figure: { ...jointFigure(s.planned, end), limit: { min: window[0], max: window[1] } },
        });
    }
    return out;
  },
  measure: (c, axle, of) => {
    const s = shaftOf(c.axles[axle], c);
    if (!s) return null;
    return of.code === 'propshaft-ripple' ? s.planned.figure : jointFigure(s.planned, of.end);
  },
});
