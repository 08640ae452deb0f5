import { ADVISED_SHARE, computed, explain, given, TRIFLE_DEG, type Figure } from '../evidence';

/** How far a joint is swung against what it has, degrees. */
interface Swing {
  readonly swingDeg: number;
  readonly limitDeg: number;
}
/** Near its end, or past it, and nearer than today: what is so as built is not this plan's affair. */
export function broughtNear({ swingDeg, limitDeg }: Swing, was: Swing | null | undefined): boolean {
  const wasShare = was ? was.swingDeg / was.limitDeg : 0;
  return swingDeg > limitDeg * (1 - ADVISED_SHARE) && swingDeg - wasShare * limitDeg >= TRIFLE_DEG;
}
/** What is left to a joint. `why`: the travel it comes from; `record`: whose limit it is. */
export function swingLeft(
  what: 'joint' | 'rod',
  { swingDeg, limitDeg }: Swing,
  was: Swing | null | undefined,
  why: readonly Figure[],
  record: string,
): Figure {
  const swings = (deg: number, because: readonly Figure[], from: string) =>
    computed(`${what}-swing`, deg, 'deg', because, { formula: 'carrier-pose', from });
  const planned = swings(swingDeg, [...why, ...(was ? [swings(was.swingDeg, [], 'today')] : [])], 'planned');
  return explain(
    `${what}-reserve`,
    'deg',
    'difference',
    { from: given('joint-limit', limitDeg, 'deg', record), less: planned },
    { limit: { min: limitDeg * ADVISED_SHARE } },
  );
}
