import fc from 'fast-check';
import { mergeSection, same } from './merge';

const record = fc.record({ a: fc.nat(3), b: fc.nat(3), c: fc.nat(3) });
const row = fc.record({ id: fc.constantFrom('r1', 'r2', 'r3'), q: fc.nat(2) });
const rows = fc.uniqueArray(row, { selector: (r) => r.id, maxLength: 3 });

describe('merging a section that two people changed', () => {
  it('changes in different fields are both kept', () => {
    const m = mergeSection({ a: 1, b: 1 }, { a: 2, b: 1 }, { a: 1, b: 3 });
    expect(m).toEqual({ mine: { a: 2, b: 3 }, theirs: { a: 2, b: 3 }, conflicts: [] });
  });
  it('the same field changed differently is a conflict with both values', () => {
    const m = mergeSection({ a: 1, n: { x: 1 } }, { a: 2, n: { x: 5 } }, { a: 3, n: { x: 1 } });
    expect(m.conflicts).toEqual([{ path: ['a'], mine: 2, theirs: 3 }]);
    expect(m.mine).toEqual({ a: 2, n: { x: 5 } });
    expect(m.theirs).toEqual({ a: 3, n: { x: 5 } });
  });
  it('lists with ids are merged row by row: both additions stay, one removal goes', () => {
    const base = {
      items: [
        { id: 'a', q: 1 },
        { id: 'b', q: 1 },
      ],
    };
    const mine = {
      items: [
        { id: 'a', q: 2 },
        { id: 'b', q: 1 },
        { id: 'm', q: 1 },
      ],
    };
    const theirs = {
      items: [
        { id: 'a', q: 1 },
        { id: 't', q: 1 },
      ],
    };
    const m = mergeSection(base, mine, theirs);
    expect(m.conflicts).toEqual([]);
    expect([...m.mine.items].sort((x, y) => x.id.localeCompare(y.id))).toEqual([
      { id: 'a', q: 2 },
      { id: 'm', q: 1 },
      { id: 't', q: 1 },
    ]);
  });
  it('a row that one removed and the other changed is asked about', () => {
    const m = mergeSection(
      { i: [{ id: 'a', q: 1 }] },
      { i: [{ id: 'a', q: 2 }] },
      { i: [] as { id: string; q: number }[] },
    );
    expect(m.conflicts).toHaveLength(1);
    expect(m.mine.i).toEqual([{ id: 'a', q: 2 }]);
    expect(m.theirs.i).toEqual([]);
  });
  it('where only one side changed, that side is the result', () => {
    fc.assert(
      fc.property(record, record, (base, changed) => {
        expect(mergeSection(base, changed, base)).toEqual({ mine: changed, theirs: changed, conflicts: [] });
        expect(mergeSection(base, base, changed)).toEqual({ mine: changed, theirs: changed, conflicts: [] });
      }),
    );
  });
  it('nobody’s change is lost: each field is base, mine or theirs, and a conflict is exactly a double change', () => {
    fc.assert(
      fc.property(record, record, record, (base, mine, theirs) => {
        const m = mergeSection(base, mine, theirs);
        for (const k of ['a', 'b', 'c'] as const) {
          const [b, x, y] = [base[k], mine[k], theirs[k]];
          const conflict = x !== b && y !== b && x !== y;
          expect(m.conflicts.some((c) => c.path[0] === k)).toBe(conflict);
          expect(m.mine[k]).toBe(x !== b ? x : y);
          expect(m.theirs[k]).toBe(y !== b ? y : x);
        }
      }),
    );
  });
  it('rows: swapping the two people swaps the two results', () => {
    fc.assert(
      fc.property(rows, rows, rows, (base, mine, theirs) => {
        const one = mergeSection({ r: base }, { r: mine }, { r: theirs });
        const two = mergeSection({ r: base }, { r: theirs }, { r: mine });
        const sorted = (x: readonly { id: string }[]) => [...x].sort((p, q) => p.id.localeCompare(q.id));
        expect(sorted(one.mine.r)).toEqual(sorted(two.theirs.r));
        expect(one.conflicts).toHaveLength(two.conflicts.length);
      }),
    );
  });
  it('same is by content', () => {
    expect(same({ a: [1] }, { a: [1] })).toBe(true);
    expect(same({ a: 1 }, { a: '1' })).toBe(false);
  });
});
