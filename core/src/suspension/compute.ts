import { addedWheelLoadsN, type PlacedMass } from './axle-loads';
import { axleFigures, type AxleFigures } from './axle-figures';
import { prepareAxle } from './axle-case';
import type { AxleEffect } from './edits';
import type { Hardpoints } from './hardpoints';
import { poseAt } from './pose-at';
import type { RideHeightFault } from './ride-height';
import type { ReachFault, Target } from './solve-carrier';
import { wheelFigures, type WheelFigures } from './wheel-figures';

/** A model with its edits, and where its figures are wanted. */
export interface KinematicsRequest {
  readonly hardpoints: Hardpoints;
  readonly subframePoints: readonly string[];
  readonly edits: readonly AxleEffect[];
  readonly samples: readonly Target[];
}
export type KinematicsRow =
  | (Target & { readonly ok: true; readonly figures: WheelFigures | AxleFigures })
  | (Target & { readonly ok: false; readonly fault: ReachFault });
export interface KinematicsResult {
  readonly rows: readonly KinematicsRow[];
}
/** Figures of an edited model at each sample; a sample out of reach says which member and how far it goes. */
export function computeKinematics(request: KinematicsRequest): KinematicsResult {
  const { hardpoints, subframePoints } = request;
  // no spring is asked about: any will do
  const spring = { rateNPerMm: 1, stockLoadN: 1, fitted: [], loadN: 1 };
  const { model } = prepareAxle({ hardpoints, subframePoints, ...spring }).evaluate(request.edits).setup;
  return {
    rows: request.samples.map((s): KinematicsRow => {
      const pose = poseAt(model, s.zMm, s.rackMm, s.rollMm);
      if (!pose.ok) return { ...s, ok: false, fault: pose.fault };
      const figures = model.beam ? axleFigures(model, pose.value) : wheelFigures(model, pose.value, s.rackMm);
      return { ...s, ok: true, figures };
    }),
  };
}

export interface RideHeightRequest {
  readonly hardpoints: Hardpoints;
  readonly subframePoints: readonly string[];
  readonly edits: readonly AxleEffect[];
  readonly springRateNPerMm: number;
  /** of one wheel, stock, N */
  readonly sprungLoadN: number;
  readonly wheelbaseMm: number;
  readonly addedMass: readonly PlacedMass[];
}
export type RideHeightResult =
  | {
      readonly ok: true;
      readonly zMm: number;
      readonly liftMm: number;
      readonly freeLengthMm: number;
      readonly springLengthMm: number;
      readonly springForceN: number;
      readonly motionRatio: number;
      readonly wheelRateNPerMm: number;
    }
  | { readonly ok: false; readonly fault: RideHeightFault };
/** Balance of an edited axle under its load; the stock spring's free length follows from its balance at design height. */
export function computeRideHeight(request: RideHeightRequest): RideHeightResult {
  const axle = prepareAxle({
    hardpoints: request.hardpoints,
    subframePoints: request.subframePoints,
    rateNPerMm: request.springRateNPerMm,
    stockLoadN: request.sprungLoadN,
    fitted: [],
    loadN: request.sprungLoadN,
  });
  const { setup, under } = axle.evaluate(request.edits);
  const side = request.hardpoints.axle === 'front' ? 'frontN' : 'rearN';
  const load = request.sprungLoadN + addedWheelLoadsN(request.addedMass, request.wheelbaseMm)[side];
  const r = under(load);
  if (!r.ok) return r;
  const { zMm, springLengthMm, springForceN, motionRatio, wheelRateNPerMm } = r.value;
  return {
    ok: true,
    zMm,
    liftMm: 0 - zMm,
    freeLengthMm: setup.spring.freeLengthMm,
    springLengthMm,
    springForceN,
    motionRatio,
    wheelRateNPerMm,
  };
}
