import type { TireSize } from './tire-size';

/** half a millimetre: sizes are written to the millimetre and the hundredth of an inch */
const SAME_MM = 0.5;
const near = (a: number, b: number) => Math.abs(a - b) < SAME_MM;

/** Whether a tyre of size `item` is one that `typed` asks for: the same diameter, width and rim, and, where it was typed,
 *  the same prefix and at least the load index. A size typed without them names all of them.
 *  @example namesSize({ system: 'metric', diameterMm: 830.8, sectionMm: 285, aspect: 70, rimIn: 17, prefix: '', suffix: '', extraLoad: false, loadIndex: null, loadIndexDual: null, speed: null, aspectAssumed: false, realSectionMm: 285 }, { system: 'metric', diameterMm: 830.8, sectionMm: 285, aspect: 70, rimIn: 17, prefix: 'LT', suffix: '', extraLoad: false, loadIndex: 121, loadIndexDual: 118, speed: 'Q', aspectAssumed: false, realSectionMm: 285 }) // true */
export const namesSize = (typed: TireSize, item: TireSize): boolean =>
  near(typed.diameterMm, item.diameterMm) &&
  near(typed.sectionMm, item.sectionMm) &&
  typed.rimIn === item.rimIn &&
  (typed.prefix === '' || typed.prefix === item.prefix) &&
  (typed.loadIndex === null || (item.loadIndex !== null && item.loadIndex >= typed.loadIndex));
