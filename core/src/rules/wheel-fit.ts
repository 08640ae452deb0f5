import { entriesOf, type AxleTire } from '../forecast';
import type { Axle } from '../suspension';
import { AXLES, type PlanCase } from '../plan-case';
import { rule, type Raised } from './rule';

export type WheelFitFinding =
  | {
      readonly code: 'rim-refused';
      readonly axle: Axle;
      readonly rimIn: number;
      readonly minIn: number;
      readonly maxIn: number;
    }
  | { readonly code: 'rim-diameter'; readonly axle: Axle; readonly tireIn: number; readonly wheelIn: number }
  | { readonly code: 'rim-over-brakes'; readonly axle: Axle; readonly rimIn: number; readonly minIn: number }
  | { readonly code: 'bolt-circle'; readonly axle: Axle; readonly wheel: string; readonly vehicle: string }
  | {
      readonly code: 'centre-bore' | 'centre-bore-loose';
      readonly axle: Axle;
      readonly wheelMm: number;
      readonly hubMm: number;
    };
const BORE_PLAY_MM = 0.3; // beyond this the hub does not centre the wheel any more

function ofAxle(t: AxleTire, c: PlanCase): readonly WheelFitFinding[] {
  const { platform } = c.vehicle;
  const { axle, target, today } = t;
  const { wheel } = target;
  const entries = entriesOf(c.job.tire, axle);
  const out: WheelFitFinding[] = [];
  const rims = target.state.allowedRims;
  if (target.rimWidthIn < rims.minIn || target.rimWidthIn > rims.maxIn)
    out.push({ code: 'rim-refused', axle, rimIn: target.rimWidthIn, ...rims });
  const wheelIn = wheel?.rimIn ?? (entries.wheelWidthIn === null ? today.size.rimIn : target.size.rimIn);
  if (wheelIn !== target.size.rimIn)
    out.push({ code: 'rim-diameter', axle, tireIn: target.size.rimIn, wheelIn });
  if (target.size.rimIn < platform.minRimIn)
    out.push({ code: 'rim-over-brakes', axle, rimIn: target.size.rimIn, minIn: platform.minRimIn });
  if (!wheel) return out;
  if (wheel.boltCircle !== platform.boltCircle)
    out.push({ code: 'bolt-circle', axle, wheel: wheel.boltCircle, vehicle: platform.boltCircle });
  const bore = { axle, wheelMm: wheel.centreBoreMm, hubMm: platform.centreBoreMm };
  if (bore.wheelMm < bore.hubMm) out.push({ code: 'centre-bore', ...bore });
  if (bore.wheelMm > bore.hubMm + BORE_PLAY_MM) out.push({ code: 'centre-bore-loose', ...bore });
  return out;
}
const NO = { verdict: 'no', topic: 'tire', blocks: 'order' } as const;
/** Wheel and tyre on this hub and over these brakes, each axle by itself. */
export const wheelFit = rule<WheelFitFinding>({
  findings: {
    'rim-refused': NO,
    'rim-diameter': NO,
    'rim-over-brakes': NO,
    'bolt-circle': NO,
    'centre-bore': NO,
    'centre-bore-loose': { ...NO, verdict: 'ask' },
  },
  scope: 'plan',
  check: (c) => {
    const { check } = c.tires;
    if (!check) return [];
    const axles = check.differs ? AXLES : (['front'] as const);
    return axles.flatMap((axle) =>
      ofAxle(check[axle], c).map((finding): Raised<WheelFitFinding> => ({
        finding,
        axle: check.differs ? axle : 'both',
      })),
    );
  },
});
