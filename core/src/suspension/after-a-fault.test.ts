import fc from 'fast-check';
import { applyEffect, buildModel, poseAt, rideHeight, type AxleEffect, type Hardpoints, type Vec3 } from '..';
import { AXLES, specOf, stockOf } from '../testing/demo-axles';

/** What an axle says in a process in which nothing has failed yet. */
const answers = (code: string, axle: 'front' | 'rear') => {
  const setup = stockOf(code, axle);
  const load = specOf(code, axle).sprungLoadN;
  return [poseAt(setup.model, 0), poseAt(setup.model, 23, 7), rideHeight(setup, load * 1.1)];
};
const good = AXLES.map((a) => ({ ...a, before: answers(a.code, a.axle) }));

const anywhere = fc.oneof(
  fc.constantFrom(0, NaN, Infinity, -Infinity, 1e9, 785, 53.4, -90),
  fc.double({ min: -4000, max: 4000, noNaN: true }),
);
const point = fc.tuple(anywhere, anywhere, anywhere);

/** The hardpoints with one of their points elsewhere, or on top of another one. */
function broken(h: Hardpoints, which: number, onto: number | null, to: Vec3): Hardpoints {
  const points = h.points as unknown as Record<string, Vec3>;
  const names = Object.keys(points);
  const name = names[which % names.length]!;
  const at = onto === null ? to : points[names[onto % names.length]!]!;
  return { ...h, points: { ...points, [name]: at } } as unknown as Hardpoints;
}

it('after any solve, refused or not, the next one of a good axle is bit-equal to a fresh process', () => {
  fc.assert(
    fc.property(
      fc.nat(),
      fc.nat(),
      fc.option(fc.nat()),
      point,
      fc.boolean(),
      fc.integer({ min: -200, max: 200 }),
      (pick, which, onto, to, asEdit, z) => {
        const a = good[pick % good.length]!;
        const { hardpoints } = specOf(a.code, a.axle);
        try {
          if (asEdit) {
            const names = Object.keys(hardpoints.points);
            const edit: AxleEffect = { kind: 'move-point', point: names[which % names.length]!, byMm: to };
            poseAt(applyEffect(stockOf(a.code, a.axle), edit).model, z, z / 3);
          } else poseAt(buildModel(broken(hardpoints, which, onto, to)), z, z / 3);
        } catch {
          // a model that cannot be built is refused before it is solved
        }
        const next = good[(pick + which) % good.length]!;
        const said = poseAt(stockOf(next.code, next.axle).model, 0);
        expect(Object.is(JSON.stringify(said), JSON.stringify(next.before[0]))).toBe(true);
      },
    ),
    { numRuns: 10_000 },
  );
  for (const a of good) expect(answers(a.code, a.axle)).toEqual(a.before);
});

it.each(AXLES.filter((a) => a.kind === 'leaf-axle' || a.kind === 'radius-arm-axle'))(
  'one point on top of another on the $axle of $code is refused, not remembered',
  ({ code, axle }) => {
    const before = answers(code, axle);
    const { hardpoints } = specOf(code, axle);
    const names = Object.keys(hardpoints.points);
    for (let i = 0; i < names.length; i++)
      for (let j = 0; j < names.length; j++)
        if (i !== j) {
          const r = poseAt(buildModel(broken(hardpoints, i, j, [0, 0, 0])), 5);
          if (r.ok) expect(r.value.shift.every(Number.isFinite)).toBe(true);
        }
    expect(answers(code, axle)).toEqual(before);
  },
);
