import { workerOf } from './worker-of';

interface Api {
  answer: (n: number) => Promise<number>;
}
/** a worker that never answers, and breaks when told */
class Silent extends EventTarget {
  readonly terminate = jest.fn();
  readonly postMessage = jest.fn();
  break(message: string) {
    const event = Object.assign(new Event('error', { cancelable: true }), { message });
    this.dispatchEvent(event);
    return event;
  }
}

describe('a worker that throws outside a call', () => {
  it('fails the call that waits and every later one, and is not left to the console', async () => {
    const worker = new Silent();
    const { api, end } = workerOf<Api>(worker as unknown as Worker);
    const waiting = api.answer(1);
    expect(worker.break('broken').defaultPrevented).toBe(true);
    await expect(waiting).rejects.toThrow('broken');
    await expect(api.answer(2)).rejects.toThrow('broken');
    end();
    expect(worker.terminate).toHaveBeenCalled();
  });
  it('that does not say why has words all the same', async () => {
    const worker = new Silent();
    const { api } = workerOf<Api>(worker as unknown as Worker);
    const waiting = api.answer(1);
    worker.break('');
    await expect(waiting).rejects.toThrow('did not start');
  });
});
