import { tireToday } from '..';
import { catalogue } from './demo-world';
import {
  clearanceCoverageOf,
  coverageOf,
  RANGE_FIGURES,
  rangeCases,
  type RangeFigure,
} from './shop-simulation';

const AS_BUILT = {
  currentSize: '',
  currentRear: null,
  currentWheelWidthIn: null,
  currentWheelOffsetMm: null,
};
const UNITS: Readonly<Record<RangeFigure, readonly [unit: string, digits: number]>> = {
  height: ['mm', 1],
  camber: ['°', 2],
  caster: ['°', 2],
  shaft: ['°', 2],
  clearance: ['mm', 1],
};
export interface RangesAsked {
  readonly shops: number;
  /** rub maps are dearer: so many shops for the clearance, 0 leaves it out */
  readonly clearanceShops: number;
  readonly only: string;
  readonly told: (line: string) => void;
}
/** Every platform with each family of sources, how often the truth lies inside what is told, as rows of a table. Returns how many cells lie
 *  outside 85 to 95 %. */
export function rangesTable({ shops, clearanceShops, only, told }: RangesAsked): {
  readonly cells: number;
  readonly outside: readonly string[];
} {
  told(`| platform | axle | source | ${RANGE_FIGURES.join(' | ')} |`);
  told(`| --- | --- | --- |${RANGE_FIGURES.map(() => ' --- |').join('')}`);
  let cells = 0;
  const outside: string[] = [];
  for (const { platform, axle, part } of rangeCases(catalogue)) {
    if (!platform.code.includes(only)) continue;
    const held = { ...(coverageOf(platform, axle, part, shops, 7)?.held ?? {}) };
    const vehicle = { platform, year: null, variant: {} };
    const tire = tireToday(AS_BUILT, vehicle, axle);
    if (tire && clearanceShops > 0) {
      const c = clearanceCoverageOf(platform, axle, part, tire.asked, clearanceShops, 11);
      if (c) Object.assign(held, { clearance: c });
    }
    const texts = RANGE_FIGURES.map((figure) => {
      const h = held[figure];
      if (!h) return '';
      cells++;
      if (h.share < 0.85 || h.share > 0.95)
        outside.push(`${platform.code} ${axle} ${part.family} ${figure} ${(100 * h.share).toFixed(1)} %`);
      const [unit, digits] = UNITS[figure];
      return `${(100 * h.share).toFixed(0)} %, ± ${h.plusMinus.toFixed(digits)} ${unit}`;
    });
    told(`| ${platform.label} | ${axle} | ${part.family.replace(/-/g, ' ')} | ${texts.join(' | ')} |`);
  }
  return { cells, outside };
}
