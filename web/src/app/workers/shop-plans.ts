import { DestroyRef, inject } from '@angular/core';
import type { Remote } from 'comlink';
import { Shop } from '../data/shop';
import type { PlansApi } from './plans-api';
import { startPlansWorker } from './start-plans-worker';
import { handingOver } from './worker-of';

/** Asks a worker of plans that has the shop as it is open: started for whoever injects it, stopped with it. Null while there is no
 *  shop to ask about. */
export function injectShopPlans(): <T>(of: (api: Remote<PlansApi>) => Promise<T>) => Promise<T | null> {
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
