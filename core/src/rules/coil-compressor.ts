import type { PartFamily } from '../catalogue';
import { computed } from '../evidence';
import { coilHandling, type Axle, type CoilHandling } from '../suspension';
import { onAxle, type AxleView } from '../vehicle';
import { G_M_PER_S2 } from '../units';
import { rule, type Raised } from './rule';

interface Compressed {
  readonly axle: Axle;
  readonly shorterMm: number;
  /** what it presses with, as a mass that would, kg */
  readonly forceKg: number;
  /** length of the coil with nothing on it, mm */
  readonly freeMm: number;
}
export type CoilCompressorFinding =
  /** the shop's compressor is too weak, or too short */
  | (Compressed & {
      readonly code: 'coil-compressor';
      readonly mostKg: number;
      readonly longestMm: number;
    })
  /** nobody has said what the shop's compressor holds */
  | (Compressed & { readonly code: 'coil-compressor-unknown' });

/** Parts for which the coil comes out of its seats. */
const COIL_OUT: readonly PartFamily[] = ['coil', 'coil-spacer', 'preload-spacer', 'perch-spacer'];
/** A coil that is longer than the room between its seats comes out compressed, and only by a compressor that holds it: the one that comes
 *  out and the one that goes in. */
export const coilCompressor = rule<CoilCompressorFinding>({
  findings: {
    'coil-compressor': { verdict: 'needs', topic: 'fitment', blocks: 'work' },
    'coil-compressor-unknown': { verdict: 'ask', topic: 'fitment', blocks: 'work' },
  },
  scope: 'axle',
  check: (a, c): Raised<CoilCompressorFinding>[] => {
    const { axle, prepared } = a;
    const { coilOver } = prepared.today.state.setup.model;
    const opens = ({ family }: { readonly family: PartFamily }) =>
      COIL_OUT.includes(family) || (coilOver && family === 'damper');
    if (!c.chosen.some(({ part }) => onAxle(part, axle) && opens(part))) return [];
    const worst = [prepared.today, a.view()]
      .flatMap((view) => prepared.memo(`coil/${view.key}`, () => handled(view)) ?? [])
      .reduce<CoilHandling | null>((m, h) => (m && m.forceN >= h.forceN ? m : h), null);
    if (!worst || worst.shorterMm === 0) return [];
    const { shorterMm, forceN, freeMm } = worst;
    const forceKg = forceN / G_M_PER_S2;
    const figure = computed('coil-compression', forceN, 'N', [], { formula: 'travel-walk' });
    const { mostKg, longestMm } = c.settings.workshop.springCompressor;
    if (mostKg === null || longestMm === null)
      return [{ finding: { code: 'coil-compressor-unknown', axle, shorterMm, forceKg, freeMm }, figure }];
    return forceKg <= mostKg && freeMm <= longestMm
      ? []
      : [
          {
            finding: { code: 'coil-compressor', axle, shorterMm, forceKg, freeMm, mostKg, longestMm },
            figure: { ...figure, limit: { max: mostKg * G_M_PER_S2 } },
          },
        ];
  },
});
function handled(view: AxleView): CoilHandling | null {
  const travel = view.travel();
  const { stopMm, damper } = view.limits();
  return travel && coilHandling(view.state.setup, travel, stopMm, damper?.extendedMm ?? null);
}
