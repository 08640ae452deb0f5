import {
  FINDINGS,
  foundBy,
  ruleOf,
  RULES,
  type Axle,
  type Figure,
  type Finding,
  type FindingCode,
  type Need,
} from '..';
import { FINDING_CASES } from '../testing/finding-cases';
import { caseOf, found, on, say } from '../testing/situations';

const codes = Object.keys(FINDING_CASES) as FindingCode[];

describe.each(codes)('%s', (code) => {
  const { verdict, gives, near } = FINDING_CASES[code];
  it('is found where it is so, with its verdict and whom it is about', () => {
    const [need, ...more] = found(gives(), code);
    expect(need).toMatchObject({ verdict, topic: FINDINGS[code].topic, blocks: FINDINGS[code].blocks });
    for (const n of [need!, ...more]) {
      const about = n.about.part !== null || n.about.axle !== null;
      expect([code, about || ABOUT_THE_VEHICLE.includes(code)]).toEqual([code, true]);
    }
  });
  it('is not found where it is nearly so', () => {
    expect(found(near(), code)).toEqual([]);
  });
  it('says whom it is about, and shows its figure with what it comes from', () => {
    expect(found(gives(), code).map(inLines).join('\n')).toMatchSnapshot();
  });
  const rule = ruleOf(code)!;
  if (rule.measure)
    it('measures, for a cure, the figure that it shows', () => {
      const c = caseOf(gives());
      for (const { finding, figure, about } of found(gives(), code)) {
        expect(about.axle).toMatch(/^(front|rear)$/);
        const measured = rule.measure!(c, about.axle as Axle, finding);
        expect(measured && figureLines({ ...measured, limit: undefined })).toEqual(
          figure && figureLines({ ...figure, limit: undefined }),
        );
      }
    });
});
/** What is said of the whole vehicle, or of the list. */
const ABOUT_THE_VEHICLE: readonly FindingCode[] = [
  'over-height',
  'not-level',
  'nose-high-loaded',
  'nose-too-high',
  'slope-left-in',
  'nose-high',
  'place-limit',
  'handling-changed',
  'flat-ride-off',
  'rolls-more',
  'headlamps',
  'driver-assist',
  'front-rear-mismatch',
  'calibration',
  'spare-size',
  'ratio-not-priced',
  'unknown-assumed',
];
/** A need as lines of text, numbers to a thousandth: what a machine may compute otherwise is not what is looked at. */
const inLines = ({ finding, about, figure }: Need): string =>
  [plain({ ...finding, about }), ...(figure ? figureLines(figure) : [])].join('\n');
function figureLines({ because, ...f }: Figure, depth = 1): string[] {
  const own = `${'  '.repeat(depth)}${plain(f)}`;
  // how the height of an axle comes about is not a matter of the rules
  return f.name === 'ride-height' || f.name === 'lift'
    ? [own]
    : [own, ...because.flatMap((x) => figureLines(x, depth + 1))];
}
const plain = (value: unknown): string =>
  JSON.stringify(value, (_key, v: unknown) =>
    typeof v === 'number' ? Math.round(v * 1000) / 1000 + 0 : v,
  ).replaceAll('"', '');
it.each([
  ['a plain vehicle', () => on('corvane-halder')],
  ['a plain vehicle with steered beam and rear coils', () => on('mettrick-fell')],
  ['a vehicle of which nothing is chosen to be known', () => FINDING_CASES['ask-variant'].gives()],
  ['an axle that cannot be posed', () => FINDING_CASES['no-balance'].gives()],
])('every rule answers about %s', (_what, situation) => {
  const c = caseOf(situation());
  for (const code of codes) {
    const rule = ruleOf(code)!;
    for (const n of foundBy(rule, c)) expect(n.finding.code in rule.findings).toBe(true);
    for (const axle of ['front', 'rear'] as const) {
      const figure = rule.measure?.(c, axle, { code, what: 'brake hose' } as unknown as Finding);
      expect(figure ?? null).toEqual(figure ? expect.objectContaining({ because: expect.anything() }) : null);
    }
  }
});
it('every code of the table belongs to one rule, and the table has no other', () => {
  const all = RULES.flatMap((r) => Object.keys(r.findings));
  expect([...all].sort()).toEqual([...codes].sort());
  expect(new Set(all).size).toBe(all.length);
});
it('an axle that cannot be posed is said, and every warning that needs no pose stays', () => {
  const s = FINDING_CASES['no-balance'].gives();
  const job = {
    ...s.job,
    brief: { ...s.job.brief, reversibleOnly: true, neededBy: '2026-11-26' },
    tire: { ...s.job.tire, targetSize: '265/70R16', newAxleRatio: 4.1 },
  };
  const a = say({ ...s, job });
  expect(a.forecast).toBeNull();
  expect(a.fault).not.toBeNull();
  const said = a.needs.map((n) => n.finding.code);
  expect(said).toEqual(
    expect.arrayContaining([
      'no-balance',
      'rim-diameter',
      'tire-load-unknown',
      'ratio-not-priced',
      'tire-not-priced',
    ]),
  );
  // the other axle is judged as ever
  expect(a.clearance.rear).not.toBeNull();
});
it('the limits of the place are what the shop says, also how grave they are', () => {
  const s = FINDING_CASES['place-limit'].gives();
  const strict = {
    ...s,
    settings: {
      ...s.settings,
      placeLimits: s.settings.placeLimits.map((l) => ({ ...l, verdict: 'no' as const })),
    },
  };
  expect(found(strict, 'place-limit')[0]!.verdict).toBe('no');
  expect(found({ ...s, settings: { ...s.settings, placeLimits: [] } }, 'place-limit')).toEqual([]);
});
