import {
  AXLES,
  axleTable,
  buildModel,
  clearanceMm,
  clearsOver,
  cloudAt,
  finish,
  FOUND_TO_MM,
  insideRim,
  largestThatClears,
  leastOver,
  nearestOf,
  piecesOf,
  pointOn,
  readMap,
  relieved,
  rubAxle,
  scanNearest,
  smallestDiameterMm,
  tireBody,
  walkStates,
  wheelBarrel,
  wheelOf,
  worstOver,
  type Axle,
  type MountedBody,
  type Obstacle,
  type ObstaclePiece,
  type Vec3,
} from '..';
import { ok, plainRubInput } from '../testing/demo-axles';
import { catalogue } from '../testing/demo-world';
import { normalFrom } from '../testing/shop-simulation';

/** as many of each platform in every run; 200 by `npm run exact` */
const POSES = Number(process.env.RIGGER_POSES ?? 8);
/** one axle of each kind of suspension in every run; all of them by `npm run exact` */
const MAPPED = catalogue.platforms
  .flatMap((p) => AXLES.map((axle) => ({ code: p.code, axle, kind: p[axle].hardpoints.kind })))
  .filter(
    ({ kind }, i, all) =>
      process.env.RIGGER_POSES !== undefined || all.findIndex((a) => a.kind === kind) === i,
  )
  .map(({ code, axle }) => [code, axle] as const);
/** What the kernel finds for an obstacle whose points lie there, on its own edges and faces. */
function nearest(o: Obstacle, points: readonly Vec3[], centre: Vec3, axis: Vec3, w: MountedBody): number {
  const found = nearestOf(1);
  const list = { obstacles: [0], insideRim: [false], pieces: [piecesOf(o)] };
  scanNearest(w, list, [cloudAt(o, points, centre, axis)], 0, found);
  return found.mm[0]!;
}
/** The same by looking at every tenth of a millimetre along an edge; of a face at a coarse net and then at closer ones around its best. */
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
  const clip = (x: number) => Math.min(1, Math.max(0, x));
  for (let step = 1 / coarse; step > 0.05 / lengthMm; step /= 6) {
    const [t0, u0] = [at, across];
    for (let i = -8; i <= 8; i++)
      for (let j = -8; j <= 8; j++) look(clip(t0 + (i * step) / 6), clip(u0 + (j * step) / 6));
  }
  return least;
}

/** An axle as built on its stock tyre, over a map's poses. */
function mapOf(code: string, axle: Axle) {
  const input = plainRubInput(code, axle);
  const a = ok(rubAxle(input));
  const { loadedRadiusMm } = input.vehicle.platform[axle].hardpoints;
  const tire = tireBody(245, 2 * loadedRadiusMm, false, 10);
  const w: MountedBody = { tire, barrel: wheelBarrel(10, 7), outboardMm: 0 };
  return { a, w, table: ok(axleTable(a, 13, 13)) };
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
            zMm: [45 * normal()],
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
  it.each(MAPPED)('%s %s: what is passed over as too far away changes no answer', (code, axle) => {
    const { a, w, table } = mapOf(code, axle);
    // nothing is known of how the wheel moves from one state to the next: everything is looked at
    const everything = { ...table, clouds: table.clouds.map((c) => ({ ...c, moves: undefined })) };
    const [map, whole] = [readMap(table, w), readMap(everything, w)];
    map.clearanceMm.flat().forEach((mm, n) => {
      const other = whole.clearanceMm.flat()[n] ?? null;
      expect(Math.abs((mm ?? -999) - (other ?? -999))).toBeLessThan(0.02);
    });
    for (const window of [a.usedWindow, a.wholeWindow]) {
      const rest = worstOver(everything, w, window);
      // the least alone, and whether so much is kept, leave out what cannot be the least: between two columns as well
      rest.forEach(({ clearanceMm }, k) => {
        const only = (n: number) => n === k;
        expect(Math.abs(leastOver(table, w, window, only) - clearanceMm)).toBeLessThan(0.02);
        for (const byMm of [0.05, 1, 4, 9]) {
          expect(clearsOver(table, w, window, clearanceMm - byMm, only)).toBe(true);
          expect(clearsOver(table, w, window, clearanceMm + byMm, only)).toBe(false);
        }
      });
      worstOver(table, w, window).forEach((o, k) => {
        expect(Math.abs(o.clearanceMm - rest[k]!.clearanceMm)).toBeLessThan(0.02);
      });
    }
  });
  it.each(MAPPED)(
    '%s %s: the largest tyre found state by state is that of trying sizes over the whole window',
    (code, axle) => {
      const { a, w, table } = mapOf(code, axle);
      const rimIn = 10;
      const bodyOf = (diameterMm: number) => ({ ...w, tire: tireBody(245, diameterMm, false, rimIn) });
      const only = (k: number) => !insideRim(a.kinds[k]!);
      const found = largestThatClears(
        table,
        a.usedWindow,
        10,
        { fromMm: smallestDiameterMm(rimIn), toMm: 1200, bodyOf },
        only,
      );
      const clears = (mm: number) => clearsOver(table, bodyOf(mm), a.usedWindow, 10, only);
      if (found === null) {
        expect(clears(smallestDiameterMm(rimIn))).toBe(false);
        return;
      }
      expect(clears(found)).toBe(true);
      expect(clears(found + 2 * FOUND_TO_MM)).toBe(false);
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
