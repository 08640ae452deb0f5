import {
  assess,
  changedBefore,
  emptyChange,
  emptyLine,
  fitmentOf,
  freePart,
  isUnmeasured,
  listed,
  partsList,
  takenOver,
  vehicleAxle,
  workPlan,
  type Change,
  type FreeLine,
  type JobSections,
  type KnownVehicle,
} from '..';
import { catalogue, partOf, plainJob, settings, vehicleOf } from '../testing/demo-world';
import { prepare } from '../testing/prepared';
import { DAY } from '../testing/situations';

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
  it('a spacer behind the wheel moves the wheel out and lifts nothing; whose studs hold it is said', () => {
    const part = (c: Partial<Change>) => changedBefore(said(c), halder);
    const on = part({ kind: 'wheel-spacer', thicknessMm: 30, liftMm: 40 })!;
    expect(on).toMatchObject({
      family: 'wheel-spacer',
      effects: [{ kind: 'wheel-spacer', thicknessMm: 30, ownStuds: false }],
    });
    expect(part({ kind: 'wheel-adapter', thicknessMm: 30 })!.effects).toEqual([
      { kind: 'wheel-spacer', thicknessMm: 30, ownStuds: true },
    ]);
    expect(standsMm({ kind: 'wheel-spacer', thicknessMm: 30 })).toBeCloseTo(0, 9);
    // nobody has measured it: it is no part of today, and its thickness is asked
    expect(part({ kind: 'wheel-spacer' })).toBeNull();
    expect(isUnmeasured(said({ kind: 'wheel-spacer', liftMm: 20 }))).toBe(true);
    expect(isUnmeasured(said({ kind: 'wheel-spacer', thicknessMm: 20 }))).toBe(false);
  });
  it('one that was there before leaves too little thread for the nut today; with studs of its own it does not', () => {
    const job = plainJob('corvane-halder');
    const found = (c: Partial<Change>) =>
      assess({ ...job, vehicle: { ...job.vehicle, changes: [said(c)] } }, catalogue, settings)
        .needs.map((n) => n.finding.code)
        .filter((code) => code === 'stud-engagement');
    expect(found({ kind: 'wheel-spacer', thicknessMm: 40 })).toEqual(['stud-engagement']);
    expect(found({ kind: 'wheel-adapter', thicknessMm: 40 })).toEqual([]);
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
  });
});

const say = (job: JobSections) => assess(job, catalogue, settings, { day: DAY, prepare });
describe('a line of one’s own in the plan', () => {
  const line = (more: Partial<FreeLine>): FreeLine => ({
    ...emptyLine('f'),
    what: 'Spacer from the market',
    axle: 'front',
    ...more,
  });
  const withLine = (more: Partial<FreeLine>, job = plainJob('corvane-halder')): JobSections => ({
    ...job,
    build: { ...job.build, free: [line(more)] },
  });
  it('does to the axle what a part of the catalogue of that kind and thickness does', () => {
    const [own, listedOne] = [
      say(withLine({ kind: 'top-spacer', thicknessMm: 28, priceMinor: 0 })),
      say(plainJob('corvane-halder', ['TL-2810'])),
    ];
    expect(own.forecast!.front.lift.value).toBeCloseTo(listedOne.forecast!.front.lift.value, 9);
    expect(own.needs.map((n) => n.finding.code)).toEqual(
      expect.arrayContaining(
        listedOne.needs.filter((n) => n.topic === 'geometry').map((n) => n.finding.code),
      ),
    );
  });
  it('that was measured lifts by what was measured', () => {
    const a = say(withLine({ kind: 'spring', rateNPerMm: 120, liftMm: 44 }));
    expect(a.forecast!.front.lift.value).toBeCloseTo(44, 6);
  });
  it('is unverified on every line, and priced as it was said', () => {
    for (const priceMinor of [null, 0, 12_500]) {
      const job = withLine({ kind: 'top-spacer', thicknessMm: 28, priceMinor });
      expect(partsList(job, say(job), catalogue)).toMatchObject([
        { code: 'own:f', priceMinor, lineMinor: priceMinor, provenance: { kind: 'unverified' } },
      ]);
      expect(say(job).needs).toContainEqual(
        expect.objectContaining({ finding: { code: 'provenance', provenance: { kind: 'unverified' } } }),
      );
    }
  });
  it('is fitted as the catalogue’s parts of its kind are here; what has none is named as missing', () => {
    const missing = (more: Partial<FreeLine>, platform = 'corvane-halder') => {
      const job = withLine(more, plainJob(platform));
      return workPlan(say(job), job, catalogue).missing;
    };
    expect(missing({ kind: 'top-spacer', thicknessMm: 28 })).toEqual([]);
    expect(missing({ kind: 'lift-block', thicknessMm: 28 })).toEqual(['Spacer from the market']);
    expect(missing({ axle: null, what: 'Cup holder' })).toEqual(['Cup holder']);
  });
  it('takes the place of what it replaces, like any part', () => {
    const job = withLine({ kind: 'top-spacer', thicknessMm: 28 }, plainJob('corvane-halder', ['TL-2810']));
    expect(say(job).needs.map((n) => n.finding.code)).toContain('same-place');
  });
  it('that lifts nothing is an accessory; one that lifts by nobody knows how much is not', () => {
    expect(freePart(line({ axle: null }), halder, [])).toMatchObject({
      family: 'accessory',
      axle: 'both',
      effects: [],
    });
    expect(freePart(line({ kind: 'spring', rateNPerMm: 90 }), halder, [])).toMatchObject({
      family: 'coil',
      effects: [],
      operation: '',
    });
  });
});

describe('a part that is made for a neighbour', () => {
  const foreign = catalogue.parts.find(
    (p) => fitmentOf(p.applications, halder).verdict === 'no' && p.family === 'strut-top-spacer',
  )!;
  it('stays out without a reason, and is in with one, unverified', () => {
    for (const reason of ['', '   ']) expect(takenOver(foreign, halder, reason)).toBe(foreign);
    expect(fitmentOf(takenOver(foreign, halder, ' same strut ').applications, halder)).toEqual({
      verdict: 'fits',
      provenance: { kind: 'taken-over', reason: 'same strut' },
    });
  });
  it('that fits anyway, is still to ask about, or is ruled out for this variant by its maker stays as it is', () => {
    const own = partOf('TL-2810');
    expect(takenOver(own, halder, 'because')).toBe(own);
    const [field] = halder.platform.variantFields;
    const out = {
      ...own,
      applications: [
        {
          ...own.applications[0]!,
          conditions: [{ op: 'is-not' as const, field: field!.key, value: field!.options[0]!.value }],
        },
      ],
    };
    expect(fitmentOf(out.applications, halder)).toMatchObject({ verdict: 'no', reason: 'variant' });
    expect(takenOver(out, halder, 'because')).toBe(out);
  });
  it('in a plan: the refusal goes, its line says why', () => {
    const job = plainJob('corvane-halder');
    const withIt = (reason: string): JobSections => ({
      ...job,
      build: { ...job.build, items: [{ ...listed('i', 'part', foreign.code), takenOver: reason }] },
    });
    const codes = (reason: string) => say(withIt(reason)).needs.map((n) => n.finding.code);
    expect(codes('')).toContain('not-listed');
    expect(codes('same strut, measured')).not.toContain('not-listed');
    const [line] = partsList(withIt('same strut'), say(withIt('same strut')), catalogue);
    expect(line!.provenance).toEqual({ kind: 'taken-over', reason: 'same strut' });
  });
});
