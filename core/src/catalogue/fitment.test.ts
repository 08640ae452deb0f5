import fc from 'fast-check';
import { answerCondition, fitmentOf, minutesOf, openQuestions, type Application, type Condition } from '..';
import { catalogue, partOf, plainJob, platformOf, vehicleOf } from '../testing/demo-world';

const halder = platformOf('corvane-halder');
const line = (conditions: Condition[], more: Partial<Application> = {}): Application => ({
  platform: halder.code,
  years: [2019, 2026],
  conditions,
  provenance: { kind: 'maker-lists' },
  ...more,
});
const vehicle = (variant: Record<string, string>, year: number | null = 2021) => ({
  platform: halder,
  year,
  variant,
});

describe('conditions are three-valued', () => {
  const conditions: fc.Arbitrary<Condition> = fc.oneof(
    fc.record({
      op: fc.constant('is' as const),
      field: fc.constantFrom('cab', 'engine'),
      value: fc.constantFrom('a', 'b'),
    }),
    fc.record({
      op: fc.constant('is-not' as const),
      field: fc.constantFrom('cab', 'engine'),
      value: fc.constantFrom('a', 'b'),
    }),
    fc.record({
      op: fc.constant('one-of' as const),
      field: fc.constantFrom('cab', 'engine'),
      values: fc.subarray(['a', 'b', 'c']),
    }),
  );
  it('what is unknown is never yes or no, and knowing more never turns a yes into a no', () => {
    fc.assert(
      fc.property(conditions, fc.constantFrom('a', 'b', 'c'), (c, value) => {
        expect(answerCondition(c, {}).answer).toBe('unknown');
        expect(answerCondition(c, { [c.field]: value }).answer).not.toBe('unknown');
      }),
    );
  });
  it('an answer that is learnt later only narrows: ask becomes fits or no, and those stay', () => {
    fc.assert(
      fc.property(
        fc.array(conditions, { maxLength: 3 }),
        fc.constantFrom('a', 'b'),
        fc.constantFrom('a', 'b'),
        (cs, cab, engine) => {
          const lines = [line(cs)];
          const before = fitmentOf(lines, vehicle({ cab })).verdict;
          const after = fitmentOf(lines, vehicle({ cab, engine })).verdict;
          if (before !== 'ask') expect(after).toBe(before);
          expect(after).not.toBe('ask');
        },
      ),
    );
  });
});

describe('fitment of an item', () => {
  it('best provenance of the lines that hold wins', () => {
    const lines = [
      line([], { provenance: { kind: 'guess' } }),
      line([], { provenance: { kind: 'fitted-here', jobs: ['1007'] } }),
    ];
    expect(fitmentOf(lines, vehicle({}))).toMatchObject({
      verdict: 'fits',
      provenance: { kind: 'fitted-here' },
    });
  });
  it('one excluded line does not hide another that holds', () => {
    const lines = [
      line([{ op: 'is', field: 'cab', value: 'crew' }]),
      line([{ op: 'is', field: 'cab', value: 'extended' }], {
        provenance: { kind: 'sister-model', of: 'X' },
      }),
    ];
    expect(fitmentOf(lines, vehicle({ cab: 'extended' }))).toMatchObject({ verdict: 'fits' });
    expect(fitmentOf(lines, vehicle({}))).toMatchObject({ verdict: 'ask', fields: ['cab'] });
  });
  it('not of this platform, out of its years, excluded by a variant: three different noes', () => {
    expect(fitmentOf([line([], { platform: 'other' })], vehicle({}))).toEqual({
      verdict: 'no',
      reason: 'not-listed',
    });
    expect(fitmentOf([line([], { years: [2022, 2024] })], vehicle({}))).toMatchObject({
      reason: 'years',
      from: 2022,
      to: 2024,
    });
    expect(
      fitmentOf(
        [line([{ op: 'is-not', field: 'rear-springs', value: 'air' }])],
        vehicle({ 'rear-springs': 'air' }),
      ),
    ).toMatchObject({
      reason: 'variant',
      field: 'rear-springs',
    });
  });
  it('an unknown year is asked only where the line is narrower than the platform', () => {
    expect(fitmentOf([line([])], vehicle({}, null)).verdict).toBe('fits');
    expect(fitmentOf([line([], { years: [2022, 2026] })], vehicle({}, null))).toMatchObject({
      verdict: 'ask',
      fields: ['year'],
    });
  });
});

describe('questions', () => {
  it('asks only what still changes a verdict or the forecast, most wanted first', () => {
    const open = openQuestions(vehicle({}), catalogue);
    expect(open.map((q) => q.field.key).sort()).toEqual(['cab', 'dampers', 'engine', 'rear-springs']);
    const counts = open.map((q) => q.waiting.length);
    expect([...counts].sort((a, b) => b - a)).toEqual(counts);
    for (const q of open) expect(q.field.howToTell.length).toBeGreaterThan(20);
  });
  it('asks nothing once everything is known', () => {
    for (const p of catalogue.platforms)
      expect(openQuestions(vehicleOf(plainJob(p.code)), catalogue)).toEqual([]);
  });
  it('every part that waits is named, and answering releases it', () => {
    const [first] = openQuestions(vehicle({}), catalogue);
    const code = first!.waiting[0]!;
    expect(fitmentOf(partOf(code).applications, vehicle({})).verdict).toBe('ask');
    const known = vehicleOf(plainJob(halder.code));
    expect(fitmentOf(partOf(code).applications, known).verdict).not.toBe('ask');
  });
});

describe('a condition, answer by answer', () => {
  it.each([
    [{ op: 'is', field: 'cab', value: 'crew' }, 'crew', { answer: 'yes' }],
    [
      { op: 'is', field: 'cab', value: 'crew' },
      'extended',
      { answer: 'no', field: 'cab', value: 'extended' },
    ],
    [{ op: 'is-not', field: 'cab', value: 'crew' }, 'crew', { answer: 'no', field: 'cab', value: 'crew' }],
    [{ op: 'is-not', field: 'cab', value: 'crew' }, 'extended', { answer: 'yes' }],
    [{ op: 'one-of', field: 'cab', values: ['crew', 'extended'] }, 'extended', { answer: 'yes' }],
    [
      { op: 'one-of', field: 'cab', values: ['crew'] },
      'single',
      { answer: 'no', field: 'cab', value: 'single' },
    ],
  ] as const)('%j of %s', (condition, value, answer) => {
    expect(answerCondition(condition, { cab: value })).toEqual(answer);
    expect(answerCondition(condition, {})).toEqual({ answer: 'unknown', field: 'cab' });
  });
});
describe('years and lines', () => {
  const fit = (lines: Application[], year: number | null, variant: Record<string, string> = {}) =>
    fitmentOf(lines, vehicle(variant, year));
  it('first and last year belong to the line; of several lines the whole span is told', () => {
    const lines = [line([], { years: [2021, 2022] }), line([], { years: [2024, 2025] })];
    for (const year of [2021, 2022, 2024, 2025]) expect(fit(lines, year).verdict).toBe('fits');
    for (const year of [2020, 2023, 2026])
      expect(fit(lines, year)).toEqual({ verdict: 'no', reason: 'years', from: 2021, to: 2025 });
  });
  it('a line that ends before the platform does, or begins after it, asks for the year before anything else', () => {
    const cab: Condition = { op: 'is', field: 'cab', value: 'crew' };
    for (const years of [
      [2019, 2024],
      [2021, 2026],
    ] as const)
      expect(fit([line([cab], { years })], null)).toMatchObject({ verdict: 'ask', fields: ['year', 'cab'] });
    expect(fit([line([cab])], null)).toMatchObject({ verdict: 'ask', fields: ['cab'] });
    expect(fit([line([cab], { years: [2021, 2026] })], 2022)).toMatchObject({ fields: ['cab'] });
  });
  it('the better provenance is asked about first, and an exclusion is told only where nothing else is left', () => {
    const crew = (p: Application['provenance']) =>
      line([{ op: 'is', field: 'cab', value: 'crew' }], { provenance: p });
    const diesel = line([{ op: 'is', field: 'engine', value: 'diesel' }]);
    const ask = fit([crew({ kind: 'guess' }), diesel], 2021);
    expect(ask).toMatchObject({ verdict: 'ask', fields: ['engine'], provenance: { kind: 'maker-lists' } });
    expect(fit([crew({ kind: 'guess' }), diesel], 2021, { cab: 'extended' })).toMatchObject({
      fields: ['engine'],
    });
    expect(fit([crew({ kind: 'guess' }), diesel], 2021, { cab: 'extended', engine: 'petrol' })).toEqual({
      verdict: 'no',
      reason: 'variant',
      field: 'engine',
      value: 'petrol',
    });
  });
});
describe('which questions matter', () => {
  const option = (value: string, more: object = {}) => ({ value, label: value, aliases: [value], ...more });
  const field = (key: string, more: object = {}) => ({
    key,
    question: `${key}?`,
    howToTell: 'look',
    options: [option('a'), option('b', more)],
  });
  const asked = (
    fields: ReturnType<typeof field>[],
    variant: Record<string, string> = {},
    parts = catalogue.parts.slice(0, 0),
  ) =>
    openQuestions({ platform: { ...halder, variantFields: fields }, year: 2021, variant }, { parts }).map(
      (q) => [q.field.key, q.changesForecast, q.waiting.length],
    );
  it('what changes neither weight nor spring, and holds up no part, is not asked', () => {
    expect(asked([field('paint')])).toEqual([]);
    expect(asked([field('paint', { frontKg: 0, rearKg: 0 })])).toEqual([]);
    for (const change of [{ frontKg: 20 }, { rearKg: -5 }, { frontRateNPerMm: 110 }, { rearRateNPerMm: 60 }])
      expect(asked([field('engine', change)])).toEqual([['engine', true, 0]]);
    expect(asked([field('engine', { frontKg: 20 })], { engine: 'b' })).toEqual([]);
  });
  it('what most parts wait for comes first', () => {
    const waits = (code: string, key: string) => ({
      ...catalogue.parts[0]!,
      code,
      applications: [line([{ op: 'is', field: key, value: 'a' }])],
    });
    const parts = [waits('1', 'tow'), waits('2', 'tow'), waits('3', 'paint')];
    expect(asked([field('paint'), field('tow'), field('engine', { frontKg: 9 })], {}, parts)).toEqual([
      ['tow', false, 2],
      ['paint', false, 1],
      ['engine', true, 0],
    ]);
  });
});
it('work by itself takes its steps and what is done on the ground', () => {
  const step = (minutes: number) => ({
    text: 'x',
    minutes,
    tools: [],
    hazards: [],
    loosens: [],
    fastens: [],
  });
  expect(minutesOf({ steps: [step(5), step(7)], onGround: [step(3)] })).toBe(15);
  expect(minutesOf({ steps: [], onGround: [] })).toBe(0);
});
