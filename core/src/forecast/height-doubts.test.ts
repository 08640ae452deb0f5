import {
  AXLES,
  DOUBTS,
  heightDoubtMm,
  isAxleEffect,
  liftDoubts,
  onAxle,
  standsDoubtMm,
  type Axle,
  type AxleEffect,
  type Part,
} from '..';
import { catalogue } from '../testing/demo-world';
import {
  caseOf,
  coilSpacer,
  effect,
  forecast,
  HALDER,
  list,
  on,
  part,
  spacer,
  tape,
  type Situation,
} from '../testing/situations';

const doubt = (s: Situation, axle: Axle, name: string): number | null =>
  forecast(s, axle).lift.because.find((f) => f.name === name)?.value ?? null;
/** A part of the demo world on one of its vehicles, as the record has it and with its effects changed. */
const fitted = (p: Part, change: (e: AxleEffect) => AxleEffect = (e) => e): Situation => {
  const s = on(p.applications[0]!.platform, list(p.code));
  const effects = p.effects.map((e) => (isAxleEffect(e) ? change(e) : e));
  return {
    ...s,
    catalogue: { ...catalogue, parts: catalogue.parts.map((x) => (x === p ? { ...p, effects } : x)) },
  };
};
const kindOf = (p: Part, axle: Axle) =>
  catalogue.platforms.find((x) => x.code === p.applications[0]!.platform)![axle].hardpoints.kind;
/** one part for each effect and each kind of axle that it comes on, on an axle that it lifts */
const SAMPLES = [
  ...new Map(
    catalogue.parts.flatMap((p) =>
      AXLES.filter((axle) => onAxle(p, axle)).flatMap((axle) =>
        p.effects
          .filter(isAxleEffect)
          .filter((e) => p.effects.filter(isAxleEffect).filter((o) => o.kind === e.kind).length === 1)
          .map((e) => [`${e.kind} on ${kindOf(p, axle)}`, { p, axle, e }] as const),
      ),
    ),
  ),
].map(([name, of]) => [name, of] as const);

/** An effect that is a little more than its record says, by each way of making it badly; null where there is no such way. */
const MADE_BADLY = {
  'part-tolerance': (e: AxleEffect) => {
    const mm = DOUBTS.thicknessMm;
    if ('thicknessMm' in e) return { ...e, thicknessMm: e.thicknessMm + mm };
    if (e.kind === 'lift-block') return { ...e, heightMm: e.heightMm + mm };
    if (e.kind === 'shackle') return { ...e, longerMm: e.longerMm + mm };
    if (e.kind === 'subframe-drop' || e.kind === 'relocation') return { ...e, dropMm: e.dropMm + mm };
    if (e.kind === 'spindle')
      return { ...e, offsetMm: [e.offsetMm[0], e.offsetMm[1], e.offsetMm[2] - mm] as const };
    return null;
  },
  'length-tolerance': (e: AxleEffect, leaf: boolean) => {
    if (e.kind === 'spring')
      return {
        ...e,
        freeLengthDeltaMm: e.freeLengthDeltaMm + (leaf ? DOUBTS.leafArchMm : DOUBTS.freeLengthMm),
      };
    return e.kind === 'add-a-leaf' ? { ...e, archMm: e.archMm + DOUBTS.leafArchMm } : null;
  },
  'rate-tolerance': (e: AxleEffect, leaf: boolean) => {
    const share = 1 + (leaf ? DOUBTS.leafRateShare : DOUBTS.coilRateShare);
    if (e.kind === 'spring')
      return {
        ...e,
        rateNPerMm: e.rateNPerMm * share,
        ...(e.table ? { table: e.table.map(([x, f]) => [x, f * share] as const) } : {}),
      };
    return e.kind === 'add-a-leaf' ? { ...e, rateNPerMm: e.rateNPerMm * share } : null;
  },
} as const;

describe('what a lift is in doubt by', () => {
  it('covers every effect that lifts, on coils and on leaves', () => {
    const kinds = new Set(SAMPLES.map(([, { e }]) => e.kind));
    for (const kind of ['top-spacer', 'coil-spacer', 'preload-spacer', 'spring', 'add-a-leaf', 'shackle'])
      expect([...kinds]).toContain(kind);
    for (const kind of ['lift-block', 'subframe-drop', 'relocation', 'spindle'])
      expect([...kinds]).toContain(kind);
  });
  it.each(SAMPLES)('%s: is what the same part does when it is made that much worse', (_, { p, axle, e }) => {
    const leaf = kindOf(p, axle).startsWith('leaf');
    for (const [name, worse] of Object.entries(MADE_BADLY)) {
      const made = worse(e, leaf);
      const said = doubt(fitted(p), axle, name);
      if (made === null) {
        // another effect of the same part may have it
        if (p.effects.length === 1) expect(said).toBeNull();
        continue;
      }
      const moved = forecast(
        fitted(p, (x) => (x === e ? made : x)),
        axle,
      ).lift.value;
      const byMm = Math.abs(moved - forecast(fitted(p), axle).lift.value) / (1 - p.settleShare);
      const others = p.effects.filter((x) => x !== e && isAxleEffect(x) && worse(x, leaf) !== null);
      if (others.length === 0) expect(Math.abs(said! - byMm)).toBeLessThan(0.1 + 0.06 * byMm);
      else expect(said!).toBeGreaterThan(byMm - 0.1 - 0.06 * byMm);
    }
  });
  it('of a record that nobody here has checked is a tenth of what it raises; of one that was checked nothing', () => {
    const s = on(HALDER, effect({ kind: 'top-spacer', thicknessMm: 20 }, { claimOnly: true }));
    const lift = forecast(s).lift.value;
    expect(doubt(s, 'front', 'claim-tolerance')).toBeCloseTo(DOUBTS.claimOnlyShare * lift, 6);
    expect(doubt(on(HALDER, spacer(20)), 'front', 'claim-tolerance')).toBeNull();
  });
  it('of what settles is half of what it settles by; a part that lowers settles by nothing', () => {
    const spring = (freeLengthDeltaMm: number) =>
      on(
        HALDER,
        part({
          family: 'coil',
          settleShare: 0.1,
          effects: [{ kind: 'spring', rateNPerMm: 110, freeLengthDeltaMm }],
        }),
      );
    const raised = forecast(spring(20)).lift;
    const settled = raised.because.find((f) => f.name === 'settled-loss')!.value;
    expect(settled).toBeLessThan(0);
    expect(doubt(spring(20), 'front', 'settle-tolerance')).toBeCloseTo(
      DOUBTS.settleShare * Math.abs(settled),
      6,
    );
    expect(forecast(spring(-60)).lift.value).toBeLessThan(0);
    expect(doubt(spring(-60), 'front', 'settle-tolerance')).toBeNull();
  });
  it.each([
    ['stands', []],
    ['has sagged', [tape('440', '440')]],
  ] as const)('of a spacer is a millimetre of spacer, where the vehicle %s', (_, more) => {
    const liftOf = (mm: number) => forecast(on(HALDER, ...more, spacer(mm))).lift.value;
    const byMm = liftOf(20 + DOUBTS.thicknessMm) - liftOf(20);
    expect(doubt(on(HALDER, ...more, spacer(20)), 'front', 'part-tolerance')).toBeCloseTo(byMm, 1);
  });
  it('of what holds a vehicle that stands on its stop is what little it still moves', () => {
    const liftOf = (mm: number) => forecast(on(HALDER, coilSpacer(mm))).lift.value;
    const byMm = liftOf(-45 + DOUBTS.thicknessMm) - liftOf(-45);
    const [onStop, free] = [-45, 20].map((mm) =>
      doubt(on(HALDER, coilSpacer(mm)), 'front', 'part-tolerance')!,
    );
    expect(onStop).toBeCloseTo(byMm, 1);
    expect(onStop).toBeLessThan(0.8 * free!);
  });
  it('of friction and rubber counts only where something is moved', () => {
    for (const name of ['friction-tolerance', 'bush-tolerance']) {
      expect(doubt(on(HALDER), 'front', name)).toBeNull();
      expect(doubt(on(HALDER, spacer(20)), 'front', name)).toBeGreaterThan(0);
    }
    expect(doubt(on(HALDER, spacer(20)), 'front', 'friction-tolerance')).toBe(DOUBTS.frictionMm);
  });
  it('is told largest first, and its sum is the root of the squares', () => {
    const { lift } = forecast(on(HALDER, spacer(20)));
    const doubts = lift.because.filter((f) => f.name.endsWith('-tolerance')).map((f) => f.value);
    expect(doubts.length).toBeGreaterThan(4);
    expect(doubts).toEqual([...doubts].sort((a, b) => b - a));
    expect(lift.plusMinus).toBeCloseTo(Math.hypot(...doubts), 9);
  });
  it('of where it stands is the tape’s, without one the factory’s; less where the stop holds it', () => {
    const at = (s: Situation) => {
      const { prepared, view } = caseOf(s).axles.front;
      return { prepared, view: view() };
    };
    const [bare, taped] = [at(on(HALDER)), at(on(HALDER, tape('500', '500')))];
    expect(standsDoubtMm(bare.prepared)).toBe(bare.prepared.spec.archToleranceMm);
    expect(standsDoubtMm(taped.prepared)).toBe(DOUBTS.tapeMm);
    const doubtOf = ({ prepared, view }: ReturnType<typeof at>) => heightDoubtMm(prepared, view, []);
    const lifted = at(on(HALDER, spacer(20)));
    const own = Math.hypot(...liftDoubts(lifted.prepared, lifted.view, []).map((d) => d.value));
    expect(doubtOf(lifted)).toBeCloseTo(Math.hypot(own, lifted.prepared.spec.archToleranceMm), 9);
    // a load that it does not carry without its stop
    const low = at(on(HALDER, coilSpacer(-45)));
    const height = low.view.height();
    expect(height.ok && height.value.onStop).toBeTruthy();
    const onStop = Math.hypot(...liftDoubts(low.prepared, low.view, []).map((d) => d.value));
    expect(doubtOf(low) ** 2 - onStop ** 2).toBeLessThan(low.prepared.spec.archToleranceMm ** 2 / 4);
  });
});
