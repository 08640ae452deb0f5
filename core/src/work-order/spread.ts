import type { ShopSettings } from '../job';
import type { WorkStep } from './step';

/** How far the hours of these steps may turn out otherwise, as shares of them: a step whose record says how far by that, the others by
 *  what the shop says of all its work. Null: nobody has said of any.
 *  @example spreadOf([{ minutes: 10, range: [8, 16] }, { minutes: 10, range: null }], null) // {"underShare":0.1,"overShare":0.3} */
export function spreadOf(
  steps: readonly Pick<WorkStep, 'minutes' | 'range'>[],
  shop: ShopSettings['hoursRange'],
): ShopSettings['hoursRange'] {
  const all = steps.reduce((sum, s) => sum + s.minutes, 0);
  if (all === 0 || (shop === null && steps.every((s) => s.range === null))) return shop;
  const least = (s: (typeof steps)[number]) => s.range?.[0] ?? s.minutes * (1 - (shop?.underShare ?? 0));
  const most = (s: (typeof steps)[number]) => s.range?.[1] ?? s.minutes * (1 + (shop?.overShare ?? 0));
  const share = (of: (s: (typeof steps)[number]) => number) =>
    Math.abs(steps.reduce((sum, s) => sum + of(s) - s.minutes, 0)) / all;
  return { underShare: share(least), overShare: share(most) };
}
