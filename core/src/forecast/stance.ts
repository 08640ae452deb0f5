import type { Platform } from '../catalogue';
import { explain, given, type Figure } from '../evidence';
import type { JobSections } from '../job';
import type { Axle } from '../suspension';
import type { TapeReading } from '../vehicle';
import type { AxleForecast } from './axle-forecast';
import type { TireReading } from './wheels';

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
  readonly front: AxleForecast;
  readonly rear: AxleForecast;
  readonly today: Stance;
  readonly planned: Stance;
  readonly loaded: Stance;
  readonly heightSpareMm: Figure | null;
}

/** Arch heights, rake and roof today, planned and loaded, each as a chain: the tape where there is one, else the record. */
export function stances(
  platform: Platform,
  job: Pick<JobSections, 'brief' | 'vehicle'>,
  axles: { readonly front: AxleForecast; readonly rear: AxleForecast },
  tape: TapeReading,
  tires: TireReading,
): Forecast {
  const both = <T>(of: (axle: Axle) => T) => ({ front: of('front'), rear: of('rear') });
  const arches = both((axle): { today: Figure; planned: Figure; loaded: Figure } => {
    const f = axles[axle];
    const today =
      tape[axle] ??
      explain('arch-today', 'mm', 'arch-plus-lift', {
        today: given('arch-stock', f.spec.archMm, 'mm', platform.label),
        moves: f.heights.today,
      });
    const planned = explain(
      'arch-planned',
      'mm',
      'arch-plus-lift',
      {
        today,
        moves: [f.lift, ...(f.bodyLiftMm === 0 ? [] : [given('body-lift', f.bodyLiftMm, 'mm')])],
      },
      { plusMinus: Math.hypot(f.lift.plusMinus ?? 0, today.plusMinus ?? 0) },
    );
    const loaded = explain(
      'arch-loaded',
      'mm',
      'arch-plus-lift',
      {
        today: planned,
        moves: explain('slack', 'mm', 'height-difference', {
          planned: f.heights.loaded,
          today: f.heights.planned,
        }),
      },
      { plusMinus: planned.plusMinus },
    );
    return { today, planned, loaded };
  });
  const { check } = tires;
  const roofMm = Math.max(
    0,
    ...job.vehicle.accessories.filter((a) => a.place === 'roof').map((a) => a.addsHeightMm ?? 0),
  );
  const stance = (which: 'today' | 'planned' | 'loaded'): Stance => {
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
      rake: explain('rake', 'mm', 'rear-minus-front', {
        rear: arch.rear,
        front: arch.front,
        level: given('level-difference', platform.levelArchDifferenceMm, 'mm', platform.label),
        // another tyre at the rear tilts the body as well
        'rear-tire': check?.differs ? tire.rear : null,
        'front-tire': check?.differs ? tire.front : null,
      }),
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
        limit === null ? {} : { limit: { max: limit } },
      ),
    };
  };
  const planned = stance('planned');
  const limit = job.brief.heightLimitMm;
  return {
    ...axles,
    today: stance('today'),
    planned,
    loaded: stance('loaded'),
    heightSpareMm:
      limit === null
        ? null
        : explain('height-spare', 'mm', 'difference', {
            from: given('height-limit', limit, 'mm', job.brief.heightLimitWhat),
            less: planned.heightMm,
          }),
  };
}
