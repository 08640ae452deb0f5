import type { Part, PartFamily } from '../catalogue';
import type { Lock } from '../job';
import type { PlanFamily } from './plan-family';

const names = (l: Lock, part: Pick<Part, 'code' | 'maker' | 'supplier' | 'family'>): boolean =>
  (l.what === 'part' && l.which === part.code) ||
  (l.what === 'maker' && l.which === part.maker) ||
  (l.what === 'supplier' && l.which === part.supplier) ||
  (l.what === 'family' && l.which === part.family);

export const isBanned = (locks: readonly Lock[], part: Part): boolean =>
  locks.some((l) => l.how === 'ban' && names(l, part));
export const isBannedRelief = (locks: readonly Lock[], relief: string): boolean =>
  locks.some((l) => l.how === 'ban' && l.what === 'relief' && l.which === relief);
export const isBannedKit = (locks: readonly Lock[], kit: string): boolean =>
  locks.some((l) => l.how === 'ban' && l.what === 'kit' && l.which === kit);
export const pinnedFamilies = (locks: readonly Lock[]): readonly PartFamily[] =>
  locks.flatMap((l) => (l.how === 'pin' && l.what === 'family' ? [l.which as PartFamily] : []));
/** Kinds of plan that are left. */
export const allowsSchool = (locks: readonly Lock[], school: PlanFamily): boolean => {
  const pins = locks.filter((l) => l.what === 'school' && l.how === 'pin');
  return (
    !locks.some((l) => l.what === 'school' && l.how === 'ban' && l.which === school) &&
    (pins.length === 0 || pins.some((l) => l.which === school))
  );
};
