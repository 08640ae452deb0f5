import type { PlanPoint } from '@rigger/core';

const codesOf = (items: readonly { readonly code: string }[]) =>
  items
    .map((i) => i.code)
    .sort()
    .join();
const reliefsOf = (reliefs: PlanPoint['reliefs']) =>
  reliefs
    .map((r) => `${r.axle}/${r.obstacle ?? ''}/${r.relief}`)
    .sort()
    .join();
type Same = Pick<PlanPoint, 'items' | 'reliefs' | 'tire'>;
/** The same parts and kits, the same trimming, on the same tyre and wheel. */
export const sameBuild = (a: Same, b: Same) =>
  codesOf(a.items) === codesOf(b.items) &&
  reliefsOf(a.reliefs) === reliefsOf(b.reliefs) &&
  a.tire.tireCode === b.tire.tireCode &&
  a.tire.wheelCode === b.tire.wheelCode;
