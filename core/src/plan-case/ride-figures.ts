import { computed, explain, given, type Figure } from '../evidence';
import { addedMasses, spacersMm } from '../vehicle';
import type { Axle } from '../suspension';
import { G_M_PER_S2 } from '../units';
import type { Platform } from '../catalogue';
import { stiffnessToday, type Forecast, type TireStiffness } from '../forecast';
import { AXLES, type PlanCase } from './plan-case';

type When = 'today' | 'planned';
/** What is asked of a plan more than once; of today nothing of the plan is in it. */
const keptAt = <T>(c: PlanCase, when: When, name: string, make: () => T): T =>
  when === 'today' ? c.memoToday(name, make) : c.kept(name, make);
/** Ride frequency of each axle with the load of the brief on it, wheel rate and tyre in series; null without a height. */
export const frequencies = (c: PlanCase, which: When): Readonly<Record<Axle, Figure>> | null =>
  // the tyre of today is judged under the load of the plan
  c.kept(`frequencies ${which}`, () => frequenciesAt(c, which));
/** Vertical stiffness of the tyre on an axle, which is in series with every spring; null where its size cannot be read. */
const tireFigure = (c: PlanCase, axle: Axle, which: When): Figure | null =>
  c.tires.check?.[axle].figures.stiffness[which === 'today' ? 'today' : 'target'] ??
  stiffnessToday(c.job.tire, c.vehicle.platform, axle);
export const tireStiffnessOn = (c: PlanCase, axle: Axle): TireStiffness => ({
  today: tireFigure(c, axle, 'today')?.value ?? null,
  planned: tireFigure(c, axle, 'planned')?.value ?? null,
});
function frequenciesAt(c: PlanCase, which: When): Readonly<Record<Axle, Figure>> | null {
  const out: Partial<Record<Axle, Figure>> = {};
  for (const axle of AXLES) {
    const { prepared, view: planned } = c.axles[axle];
    const view = which === 'today' ? prepared.today : planned();
    const height = view.loaded();
    if (!height.ok) return null;
    const tire = tireFigure(c, axle, which);
    const rate = computed('wheel-rate', height.value.wheelRateNPerMm, 'N/mm', [], {
      formula: 'virtual-work',
    });
    out[axle] = explain(
      'frequency',
      'Hz',
      'ride-frequency',
      {
        rate: tire ? explain('ride-rate', 'N/mm', 'in-series', { of: [rate, tire] }) : rate,
        mass: given('sprung-mass', view.load.loadedN / G_M_PER_S2, 'kg', `${axle}, loaded`),
      },
      { loadCase: 'as-used' },
    );
  }
  const { front, rear } = out;
  return front && rear ? { front, rear } : null;
}

/** Masses of the vehicle with their heights, its springs and its roll axis; null without a height, or where nobody knows
 *  where its masses are. */
function massesAt(c: PlanCase, when: When) {
  const f = c.forecast();
  const { masses } = c.vehicle.platform;
  return masses && f ? keptAt(c, when, 'masses', () => massesIn(c, when, f, masses)) : null;
}
function massesIn(c: PlanCase, when: When, f: Forecast, masses: NonNullable<Platform['masses']>) {
  const { platform } = c.vehicle;
  const axles = { front: f.front, rear: f.rear };
  const from = platform.label;
  const unsprungKg = platform.front.unsprungKg + platform.rear.unsprungKg;
  const kg = (axle: Axle) =>
    platform[axle].curbKg + c.axles[axle].prepared.variantKg - platform[axle].unsprungKg;
  const sprungKg = kg('front') + kg('rear');
  const share = given('share', (100 * kg('rear')) / sprungKg, 'percent', 'of the sprung mass at the rear');
  const between = (of: (axle: Axle) => Figure) =>
    explain('rise', 'mm', 'between-axles', { front: of('front'), rear: of('rear'), share });
  const lift = between((axle) => axles[axle].heights[when]);
  const { check } = c.tires;
  const none = (name: 'tire-lift' | 'mass-height') => given(name, 0, 'mm');
  const on = when === 'planned' ? c.planned : c.fitted;
  const added = addedMasses(c.job.vehicle.accessories, on);
  const weights = added.map((m) => given('added-mass', m.massKg, 'kg', m.what));
  const sprung = given('sprung-mass', sprungKg, 'kg', from);
  const ofSprung = {
    sprung,
    'sprung-height': given('centre-of-gravity-stock', masses.sprungCgMm, 'mm', from),
    lift,
    'body-lift': given('body-lift', when === 'planned' ? f.front.bodyLiftMm : 0, 'mm'),
    body: given('body-mass', masses.bodyKg, 'kg', from),
    added: weights,
    'added-height': added.map((m) => given('mass-height', masses.placeMm[m.place], 'mm', m.what)),
  };
  return {
    axles,
    on,
    share,
    /** of the whole vehicle, on the tyres of the plan */
    height: explain('centre-of-gravity', 'mm', 'centre-of-gravity', {
      ...ofSprung,
      unsprung: given('unsprung-mass', unsprungKg, 'kg', from),
      'unsprung-height': given('centre-of-gravity-stock', masses.unsprungCgMm, 'mm', from),
      'tire-lift':
        when === 'planned' && check ? between((axle) => check[axle].figures.tireLift) : none('tire-lift'),
    }),
    /** of what stands on the springs, on stock tyres as the roll centres are */
    sprung: weights.length === 0 ? sprung : explain('sprung-mass', 'kg', 'sum', { of: [sprung, ...weights] }),
    sprungHeight: explain('centre-of-gravity', 'mm', 'centre-of-gravity', {
      ...ofSprung,
      unsprung: given('unsprung-mass', 0, 'kg', 'what stands on the springs alone'),
      'unsprung-height': none('mass-height'),
      'tire-lift': none('tire-lift'),
    }),
  };
}
/** How much further out the wanted wheel stands than today's by its offset alone, mm a side. */
export function offsetOutMm(c: PlanCase, axle: Axle): number {
  const side = c.tires.check?.[axle];
  return side ? side.today.offsetMm - side.target.offsetMm : 0;
}
/** Static stability: the narrower track over twice the height of the centre of gravity. Null where that is not known. */
export function stabilityOf(c: PlanCase, when: When): Figure | null {
  const m = massesAt(c, when);
  return m && keptAt(c, when, 'stability', () => stabilityIn(c, when, m));
}
function stabilityIn(c: PlanCase, when: When, m: ReturnType<typeof massesIn>): Figure {
  const tracks = AXLES.map((axle) => {
    const offsetMm = when === 'planned' ? offsetOutMm(c, axle) : 0;
    return c.vehicle.platform[axle].trackMm + 2 * (offsetMm + spacersMm(m.on, axle));
  });
  return explain('tipping', 'ratio', 'stability', {
    track: given('track', Math.min(...tracks), 'mm', 'the narrower of both axles'),
    height: m.height,
  });
}
/** Body roll per g on springs and bars of both axles, without the tyres; null where the masses are not known. */
export function rollGradient(c: PlanCase, when: When): Figure | null {
  const m = massesAt(c, when);
  return m && keptAt(c, when, 'roll', () => rollIn(c, when, m));
}
function rollIn(c: PlanCase, when: When, m: ReturnType<typeof massesIn>): Figure | null {
  const centre = (axle: Axle) =>
    m.axles[axle][when === 'today' ? 'geometryToday' : 'geometryPlanned'].rollCentreMm;
  const [front, rear] = [centre('front'), centre('rear')];
  if (front === null || rear === null) return null;
  const at = { front, rear };
  return explain('roll-gradient', 'deg/g', 'roll-gradient', {
    sprung: m.sprung,
    height: m.sprungHeight,
    axis: explain('roll-axis', 'mm', 'between-axles', {
      front: computed('roll-centre', at.front, 'mm', [], { formula: 'carrier-pose', from: 'front' }),
      rear: computed('roll-centre', at.rear, 'mm', [], { formula: 'carrier-pose', from: 'rear' }),
      share: m.share,
    }),
    rate: AXLES.map((axle) =>
      computed('wheel-rate', m.axles[axle][when].wheelRateNPerMm, 'N/mm', [], {
        formula: 'virtual-work',
        from: axle,
      }),
    ),
    track: AXLES.map((axle) => given('track', c.vehicle.platform[axle].trackMm, 'mm', axle)),
    bar: AXLES.map((axle) => given('bar-stiffness', c.vehicle.platform[axle].barNmPerRad, 'N·m', axle)),
  });
}
