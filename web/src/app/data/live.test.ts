import { TestBed } from '@angular/core/testing';
import { demoJob } from '@rigger/core/testing/demo-world';
import { openBench, type Bench } from '../../testing/shop-bench';
import { Live } from './live';

let b: Bench;
let live: Live;
beforeEach(async () => {
  jest.useFakeTimers();
  b = await openBench(demoJob('hut-warden'));
  live = TestBed.inject(Live);
  TestBed.tick();
});
afterEach(() => jest.useRealTimers());
const settle = (ms = 300) => jest.advanceTimersByTimeAsync(ms);
const saved = (section: 'head' | 'brief', version: number) => {
  b.server.events.next({ kind: 'saved', section, version, author: 'Ina' });
};

describe('what others do', () => {
  it('is on the screen without being asked for; what is being typed here stays', async () => {
    b.server.elsewhere('head', { trade: 'changed elsewhere' });
    saved('head', 2);
    await settle();
    expect(b.store.sections()!.head.trade).toBe('changed elsewhere');
    b.server.elsewhere('brief', { driver: 'theirs' });
    b.store.patch('brief', { notes: 'mine' }, 'notes');
    saved('brief', 2);
    expect(b.store.sections()!.brief.notes).toBe('mine');
    await settle();
    expect(b.server.dataOf('brief')).toMatchObject({ notes: 'mine', driver: 'theirs' });
  });
  it('our own save, told back to us, is not fetched again', async () => {
    const asked = jest.spyOn(b.server.api, 'job');
    b.store.patch('brief', { notes: 'mine' }, 'notes');
    await settle();
    saved('brief', 2);
    await settle();
    expect(asked).not.toHaveBeenCalled();
  });
  it('after a pause in which something may have been missed the job is looked at once, however much is told', async () => {
    const asked = jest.spyOn(b.server.api, 'job');
    b.server.elsewhere('head', { trade: 'missed' });
    b.server.events.next({ kind: 'again' });
    b.server.events.next({ kind: 'job' });
    await settle();
    expect(asked).toHaveBeenCalledTimes(1);
    expect(b.store.sections()!.head.trade).toBe('missed');
  });
  it('who else looks is told by name, without ourselves, and forgotten with the job', () => {
    b.server.events.next({
      kind: 'people',
      people: [
        { tab: 'x', author: 'Ina' },
        { tab: 'y', author: '' },
      ],
    });
    expect(live.others()).toEqual(['Ina', 'somebody']);
    b.store.close();
    TestBed.tick();
    expect(live.others()).toEqual([]);
  });
  it('a tab that is not looked at listens to nothing', () => {
    const hidden = jest.spyOn(document, 'visibilityState', 'get').mockReturnValue('hidden');
    document.dispatchEvent(new Event('visibilitychange'));
    expect(b.server.events.observed).toBe(false);
    hidden.mockReturnValue('visible');
    document.dispatchEvent(new Event('visibilitychange'));
    expect(b.server.events.observed).toBe(true);
    hidden.mockRestore();
  });
});
