import { releaseProxy, wrap, type Remote } from 'comlink';
import type { MatchApi } from './match-api';

export interface MatchWorker {
  readonly api: Remote<MatchApi>;
  readonly stop: () => void;
}
/** Starts the matcher's worker; alone in its file so that a test can put something else in its place. */
export function startMatchWorker(): MatchWorker {
  const worker = new Worker(new URL('./match.worker', import.meta.url), { type: 'module' });
  const api = wrap<MatchApi>(worker);
  return {
    api,
    stop: () => {
      api[releaseProxy]();
      worker.terminate();
    },
  };
}
