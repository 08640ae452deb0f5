import { readFileSync } from 'node:fs';
import fc from 'fast-check';
import {
  allowedRimsIn,
  engineRpm,
  formatTireSize,
  loadCapacityKg,
  measuringRimIn,
  parseTireSize,
  restoringRatio,
  revsPerKm,
  sectionOnRimMm,
  startingPressureKpa,
  tireRadiiMm,
  tireStiffnessNPerMm,
  trueSpeed,
  wheelShiftMm,
} from '..';

const file = JSON.parse(readFileSync(`${__dirname}/../../fixtures/tire.json`, 'utf8'));
const near = (got: number, want: number) => {
  expect(Math.abs(got - want) / Math.max(1, Math.abs(want))).toBeLessThan(1e-6);
};

describe('tyre sizes', () => {
  it.each([...file.size, ...file.size_assumed_aspect].map((r: any) => [r.input, r]))(
    'reads %s',
    (input, want) => {
      const got = parseTireSize(input);
      if (!got.ok) throw new Error(JSON.stringify(got.fault));
      near(got.value.diameterMm, want.diameter_mm);
      near(got.value.sectionMm, want.section_mm);
      near(got.value.aspect, want.aspect);
      expect(got.value).toMatchObject({
        rimIn: want.rim_in,
        prefix: want.prefix,
        suffix: want.suffix,
        loadIndex: want.load_index,
        loadIndexDual: want.load_index_dual,
        speed: want.speed,
        aspectAssumed: want.aspect_assumed,
      });
    },
  );
  it.each<[string, number]>(file.refuse.map((r: any) => [r.input, r.at]))(
    'refuses "%s" at %i',
    (input, at) => {
      expect(parseTireSize(input)).toMatchObject({
        ok: false,
        fault: { code: 'tire-size-unreadable', text: input, at },
      });
    },
  );
  it.each([
    ['45/70R17', 'section-mm'],
    ['265/15R17', 'aspect'],
    ['265/70R7', 'rim-in'],
    ['265/70R16.3', 'rim-in'],
    ['35x12.50R36', 'rim-in'],
    ['265/70R17 20T', 'load-index'],
    ['90x12.50R17', 'diameter-in'],
  ])('refuses %s as implausible in %s', (input, what) => {
    expect(parseTireSize(input)).toMatchObject({ ok: false, fault: { code: 'tire-size-implausible', what } });
  });
  it('parse → format → parse is the same size', () => {
    const half = (min: number, max: number) => fc.integer({ min: min * 2, max: max * 2 }).map((n) => n / 2);
    const metric = fc
      .tuple(
        fc.constantFrom('', 'P', 'LT'),
        fc.integer({ min: 145, max: 355 }),
        fc.integer({ min: 30, max: 90 }),
        half(13, 22),
        fc.constantFrom('', ' 112T', ' 121/118S', ' 99H XL'),
      )
      .map(([p, w, a, d, s]) => `${p}${w}/${a}R${d}${s}`);
    const flotation = fc
      .tuple(
        fc.integer({ min: 29, max: 44 }),
        fc.integer({ min: 34, max: 62 }),
        half(15, 20),
        fc.constantFrom('', 'LT'),
      )
      .map(([od, w, d, s]) => `${od}x${(w / 4).toFixed(2)}R${d}${s}`);
    const service = fc.constantFrom('', ' 108N', ' 110/108S');
    const noAspect = fc
      .tuple(fc.integer({ min: 145, max: 305 }), half(13, 17), fc.constantFrom('', 'C'), service)
      .map(([w, d, c, s]) => `${w}R${d}${c}${s}`);
    const numeric = fc
      .tuple(fc.integer({ min: 22, max: 46 }), half(13, 20), service)
      .map(([w, d, s]) => `${(w / 4).toFixed(2)}R${d}${s}`);
    const cart = fc
      .tuple(fc.integer({ min: 16, max: 27 }), half(6, 12), fc.integer({ min: 8, max: 12 }))
      .filter(([od, , d]) => od > d + 3)
      .map(([od, w, d]) => `${od}x${w}-${d}`);
    const others = fc.oneof(noAspect, numeric, cart);
    fc.assert(
      fc.property(fc.oneof(metric, flotation, others), (text) => {
        const first = parseTireSize(text);
        if (!first.ok) throw new Error(text);
        expect(parseTireSize(formatTireSize(first.value))).toEqual(first);
      }),
    );
  });
});

it('meets the load index, rim, stiffness and radius vectors', () => {
  for (const [li, kg] of file.load_index) expect(loadCapacityKg(li)).toEqual({ ok: true, value: kg });
  for (const r of file.measuring_rim)
    expect(measuringRimIn(r.section_mm, r.aspect, r.flotation)).toBe(r.measuring_rim_in);
  for (const r of file.section_on_rim)
    near(sectionOnRimMm(r.section_mm, r.measuring_rim_in, r.rim_in), r.section_on_rim_mm);
  for (const r of file.stiffness) {
    const k = tireStiffnessNPerMm({
      sectionMm: r.section_mm,
      aspect: r.aspect,
      rimIn: r.rim_in,
      pressureKpa: r.pressure_kpa,
    });
    near(k, r.stiffness_n_per_mm);
    const radii = tireRadiiMm(2 * r.free_radius_mm, k, r.load_n);
    near(radii.loadedMm, r.loaded_radius_mm);
    near(revsPerKm(radii.rollingMm), r.revs_per_km);
  }
  expect(allowedRimsIn(265, 70)).toEqual({ minIn: 6.781496, maxIn: 9.389764 });
});

it('meets the speed, engine, pressure and wheel vectors', () => {
  for (const r of file.speedometer)
    near(trueSpeed(r.indicated, r.rolling_radius_old_mm, r.rolling_radius_new_mm), r.true);
  for (const r of file.engine_speed) {
    near(
      engineRpm({
        speedKmh: r.speed_kmh,
        gear: r.gear,
        axle: r.axle,
        transfer: r.transfer,
        rollingRadiusMm: r.rolling_radius_mm,
      }),
      r.rpm,
    );
    near(restoringRatio(r.axle, r.rolling_radius_mm, r.new_rolling_radius_mm), r.axle_ratio_same_feel);
  }
  for (const r of file.pressure) {
    const got = startingPressureKpa(r.class, r.wheel_load_kg, r.capacity_kg, r.p_max_kpa);
    if (r.overloaded) expect(got).toMatchObject({ ok: false, fault: { code: 'tire-overloaded' } });
    else near(got.ok ? got.value : NaN, r.pressure_kpa);
  }
  for (const r of file.wheel) {
    const got = wheelShiftMm(
      { widthIn: r.old_j_in, offsetMm: r.old_et_mm },
      { widthIn: r.new_j_in, offsetMm: r.new_et_mm },
      r.wheel_spacer_mm,
    );
    near(got.pokeMm, r.poke_mm);
    near(got.insetMm, r.inset_mm);
  }
});
