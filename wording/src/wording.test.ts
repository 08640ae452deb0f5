import {
  assess,
  FIGURE_NAMES,
  CLOSED_FORMULAS,
  SOLVED_FORMULAS,
  type FindingCode,
  HAZARDS,
  moneyOf,
  parseTireSize,
  PLACES,
  SECTIONS,
  STAGES,
  USES,
  workPlan,
  type Figure,
  type Finding,
  type JobSections,
  listed,
} from '@rigger/core';
import { catalogue, demoJob, demoJobs, plainJob, settings } from '@rigger/core/testing/demo-world';
import { FINDING_CASES } from '@rigger/core/testing/finding-cases';
import { found } from '@rigger/core/testing/situations';
import {
  briefHeadline,
  degrees,
  duration,
  entryText,
  FIELD_WORDS,
  fieldText,
  FIGURE_WORDS,
  figureText,
  findingText,
  wedgeText,
  fasteningText,
  identityText,
  inUnits,
  stepText,
  quantity,
  needText,
  settingsText,
  FORMULA_WORDS,
  HAZARD_WORDS,
  lengthFaultText,
  matchHeadline,
  money,
  numberFaultText,
  PLACE_WORDS,
  plural,
  provenanceText,
  sheetHeadline,
  STAGE_WORDS,
  tapeHeadline,
  characterAt,
  placeOf,
  quoted,
  tireFaultText,
  tireHeadline,
  USE_WORDS,
  vehicleHeadline,
  type Style,
} from '.';

const MM: Style = { length: 'mm', currency: 'mk' };
const IN: Style = { length: 'in', currency: 'mk' };
/** what no sentence may hold: a value that was never put in, or a word of the machine */
const BROKEN = /undefined|null|NaN|\[object|Infinity|\{|\}| {2}/;

describe('figures and lists have words', () => {
  it.each([
    ['figures', FIGURE_NAMES, FIGURE_WORDS],
    ['formulas', [...Object.keys(CLOSED_FORMULAS), ...SOLVED_FORMULAS], FORMULA_WORDS],
    ['hazards', HAZARDS, HAZARD_WORDS],
    ['stages', STAGES, STAGE_WORDS],
    ['uses', USES, USE_WORDS],
    ['places', PLACES, PLACE_WORDS],
  ] as const)('%s, each once and no others', (_, names, words) => {
    expect(Object.keys(words).sort()).toEqual([...names].sort());
  });
  it('every hazard says what can happen before what to do', () => {
    for (const h of Object.values(HAZARD_WORDS)) {
      expect(h.title).toMatch(/\.$/);
      expect(h.text.length).toBeGreaterThan(20);
    }
  });
});

describe('entries of a job', () => {
  it('every entry of every section has a name, and names of one section differ', () => {
    const job = demoJob('hut-warden');
    for (const section of SECTIONS) {
      const words = FIELD_WORDS[section];
      expect(Object.keys(words).sort()).toEqual(Object.keys(job[section]).sort());
      expect(new Set(Object.values(words)).size).toBe(Object.keys(words).length);
    }
  });
  it.each([
    ['brief', ['payloadKg'], 310, 'Payload', '310 kg'],
    ['brief', ['usage', 'rock'], 40, 'Use, rock and trail', '40 %'],
    ['brief', ['neededBy'], '2026-12-05', 'Needed by', 'Sat 5 Dec 2026'],
    ['brief', ['chains'], false, 'Chains', 'no'],
    ['brief', ['heightLimitMm'], 2050, 'Height limit', '2050 mm'],
    ['brief', ['budgetMinor'], 150000, 'Budget', '1\u00a0500\u00a0mk'],
    ['brief', ['cruisingKmh'], 90, 'Cruising speed', '90 km/h'],
    ['brief', ['stance'], null, 'Stance', '(empty)'],
    ['tape', ['rounds', 'before', 'corners', 'leftFront'], '471', 'Tape, left front', '471'],
    ['lookOver', ['items', 'tire:front:left', 'treadMm'], 4, 'Looked over, tread left', '4 mm'],
    ['tire', ['rear', 'wheelWidthIn'], 8.5, 'Wanted at the rear, wheel width', '8.5 in'],
    ['build', ['items', 'i3', 'quantity'], 2, 'Parts and kits, count', '2'],
    ['build', ['items', 'i3'], listed('i3', 'part', 'TL-2810'), 'Parts and kits', 'TL-2810'],
    [
      'tire',
      ['candidates'],
      [{ id: 'a', size: '285/70R17', tireCode: null }],
      'Also considered',
      '285/70R17',
    ],
    ['vehicle', ['variant'], { cab: 'crew', engine: 'diesel' }, 'Variant', 'crew, diesel'],
  ] as const)('%s %j: %j', (section, path, value, name, text) => {
    expect(fieldText(section, path)).toBe(name);
    expect(entryText(path, value, MM)).toBe(text);
  });
});

describe('numbers', () => {
  it.each([
    [184250, '1\u00a0843\u00a0mk'],
    [0, '0\u00a0mk'],
    [-5000, '−50\u00a0mk'],
    [123456789, '1\u00a0234\u00a0568\u00a0mk'],
  ])('%d minor units read %s', (minor, text) => {
    expect(money(minor, MM)).toBe(text);
  });
  it.each([
    [320, '5 h 20'],
    [45, '45 min'],
    [59.6, '1 h 00'],
    [0, '0 min'],
  ])('%d minutes read %s', (minutes, text) => {
    expect(duration(minutes)).toBe(text);
  });
  it('a forecast shows its range, rounded like the value and never to nothing', () => {
    const f: Figure = {
      name: 'lift',
      value: 46.31,
      unit: 'mm',
      truth: 'computed',
      because: [],
      plusMinus: 1.72,
    };
    expect(figureText(f, MM, 0)).toBe('46 ± 2 mm');
    expect(figureText(f, MM)).toBe('46.3 ± 1.7 mm');
    expect(figureText({ ...f, plusMinus: 0.3 }, MM, 0)).toBe('46 ± 1 mm');
    expect(figureText({ ...f, plusMinus: undefined }, MM, 0)).toBe('46 mm');
    expect(figureText(f, IN)).toBe('1 13/16 ± 0.07 in');
  });
  it('degrees get coarser where it does not matter', () => {
    expect(degrees(8.34)).toBe('8.3°');
    expect(degrees(-23.4)).toBe('−23°');
  });
  it('one is one', () => {
    expect(plural(1, 'part')).toBe('1 part');
    expect(plural(0, 'part')).toBe('0 parts');
  });
  it('provenance is said in words of trust', () => {
    expect(provenanceText({ kind: 'fitted-here', jobs: ['1007', '1011'] })).toBe(
      'we fitted this on jobs 1007, 1011',
    );
    expect(provenanceText({ kind: 'guess' })).toMatch(/nobody/);
  });
});

describe('findings', () => {
  const all: Finding[] = [
    { code: 'not-listed', platform: 'Corvane Halder' },
    { code: 'wrong-years', from: 2022, to: 2024, year: null },
    { code: 'variant-excludes', field: 'dampers', value: 'adaptive' },
    { code: 'ask-variant', fields: ['dampers', 'year'] },
    { code: 'unknown-assumed', fields: ['cab'] },
    { code: 'provenance', provenance: { kind: 'maker-lists' } },
    { code: 'wrong-construction', wants: 'frame' },
    { code: 'wrong-construction', wants: 'unibody' },
    { code: 'block-on-steered-axle' },
    { code: 'structural-change' },
    { code: 'not-reversible' },
    {
      code: 'same-place',
      slot: 'coil-seat',
      axle: 'rear',
      with: 'Two Larches Rear coil spacer 15 mm (TL-2835)',
    },
    { code: 'variant-excludes', field: 'tow-pack', value: 'no' },
    { code: 'comes-late', arrives: '2026-12-02', due: '2026-12-01', for: 'promise' },
    { code: 'comes-late', arrives: '2026-12-02', due: '2026-12-01', for: 'needed-by' },
    {
      code: 'no-balance',
      axle: 'front',
      fault: { code: 'no-balance-in-reach', direction: 'droop', lastZMm: -110, member: 'upper arm' },
    },
    {
      code: 'camber-reach',
      axle: 'front',
      valueDeg: -2.1,
      spec: [-0.8, 0.2],
      reach: [-0.5, 0.5],
      shortDeg: 0.8,
    },
    { code: 'caster-reach', axle: 'front', valueDeg: 1.2, spec: [2, 3.4], reach: [-0.4, 0.4], shortDeg: 0.4 },
    { code: 'cv-angle', axle: 'front', valueDeg: 9.01, limitDeg: 8 },
    { code: 'axle-off-centre', axle: 'rear', shiftLeftMm: -7.2 },
    { code: 'steering-wheel-off-centre', turnDeg: -25, by: null, endMm: null },
    { code: 'steering-wheel-off-centre', turnDeg: -5, by: 'nobody', endMm: null },
    { code: 'steering-wheel-set', turnDeg: -5, by: 'dealer', longerMm: null, turns: null },
    { code: 'damper-match', axle: 'rear', fromNPerMm: 38, toNPerMm: 52, mostPercent: 15 },
    {
      code: 'topped-out',
      axle: 'front',
      droopMm: 4,
      bumpMm: 120,
      by: 'damper',
      longerMm: 38,
      advisedPercent: 35,
    },
    {
      code: 'droop-short',
      axle: 'rear',
      droopMm: 40,
      bumpMm: 110,
      by: 'ball joint',
      longerMm: null,
      advisedPercent: 35,
    },
    {
      code: 'droop-short',
      axle: 'rear',
      droopMm: 40,
      bumpMm: 110,
      by: 'damper',
      longerMm: 0,
      advisedPercent: 35,
    },
    { code: 'damper-solid', axle: 'front', reserveMm: -9, lowerMm: 15 },
    { code: 'damper-solid', axle: 'front', reserveMm: 3, lowerMm: 3 },
    { code: 'nose-high-loaded', byMm: 12, thanBuiltMm: 9 },
    { code: 'on-stops', axle: 'rear', fromKg: 620, carriesKg: 700 },
    { code: 'on-stops-as-built', axle: 'rear', fromKg: 620, carriesKg: 700 },
    { code: 'on-stops-rated', axle: 'rear', fromKg: -4, carriesKg: 900 },
    { code: 'springs-sagged', axle: 'rear', measuredMm: 455, ordinary: [510, 571], lowMm: 85 },
    { code: 'coil-bind', axle: 'rear', reserveMm: -3, lowerMm: 9 },
    { code: 'coil-bind', axle: 'rear', reserveMm: 2, lowerMm: 3 },
    { code: 'coil-seat', axle: 'front', boreMm: 82, seatMm: 100 },
    {
      code: 'coil-compressor',
      axle: 'front',
      shorterMm: 90,
      forceKg: 900,
      freeMm: 400,
      mostKg: 800,
      longestMm: 500,
    },
    {
      code: 'coil-compressor',
      axle: 'rear',
      shorterMm: 90,
      forceKg: 700,
      freeMm: 520,
      mostKg: 800,
      longestMm: 500,
    },
    { code: 'coil-compressor-unknown', axle: 'front', shorterMm: 90, forceKg: 900, freeMm: 400 },
    { code: 'driver-assist', sensor: 'camera', by: 'dealer', riseMm: 50, turnDeg: 0.4 },
    { code: 'driver-assist', sensor: 'radar', by: 'shop', riseMm: -20, turnDeg: 0.1 },
    { code: 'does-nothing', why: 'no-such-line' },
    { code: 'nothing-to-go-with', what: 'differential-drop' },
    { code: 'tire-speed', axle: 'front', mostKmh: 90, neededKmh: 110 },
    { code: 'tire-speed-below-built', axle: 'front', mostKmh: 160, neededKmh: 190 },
    { code: 'not-level', rakeMm: 31, wanted: [10, 25] },
    { code: 'over-height', heightMm: 2080, limitMm: 2050, what: 'older ferry' },
    { code: 'over-axle-load', axle: 'rear', loadKg: 1710, ratedKg: 1650 },
    { code: 'place-limit', what: 'total-lift', axle: null, valueMm: 71, limitMm: 50, whose: 'the county' },
    { code: 'place-limit', what: 'wheel-spacer', axle: 'rear', valueMm: 25, limitMm: 0, whose: 'the county' },
    { code: 'handling-changed', riseMm: 61, lostPercent: 6.4 },
    { code: 'handling-changed', riseMm: 61, lostPercent: null },
    { code: 'headlamps', turnDeg: 0.4 },
    {
      code: 'tire-clearance',
      axle: 'front',
      obstacle: 'liner',
      clearanceMm: -4,
      marginMm: 10,
      where: 'lock-bump',
      loadCase: 'empty',
      others: 2,
      liftMm: 10,
      needsLiftMm: 38,
      chains: false,
    },
    {
      code: 'tire-clearance',
      axle: 'rear',
      obstacle: 'rear-tub',
      clearanceMm: 14,
      marginMm: 25,
      where: 'bump',
      loadCase: 'as-used',
      others: 0,
      liftMm: 40,
      needsLiftMm: 38,
      chains: true,
    },
    {
      code: 'tire-clearance',
      axle: 'front',
      obstacle: 'upper-arm',
      clearanceMm: 4,
      marginMm: 10,
      where: 'always',
      loadCase: 'empty',
      others: 1,
      liftMm: 40,
      needsLiftMm: null,
      chains: false,
    },
    { code: 'tire-to-stop', axle: 'front', obstacle: 'liner', clearanceMm: -3, where: 'lock-bump' },
    { code: 'structural-relief', obstacle: 'body-mount' },
    { code: 'front-rear-mismatch', percent: 2.4, limitPercent: 1.5 },
    {
      code: 'spare-size',
      place: 'under-bed',
      diameterMm: 842,
      sectionMm: 285,
      maxDiameterMm: 830,
      maxSectionMm: 285,
    },
    { code: 'spare-load', place: 'tailgate', massKg: 38, ratedKg: 34 },
    { code: 'hose-short', axle: 'rear', what: 'brake-hose', shortMm: 9, freeMm: 330 },
    { code: 'hose-short', axle: 'front', what: 'abs-lead', shortMm: 9, freeMm: 330 },
    { code: 'bar-link-angle', axle: 'front', valueDeg: 24, limitDeg: 20, changeMm: 31 },
    { code: 'bar-link-angle', axle: 'rear', valueDeg: -24, limitDeg: 20, changeMm: null },
    { code: 'stud-engagement', axle: 'front', engagedMm: 11, neededMm: 14, spacerMm: 20, studMm: 55 },
    { code: 'stud-engagement', axle: 'front', engagedMm: 11, neededMm: 14, spacerMm: 20, studMm: null },
    { code: 'bolt-length-unknown', axle: 'front', joint: 'subframe', what: 'Subframe bolts', byMm: 25 },
    {
      code: 'bolt-short',
      axle: 'front',
      joint: 'subframe',
      what: 'Subframe bolts',
      byMm: 25,
      engagedMm: 3,
      neededMm: 14,
      diameterMm: 14,
      pitchMm: 1.5,
      buyMm: 110,
      count: 4,
    },
    {
      code: 'bolt-not-made',
      axle: 'rear',
      joint: 'subframe',
      what: 'Subframe bolts',
      byMm: 125,
      engagedMm: -7,
      neededMm: 14,
    },
    { code: 'stud-proud', axle: 'front', joint: 'strut-top', what: 'Strut top nuts', byMm: 12, cutMm: 8 },
    { code: 'rolls-more', wasDegPerG: 4.2, degPerG: 5.1 },
    { code: 'propshaft-ripple', axle: 'rear', ripple: 612, most: 400, kmh: 110 },
    { code: 'propshaft-joint', axle: 'rear', end: 'axle', valueDeg: 8.2, window: [1, 7] },
    { code: 'propshaft-joint-near', axle: 'rear', end: 'axle', valueDeg: 6.4, window: [1, 7] },
    { code: 'cv-angle-near', axle: 'front', valueDeg: 7.1, limitDeg: 8 },
    { code: 'bar-link-angle-near', axle: 'front', valueDeg: 18, limitDeg: 20, changeMm: 31 },
    { code: 'propshaft-joint', axle: 'rear', end: 'gearbox', valueDeg: 0.3, window: [1, 7] },
    { code: 'stud-cut', axle: 'rear', cutMm: 6, spacerMm: 25 },
    { code: 'tire-assumed-series', diameterMm: 802 },
    { code: 'over-arch', axle: 'front', byMm: 14 },
    { code: 'calibration', percent: 3.8, by: 'dealer' },
    { code: 'calibration', percent: -3.8, by: 'driver' },
    { code: 'calibration', percent: 3.8, by: 'nobody' },
    { code: 'bar-link-angle', axle: 'front', valueDeg: null, limitDeg: 20, changeMm: null },
    { code: 'ratios-differ', front: null, rear: 4.1 },
    { code: 'tire-over-maker', axle: 'front', what: 'Highfurrow arms', diameterMm: 884, mostMm: 860 },
    { code: 'offset-off-maker', axle: 'front', what: 'Highfurrow arms', offsetMm: -6, window: [0, 30] },
    { code: 'ratio-not-driven', axle: 'front', ratio: 4.56 },
    { code: 'ratio-not-priced', from: 3.42, to: 4.1 },
    { code: 'ratio-not-priced', from: null, to: 4.1 },
    { code: 'left-right', axle: 'front', differenceMm: 12, lowSide: 'left' },
    { code: 'outside-ordinary', axle: 'rear', measuredMm: 530, ordinary: [478, 514] },
  ];
  const halder = catalogue.platforms.find((p) => p.code === 'corvane-halder') ?? null;
  const plain = (text: string) => {
    expect(text).not.toMatch(BROKEN);
    expect(text).toMatch(/^[A-Z0-9−“].*[.]$/);
  };
  it.each(Object.keys(FINDING_CASES) as FindingCode[])(
    '%s, as it comes up, is a plain sentence in both units',
    (code) => {
      const needs = found(FINDING_CASES[code].gives(), code);
      expect(needs.length).toBeGreaterThan(0);
      for (const n of needs)
        for (const style of [MM, IN]) {
          plain(findingText(n.finding, style, halder));
          if (n.about.part !== null)
            expect(needText(n, style, halder).startsWith(`${n.about.part}: `)).toBe(true);
        }
    },
  );
  it('a lack that excludes is said as what is needed', () => {
    const fell = catalogue.platforms.find((p) => p.code === 'mettrick-fell')!;
    expect(findingText({ code: 'variant-excludes', field: 'tow-pack', value: 'no' }, MM, fell)).toBe(
      'Needs the tow pack.',
    );
    expect(findingText({ code: 'variant-excludes', field: 'hubs', value: 'early' }, MM, fell)).toBe(
      'Not with early, black cap.',
    );
  });
  it('a budget that is passed says by how much', () => {
    plain(findingText({ code: 'over-budget', totalMinor: 620000, budgetMinor: 600000 }, MM));
  });
  it.each(all.map((f) => [f.code, f] as const))('%s is a plain sentence in both units', (_, f) => {
    for (const style of [MM, IN])
      for (const platform of [halder, null]) {
        plain(findingText(f, style, platform));
      }
  });
  it('says the figures it was given, in the unit of the shop', () => {
    const f: Finding = { code: 'over-height', heightMm: 2080, limitMm: 2050, what: 'older ferry' };
    expect(findingText(f, MM)).toBe('2080 mm high: 30 mm over the older ferry at 2050 mm.');
    expect(findingText(f, IN)).toContain('in high');
    expect(findingText({ code: 'ask-variant', fields: ['dampers'] }, MM, halder)).toBe(
      'Ask first: which dampers.',
    );
    expect(findingText({ code: 'axle-off-centre', axle: 'front', shiftLeftMm: 6 }, MM)).toBe(
      'The front axle would sit 6 mm to the left.',
    );
  });
  it('no finding of any demo job reads broken', () => {
    for (const name of demoJobs)
      for (const n of assess(demoJob(name), catalogue, settings).needs)
        expect(findingText(n.finding, IN)).not.toMatch(BROKEN);
  });
});

describe('what somebody wrote is quoted', () => {
  it('by its beginning where it is long, and never in the middle of a character', () => {
    expect(quoted('31 x')).toBe('“31 x”');
    expect(quoted('y'.repeat(28))).toBe(`“${'y'.repeat(28)}”`);
    expect(quoted('👩‍🔧'.repeat(40))).toBe(`“${'👩‍🔧'.repeat(28)}…”`);
    expect(characterAt('a👩‍🔧b', 1)).toBe('👩‍🔧');
    expect([placeOf('a👩‍🔧b', 6), placeOf('12x', 2)]).toEqual([3, 3]);
    expect(tireFaultText({ code: 'tire-size-unreadable', text: '26😀', at: 2 })).toContain(
      'character 3 (“😀”)',
    );
  });
});

describe('faults say the value, the limit and the way out', () => {
  it('of numbers', () => {
    expect(
      numberFaultText(
        { code: 'number-out-of-range', value: 4000, min: 0, max: 3000 },
        'Payload',
        'kg',
        'mass',
      ),
    ).toBe('4000 kg is outside 0 to 3000 kg. Not saved until it is corrected.');
    expect(
      numberFaultText(
        { code: 'number-two-ways', text: '1,234', ways: [1.234, 1234] },
        'Budget',
        'mk',
        'money',
      ),
    ).toContain('can be 1.234 or 1234');
    expect(
      numberFaultText({ code: 'number-unreadable', text: '12x', at: 2 }, 'Payload', 'kg', 'mass'),
    ).toContain('character 3');
  });
  it('of lengths', () => {
    expect(lengthFaultText({ code: 'length-unreadable', text: '31 x', at: 3 }, MM, 'hub')).toContain(
      '31 5/8',
    );
    expect(lengthFaultText({ code: 'length-unreadable', text: '2 x', at: 2 }, MM)).toContain('6 ft 9');
    expect(lengthFaultText({ code: 'length-out-of-range', mm: 12, minMm: 300, maxMm: 1200 }, MM)).toContain(
      '300 mm to 1200 mm',
    );
  });
  it.each(['25S/70R16', '265/70', '265/70R99', '265/70R17 300T'])('of the tyre size %s', (text) => {
    const r = parseTireSize(text);
    expect(r.ok).toBe(false);
    if (!r.ok) expect(tireFaultText(r.fault)).toMatch(/sidewall/);
    const short = parseTireSize('35s');
    if (!short.ok) expect(tireFaultText(short.fault)).toMatch(/^35 in across: which width and rim\?/);
  });
});

describe('each screen says its finding first', () => {
  const heads = (job: JobSections) => {
    const a = assess(job, catalogue, settings);
    const plan = workPlan(a, job, catalogue);
    const m = moneyOf([], plan, settings);
    return [
      briefHeadline(job, MM),
      vehicleHeadline(a),
      tapeHeadline(a.tape, a.needs, MM),
      tireHeadline(a.tires.check, a, MM),
      matchHeadline(a, m, MM),
      sheetHeadline(plan, 3),
    ];
  };
  it.each([
    ...demoJobs.map((n) => [n, demoJob(n)] as const),
    ['a plain one', plainJob('mettrick-fell')] as const,
  ])('for %s', (_, job) => {
    for (const h of heads(job)) {
      expect(h.sentence).not.toMatch(BROKEN);
      expect(h.consequence).not.toMatch(BROKEN);
      expect(h.sentence.length).toBeGreaterThan(10);
    }
  });
  it('a mix says what it is mostly, rough or full; a wish and a complaint are said with it', () => {
    const job = plainJob('corvane-halder');
    const mix = (usage: Partial<JobSections['brief']['usage']>) =>
      briefHeadline({ ...job, brief: { ...job.brief, usage: { ...job.brief.usage, ...usage } } }, MM)
        .sentence;
    expect(mix({ highway: 30, mud: 10 })).toContain('Mostly highway, 75 %');
    expect(mix({ gravel: 70, rock: 30 })).toContain('Mostly gravel, 70 %');
    const said = (brief: Partial<JobSections['brief']>) =>
      briefHeadline(
        { ...job, brief: { ...job.brief, usage: { ...job.brief.usage, gravel: 100 }, ...brief } },
        MM,
      ).sentence;
    expect(said({ wish: 'height', frontTargetMm: 50, rearTargetMm: -20 })).toContain(
      'wants front 50 mm higher, rear 20 mm lower',
    );
    expect(said({ wish: 'height', frontTargetMm: 0 })).toContain('wants front as it is');
    expect(said({ wish: 'height' })).toContain('which one is not said yet');
    expect(said({ wish: 'repair' })).toBe('Mostly gravel, 100 %; only repair is wanted.');
    expect(said({ complaintKind: 'leans' })).toContain('; leans;');
    expect(said({ complaintKind: 'none' })).not.toContain('complaint');
  });
  it('the match says what is left open, and the gravest first', () => {
    const job = plainJob('mettrick-fell', ['HF-590']);
    const a = assess(job, catalogue, settings);
    const h = matchHeadline(a, moneyOf([], { personMinutes: 0, rackMinutes: 0 }, settings), MM);
    expect(h.sentence).toContain('cannot stay');
    expect(h.consequence).toContain('steered axle');
  });
  it('the sheet names the step from which the wheels are down', () => {
    const job = demoJob('hut-warden');
    const a = assess(job, catalogue, settings);
    const plan = workPlan(a, job, catalogue);
    expect(sheetHeadline(plan, 7).consequence).toContain(`step ${plan.rideHeightLine + 1}`);
  });
});

describe('a shop that works in inches reads everything in its units', () => {
  it.each([
    [100, 'km/h', '62.1 mph'],
    [240, 'kPa', '35 psi'],
    [1000, 'kg', '2205 lb'],
    [150, 'N·m', '111 lbf·ft'],
    [50, 'N/mm', '286 lbf/in'],
    [400, 'per-km', '643.7 per mile'],
  ] as const)('%d %s is %s', (value, unit, text) => {
    expect(quantity(value, unit, IN)).toBe(text);
  });
  it('and one in millimetres in its own', () => {
    expect(quantity(100, 'km/h', MM)).toBe('100.0 km/h');
    expect(quantity(150, 'N·m', MM)).toBe('150 N·m');
  });
});

describe('what a step and a joint say', () => {
  const steps = demoJobs.flatMap((n) => {
    const job = demoJob(n);
    return workPlan(assess(job, catalogue, settings), job, catalogue).steps;
  });
  it('every step of every demo job has words', () => {
    expect(steps.length).toBeGreaterThan(100);
    for (const s of steps) {
      expect(stepText(s, MM)).not.toMatch(BROKEN);
      expect(stepText(s, MM).length).toBeGreaterThan(10);
    }
    expect(
      steps.some((s) => /Loosen, do not take out, front: .*Lower-arm pivots/.test(stepText(s, MM))),
    ).toBe(true);
  });
  it('a torque without a true source is looked up; one with a source is told in both units', () => {
    const joint = steps.flatMap((s) => s.fastenings).find((f) => f.joint === 'wheel-nut')!;
    const step = { axle: 'front' } as const;
    expect(fasteningText(joint, MM, step).torque).toBe('torque: maker’s manual');
    const known = { ...joint, torque: { kind: 'figure', nm: 135, source: 'platform' } } as const;
    expect(fasteningText(known, MM, step)).toMatchObject({ torque: '135 N·m (100 lbf·ft)' });
    expect(fasteningText(known, IN, step)).toMatchObject({ torque: '100 lbf·ft (135 N·m)' });
    expect(fasteningText({ ...joint, torque: { kind: 'estimate', nm: 135 } }, MM, step).source).toContain(
      'estimated',
    );
  });
  it('where a step closes joints of both axles, each says which', () => {
    const down = steps.find((s) => s.axle === 'vehicle' && s.fastenings.length > 1)!;
    const lines = down.fastenings.map((f) => fasteningText(f, MM, down).what);
    expect(new Set(lines).size).toBe(lines.length);
    expect(lines.join()).toMatch(/Wheel nuts front, .*Wheel nuts rear, /);
    const [own] = down.fastenings;
    expect(fasteningText(own!, MM, { axle: 'front' }).what).not.toContain('front');
  });
  it('a wedge names the end', () => {
    expect(wedgeText({ thickEnd: 'rear', deg: 2 })).toBe(
      'Wedge of 2.0°: thick end to the rear of the vehicle.',
    );
  });
});

describe('a text of the catalogue in the shop’s units', () => {
  it.each([
    ['again after 80 km and 800 km', 'again after 50 mi and 497 mi'],
    ['12 × M14×1.5: torque', '12 × M14×1.5: torque'],
    ['14 mm clear of the old edge', '9/16 in clear of the old edge'],
    ['at 90 km/h', 'at 56 mph'],
    ['60 N·m, then 90°', '44 lbf·ft, then 90°'],
    ['Spring for 48 N/mm', 'Spring for 48 N/mm'],
  ])('%s', (metric, inches) => {
    expect(inUnits(metric, IN)).toBe(inches);
    expect(inUnits(metric, MM)).toBe(metric);
  });
});

it('whose vehicle it is, for the bay: plate and mileage in the shop’s unit, and nothing where neither is known', () => {
  expect(identityText({ plate: ' MW 13 PC ', mileageKm: 40_250 }, MM)).toEqual(['MW 13 PC', '40250 km']);
  expect(identityText({ plate: '', mileageKm: 40_250 }, IN)).toEqual(['25010 mi']);
  expect(identityText({ plate: ' ', mileageKm: null }, IN)).toEqual([]);
});

it('an adjustable part says where, which way, and what to begin with', () => {
  const text = settingsText({
    clicks: 18,
    where: 'knob at the foot of the damper',
    firmer: 'clockwise',
    start: { road: 6, load: 9, track: 1 },
  });
  expect(text).toContain('knob at the foot of the damper, clockwise is firmer, 18 clicks in all');
  expect(text).toContain('road 6 clicks, load 9 clicks, track 1 click;');
  expect(text).not.toMatch(BROKEN);
});
