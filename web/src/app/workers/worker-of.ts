import { releaseProxy, wrap, type Remote } from 'comlink';

/** The functions of a worker, called from here. A worker that cannot start, or throws outside a call, would leave whoever asked it
 *  waiting for ever: every call that waits then fails, and so does every later one. After `end` nobody is there to be told: a call that
 *  a late message still makes is never answered. */
export function workerOf<T>(worker: Worker): { readonly api: Remote<T>; readonly end: () => void } {
  const remote = wrap<T>(worker);
  const broken = new Promise<never>((_, reject) => {
    worker.addEventListener('error', (e) => {
      e.preventDefault(); // told to the person by the screen that waits for it
      reject(new Error(e.message || 'the worker did not start'));
    });
  });
  broken.catch(() => undefined); // nobody may be waiting
  let ended = false;
  const api = new Proxy(remote, {
    get(target, name) {
      if (ended) return () => new Promise<never>(() => undefined);
      const call = Reflect.get(target, name) as unknown;
      return typeof name === 'string' && typeof call === 'function'
        ? (...args: unknown[]) => Promise.race([Reflect.apply(call, target, args) as unknown, broken])
        : call;
    },
  });
  return {
    api,
    end: () => {
      ended = true;
      remote[releaseProxy]();
      worker.terminate();
    },
  };
}

/** Hands the shop to a worker when it is another one than the worker has. */
export function handingOver<S extends readonly unknown[]>(
  load: (...shop: S) => Promise<unknown>,
): (...shop: S) => Promise<void> {
  let has: readonly unknown[] = [];
  return async (...shop) => {
    if (shop.every((x, i) => x === has[i])) return;
    await load(...shop);
    has = shop;
  };
}
