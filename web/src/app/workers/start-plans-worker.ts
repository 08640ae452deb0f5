import type { Remote } from 'comlink';
import type { PlansApi } from './plans-api';
import { workerOf } from './worker-of';

export interface PlansWorker {
  readonly api: Remote<PlansApi>;
  readonly stop: () => void;
}
/** Starts the worker of plans; alone in its file so that a test can put something else in its place. */
export function startPlansWorker(): PlansWorker {
  const { api, end } = workerOf<PlansApi>(
    new Worker(new URL('./plans.worker', import.meta.url), { type: 'module' }),
  );
  return { api, stop: end };
}
