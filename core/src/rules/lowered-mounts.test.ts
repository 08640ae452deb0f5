import { platformOf } from '../testing/demo-world';
import { caseOf, coilSpacer, effect, found, on, FELL } from '../testing/situations';
import { ruleOf } from './needs';

const CAIRN = 'mettrick-cairn';
const figureOf = (
  s: Parameters<typeof caseOf>[0],
  code: Parameters<typeof ruleOf>[0],
  of: object,
  axle: 'front' | 'rear',
) => ruleOf(code)!.measure!(caseOf(s), axle, { code, axle, ...of } as never)!.value;

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
