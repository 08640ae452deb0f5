import {
  COMPLAINTS,
  CHANGE_KINDS,
  DECISIONS,
  LOCK_HOWS,
  COMPONENTS,
  emptyChange,
  emptyRound,
  emptySections,
  FOUND_AS,
  NO_WORKSHOP,
  REMEDIES,
  SECTIONS,
  TAPED_WHEN,
  USES,
  WEAR,
  WISHES,
  type JobSections,
} from '@rigger/core';
import fc from 'fast-check';
import {
  ENTRY_LIMITS,
  MOST_ALTERNATIVES,
  faultsOf,
  JOB_FILE_VERSION,
  JobFileSchema,
  JobSectionsSchema,
  SECTION_SCHEMAS,
  SettingsSchema,
} from '.';

const sections = emptySections('Hut warden');
const file = (change: object = {}) => ({
  format: 'apt-rigger-job',
  version: JOB_FILE_VERSION,
  savedAt: '2026-11-25T08:00:00.000Z',
  number: 1012,
  sections,
  quotes: [],
  ...change,
});
const pathsOf = (value: unknown) => {
  const r = JobFileSchema.safeParse(value);
  return r.success ? [] : faultsOf(r.error).map((f) => f.path);
};
const withField = (section: keyof JobSections, field: string, value: unknown) => ({
  ...file(),
  sections: { ...sections, [section]: { ...sections[section], [field]: value } },
});

describe('sections of a job', () => {
  it('an empty job meets its contract, section by section', () => {
    expect(JobSectionsSchema.safeParse(sections).success).toBe(true);
    for (const s of SECTIONS) expect(SECTION_SCHEMAS[s].safeParse(sections[s]).success).toBe(true);
  });
  it.each([
    ['brief', 'payloadKg', ENTRY_LIMITS.payloadKg],
    ['brief', 'tongueKg', ENTRY_LIMITS.tongueKg],
    ['brief', 'budgetMinor', ENTRY_LIMITS.budgetMinor],
    ['brief', 'heightLimitMm', ENTRY_LIMITS.heightLimitMm],
    ['brief', 'cruisingKmh', ENTRY_LIMITS.cruisingKmh],
    ['vehicle', 'year', ENTRY_LIMITS.year],
    ['tire', 'wheelWidthIn', ENTRY_LIMITS.wheelWidthIn],
    ['tire', 'wheelOffsetMm', ENTRY_LIMITS.wheelOffsetMm],
    ['tire', 'loadIndex', ENTRY_LIMITS.loadIndex],
    ['tire', 'axleRatio', ENTRY_LIMITS.axleRatio],
  ] as const)('%s.%s is kept to the limits the interface says', (section, field, [min, max]) => {
    for (const good of [min, max, null]) expect(pathsOf(withField(section, field, good))).toEqual([]);
    for (const bad of [min - 1, max + 1, 'many', NaN, Infinity])
      expect(pathsOf(withField(section, field, bad))).toEqual([`sections.${section}.${field}`]);
  });
  it.each(['', '   ', '\u200B\u200D', '\u0000', 'Hut\u0000warden', '\uFEFF \u00A0'])(
    '%j is no name of a customer',
    (name) => {
      expect(pathsOf(withField('head', 'customer', name))).toEqual(['sections.head.customer']);
    },
  );
  it.each(['?', 'Łukasz', 'Ω', 'Šárka 2', '“the farm”'])('%j is one', (name) => {
    expect(pathsOf(withField('head', 'customer', name))).toEqual([]);
  });
  it('a share of use is 0 to 100 and every use is there', () => {
    for (const use of USES) {
      expect(pathsOf(withField('brief', 'usage', { ...sections.brief.usage, [use]: 101 }))).toEqual([
        `sections.brief.usage.${use}`,
      ]);
      const rest = Object.fromEntries(Object.entries(sections.brief.usage).filter(([k]) => k !== use));
      expect(pathsOf(withField('brief', 'usage', rest))).toEqual([`sections.brief.usage.${use}`]);
    }
  });
  it('dates are dates', () => {
    expect(pathsOf(withField('brief', 'neededBy', '2026-02-30'))).toEqual(['sections.brief.neededBy']);
    expect(pathsOf(withField('head', 'promiseDate', 'Friday'))).toEqual(['sections.head.promiseDate']);
    expect(pathsOf(withField('head', 'promiseDate', '2026-12-04'))).toEqual([]);
  });
});

describe('the job file', () => {
  const text = fc.string({ maxLength: 40 });
  const numberIn = ([min, max]: readonly [number, number]) =>
    fc.option(fc.double({ min, max, noNaN: true, noDefaultInfinity: true }));
  const job: fc.Arbitrary<JobSections> = fc.record({
    head: fc.record({
      customer: fc.string({ minLength: 1, maxLength: 40 }).filter((s) => s.trim() !== ''),
      trade: text,
      phone: text,
      email: text,
      stage: fc.constantFrom('brief', 'quote', 'bay', 'done'),
      promiseDate: fc.constantFrom(null, '2026-12-04'),
    }),
    brief: fc.record({
      usageWords: text,
      complaintKind: fc.constantFrom(null, ...COMPLAINTS),
      complaint: text,
      complaintSince: text,
      wish: fc.constantFrom(null, ...WISHES),
      frontTargetMm: numberIn(ENTRY_LIMITS.targetMm),
      rearTargetMm: numberIn(ENTRY_LIMITS.targetMm),
      frontToleranceMm: numberIn(ENTRY_LIMITS.toleranceMm),
      rearToleranceMm: numberIn(ENTRY_LIMITS.toleranceMm),
      noseUpMostMm: numberIn(ENTRY_LIMITS.noseUpMm),
      usage: fc.constant(sections.brief.usage),
      driver: text,
      payloadKg: numberIn(ENTRY_LIMITS.payloadKg),
      tongueKg: numberIn(ENTRY_LIMITS.tongueKg),
      budgetMinor: fc.option(fc.nat(ENTRY_LIMITS.budgetMinor[1])),
      neededBy: fc.constantFrom(null, '2027-01-31'),
      reversibleOnly: fc.boolean(),
      heightLimitMm: numberIn(ENTRY_LIMITS.heightLimitMm),
      heightLimitWhat: text,
      stance: fc.constantFrom(null, 'level', 'keep-rake', 'as-is'),
      chains: fc.boolean(),
      cruisingKmh: numberIn(ENTRY_LIMITS.cruisingKmh),
      notes: text,
    }),
    vehicle: fc.constant(sections.vehicle),
    lookOver: fc.record({
      items: fc.array(
        fc.record({
          id: fc.uuid(),
          component: fc.constantFrom(...COMPONENTS),
          axle: fc.constantFrom(null, 'front', 'rear'),
          side: fc.constantFrom(null, 'left', 'right'),
          found: fc.constantFrom(null, ...FOUND_AS),
          remedy: fc.constantFrom(null, ...REMEDIES),
          note: text,
          wear: fc.constantFrom(null, ...WEAR),
          treadMm: numberIn(ENTRY_LIMITS.treadMm),
          photos: fc.array(fc.uuid(), { maxLength: 3 }),
        }),
        { maxLength: 4 },
      ),
      alignment: fc.constant(sections.lookOver.alignment),
      road: fc.constantFrom({}, { roll: 'some' }),
      notes: text,
    }),
    tape: fc.record({
      rounds: fc.array(
        fc.record({
          id: fc.uuid(),
          when: fc.constantFrom(...TAPED_WHEN),
          day: fc.constantFrom(null, '2026-11-30'),
          readFrom: fc.constantFrom('hub', 'ground'),
          corners: fc.record({ leftFront: text, rightFront: text, leftRear: text, rightRear: text }),
          cares: fc.record({
            level: fc.boolean(),
            tires: fc.boolean(),
            load: fc.boolean(),
            rolled: fc.boolean(),
          }),
          slopeFrontMm: numberIn(ENTRY_LIMITS.slopeMm),
          slopeLeftMm: numberIn(ENTRY_LIMITS.slopeMm),
          fuel: text,
          notes: text,
        }),
        { maxLength: 4 },
      ),
    }),
    after: fc.record({
      alignment: fc.constant(sections.after.alignment),
      contacts: fc.constant([
        { id: 'c1', corner: 'leftFront', at: 'lock', contact: 'touches', note: 'flap' },
      ]),
      road: fc.constantFrom({}, { brakes: 'good' }),
      hoursTaken: numberIn(ENTRY_LIMITS.hours),
      otherwise: text,
      nextTime: text,
    }),
    tire: fc.constant(sections.tire),
    work: fc.record({
      ways: fc.dictionary(
        fc.constantFrom('bar-free@front', 'strut-out@front'),
        fc.constantFrom('at the frame'),
      ),
      moves: fc.array(fc.record({ step: fc.constant('off a@front'), before: fc.constantFrom(null, 'b') }), {
        maxLength: 3,
      }),
      bay: fc.constantFrom(null, 'bay-1'),
      startDay: fc.constantFrom(null, '2026-12-04'),
    }),
    boxes: fc.record({
      list: fc.array(
        fc.record({
          id: fc.constantFrom('b1', 'b2'),
          code: fc.constantFrom('TL-2810', 'KA-450S'),
          orderedOn: fc.constantFrom(null, '2026-12-04'),
          expectedOn: fc.constantFrom(null, '2026-12-08'),
          receivedOn: fc.constantFrom(null, '2026-12-09'),
          tracking: text,
          counted: fc.dictionary(fc.constantFrom('spacer', 'nut'), fc.integer({ min: 0, max: 999 })),
          fault: fc.constantFrom(null, 'wrong', 'damaged'),
          note: text,
        }),
        { maxLength: 4 },
      ),
    }),
    quote: fc.record({
      alternatives: fc.array(
        fc.record({
          id: fc.uuid(),
          items: fc.array(
            fc.record({
              id: fc.uuid(),
              kind: fc.constantFrom('part', 'kit'),
              code: fc.constantFrom('TL-2810', 'HF-K45'),
              quantity: fc.integer({ min: 1, max: 20 }),
              takenOver: text,
            }),
            { maxLength: 3 },
          ),
          reliefs: fc.constant([]),
          tireCode: fc.constantFrom(null, 'GL-245'),
          wheelCode: fc.constant(null),
          freightMinor: fc.option(fc.nat(ENTRY_LIMITS.priceMinor[1])),
        }),
        { maxLength: MOST_ALTERNATIVES },
      ),
      freightMinor: fc.option(fc.nat(ENTRY_LIMITS.priceMinor[1])),
      validUntil: fc.constantFrom(null, '2026-12-24'),
      notIncluded: text,
      words: text,
    }),
    build: fc.record({
      items: fc.array(
        fc.record({
          id: fc.uuid(),
          kind: fc.constantFrom('part', 'kit'),
          code: fc.constantFrom('TL-2810', 'HF-K45'),
          quantity: fc.integer({ min: 1, max: 20 }),
          takenOver: text,
        }),
        { maxLength: 4 },
      ),
      decisions: fc.dictionary(
        fc.constantFrom('cv-angle-near/front//', 'bar-link-angle-near/rear//'),
        fc.constantFrom(...DECISIONS),
        {
          noNullPrototype: true,
        },
      ),
      locks: fc.dictionary(fc.constantFrom('part/TL-2810', 'maker/Ironwold'), fc.constantFrom(...LOCK_HOWS), {
        noNullPrototype: true,
      }),
      free: fc.array(
        fc.record({
          id: fc.uuid(),
          what: text,
          maker: text,
          kind: fc.constantFrom(null, ...CHANGE_KINDS),
          axle: fc.constantFrom(null, 'front', 'rear'),
          thicknessMm: numberIn(ENTRY_LIMITS.thicknessMm),
          rateNPerMm: numberIn(ENTRY_LIMITS.rateNPerMm),
          liftMm: numberIn(ENTRY_LIMITS.liftMm),
          priceMinor: fc.constantFrom(null, 0, 12_000),
          source: text,
        }),
        { maxLength: 3 },
      ),
      notes: text,
    }),
    unread: fc.record({ entries: fc.dictionary(fc.constantFrom('brief.payloadKg', 'vehicle.year'), text) }),
  });
  it('comes back from its own text as the same job, whatever is in it', () => {
    fc.assert(
      fc.property(job, (content) => {
        const read = JobFileSchema.parse(JSON.parse(JSON.stringify(file({ sections: content }))));
        expect(read.sections).toEqual(JSON.parse(JSON.stringify(content)));
      }),
    );
  });
  it('names the path of each fault, all of them at once', () => {
    const bad = {
      ...file({ version: 99 }),
      sections: {
        ...sections,
        brief: { ...sections.brief, payloadKg: -5, colour: 'red' },
        build: {
          items: [{ id: 'a', kind: 'part', code: 'X', quantity: 0, takenOver: '' }],
          free: [],
          decisions: { 'cv-angle-near/front//': 'perhaps' },
          locks: {},
          notes: '',
        },
      },
    };
    expect(pathsOf(bad).sort()).toEqual([
      'sections.brief.colour',
      'sections.brief.payloadKg',
      'sections.build.decisions.cv-angle-near/front//',
      'sections.build.items[0].quantity',
      'version',
    ]);
  });
  it('a file of the first version is read as one of today, and loses nothing', () => {
    const later = ['newAxleRatio', 'candidates', 'reliefs'];
    const tire = Object.fromEntries(Object.entries(sections.tire).filter(([k]) => !later.includes(k)));
    const usage = Object.fromEntries(Object.entries(sections.brief.usage).filter(([u]) => u !== 'looks'));
    const corners = { leftFront: '471', rightFront: '18 1/2', leftRear: '', rightRear: '' };
    const old = {
      ...file({ version: 1 }),
      sections: {
        head: { customer: 'Hut warden', trade: '', stage: 'brief', promiseDate: null },
        brief: {
          usage: { ...usage, mud: 40 },
          driver: '',
          payloadKg: 250,
          tongueKg: null,
          budgetMinor: null,
          neededBy: null,
          reversibleOnly: false,
          heightLimitMm: null,
          heightLimitWhat: '',
          stance: 'level',
          chains: false,
          cruisingKmh: null,
          notes: '',
        },
        vehicle: {
          query: 'heavy',
          platform: 'corvane-drumlin-2500',
          year: 2020,
          variant: {},
          changes: [{ id: 'c', what: 'old spacer', part: null }],
          accessories: [],
        },
        tape: { corners, fuel: 'half', notes: 'on the yard' },
        tire: { ...tire, targetSize: '265/70R17' },
        build: sections.build,
      },
    };
    const read = JobFileSchema.parse(old);
    expect(read.version).toBe(JOB_FILE_VERSION);
    expect(read.sections).toEqual({
      ...sections,
      brief: { ...sections.brief, usage: { ...usage, looks: 0, mud: 40 }, payloadKg: 250, stance: 'level' },
      vehicle: {
        ...sections.vehicle,
        query: 'heavy',
        platform: 'corvane-drumlin-heavy',
        year: 2020,
        changes: [{ ...emptyChange('c'), what: 'old spacer' }],
      },
      tape: {
        rounds: [{ ...emptyRound('before', 'before', 'hub'), corners, fuel: 'half', notes: 'on the yard' }],
      },
      tire: { ...sections.tire, targetSize: '265/70R17' },
    });
  });
  it.each([null, 3, 'text', [], {}])('%j is no job file', (value) => {
    expect(pathsOf(value).length).toBeGreaterThan(0);
  });
});

it('settings are within what a shop can mean', () => {
  const good = {
    shopName: 'Tarn & Gantry Outfitting',
    shopPlace: '',
    shopAddress: '',
    lengthUnit: 'mm',
    currency: 'mk',
    labourMinorPerHour: 8600,
    suppliesShare: 0.04,
    taxShare: 0.2,
    alignmentMinor: 9500,
    hoursRange: null,
    workshop: NO_WORKSHOP,
    quoteDays: 30,
    placeLimits: [
      { what: 'total-lift', limitMm: 50, verdict: 'ask', whose: 'county of Marrowick' },
      { what: 'track-increase', limitMm: 50, verdict: 'no', whose: 'the inspection station' },
    ],
  };
  expect(SettingsSchema.safeParse(good).success).toBe(true);
  for (const change of [
    { lengthUnit: 'cm' },
    { taxShare: 1.2 },
    { labourMinorPerHour: -1 },
    { currency: '' },
    { shopName: 'x'.repeat(81) },
    { shopPlace: undefined },
    { quoteDays: 0 },
    { placeLimits: [{ what: 'total-lift', limitMm: -1, verdict: 'ask', whose: '' }] },
    { placeLimits: [{ what: 'beauty', limitMm: 1, verdict: 'ask', whose: '' }] },
  ])
    expect(SettingsSchema.safeParse({ ...good, ...change }).success).toBe(false);
});
