import type { Platform } from '../catalogue';
import { sideStep, turnOf, type WorkPlan } from '../work-order';
import type { Axle, Vec3 } from '../suspension';

/** One thing under the vehicle as it is seen from above: x forward, y left, mm. */
export interface UndersideShape {
  /** the state that takes it off (`wheel-off@front`); null: it stays on in every plan */
  readonly state: string | null;
  /** the wheel that it belongs to; null: to both, or to none */
  readonly side: 'left' | 'right' | null;
  readonly kind: 'wheel' | 'beam' | 'link' | 'track-bar' | 'spring' | 'bar' | 'leaf' | 'plate' | 'battery';
  /** a line, or the corners of an area */
  readonly points: readonly (readonly [number, number])[];
  readonly closed: boolean;
  /** of a round thing */
  readonly radiusMm: number | null;
}
const INDEPENDENT: readonly (readonly [string, string])[] = [
  ['lowerFront', 'lowerBall'],
  ['lowerRear', 'lowerBall'],
  ['upperFront', 'upperBall'],
  ['upperRear', 'upperBall'],
  ['tieInner', 'tieOuter'],
  ['leafClamp', 'leafEnd'],
  ['pivotInner', 'wheelCentre'],
  ['pivotOuter', 'wheelCentre'],
];
const SPRING_RADIUS_MM = 65;
/** a bar and a plate have no points in a record: they are drawn this far before the axle, and as wide as this share of the track */
const BAR_AHEAD_MM = 260;
const BAR_SHARE = 0.72;
const PLATE_MM = { from: 420, to: -220, share: 0.48 } as const;

/** What of a vehicle a fitter takes off, from above and from its own points: wheels, links, springs, leaves; bar, plate and battery where
 *  such things are, since no record has their points.
 *  @param tire of each axle, mm */
export function underside(
  platform: Platform,
  tire: Readonly<Record<Axle, { readonly diameterMm: number; readonly widthMm: number }>>,
): readonly UndersideShape[] {
  const shapes = (['front', 'rear'] as const).flatMap((axle): UndersideShape[] => {
    const h = platform[axle].hardpoints;
    const p = h.points as unknown as Readonly<Record<string, Vec3 | undefined>>;
    const x = axle === 'front' ? 0 : -platform.wheelbaseMm;
    const half = platform[axle].trackMm / 2;
    const [r, w] = [tire[axle].diameterMm / 2, tire[axle].widthMm / 2];
    const state = (code: string) => `${code}@${axle}`;
    const line = (kind: UndersideShape['kind'], a: Vec3, b: Vec3, of: string | null): UndersideShape => ({
      state: of,
      side: null,
      kind,
      points: [
        [a[0], a[1]],
        [b[0], b[1]],
      ],
      closed: false,
      radiusMm: null,
    });
    const mirrored = (v: Vec3): Vec3 => [v[0], -v[1], v[2]];
    const both = (kind: UndersideShape['kind'], a: string, b: string, of: string | null) => {
      const [from, to] = [p[a], p[b]];
      return from && to ? [line(kind, from, to, of), line(kind, mirrored(from), mirrored(to), of)] : [];
    };
    const round = (at: Vec3 | undefined, of: string): UndersideShape[] =>
      at
        ? [
            {
              state: of,
              side: at[1] > 0 ? 'left' : 'right',
              kind: 'spring',
              points: [[at[0], at[1]]],
              closed: false,
              radiusMm: SPRING_RADIUS_MM,
            },
          ]
        : [];
    const rect = (
      kind: UndersideShape['kind'],
      [x0, y0, x1, y1]: readonly [number, number, number, number],
      of: string,
    ): UndersideShape => ({
      state: of,
      side: null,
      kind,
      points: [
        [x0, y0],
        [x1, y0],
        [x1, y1],
        [x0, y1],
      ],
      closed: true,
      radiusMm: null,
    });
    const spring = state(['double-wishbone', 'strut'].includes(h.kind) ? 'strut-out' : 'spring-out');
    const sprung = p.springTop ?? p.strutTop;
    return [
      ...[half, -half].map((y) => rect('wheel', [x - r, y - w, x + r, y + w], state('wheel-off'))),
      ...(p.wheelLeft && p.wheelRight ? [line('beam', p.wheelLeft, p.wheelRight, null)] : []),
      ...INDEPENDENT.flatMap(([a, b]) => both('link', a, b, null)),
      ...(h.kind === 'five-link'
        ? h.links.flatMap((l) => [
            line('link', l.body, l.knuckle, null),
            line('link', mirrored(l.body), mirrored(l.knuckle), null),
          ])
        : []),
      ...Object.entries(p).flatMap(([name, at]): UndersideShape[] => {
        const to = name.endsWith('Body') ? p[`${name.slice(0, -'Body'.length)}Axle`] : undefined;
        if (!at || !to) return [];
        return name === 'trackBarBody'
          ? [line('track-bar', at, to, state('track-bar-free'))]
          : [line('link', at, to, null)];
      }),
      ...both('leaf', 'eyeLeftFront', 'eyeLeftRear', state('leaf-free')),
      ...(sprung ? [...round(sprung, spring), ...round(mirrored(sprung), spring)] : []),
      ...round(p.springLeftTop, spring),
      ...round(p.springRightTop, spring),
      {
        state: state('bar-free'),
        side: null,
        kind: 'bar',
        points: [
          [x, half * BAR_SHARE],
          [x + BAR_AHEAD_MM, half * BAR_SHARE],
          [x + BAR_AHEAD_MM, -half * BAR_SHARE],
          [x, -half * BAR_SHARE],
        ],
        closed: false,
        radiusMm: null,
      },
      ...(axle === 'front'
        ? [
            rect(
              'plate',
              [PLATE_MM.to, -half * PLATE_MM.share, PLATE_MM.from, half * PLATE_MM.share],
              state('skid-off'),
            ),
          ]
        : []),
    ];
  });
  const battery = platform.front.trackMm * 0.3;
  return [
    ...shapes,
    {
      state: 'battery-off@vehicle',
      side: null,
      kind: 'battery',
      points: [
        [300, battery],
        [480, battery],
        [480, battery + 180],
        [300, battery + 180],
      ],
      closed: true,
      radiusMm: null,
    },
  ];
}
/** What is off the vehicle while a step is done, and what that step takes off or puts back: `wheel-off@front`, and where it is done by
 *  sides `strut-out@front left`. */
export interface OffAt {
  readonly off: ReadonlySet<string>;
  readonly now: string | null;
}
/** @param number of the step; what it takes off is `now`, not yet `off`
 *  @example offAt({ steps: [] }, 1).now // null */
export function offAt(plan: Pick<WorkPlan, 'steps'>, number: number): OffAt {
  const off = new Set<string>();
  for (const s of plan.steps) {
    const turn = turnOf(s);
    const at = turn && sideStep(turn.state, turn.side);
    if (s.number >= number) return { off, now: s.number === number ? at : null };
    if (at === null) continue;
    if (turn?.turn === 'off') off.add(at);
    else off.delete(at);
  }
  return { off, now: null };
}
