import { workerOf } from './worker-of';

interface Api {
  double(n: number): number;
}
/** A worker by hand: what it is sent is kept, what it says is told. */
class ByHand extends EventTarget {
  readonly sent: { readonly id: string }[] = [];
  stopped = false;
  postMessage(message: { readonly id: string }): void {
    this.sent.push(message);
  }
  start(): void {
    // nothing to open
  }
  terminate(): void {
    this.stopped = true;
  }
  answer(value: unknown): void {
    const { id } = this.sent.at(-1)!;
    this.dispatchEvent(new MessageEvent('message', { data: { id, type: 'RAW', value } }));
  }
}
const open = () => {
  const hand = new ByHand();
  return { hand, ...workerOf<Api>(hand as unknown as Worker) };
};
const settled = (p: Promise<unknown>) =>
  Promise.race([p.then(String, (e: unknown) => String(e)), new Promise((r) => setTimeout(r, 20, 'waits'))]);

it('a call is answered by the worker', async () => {
  const { hand, api } = open();
  const asked = api.double(2);
  hand.answer(4);
  await expect(settled(asked)).resolves.toBe('4');
});
it('a worker that breaks fails every call that waits, and every later one', async () => {
  const { hand, api } = open();
  const asked = api.double(2);
  hand.dispatchEvent(Object.assign(new Event('error', { cancelable: true }), { message: 'gone wrong' }));
  await expect(settled(asked)).resolves.toContain('gone wrong');
  await expect(settled(api.double(3))).resolves.toContain('gone wrong');
});
it('after its end a late call is no error: it is never answered, and the worker is stopped', async () => {
  const { hand, api, end } = open();
  end();
  expect(hand.stopped).toBe(true);
  await expect(settled(api.double(2))).resolves.toBe('waits');
});
