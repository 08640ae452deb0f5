import fc from 'fast-check';
import { readFileSync } from 'node:fs';
import {
  barLinkState,
  evenGrid,
  estimatedTorque,
  hoseReach,
  replacementBoltMm,
  restoringLinkMm,
  stockAxle,
  stressAreaMm2,
  studCutMm,
  threadEngagement,
  withEffects,
} from '..';
import { catalogue, platformOf } from '../testing/demo-world';

const vectors = JSON.parse(readFileSync(`${__dirname}/../../fixtures/driveline.json`, 'utf8')).thread;

describe('threads', () => {
  it.each(vectors as any[])('vector %#', (v) => {
    const t = estimatedTorque({
      diameterMm: v.diameter_mm,
      pitchMm: v.pitch_mm,
      proofMpa: v.proof_mpa,
      k: v.k,
    });
    const near = (got: number, want: number) => {
      expect(Math.abs(got / want - 1)).toBeLessThan(1e-7);
    };
    near(stressAreaMm2(v.diameter_mm, v.pitch_mm), v.stress_area_mm2);
    near(t.preloadN, v.preload_n);
    near(t.torqueNm, v.torque_nm);
  });
  const bolt = {
    lengthMm: 60,
    stackMm: 46,
    diameterMm: 12,
    into: 'steel' as const,
    shankMm: null,
    depthMm: null,
  };
  it('steel holds by one diameter, aluminium by one and a half', () => {
    expect(threadEngagement(bolt).holds).toBe(true);
    expect(threadEngagement({ ...bolt, into: 'aluminium' }).holds).toBe(false);
    expect(threadEngagement({ ...bolt, stackMm: 49 })).toMatchObject({
      engagedMm: 11,
      neededMm: 12,
      holds: false,
    });
  });
  it('a shank or an end that bottoms does not clamp', () => {
    expect(threadEngagement({ ...bolt, shankMm: 47 })).toMatchObject({ shankBottoms: true, holds: false });
    expect(threadEngagement({ ...bolt, depthMm: 12 })).toMatchObject({ endBottoms: true, holds: false });
  });
  it('the replacement is the next made length that engages, and the one before it does not', () => {
    fc.assert(
      fc.property(fc.integer({ min: 1, max: 60 }), (spacer) => {
        const length = replacementBoltMm(bolt, spacer)!;
        const stackMm = bolt.stackMm + spacer;
        expect(length - stackMm).toBeGreaterThanOrEqual(12);
        expect(length - 10 - stackMm).toBeLessThan(12);
      }),
    );
    expect(replacementBoltMm(bolt, 400)).toBeNull();
  });
  it('a stud is cut only by what does not fit, with 2 mm kept', () => {
    expect(studCutMm(9, 12)).toBe(0);
    expect(studCutMm(21, 12)).toBe(11);
    expect(studCutMm(5, 0)).toBe(5);
  });
});

const setupOf = (code: string, axle: 'front' | 'rear') => {
  const spec = platformOf(code)[axle];
  return {
    spec,
    setup: stockAxle({
      hardpoints: spec.hardpoints,
      subframePoints: spec.subframePoints,
      rateNPerMm: spec.springRateNPerMm,
      loadN: spec.sprungLoadN,
    }),
  };
};
const grid = (lock: number) => ({
  zMm: evenGrid(-90, 60, 5),
  across: lock > 0 ? [-lock, 0, lock] : [0],
  acrossIs: 'rack-mm' as const,
  othersMm: ['same' as const],
});

describe('hoses', () => {
  it('every hose and lead of the demo platforms reaches on the stock axle', () => {
    for (const p of catalogue.platforms)
      for (const axle of ['front', 'rear'] as const) {
        const { hoses } = p[axle];
        const r = hoseReach(setupOf(p.code, axle).setup.model, grid(0), hoses);
        if (!r.ok) throw new Error(p.code);
        expect(r.value).toHaveLength(hoses.length);
        for (const h of r.value) expect(h.spareMm).toBeGreaterThanOrEqual(0);
      }
  });
  it('is longest at an end of the travel, and more travel never needs less hose', () => {
    const { spec, setup } = setupOf('corvane-halder', 'front');
    const [hose] = spec.hoses;
    const lock = spec.lock?.kind === 'rack' ? spec.lock.mm : 0;
    const reach = (zMm: readonly number[]) => {
      const r = hoseReach(setup.model, { ...grid(lock), zMm }, [hose!]);
      if (!r.ok) throw new Error('no pose');
      return r.value[0]!;
    };
    expect(reach([-90, 60]).longestMm).toBeCloseTo(reach(evenGrid(-90, 60, 31)).longestMm, 6);
    expect(reach([-60, 40]).longestMm).toBeLessThanOrEqual(reach([-90, 60]).longestMm);
    expect(reach([0]).spareMm).toBe(hose!.freeMm - 15 - reach([0]).longestMm);
  });
});

describe('anti-roll links', () => {
  it('stand square at design, turn with lift, and the restoring length brings them back', () => {
    for (const p of catalogue.platforms)
      for (const axle of ['front', 'rear'] as const) {
        const { spec, setup } = setupOf(p.code, axle);
        const link = spec.barLink;
        if (!link) continue;
        expect(barLinkState(setup.model, link, 0)!.fromSquareDeg).toBeCloseTo(0, 6);
        const lifted = barLinkState(setup.model, link, -40)!.fromSquareDeg;
        expect(Math.abs(lifted)).toBeGreaterThan(0.5);
        const longer = restoringLinkMm(setup.model, link, -40)!;
        expect(longer).toBeGreaterThan(0);
        expect(barLinkState(setup.model, link, -40, longer)!.fromSquareDeg).toBeCloseTo(0, 4);
      }
  });
  it('a link far too short does not meet its arm', () => {
    const { spec, setup } = setupOf('corvane-halder', 'front');
    expect(barLinkState(setup.model, spec.barLink!, 0, -900)).toBeNull();
  });
});

it('stops: a bump stop takes travel, a steering stop takes lock, and both add up', () => {
  const { setup } = setupOf('corvane-halder', 'front');
  const once = withEffects(setup, [
    { kind: 'bump-stop', lowerMm: 12 },
    { kind: 'bump-stop', lowerMm: 10 },
    { kind: 'steering-stop', lessShare: 0.1 },
    { kind: 'steering-stop', lessShare: 0.1 },
  ]);
  expect(once.stopLowerMm).toBe(22);
  expect(once.lockShare).toBeCloseTo(0.81, 9);
  expect(once.model).toBe(setup.model);
});
