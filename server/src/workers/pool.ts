import type {
  ClearanceRequest,
  ClearanceResult,
  KinematicsRequest,
  KinematicsResult,
  RideHeightRequest,
  RideHeightResult,
} from '@rigger/core';
import { Piscina } from 'piscina';
import { AppError } from '../errors';
import type { ComputeAnswer, ComputeTask } from './compute-worker';
import type { PrintTask } from './sheet-worker';

export interface SheetPrinter {
  readonly print: (task: PrintTask, signal?: AbortSignal) => Promise<Uint8Array>;
  readonly close: () => Promise<void>;
}
export interface Computer {
  readonly kinematics: (request: KinematicsRequest, signal?: AbortSignal) => Promise<KinematicsResult>;
  readonly rideHeight: (request: RideHeightRequest, signal?: AbortSignal) => Promise<RideHeightResult>;
  readonly clearance: (request: ClearanceRequest, signal?: AbortSignal) => Promise<ClearanceResult>;
  readonly close: () => Promise<void>;
}
/** under tsx this module is pool.ts, in the bundle it is part of main.js */
const ext = import.meta.url.endsWith('.ts') ? 'ts' : 'js';
const MAX_WAITING = 32;

interface WorkerPool<Task, Answer> {
  readonly run: (task: Task, signal?: AbortSignal) => Promise<Answer>;
  readonly close: () => Promise<void>;
}
/** One worker of a kind; a request that goes away cancels its task, a full queue is said and not waited for. */
function workerPool<Task, Answer>(name: string): WorkerPool<Task, Answer> {
  const pool = new Piscina<Task, Answer>({
    filename: new URL(`./${name}.${ext}`, import.meta.url).href,
    ...(ext === 'ts' ? { execArgv: ['--import', 'tsx'] } : {}),
    minThreads: 0,
    maxThreads: 1,
    idleTimeout: 60_000,
    maxQueue: MAX_WAITING,
  });
  return {
    run: async (task, signal) => {
      if (pool.queueSize >= MAX_WAITING) throw new AppError('too-busy');
      return pool.run(task, signal ? { signal } : {});
    },
    close: () => pool.close(),
  };
}

/** The pool in which sheets and cards are rendered. */
export function createSheetPrinter(): SheetPrinter {
  const pool = workerPool<PrintTask, Uint8Array>('sheet-worker');
  return { print: pool.run, close: pool.close };
}
/** The pool in which kinematics and ride heights are computed. */
export function createComputer(): Computer {
  const pool = workerPool<ComputeTask, ComputeAnswer>('compute-worker');
  return {
    kinematics: async (request, signal) =>
      (await pool.run({ kind: 'kinematics', request }, signal)) as KinematicsResult,
    rideHeight: async (request, signal) =>
      (await pool.run({ kind: 'ride-height', request }, signal)) as RideHeightResult,
    clearance: async (request, signal) =>
      (await pool.run({ kind: 'clearance', request }, signal)) as ClearanceResult,
    close: pool.close,
  };
}
