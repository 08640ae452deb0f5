import type { Remote } from 'comlink';
import type { BenchApi } from './bench-api';
import { workerOf } from './worker-of';

export interface BenchWorker {
  readonly api: Remote<BenchApi>;
  readonly stop: () => void;
}
/** Starts the bench's worker; alone in its file so that a test can put something else in its place. */
export function startBenchWorker(): BenchWorker {
  const { api, end } = workerOf<BenchApi>(
    new Worker(new URL('./bench.worker', import.meta.url), { type: 'module' }),
  );
  return { api, stop: end };
}
