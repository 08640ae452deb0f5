import {
  add,
  evenGrid,
  stockAxle,
  withEffects,
  type AxleEffect,
  type AxleSetup,
  type Hardpoints,
  type ReachFault,
} from '../suspension';
import type { Obstacle } from './obstacle';
import { rubMap, type WorstPlace } from './rub-map';
import type { TireBody } from './tire-body';

export interface EvenRange {
  readonly fromMm: number;
  readonly toMm: number;
  readonly points: number;
}
export interface ClearanceRequest {
  readonly hardpoints: Hardpoints;
  readonly subframePoints: readonly string[];
  readonly edits: readonly AxleEffect[];
  readonly tire: TireBody;
  readonly outboardMm: number;
  readonly travel: EvenRange;
  /** rack, mm; of an axle beam that steers: turn about its kingpins, deg. A beam is moved in heave. */
  readonly rack: EvenRange;
  readonly obstacles: readonly Obstacle[];
}
export type ClearanceResult =
  | {
      readonly ok: true;
      readonly zMm: readonly number[];
      readonly rackMm: readonly number[];
      readonly clearanceMm: readonly (readonly (number | null)[])[];
      /** one per obstacle that some reached pose sees */
      readonly worst: readonly WorstPlace[];
      readonly rubShare: number;
    }
  | { readonly ok: false; readonly fault: ReachFault };

/** Obstacles where an edited axle has them: the body stands a body lift higher over the axle, the subframe hangs lower. */
export const placedOn = (setup: AxleSetup, obstacles: readonly Obstacle[]): readonly Obstacle[] =>
  obstacles.map((o) => {
    const up =
      o.carriedBy === 'body' ? setup.bodyLiftMm : o.carriedBy === 'subframe' ? -setup.subframeDropMm : 0;
    return up === 0 ? o : { ...o, points: o.points.map((p) => add(p, [0, 0, up])) };
  });

/** The rub map of an edited model, on an even grid with both ends. */
export function computeClearance(r: ClearanceRequest): ClearanceResult {
  const setup = withEffects(stockAxle({ ...r, rateNPerMm: 1, loadN: 1 }), r.edits);
  const { model } = setup;
  const grid = {
    zMm: evenGrid(r.travel.fromMm, r.travel.toMm, r.travel.points),
    across: evenGrid(r.rack.fromMm, r.rack.toMm, r.rack.points),
    acrossIs: model.carrier.kingpinLeftLower ? ('kingpin-deg' as const) : ('rack-mm' as const),
    othersMm: ['same' as const],
  };
  const map = rubMap(
    { model, tire: r.tire, barrel: null, outboardMm: r.outboardMm, obstacles: placedOn(setup, r.obstacles) },
    grid,
  );
  if (!map.ok) {
    if (map.fault.code === 'stopped') throw new Error('a map without a progress listener cannot be stopped');
    return { ok: false, fault: map.fault };
  }
  const { clearanceMm, worst, rubShare } = map.value;
  return {
    ok: true,
    zMm: grid.zMm,
    rackMm: grid.across,
    clearanceMm,
    worst: worst.filter((w) => Number.isFinite(w.clearanceMm)),
    rubShare,
  };
}
