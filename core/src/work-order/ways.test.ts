import fc from 'fast-check';
import { leastWays, type AccessWay } from '..';

const STATES = ['a', 'b', 'c', 'd', 'e'];
const way = (i: number): fc.Arbitrary<AccessWay> =>
  fc.record({
    id: fc.constant(`w${i}`),
    state: fc.constantFrom(...STATES),
    gives: fc.uniqueArray(fc.constantFrom(...STATES), { maxLength: 1 }),
    needs: fc.uniqueArray(fc.constantFrom(...STATES, 'nobody wrote it'), { maxLength: 2 }),
    cost: fc.integer({ min: 1, max: 20 }),
  });
const graphs = fc
  .integer({ min: 1, max: 9 })
  .chain((n) => fc.tuple(...Array.from({ length: n }, (_, i) => way(i))));
const costOf = (list: readonly AccessWay[]) => list.reduce((sum, w) => sum + w.cost, 0);

/** Whether a set of ways reaches what is needed, each from what others reach: asked in its own way, step by step. */
function stands(set: readonly AccessWay[], needed: readonly string[], known: ReadonlySet<string>): boolean {
  let holds = new Set<string>();
  const open = (s: string) => known.has(s) && !holds.has(s);
  for (let i = 0; i <= set.length; i++)
    holds = new Set(set.filter((w) => !w.needs.some(open)).flatMap((w) => [w.state, ...w.gives]));
  return !needed.some(open) && set.every((w) => !w.needs.some(open));
}
/** The same by trying every subset. */
function exhaustive(needed: readonly string[], ways: readonly AccessWay[]): number | null {
  const known = new Set(ways.flatMap((w) => [w.state, ...w.gives]));
  let best: number | null = null;
  for (let mask = 0; mask < 1 << ways.length; mask++) {
    const set = ways.filter((_, i) => (mask >> i) & 1);
    if (stands(set, needed, known) && (best === null || costOf(set) < best)) best = costOf(set);
  }
  return best;
}

it('costs what the cheapest of all subsets costs, and stands', () => {
  fc.assert(
    fc.property(graphs, fc.uniqueArray(fc.constantFrom(...STATES), { maxLength: 3 }), (ways, needed) => {
      const found = leastWays(needed, ways);
      expect(found && costOf(found)).toBe(exhaustive(needed, ways));
      const known = new Set(ways.flatMap((w) => [w.state, ...w.gives]));
      if (found) expect(stands(found, needed, known)).toBe(true);
    }),
    { numRuns: 1500 },
  );
});
it('a way more never costs more', () => {
  fc.assert(
    fc.property(graphs, (ways) => {
      const cost = (list: readonly AccessWay[]) => {
        const found = leastWays(['a', 'b'], list);
        return found ? costOf(found) : Infinity;
      };
      const known = (list: readonly AccessWay[]) => new Set(list.flatMap((w) => [w.state, ...w.gives]));
      const fewer = ways.slice(1);
      // a state that nobody has written costs nothing, so only what was known before may be compared
      fc.pre(known(fewer).size === known(ways).size);
      expect(cost(ways)).toBeLessThanOrEqual(cost(fewer));
    }),
  );
});
it('takes the long way round where that is cheaper, and shares what two need', () => {
  const w = (id: string, state: string, cost: number, needs: readonly string[] = []): AccessWay => ({
    id,
    state,
    cost,
    needs,
    gives: [],
  });
  const ways = [
    w('wheel', 'wheel', 5),
    w('links', 'bar', 6, ['wheel']),
    w('frame', 'bar', 10),
    w('strut', 'strut', 30, ['wheel']),
  ];
  const ids = (needed: readonly string[]) =>
    leastWays(needed, ways)
      ?.map((x) => x.id)
      .sort();
  expect(ids(['bar'])).toEqual(['frame']);
  expect(ids(['bar', 'strut'])).toEqual(['links', 'strut', 'wheel']);
});
