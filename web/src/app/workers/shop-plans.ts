import { DestroyRef, inject } from '@angular/core';
import { proxy, type Remote } from 'comlink';
import { Observable } from 'rxjs';
import { Shop } from '../data/shop';
import type { PlansApi } from './plans-api';
import { startPlansWorker } from './start-plans-worker';
import { handingOver } from './worker-of';

export type AskPlans = <T>(of: (api: Remote<PlansApi>) => Promise<T>) => Promise<T | null>;
/** What a search hears on its way, and its end; what comes after nobody listens is dropped. */
export const heard = <T>(
  ask: AskPlans,
  of: (api: Remote<PlansApi>, hears: (so: T) => void) => Promise<T | null>,
): Observable<T> =>
  new Observable((out) => {
    void ask((api) =>
      of(
        api,
        proxy((so: T) => {
          out.next(so);
        }),
      ),
    )
      .then((last) => {
        if (last) out.next(last);
        out.complete();
      })
      .catch((e: unknown) => {
        out.error(e);
      });
  });
/** Asks a worker of plans that has the shop as it is open: started for whoever injects it, stopped with it. Null while there is no
 *  shop to ask about. */
export function injectShopPlans(): AskPlans {
  const shop = inject(Shop);
  const { api, stop } = startPlansWorker();
  const load = handingOver((...of: Parameters<typeof api.load>) => api.load(...of));
  inject(DestroyRef).onDestroy(stop);
  return async (of) => {
    const [catalogue, settings] = [shop.catalogue(), shop.settings()];
    if (!catalogue || !settings) return null;
    await load(catalogue, settings);
    return of(api);
  };
}
