import type { Remote } from 'comlink';
import type { MatchApi } from './match-api';
import { workerOf } from './worker-of';

export interface MatchWorker {
  readonly api: Remote<MatchApi>;
  readonly stop: () => void;
}
/** Starts the matcher's worker; alone in its file so that a test can put something else in its place. */
export function startMatchWorker(): MatchWorker {
  const { api, end } = workerOf<MatchApi>(
    new Worker(new URL('./match.worker', import.meta.url), { type: 'module' }),
  );
  return { api, stop: end };
}
