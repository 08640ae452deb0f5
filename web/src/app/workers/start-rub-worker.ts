import { proxy, type Remote } from 'comlink';
import type { RubProgress } from '@rigger/core';
import type { RubApi } from './rub-api';
import { workerOf } from './worker-of';

export interface RubWorker {
  readonly api: Pick<Remote<RubApi>, 'study' | 'stop' | 'pose' | 'compare'>;
  /** a listener as the worker takes it */
  readonly listener: (told: (p: RubProgress) => void) => (p: RubProgress) => void;
  readonly end: () => void;
}
/** Starts the rub map's worker; alone in its file so that a test can put something else in its place. */
export function startRubWorker(): RubWorker {
  const { api, end } = workerOf<RubApi>(
    new Worker(new URL('./rub.worker', import.meta.url), { type: 'module' }),
  );
  return { api, listener: (told) => proxy(told), end };
}
