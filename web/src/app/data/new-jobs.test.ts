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
    expect(await jobs.make('Weir keeper')).toMatch(/^[\da-f-]{36}$/);
    expect(jobs.waiting()).toEqual([]);
  });
  it('waits where it does not, through a reload, and is asked for under one id until it is made', async () => {
    const drafts = new FakeDrafts();
    const first = openShop(demoJob('hut-warden'), [], drafts);
    const asked = jest.spyOn(first.api, 'create');
    first.goDown();
    expect(await TestBed.inject(NewJobs).make('Weir keeper')).toBeNull();
    await settle(15_000);
    const ids = asked.mock.calls.map(([, id]) => id);
    expect([ids.length, new Set(ids).size]).toEqual([2, 1]);
    TestBed.resetTestingModule();
    const second = openShop(demoJob('hut-warden'), [], drafts);
    const made = jest.spyOn(second.api, 'create');
    const jobs = TestBed.inject(NewJobs);
    await settle();
    expect(jobs.waiting()).toEqual([{ id: ids[0], customer: 'Weir keeper' }]);
    window.dispatchEvent(new Event('online'));
    await settle();
    expect(made).toHaveBeenCalledWith('Weir keeper', ids[0]);
    expect([jobs.waiting(), drafts.fresh]).toEqual([[], []]);
  });
  it('that the server refuses is said, and not kept', async () => {
    const server = openShop(demoJob('hut-warden'));
    server.refuse({ message: 'has nothing in it that can be read' });
    const jobs = TestBed.inject(NewJobs);
    await expect(jobs.make('\u200b')).rejects.toMatchObject({ kind: 'refused' });
    expect(jobs.waiting()).toEqual([]);
  });
});
