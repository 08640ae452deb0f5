import { releaseProxy, wrap, type Remote } from 'comlink';
import type { BenchApi } from './bench-api';

export interface BenchWorker {
  readonly api: Remote<BenchApi>;
  readonly stop: () => void;
}
/** Starts the bench's worker; alone in its file so that a test can put something else in its place. */
export function startBenchWorker(): BenchWorker {
  const worker = new Worker(new URL('./bench.worker', import.meta.url), { type: 'module' });
  const api = wrap<BenchApi>(worker);
  return {
    api,
    stop: () => {
      api[releaseProxy]();
      worker.terminate();
    },
  };
}
