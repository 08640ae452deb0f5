import {
  canonical,
  changesBetween,
  changesFor,
  checkCatalogue,
  differences,
  itemsOf,
  type Catalogue,
} from '..';
import { catalogue } from '../testing/demo-world';

type Loose = Record<string, any>;
/** the demo catalogue with one record changed */
const changed = (kind: keyof Catalogue, at: number, change: (x: Loose) => Loose): Catalogue => ({
  ...catalogue,
  [kind]: (catalogue[kind] as readonly Loose[]).map((x, i) => (i === at ? { ...x, ...change(x) } : x)),
});
const field = (platform: string) =>
  catalogue.platforms.find((p) => p.code === platform)!.variantFields[0]!.key;
const HALDER = catalogue.platforms.findIndex((p) => p.code === 'corvane-halder');
const faults = (c: Catalogue) => checkCatalogue(c).map((f) => `${f.path} ${f.code} ${f.value}`);

describe('a catalogue as a whole', () => {
  it('of the demo world has no fault', () => {
    expect(checkCatalogue(catalogue)).toEqual([]);
  });
  it.each<readonly [string, Catalogue, string]>([
    [
      'work of a part',
      changed('parts', 3, () => ({ operation: 'none' })),
      'parts[3].operation not-there none',
    ],
    [
      'a part that goes with it',
      changed('parts', 3, () => ({ requires: [{ part: 'NO-1' }] })),
      'parts[3].requires[0].part not-there NO-1',
    ],
    [
      'a part that does not',
      changed('parts', 3, () => ({ excludes: [{ family: 'damper' }, { part: 'NO-2' }] })),
      'parts[3].excludes[1].part not-there NO-2',
    ],
    [
      'a vehicle it is for',
      changed('parts', 0, (p) => ({ applications: [{ ...p.applications[0], platform: 'none' }] })),
      'parts[0].applications[0].platform not-there none',
    ],
    [
      'a question that its vehicle is not asked',
      changed('parts', 0, (p) => ({
        applications: [{ ...p.applications[0], conditions: [{ op: 'is', field: 'moon', value: 'full' }] }],
      })),
      'parts[0].applications[0].conditions[0].field not-there moon',
    ],
    [
      'an answer that nobody can give',
      changed('parts', 0, (p) => ({
        applications: [
          {
            ...p.applications[0],
            conditions: [{ op: 'one-of', field: field(p.applications[0].platform), values: ['never'] }],
          },
        ],
      })),
      'parts[0].applications[0].conditions[0] not-an-option never',
    ],
    [
      'a joint of a leaflet',
      changed('parts', 5, () => ({ fasteners: [{ joint: 'none', torqueNm: 1, note: '' }] })),
      'parts[5].fasteners[0].joint not-there none',
    ],
    [
      'a part of a kit',
      changed('kits', 1, () => ({ parts: [{ part: 'NO-3', quantity: 1 }] })),
      'kits[1].parts[0].part not-there NO-3',
    ],
    [
      'access',
      changed('operations', 0, () => ({ needs: ['wings-off'] })),
      'operations[0].needs[0] not-there wings-off',
    ],
    [
      'work before it',
      changed('operations', 0, () => ({ after: ['none'] })),
      'operations[0].after[0] not-there none',
    ],
    [
      'a joint that a step makes',
      changed('operations', 0, (o) => ({
        steps: [{ ...o.steps[0], fastens: [{ joint: 'none', tighten: 'in-step', note: '' }] }],
      })),
      'operations[0].steps[0].fastens[0].joint not-there none',
    ],
    [
      'access to access',
      changed('access', 0, () => ({ needs: ['none'] })),
      'access[0].needs[0] not-there none',
    ],
    [
      'trimming of an obstacle',
      changed('platforms', 0, (p) => ({
        front: { ...p.front, obstacles: [{ ...p.front.obstacles[0], reliefs: ['none'] }] },
      })),
      'platforms[0].front.obstacles[0].reliefs[0] not-there none',
    ],
    [
      'a code that stands twice',
      { ...catalogue, wheels: [...catalogue.wheels, catalogue.wheels[0]!] },
      `wheels[${catalogue.wheels.length}].code twice ${catalogue.wheels[0]!.code}`,
    ],
    [
      'an axle that does not move',
      changed('platforms', HALDER, (p) => ({
        front: {
          ...p.front,
          hardpoints: {
            ...p.front.hardpoints,
            points: { ...p.front.hardpoints.points, tieOuter: p.front.hardpoints.points.tieInner },
          },
        },
      })),
      `platforms[${HALDER}].front.hardpoints.points.tieInner does-not-move corvane-halder`,
    ],
  ])('names %s where it is wrong, and nothing else', (_what, c, wanted) => {
    expect(faults(c)).toEqual([wanted]);
  });
});

describe('two states of a catalogue', () => {
  const before = itemsOf(catalogue);
  it('that are the same differ in nothing, whatever order their keys were written in', () => {
    const turned = JSON.parse(JSON.stringify(catalogue), (_k, v: unknown) =>
      typeof v === 'object' && v !== null && !Array.isArray(v)
        ? Object.fromEntries(Object.entries(v).reverse())
        : v,
    ) as Catalogue;
    expect(changesBetween(before, itemsOf(turned))).toEqual([]);
  });
  it('tell what came, went and changed', () => {
    const after = changed('parts', 2, (p) => ({ priceMinor: p.priceMinor + 1 }));
    const next = {
      ...after,
      kits: after.kits.slice(1),
      tires: [...after.tires, { ...after.tires[0]!, code: 'NEW' }],
    };
    expect(
      changesBetween(before, itemsOf(next)).map((c) => [c.kind, c.code, c.before !== null, c.after !== null]),
    ).toEqual([
      ['parts', catalogue.parts[2]!.code, true, true],
      ['kits', catalogue.kits[0]!.code, true, false],
      ['tires', 'NEW', false, true],
    ]);
  });
  it('concern a job in what it names, and in all work that was there', () => {
    const change = (kind: string, code: string, was: unknown = 1) =>
      ({ kind, code, before: was, after: 2 }) as ReturnType<typeof changesBetween>[number];
    const used = {
      platform: 'fell',
      parts: ['A'],
      kits: [],
      tires: ['T'],
      wheels: [],
      reliefs: ['R'],
      repairs: ['J'],
    };
    const all = [
      change('parts', 'A'),
      change('parts', 'B'),
      change('platforms', 'fell'),
      change('platforms', 'tallow'),
      change('tires', 'T'),
      change('wheels', 'T'),
      change('reliefs', 'R'),
      change('repairs', 'J'),
      change('repairs', 'K'),
      change('operations', 'fit'),
      change('operations', 'new', null),
    ];
    expect(changesFor(all, used).map((c) => `${c.kind} ${c.code}`)).toEqual([
      'parts A',
      'platforms fell',
      'tires T',
      'reliefs R',
      'repairs J',
      'operations fit',
    ]);
  });
});

describe('the fields in which two records differ', () => {
  it('are told by the way down to them', () => {
    expect(differences({ a: 1, b: { c: [1, 2] }, d: 4 }, { a: 1, b: { c: [1, 3, 5] }, e: null })).toEqual([
      { path: ['b', 'c', '1'], before: 2, after: 3 },
      { path: ['b', 'c', '2'], before: undefined, after: 5 },
      { path: ['d'], before: 4, after: undefined },
      { path: ['e'], before: undefined, after: null },
    ]);
  });
  it('are none where only the order of keys differs, and the whole where the kinds do', () => {
    expect(differences({ a: 1, b: 2 }, { b: 2, a: 1 })).toEqual([]);
    expect(differences({ a: [] }, { a: {} })).toEqual([{ path: ['a'], before: [], after: {} }]);
  });
  it('canonical text is the same for the same value', () => {
    expect(canonical({ b: [{ d: 1, c: 2 }], a: null })).toBe('{"a":null,"b":[{"c":2,"d":1}]}');
  });
});
