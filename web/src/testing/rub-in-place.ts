import { createRubApi } from '../app/workers/rub-api';

/** The rub map's worker without a worker: answers in place, asynchronously as the real one does. */
export function startRubWorker() {
  const api = createRubApi();
  return {
    api: {
      study: (...a: Parameters<typeof api.study>) => api.study(...a),
      stop: () => {
        api.stop();
        return Promise.resolve();
      },
      pose: (...a: Parameters<typeof api.pose>) => Promise.resolve(api.pose(...a)),
      compare: (...a: Parameters<typeof api.compare>) => Promise.resolve(api.compare(...a)),
    },
    listener: <T>(told: T) => told,
    end: () => undefined,
  };
}
