import {
  ClearanceRequestSchema,
  ClearanceResultSchema,
  faultsOf,
  KinematicsRequestSchema,
  KinematicsResultSchema,
  RideHeightRequestSchema,
  RideHeightResultSchema,
  TireRequestSchema,
  TireResultSchema,
  type ErrorCode,
  type Fault,
} from '@rigger/contracts';
import { computeClearance, computeKinematics, computeRideHeight, computeTire } from '@rigger/core';
import type * as z from 'zod';
import { costMs, type ComputeKind } from '../services/cost';

export interface ComputeTask {
  readonly kind: ComputeKind;
  /** the body as it came in */
  readonly text: Uint8Array;
  /** work that is estimated to take longer is handed back undone, ms */
  readonly upToMs: number;
}
export type ComputeAnswer =
  | { readonly kind: 'done'; readonly body: string }
  | { readonly kind: 'longer'; readonly estimateMs: number }
  | { readonly kind: 'refused'; readonly code: ErrorCode; readonly faults: Fault[] };

interface Work {
  readonly request: z.ZodType;
  readonly result: z.ZodType;
  readonly compute: (request: never) => unknown;
}
const WORK: Readonly<Record<ComputeKind, Work>> = {
  kinematics: {
    request: KinematicsRequestSchema,
    result: KinematicsResultSchema,
    compute: computeKinematics,
  },
  'ride-height': {
    request: RideHeightRequestSchema,
    result: RideHeightResultSchema,
    compute: computeRideHeight,
  },
  clearance: { request: ClearanceRequestSchema, result: ClearanceResultSchema, compute: computeClearance },
  tire: { request: TireRequestSchema, result: TireResultSchema, compute: computeTire },
};

/** Reads a request, holds it to its contract, computes and writes the answer; runs in the worker pool, so that the server's own
 *  thread sees bytes only. */
export default function compute({ kind, text, upToMs }: ComputeTask): ComputeAnswer {
  const work = WORK[kind];
  let body: unknown;
  try {
    body = JSON.parse(new TextDecoder('utf-8', { fatal: true }).decode(text));
  } catch {
    return { kind: 'refused', code: 'body-not-json', faults: [] };
  }
  const request = work.request.safeParse(body);
  if (!request.success) return { kind: 'refused', code: 'entry-invalid', faults: faultsOf(request.error) };
  const estimateMs = costMs(kind, request.data);
  if (estimateMs > upToMs) return { kind: 'longer', estimateMs };
  const answer = work.result.safeParse(work.compute(request.data as never));
  return answer.success
    ? { kind: 'done', body: JSON.stringify(answer.data) }
    : // what is computed from a client's values can leave every sensible range: that is said, with the figure's name
      { kind: 'refused', code: 'answer-out-of-range', faults: faultsOf(answer.error) };
}
