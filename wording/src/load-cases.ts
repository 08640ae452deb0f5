import type { Forecast, LoadCase } from '@rigger/core';
import { length, type Style } from './format';

/** What the vehicle carries in a figure or a verdict. */
export const LOAD_CASE_WORDS: Readonly<Record<LoadCase, string>> = {
  empty: 'empty',
  'as-used': 'loaded as said',
  rated: 'at the axle’s rating',
};
/** How the vehicle stands in one case of load, as texts. */
export interface StandingCase {
  readonly name: string;
  readonly front: string;
  readonly rear: string;
  /** both, the unit once */
  readonly both: string;
  readonly rake: string;
  readonly height: string;
  /** it stands as in the case before, which is named */
  readonly sameAs: string | null;
}
/** heights that differ by less are the same to whoever reads them, mm */
const SAME_MM = 0.5;
const rakeText = (mm: number, style: Style): string =>
  Math.abs(mm) < 1 ? 'level' : `nose ${length(Math.abs(mm), style)} ${mm > 0 ? 'low' : 'high'}`;
/** Today and planned, in every case of load: as it stands, empty, loaded as the brief says, and with each axle at its rating. */
export function standingCases(f: Forecast, style: Style): readonly StandingCase[] {
  const cases = [
    ['as it stands', f.today],
    ['planned, empty', f.planned],
    ['planned, as used', f.loaded],
    ['planned, at its rating', f.rated],
  ] as const;
  return cases.map(([name, s], i) => {
    const same = (of: Forecast['today']) =>
      Math.abs(of.front.value - s.front.value) < SAME_MM && Math.abs(of.rear.value - s.rear.value) < SAME_MM;
    const before = cases.slice(0, i).find(([, of]) => same(of));
    const [front, rear] = [length(s.front.value, style), length(s.rear.value, style)];
    return {
      name,
      front,
      rear,
      both: `${front.replace(/ (mm|in)$/, '')} / ${rear}`,
      rake: rakeText(s.rake.value, style),
      height: length(s.heightMm.value, style),
      sameAs: before ? (before[1] === f.today ? 'today' : before[0]) : null,
    };
  });
}
/** The same in one line: hub to arch in front and behind.
 *  Cases that are the same say so. */
export const standingText = (f: Forecast, style: Style): string =>
  standingCases(f, style)
    .map((c) => (c.sameAs ? `${c.name} the same as ${c.sameAs}` : `${c.name} ${c.both}`))
    .join('; ');
