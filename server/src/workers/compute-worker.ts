import {
  computeClearance,
  computeKinematics,
  computeRideHeight,
  type ClearanceRequest,
  type ClearanceResult,
  type KinematicsRequest,
  type KinematicsResult,
  type RideHeightRequest,
  type RideHeightResult,
} from '@rigger/core';

export type ComputeTask =
  | { readonly kind: 'kinematics'; readonly request: KinematicsRequest }
  | { readonly kind: 'ride-height'; readonly request: RideHeightRequest }
  | { readonly kind: 'clearance'; readonly request: ClearanceRequest };

export type ComputeAnswer = KinematicsResult | RideHeightResult | ClearanceResult;

/** The core's long sums; runs in the worker pool. */
export default function compute(task: ComputeTask): ComputeAnswer {
  switch (task.kind) {
    case 'kinematics':
      return computeKinematics(task.request);
    case 'ride-height':
      return computeRideHeight(task.request);
    case 'clearance':
      return computeClearance(task.request);
  }
}
