import fc from 'fast-check';
import { readFileSync } from 'node:fs';
import {
  barrelClearanceMm,
  frontier,
  largestDiameterMm,
  refineMap,
  rubShareOf,
  nearestOf,
  scanNearest,
  wheelBarrel,
  buildModel,
  clearanceMm,
  evenGrid,
  leastLift,
  leastOver,
  finish,
  polarTable,
  travelAt,
  usedWindow,
  wholeWindow,
  profileClearanceMm,
  rubMap,
  tireBody,
  type Hardpoints,
  type Obstacle,
  type TireBody,
  type Vec3,
} from '..';

const file = JSON.parse(readFileSync(`${__dirname}/../../fixtures/clearance.json`, 'utf8'));
const camel = (s: string) => s.replace(/_(\w)/g, (_, c: string) => c.toUpperCase());
const CARRIED = { body: 'body', knuckle: 'knuckle', upper_arm: 'upper', lower_arm: 'lower' } as const;
const brakvik = file.platforms.brakvik;
const model = buildModel({
  kind: 'double-wishbone',
  axle: 'front',
  springOn: 'lower',
  loadedRadiusMm: brakvik.loaded_radius_mm,
  staticCamberDeg: brakvik.static_camber_deg,
  staticToeDeg: brakvik.static_toe_deg,
  springSeatOffsetMm: brakvik.spring_seat_offset_mm,
  points: Object.fromEntries(Object.entries(brakvik.hardpoints).map(([k, v]) => [camel(k), v])),
} as unknown as Hardpoints);
const bodyOf = (t: any): TireBody => ({
  halfWidthMm: t.half_width_mm,
  radiusMm: t.radius_mm,
  shoulderMm: t.shoulder_mm,
});
const obstaclesOf = (sweep: any): Obstacle[] =>
  sweep.obstacles.map((o: any) => ({
    name: o.name,
    carriedBy: CARRIED[o.carried_by as 'body'],
    points: o.points,
  }));

describe('published clearances', () => {
  it.each(file.points as any[])('point %#', (p) => {
    const got = clearanceMm(bodyOf(p), p.tyre_centre, p.spin_axis, p.point);
    expect(Math.abs(got - p.clearance_mm)).toBeLessThan(1e-4);
    expect(profileClearanceMm(bodyOf(p), p.rho_mm, p.s_mm)).toBeCloseTo(p.clearance_mm, 5);
  });
  it.each(file.sweeps as any[])(
    'sweep %#: the minimum of each obstacle, its pose and point, and the map',
    (sweep) => {
      const input = {
        model,
        tire: bodyOf(sweep.tyre),
        barrel: null,
        outboardMm: sweep.offset_outboard_mm,
        obstacles: obstaclesOf(sweep),
      };
      const grid = {
        zMm: evenGrid(sweep.travel_mm[0], sweep.travel_mm[1], sweep.travel_points),
        across: evenGrid(sweep.rack_mm[0], sweep.rack_mm[1], sweep.rack_points),
        acrossIs: 'rack-mm' as const,
        othersMm: ['same' as const],
      };
      const r = rubMap(input, grid);
      if (!r.ok) throw new Error(JSON.stringify(r.fault));
      for (const w of r.value.worst) {
        const want = sweep.minimum[w.obstacle];
        expect(Math.abs(w.clearanceMm - want.clearance_mm)).toBeLessThan(1e-4);
        expect(w.point).toBe(want.point);
        if (want.z_mm === null) expect([w.zMm, w.rackMm]).toEqual([null, null]);
        else {
          expect(w.zMm).toBeCloseTo(want.z_mm, 6);
          expect(w.rackMm).toBeCloseTo(want.rack_mm, 6);
        }
      }
      const coarse = rubMap(input, { ...grid, zMm: sweep.map_z_mm, across: sweep.map_rack_mm });
      if (!coarse.ok) throw new Error('no map');
      coarse.value.clearanceMm.forEach((row, i) => {
        row.forEach((c, j) => {
          expect(Math.abs(c! - sweep.map_clearance_mm[i][j])).toBeLessThan(1e-4);
        });
      });
    },
  );
});

const [sweep] = file.sweeps;
const rack = evenGrid(-72, 72, 13);
const over = (zMm: readonly number[], across: readonly number[] = rack) => ({
  zMm,
  across,
  acrossIs: 'rack-mm' as const,
  othersMm: ['same' as const],
});
const body: Obstacle[] = obstaclesOf(sweep).filter((o) => o.carriedBy === 'body');
const arms: Obstacle[] = obstaclesOf(sweep).filter((o) => o.carriedBy !== 'body');
const mounted = (tire: TireBody, outboardMm = 0) => ({ tire, barrel: null, outboardMm });
const worst = (tire: TireBody, obstacles: Obstacle[], z: readonly number[], outboardMm = 0) => {
  const r = rubMap({ model, ...mounted(tire, outboardMm), obstacles }, over(z));
  if (!r.ok) throw new Error('no map');
  return Math.min(...r.value.worst.map((w) => w.clearanceMm));
};
const table = (obstacles: Obstacle[]) => {
  const t = finish(polarTable(model, obstacles, over(evenGrid(-85, 75, 33), evenGrid(-72, 72, 25))));
  if ('code' in t) throw new Error('no table');
  return t;
};
const ends = { topMm: 70, bottomMm: -85, lock: 72 };
const used = { bumpMm: 60, droopMm: 80, narrowing: 0 };

describe('laws of rubbing', () => {
  it('a bigger or wider tyre, or one with mud lugs, never clears by more', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 235, max: 300 }),
        fc.integer({ min: 740, max: 880 }),
        fc.integer({ min: 1, max: 25 }),
        (section, diameter, more) => {
          const z = [-60, 0, 60];
          const small = worst(tireBody(section, diameter, false), body, z);
          expect(worst(tireBody(section, diameter + more, false), body, z)).toBeLessThanOrEqual(small + 1e-9);
          expect(worst(tireBody(section + more, diameter, false), body, z)).toBeLessThanOrEqual(small + 1.5); // a wider tyre has a rounder shoulder
          expect(worst(tireBody(section, diameter, true), body, z)).toBeLessThanOrEqual(small + 1e-9);
        },
      ),
      { numRuns: 15 },
    );
  });
  it('offset acts the right way: further out clears the arms, and costs at what stands outside', () => {
    const tire = tireBody(265, 803, false);
    const upper = arms.filter((o) => o.carriedBy === 'upper');
    expect(worst(tire, upper, [0], 20)).toBeGreaterThan(worst(tire, upper, [0], 0));
    const outside: Obstacle[] = [{ name: 'flare', carriedBy: 'body', points: [[0, 1010, 700]] }];
    expect(worst(tire, outside, [40], 20)).toBeLessThan(worst(tire, outside, [40], 0));
  });
  it('over travel counted from ride height, lift never costs clearance to the body', () => {
    const t = table(body);
    fc.assert(
      fc.property(fc.integer({ min: 0, max: 60 }), fc.integer({ min: 1, max: 20 }), (lift, more) => {
        const at = (mm: number) =>
          leastOver(t, mounted(tireBody(285, 860, false)), usedWindow(-mm, used, ends));
        expect(at(lift + more)).toBeGreaterThanOrEqual(at(lift) - 1e-6);
      }),
    );
    const to = (mm: number) => leastOver(t, mounted(tireBody(285, 860, false)), usedWindow(-mm, used, ends));
    expect(to(45)).toBeGreaterThan(to(0));
  });
  it('what a road brings together is less than every travel at every lock, and what full lock takes off counts from the ride height', () => {
    const t = table(body);
    const w = mounted(tireBody(285, 860, false));
    const road = { ...used, narrowing: 0.5 };
    fc.assert(
      fc.property(fc.integer({ min: 0, max: 40 }), (lift) => {
        const [narrow, whole] = [road, used].map((u) => leastOver(t, w, usedWindow(-lift, u, ends)));
        expect(narrow).toBeGreaterThanOrEqual(whole! - 1e-9);
      }),
    );
    const window = usedWindow(-20, road, ends);
    expect(travelAt(window, 0)).toEqual([-85, 40]);
    expect(travelAt(window, 72)).toEqual([-60, 10]);
    expect(travelAt(window, -72)).toEqual(travelAt(window, 72));
    // a stop takes its travel away at every lock, not a share of it
    expect(travelAt({ ...window, toMm: 15 }, 36)).toEqual([-85, 15]);
    expect(travelAt({ ...window, toMm: 15 }, 72)).toEqual([-60, 10]);
  });
  it('to the stop, lift changes nothing, and an earlier stop never costs', () => {
    const t = table(body);
    const w = mounted(tireBody(285, 860, false));
    const whole = leastOver(t, w, wholeWindow(ends));
    expect(leastOver(t, w, wholeWindow({ ...ends, topMm: 50 }))).toBeGreaterThanOrEqual(whole);
    expect(leastOver(t, w, wholeWindow({ ...ends, lock: 40 }))).toBeGreaterThanOrEqual(whole);
  });
  it('arms are not helped by lift: at equal travel they are what they are', () => {
    const lifted = { ...model, springs: model.springs };
    const tire = tireBody(265, 803, false);
    const r = (m: typeof model) => {
      const got = rubMap({ model: m, ...mounted(tire), obstacles: arms }, over([-20, 20]));
      if (!got.ok) throw new Error('no map');
      return got.value.worst.map((w) => w.clearanceMm);
    };
    expect(r(lifted)).toEqual(r(model));
  });
  it('the least lift clears, and 2 mm less does not; the least stop holds, and 2 mm less does not', () => {
    const t = table([...obstaclesOf(sweep).filter((o) => o.name === 'front liner'), ...arms]);
    const w = mounted(tireBody(285, 848, false));
    const r = leastLift(t, w, { ends, used, marginMm: 10 });
    if (!r.ok) throw new Error(JSON.stringify(r.fault));
    const { liftMm, usedMm, toStopMm, armMm, stopMm } = r.value;
    const liner = (k: number) => k === 0;
    expect(liftMm).toBeGreaterThan(3);
    expect(usedMm).toBeGreaterThanOrEqual(10);
    expect(leastOver(t, w, usedWindow(-(liftMm - 2), used, ends), liner)).toBeLessThan(10);
    expect(toStopMm).toBeLessThanOrEqual(usedMm);
    expect(stopMm).not.toBeNull();
    expect(
      leastOver(t, w, wholeWindow({ ...ends, topMm: ends.topMm - stopMm! }), liner),
    ).toBeGreaterThanOrEqual(10);
    expect(leastOver(t, w, wholeWindow({ ...ends, topMm: ends.topMm - stopMm! + 2 }), liner)).toBeLessThan(
      10,
    );
    expect(Number.isFinite(armMm)).toBe(true);
  });
  it('a tyre that touches at any lift says what it touches, and a small one needs none', () => {
    const wall: Obstacle = {
      name: 'wall',
      carriedBy: 'body',
      points: [
        [0, 865, 385],
        [0, 865, 300],
        [0, 865, 470],
      ] as Vec3[],
    };
    expect(
      leastLift(table([wall]), mounted(tireBody(285, 882, false)), { ends, used, marginMm: 10 }),
    ).toMatchObject({
      ok: false,
      fault: { code: 'no-lift-clears', obstacle: 'wall' },
    });
    expect(
      leastLift(table(body), mounted(tireBody(205, 700, false)), { ends, used, marginMm: 10 }),
    ).toMatchObject({
      ok: true,
      value: { liftMm: 0, stopMm: 0 },
    });
  });
  it('the largest tyre clears by the margin, 2 mm more does not, and width costs diameter', () => {
    const t = table(body);
    const asked = { mud: false, rimIn: 17, barrel: null, outboardMm: 0, marginMm: 10 };
    const window = usedWindow(-30, used, ends);
    const points = frontier(t, [235, 265, 295], asked, window);
    const at = (d: number) => leastOver(t, mounted(tireBody(265, d, false, 17)), window);
    const largest = points[1]?.diameterMm ?? 0;
    expect(at(largest)).toBeGreaterThanOrEqual(10);
    expect(at(largest + 2)).toBeLessThan(10);
    expect(points[0]!.diameterMm!).toBeGreaterThanOrEqual(largest);
    expect(points[2]!.diameterMm!).toBeLessThanOrEqual(largest);
    expect(largestDiameterMm(t, 265, { ...asked, outboardMm: 0, marginMm: 400 }, window)).toBeNull();
  });
  it('on a window between the lines of the table it agrees with poses solved there', () => {
    const t = table(body);
    const w = mounted(tireBody(285, 860, false));
    const exact = worst(w.tire, body, evenGrid(-41.3, 33.7, 31));
    expect(leastOver(t, w, { fromMm: -41.3, toMm: 33.7, lock: 72, narrows: null })).toBeCloseTo(exact, 0);
  });
  it('refines where the sign changes, and the share of the map settles', () => {
    const input = { model, ...mounted(tireBody(285, 882, false)), obstacles: body };
    const share = (n: number) => {
      const r = rubMap(input, over(evenGrid(-85, 70, n), evenGrid(-72, 72, n)));
      if (!r.ok) throw new Error('no map');
      const fine = finish(refineMap(input, r.value));
      expect(fine.length).toBeGreaterThan(0);
      return [rubShareOf(r.value, []), rubShareOf(r.value, fine)] as const;
    };
    const [coarse, refined] = share(11);
    const [, settled] = share(41);
    expect(Math.abs(refined - settled)).toBeLessThan(0.01);
    expect(Math.abs(refined - settled)).toBeLessThanOrEqual(Math.abs(coarse - settled) + 1e-9);
  });
  it('can be stopped on the way, and leaves out what the linkage does not reach', () => {
    const input = { model, ...mounted(tireBody(265, 803, false)), obstacles: body };
    expect(rubMap(input, over(evenGrid(-90, 75, 9)), (done) => done < 3)).toEqual({
      ok: false,
      fault: { code: 'stopped' },
    });
    const far = rubMap(input, over([-400, 0], [0]));
    if (!far.ok) throw new Error('no map');
    expect(far.value.clearanceMm[0]![0]).toBeNull();
    expect(far.value.clearanceMm[1]![0]).not.toBeNull();
  });
});

it('the kernel finds what the plain formulas say, on any profile', () => {
  const near = fc.double({ min: -250, max: 250, noNaN: true });
  fc.assert(
    fc.property(
      fc.array(fc.tuple(fc.double({ min: 0, max: 500, noNaN: true }), near), { minLength: 1, maxLength: 12 }),
      fc.boolean(),
      fc.double({ min: -40, max: 40, noNaN: true }),
      (points, rimmed, outboardMm) => {
        const tire = tireBody(265, 803, false, rimmed ? 17 : 0);
        const barrel = rimmed ? wheelBarrel(17, 8) : null;
        const found = nearestOf(1);
        const [rho, along] = [0, 1].map((i) => Float64Array.from(points.map((p) => p[i] ?? 0)));
        const list = { obstacles: [0], insideRim: [true] };
        const cloud = { points: points.length, rho: rho!, along: along! };
        scanNearest({ tire, barrel, outboardMm }, list, [cloud], 0, found);
        const plain = points.map(([r, s]) =>
          Math.min(
            profileClearanceMm(tire, r, s - outboardMm),
            barrel ? barrelClearanceMm(barrel, r, s - outboardMm) : Infinity,
          ),
        );
        expect(found.mm[0]).toBeCloseTo(Math.min(...plain), 9);
        expect(plain[found.index[0]!]).toBeCloseTo(Math.min(...plain), 9);
      },
    ),
  );
});

describe('tyre on its rim', () => {
  const tire = tireBody(265, 803, false, 17);
  it('ends at the flange: what sits inside the rim does not touch it', () => {
    expect(profileClearanceMm(tire, 180, 0)).toBeCloseTo(232.9 - 180, 6);
    expect(profileClearanceMm(tire, 180, -140)).toBeCloseTo(Math.hypot(232.9 - 180, 7.5), 6);
    expect(profileClearanceMm(tire, 300, 0)).toBeCloseTo(-67.1, 6);
  });
  it('the barrel is a ring: inside it by its radius, beyond its lip by the way to the lip', () => {
    const ring = wheelBarrel(17, 8);
    expect(barrelClearanceMm(ring, 190, 0)).toBeCloseTo(11.9, 6);
    expect(barrelClearanceMm(ring, 205, 0)).toBeLessThan(0);
    expect(barrelClearanceMm(ring, 210, -130)).toBeCloseTo(15.7, 6);
  });
});
