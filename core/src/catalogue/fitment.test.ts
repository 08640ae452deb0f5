import fc from 'fast-check';
import { answerCondition, fitmentOf, openQuestions, type Application, type Condition } from '..';
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
