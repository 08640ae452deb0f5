import { createPlansApi } from '../app/workers/plans-api';

/** The worker of plans without a worker: answers in place, asynchronously as the real one does. */
export function startPlansWorker() {
  const api = createPlansApi();
  const later =
    <A extends readonly unknown[], R>(of: (...a: A) => R) =>
    (...a: A) =>
      Promise.resolve().then(() => of(...a));
  return {
    api: {
      load: later((...a: Parameters<typeof api.load>) => {
        api.load(...a);
      }),
      search: later((...a: Parameters<typeof api.search>) => api.search(...a)),
      details: later((...a: Parameters<typeof api.details>) => api.details(...a)),
      built: later((...a: Parameters<typeof api.built>) => api.built(...a)),
      reasons: later((...a: Parameters<typeof api.reasons>) => api.reasons(...a)),
      whyNot: later((...a: Parameters<typeof api.whyNot>) => api.whyNot(...a)),
      sizes: later((...a: Parameters<typeof api.sizes>) => api.sizes(...a)),
      stages: later((...a: Parameters<typeof api.stages>) => api.stages(...a)),
      bindings: later((...a: Parameters<typeof api.bindings>) => api.bindings(...a)),
      worth: later((...a: Parameters<typeof api.worth>) => api.worth(...a)),
      quote: later((...a: Parameters<typeof api.quote>) => api.quote(...a)),
      delivery: later((...a: Parameters<typeof api.delivery>) => api.delivery(...a)),
      week: later((...a: Parameters<typeof api.week>) => api.week(...a)),
      check: later((...a: Parameters<typeof api.check>) => api.check(...a)),
      counter: later((...a: Parameters<typeof api.counter>) => api.counter(...a)),
    },
    stop: () => undefined,
  };
}
