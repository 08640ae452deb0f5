import type { Platform } from '../catalogue';
import { explain, given, inDoubt, type Figure, type LoadCase } from '../evidence';
import type { JobSections } from '../job';
import type { Axle } from '../suspension';
import type { TapeReading } from '../vehicle';
import type { AxleForecast, AxleGeometry } from './axle-forecast';
import { tireLiftTodayMm, type TireReading } from './wheels';

/** Where the vehicle stands: arch heights, rake and roof, mm. */
export interface Stance {
  readonly front: Figure;
  readonly rear: Figure;
  readonly rake: Figure;
  readonly heightMm: Figure;
  /** body rise over the stock body at each axle, tyre included, mm: what the drawing moves by */
  readonly rise: { readonly front: number; readonly rear: number };
}
export interface Forecast {
  /** angles against the ground: the body's pitch is in them */
  readonly front: AxleForecast;
  readonly rear: AxleForecast;
  /** as it stands */
  readonly today: Stance;
  /** planned: empty, with the load of the brief, and with each axle at its rating */
  readonly planned: Stance;
  readonly loaded: Stance;
  readonly rated: Stance;
  /** of the body against how it left the factory, degrees, + nose down */
  readonly pitch: Readonly<Record<'today' | 'planned' | 'loaded' | 'rated', Figure>>;
  readonly heightSpareMm: Figure | null;
}

type Which = 'today' | 'planned' | 'loaded' | 'rated';
const CASE_OF: Readonly<Record<Which, LoadCase>> = {
  today: 'empty',
  planned: 'empty',
  loaded: 'as-used',
  rated: 'rated',
};
/** An axle with its caster against the ground: a nose that goes down takes it from the axle, all of the pitch. */
function onGround(f: AxleForecast, pitch: Forecast['pitch']): AxleForecast {
  const turned = (g: AxleGeometry, by: Figure): AxleGeometry =>
    g.casterDeg === null ? g : { ...g, casterDeg: g.casterDeg - by.value };
  return {
    ...f,
    geometryToday: turned(f.geometryToday, pitch.today),
    geometryPlanned: turned(f.geometryPlanned, pitch.planned),
  };
}
/** Arch heights, rake and roof as it stands and planned in each case of load, each as a chain: the tape where there is one, else the record. */
export function stances(
  platform: Platform,
  job: Pick<JobSections, 'brief' | 'vehicle' | 'tire'>,
  axles: { readonly front: AxleForecast; readonly rear: AxleForecast },
  tape: TapeReading,
  tires: TireReading,
): Forecast {
  const both = <T>(of: (axle: Axle) => T) => ({ front: of('front'), rear: of('rear') });
  const arches = both((axle): Readonly<Record<Which, Figure>> => {
    const f = axles[axle];
    const today =
      tape[axle] ??
      explain(
        'arch-today',
        'mm',
        'arch-plus-lift',
        {
          today: given('arch-stock', f.spec.archMm, 'mm', platform.label),
          moves: f.heights.today,
        },
        { plusMinus: f.spec.archToleranceMm },
      );
    const doubtMm = () => Math.hypot(f.lift.plusMinus ?? 0, today.plusMinus ?? 0);
    const planned = inDoubt(
      explain(
        'arch-planned',
        'mm',
        'arch-plus-lift',
        {
          today,
          moves: [f.lift, ...(f.bodyLiftMm === 0 ? [] : [given('body-lift', f.bodyLiftMm, 'mm')])],
        },
        { loadCase: 'empty' },
      ),
      doubtMm,
    );
    const under = (which: 'loaded' | 'rated') =>
      inDoubt(
        explain(
          `arch-${which}`,
          'mm',
          'arch-plus-lift',
          {
            today: planned,
            moves: explain('slack', 'mm', 'height-difference', {
              planned: f.heights[which],
              today: f.heights.planned,
            }),
          },
          { loadCase: which === 'loaded' ? 'as-used' : 'rated' },
        ),
        doubtMm,
      );
    return { today, planned, loaded: under('loaded'), rated: under('rated') };
  });
  const { check } = tires;
  const roofMm = Math.max(
    0,
    ...job.vehicle.accessories.filter((a) => a.place === 'roof').map((a) => a.addsHeightMm ?? 0),
  );
  const stance = (which: Which): Stance => {
    const arch = both((axle) => arches[axle][which]);
    const tire = both((axle) => (check && which !== 'today' ? check[axle].figures.tireLift : null));
    const rise = both((axle) =>
      explain('rise', 'mm', 'difference', {
        from: tire[axle] ? explain('rise', 'mm', 'sum', { of: [arch[axle], tire[axle]] }) : arch[axle],
        less: given('arch-stock', platform[axle].archMm, 'mm', platform.label),
      }),
    );
    const limit = job.brief.heightLimitMm;
    return {
      ...arch,
      rise: { front: rise.front.value, rear: rise.rear.value },
      rake: explain(
        'rake',
        'mm',
        'rear-minus-front',
        {
          rear: arch.rear,
          front: arch.front,
          level: given('level-difference', platform.levelArchDifferenceMm, 'mm', platform.label),
          // another tyre at the rear tilts the body as well
          'rear-tire': check?.differs ? tire.rear : null,
          'front-tire': check?.differs ? tire.front : null,
        },
        { loadCase: CASE_OF[which] },
      ),
      heightMm: explain(
        'overall-height',
        'mm',
        'roof-between-axles',
        {
          stock: given('overall-height', platform.heightMm, 'mm', platform.label),
          front: rise.front,
          rear: rise.rear,
          share: given(
            'roof-share',
            (-platform.roofXMm / platform.wheelbaseMm) * 100,
            'percent',
            'roof behind the front axle',
          ),
          'on-it': roofMm === 0 ? null : given('roof-item', roofMm, 'mm'),
        },
        { loadCase: CASE_OF[which], ...(limit === null ? {} : { limit: { max: limit } }) },
      ),
    };
  };
  const pitch = (which: Which): Figure => {
    const end = (axle: Axle) => {
      const planned = which === 'today' || !check ? null : check[axle].figures.tireLift;
      const onTires = given('tire-lift', tireLiftTodayMm(job.tire, platform, axle), 'mm', 'today’s tyre');
      return explain('rise', 'mm', 'sum', {
        of: [axles[axle].heights[which], onTires, ...(planned ? [planned] : [])],
      });
    };
    return explain('body-pitch', 'deg', 'body-pitch', {
      rear: end('rear'),
      front: end('front'),
      wheelbase: given('wheelbase', platform.wheelbaseMm, 'mm', platform.label),
    });
  };
  const pitches = {
    today: pitch('today'),
    planned: pitch('planned'),
    loaded: pitch('loaded'),
    rated: pitch('rated'),
  };
  const planned = stance('planned');
  const limit = job.brief.heightLimitMm;
  return {
    ...both((axle) => onGround(axles[axle], pitches)),
    pitch: pitches,
    today: stance('today'),
    planned,
    loaded: stance('loaded'),
    rated: stance('rated'),
    heightSpareMm:
      limit === null
        ? null
        : explain('height-spare', 'mm', 'difference', {
            from: given('height-limit', limit, 'mm', job.brief.heightLimitWhat),
            less: planned.heightMm,
          }),
  };
}
