import { proxy, releaseProxy, wrap, type Remote } from 'comlink';
import type { RubProgress } from '@rigger/core';
import type { RubApi } from './rub-api';

export interface RubWorker {
  readonly api: Pick<Remote<RubApi>, 'study' | 'stop' | 'pose' | 'compare'>;
  /** a listener as the worker takes it */
  readonly listener: (told: (p: RubProgress) => void) => (p: RubProgress) => void;
  readonly end: () => void;
}
/** Starts the rub map's worker; alone in its file so that a test can put something else in its place. */
export function startRubWorker(): RubWorker {
  const worker = new Worker(new URL('./rub.worker', import.meta.url), { type: 'module' });
  const api = wrap<RubApi>(worker);
  return {
    api,
    listener: (told) => proxy(told),
    end: () => {
      api[releaseProxy]();
      worker.terminate();
    },
  };
}
