import fc from 'fast-check';
import {
  alignmentFigures,
  assess,
  budgetFinding,
  fastening,
  inOrderOf,
  isBeam,
  minutesOf,
  moneyFigures,
  moneyOf,
  once,
  partsList,
  recordNote,
  studsPerHub,
  tieRodArmMm,
  totalToeDeg,
  turnedBy,
  workPlan,
  workTimes,
  type Assessment,
  type Catalogue,
  type JobSections,
  type Operation,
  type Part,
  type Provenance,
  type WorkPlan,
  type WorkStep,
  listed,
} from '..';
import { catalogue, demoJob, demoJobs, partOf, plainJob, platformOf, settings } from '../testing/demo-world';
import { DAY, part } from '../testing/situations';
import { prepare } from '../testing/prepared';

const say = (job: JobSections, c: Catalogue = catalogue) => assess(job, c, settings, { day: DAY, prepare });
const planOf = (job: JobSections, c: Catalogue = catalogue): WorkPlan => workPlan(say(job, c), job, c);
const lines = (job: JobSections) => partsList(job, say(job), catalogue);
const at = (plan: WorkPlan, match: (s: WorkStep) => boolean) => plan.steps.findIndex(match);
const joints = (plan: WorkPlan) => plan.steps.flatMap((s) => s.fastenings.map((f) => `${f.joint}@${f.axle}`));
/** each joint on each side that it is torqued on */
const jointsBySide = (plan: WorkPlan) =>
  plan.steps.flatMap((s) =>
    s.fastenings.flatMap((f) =>
      [f.side ?? ['left', 'right']].flat().map((side) => `${f.joint}@${f.axle} ${side}`),
    ),
  );
/** The step that takes a state off and the one that puts it back, by their texts in the catalogue. */
const access = (plan: WorkPlan, code: string, axle: string) => {
  const states = catalogue.access.filter((a) => a.code === code && a.axle === axle);
  return {
    off: at(plan, (s) => s.axle === axle && states.some((a) => a.off.text === s.text)),
    on: plan.steps.findLastIndex((s) => s.axle === axle && states.some((a) => a.on.text === s.text)),
  };
};

describe('parts list', () => {
  it('has every item once, tyres and wheels, and adds up; the spare only where it fits', () => {
    const job = demoJob('hut-warden');
    const list = lines(job);
    // and what the hose brings with it
    const own = list.filter((l) => !l.code.includes('+'));
    expect(own.map((l) => l.code)).toEqual([...job.build.items.map((i) => i.code), 'CT-L285', 'LW-618']);
    for (const l of own) expect(l.lineMinor).toBe(l.priceMinor! * l.quantity);
    expect(say(job).needs.map((n) => n.finding.code)).toContain('spare-size');
    expect(list.filter((l) => l.group === 'rolling').map((l) => l.quantity)).toEqual([4, 4]);
  });
  it('a kit is one line with its own price, its weakest provenance and the notes of its parts', () => {
    const [kit] = lines(plainJob('corvane-halder', ['TL-K28']));
    expect(kit).toMatchObject({ soldAs: 'kit', quantity: 1, provenance: { kind: 'maker-lists' } });
    expect(kit!.note).toContain('Arrow to the engine side');
  });
  it('what is still to ask has no provenance yet', () => {
    const job = plainJob('corvane-halder', ['TL-2810']);
    expect(lines({ ...job, vehicle: { ...job.vehicle, variant: {} } })[0]!.provenance).toBeNull();
  });
});

describe('a line of the list', () => {
  const withRelief = (code: string, c: Catalogue = catalogue) => {
    const job = plainJob('corvane-halder');
    const with_ = {
      ...job,
      tire: { ...job.tire, reliefs: [{ axle: 'front' as const, obstacle: 'liner' as const, relief: code }] },
    };
    return partsList(with_, say(with_, c), c);
  };
  it('material of a relief is on it where it costs something, as the shop’s own', () => {
    const priced = {
      ...catalogue,
      reliefs: catalogue.reliefs.map((r) => ({ ...r, priceMinor: r.code === 'trim-liner' ? 700 : 0 })),
    };
    const name = catalogue.reliefs.find((r) => r.code === 'trim-liner')!.name;
    expect(withRelief('trim-liner', priced)).toEqual([
      {
        code: 'trim-liner',
        maker: 'Shop material',
        name,
        quantity: 1,
        soldAs: 'set',
        priceMinor: 700,
        lineMinor: 700,
        supplier: 'in the shop',
        onHand: null,
        leadDays: null,
        provenance: null,
        note: '',
        group: 'shop',
      },
    ]);
    expect(withRelief('reform-liner', priced)).toEqual([]);
    expect(withRelief('GONE', priced)).toEqual([]);
  });
  it('a part is told with its stock, supplier, count and the weakest word behind it; what is lost has no line', () => {
    const p = partOf('TL-2810');
    const job = plainJob('corvane-halder', ['TL-2810', 'GONE']);
    const two = {
      ...job,
      build: { ...job.build, items: job.build.items.map((i) => ({ ...i, quantity: 2 })) },
    };
    expect(lines(two)).toEqual([
      {
        code: p.code,
        maker: p.maker,
        name: p.name,
        quantity: 2,
        soldAs: p.soldAs,
        priceMinor: p.priceMinor,
        lineMinor: 2 * p.priceMinor,
        supplier: p.supplier,
        onHand: p.stock.onHand,
        leadDays: p.stock.leadDays,
        group: 'suspension',
        note: recordNote(p),
        boxes: [{ code: p.code, box: p.box }],
        provenance: { kind: 'maker-lists' },
      },
    ]);
    const kit = {
      ...job,
      build: { ...job.build, items: [listed('k', 'kit', 'GONE')] },
    };
    expect(lines(kit)).toEqual([]);
    expect(lines({ ...job, vehicle: { ...job.vehicle, platform: null } })[0]!.provenance).toBeNull();
  });
  it('a kit is as sure as its least sure part, and has no stock of its own', () => {
    const [one, two] = catalogue.kits.find((k) => k.code === 'TL-K28')!.parts;
    const kinds = (a: Provenance, b: Provenance): Catalogue => ({
      ...catalogue,
      parts: catalogue.parts.map((p) =>
        p.code === one!.part || p.code === two!.part
          ? {
              ...p,
              note: `note of ${p.code}`,
              applications: p.applications.map((x) => ({ ...x, provenance: p.code === one!.part ? a : b })),
            }
          : p,
      ),
    });
    const of = (c: Catalogue) => {
      const job = plainJob('corvane-halder', ['TL-K28']);
      return partsList(job, say(job, c), c)[0]!;
    };
    const guess = { kind: 'guess' } as const;
    const lists = { kind: 'maker-lists' } as const;
    expect(of(kinds(lists, guess)).provenance).toEqual(guess);
    expect(of(kinds(guess, lists)).provenance).toEqual(guess);
    expect(of(kinds(lists, lists))).toMatchObject({
      provenance: lists,
      onHand: null,
      leadDays: null,
      group: 'suspension',
      maker: 'Two Larches',
    });
    expect(of(kinds(lists, lists)).note).toContain(`${one!.part}: note of ${one!.part} `);
  });
  it('tyres and wheels are told by size, each once however many axles have them', () => {
    const job = plainJob('corvane-halder');
    const both = {
      ...job,
      tire: { ...job.tire, tireCode: 'CT-L285', wheelCode: 'LW-618', targetSize: 'LT285/70R17' },
    };
    const tire = catalogue.tires.find((t) => t.code === 'CT-L285')!;
    const wheel = catalogue.wheels.find((w) => w.code === 'LW-618')!;
    const [t, w] = lines(both);
    expect(t).toMatchObject({
      code: 'CT-L285',
      maker: tire.maker,
      name: `${tire.name} ${tire.size}`,
      soldAs: 'each',
      supplier: tire.maker,
      group: 'rolling',
      lineMinor: t!.quantity * tire.priceMinor,
    });
    expect(w).toMatchObject({
      code: 'LW-618',
      name: `${wheel.name} ${wheel.widthIn}×${wheel.rimIn}`,
      quantity: 4,
      note: '',
      provenance: null,
    });
    expect(lines({ ...both, tire: { ...both.tire, tireCode: 'GONE', wheelCode: null } })).toEqual([]);
  });
});

describe('what a catalogue does not say', () => {
  const job = plainJob('corvane-halder', ['TL-2810']);
  it('a state that nobody has written is named with its axle, and the rest is planned', () => {
    const gone = {
      ...catalogue,
      access: catalogue.access.filter((a) => !(a.code === 'wheel-off' && a.axle === 'front')),
    };
    const plan = planOf(job, gone);
    expect(plan.missing).toEqual(['wheel-off (front)']);
    expect(plan.steps.length).toBeGreaterThan(5);
    const grounded = { ...catalogue, access: catalogue.access.filter((a) => a.code !== 'vehicle-up') };
    expect(planOf(job, grounded).missing).toEqual(['vehicle-up (front)']);
  });
  it('operations that wait for each other are named, by their words', () => {
    const circle = (code: string, after: string) => (o: Operation) =>
      o.code === code ? { ...o, after: [after] } : o;
    const both = plainJob('sarnby-courser', ['TL-3020', 'HF-350']);
    const [a, b] = ['TL-3020', 'HF-350'].map((c) => partOf(c).operation);
    const c = { ...catalogue, operations: catalogue.operations.map(circle(a!, b!)).map(circle(b!, a!)) };
    const { stuck } = planOf(both, c);
    expect(stuck.length).toBeGreaterThan(1);
    expect(stuck).toContain(catalogue.operations.find((o) => o.code === a)!.steps[0]!.text);
    expect(stuck.every((text) => text.length > 3)).toBe(true);
  });
  it('an axle without a known height is taken to turn where a part is on it', () => {
    const a = say(job);
    expect(turnedBy({ ...a, forecast: null }, 'front')).toBe(true);
    expect(turnedBy({ ...a, forecast: null }, 'rear')).toBe(false);
    expect(
      turnedBy(
        { ...a, forecast: null, chosen: [...a.chosen, { part: partOf('TL-2835'), quantity: 1 }] },
        'rear',
      ),
    ).toBe(true);
    const twisted = (mm: number) => {
      const f = a.forecast!.front;
      return turnedBy(
        {
          ...a,
          forecast: { ...a.forecast!, front: { ...f, bushTwistDeg: mm } },
        },
        'front',
      );
    };
    expect([twisted(0.5), twisted(0.51)]).toEqual([false, true]);
  });
});

describe('money', () => {
  const list = once(() => lines(demoJob('hut-warden')));
  const plan = { personMinutes: 555, rackMinutes: 45 };
  const money = once(() => moneyOf(list(), plan, settings));
  it('is parts, labour of the plan, supplies, alignment and tax on all', () => {
    const f = moneyFigures(list(), plan, settings);
    const net = f.parts.value + f.labour.value + f.supplies.value + f.alignment.value;
    expect(f.labour.value).toBe(Math.round(((600 - 45) / 60) * settings.labourMinorPerHour));
    expect(f.supplies.value).toBe(Math.round(f.labour.value * settings.suppliesShare));
    expect(f.tax.value).toBe(Math.round(net * settings.taxShare));
    expect(f.total.value).toBe(net + f.tax.value);
  });
  it('charges an alignment once: as its line, or as labour where the shop has no price for it, or not at all', () => {
    const said = (of: { personMinutes: number; rackMinutes: number }, alignmentMinor: number) => {
      const { alignment, hours } = moneyFigures(list(), of, { ...settings, alignmentMinor });
      return { alignment: alignment.value, hours: hours.value };
    };
    expect(said(plan, 9500)).toEqual({ alignment: 9500, hours: 555 });
    expect(said(plan, 0)).toEqual({ alignment: 0, hours: 600 });
    expect(said({ personMinutes: 60, rackMinutes: 0 }, 9500)).toEqual({ alignment: 0, hours: 60 });
  });
  it('opens as figures that say the same sums', () => {
    const m = money();
    const f = moneyFigures(list(), plan, settings);
    expect(f.total.because.reduce((s, x) => s + x.value, 0)).toBe(m.totalMinor);
    expect(f.parts.because.reduce((s, x) => s + x.value, 0)).toBe(m.partsMinor);
    expect(f.labour.because.map((x) => x.name)).toEqual(['labour-minutes', 'labour-rate']);
  });
  it('no work, no alignment; a kept or unnamed budget finds nothing', () => {
    const m = money();
    expect(moneyOf([], { personMinutes: 0, rackMinutes: 0 }, settings).totalMinor).toBe(0);
    expect(budgetFinding(null, m)).toBeNull();
    expect(budgetFinding(m.totalMinor, m)).toBeNull();
    expect(budgetFinding(m.totalMinor - 1, m)).toEqual({
      code: 'over-budget',
      totalMinor: m.totalMinor,
      budgetMinor: m.totalMinor - 1,
    });
  });
});

it('an order keeps every wait and means the same however the set is written', () => {
  const set = fc.array(fc.nat({ max: 9 }), { minLength: 1, maxLength: 12 }).map((ranks) =>
    ranks.map((rank, i) => ({
      id: `n${i}`,
      rank: [rank],
      after: i === 0 ? ['nobody'] : [`n${(rank * 7) % i}`],
    })),
  );
  fc.assert(
    fc.property(set, fc.integer(), (items, seed) => {
      const { list, stuck } = inOrderOf(items);
      expect(stuck).toEqual([]);
      expect(list).toHaveLength(items.length);
      list.forEach((x, i) => {
        for (const a of x.after.filter((id) => id !== 'nobody'))
          expect(list.findIndex((y) => y.id === a)).toBeLessThan(i);
      });
      const mixed = [...items].sort(
        (a, b) => ((Number(a.id.slice(1)) * seed) % 7) - ((Number(b.id.slice(1)) * seed) % 7),
      );
      expect(inOrderOf(mixed).list.map((x) => x.id)).toEqual(list.map((x) => x.id));
    }),
  );
  const circle = [
    { id: 'a', after: ['b'], rank: [0] },
    { id: 'b', after: ['a'], rank: [0] },
  ];
  expect(
    inOrderOf(circle)
      .stuck.map((x) => x.id)
      .sort(),
  ).toEqual(['a', 'b']);
});

// one part of each kind of work on each kind of axle: what differs in size or price alone is planned alike
const everyPart = [
  ...new Map(
    catalogue.parts
      .filter((p) => !p.structural)
      .map((p) => {
        const { platform } = p.applications[0]!;
        const on = platformOf(platform);
        const kinds = [p.operation, p.axle, on.front.hardpoints.kind, on.rear.hardpoints.kind].join();
        return [kinds, [`${p.code} on ${platform}`, plainJob(platform, [p.code])] as const] as const;
      }),
  ).values(),
];
const plans: readonly (readonly [string, JobSections])[] = [
  ...demoJobs.map((n) => [n, demoJob(n)] as const),
  ...everyPart,
  ['every kit of the Halder', plainJob('corvane-halder', ['HF-K45'])],
  ['body and spacer', plainJob('corvane-halder', ['IW-81', 'TL-2810', 'HF-310', 'IW-12'])],
  ['strut, bolts and subframe', plainJob('sarnby-courser', ['TL-3020', 'HF-350', 'IW-360'])],
];
const planned = once(() =>
  plans.map(([name, job]) => {
    const a = say(job);
    return { name, a, plan: workPlan(a, job, catalogue) };
  }),
);
/** A law of every plan; says which plan breaks it. */
const ofEveryPlan = (law: (plan: WorkPlan, a: Assessment) => void) => () => {
  expect(planned().length).toBeGreaterThan(40);
  for (const { name, plan, a } of planned())
    try {
      law(plan, a);
    } catch (broken) {
      throw new Error(`${name}: ${(broken as Error).message}`, { cause: broken });
    }
};
describe('every work plan', () => {
  it(
    'knows all its operations, can be done, numbers from 1 and adds its minutes',
    ofEveryPlan((plan) => {
      expect(plan.missing).toEqual([]);
      expect(plan.stuck).toEqual([]);
      expect(plan.steps.map((s) => s.number)).toEqual(plan.steps.map((_, i) => i + 1));
      const rack = plan.steps.filter((s) => s.charge === 'alignment');
      const bay = plan.steps.filter((s) => s.charge !== 'alignment');
      expect(plan.personMinutes).toBe(bay.reduce((sum, s) => sum + s.minutes * s.people, 0));
      expect(plan.rackMinutes).toBe(rack.reduce((sum, s) => sum + s.minutes, 0));
    }),
  );
  it(
    'fastens every joint exactly once',
    ofEveryPlan((plan) => {
      const all = jointsBySide(plan);
      expect(all.filter((j, i) => all.indexOf(j) !== i)).toEqual([]);
    }),
  );
  it(
    'finishes one side of wheels sprung by themselves before the other, the bar last; both sides of a beam together',
    ofEveryPlan((plan, a) => {
      const where = (id: string) => at(plan, (s) => s.id === id);
      for (const axle of ['front', 'rear'] as const) {
        const sided = plan.steps.filter((s) => s.axle === axle && s.side !== null);
        if (isBeam(a.vehicle!.platform[axle].hardpoints)) expect(sided).toEqual([]);
        for (const s of sided.filter((x) => x.id.endsWith(' left'))) {
          const twin = plan.steps[where(s.id.replace(/left$/, 'right'))]!;
          expect(twin).toMatchObject({ text: s.text, side: 'right', phase: s.phase });
          expect([0, 1]).toContain(s.minutes - twin.minutes);
          if (!s.id.startsWith('on ')) continue;
          const [offLeft, offRight] = [s.id.replace('on ', 'off '), twin.id.replace('on ', 'off ')];
          const both = plan.steps.some((x) => x.after.includes(offLeft) && x.after.includes(offRight));
          if (!both) expect([s.id, s.number]).toEqual([s.id, Math.min(s.number, where(offRight))]);
        }
        const bar = where(`on bar-free@${axle}`);
        if (bar >= 0) for (const s of sided) expect(s.number).toBeLessThan(bar + 1);
      }
    }),
  );
  it('a step of one side has the joints of that side, half the pieces of both', () => {
    const job = demoJob('farm-vet');
    const a = say(job);
    const steps = workPlan(a, job, catalogue).steps;
    const on = (side: string) => steps.find((s) => s.id === `on strut-out@front ${side}`)!.fastenings;
    expect(on('left').length).toBeGreaterThan(0);
    expect(on('left').map((f) => f.joint)).toEqual(on('right').map((f) => f.joint));
    for (const f of on('left')) {
      const both = fastening(
        { joint: f.joint, tighten: f.tighten, note: '' },
        { axle: 'front', side: null },
        a.vehicle!.platform,
        [],
        catalogue.joints,
      );
      expect([f.side, f.count]).toEqual(['left', both.count === null ? null : both.count / 2]);
    }
  });
  it(
    'puts back in reverse whatever it took off, and nothing is left off',
    ofEveryPlan((plan) => {
      const open = new Map<string, number[]>();
      for (const s of catalogue.access) {
        const { off, on } = access(plan, s.code, s.axle);
        if (off < 0 && on < 0) continue;
        expect([s.code, s.axle, off >= 0, on > off]).toEqual([s.code, s.axle, true, true]);
        open.set(`${s.code}@${s.axle}`, [off, on]);
      }
      for (const s of catalogue.access) {
        const mine = open.get(`${s.code}@${s.axle}`);
        for (const need of s.needs) {
          const under = open.get(`${need}@${s.axle}`) ?? open.get(`${need}@vehicle`);
          if (!mine || !under) continue;
          expect(under[0]).toBeLessThan(mine[0]!);
          expect(under[1]).toBeGreaterThan(mine[1]!);
        }
      }
    }),
  );
  it(
    'torques rubber only below the line, loosened above it, and a cam marked before that',
    ofEveryPlan((plan) => {
      plan.steps.forEach((s, i) => {
        for (const f of s.fastenings)
          if (f.tighten === 'at-ride-height') {
            expect(i).toBeGreaterThanOrEqual(plan.rideHeightLine);
            const loosened = at(plan, (x) => x.axle === f.axle && x.loosens.includes(f.what));
            expect([f.what, loosened >= 0 && loosened < plan.rideHeightLine]).toEqual([f.what, true]);
            const cam = catalogue.joints.find((j) => j.code === f.joint)!.cam;
            if (cam)
              expect(at(plan, (x) => x.makes === 'mark-cams' && x.axle === f.axle)).toBeLessThan(loosened);
          }
      });
      expect(
        plan.steps.slice(plan.rideHeightLine).every((s) => s.phase === 'ground' || s.phase === 'closing'),
      ).toBe(true);
    }),
  );
  it(
    'turns no pivot of a changed height without loosening and torquing it, on both axles',
    ofEveryPlan((plan, a) => {
      for (const axle of ['front', 'rear'] as const) {
        const f = a.forecast?.[axle];
        // a height that comes from the hub or the seats turns no rubber
        if (!f || f.bushTwistDeg < 0.6) continue;
        const kind = a.vehicle!.platform[axle].hardpoints.kind;
        const due = catalogue.joints.filter((j) => j.pivotOf.includes(kind)).map((j) => `${j.code}@${axle}`);
        expect(joints(plan)).toEqual(expect.arrayContaining(due));
        expect(due.length).toBeGreaterThan(0);
      }
    }),
  );
  it(
    'names each part at a step of each axle it is for, with what its maker says',
    ofEveryPlan((plan, a) => {
      for (const { part: p } of a.chosen) {
        const steps = plan.steps.filter((s) => s.parts.includes(p.code));
        const op = catalogue.operations.find((o) => o.code === p.operation)!;
        const places =
          op.place === 'vehicle' ? ['vehicle'] : p.axle === 'both' ? ['front', 'rear'] : [p.axle];
        expect([...new Set(steps.map((s) => s.axle))].sort()).toEqual([...places].sort());
        if (recordNote(p) !== '')
          expect(steps.flatMap((s) => s.notes)).toContainEqual({ part: p.code, note: recordNote(p) });
      }
    }),
  );
  it(
    'prints no thread that the hub does not have, and no torque without a source',
    ofEveryPlan((plan, a) => {
      const { stud } = a.vehicle!.platform;
      for (const f of plan.steps.flatMap((s) => s.fastenings)) {
        if (f.joint === 'wheel-nut') {
          expect(f.thread).toEqual({ diameterMm: stud.diameterMm, pitchMm: stud.pitchMm });
          expect(f.count).toBe(2 * studsPerHub(a.vehicle!.platform.boltCircle)!);
        } else {
          const card = a.vehicle!.platform.fasteners.find((x) => x.joint === f.joint && x.axle === f.axle);
          expect(f.thread).toEqual(card?.thread ?? null);
        }
        expect(f.torque).toEqual({ kind: 'manual' });
      }
    }),
  );
});

describe('order by construction', () => {
  it('nothing is torqued through a component that is out: camber bolts wait for the strut', () => {
    const plan = planOf(plainJob('sarnby-courser', ['TL-3020', 'HF-350']));
    for (const side of ['left', 'right'] as const) {
      const bolts = at(plan, (s) => s.parts.includes('HF-350') && s.side === side);
      const on = at(plan, (s) => s.id === `on strut-out@front ${side}`);
      expect(on).toBeGreaterThan(0);
      expect(bolts).toBeGreaterThan(on);
      expect(bolts).toBeLessThan(access(plan, 'wheel-off', 'front').on);
      // the same joint is only run on while it will be opened again
      expect(plan.steps[on]!.handTight).toContain('Strut to knuckle bolts');
      expect(plan.steps[bolts]!.fastenings.map((f) => f.joint)).toContain('strut-to-knuckle');
    }
  });
  it('the subframe comes before the spacers', () => {
    const plan = planOf(plainJob('sarnby-courser', ['TL-3020', 'IW-360']));
    const fits = (code: string) => at(plan, (s) => s.phase === 'work' && s.parts.includes(code));
    expect(fits('IW-360')).toBeLessThan(fits('TL-3020'));
  });
  it('a bar is centred and its lock nut closed on the ground, before its pivots are torqued', () => {
    const plan = planOf(plainJob('mettrick-fell', ['TL-5038', 'HF-510']));
    const lock = at(plan, (s) => s.fastenings.some((f) => f.joint === 'track-bar-lock-nut'));
    const pivots = at(plan, (s) => s.makes === 'torque-pivots' && s.axle === 'front');
    expect(lock).toBeGreaterThanOrEqual(plan.rideHeightLine);
    expect(pivots).toBeGreaterThan(lock);
  });
  it('a wedge says which end is the thick one: in front on an axle over its springs, behind on one under them', () => {
    const wedge = (mounted: 'over' | 'under', deg: number) => {
      const base = { job: plainJob('mettrick-cairn'), catalogue, settings, day: DAY };
      const s = part({
        family: 'lift-block',
        axle: 'rear',
        operation: 'leaf-block',
        effects: [{ kind: 'lift-block', heightMm: 25, wedgeDeg: deg }],
      })(base);
      const c = {
        ...s.catalogue,
        platforms: s.catalogue.platforms.map((p) =>
          p.code === 'mettrick-cairn' && p.rear.hardpoints.kind === 'leaf-axle'
            ? { ...p, rear: { ...p.rear, hardpoints: { ...p.rear.hardpoints, mounted } } }
            : p,
        ),
      };
      return planOf(s.job, c).steps.flatMap((x) => (x.wedge ? [x.wedge] : []));
    };
    expect(wedge('under', 2)).toEqual([{ thickEnd: 'front', deg: 2 }]);
    expect(wedge('under', -2)).toEqual([{ thickEnd: 'rear', deg: 2 }]);
    expect(wedge('over', 2)).toEqual([{ thickEnd: 'rear', deg: 2 }]);
    expect(wedge('over', 0)).toEqual([]);
  });
  it('wheel spacers on four wheels take four wheels off', () => {
    const plan = planOf(plainJob('corvane-halder', ['LW-S25']));
    for (const axle of ['front', 'rear'] as const) {
      const { off, on } = access(plan, 'wheel-off', axle);
      expect(off).toBeGreaterThan(0);
      expect(on).toBeGreaterThan(off + 1); // the spacers in between
    }
  });
  it('a relief brings its access: wheels off before the liner is heated, and its own words', () => {
    const job = plainJob('corvane-halder');
    const reliefs = [{ axle: 'front' as const, obstacle: 'liner' as const, relief: 'reform-liner' }];
    const plan = planOf({ ...job, tire: { ...job.tire, reliefs } });
    const heat = at(plan, (s) => s.text.startsWith('Heat the liner'));
    expect(access(plan, 'wheel-off', 'front').off).toBeGreaterThanOrEqual(0);
    expect(heat).toBeGreaterThan(access(plan, 'wheel-off', 'front').off);
    expect(heat).toBeLessThan(access(plan, 'wheel-off', 'front').on);
    expect(plan.steps[heat]!.text).toContain('away from fuel and brake lines');
  });
  it('tyres alone are work: off, mounted, on, nuts on the ground, entered where the shop does it; no alignment', () => {
    const job = plainJob('corvane-halder');
    const plan = planOf({ ...job, tire: { ...job.tire, tireCode: 'CT-L285', wheelCode: 'LW-618' } });
    const mount = catalogue.operations.find((o) => o.code === 'mount-tires')!;
    const step = plan.steps.find((s) => s.text === mount.steps[0]!.text)!;
    const mounted = lines({ ...job, tire: { ...job.tire, tireCode: 'CT-L285' } }).find(
      (l) => l.group === 'rolling',
    )!.quantity;
    expect(step.minutes).toBe(minutesOf(mount) * mounted);
    const nuts = plan.steps.flatMap((s) => s.fastenings).filter((f) => f.joint === 'wheel-nut');
    expect(nuts.map((f) => [f.axle, f.count])).toEqual([
      ['front', 12],
      ['rear', 12],
    ]);
    const entered = plan.steps.find((s) => s.figures.length > 0)!;
    expect(entered.figures.map((f) => f.name)).toEqual(['circumference', 'revs-per-km', 'revs-per-mile']);
    expect(plan.rackMinutes).toBe(0);
    expect(access(plan, 'wheel-off', 'rear').on).toBeGreaterThan(plan.steps.indexOf(step));
  });
  it('the rack starts from toe at the new height, as a tape reads it, and the turns that set it', () => {
    const build = plainJob('corvane-halder', ['TL-2810']);
    const job = { ...build, tire: { ...build.tire, targetSize: '265/70R17 115T' } };
    const figures = (j: JobSections, c: Catalogue = catalogue) =>
      planOf(j, c).steps.find((s) => s.charge === 'alignment')!.figures;
    const [toe, tape, turns] = figures(job);
    const { front } = platformOf('corvane-halder');
    expect(toe!.value).toBe(say(job).forecast!.front.geometryPlanned.toeDeg);
    expect(toe!.limit).toEqual({ min: front.spec.toeDeg[0], max: front.spec.toeDeg[1] });
    expect(totalToeDeg(tape!.value, say(job).tires.check!.front.figures.diameter.target.value)).toBeCloseTo(
      2 * toe!.value,
      9,
    );
    const middle = (front.spec.toeDeg[0] + front.spec.toeDeg[1]) / 2;
    const arm = tieRodArmMm(front.hardpoints)!;
    expect(turns!.value).toBeCloseTo((((middle - toe!.value) * Math.PI) / 180 / 1.5) * arm, 9);
    expect(Math.abs(arm)).toBeGreaterThan(100);
    expect(Math.abs(arm)).toBeLessThan(220);
    // no tyre, no width to tape; no pitch on record, no turns; a beam has no such toe
    expect(figures(build).map((f) => f.name)).toEqual(['toe', 'tie-rod-turns']);
    const unsaid = {
      ...catalogue,
      platforms: catalogue.platforms.map((p) => ({ ...p, front: { ...p.front, tieRodPitchMm: null } })),
    };
    expect(figures(job, unsaid).map((f) => f.name)).toEqual(['toe', 'toe-by-tape']);
    expect(figures(plainJob('mettrick-fell', ['TL-5038']))).toEqual([]);
    expect(tieRodArmMm(platformOf('mettrick-fell').front.hardpoints)).toBeNull();
    expect(Math.abs(tieRodArmMm(platformOf('sarnby-courser').front.hardpoints)!)).toBeGreaterThan(80);
  });
  it.each(['corvane-halder', 'sarnby-courser', 'mettrick-outway', 'sarnby-wherry'])(
    'turned as it says, the tie rods of the %s bring the toe to the middle of its window',
    (code) => {
      const of = platformOf(code).front;
      const build = (deltaMm: number) =>
        part({
          axle: 'front',
          effects: [
            { kind: of.hardpoints.kind === 'strut' ? 'top-spacer' : 'coil-spacer', thicknessMm: 30 },
            { kind: 'link-length', member: 'tieRod', deltaMm },
          ],
        })({ job: plainJob(code), catalogue, settings, day: DAY });
      const raised = build(0);
      const [toe, turns] = alignmentFigures(say(raised.job, raised.catalogue));
      const turned = build(turns!.value * of.tieRodPitchMm!);
      const set = say(turned.job, turned.catalogue).forecast!.front.geometryPlanned.toeDeg!;
      const middle = (of.spec.toeDeg[0] + of.spec.toeDeg[1]) / 2;
      expect(Math.abs(toe!.value - middle)).toBeGreaterThan(0.02);
      expect(Math.abs(set - middle)).toBeLessThan(Math.abs(toe!.value - middle) / 10);
    },
  );
  it('shows the caution at the step, and where the plan changes how it drives, at the end', () => {
    const plan = planOf(demoJob('hut-warden'));
    const apart = plan.steps.filter((s) => s.phase === 'apart');
    expect(apart[0]!.hazards.concat(apart[1]!.hazards)).toContain('vehicle-in-air');
    expect(plan.steps.at(-1)!.hazards).toContain('handling');
  });
  it('together costs no more than one after the other', () => {
    const pairs = [
      ['corvane-halder', ['TL-2810', 'HF-310'], ['TL-2830', 'IW-55']],
      ['mettrick-fell', ['BS-5102', 'HF-510'], ['SD-8100', 'BS-5202']],
      ['sarnby-courser', ['TL-3020'], ['HF-350', 'TL-3220']],
    ] as const;
    for (const [code, one, two] of pairs)
      expect(planOf(plainJob(code, [...one, ...two])).personMinutes).toBeLessThanOrEqual(
        planOf(plainJob(code, one)).personMinutes + planOf(plainJob(code, two)).personMinutes,
      );
  });
  it('minutes are those of a trained pair', () => {
    const hours = (code: string, parts: readonly string[]) =>
      workTimes(planOf(plainJob(code, parts))).bayMinutes / 60;
    expect(hours('corvane-halder', ['TL-2810', 'TL-2835'])).toBeGreaterThanOrEqual(1.9);
    expect(hours('corvane-halder', ['TL-2810', 'TL-2835'])).toBeLessThanOrEqual(4);
    const { bayMinutes } = workTimes(planOf(plainJob('mettrick-fell', ['TL-5020'])));
    const closing = catalogue.closing
      .filter((s) => s.charge === 'labour')
      .reduce((sum, s) => sum + s.minutes, 0);
    expect((bayMinutes - closing) / 60).toBeGreaterThanOrEqual(0.9);
    expect((bayMinutes - closing) / 60).toBeLessThanOrEqual(1.5);
    expect(closing).toBeGreaterThanOrEqual(30);
    expect(closing).toBeLessThanOrEqual(45);
  });
  it('no parts, no work, and no line to wait for', () => {
    expect(planOf(plainJob('corvane-halder'))).toMatchObject({
      steps: [],
      personMinutes: 0,
      missing: [],
    });
  });
  it('an operation nobody has written is named as missing', () => {
    const job = plainJob('corvane-halder', ['TL-2810']);
    expect(planOf(job, { ...catalogue, operations: [] }).missing).toEqual(['top-spacer']);
  });
});

describe('whose word a torque is', () => {
  const halder = platformOf('corvane-halder');
  const use = { joint: 'strut-top', tighten: 'in-step', note: '' } as const;
  const card = {
    axle: 'front',
    joint: 'strut-top',
    thread: { diameterMm: 10, pitchMm: 1.5 },
    grade: null,
    headMm: 15,
    counterHold: null,
    perSide: 3,
    torqueNm: null,
    condition: null,
    singleUse: null,
    direction: null,
    pattern: null,
  } as const;
  const of = (change: object, parts: readonly Part[] = []) =>
    fastening(
      use,
      { axle: 'front', side: null },
      { ...halder, fasteners: [{ ...card, ...change }] },
      parts,
      catalogue.joints,
    );
  const leaflet: Part = {
    ...catalogue.parts[0]!,
    fasteners: [{ joint: 'strut-top', torqueNm: 40, note: 'dry' }],
  };
  it('the part maker before the platform, the platform before an estimate, an estimate only from thread and class', () => {
    expect(of({ torqueNm: 44 }, [leaflet]).torque).toEqual({ kind: 'figure', nm: 40, source: 'part-maker' });
    expect(of({ torqueNm: 44 }).torque).toEqual({ kind: 'figure', nm: 44, source: 'platform' });
    expect(of({ grade: { name: '8.8', proofMpa: 600 } }).torque).toMatchObject({ kind: 'estimate' });
    expect(of({}).torque).toEqual({ kind: 'manual' });
    expect(of({}).count).toBe(6);
  });
  it('a joint without a card has no thread, no count and no torque', () => {
    expect(fastening(use, { axle: 'rear', side: null }, halder, [], catalogue.joints)).toMatchObject({
      thread: null,
      count: null,
      torque: { kind: 'manual' },
    });
  });
});
