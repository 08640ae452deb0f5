import { describe, expect, it } from '@jest/globals';
import highs from 'highs';
import { betters, closedSets, front, type ClosedSet, type CureProblem } from '..';

/** Numbers in [0, 1) from a seed. */
const numbers = (seed: number) => {
  let s = seed % 2_147_483_647 || 1;
  return () => (s = (s * 48_271) % 2_147_483_647) / 2_147_483_647;
};
interface World {
  readonly base: readonly number[];
  readonly costs: readonly number[];
  readonly slots: readonly number[];
  /** needs that each thing ends */
  readonly ends: readonly (readonly string[])[];
  /** needs that each thing brings while it is there */
  readonly brings: readonly (readonly string[])[];
  readonly first: readonly string[];
}
/** A workshop of things with slots, what they end and what they disturb; thing 0 is the base. */
function world(seed: number, things: number, disturb: boolean): World {
  const r = numbers(seed);
  const pick = <T>(n: number, of: readonly T[]): readonly T[] => of.filter(() => r() < n);
  const all = ['camber', 'caster', 'centre', 'hose', 'link', 'shaft'];
  const ids = Array.from({ length: things }, (_, i) => i);
  return {
    base: [0],
    costs: ids.map(() => 10 + Math.floor(r() * 90)),
    slots: ids.map((i) => (i === 0 ? -1 : Math.floor(r() * things))),
    ends: ids.map((i) => (i === 0 ? [] : pick(0.35, all))),
    brings: ids.map((i) => (i === 0 || !disturb ? [] : pick(0.12, all))),
    first: pick(0.6, all),
  };
}
/** Nothing betters a set but what settles its needs. */
const PLAIN = { improvers: () => [], drivesBetter: () => false, costsLess: () => false, mostAdded: 12 };
const openOf = (w: World, set: readonly number[]): readonly string[] =>
  [...new Set([...w.first, ...set.flatMap((i) => w.brings[i]!)])].filter(
    (n) => !set.some((i) => w.ends[i]!.includes(n) && !w.brings[i]!.includes(n)),
  );
const costOf = (w: World, set: readonly number[]) => set.reduce((s, i) => s + w.costs[i]!, 0);
const fits = (w: World, set: readonly number[], i: number) =>
  !set.includes(i) && set.every((k) => w.slots[k] !== w.slots[i]);
const problem = (w: World): CureProblem => ({
  open: (set) => openOf(w, set),
  curers: (need, set) =>
    w.costs.flatMap((_, i) => (i > 0 && w.ends[i]!.includes(need) && fits(w, set, i) ? [i] : [])),
  costOf: (set) => costOf(w, set),
  fits: (set, i) => fits(w, set, i),
  independent: (i) => w.brings[i]!.length === 0,
  isNoWorseBuy: (a, b) =>
    w.slots[a] === w.slots[b] && w.costs[a]! < w.costs[b]! && w.ends[b]!.every((n) => w.ends[a]!.includes(n)),
  ...PLAIN,
});
/** Every subset that may be. */
function everySet(w: World): readonly (readonly number[])[] {
  let sets: readonly (readonly number[])[] = [w.base];
  for (let i = 1; i < w.costs.length; i++) sets = sets.flatMap((s) => (fits(w, s, i) ? [s, [...s, i]] : [s]));
  return sets;
}
/** The cheapest set that leaves as little open as any. */
const cheapest = (w: World, all: readonly ClosedSet[]) => {
  const least = Math.min(...all.map((c) => c.open.length));
  return [least, Math.min(...all.filter((c) => c.open.length === least).map((c) => costOf(w, c.set)))];
};

describe('sets that settle every need', () => {
  it('on 500 workshops the cheapest that leaves least open is what trying every set gives', () => {
    let cured = 0;
    for (let seed = 1; seed <= 500; seed++) {
      const w = world(seed, 9, true);
      const every = everySet(w).map((set): ClosedSet => ({ set, open: openOf(w, set) }));
      const got = closedSets(w.base, problem(w)).sets;
      expect([seed, ...cheapest(w, got)]).toEqual([seed, ...cheapest(w, every)]);
      if (w.first.length > 0 && cheapest(w, got)[0] === 0) cured++;
    }
    expect(cured).toBeGreaterThan(200);
  });
  it('nothing is in a set that could be left out, and what it says is open is open', () => {
    for (let seed = 1; seed <= 200; seed++) {
      const w = world(seed, 9, true);
      for (const c of closedSets(w.base, problem(w)).sets) {
        expect([...c.open].sort()).toEqual([...openOf(w, c.set)].sort());
        for (const i of c.set.filter((k) => k > 0)) {
          const less = openOf(
            w,
            c.set.filter((k) => k !== i),
          );
          expect(less.some((n) => !c.open.includes(n))).toBe(true);
        }
      }
    }
  });
  it('where things only end needs, the cheapest set is the optimum of an integer program', async () => {
    const solver = await highs();
    let solved = 0;
    for (let seed = 1; seed <= 120; seed++) {
      const w = world(seed, 14, false);
      const ids = w.costs.map((_, i) => i).filter((i) => i > 0);
      const may = w.first.filter((n) => ids.some((i) => w.ends[i]!.includes(n)));
      if (may.length === 0) continue;
      const sum = (of: readonly number[]) => of.map((i) => `x${i}`).join(' + ');
      const slots = [...new Set(ids.map((i) => w.slots[i]!))];
      const lp = [
        'Minimize',
        ` obj: ${ids.map((i) => `${w.costs[i]} x${i}`).join(' + ')}`,
        'Subject To',
        ...may.map((n, k) => ` n${k}: ${sum(ids.filter((i) => w.ends[i]!.includes(n)))} >= 1`),
        ...slots.map((s, k) => ` s${k}: ${sum(ids.filter((i) => w.slots[i] === s))} <= 1`),
        'Binary',
        ` ${ids.map((i) => `x${i}`).join(' ')}`,
        'End',
      ].join('\n');
      const answer = solver.solve(lp);
      const got = closedSets(w.base, problem(w)).sets.filter(
        (c) => c.open.length === w.first.length - may.length,
      );
      if (answer.Status !== 'Optimal') {
        expect(got).toEqual([]);
        continue;
      }
      solved++;
      expect([seed, Math.min(...got.map((c) => costOf(w, c.set) - w.costs[0]!))]).toEqual([
        seed,
        answer.ObjectiveValue,
      ]);
    }
    expect(solved).toBeGreaterThan(80);
  });
  it.each([true, false])(
    'needs are settled one by one, also beside one that nothing settles; things that stand apart: %s',
    (standsApart) => {
      // things 1 to 10 end a need each; 11 and 12 name a need that neither of them ends, alone or together
      const needs = Array.from({ length: 10 }, (_, i) => `n${i + 1}`);
      let asked = 0;
      const beside: CureProblem = {
        open: (set) => {
          asked++;
          return [...needs.filter((_, i) => !set.includes(i + 1)), 'never'];
        },
        curers: (need, set) =>
          (need === 'never' ? [11, 12] : [needs.indexOf(need) + 1]).filter((i) => !set.includes(i)),
        costOf: (set) => set.length,
        fits: (set, i) => !set.includes(i),
        independent: (i) => standsApart && i <= 10,
        isNoWorseBuy: () => false,
        ...PLAIN,
      };
      expect(closedSets([0], beside).sets).toEqual([
        { set: [0, ...needs.map((_, i) => i + 1)], open: ['never'] },
      ]);
      // tried in every combination they would be a thousand
      expect(asked).toBeLessThan(200);
    },
  );
  it('a need is left open where that, and nothing less, lets another be settled', () => {
    // 1 ends a and 2 ends b, and they take the same place
    const place: CureProblem = {
      open: (set) => [...(set.includes(1) ? [] : ['a']), ...(set.includes(2) ? [] : ['b'])],
      curers: (need, set) => (set.length > 1 ? [] : need === 'a' ? [1] : [2]),
      costOf: (set) => set.length,
      fits: (set) => set.length === 1,
      independent: () => false,
      isNoWorseBuy: () => false,
      ...PLAIN,
    };
    expect(closedSets([0], place).sets).toEqual([
      { set: [0, 1], open: ['b'] },
      { set: [0, 2], open: ['a'] },
    ]);
  });
  it('where only two things apart together end a need, both are in; where one does, it is alone', () => {
    const two: CureProblem = {
      open: (set) => ((set.includes(1) && set.includes(2)) || set.includes(3) ? [] : ['short']),
      curers: (_, set) => [1, 2, 3].filter((i) => !set.includes(i)),
      costOf: (set) => set.reduce((sum, i) => sum + (i === 3 ? 90 : 10), 0),
      fits: (set, i) => !set.includes(i),
      independent: () => true,
      isNoWorseBuy: () => false,
      ...PLAIN,
    };
    expect(closedSets([], two).sets.map((c) => c.set)).toEqual([[3], [1, 2]]);
  });
  it('a cure that brings back what another ended ends in words, not in a circle', () => {
    const round: CureProblem = {
      open: (s) => (s.includes(1) ? (s.includes(2) ? ['a'] : ['b']) : ['a']),
      curers: (need) => (need === 'a' ? [1] : [2]),
      costOf: (s) => s.length,
      fits: () => true,
      independent: () => false,
      isNoWorseBuy: () => false,
      ...PLAIN,
    };
    for (const c of closedSets([0], round).sets) expect(c.open).toHaveLength(1);
    expect(closedSets([0], round).sets.length).toBeGreaterThan(0);
  });
  it('a set that would need more things than may be added is not told, and that is said', () => {
    const long = (mostAdded: number): CureProblem => ({
      open: (s) => ['a', 'b', 'c'].filter((_, i) => !s.includes(i + 1)),
      curers: (need) => [['a', 'b', 'c'].indexOf(need) + 1],
      costOf: (s) => s.length,
      fits: (s, i) => !s.includes(i),
      independent: () => false,
      isNoWorseBuy: () => false,
      ...PLAIN,
      mostAdded,
    });
    expect(closedSets([0], long(3))).toEqual({ sets: [{ set: [0, 1, 2, 3], open: [] }], cut: false });
    expect(closedSets([0], long(2)).cut).toBe(true);
  });
  it('what betters a set that is settled joins it, also two of which neither does alone; what gains nothing does not stay', () => {
    // 1 and 2 together gain, 3 gains nothing, 4 gains and opens what nothing ends
    const gain = (s: readonly number[]) => (s.includes(1) && s.includes(2) ? 1 : 0) + (s.includes(4) ? 1 : 0);
    const better: CureProblem = {
      open: (s) => (s.includes(4) ? ['broken'] : []),
      curers: () => [],
      costOf: (s) => s.length,
      fits: (s, i) => !s.includes(i),
      independent: () => false,
      isNoWorseBuy: () => false,
      improvers: (s) => [1, 2, 3, 4].filter((i) => !s.includes(i)),
      drivesBetter: (s, without) => gain(without) < gain(s),
      costsLess: () => false,
      mostAdded: 4,
    };
    expect(closedSets([0], better)).toEqual({
      sets: [
        { set: [0], open: [] },
        { set: [0, 1, 2], open: [] },
      ],
      cut: false,
    });
  });
});
describe('what nothing betters', () => {
  it('is the same whatever the order, and nothing in it betters another', () => {
    const r = numbers(7);
    for (let n = 0; n < 100; n++) {
      const items = Array.from({ length: 20 }, (_, i) => ({
        name: `p${i}`,
        counts: [r(), r(), r()].map((x) => Math.round(x * 4)),
      }));
      const of = (list: typeof items) => {
        const f = front<(typeof items)[number]>(
          (x) => x.counts,
          (x) => x.name,
        );
        for (const x of list) f.offer(x);
        return f
          .kept()
          .map((x) => x.name)
          .sort();
      };
      const kept = of(items);
      expect(of([...items].reverse())).toEqual(kept);
      const brute = items.filter((x) => !items.some((y) => betters(y.counts, x.counts)));
      expect(new Set(kept.map((k) => items.find((x) => x.name === k)!.counts.join()))).toEqual(
        new Set(brute.map((x) => x.counts.join())),
      );
    }
  });
});
