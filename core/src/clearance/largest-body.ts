import { nearestOf, scanNearest, type Nearest, type ScanList } from './kernel';
import { FOUND_TO_MM, leastThat } from './least-lift';
import type { MountedBody } from './mounted-body';
import { scansOf, type PolarTable } from './polar-table';
import { clearsOver, visitsOf, type Window } from './worst-over';

/** Wheels of which a larger one never clears by more: what of them is asked. */
export interface BodyFamily {
  readonly fromMm: number;
  readonly toMm: number;
  readonly bodyOf: (sizeMm: number) => MountedBody;
}
/** every so many states are asked first, so that the rest are mostly asked once */
const FIRST_STEP = 16;

/** The largest of a family of wheels of which every picked obstacle keeps the margin over a window, mm, to FOUND_TO_MM; null where not even
 *  the smallest does. The size is that of the state that allows least: the states are gone through once, and only one that does not
 *  allow what all before it do is searched. What clears between two columns is measured at the end. */
export function largestThatClears(
  t: PolarTable,
  window: Window,
  marginMm: number,
  { fromMm, toMm, bodyOf }: BodyFamily,
  only: (obstacle: number) => boolean = () => true,
): number | null {
  const { constant, moving } = scansOf(t, only, new Float64Array(t.obstacles.length).fill(marginMm));
  let best = toMm;
  let body = bodyOf(best);
  const found = nearestOf(t.obstacles.length);
  /** lowers the size to what one state allows; false: it does not allow the smallest */
  const ask = (of: ScanList, clouds: PolarTable['clouds'], at: number): boolean => {
    const keeps = (wheel: MountedBody, into: Nearest) => {
      scanNearest(wheel, of, clouds, at, into);
      return of.obstacles.every((k) => (into.mm[k] ?? Infinity) >= marginMm);
    };
    if (keeps(body, found)) return true;
    const search = nearestOf(t.obstacles.length);
    // a larger wheel than the last is asked here: what was far from that need not be far from this
    const holds = (sizeMm: number) => {
      search.lookedAt.fill(-1);
      return keeps(bodyOf(sizeMm), search);
    };
    if (!holds(fromMm)) return false;
    best = largestThat(fromMm, best, holds);
    body = bodyOf(best);
    return true;
  };
  if (!ask(constant, t.clouds, 0)) return null;
  const visits = visitsOf(t, window);
  for (let n = 0; n < visits.length; n += FIRST_STEP) {
    const v = visits[n];
    if (v && !ask(moving, v.clouds, v.at)) return null;
  }
  for (const v of visits) if (!ask(moving, v.clouds, v.at)) return null;
  const clears = (sizeMm: number) => clearsOver(t, bodyOf(sizeMm), window, marginMm, only);
  if (clears(best)) return best;
  for (let less = FOUND_TO_MM; best > fromMm; less *= 2) {
    const works = Math.max(fromMm, best - less);
    if (clears(works)) return largestThat(works, best, clears);
    best = works;
  }
  return null;
}
/** The largest value in [low, high] for which `holds`, to FOUND_TO_MM; it holds at `low` and, once it does not, never again. */
const largestThat = (low: number, high: number, holds: (v: number) => boolean): number =>
  high - leastThat(0, high - low, (less) => holds(high - less));
