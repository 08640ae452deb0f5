import { changedBefore, emptyChange, isUnmeasured, vehicleAxle, type Change, type KnownVehicle } from '..';
import { partOf, plainJob, vehicleOf } from '../testing/demo-world';

const halder = vehicleOf(plainJob('corvane-halder'));
const carrier = vehicleOf(plainJob('mettrick-fell-carrier'));
const brief = { payloadKg: null, tongueKg: null };
const said = (c: Partial<Change>): Change => ({ ...emptyChange('c'), what: 'old one', axle: 'front', ...c });
/** Height of the body over design with this on it, mm. */
function standsMm(c: Partial<Change>, vehicle: KnownVehicle = halder): number {
  const part = changedBefore(said(c), vehicle)!;
  const axle = c.axle ?? 'front';
  const on = (fitted: readonly { part: typeof part; quantity: number }[]) => {
    const h = vehicleAxle({ vehicle, axle, brief, accessories: [], fitted }).today.height();
    if (!h.ok) throw new Error(h.fault.code);
    return -h.value.zMm;
  };
  return on([{ part, quantity: 1 }]) - on([]);
}

describe('what somebody has put on before', () => {
  it('a known thickness does what a part of the catalogue of that thickness does', () => {
    const part = changedBefore(said({ kind: 'top-spacer', thicknessMm: 28 }), halder)!;
    expect(part.effects).toEqual(partOf('TL-2810').effects);
    expect(part).toMatchObject({ family: 'strut-top-spacer', axle: 'front', name: 'old one' });
  });
  it.each([
    ['nothing but the height', {}],
    ['a spacer that comes to less', { kind: 'top-spacer', thicknessMm: 15 }],
    ['a collar that comes to more', { kind: 'preload-spacer', thicknessMm: 60 }],
    ['a stiffer spring', { kind: 'spring', rateNPerMm: 140 }],
  ] as const)('a measured height outranks the sum: %s', (_name, more) => {
    for (const liftMm of [-25, 12, 48]) expect(standsMm({ ...more, liftMm })).toBeCloseTo(liftMm, 6);
  });
  it('a stiffer spring that was measured is as stiff as it was said to be', () => {
    const part = changedBefore(said({ kind: 'spring', rateNPerMm: 140, liftMm: 30 }), halder)!;
    expect(part.effects[0]).toMatchObject({ kind: 'spring', rateNPerMm: 140 });
  });
  it('a body lift lifts the body, whether its pucks or its height were measured, and moves no axle', () => {
    for (const puck of [{ thicknessMm: 50 }, { liftMm: 50 }])
      expect(changedBefore(said({ kind: 'body-lift', ...puck }), carrier)!.effects).toEqual([
        { kind: 'body-lift', heightMm: 50 },
      ]);
    expect(standsMm({ kind: 'body-lift', liftMm: 50 }, carrier)).toBeCloseTo(0, 9);
  });
  it('a block that was measured only by its height is a block', () => {
    expect(
      changedBefore(said({ kind: 'lift-block', axle: 'rear', thicknessMm: 40 }), carrier)!.effects,
    ).toEqual([{ kind: 'lift-block', heightMm: 40, wedgeDeg: 0 }]);
  });
  it('what lifts nothing, or nobody has measured, is no part of today', () => {
    expect(changedBefore(said({ axle: null, liftMm: 40 }), halder)).toBeNull();
    expect(changedBefore(said({}), halder)).toBeNull();
    expect(changedBefore(said({ kind: 'spring', rateNPerMm: 120 }), halder)).toBeNull();
    expect(changedBefore(said({ kind: 'other', thicknessMm: 30 }), halder)).toBeNull();
  });
  it('unmeasured is what lifts an axle by nobody knows how much', () => {
    expect(isUnmeasured(said({}))).toBe(true);
    expect(isUnmeasured(said({ kind: 'other', thicknessMm: 30 }))).toBe(true);
    expect(isUnmeasured(said({ kind: 'spring', rateNPerMm: 120, thicknessMm: 5 }))).toBe(true);
    expect(isUnmeasured(said({ kind: 'coil-spacer', thicknessMm: 30 }))).toBe(false);
    expect(isUnmeasured(said({ liftMm: 0 }))).toBe(false);
    expect(isUnmeasured(said({ axle: null }))).toBe(false);
    expect(isUnmeasured(said({ part: 'TL-2810' }))).toBe(false);
  });
});
