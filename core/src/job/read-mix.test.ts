import fc from 'fast-check';
import { NO_USE, readMix, roadQuestions, USES, usageSum } from '..';

const shares = (text: string) => {
  const r = readMix(text);
  return r && Object.fromEntries(Object.entries(r.usage).filter(([, v]) => v > 0));
};

describe('a mix as people say it', () => {
  it.each([
    ['mostly highway, some gravel', { highway: 75, gravel: 25 }],
    ['only highway', { highway: 100 }],
    ['highway and gravel', { highway: 50, gravel: 50 }],
    ['half road, half forest tracks', { highway: 50, gravel: 50 }],
    ['60% tow, rest gravel and highway', { highway: 20, gravel: 20, tow: 60 }],
    ['70 percent highway; a little mud', { highway: 70, mud: 30 }],
    ['Mainly peat, rarely the main road', { highway: 15, mud: 85 }],
    ['mostly looks; some town', { highway: 25, looks: 75 }],
    ['highway, no mud', { highway: 100 }],
    ['tows a boat now and then, mostly highway', { highway: 85, tow: 15 }],
  ])('%s', (text, expected) => {
    expect(shares(text)).toEqual(expected);
  });
  it('a percentage alone stands as it was said: the rest is open', () => {
    expect(shares('40% mud')).toEqual({ mud: 40 });
  });
  it('names no use, or more than there is: it is not read', () => {
    for (const text of ['', 'to the shops', 'never mud', '80% mud, 30% rock', ',,,'])
      expect(readMix(text)).toBeNull();
  });
  it('says which pieces it could not use', () => {
    expect(readMix('mostly highway, ferries')?.unread).toEqual(['ferries']);
    expect(readMix('mostly highway')?.unread).toEqual([]);
  });
  it('shares are whole, never below nothing, and come to 100 unless only percentages were said', () => {
    const piece = fc.tuple(
      fc.constantFrom('mostly', 'some', 'a little', 'half', '', 'often', 'only'),
      fc.constantFrom('highway', 'gravel', 'rock', 'mud', 'load', 'tow', 'looks'),
    );
    fc.assert(
      fc.property(fc.array(piece, { minLength: 1, maxLength: 7 }), (pieces) => {
        const usage = readMix(pieces.map((p) => p.join(' ')).join(', '))!.usage;
        expect(usageSum(usage)).toBe(100);
        for (const u of USES) {
          expect(Number.isInteger(usage[u])).toBe(true);
          expect(usage[u]).toBeGreaterThanOrEqual(0);
        }
      }),
    );
  });
});
describe('questions of a road test', () => {
  it('are those of every vehicle and those of its uses, each once', () => {
    expect(roadQuestions(NO_USE)).toEqual([
      'straight',
      'wheel-returns',
      'noise',
      'vibration',
      'brakes',
      'rub',
    ]);
    const tow = roadQuestions({ ...NO_USE, tow: 5, load: 20 });
    expect(tow).toContain('tow-sway');
    expect(tow.filter((q) => q === 'squat')).toHaveLength(1);
    expect(roadQuestions({ ...NO_USE, load: 20 })).not.toContain('tow-sway');
    expect(roadQuestions({ ...NO_USE, highway: 1 })).toContain('wander');
  });
});
