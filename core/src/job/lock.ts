/** What an advisor may hold fast or rule out while plans are searched: a part, a kit, a relief, a tyre or a wheel by its code, a maker, a
 *  supplier or a family by its name, a kind of plan. */
export const LOCK_WHATS = [
  'part',
  'kit',
  'maker',
  'supplier',
  'family',
  'relief',
  'tire',
  'wheel',
  'school',
] as const;
export const LOCK_HOWS = ['pin', 'ban'] as const;
export type LockHow = (typeof LOCK_HOWS)[number];
export interface Lock {
  readonly how: LockHow;
  readonly what: (typeof LOCK_WHATS)[number];
  readonly which: string;
}
/** Locks as a job keeps them: `part/TL-2810` is pinned or banned, never both. */
export type Locks = Readonly<Record<string, LockHow>>;
export const lockKey = ({ what, which }: Pick<Lock, 'what' | 'which'>): string => `${what}/${which}`;
const isWhat = (s: string): s is Lock['what'] => (LOCK_WHATS as readonly string[]).includes(s);
/** What a job's locks say; a key that names nothing known is left out.
 *  @example locksOf({ 'maker/Ironwold': 'ban' }) // [{"how":"ban","what":"maker","which":"Ironwold"}] */
export const locksOf = (locks: Locks): readonly Lock[] =>
  Object.entries(locks).flatMap(([key, how]): Lock[] => {
    const at = key.indexOf('/');
    const what = key.slice(0, at);
    return isWhat(what) ? [{ how, what, which: key.slice(at + 1) }] : [];
  });
