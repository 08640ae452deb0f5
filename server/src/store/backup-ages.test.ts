import fc from 'fast-check';
import { BACKUP_KINDS } from '@rigger/contracts';
import { isDue, mayGo, type Named } from './backup-ages';

const HOUR = 3_600_000;
const DAY = 24 * HOUR;
const NOW = Date.parse('2026-11-25T09:00:00Z');
const made = (kind: Named['kind'], ...agesMs: readonly number[]): Named[] =>
  agesMs.map((age, i) => ({ kind, at: NOW - age, name: `${kind} ${i}` }));
const agesKept = (all: readonly Named[]) => {
  const gone = mayGo(all, NOW);
  return all.filter((b) => !gone.includes(b)).map((b) => NOW - b.at);
};

describe('backups that may go', () => {
  it('hours of the last day, days of two weeks, weeks of two months, months of two years', () => {
    const nightly = made('by-clock', ...Array.from({ length: 900 }, (_, i) => i * DAY + HOUR));
    const kept = agesKept(nightly);
    expect(kept.filter((a) => a < 14 * DAY)).toHaveLength(14);
    expect(kept.filter((a) => a >= 14 * DAY && a < 60 * DAY).length).toBeGreaterThanOrEqual(6);
    expect(kept.filter((a) => a >= 14 * DAY && a < 60 * DAY).length).toBeLessThanOrEqual(8);
    expect(kept.filter((a) => a >= 60 * DAY).length).toBeGreaterThanOrEqual(22);
    expect(Math.max(...kept)).toBeLessThan(730 * DAY);
    expect(kept.length).toBeLessThan(50);
  });
  it('of one hour all are kept while it is the last one, and one of them afterwards', () => {
    const minutes = Array.from({ length: 30 }, (_, i) => i * 60_000);
    expect(agesKept(made('by-hand', ...minutes))).toHaveLength(30);
    expect(agesKept(made('by-hand', 0, ...minutes.map((m) => m + 4.49 * HOUR)))).toHaveLength(2);
  });
  it('before a restore: for a year, however many', () => {
    const many = made('before-restore', 0, ...Array.from({ length: 60 }, (_, i) => 10 * DAY + i));
    expect(agesKept(many)).toHaveLength(61);
    expect(agesKept(made('before-restore', 0, 364 * DAY, 366 * DAY))).toEqual([0, 364 * DAY]);
  });
  it('never the newest of a kind, never what is dated after now, and no kind for another’s sake', () => {
    const one = fc.record({
      kind: fc.constantFrom(...BACKUP_KINDS),
      at: fc.integer({ min: NOW - 1500 * DAY, max: NOW + 30 * DAY }),
    });
    fc.assert(
      fc.property(fc.array(one, { maxLength: 60 }), (list) => {
        const all = list.map((b, i): Named => ({ ...b, name: `b${i}` }));
        const gone = mayGo(all, NOW);
        expect(gone.filter((b) => b.at > NOW)).toEqual([]);
        for (const kind of BACKUP_KINDS) {
          const own = all.filter((b) => b.kind === kind);
          if (own.length > 0)
            expect(own.some((b) => !gone.includes(b) && b.at === Math.max(...own.map((o) => o.at)))).toBe(
              true,
            );
          expect(
            mayGo(own, NOW)
              .map((b) => b.name)
              .sort(),
          ).toEqual(
            gone
              .filter((b) => b.kind === kind)
              .map((b) => b.name)
              .sort(),
          );
        }
      }),
    );
  });
});
it('the clock makes one when its last is old enough, and once only after it was set back', () => {
  expect(isDue([], DAY, NOW)).toBe(true);
  expect(isDue([NOW - DAY], DAY, NOW)).toBe(true);
  expect(isDue([NOW - DAY + 1], DAY, NOW)).toBe(false);
  const future = NOW + 40 * DAY;
  expect(isDue([future, NOW - 2 * DAY], DAY, NOW)).toBe(true);
  expect(isDue([future, NOW], DAY, NOW + HOUR)).toBe(false);
});
