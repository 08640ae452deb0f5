import { MM_PER_INCH } from '../units/constants';
import type { TireSize } from './tire-size';

const trim = (value: number, digits: number) => String(Number(value.toFixed(digits)));

/** Writes a size back in its own system, the way a sidewall carries it; reads back as the same size.
 *  @example formatTireSize({ system: 'metric', diameterMm: 802.8, sectionMm: 265, aspect: 70, rimIn: 17, prefix: '', suffix: '', extraLoad: false, loadIndex: 115, loadIndexDual: null, speed: 'T', aspectAssumed: false, realSectionMm: 265 }) // "265/70R17 115T" */
export function formatTireSize(s: TireSize): string {
  const rim = trim(s.rimIn, 1);
  const inches = (mm: number) => (mm / MM_PER_INCH).toFixed(2);
  const body = {
    metric: () => `${trim(s.sectionMm, 1)}/${trim(s.aspect, 1)}R${rim}`,
    flotation: () => `${trim(s.diameterMm / MM_PER_INCH, 2)}x${inches(s.sectionMm)}R${rim}`,
    cart: () => `${trim(s.diameterMm / MM_PER_INCH, 2)}x${trim(s.sectionMm / MM_PER_INCH, 2)}-${rim}`,
    'metric-no-aspect': () => `${trim(s.sectionMm, 1)}R${rim}`,
    numeric: () => `${inches(s.sectionMm)}R${rim}`,
  }[s.system]();
  const load =
    s.loadIndex === null
      ? ''
      : ` ${s.loadIndex}${s.loadIndexDual === null ? '' : `/${s.loadIndexDual}`}${s.speed ?? ''}`;
  return `${s.prefix}${body}${s.suffix}${load}${s.extraLoad ? ' XL' : ''}`;
}
