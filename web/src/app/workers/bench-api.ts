import {
  benchAxle,
  benchPose,
  onTheBench,
  type AxleSetup,
  type Bench,
  type BenchInput,
  type BenchPose,
  type ReachFault,
  type Result,
  type RideHeightFault,
} from '@rigger/core';

export interface PosedAt {
  readonly zMm: number;
  readonly rackMm: number;
  readonly rollMm: number;
}
export interface PosedPair {
  readonly now: Result<BenchPose, ReachFault>;
  readonly planned: Result<BenchPose, ReachFault>;
}
/** What the bench asks of its worker. The axle is loaded once; poses of it are then asked for while dragging. */
export interface BenchApi {
  load(input: BenchInput): Result<Bench, RideHeightFault>;
  pose(now: PosedAt, planned: PosedAt): PosedPair | null;
}

export function createBenchApi(): BenchApi {
  let setups: { readonly now: AxleSetup; readonly planned: AxleSetup } | null = null;
  return {
    load(input) {
      const on = onTheBench(input);
      setups = { now: on.axle.today.state.setup, planned: on.planned.state.setup };
      return benchAxle(input, on);
    },
    pose: (now, planned) =>
      setups && { now: benchPose(setups.now, now), planned: benchPose(setups.planned, planned) },
  };
}
