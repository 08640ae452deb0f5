import {
  curesOf,
  emptyChange,
  emptyLooked,
  judgeSources,
  lacksOf,
  needKey,
  needsOf,
  NO_USE,
  roundToday,
  type Catalogue,
  type FoundAs,
  type JobSections,
  type Looked,
  type Part,
  type Remedy,
} from '..';
import { demoJob, partOf, plainJob, withTape } from '../testing/demo-world';
import {
  axle,
  caseOf,
  HALDER,
  list,
  on,
  part,
  spacer,
  type Change,
  type Situation,
} from '../testing/situations';

const cures = (s: Situation, code: string) =>
  curesOf(caseOf(s))
    .filter((c) => c.key.startsWith(`${code}/`))
    .flatMap((c) => c.cures);
/** Puts a part into the catalogue without choosing it. */
const offered =
  (p: Partial<Part>): Change =>
  (s) => ({ ...s, catalogue: part(p)(s).catalogue });
const drop = { kind: 'differential-drop', dropMm: 25 } as const;
const cvTight = axle('front', (a) => ({ cv: { ...a.cv!, runningDeg: 8 } }));
const only =
  (...codes: readonly string[]): Change =>
  (s) => ({
    ...s,
    catalogue: {
      ...s.catalogue,
      parts: s.catalogue.parts.filter((p) => p.cures.length === 0 || codes.includes(p.code)),
    },
  });

describe('cures', () => {
  const tall = (...more: readonly Change[]) => on(HALDER, only(), spacer(28), cvTight, ...more);
  const cure = (p: Partial<Part>) =>
    offered({ family: 'differential-drop', cures: ['cv-angle'], effects: [drop], ...p });
  it('are parts whose record names the need, cheapest first, with whose word it is that they fit', () => {
    const found = cures(
      tall(
        cure({ code: 'A', priceMinor: 900 }),
        cure({ code: 'B', priceMinor: 300 }),
        cure({ code: 'C', cures: [] }),
      ),
      'cv-angle',
    );
    expect(found.map((c) => [c.part, c.priceMinor, c.provenance])).toEqual([
      ['B', 300, { kind: 'maker-lists' }],
      ['A', 900, { kind: 'maker-lists' }],
    ]);
    for (const c of found) expect(c.after!.value).toBeLessThan(c.before!.value);
  });
  it('are on the axle of the need, not chosen yet, and may fit', () => {
    expect(cures(tall(cure({ code: 'A', axle: 'rear' })), 'cv-angle')).toEqual([]);
    expect(cures(tall(cure({ code: 'A', axle: 'both' })), 'cv-angle')).toHaveLength(1);
    const gone = cure({ code: 'A', applications: [] });
    expect(cures(tall(gone), 'cv-angle')).toEqual([]);
    const ask = cure({
      code: 'A',
      applications: [
        {
          platform: HALDER,
          years: [2019, 2026],
          conditions: [{ op: 'is', field: 'trim', value: 'x' }],
          provenance: { kind: 'maker-lists' },
        },
      ],
    });
    expect(cures(tall(ask), 'cv-angle')).toMatchObject([{ part: 'A', provenance: null }]);
    expect(
      cures(tall(cure({ code: 'A', effects: [{ kind: 'differential-drop', dropMm: 0.1 }] })), 'cv-angle'),
    ).toEqual([]);
  });
  it('that bring something that cannot stay are none; what they bring and what else they end is told', () => {
    expect(cures(tall(cure({ code: 'A', structural: true })), 'cv-angle')).toEqual([]);
    const late = tall(cure({ code: 'A', requires: [{ part: 'IW-55' }] }));
    expect(cures(late, 'cv-angle')[0]!.disturbs.map((n) => n.finding.code)).toEqual(['needs-part']);
    const two = on(
      HALDER,
      only(),
      spacer(28),
      cvTight,
      list('TL-2810'),
      part({ code: 'N', requires: [{ part: 'A' }] }),
      cure({ code: 'A' }),
    );
    const [both] = cures(two, 'cv-angle');
    expect(both!.alsoEnds.map((n) => n.finding.code)).toContain('needs-part');
  });
  it('a figure that a cure leaves as it was is not told as changed', () => {
    const s = on(
      HALDER,
      part({ code: 'N', requires: [{ part: 'A' }] }),
      offered({ code: 'A', cures: ['needs-part'] }),
    );
    expect(cures(s, 'needs-part')).toMatchObject([
      { part: 'A', before: null, after: null, alsoEnds: [], disturbs: [] },
    ]);
    expect(curesOf(caseOf(on(HALDER)))).toEqual([]);
  });
});

describe('a kit among the sources', () => {
  const kit =
    (parts: readonly string[], more: object = {}): Change =>
    (s) => ({
      ...s,
      catalogue: {
        ...s.catalogue,
        kits: [
          {
            ...s.catalogue.kits[0]!,
            code: 'KIT',
            name: 'made-up kit',
            maker: 'Two Larches',
            priceMinor: 5000,
            claimLiftMm: { front: 41, rear: 13 },
            parts: parts.map((p) => ({ part: p, quantity: 1 })),
            ...more,
          },
        ],
      },
    });
  const judged = (which: 'front' | 'rear', ...c: readonly Change[]) =>
    judgeSources(which, caseOf(on(HALDER, ...c)));
  it('is judged on the axles that its parts lift, with its own price, claim and name', () => {
    const front = judged('front', kit(['TL-2810', 'TL-2835'])).find((s) => s.code === 'KIT')!;
    const rear = judged('rear', kit(['TL-2810', 'TL-2835'])).find((s) => s.code === 'KIT')!;
    expect(front).toMatchObject({
      kind: 'kit',
      name: 'made-up kit',
      maker: 'Two Larches',
      note: '',
      priceMinor: 5000,
      claimLiftMm: 41,
      chosen: false,
      listed: true,
    });
    expect(rear.claimLiftMm).toBe(13);
    expect(front.lift!.value).toBeCloseTo(judged('front').find((s) => s.code === 'TL-2810')!.lift!.value, 6);
    expect(judged('rear', kit(['TL-2810'])).some((s) => s.code === 'KIT')).toBe(false);
    expect(judged('front', kit(['KA-401'])).some((s) => s.code === 'KIT')).toBe(false);
    expect(judged('front', kit(['GONE'])).some((s) => s.code === 'KIT')).toBe(false);
  });
  it('is as sure as the maker of the first of its parts says, and no surer than any', () => {
    expect(judged('front', kit(['TL-2810', 'IW-55'])).find((s) => s.code === 'KIT')!.provenance).toEqual({
      kind: 'maker-lists',
    });
    const foreign = judged('front', kit(['TL-2810', 'TL-5020'])).find((s) => s.code === 'KIT')!;
    expect(foreign).toMatchObject({
      listed: false,
      provenance: null,
      lift: null,
      bodyLiftMm: 0,
      verdict: 'no',
    });
  });
  it('stands where its verdict and then its price put it', () => {
    const order = ['fits', 'advised', 'needs', 'ask', 'no'];
    const all = judged('front');
    const keys = all.map((s) => order.indexOf(s.verdict) * 1e9 + s.priceMinor);
    expect(keys).toEqual([...keys].sort((a, b) => a - b));
    expect(new Set(all.map((s) => s.verdict)).size).toBeGreaterThan(1);
    expect(all.find((s) => s.code === 'TL-2810')).toMatchObject({
      maker: partOf('TL-2810').maker,
      note: partOf('TL-2810').note,
      claimLiftMm: partOf('TL-2810').claimLiftMm,
      kind: 'part',
    });
  });
  it('what the plan has to settle anyway is no reason against a source', () => {
    const loose = part({ code: 'N', axle: 'front', requires: [{ part: 'IW-55' }] });
    const open = needsOf(caseOf(on(HALDER, loose))).map(needKey);
    expect(open).toHaveLength(1);
    for (const s of judged('front', loose).filter((x) => x.listed))
      expect(s.reasons.map(needKey)).not.toContain(open[0]);
  });
});

describe('what a job still needs', () => {
  const job = demoJob('hut-warden');
  const s = on(HALDER);
  const lacks = (j: JobSections, c: Catalogue = s.catalogue) => lacksOf(j, c).map((l) => l.code);
  const tire = (change: Partial<JobSections['tire']>) =>
    lacks({ ...plainJob(HALDER), tire: { ...plainJob(HALDER).tire, ...change } });
  const build = (codes: readonly string[], j: JobSections = plainJob(HALDER)) =>
    lacks({ ...j, build: plainJob(HALDER, codes).build });
  it('a job that is ready lacks nothing', () => {
    expect(lacks(job)).toEqual([]);
  });
  it('a tyre is wanted, read, and priced, front and rear by themselves', () => {
    expect(tire({})).toContain('no-tire');
    expect(tire({ targetSize: '285/7OR17' })).toContain('unreadable');
    expect(tire({ targetSize: '285/70R17' })).toContain('not-priced');
    const taken = tire({ targetSize: 'LT285/70R17', tireCode: 'CT-L285' });
    for (const code of ['no-tire', 'unreadable', 'not-priced']) expect(taken).not.toContain(code);
    const rear = {
      size: '',
      tireCode: null,
      wheelCode: null,
      wheelWidthIn: null,
      wheelOffsetMm: null,
      loadIndex: null,
    };
    expect(tire({ tireCode: 'CT-L285', rear })).toContain('no-tire');
    expect(tire({ tireCode: 'CT-L285', rear: { ...rear, size: '285/7OR17' } })).toContain('unreadable');
    expect(tire({ tireCode: 'CT-L285', rear: { ...rear, tireCode: 'CT-L285' } })).not.toContain('no-tire');
  });
  it('a source is chosen and fits, answers are given, corners taped', () => {
    expect(build([])).toContain('no-source');
    expect(build(['IW-700'])).toContain('no-source');
    expect(build(['TL-2810'])).not.toContain('no-source');
    expect(build(['TL-5020', 'TL-2810'])).toContain('not-fitting');
    expect(
      lacksOf({ ...plainJob(HALDER), build: plainJob(HALDER, ['TL-5020', 'TL-5038']).build }, s.catalogue),
    ).toContainEqual({ section: 'match', code: 'not-fitting', count: 2 });
    expect(build(['TL-2810'])).not.toContain('not-fitting');
    const vague = { ...plainJob(HALDER), vehicle: { ...plainJob(HALDER).vehicle, variant: {} } };
    expect(lacksOf(vague, s.catalogue)).toContainEqual({ section: 'vehicle', code: 'to-ask', count: 4 });
    const taped = withTape(job, { corners: { ...roundToday(job.tape).corners, leftRear: ' ' } });
    expect(lacksOf(taped, s.catalogue)).toEqual([{ section: 'tape', code: 'corners', count: 1 }]);
  });
  it('a wish and a use are said; a rough mix hinders nothing; what goes with the wish is asked, and nothing else', () => {
    const briefed = (b: Partial<JobSections['brief']>) => lacks({ ...job, brief: { ...job.brief, ...b } });
    expect(briefed({})).toEqual([]);
    expect(briefed({ usage: { ...NO_USE, mud: 5 } })).toEqual([]);
    expect(briefed({ usage: NO_USE })).toEqual(['use-unsaid']);
    expect(briefed({ wish: null })).toEqual(['wish-unsaid']);
    expect(briefed({ stance: null })).toEqual(['stance-unsaid']);
    const height = { wish: 'height', stance: null, frontTargetMm: 20 } as const;
    expect(briefed(height)).toEqual(['stance-unsaid']);
    expect(briefed({ ...height, rearTargetMm: 0 })).toEqual([]);
    expect(briefed({ stance: 'nose-up' })).toEqual(['stance-unsaid']);
    expect(briefed({ stance: 'nose-up', noseUpMostMm: 0 })).toEqual([]);
    expect(briefed({ wish: 'repair', stance: null })).toEqual([]);
    expect(briefed({ wish: 'height' })).toEqual(['height-unsaid']);
    expect(briefed({ wish: 'height', rearTargetMm: 0 })).toEqual([]);
    expect(briefed({ wish: 'height', frontTargetMm: -20 })).toEqual([]);
    const bare = (wish: JobSections['brief']['wish']) => {
      const plain = plainJob(HALDER);
      return lacks({ ...plain, brief: { ...plain.brief, wish } });
    };
    expect([bare('tire').includes('no-tire'), bare('stance').includes('no-tire')]).toEqual([true, false]);
    expect([bare('stance').includes('no-source'), bare('repair').includes('no-source')]).toEqual([
      true,
      false,
    ]);
  });
  it('what was found worn is decided on, what is good is not asked about', () => {
    const item = (found: FoundAs, remedy: Remedy | null) => ({
      ...emptyLooked({ component: 'damper', axle: 'rear', side: 'left' }),
      found,
      remedy,
    });
    const looked = (...items: readonly Looked[]) => lacks({ ...job, lookOver: { ...job.lookOver, items } });
    expect(looked(item('worn', null))).toEqual(['to-decide']);
    expect(looked(item('broken', null), item('missing', null))).toEqual(['to-decide']);
    expect(looked(item('worn', 'leave'))).toEqual([]);
    expect(looked(item('watch', null), item('good', null), item('changed', null))).toEqual([]);
  });
  it('codes that the catalogue does not have are named, each once: platform, fitted part, answers; tyres, wheels, trimming', () => {
    const plain = plainJob(HALDER);
    const change = (part: string | null) => ({ ...emptyChange(part ?? 'none'), part });
    const vehicle = (v: Partial<JobSections['vehicle']>) =>
      lacksOf({ ...plain, vehicle: { ...plain.vehicle, ...v } }, s.catalogue).flatMap((l) =>
        l.code === 'vehicle-not-there' ? [l.section, ...l.codes] : [],
      );
    expect(vehicle({})).toEqual([]);
    expect(vehicle({ platform: 'nowhere' })).toEqual(['vehicle', 'nowhere']);
    expect(vehicle({ changes: [change('TL-2810'), change('X-0'), change(null)] })).toEqual([
      'vehicle',
      'X-0',
    ]);
    expect(vehicle({ variant: { cab: 'crew', engine: 'steam', wings: 'two' } })).toEqual([
      'vehicle',
      'engine: steam',
      'wings: two',
    ]);
    const gone = (t: Partial<JobSections['tire']>) =>
      lacksOf({ ...plain, tire: { ...plain.tire, tireCode: 'CT-L285', ...t } }, s.catalogue).flatMap((l) =>
        l.code === 'tire-not-there' ? [l.section, ...l.codes] : [],
      );
    const rear = { size: '', wheelWidthIn: null, wheelOffsetMm: null, loadIndex: null };
    expect(gone({ wheelCode: 'LW-618' })).toEqual([]);
    expect(
      gone({
        tireCode: 'T-0',
        wheelCode: 'W-0',
        rear: { ...rear, tireCode: 'T-1', wheelCode: 'W-1' },
        candidates: [
          { id: 'a', size: '', tireCode: 'T-0' },
          { id: 'b', size: '', tireCode: 'CT-L285' },
          { id: 'c', size: '', tireCode: null },
        ],
        reliefs: [{ axle: 'front', obstacle: null, relief: 'R-0' }],
      }),
    ).toEqual(['tire', 'T-0', 'T-1', 'W-0', 'W-1', 'R-0']);
  });
});
