import {
  applyEffect,
  axleFigures,
  buildModel,
  rideHeight,
  stopsOf,
  travelRoom,
  wheelFigures,
  withEffects,
  type AxleEffect,
  type AxleSetup,
  type Hardpoints,
} from '..';
import { at, LIMITLESS, ok, specOf, stockOf } from '../testing/demo-axles';

describe('parts', () => {
  it('a subframe drop equal to the lift brings arms and shafts back to their design angles', () => {
    const spec = specOf('sarnby-courser', 'front');
    const setup = stockOf('sarnby-courser', 'front');
    const both = (
      [
        { kind: 'top-spacer', thicknessMm: 25 },
        { kind: 'subframe-drop', dropMm: 25 },
      ] as const
    ).reduce<AxleSetup>(applyEffect, setup);
    const h = ok(rideHeight(both, spec.sprungLoadN));
    expect(-h.zMm).toBeGreaterThan(22);
    expect(-h.zMm).toBeLessThan(28);
    const [was, is] = [wheelFigures(setup.model, at(setup.model, 0)), wheelFigures(both.model, h.pose)];
    expect(is.cvOuterDeg!).toBeCloseTo(was.cvOuterDeg!, 0);
    expect(is.cvInnerDeg!).toBeCloseTo(was.cvInnerDeg!, 0);
    const alone = applyEffect(setup, { kind: 'subframe-drop', dropMm: 25 });
    expect(Math.abs(ok(rideHeight(alone, spec.sprungLoadN)).zMm)).toBeLessThan(4);
  });
  it('on a coil-over preload loses droop; a spacer on top keeps droop, and brings the stop along', () => {
    const spec = specOf('corvane-halder', 'front');
    const stock = stockOf('corvane-halder', 'front');
    const roomOf = (...effects: readonly AxleEffect[]) => {
      const s = withEffects(stock, effects);
      const { zMm } = ok(rideHeight(s, spec.sprungLoadN));
      const limits = { ...spec.limits, ...stopsOf(stock.model, s, spec.limits), ...LIMITLESS };
      return { zMm, ...travelRoom(s.model, zMm, limits)! };
    };
    const [was, preload, top, both] = [
      roomOf(),
      roomOf({ kind: 'preload-spacer', thicknessMm: 20 }),
      roomOf({ kind: 'top-spacer', thicknessMm: 20 }),
      // between the seats of the unit it is the same as preload
      roomOf({ kind: 'coil-spacer', thicknessMm: 20 }),
    ];
    expect(was.droopMm - preload.droopMm).toBeGreaterThan(25);
    expect(preload.bumpMm - was.bumpMm).toBeGreaterThan(25);
    expect(both).toEqual(preload);
    expect(top.zMm).toBeLessThan(-30);
    expect(Math.abs(top.droopMm - was.droopMm)).toBeLessThan(6);
    expect(Math.abs(top.bumpMm - was.bumpMm)).toBeLessThan(6);
    expect(Math.abs(top.damperReserveMm! - was.damperReserveMm!)).toBeLessThan(6);
  });
  it('where coil and damper stand apart a spacer moves the spring alone', () => {
    for (const [platform, axle] of [
      ['mettrick-fell', 'front'],
      ['ostrey-vaunt', 'front'],
    ] as const) {
      const stock = stockOf(platform, axle);
      const s = applyEffect(stock, { kind: 'top-spacer', thicknessMm: 20 });
      const [damper] = s.model.dampers;
      expect(s.model.body[damper!.top]).toEqual(stock.model.body[damper!.top]);
      expect(s.model.body[s.model.springs[0]!.top]).not.toEqual(stock.model.body[s.model.springs[0]!.top]);
    }
  });
  it('longer dampers add up, and give the droop they are longer by', () => {
    const spec = specOf('mettrick-fell', 'front');
    const stock = stockOf('mettrick-fell', 'front');
    const long: AxleEffect = { kind: 'damper-length', extendedMm: 30, compressedMm: 12 };
    const twice = withEffects(stock, [long, long]);
    expect(twice.damperLonger).toEqual({ extendedMm: 60, compressedMm: 24 });
    expect(twice.model).toBe(stock.model);
    const { damper } = spec.limits;
    const room = (longerMm: number) =>
      travelRoom(stock.model, 0, {
        ...spec.limits,
        damper: damper && { ...damper, extendedMm: damper.extendedMm + longerMm },
        ...LIMITLESS,
      })!;
    expect(room(0).droopBy).toBe('damper');
    const gained = room(30).droopMm - room(0).droopMm;
    expect(gained).toBeGreaterThan(28); // the damper leans, so the wheel gains a little more
    expect(gained).toBeLessThan(45);
  });
  it('blocks, shackles and wedges act on leaves as they should', () => {
    const load = specOf('mettrick-cairn', 'rear').sprungLoadN;
    const setup = stockOf('mettrick-cairn', 'rear');
    const liftOf = (e: AxleEffect) => -ok(rideHeight(applyEffect(setup, e), load)).zMm;
    expect(liftOf({ kind: 'lift-block', heightMm: 38, wedgeDeg: 0 })).toBeCloseTo(38, 0);
    const under = specOf('mettrick-cairn', 'rear').hardpoints as Extract<Hardpoints, { kind: 'leaf-axle' }>;
    const hung: AxleSetup = { ...setup, model: buildModel({ ...under, mounted: 'under' }) };
    const lowered = applyEffect(hung, { kind: 'lift-block', heightMm: 38, wedgeDeg: 0 });
    expect(ok(rideHeight(lowered, load)).zMm).toBeCloseTo(38, 0);
    expect(liftOf({ kind: 'shackle', longerMm: 40, springLengthMm: 1140, at: 'rear' })).toBeCloseTo(20, 0);
    expect(liftOf({ kind: 'add-a-leaf', rateNPerMm: 0, archMm: 30 })).toBeCloseTo(30, 0);
    const pitch = (e: AxleEffect) =>
      axleFigures(applyEffect(setup, e).model, at(applyEffect(setup, e).model, 0)).pitchDeg;
    expect(pitch({ kind: 'lift-block', heightMm: 25, wedgeDeg: 2 })).toBeCloseTo(2, 6);
    expect(pitch({ kind: 'shackle', longerMm: 40, springLengthMm: 1140, at: 'rear' })).toBeCloseTo(2.01, 2);
    expect(pitch({ kind: 'shackle', longerMm: 40, springLengthMm: 1140, at: 'front' })).toBeCloseTo(-2.01, 2);
  });
  it('a lift spindle lifts by its offset, a cut coil lowers and stiffens', () => {
    const cart = specOf('pellow-fetch', 'front');
    const z = ok(
      rideHeight(
        applyEffect(stockOf('pellow-fetch', 'front'), { kind: 'spindle', offsetMm: [0, 0, -70] }),
        cart.sprungLoadN,
      ),
    ).zMm;
    expect(-z).toBeCloseTo(70, 0);
    const cut = applyEffect(stockOf('corvane-halder', 'rear'), {
      kind: 'coil-cut',
      turns: 0.5,
      turnsOfCoil: 8,
      pitchMm: 40,
    });
    expect(cut.spring.rateNPerMm).toBeCloseTo((52 * 8) / 7.5, 9);
    expect(ok(rideHeight(cut, specOf('corvane-halder', 'rear').sprungLoadN)).zMm).toBeGreaterThan(5);
  });
});
