import { TestbedHarnessEnvironment } from '@angular/cdk/testing/testbed';
import { TestBed } from '@angular/core/testing';
import { MatButtonHarness } from '@angular/material/button/testing';
import { plainJob } from '@rigger/core/testing/demo-world';
import { localDay } from '@rigger/wording';
import { boardRow, openShop } from '../../../testing/shop-bench';
import { Commands } from '../../data/commands';
import { Shop } from '../../data/shop';
import { HeadlineHarness } from '../../ui/headline.harness';
import { Board } from './board';

const inDays = (n: number) => localDay(new Date(Date.now() + n * 86_400_000));

async function show(
  rows: readonly ReturnType<typeof boardRow>[],
  before?: (s: ReturnType<typeof openShop>) => void,
) {
  const server = openShop(plainJob('corvane-halder'));
  server.rows = rows;
  before?.(server);
  TestBed.inject(Shop).load(); // as the application does at its start
  const fixture = TestBed.createComponent(Board);
  await fixture.whenStable();
  const page = fixture.nativeElement as HTMLElement;
  const loader = TestbedHarnessEnvironment.loader(fixture);
  return {
    server,
    fixture,
    page,
    loader,
    text: () => page.textContent.replace(/\s+/g, ' '),
    headline: () => loader.getHarness(HeadlineHarness),
    customersOf: (stage: string) =>
      [...page.querySelectorAll('tbody')]
        .filter((b) => b.querySelector('.stage')?.textContent.trim().startsWith(stage))
        .flatMap((b) => [...b.querySelectorAll('a')].map((a) => a.textContent)),
  };
}

describe('Board', () => {
  it('groups by stage, in the order that the server gave', async () => {
    const b = await show([
      boardRow({ id: '3', customer: 'First', promiseDate: inDays(2) }),
      boardRow({ id: '2', customer: 'Second', promiseDate: inDays(9) }),
      boardRow({ id: '1', customer: 'Third' }),
      boardRow({ id: '4', customer: 'Asked only', stage: 'brief' }),
    ]);
    expect(b.customersOf('Bay')).toEqual(['First', 'Second', 'Third']);
    expect(b.customersOf('Brief')).toEqual(['Asked only']);
    expect(b.customersOf('Done')).toEqual([]);
  });
  it('says on top how many are open, how many lack something, and the next promise', async () => {
    const b = await show([
      boardRow({ id: '1', customer: 'Lacking', lacks: [{ section: 'tape', code: 'corners', count: 4 }] }),
      boardRow({ id: '2', customer: 'Next', promiseDate: inDays(1) }),
      boardRow({ id: '3', customer: 'Long done', stage: 'done', promiseDate: inDays(0) }),
      boardRow({ id: '4', customer: 'Past', promiseDate: inDays(-3) }),
    ]);
    const h = await b.headline();
    expect(await h.sentence()).toBe('3 jobs open; 1 still incomplete.');
    expect(await h.consequence()).toMatch(/^Next promise: Next, \w{3} \d+ \w{3}, in 1 day\.$/);
    expect(b.text()).toContain('4 corners to tape');
    expect(b.page.querySelectorAll('.none')).toHaveLength(3);
  });
  it('a promise that has passed is late, but not when the work is finished', async () => {
    const b = await show([
      boardRow({ id: '1', promiseDate: inDays(-1) }),
      boardRow({ id: '2', promiseDate: inDays(-1), stage: 'follow-up' }),
      boardRow({ id: '3', promiseDate: inDays(0) }),
    ]);
    expect([...b.page.querySelectorAll('td.need')].map((c) => c.textContent)).toEqual([
      expect.stringMatching(/^\w{3} \d+ \w{3}, late$/),
    ]);
    expect(b.text()).toContain(', today');
  });
  it('a vehicle that was not taped settled by its day is late, and one that was is not', async () => {
    const settled = { section: 'tape', code: 'settled-untaped' } as const;
    // the shop of these tests tapes fourteen days after the promise
    const b = await show([
      boardRow({ id: '1', stage: 'follow-up', promiseDate: inDays(-15), lacks: [settled] }),
      boardRow({ id: '2', stage: 'follow-up', promiseDate: inDays(-14), lacks: [settled] }),
      boardRow({ id: '3', stage: 'follow-up', promiseDate: inDays(-15) }),
    ]);
    expect([...b.page.querySelectorAll('td.need')].map((c) => c.textContent)).toEqual([
      expect.stringMatching(/^settled by \w{3} \d+ \w{3}, late$/),
    ]);
    expect(b.text()).toMatch(/settled by \w{3} \d+ \w{3}, today/);
    expect(b.text()).toContain('to tape settled');
  });
  it('with nothing on it, it says how to begin', async () => {
    const b = await show([]);
    expect(await (await b.headline()).sentence()).toBe('No job is open.');
    expect(b.text()).toContain('Press n for the first one, or read a job file');
  });
  it('stands under the name of the shop, or of the program where none is set', async () => {
    const b = await show([]);
    expect(b.text()).toContain('Tarn & Gantry OutfittingSkerrow · board');
  });
  it('a server that does not answer is said, and asked again', async () => {
    const b = await show([boardRow({})], (s) => {
      s.goDown();
    });
    expect(b.page.querySelector('[role=alert]')!.textContent).toContain('The server does not answer');
    b.server.comeBack();
    await (await b.loader.getHarness(MatButtonHarness.with({ text: 'Try again' }))).click();
    expect(b.customersOf('Bay')).toEqual(['Farm vet']);
    expect(b.page.querySelector('[role=alert]')).toBeNull();
  });
  it('hands a picked file on, and can take the same file a second time', async () => {
    const b = await show([]);
    const read = jest.spyOn(TestBed.inject(Commands), 'readFile').mockResolvedValue();
    const input = b.page.querySelector<HTMLInputElement>('input[type=file]')!;
    const opened = jest.spyOn(input, 'click').mockImplementation(() => undefined);
    await (await b.loader.getHarness(MatButtonHarness.with({ text: 'Read a job file' }))).click();
    expect(opened).toHaveBeenCalledTimes(1);
    const file = new File(['{}'], 'job.json');
    Object.defineProperty(input, 'files', { value: [file], configurable: true });
    input.dispatchEvent(new Event('change'));
    expect(read).toHaveBeenCalledWith(file);
    Object.defineProperty(input, 'files', { value: [] });
    input.dispatchEvent(new Event('change'));
    expect(read).toHaveBeenCalledTimes(1);
  });
});
