import { TestBed } from '@angular/core/testing';
import { demoJob } from '@rigger/core/testing/demo-world';
import { of, Subject, take, type Observable } from 'rxjs';
import { openBench, type Bench } from '../../testing/shop-bench';
import { AFTER_FRAME } from './job-view';

let b: Bench;
/** when the screen has shown the last change: at once, until a test says otherwise */
let frame: Observable<null>;
beforeEach(async () => {
  frame = of(null);
  TestBed.overrideProvider(AFTER_FRAME, { useValue: () => frame.pipe(take(1)) });
  b = await openBench(demoJob('hut-warden'));
});

describe('what is computed from the job', () => {
  it('follows each change', () => {
    const before = b.view.assessment()!.forecast!.front.lift.value;
    b.store.patch('build', { items: [] }, 'items');
    TestBed.tick();
    expect(before).toBeGreaterThan(40);
    expect(b.view.assessment()!.forecast!.front.lift.value).toBeCloseTo(0, 3);
    expect(b.view.lacks().map((l) => l.code)).toContain('no-source');
    // what is left to do is for the new tyres only
    expect(b.view.plan()!.steps.flatMap((s) => s.parts)).toEqual([]);
    b.store.undo();
    TestBed.tick();
    expect(b.view.plan()!.steps.length).toBeGreaterThan(20);
    expect(b.view.figures()!.total.value).toBe(b.view.money()!.totalMinor);
  });
  it('waits for the screen to show the change, and then follows the last of many', () => {
    const shown = new Subject<null>();
    frame = shown;
    const today = b.view.lacks();
    b.store.patch('build', { items: [] }, 'items');
    TestBed.tick();
    b.store.patch('head', { customer: 'Peat cutter' }, 'customer');
    TestBed.tick();
    expect(b.view.lacks()).toBe(today);
    expect(b.view.sections()!.build.items.length).toBeGreaterThan(0);
    shown.next(null);
    expect(b.view.sections()).toMatchObject({ build: { items: [] }, head: { customer: 'Peat cutter' } });
    expect(b.view.lacks().map((l) => l.code)).toContain('no-source');
  });
  it('says nothing of a job that was left, without waiting for any frame', () => {
    frame = new Subject();
    b.store.close();
    TestBed.tick();
    expect(b.view.sections()).toBeNull();
    expect(b.view.assessment()).toBeNull();
  });
  it('a budget that is passed is a finding', () => {
    b.store.patch('brief', { budgetMinor: 1000 }, 'budgetMinor');
    TestBed.tick();
    expect(b.view.overBudget()).toMatchObject({ code: 'over-budget' });
  });
});
