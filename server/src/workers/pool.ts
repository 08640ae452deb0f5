import type { SearchProgress } from '@rigger/core';
import { MessageChannel, type MessagePort } from 'node:worker_threads';
import { Piscina } from 'piscina';
import { AppError } from '../errors';
import { MOST_MS, QUICK_MS, TIME_LIMIT_MS, type ComputeKind } from '../services/cost';
import type { ComputeAnswer, ComputeTask } from './compute-worker';
import type { PrintTask } from '../services/printable';
import type { PlansTask } from './plans-worker';
import type { Printed } from './sheet-worker';

export interface SheetPrinter {
  readonly print: (task: PrintTask, signal?: AbortSignal) => Promise<Printed>;
  readonly close: () => Promise<void>;
}
export interface Computer {
  /** whether one more request of this client is taken; asked before its body is read */
  readonly admits: (client: string) => boolean;
  /** the answer as JSON text */
  readonly compute: (
    kind: ComputeKind,
    text: Uint8Array,
    client: string,
    signal: AbortSignal,
  ) => Promise<string>;
  readonly close: () => Promise<void>;
}
export interface Planner {
  /** the plans of a job; `hears`: what is known while they are searched. Null without a vehicle */
  readonly search: (
    task: Omit<PlansTask, 'port'>,
    hears: (told: SearchProgress) => void,
    signal: AbortSignal,
  ) => Promise<SearchProgress | null>;
  readonly close: () => Promise<void>;
}
/** under tsx this module is pool.ts, in the bundle it is part of main.js */
const ext = import.meta.url.endsWith('.ts') ? 'ts' : 'js';
/** requests that may wait in a lane, and of one client in all */
const MAX_WAITING = 32;
const MAX_OF_A_CLIENT = 16;

/** a worker tidies up before it grows beyond this; what needs more is refused */
const MEMORY = { maxOldGenerationSizeMb: 384, maxYoungGenerationSizeMb: 128 };

/** axles of many plans are remembered while they are searched */
/** what is found is told all the while, and a screen that leaves stops it */
const PLANS_MS = 90_000;
const PLANS_MEMORY = { maxOldGenerationSizeMb: 1024, maxYoungGenerationSizeMb: 64 };

interface Lane<Task, Answer> {
  readonly waiting: () => number;
  readonly run: (task: Task, signal?: AbortSignal, transfer?: readonly MessagePort[]) => Promise<Answer>;
  readonly close: () => Promise<void>;
}
/** One worker of a kind; a request that goes away cancels its task, a full queue is said and not waited for, and what runs too
 *  long is stopped with its worker. */
function lane<Task, Answer>(
  name: string,
  resourceLimits = MEMORY,
  limitMs = TIME_LIMIT_MS,
): Lane<Task, Answer> {
  const pool = new Piscina<Task, Answer>({
    filename: new URL(`./${name}.${ext}`, import.meta.url).href,
    ...(ext === 'ts' ? { execArgv: ['--import', 'tsx'] } : {}),
    minThreads: 0,
    maxThreads: 1,
    idleTimeout: 60_000,
    maxQueue: MAX_WAITING,
    resourceLimits,
  });
  return {
    waiting: () => pool.queueSize,
    async run(task, signal, transfer) {
      if (pool.queueSize >= MAX_WAITING) throw new AppError('too-busy');
      const limit = AbortSignal.timeout(limitMs + pool.queueSize * limitMs);
      try {
        return await pool.run(task, {
          signal: signal ? AbortSignal.any([signal, limit]) : limit,
          ...(transfer ? { transferList: [...transfer] } : {}),
        });
      } catch (error) {
        if (limit.aborted && !signal?.aborted) throw new AppError('took-too-long');
        if ((error as { code?: string }).code === 'ERR_WORKER_OUT_OF_MEMORY')
          throw new AppError('too-costly');
        throw error;
      }
    },
    close: () => pool.destroy(),
  };
}

/** The pool in which sheets, cards and lists are computed and rendered. */
export function createSheetPrinter(): SheetPrinter {
  const pool = lane<PrintTask, Printed>('sheet-worker');
  return { print: pool.run, close: pool.close };
}
/** The lane in which plans are searched. */
export function createPlanner(): Planner {
  const pool = lane<PlansTask, SearchProgress | null>('plans-worker', PLANS_MEMORY, PLANS_MS);
  return {
    async search(task, hears, signal) {
      const { port1, port2 } = new MessageChannel();
      port1.on('message', hears);
      try {
        return await pool.run({ ...task, port: port2 }, signal, [port2]);
      } finally {
        port1.close();
      }
    },
    close: pool.close,
  };
}
/** Two lanes of the core's long sums: what is short never waits behind what is long. */
export function createComputer(): Computer {
  const quick = lane<ComputeTask, ComputeAnswer>('compute-worker');
  const long = lane<ComputeTask, ComputeAnswer>('compute-worker');
  const ofClient = new Map<string, number>();
  const count = (client: string, by: number) => {
    const now = (ofClient.get(client) ?? 0) + by;
    if (now > 0) ofClient.set(client, now);
    else ofClient.delete(client);
  };
  return {
    admits: (client) =>
      (ofClient.get(client) ?? 0) < MAX_OF_A_CLIENT &&
      quick.waiting() < MAX_WAITING &&
      long.waiting() < MAX_WAITING,
    async compute(kind, text, client, signal) {
      count(client, 1);
      try {
        let answer = await quick.run({ kind, text, upToMs: QUICK_MS }, signal);
        if (answer.kind === 'longer') {
          if (answer.estimateMs > MOST_MS) throw tooCostly(answer.estimateMs);
          answer = await long.run({ kind, text, upToMs: MOST_MS }, signal);
        }
        if (answer.kind === 'done') return answer.body;
        if (answer.kind === 'longer') throw tooCostly(answer.estimateMs);
        throw new AppError(answer.code, undefined, answer.faults.length > 0 ? { faults: answer.faults } : {});
      } finally {
        count(client, -1);
      }
    },
    close: async () => {
      await Promise.all([quick.close(), long.close()]);
    },
  };
}
const tooCostly = (estimateMs: number) =>
  new AppError(
    'too-costly',
    `This would take about ${(estimateMs / 1000).toFixed(1)} s of computing; ${MOST_MS / 1000} s is the most. Ask for one ${Math.ceil(estimateMs / MOST_MS)}th: fewer points of travel and rack, or fewer obstacle points.`,
  );
