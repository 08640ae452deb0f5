import fc from 'fast-check';
import {
  allowedRimsIn,
  engineRpm,
  formatTireSize,
  loadCapacityKg,
  mountedTire,
  parseTireSize,
  startingPressureKpa,
  tireChange,
  trueSpeed,
  type TireSize,
} from '..';

const size = (text: string): TireSize => {
  const r = parseTireSize(text);
  if (!r.ok) throw new Error(`${text}: ${JSON.stringify(r.fault)}`);
  return r.value;
};
const mounted = (text: string, rimWidthIn = 8, offsetMm = 30) =>
  mountedTire({
    size: size(text),
    measuredDiameterMm: null,
    rimWidthIn,
    offsetMm,
    pressureKpa: 240,
    wheelLoadN: 5600,
  });

describe('tyre sizes', () => {
  it('reads every system of sidewalls', () => {
    expect(size('265/70R17 115T')).toMatchObject({ system: 'metric', loadIndex: 115, speed: 'T' });
    expect(size('LT285/70R17 121/118S')).toMatchObject({ prefix: 'LT', loadIndex: 121, loadIndexDual: 118 });
    expect(size('35x12.50R17LT')).toMatchObject({ system: 'flotation', diameterMm: 889 });
    expect(size('185R14C')).toMatchObject({ system: 'metric-no-aspect', aspectAssumed: true });
    expect(size('7.50R16')).toMatchObject({ system: 'numeric', aspectAssumed: true });
    expect(size('235/65R17 108T XL')).toMatchObject({ extraLoad: true });
  });
  it.each([
    ['285/70/17', '285/70R17'],
    ['285 70 17', '285/70R17'],
    ['lt 285 70 17', 'LT285/70R17'],
    ['285/70-17', '285/70R17'],
    ['22x10x10', '22x10-10'],
    ['35-1250-20', '35x12.50R20'],
    ['35x1250R20', '35x12.50R20'],
    ['35 x 12.5 x 20', '35x12.50R20'],
    ['245/70R19.5 136/134M', '245/70R19.5 136/134M'],
  ])('%s, as it is said, is %s', (said, written) => {
    expect(size(said)).toEqual(size(written));
  });
  it.each([
    ['35', 889, null],
    ['35s', 889, null],
    ["35's", 889, null],
    ['31"', 787.4, null],
    ['31.5 in', 800.1, null],
    ['35x12.5', 889, 317.5],
  ])('%s says a diameter, and what is missing is asked', (said, diameterMm, sectionMm) => {
    const r = parseTireSize(said);
    expect(r).toMatchObject({ ok: false, fault: { at: said.length, short: { sectionMm } } });
    if (!r.ok && 'short' in r.fault) {
      expect(r.fault.short!.diameterMm).toBeCloseTo(diameterMm, 9);
      expect(r.fault.short!.missing).toEqual(sectionMm === null ? ['section', 'rim'] : ['rim']);
    }
  });
  it.each([
    ['265-70-17', 3],
    [' ', 0],
    ['\t\n', 0],
    ['350', 3],
    ['7', 1],
  ])('%j is refused at %p, and is no short size', (text, at) => {
    const r = parseTireSize(text);
    expect(r).toMatchObject({ ok: false, fault: { code: 'tire-size-unreadable', at } });
    expect(!r.ok && 'short' in r.fault).toBe(false);
  });
  it('a load index beyond the standard is refused with its limit', () => {
    expect(parseTireSize('245/70R19.5 279M').ok).toBe(true);
    expect(parseTireSize('245/70R19.5 280M')).toMatchObject({
      fault: { code: 'tire-size-implausible', what: 'load-index', value: 280, max: 279 },
    });
  });
  it('writes what it reads back as the same tyre', () => {
    const metric = fc.record({
      width: fc.integer({ min: 19, max: 33 }),
      aspect: fc.integer({ min: 9, max: 17 }),
      rim: fc.integer({ min: 14, max: 20 }),
    });
    fc.assert(
      fc.property(metric, ({ width, aspect, rim }) => {
        const a = size(`${width * 10 + 5}/${aspect * 5}R${rim}`);
        const b = size(formatTireSize(a));
        expect(b.diameterMm).toBeCloseTo(a.diameterMm, 9);
        expect(b.sectionMm).toBe(a.sectionMm);
        expect(a.diameterMm).toBeCloseTo(rim * 25.4 + 2 * (width * 10 + 5) * ((aspect * 5) / 100), 9);
      }),
    );
  });
  it.each(['25S/70R16', '265/70', 'R17', '265/70R17 999Z', '', '35x', 'x12.50R17', '265//70R17'])(
    '%j is refused with a code, and never guessed at',
    (text) => {
      const r = parseTireSize(text);
      expect(r.ok).toBe(false);
      if (!r.ok) expect(r.fault.code).toMatch(/^tire-size-/);
    },
  );
  it('says which letter stops it and which figure is out of range', () => {
    expect(parseTireSize('25S/70R16')).toMatchObject({ fault: { code: 'tire-size-unreadable', at: 2 } });
    expect(parseTireSize('265/70R99')).toMatchObject({ fault: { what: 'rim-in', value: 99 } });
  });
});

describe('old against new', () => {
  it('a taller tyre lifts, turns less and is faster than the needle says', () => {
    const change = tireChange(mounted('265/70R17'), mounted('285/70R17'));
    expect(change.tireLiftMm).toBeGreaterThan(10);
    expect(change.tireLiftMm).toBeLessThan(17);
    expect(change.trueAt100).toBeGreaterThan(100);
    expect(change.trueAt50 * 2).toBeCloseTo(change.trueAt100, 9);
  });
  it('the same tyre changes nothing', () => {
    expect(tireChange(mounted('265/70R17'), mounted('265/70R17'))).toMatchObject({
      tireLiftMm: 0,
      pokeMm: 0,
      trueAt100: 100,
      speedShare: 0,
    });
  });
  it('less offset and a wider tyre both stand further out', () => {
    expect(tireChange(mounted('265/70R17', 8, 30), mounted('265/70R17', 8, 10)).pokeMm).toBeCloseTo(20, 9);
    expect(tireChange(mounted('265/70R17'), mounted('285/70R17')).pokeMm).toBeGreaterThan(7);
  });
  it('true speed goes with the rolling radius, engine speed against it', () => {
    fc.assert(
      fc.property(fc.double({ min: 300, max: 450, noNaN: true }), (radius) => {
        expect(trueSpeed(100, 360, radius)).toBeCloseTo((100 * radius) / 360, 6);
        const rpm = (r: number) =>
          engineRpm({ speedKmh: 100, gear: 0.8, axle: 3.7, transfer: 1, rollingRadiusMm: r });
        expect(rpm(radius) * radius).toBeCloseTo(rpm(360) * 360, 3);
      }),
    );
  });
});

describe('load, rim and pressure', () => {
  it('a size allows an ordered range of rims that holds its own measuring rim', () => {
    for (const text of ['235/60R18', '265/70R17', '285/70R17', '35x12.50R17']) {
      const t = mounted(text);
      expect(t.allowedRims.minIn).toBeLessThan(t.allowedRims.maxIn);
      expect(t.measuringRimIn).toBeGreaterThanOrEqual(t.allowedRims.minIn);
      expect(t.measuringRimIn).toBeLessThanOrEqual(t.allowedRims.maxIn);
    }
    expect(allowedRimsIn(265, 70).minIn).toBeGreaterThan(allowedRimsIn(225, 70).minIn);
  });
  it('more load asks for more pressure, up to what the tyre bears', () => {
    const at = (kg: number) => startingPressureKpa('LT', kg, 1450, 550);
    const values = [600, 800, 1000, 1200, 1450].map((kg) => {
      const r = at(kg);
      return r.ok ? r.value : NaN;
    });
    expect([...values].sort((a, b) => a - b)).toEqual(values);
    expect(values.at(-1)).toBeCloseTo(550, 9);
    expect(at(1451)).toMatchObject({ ok: false, fault: { code: 'tire-overloaded', capacityKg: 1450 } });
  });
  it('the load index is a table with ends, not a formula without', () => {
    expect(loadCapacityKg(115)).toEqual({ ok: true, value: 1215 });
    expect(loadCapacityKg(20).ok).toBe(false);
  });
});
