import { createBenchApi } from '../app/workers/bench-api';

/** The bench's worker without a worker: answers in place, asynchronously as the real one does. */
export function startBenchWorker() {
  const api = createBenchApi();
  return {
    api: {
      load: (...a: Parameters<typeof api.load>) => Promise.resolve(api.load(...a)),
      pose: (...a: Parameters<typeof api.pose>) => Promise.resolve(api.pose(...a)),
    },
    stop: () => undefined,
  };
}
