import {
  type Box,
  type FindingCode,
  type PlaceLimit,
  type PlanCase,
  type Platform,
  type Provenance,
  type TireSection,
  dayAfter,
  emptyBox,
  emptyChange,
  NO_USE,
  needKey,
  needsOf,
  rollGradient,
  ruleOf,
  shortOfWindow,
  spareFits,
  spareRoom,
  stabilityOf,
} from '..';
import { catalogue } from '../testing/demo-world';
import {
  apps,
  axle,
  brief,
  caseOf,
  coilSpacer,
  DAY,
  effect,
  FELL,
  found,
  HALDER,
  limit,
  list,
  LOADED,
  on,
  part,
  platform,
  spacer,
  tape,
  tire,
  variant,
  wheel,
  withTire,
  type Change,
  type Situation,
} from '../testing/situations';

// what the cases of the table do not show of a rule: its other side, the other axle, a second of a kind
const promised =
  (day: string | null): Change =>
  (s) => ({ ...s, job: { ...s.job, head: { ...s.job.head, promiseDate: day } } });
const onDay =
  (day: string): Change =>
  (s) => ({ ...s, day });
const without =
  (key: keyof Platform): Change =>
  (s) =>
    platform((p) => ({ ...p, [key]: null }))(s);
const changed =
  (code: string): Change =>
  (s) => ({
    ...s,
    job: {
      ...s.job,
      vehicle: {
        ...s.job.vehicle,
        changes: [{ ...emptyChange('c'), what: 'fitted', part: code }],
      },
    },
  });
const late = { stock: { onHand: 0, leadDays: 10 } };
const say = (s: Situation, code: FindingCode) =>
  found(s, code).map((n) => ({
    ...n.finding,
    on: n.about.axle,
    of: n.about.part?.replace(/^.*\(|\)$/g, '') ?? null,
  }));
const rear = (size: string, more: Partial<NonNullable<TireSection['rear']>> = {}): Change =>
  tire({
    rear: {
      size,
      tireCode: null,
      wheelCode: null,
      wheelWidthIn: null,
      wheelOffsetMm: null,
      loadIndex: null,
      ...more,
    },
  });

describe('delivery', () => {
  const due = (...changes: readonly Change[]) => say(on(HALDER, part(late), ...changes), 'comes-late');
  it('is late for the first of the days that were named, and says whose day it is', () => {
    expect(due(brief({ neededBy: '2026-12-04' }))).toEqual([
      {
        code: 'comes-late',
        arrives: '2026-12-05',
        due: '2026-12-04',
        for: 'needed-by',
        on: 'front',
        of: 'X-1',
      },
    ]);
    expect(due(promised('2026-12-04'))).toMatchObject([{ for: 'promise' }]);
    expect(due(promised('2026-12-03'), brief({ neededBy: '2026-12-04' }))).toMatchObject([
      { for: 'promise', due: '2026-12-03' },
    ]);
    expect(due(promised('2026-12-09'), brief({ neededBy: '2026-12-04' }))).toMatchObject([
      { for: 'needed-by' },
    ]);
  });
  it('goes by its box: what is here is not late, a fault is; an order comes on the day that the supplier names', () => {
    const box =
      (change: Partial<Box>): Change =>
      (w) => ({
        ...w,
        job: { ...w.job, boxes: { list: [{ ...emptyBox('b', 'X-1'), ...change }] } },
      });
    const by = brief({ neededBy: '2026-12-04' });
    expect(due(by, box({ receivedOn: '2026-11-24' }))).toEqual([]);
    expect(due(by, box({ receivedOn: '2026-11-24', fault: 'wrong' }))).toHaveLength(1);
    expect(due(by, box({ orderedOn: '2026-11-20', expectedOn: '2026-12-04' }))).toEqual([]);
    expect(due(by, box({ orderedOn: '2026-11-20', expectedOn: '2026-12-05' }))).toMatchObject([
      { arrives: '2026-12-05' },
    ]);
    // ordered without a day: by its record
    expect(due(by, box({ orderedOn: '2026-11-20' }))).toMatchObject([{ arrives: '2026-12-05' }]);
  });
  it('asks the calendar only with a day on it, a date to keep, and a part that is not here', () => {
    expect(due()).toEqual([]);
    expect(due(brief({ neededBy: '2026-12-05' }))).toEqual([]);
    expect(due(brief({ neededBy: '2026-12-05' }), onDay('2026-11-26'))).toHaveLength(1);
    const noDay = { ...caseOf(on(HALDER, part(late), brief({ neededBy: '2026-12-04' }))), day: null };
    expect(needsOf(noDay, ['limits']).filter((n) => n.finding.code === 'comes-late')).toEqual([]);
    const stocked = (onHand: number, quantity: number) =>
      say(
        on(HALDER, part({ stock: { onHand, leadDays: 10 } }, quantity), brief({ neededBy: '2026-12-04' })),
        'comes-late',
      );
    expect([stocked(1, 1), stocked(2, 2)]).toEqual([[], []]);
    expect(stocked(1, 2)).toHaveLength(1);
    expect(dayAfter('2026-12-30', 3)).toBe('2027-01-02');
  });
});

describe('a window with adjusters', () => {
  it('is missed from either side by what is left, and not at its edge', () => {
    expect(shortOfWindow(2, [-0.5, 0.5], [-1, 1])).toBe(0.5);
    expect(shortOfWindow(-2, [-0.5, 0.5], [-1, 1])).toBe(-0.5);
    for (const inside of [1.5, -1.5, 0]) expect(shortOfWindow(inside, [-0.5, 0.5], [-1, 1])).toBe(0);
  });
  it('is not asked of an axle without one', () => {
    const s = on(
      HALDER,
      spacer(60),
      axle('front', (a) => ({ spec: { ...a.spec, casterDeg: null } })),
    );
    expect(say(s, 'caster-reach')).toEqual([]);
  });
});

describe('dampers and springs', () => {
  const spring =
    (share: number, code?: string): Change =>
    (s) =>
      effect(
        {
          kind: 'spring',
          rateNPerMm: caseOf(on(HALDER)).forecast()!.front.rateStockNPerMm * share,
          freeLengthDeltaMm: 0,
        },
        { family: 'coil', ...(code ? { code } : {}) },
      )(s);
  const dampers =
    (low: number, high: number): Change =>
    (s) => {
      const rate = caseOf(on(HALDER)).forecast()!.front.rateStockNPerMm;
      return effect({ kind: 'damper', matchesRate: [rate * low, rate * high] }, { family: 'damper' })(s);
    };
  it('a softer spring needs them as much as a stiffer one', () => {
    expect(say(on(HALDER, spring(0.8)), 'damper-match')).toHaveLength(1);
    expect(say(on(HALDER, spring(0.9)), 'damper-match')).toEqual([]);
  });
  it('dampers made for the rate end it, and others do not', () => {
    const range = caseOf(on(HALDER, spring(1.3), dampers(1.2, 1.4))).forecast()!.front.damperRange;
    expect(range).not.toBeNull();
    expect(say(on(HALDER, spring(1.3), dampers(1.2, 1.4)), 'damper-match')).toEqual([]);
    expect(say(on(HALDER, spring(1.3), dampers(1.35, 1.5)), 'damper-match')).toHaveLength(1);
    expect(say(on(HALDER, spring(1.3), dampers(1.0, 1.25)), 'damper-match')).toHaveLength(1);
  });
});

describe('places', () => {
  it('a frame refuses what hangs on a unibody, and the other way round', () => {
    expect(say(on(HALDER, part({ family: 'subframe-drop' })), 'wrong-construction')).toMatchObject([
      { wants: 'unibody', of: 'X-1' },
    ]);
    expect(say(on('sarnby-courser', part({ family: 'body-lift' })), 'wrong-construction')).toMatchObject([
      { wants: 'frame' },
    ]);
    expect(
      say(on(HALDER, part({ family: 'lift-block', axle: 'both' })), 'block-on-steered-axle'),
    ).toHaveLength(1);
  });
  it('two of one slot are told once, on the axle where they meet, and different slots never', () => {
    const two = (a: Change, b: Change) => say(on(HALDER, a, b), 'same-place');
    const spacers = (where: 'front' | 'rear' | 'both') => part({ family: 'wheel-spacer', axle: where });
    expect(two(spacers('both'), spacers('rear'))).toEqual([
      {
        code: 'same-place',
        slot: 'wheel-spacer',
        axle: 'rear',
        with: 'Two Larches made-up part (X-2)',
        on: 'rear',
        of: 'X-1',
      },
    ]);
    expect(two(spacers('rear'), spacers('both'))).toMatchObject([{ axle: 'rear' }]);
    expect(two(part({ family: 'hose-bracket' }), part({ family: 'hose-bracket' }))).toEqual([]);
    expect(two(part({ family: 'coil' }), part({ family: 'coil-spacer' }))).toEqual([]);
  });
  it('one piece is no count, and a set is fitted once however often it is put down', () => {
    expect(say(on(HALDER, part({ family: 'coil-spacer' }, 1)), 'one-set-only')).toEqual([]);
    expect(say(on(HALDER, list('TL-K28', 'TL-2810')), 'listed-twice')).toMatchObject([
      { of: 'TL-2810', on: 'front' },
    ]);
  });
});

describe('what a part goes with', () => {
  const needs = (ref: object, ...more: readonly Change[]) =>
    say(on(HALDER, ...more, part({ code: 'ONE', requires: [ref as never] })), 'needs-part');
  const excludes = (ref: object, ...more: readonly Change[]) =>
    say(on(HALDER, ...more, part({ code: 'ONE', excludes: [ref as never] })), 'excludes-part');
  it('a family is enough where a family is asked, on an axle where both are, chosen or on it already', () => {
    expect(needs({ family: 'bar-link' })).toEqual([
      { code: 'needs-part', what: 'bar link', on: 'front', of: 'ONE' },
    ]);
    expect(needs({ family: 'bar-link' }, part({ family: 'bar-link' }))).toEqual([]);
    expect(needs({ family: 'bar-link' }, part({ family: 'bar-link', axle: 'rear' }))).toHaveLength(1);
    expect(needs({ part: 'IW-55' }, changed('IW-55'))).toEqual([]);
    expect(needs({ part: 'GONE' })).toMatchObject([{ what: 'GONE' }]);
    expect(needs({ part: 'IW-55' })[0]).toMatchObject({ what: expect.stringContaining('(IW-55)') });
    // a part is never its own companion
    expect(needs({ part: 'ONE' })).toHaveLength(1);
    expect(needs({ family: 'accessory' })).toHaveLength(1);
  });
  it('what it excludes is named, one by one', () => {
    expect(excludes({ family: 'bar-link' })).toEqual([]);
    expect(excludes({ family: 'accessory' })).toEqual([]);
    expect(excludes({ family: 'bar-link' }, part({ code: 'TWO', family: 'bar-link' }))).toEqual([
      { code: 'excludes-part', what: 'Two Larches made-up part (TWO)', on: 'front', of: 'ONE' },
    ]);
    expect(excludes({ family: 'bar-link' }, part({ family: 'bar-link', axle: 'rear' }))).toEqual([]);
    expect(excludes({ part: 'TWO' }, part({ code: 'TWO' }))).toHaveLength(1);
    expect(excludes({ part: 'TWO' }, part({ code: 'THREE' }))).toEqual([]);
  });
  it('a family’s own word holds without a record: dampers beside a strut that has its own', () => {
    const s = on(HALDER, part({ family: 'adjustable-strut' }), part({ family: 'damper' }));
    expect(say(s, 'excludes-part')).toMatchObject([{ of: 'X-2' }]);
  });
});

describe('what cannot go back', () => {
  const relief = (code: string): Change =>
    tire({ reliefs: [{ axle: 'rear', obstacle: 'liner', relief: code }] });
  it('a cut liner is told where the vehicle must go back to stock, a heated one is not', () => {
    expect(
      say(on(HALDER, brief({ reversibleOnly: true }), relief('trim-liner')), 'not-reversible'),
    ).toMatchObject([{ on: 'rear' }]);
    expect(
      found(on(HALDER, brief({ reversibleOnly: true }), relief('trim-liner')), 'not-reversible')[0]!.about
        .part,
    ).toBe(catalogue.reliefs.find((r) => r.code === 'trim-liner')!.name);
    expect(
      say(on(HALDER, brief({ reversibleOnly: true }), relief('reform-liner')), 'not-reversible'),
    ).toEqual([]);
    expect(say(on(HALDER, relief('trim-liner'), part({ reversible: false })), 'not-reversible')).toEqual([]);
  });
  it('what carries load is told of parts and of reliefs, each with its own verdict', () => {
    expect(say(on(HALDER, part({ structural: true, axle: 'rear' })), 'structural-change')).toMatchObject([
      { on: 'rear', of: 'X-1' },
    ]);
  });
});

describe('hoses and bar links', () => {
  const short = (...changes: readonly Change[]) =>
    say(
      on(
        HALDER,
        axle('front', (a) => ({ hoses: a.hoses.map((h) => ({ ...h, freeMm: h.freeMm - 20 })) })),
        ...changes,
      ),
      'hose-short',
    ).map((f) => ('what' in f ? [f.what, Math.round('shortMm' in f ? f.shortMm : 0)] : []));
  const gain = (what: 'brake-hose' | 'abs-lead', gainMm: number) =>
    effect({ kind: 'hose', what, gainMm }, { family: 'hose-bracket' });
  it('room between the clips helps its own run only, and two of them do not add', () => {
    const bare = new Map(short().map(([what, mm]) => [what, mm as number]));
    expect(bare.size).toBeGreaterThan(0);
    const [first] = [...bare.keys()] as ('brake-hose' | 'abs-lead')[];
    const other = first === 'brake-hose' ? 'abs-lead' : 'brake-hose';
    const left = (changes: readonly Change[]) =>
      new Map(short(...changes).map(([w, mm]) => [w, mm as number])).get(first);
    expect(left([gain(other, 30)])).toBe(bare.get(first));
    expect(left([gain(first!, 3)])).toBe(bare.get(first)! - 3);
    expect(left([gain(first!, 3), gain(first!, 2)])).toBe(bare.get(first)! - 3);
    expect(left([gain(first!, 60)])).toBeUndefined();
  });
  it('a link that was made longer already has less left to change', () => {
    const link = (...changes: readonly Change[]) => {
      const f = say(on(HALDER, spacer(45), ...changes), 'bar-link-angle').find((x) => x.on === 'front');
      return f && 'changeMm' in f ? f.changeMm : null;
    };
    const was = caseOf(on(HALDER, spacer(45)));
    expect(was.axles.front.rub().ok).toBe(true);
    const bent = link(effect({ kind: 'bar-link', deltaMm: -60 }, { family: 'bar-link' }))!;
    const more = link(effect({ kind: 'bar-link', deltaMm: -70 }, { family: 'bar-link' }))!;
    expect(more - bent).toBeCloseTo(10, 9);
  });
});

describe('limits of the place', () => {
  const beyond = (what: PlaceLimit['what'], limitMm: number, ...changes: readonly Change[]) =>
    say(on(HALDER, limit({ what, limitMm, whose: 'the island' }), ...changes), 'place-limit').map((f) =>
      'valueMm' in f ? [f.on, Math.round(f.valueMm)] : [],
    );
  const disc = (thicknessMm: number, where: 'front' | 'rear' | 'both' = 'both') =>
    effect({ kind: 'wheel-spacer', thicknessMm, ownStuds: true }, { family: 'wheel-spacer', axle: where });
  it('a track grows by both sides, by offset and by spacers, each axle by itself', () => {
    expect(beyond('track-increase', 40, disc(25, 'rear'))).toEqual([['rear', 50]]);
    expect(beyond('track-increase', 50, disc(25))).toEqual([]);
    expect(beyond('track-increase', 40, withOffset(0))).toEqual([
      ['front', 56],
      ['rear', 56],
    ]);
    expect(beyond('track-increase', 40, changed('LW-S25'))).toEqual([]);
  });
  it('spacers count as thick as they are, those on it as well', () => {
    expect(beyond('wheel-spacer', 24, disc(25, 'front'))).toEqual([['front', 25]]);
    expect(beyond('wheel-spacer', 25, disc(25))).toEqual([]);
    expect(beyond('wheel-spacer', 24, changed('LW-S25'))).toEqual([
      ['front', 25],
      ['rear', 25],
    ]);
  });
  it('a tyre lifts by half of what it is taller, the taller axle counts; lift is the higher end', () => {
    expect(beyond('tire-lift', 10, tire({ targetSize: '285/70R17' }))).toEqual([[null, 15]]);
    expect(beyond('tire-lift', 10)).toEqual([]);
    const rearUp = effect({ kind: 'coil-spacer', thicknessMm: 30 }, { axle: 'rear', family: 'coil-spacer' });
    expect(beyond('total-lift', 20, rearUp)).toEqual([[null, 30]]);
    expect(beyond('total-lift', 20, spacer(30))).toHaveLength(1);
  });
});
const withOffset = (mm: number): Change => tire({ targetSize: LOADED, wheelWidthIn: 8, wheelOffsetMm: mm });

describe('stance', () => {
  const rakeTo = (mm: number): Change =>
    platform((p) => ({ ...p, levelArchDifferenceMm: p.rear.archMm - p.front.archMm - mm }));
  const level = (stance: 'level' | 'keep-rake' | 'as-is', rake: number, ...more: readonly Change[]) =>
    say(on(HALDER, brief({ stance }), rakeTo(rake), ...more), 'not-level');
  it('level is within reach of the tape both ways, a kept rake is its window, as it is means as it was', () => {
    expect(level('level', -9)).toHaveLength(1);
    expect(level('level', 9)).toHaveLength(1);
    expect(level('level', 0)).toEqual([]);
    expect(level('keep-rake', 0)).toHaveLength(1);
    expect(level('as-is', 60)).toEqual([]);
    expect(level('as-is', 60, spacer(20))).toMatchObject([{ rakeMm: expect.any(Number) }]);
    const [f] = level('as-is', 60, spacer(20));
    expect('wanted' in f! && f.wanted.map(Math.round)).toEqual([54, 66]);
  });
  it('a nose that is high and empty is told only where something was changed, and not beside "level"', () => {
    expect(say(on(HALDER, rakeTo(-20)), 'nose-high')).toEqual([]);
    expect(say(on(HALDER, rakeTo(-20), tire({ targetSize: LOADED })), 'nose-high')).toHaveLength(1);
    expect(say(on(HALDER, rakeTo(-20), spacer(1), brief({ stance: 'level' })), 'nose-high')).toEqual([]);
    expect(say(on(HALDER, rakeTo(-20), spacer(1), brief({ payloadKg: 200 })), 'nose-high')).toEqual([]);
  });
});

describe('heights', () => {
  it('the side that rises more counts for handling; headlamps turn with the rake either way', () => {
    const rearUp = effect({ kind: 'coil-spacer', thicknessMm: 40 }, { family: 'coil-spacer', axle: 'rear' });
    expect(say(on(FELL, rearUp), 'handling-changed')).toHaveLength(1);
    expect(say(on(FELL, coilSpacer(40)), 'handling-changed')).toHaveLength(1);
    const turn = (c: Change) =>
      say(on(FELL, c), 'headlamps').map((f) => ('turnDeg' in f ? Math.sign(f.turnDeg) : 0));
    expect([turn(coilSpacer(40)), turn(rearUp)]).toEqual([[-1], [1]]);
  });
  it('a roof under no limit is not judged', () => {
    expect(say(on(HALDER, spacer(45), brief({ heightLimitMm: null })), 'over-height')).toEqual([]);
  });
});

describe('wheels and tyres by axle', () => {
  it('what differs is told of its own axle, what is alike of both', () => {
    const narrow = { wheelWidthIn: 5 };
    expect(say(withTire(LOADED, tire({ wheelWidthIn: 11 })), 'rim-refused')).toMatchObject([{ on: 'both' }]);
    expect(say(withTire(LOADED, rear('265/70R17 115T', narrow)), 'rim-refused')).toMatchObject([
      { axle: 'rear', on: 'rear' },
    ]);
    expect(say(withTire('265/70R17', rear('265/70R17 115T')), 'tire-load-unknown')).toMatchObject([
      { axle: 'front', on: 'front' },
    ]);
    expect(say(withTire(LOADED, rear('265/70R17')), 'tire-load-unknown')).toMatchObject([{ axle: 'rear' }]);
    expect(say(withTire(LOADED, rear('265/70R17 60T')), 'tire-load')).toMatchObject([
      { axle: 'rear', on: 'rear' },
    ]);
    expect(say(withTire(LOADED, rear('255/75R17 115T')), 'tire-not-priced').map((f) => f.on)).toEqual([
      'front',
      'rear',
    ]);
    expect(say(on(HALDER, tire({ wheelOffsetMm: 10 })), 'wheel-not-priced')).toMatchObject([{ on: 'both' }]);
  });
  it('a wheel may refuse from below, and a wheel of hand takes the tyre’s rim', () => {
    expect(say(withTire(LOADED, tire({ wheelWidthIn: 6.5 })), 'rim-refused')).toHaveLength(1);
    expect(
      say(withTire('265/70R16 112T', tire({ wheelWidthIn: 8, wheelOffsetMm: 20 })), 'rim-diameter'),
    ).toEqual([]);
    expect(say(on(HALDER, wheel({ rimIn: 18 })), 'rim-diameter')).toMatchObject([
      { tireIn: 17, wheelIn: 18 },
    ]);
  });
  it('front and rear of one size never differ, however they roll', () => {
    expect(say(withTire(LOADED), 'front-rear-mismatch')).toEqual([]);
    expect(say(withTire(LOADED, rear('245/75R17 115T')), 'front-rear-mismatch')).toEqual([]);
  });
  it('the larger change of the two is what the speedometer is told, with its sign', () => {
    const percent = (...c: readonly Change[]) =>
      say(withTire(LOADED, ...c), 'calibration').map((f) => ('percent' in f ? Math.round(f.percent) : 0));
    expect(percent(rear('235/65R17 115T'))).toEqual([-8]);
    expect(
      say(withTire('235/65R17 115T', rear(LOADED)), 'calibration').map((f) =>
        'percent' in f ? Math.round(f.percent) : 0,
      ),
    ).toEqual([-8]);
  });
  it('the spare is judged by height and by width, in the place that it has', () => {
    const fits = (s: Situation) => spareFits(caseOf(s));
    expect(fits(withTire(LOADED))).toBe(true);
    expect(fits(on(HALDER))).toBe(false);
    expect(fits(withTire('235/85R17 120S'))).toBe(false);
    expect(fits(withTire('315/60R17 115T'))).toBe(false);
    expect(fits(withTire(LOADED, without('spare')))).toBe(false);
    expect(say(withTire('35x12.50R17 121Q', without('spare')), 'spare-size')).toEqual([]);
    const carrier = on(
      HALDER,
      effect(
        { kind: 'spare-carrier', ratedKg: 30, maxDiameterMm: 945 },
        { axle: 'rear', family: 'spare-carrier' },
      ),
    );
    expect(spareRoom(caseOf(carrier))).toMatchObject({ maxDiameterMm: 945, ratedKg: 40 });
  });
  it('studs are asked of the axle that has the spacer', () => {
    const disc = (thicknessMm: number, ownStuds: boolean) =>
      effect({ kind: 'wheel-spacer', thicknessMm, ownStuds }, { family: 'wheel-spacer', axle: 'rear' });
    expect(say(on(HALDER, disc(30, false)), 'stud-engagement')).toMatchObject([{ axle: 'rear', on: 'rear' }]);
    expect(say(on(HALDER, disc(20, true)), 'stud-cut')).toMatchObject([
      { axle: 'rear', cutMm: 16, on: 'rear' },
    ]);
    expect(say(on(HALDER, disc(20, true)), 'stud-engagement')).toEqual([]);
    expect(say(on(HALDER, disc(30, false)), 'stud-cut')).toEqual([]);
  });
});

describe('fitment', () => {
  it('a sister model is told like a guess; a maker’s list and our own work are not', () => {
    const told = (provenance: Provenance) => say(on(HALDER, apps({ provenance })), 'provenance').length;
    expect(told({ kind: 'sister-model', platform: FELL } as never)).toBe(1);
    expect(told({ kind: 'guess' })).toBe(1);
    expect(told({ kind: 'maker-lists' })).toBe(0);
  });
  it('an answer that is missing is asked, by its field', () => {
    const s = on(HALDER, variant({}), apps({ conditions: [{ op: 'is', field: 'cab', value: 'double' }] }));
    expect(say(s, 'ask-variant')).toMatchObject([{ fields: ['cab'] }]);
  });
});

describe('the highway asks for a flat ride', () => {
  const soft = (highway: number): Situation =>
    on(
      'sarnby-courser',
      brief({ usage: { ...NO_USE, highway, gravel: 100 - highway } }),
      effect({ kind: 'spring', rateNPerMm: 26, freeLengthDeltaMm: 0 }, { family: 'coil', axle: 'rear' }),
    );
  it('and where it is not driven nobody is told', () => {
    expect(say(soft(80), 'flat-ride-off')).toHaveLength(1);
    expect(say(soft(10), 'flat-ride-off')).toEqual([]);
  });
});

describe('the tape', () => {
  it('allows the lean that a platform has from the driver’s side', () => {
    const leaning = (left: string, right: string) =>
      say(
        on(
          HALDER,
          platform((p) => ({ ...p, leanLeftMm: 5 })),
          tape(left, right),
        ),
        'left-right',
      );
    expect(leaning('465', '476')).toEqual([]);
    expect(leaning('470', '470')).toEqual([]);
    expect(leaning('473', '470')).toMatchObject([{ lowSide: 'right', differenceMm: 3 }]);
  });
  it('is ordinary around what is known to be on it, low as well as high', () => {
    expect(say(on(HALDER, tape('440', '440')), 'outside-ordinary')).toEqual([]);
    expect(say(on(HALDER, tape('440', '440')), 'springs-sagged')).toHaveLength(1);
    // inside what two people read differently: nothing
    expect(say(on(HALDER, tape('454', '454')), 'springs-sagged')).toEqual([]);
    expect(say(on(HALDER, tape('510', '510')), 'outside-ordinary')).toHaveLength(1);
    expect(say(on(HALDER, tape('510', '510'), changed('TL-2810')), 'outside-ordinary')).toEqual([]);
    expect(say(on(HALDER, tape('', '')), 'outside-ordinary')).toEqual([]);
  });
});

describe('tipping and roll', () => {
  const HIGHWAY = brief({ usage: { ...NO_USE, highway: 80, gravel: 20 } });
  const factor = (...c: readonly Change[]) => stabilityOf(caseOf(on(FELL, ...c)), 'planned')!.value;
  const gradient = (...c: readonly Change[]) => rollGradient(caseOf(on(FELL, ...c)), 'planned')!.value;
  const roof = (massKg: number) => effect({ kind: 'mass', massKg, place: 'roof' });
  const disc = effect(
    { kind: 'wheel-spacer', thicknessMm: 30, ownStuds: true },
    { family: 'wheel-spacer', axle: 'both' },
  );
  const body = effect({ kind: 'body-lift', heightMm: 50 }, { family: 'body-lift', axle: 'both' });
  it('what is higher, or heavy on the roof, tips sooner; a wider track later; a taller tyre sooner again', () => {
    const plain = factor();
    expect(factor(coilSpacer(40))).toBeLessThan(plain);
    expect(factor(roof(80))).toBeLessThan(plain);
    expect(factor(body)).toBeLessThan(plain);
    expect(factor(disc)).toBeGreaterThan(plain);
    // one axle with a wider track does not make the other wider
    expect(
      factor(effect({ kind: 'wheel-spacer', thicknessMm: 30, ownStuds: true }, { family: 'wheel-spacer' })),
    ).toBe(plain);
    expect(factor(tire({ targetSize: '35x12.50R17 121Q' }))).toBeLessThan(plain);
    expect(stabilityOf(caseOf(on(FELL, coilSpacer(40))), 'today')!.value).toBe(plain);
    expect(stabilityOf(caseOf(on(FELL, roof(80))), 'today')!.value).toBe(plain);
  });
  it('a sum that anybody can do again: track over twice the height', () => {
    const f = stabilityOf(caseOf(on(FELL)), 'planned')!;
    const [track, height] = f.because;
    expect(f.value).toBeCloseTo(track!.value / (2 * height!.value), 12);
    const { sprungCgMm, unsprungCgMm } = catalogue.platforms.find((p) => p.code === FELL)!.masses!;
    expect(height!.value).toBeGreaterThan(unsprungCgMm);
    expect(height!.value).toBeLessThan(sprungCgMm);
  });
  it('rolls more with what stands higher on the springs, not with taller tyres', () => {
    const plain = gradient();
    expect(gradient(body)).toBeGreaterThan(plain);
    expect(gradient(roof(80))).toBeGreaterThan(plain);
    expect(gradient(tire({ targetSize: '35x12.50R17 121Q' }))).toBe(plain);
    const stiff = effect({ kind: 'spring', rateNPerMm: 60, freeLengthDeltaMm: 0 }, { family: 'coil' });
    expect(gradient(stiff)).toBeLessThan(plain);
    expect(rollGradient(caseOf(on(FELL, body)), 'today')!.value).toBe(plain);
  });
  it('is told where the highway is driven, and never where nobody knows the masses', () => {
    const much = [coilSpacer(60), body, roof(150)];
    expect(say(on(FELL, HIGHWAY, ...much), 'rolls-more')).toHaveLength(1);
    expect(say(on(FELL, ...much), 'rolls-more')).toEqual([]);
    const unknown = on(FELL, HIGHWAY, ...much, without('masses'));
    expect(say(unknown, 'rolls-more')).toEqual([]);
    expect(found(unknown, 'handling-changed')[0]).toMatchObject({
      finding: { lostPercent: null },
      figure: null,
    });
    expect(say(on(FELL, coilSpacer(60)), 'handling-changed')).toMatchObject([
      { lostPercent: expect.any(Number) },
    ]);
  });
});

describe('propshafts', () => {
  const CAIRN = 'mettrick-cairn';
  const block = (heightMm: number, wedgeDeg: number) =>
    effect({ kind: 'lift-block', heightMm, wedgeDeg }, { family: 'lift-block', axle: 'rear' });
  const shaft = (change: object): Change =>
    axle('rear', (a) => ({ propshaft: { ...a.propshaft!, ...change } }));
  const ripple = (...c: readonly Change[]) => {
    const rule = ruleOf('propshaft-ripple')!;
    return rule.measure!(caseOf(on(CAIRN, ...c)), 'rear', { code: 'propshaft-ripple' } as never)!.value;
  };
  it('a wedge that points the pinion away makes it worse, whichever way; faster and shorter gears too', () => {
    expect(ripple(block(25, 0))).toBeLessThan(30);
    expect(ripple(block(25, 2))).toBeGreaterThan(ripple(block(25, 1)));
    expect(ripple(block(25, -4))).toBeGreaterThan(ripple(block(25, -2)));
    expect(ripple(block(25, 4), brief({ cruisingKmh: 120 }))).toBeCloseTo(ripple(block(25, 4)) * 1.44, 6);
    expect(ripple(block(25, 4), tire({ axleRatio: 3 }))).toBeLessThan(ripple(block(25, 4)));
    expect(ripple(block(25, 4), tire({ axleRatio: 3, newAxleRatio: 4.56 }))).toBeCloseTo(
      ripple(block(25, 4)),
      6,
    );
    expect(ripple(block(25, 4), tire({ targetSize: '35x12.50R16 121Q' }))).toBeLessThan(ripple(block(25, 4)));
  });
  it('what was so before the build is not the plan’s', () => {
    const bent = shaft({ flange: { sideDeg: 12, topDeg: 0 }, limitDeg: 2 });
    expect(say(on(CAIRN, bent), 'propshaft-ripple')).toEqual([]);
    expect(say(on(CAIRN, bent), 'propshaft-joint')).toEqual([]);
  });
  it('each end is judged by itself, too straight as well as too bent', () => {
    const ends = (...c: readonly Change[]) =>
      say(on(CAIRN, ...c), 'propshaft-joint').map((f) =>
        'end' in f ? [f.end, Math.round(f.valueDeg * 10) / 10] : [],
      );
    expect(ends(block(25, 0), shaft({ limitDeg: 4 }))).toEqual([
      ['gearbox', 4.3],
      ['axle', 4.3],
    ]);
    expect(ends(block(0, 2.5))).toEqual([['axle', 0.2]]);
    expect(
      new Set(found(on(CAIRN, block(25, 0), shaft({ limitDeg: 4 })), 'propshaft-joint').map(needKey)).size,
    ).toBe(2);
  });
  it('nobody’s measurements, no verdict; nor without a height', () => {
    const none = axle('rear', () => ({ propshaft: null }));
    expect(say(on(CAIRN, block(25, 12), none), 'propshaft-ripple')).toEqual([]);
    expect(say(on(CAIRN, block(25, 12)), 'propshaft-ripple')).toHaveLength(1);
  });
});

describe('joints of rods', () => {
  const has = (rodSwingDeg: { readonly lower?: number; readonly trackBar?: number }) =>
    axle('front', (a) => ({ limits: { ...a.limits, rodSwingDeg } }));
  const longer = effect({ kind: 'damper-length', extendedMm: 40, compressedMm: 20 }, { family: 'damper' });
  const said = (s: Situation) =>
    (['rod-swing', 'rod-swing-near'] as const).flatMap((code) =>
      found(s, code).map(({ finding: f }) => ('rod' in f ? [f.code, f.rod, f.radiusArms] : [])),
    );
  it('what is so as built is not this plan’s affair, until the plan swings them further', () => {
    expect(said(on(FELL, has({ lower: 4 })))).toEqual([]);
    expect(said(on(FELL, has({ lower: 4 }), longer))).toEqual([['rod-swing', 'lower', false]]);
  });
  it('each rod for itself; lower ones of two bolts on the axle are radius arms, their track bar is not', () => {
    const s = on('corvane-drumlin-heavy', has({ lower: 3.9, trackBar: 3 }), longer);
    expect(said(s)).toEqual([
      ['rod-swing', 'lower', true],
      ['rod-swing', 'trackBar', false],
    ]);
    expect(new Set(found(s, 'rod-swing').map(needKey)).size).toBe(2);
  });
});

it('two needs are one where code, axle, part and thing are the same', () => {
  const key = (s: Situation, code: FindingCode) => found(s, code).map(needKey);
  expect(key(on(HALDER, part({ structural: true })), 'structural-change')).toEqual([
    'structural-change/front/Two Larches made-up part (X-1)/',
  ]);
  expect(
    key(
      on(
        HALDER,
        axle('front', (a) => ({ hoses: a.hoses.map((h) => ({ ...h, freeMm: 200 })) })),
      ),
      'hose-short',
    ),
  ).toEqual(['hose-short/front//brake-hose', 'hose-short/front//abs-lead']);
  expect(key(withTire('265/85R17 115T'), 'tire-clearance')[0]).toMatch(/^tire-clearance\/front\/\/[a-z-]+$/);
  const two = on(HALDER, part({ family: 'wheel-spacer' }), part({ family: 'wheel-spacer' }));
  expect(key(two, 'same-place')).toEqual([
    'same-place/front/Two Larches made-up part (X-1)/wheel-spacer Two Larches made-up part (X-2)',
  ]);
});
it('only what was asked is judged', () => {
  const c: PlanCase = caseOf(
    on(HALDER, part({ structural: true, reversible: false }), brief({ reversibleOnly: true })),
  );
  expect(needsOf(c, ['place']).map((n) => n.topic)).toEqual(['place']);
  expect(new Set(needsOf(c).map((n) => n.topic))).toEqual(new Set(['place', 'limits']));
  expect(needsOf(c, [])).toEqual([]);
  expect(DAY).toMatch(/^\d{4}-/);
});
