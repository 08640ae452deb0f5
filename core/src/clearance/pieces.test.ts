import {
  buildModel,
  clearanceMm,
  finish,
  nearestOf,
  piecesOf,
  pointOn,
  polar,
  relieved,
  scanNearest,
  tireBody,
  walkStates,
  wheelOf,
  type Axle,
  type MountedBody,
  type Obstacle,
  type ObstaclePiece,
  type Vec3,
} from '..';
import { catalogue } from '../testing/demo-world';
import { normalFrom } from '../testing/shop-simulation';

/** as many of each platform in every run; 200 by `npm run exact` */
const POSES = Number(process.env.RIGGER_POSES ?? 24);
/** What the kernel finds for an obstacle whose points lie there, on its own edges and faces. */
function nearest(o: Obstacle, points: readonly Vec3[], centre: Vec3, axis: Vec3, w: MountedBody): number {
  const profile = points.map((p) => polar(centre, axis, p));
  const found = nearestOf(1);
  scanNearest(
    w,
    { obstacles: [0], insideRim: [false], pieces: [piecesOf(o)] },
    [
      {
        points: points.length,
        rho: Float64Array.from(profile, (p) => p[0]),
        along: Float64Array.from(profile, (p) => p[1]),
      },
    ],
    0,
    found,
  );
  return found.mm[0]!;
}
/** The same by looking at every tenth of a millimetre along an edge; of a face at a coarse net and then closely around its best. */
function sampled(piece: ObstaclePiece, points: readonly Vec3[], of: (p: Vec3) => number): number {
  const face = piece.kind === 'face' || piece.kind === 'arc-face';
  let [least, at, across] = [Infinity, 0, 0];
  const look = (t: number, u: number) => {
    const mm = of(pointOn(piece, points, t, u));
    if (mm < least) [least, at, across] = [mm, t, u];
  };
  const lengthMm = Math.sqrt(Math.max(...piece.span2));
  const coarse = face ? 24 : Math.ceil(lengthMm / 0.1);
  for (let i = 0; i <= coarse; i++)
    for (let j = 0; j <= (face ? coarse : 0); j++) look(i / coarse, face ? j / coarse : 0);
  if (!face) return least;
  const [t0, u0, fine] = [at, across, 0.1 / lengthMm];
  const clip = (x: number) => Math.min(1, Math.max(0, x));
  for (let i = -24; i <= 24; i++)
    for (let j = -24; j <= 24; j++) look(clip(t0 + i * fine), clip(u0 + j * fine));
  return least;
}

describe('edges and faces of obstacles', () => {
  it.each(catalogue.platforms.map((p) => p.code))(
    '%s: the nearest place is that of looking everywhere',
    (code) => {
      const p = catalogue.platforms.find((x) => x.code === code)!;
      const normal = normalFrom(code.length * 977);
      let looked = 0;
      for (let n = 0; looked < POSES && n < 2 * POSES; n++) {
        const axle: Axle = n % 2 === 0 ? 'front' : 'rear';
        const spec = p[axle];
        const shaped = spec.obstacles.filter((o) => o.shape && o.shape.kind !== 'points');
        const o = relieved(shaped[n % shaped.length]!, [], wheelOf(spec))!;
        const model = buildModel(spec.hardpoints);
        const walk = finish(
          walkStates(model, {
            zMm: [20 * normal()],
            across: [0],
            acrossIs: model.beam ? 'other-wheel-mm' : 'rack-mm',
            othersMm: ['same'],
          }),
        );
        const state = walk.states[0];
        if (!state) continue;
        looked++;
        const now = state.placing(o);
        const points = o.points.map((x) => (now ? now(x) : x));
        const tire = tireBody(250 + 15 * normal(), 2 * spec.hardpoints.loadedRadiusMm + 20 * normal(), false);
        const w: MountedBody = { tire, barrel: null, outboardMm: 10 * normal() };
        const middle = state.centre.map((c, i) => c + state.axis[i]! * w.outboardMm) as unknown as Vec3;
        const of = (x: Vec3) => clearanceMm(tire, middle, state.axis, x);
        const brute = Math.min(
          ...points.map(of),
          ...piecesOf(o)
            // what lies further away than its own length is not nearest
            .filter((piece) => {
              const near = Math.min(...piece.at.map((i) => of(points[i]!)));
              return near - Math.sqrt(Math.max(...piece.span2)) / 2 < Math.min(...points.map(of));
            })
            .map((piece) => sampled(piece, points, of)),
        );
        const found = nearest(o, points, state.centre, state.axis, w);
        // no further than what was seen by half a tenth, and nearer by no more than lies between two samples
        expect(found).toBeLessThanOrEqual(brute + 0.05);
        expect(found).toBeGreaterThan(brute - 0.02);
      }
      expect(looked).toBe(POSES);
    },
  );
  it('a straight edge between two points comes nearer than either; an arc about the wheel keeps its distance', () => {
    const tire = tireBody(250, 800, false);
    const w: MountedBody = { tire, barrel: null, outboardMm: 0 };
    const round = (deg: number): Vec3 => [
      500 * Math.cos((deg * Math.PI) / 180),
      0,
      500 * Math.sin((deg * Math.PI) / 180),
    ];
    const points = [round(78), round(90), round(102)];
    const of = (shape: Obstacle['shape']) =>
      nearest({ name: 'edge', carriedBy: 'body', points, shape }, points, [0, 0, 0], [0, 1, 0], w);
    expect(of({ kind: 'points' })).toBeCloseTo(100, 9);
    expect(of({ kind: 'line' })).toBeCloseTo(500 * Math.cos((6 * Math.PI) / 180) - 400, 6);
    expect(Math.abs(of({ kind: 'arc' }) - 100)).toBeLessThan(0.5);
  });
});
