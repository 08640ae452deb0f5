import { FINDINGS, RULES, type FindingCode } from '..';
import { FINDING_CASES, found, say } from '../testing/finding-cases';

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
});
/** What is said of the whole vehicle, or of the list. */
const ABOUT_THE_VEHICLE: readonly FindingCode[] = [
  'over-height',
  'not-level',
  'nose-high-loaded',
  'nose-high',
  'place-limit',
  'handling-changed',
  'flat-ride-off',
  'headlamps',
  'front-rear-mismatch',
  'calibration',
  'spare-size',
  'ratio-not-priced',
  'unknown-assumed',
];

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
