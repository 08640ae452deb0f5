import {
  add,
  type Vec3,
  evenGrid,
  prepareAxle,
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

/** Obstacles where an edited axle has them: the body stands a body lift higher over the axle, the subframe hangs lower, and
 *  what sits on the hub moved with it. */
export const placedOn = (setup: AxleSetup, obstacles: readonly Obstacle[]): readonly Obstacle[] =>
  obstacles.map((o) => {
    const by: Vec3 =
      o.carriedBy === 'body'
        ? [0, 0, setup.bodyLiftMm]
        : o.carriedBy === 'subframe'
          ? [0, 0, -setup.subframeDropMm]
          : o.carriedBy === 'knuckle'
            ? setup.hubMovedMm
            : [0, 0, 0];
    return by.every((v) => v === 0) ? o : { ...o, points: o.points.map((p) => add(p, by)) };
  });

/** The rub map of an edited model, on an even grid with both ends. */
export function computeClearance(r: ClearanceRequest): ClearanceResult {
  const { hardpoints, subframePoints } = r;
  // no spring is asked about: any will do
  const spring = { rateNPerMm: 1, stockLoadN: 1, fitted: [], loadN: 1 };
  const { setup } = prepareAxle({ hardpoints, subframePoints, ...spring }).evaluate(r.edits);
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
