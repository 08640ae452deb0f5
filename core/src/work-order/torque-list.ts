import type { Fastening, Torque } from './fastening';
import type { WorkPlan } from './step';

/** Every torque of a plan with the step that brings it, the surest word first: a part maker's leaflet, the platform's record, an
 *  estimate, and what has to be looked up. */
export interface TorqueLine {
  readonly step: number;
  readonly fastening: Fastening;
}
const RANK: Readonly<Record<'part-maker' | 'platform' | 'estimate' | 'manual', number>> = {
  'part-maker': 0,
  platform: 1,
  estimate: 2,
  manual: 3,
};
const rankOf = (t: Torque): number => RANK[t.kind === 'figure' ? t.source : t.kind];
export const torqueList = (plan: Pick<WorkPlan, 'steps'>): readonly TorqueLine[] =>
  plan.steps
    .flatMap((s) => s.fastenings.map((fastening) => ({ step: s.number, fastening })))
    .sort((x, y) => rankOf(x.fastening.torque) - rankOf(y.fastening.torque) || x.step - y.step);
