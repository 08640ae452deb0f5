import { TestBed } from '@angular/core/testing';
import { demoJob } from '@rigger/core/testing/demo-world';
import { FakeDrafts, openShop } from '../../testing/shop-bench';
import { NewJobs } from './new-jobs';

beforeEach(() => jest.useFakeTimers());
afterEach(() => jest.useRealTimers());
const settle = (ms = 0) => jest.advanceTimersByTimeAsync(ms);

describe('a new job', () => {
  it('is made at once where the server answers', async () => {
    openShop(demoJob('hut-warden'));
    const jobs = TestBed.inject(NewJobs);
    expect(await jobs.make('Weir keeper')).toEqual({
      id: expect.stringMatching(/^[\da-f-]{36}$/) as unknown,
    });
    expect(jobs.waiting()).toEqual([]);
  });
  it('waits where it does not, through a reload, and is asked for under one id until it is made', async () => {
    const drafts = new FakeDrafts();
    const first = openShop(demoJob('hut-warden'), [], drafts);
    const asked = jest.spyOn(first.api, 'create');
    first.goDown();
    expect(await TestBed.inject(NewJobs).make('Weir keeper')).toEqual({
      keptFor: 'The server does not answer. Nothing is lost; it is tried again.',
    });
    await settle(15_000);
    const ids = asked.mock.calls.map(([, id]) => id);
    expect([ids.length, new Set(ids).size]).toEqual([2, 1]);
    TestBed.resetTestingModule();
    const second = openShop(demoJob('hut-warden'), [], drafts);
    const made = jest.spyOn(second.api, 'create');
    const jobs = TestBed.inject(NewJobs);
    await settle();
    expect(jobs.waiting()).toEqual([{ id: ids[0], customer: 'Weir keeper', refusal: null }]);
    window.dispatchEvent(new Event('online'));
    await settle();
    expect(made).toHaveBeenCalledWith('Weir keeper', ids[0]);
    expect([jobs.waiting(), drafts.fresh]).toEqual([[], []]);
  });
  it.each([
    'starting-up',
    'store-busy',
    'store-failed',
    'too-busy',
    'internal',
    'origin-not-allowed',
  ] as const)('is kept through the answer %s, and made later', async (code) => {
    const drafts = new FakeDrafts();
    const server = openShop(demoJob('hut-warden'), [], drafts);
    const jobs = TestBed.inject(NewJobs);
    server.refuse({ code, message: 'not now' });
    expect(await jobs.make('Weir keeper')).toEqual({ keptFor: 'not now' });
    await settle(60_000);
    expect(jobs.waiting()).toMatchObject([{ customer: 'Weir keeper', refusal: null }]);
    expect(drafts.fresh).toHaveLength(1);
    const made = jest.spyOn(server.api, 'create');
    server.comeBack();
    await settle(15_000);
    expect(made).toHaveBeenCalledTimes(1);
    expect([jobs.waiting(), drafts.fresh]).toEqual([[], []]);
  });
  it('whose words the server refuses is said where they were typed, and not kept', async () => {
    const server = openShop(demoJob('hut-warden'));
    server.refuse({ message: 'has nothing in it that can be read' });
    const jobs = TestBed.inject(NewJobs);
    expect(await jobs.make('\u200b')).toEqual({ refusedFor: 'has nothing in it that can be read' });
    expect(jobs.waiting()).toEqual([]);
  });
  it('that was kept and is refused stays with its words and the reason until a person lets it go', async () => {
    const drafts = new FakeDrafts();
    const server = openShop(demoJob('hut-warden'), [], drafts);
    const jobs = TestBed.inject(NewJobs);
    server.goDown();
    await jobs.make('\u200b');
    await jobs.make('Weir keeper');
    server.refuse({ faults: [{ path: 'customer', message: 'has nothing in it that can be read' }] });
    await settle(15_000);
    expect(jobs.waiting().map((j) => [j.customer, j.refusal])).toEqual([
      ['\u200b', 'has nothing in it that can be read'],
      ['Weir keeper', 'has nothing in it that can be read'],
    ]);
    const [first] = jobs.waiting();
    await jobs.letGo(first!.id);
    server.comeBack();
    await settle(15_000);
    expect([jobs.waiting(), drafts.fresh]).toEqual([[], []]);
  });
});
