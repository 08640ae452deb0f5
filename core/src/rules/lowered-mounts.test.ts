import { alongAhead, frontJointDeg, withCarrier } from '../driveline';
import { platformOf } from '../testing/demo-world';
import { axle, caseOf, coilSpacer, effect, found, on, FELL } from '../testing/situations';
import { ruleOf } from '../assessment';

const CAIRN = 'mettrick-cairn';
const figureOf = (
  s: Parameters<typeof caseOf>[0],
  code: Parameters<typeof ruleOf>[0],
  of: object,
  at: 'front' | 'rear',
) => ruleOf(code)!.measure!(caseOf(s), at, { code, axle: at, ...of } as never)!.value;

describe('a drop bracket for the anti-roll bar', () => {
  const bracket = (dropMm: number) => effect({ kind: 'bar-mount', dropMm }, { family: 'bar-bracket' });
  const angle = (...changes: Parameters<typeof on>[1][]) =>
    figureOf(on(FELL, ...changes), 'bar-link-angle', {}, 'front');
  it('as deep as the lift brings the link back most of the way', () => {
    const lifted = angle(coilSpacer(60));
    const liftMm = caseOf(on(FELL, coilSpacer(60))).forecast()!.front.lift.value;
    expect(Math.abs(lifted - angle())).toBeGreaterThan(5);
    // the axle also swings forward on its links, which no bracket takes back
    expect(Math.abs(angle(coilSpacer(60), bracket(liftMm)) - angle())).toBeLessThan(
      Math.abs(lifted - angle()) / 2,
    );
  });
  it('half as deep does half of it', () => {
    const [none, half, whole] = [0, 30, 60].map((mm) => Math.abs(angle(coilSpacer(60), bracket(mm))));
    expect(half).toBeLessThan(none!);
    expect(half).toBeGreaterThan(whole!);
  });
});

describe('a transfer case that is lowered', () => {
  const block = effect(
    { kind: 'lift-block', heightMm: 70, wedgeDeg: 0 },
    { family: 'lift-block', axle: 'rear' },
  );
  const drop = (dropMm: number, tiltDeg = 0) =>
    effect({ kind: 'shaft-flange', dropMm, tiltDeg }, { family: 'transfer-case-drop', axle: 'rear' });
  const bend = (...changes: Parameters<typeof on>[1][]) =>
    figureOf(on(CAIRN, ...changes), 'propshaft-joint', { end: 'gearbox' }, 'rear');
  it('straightens the joint that a lift has bent, and a tilted flange bends it by its own angle', () => {
    expect(bend(block)).toBeGreaterThan(bend());
    expect(bend(block, drop(30))).toBeLessThan(bend(block));
    expect(Math.abs(bend(block, drop(0, 2)) - bend(block))).toBeCloseTo(2, 0);
  });
  it('is today’s shaft where it was lowered before, and no finding of this plan', () => {
    expect(
      found(on(CAIRN, drop(60)), 'propshaft-joint').length +
        found(on(CAIRN, block), 'propshaft-joint').length,
    ).toBeGreaterThan(0);
    expect(found(on(CAIRN), 'propshaft-joint')).toEqual([]);
    expect(platformOf(CAIRN).rear.propshaft).not.toBeNull();
  });
});

describe('a shaft in two pieces', () => {
  const LONG = 'corvane-halder-l';
  const block = effect(
    { kind: 'lift-block', heightMm: 90, wedgeDeg: 0 },
    { family: 'lift-block', axle: 'rear' },
  );
  const bearing = (dropMm: number) =>
    effect({ kind: 'carrier-bearing', dropMm }, { family: 'carrier-bearing-drop', axle: 'rear' });
  const gearbox = (dropMm: number) =>
    effect({ kind: 'shaft-flange', dropMm, tiltDeg: 0 }, { family: 'transfer-case-drop', axle: 'rear' });
  const bend = (end: string, ...changes: Parameters<typeof on>[1][]) =>
    figureOf(on(LONG, ...changes), 'propshaft-joint', { end }, 'rear');
  it('a lift bends the joints behind the bearing and leaves the one ahead; the bearing lowered straightens those behind', () => {
    for (const end of ['carrier-bearing', 'axle']) {
      expect(bend(end, block)).toBeGreaterThan(bend(end));
      expect(bend(end, block, bearing(20))).toBeLessThan(bend(end, block));
    }
    expect(bend('gearbox', block)).toBeCloseTo(bend('gearbox'), 9);
    expect(bend('gearbox', block, bearing(20))).not.toBeCloseTo(bend('gearbox', block), 1);
  });
  it('each joint near its limit is a finding of its own, and the bearing ends the one at it', () => {
    const near = (...changes: Parameters<typeof on>[1][]) =>
      found(on(LONG, ...changes), 'propshaft-joint-near').map((n) => 'end' in n.finding && n.finding.end);
    expect(near(block)).toEqual(['carrier-bearing', 'axle']);
    expect(near(block, bearing(20))).not.toContain('carrier-bearing');
    expect(near()).toEqual([]);
  });
  it('a gearbox that is lowered tilts the half ahead of the bearing, not the one behind', () => {
    expect(bend('axle', gearbox(20))).toBeCloseTo(bend('axle'), 9);
    expect(bend('gearbox', gearbox(20))).not.toBeCloseTo(bend('gearbox'), 1);
  });
  it('the joint ahead adds its part of the ripple, whichever way its yokes stand', () => {
    const rippleOf = (...changes: Parameters<typeof on>[1][]) =>
      figureOf(on(LONG, ...changes), 'propshaft-ripple', {}, 'rear');
    const inOne = axle('rear', (a) => {
      const { flangeAt, flange, pinionAt, pinion, limitDeg } = a.propshaft!;
      return { propshaft: { flangeAt, flange, pinionAt, pinion, limitDeg } };
    });
    const speed = ruleOf('propshaft-ripple')!.measure!(caseOf(on(LONG)), 'rear', {
      code: 'propshaft-ripple',
      axle: 'rear',
    } as never)!.because.find((f) => f.name === 'propshaft-speed')!.value;
    const omega = (2 * Math.PI * speed) / 60;
    const frontRad = (frontJointDeg(alongAhead(platformOf(LONG).rear.propshaft!))! * Math.PI) / 180;
    expect(rippleOf() - rippleOf(inOne)).toBeCloseTo((frontRad * omega) ** 2, 0);
    expect(rippleOf() - rippleOf(inOne)).toBeGreaterThan(50);
  });
  it('a shaft in one piece has no bearing to lower', () => {
    const { propshaft } = platformOf(CAIRN).rear;
    expect(frontJointDeg(propshaft!)).toBeNull();
    expect(withCarrier(propshaft!, { dropMm: 20 })).toEqual(propshaft);
  });
});
