import { createMatchApi } from '../app/workers/match-api';

/** The matcher's worker without a worker: answers in place, asynchronously as the real one does. */
export function startMatchWorker() {
  const api = createMatchApi();
  return {
    api: {
      load: (...a: Parameters<typeof api.load>) => {
        api.load(...a);
        return Promise.resolve();
      },
      match: (...a: Parameters<typeof api.match>) => Promise.resolve(api.match(...a)),
    },
    stop: () => undefined,
  };
}
