import { TestBed } from '@angular/core/testing';
import { demoJob } from '@rigger/core/testing/demo-world';
import { Subject } from 'rxjs';
import { FakeDrafts, openBench, type Bench } from '../../testing/shop-bench';

let b: Bench;
beforeEach(async () => {
  jest.useFakeTimers();
  b = await openBench(demoJob('hut-warden'));
});
afterEach(() => jest.useRealTimers());
/** lets the pause after typing and the answers go by */
const settle = (ms = 300) => jest.advanceTimersByTimeAsync(ms);
const brief = () => b.store.sections()!.brief;

describe('saving', () => {
  it('saves a change shortly after it is typed, once for a burst of keys', async () => {
    for (const text of ['a', 'ab', 'abc']) b.store.patch('brief', { notes: text }, 'notes');
    expect(b.store.saveState()).toBe('saving');
    await settle();
    expect(b.server.saves).toHaveLength(1);
    expect(b.server.dataOf('brief').notes).toBe('abc');
    expect(b.store.saveState()).toBe('saved');
  });
  it('what is typed while a save is under way is saved after it', async () => {
    b.server.hang();
    b.store.patch('brief', { notes: 'first' }, 'notes');
    await settle();
    b.store.patch('brief', { notes: 'second' }, 'notes');
    await settle();
    expect(b.server.saves).toHaveLength(0);
    b.server.release();
    await settle();
    expect(b.server.saves.map((s) => (s.data as { notes: string }).notes)).toEqual(['first', 'second']);
    expect(b.store.saveState()).toBe('saved');
  });
  it('a change that changes nothing is no step and no save', async () => {
    b.store.patch('brief', { chains: brief().chains }, 'chains');
    await settle();
    expect(b.server.saves).toHaveLength(0);
    expect(b.store.canUndo()).toBe(false);
  });
  it('an unreachable server is tried again, and nothing is lost meanwhile', async () => {
    b.server.goDown();
    b.store.patch('brief', { notes: 'kept' }, 'notes');
    await settle();
    expect(b.store.saveState()).toBe('waiting');
    expect(b.drafts.waiting.get('job-1 brief')?.now).toMatchObject({ notes: 'kept' });
    b.server.comeBack();
    await settle(3000);
    expect(b.server.dataOf('brief').notes).toBe('kept');
    expect(b.store.saveState()).toBe('saved');
    expect(b.drafts.waiting.size).toBe(0);
  });
  it('a refusal says which value and keeps it on the screen', async () => {
    b.server.refuse({ faults: [{ path: 'data.payloadKg', message: 'too big' }] });
    b.store.patch('brief', { payloadKg: 2999 }, 'payloadKg');
    await settle();
    expect(b.store.saveState()).toBe('refused');
    expect(b.store.refusal()).toBe('data.payloadKg: too big');
    expect(brief().payloadKg).toBe(2999);
    await expect(b.store.saved()).resolves.toMatchObject({ kind: 'refused' });
  });
  it('what a crash left unsaved is put back and saved when the job is opened again', async () => {
    b.server.goDown();
    b.store.patch('brief', { notes: 'before the crash' }, 'notes');
    await settle();
    b.server.comeBack();
    const { drafts } = b;
    const { job } = b.server;
    TestBed.resetTestingModule();
    const again = await openBench(demoJob('hut-warden'), { job, drafts });
    await settle();
    expect(again.store.sections()!.brief.notes).toBe('before the crash');
    expect(again.server.dataOf('brief').notes).toBe('before the crash');
  });
  it('a save that ends after the job was closed leaves nothing waiting', async () => {
    b.server.hang();
    b.store.patch('brief', { notes: 'last word' }, 'notes');
    await settle();
    b.store.close();
    b.server.release();
    await settle();
    expect(b.server.dataOf('brief').notes).toBe('last word');
    expect(b.drafts.waiting.size).toBe(0);
  });
  it('flush sends at once, and saved() waits for it', async () => {
    b.store.patch('brief', { notes: 'now' }, 'notes');
    const done = b.store.saved();
    await settle(0);
    await expect(done).resolves.toBeNull();
    expect(b.server.dataOf('brief').notes).toBe('now');
  });
});

describe('two jobs opened quickly', () => {
  it.each([
    ['in order', ['job-a', 'job-b']],
    ['in the other order', ['job-b', 'job-a']],
  ])('answers %s: the last one asked for is shown and saved', async (_how, answers) => {
    for (const id of ['job-a', 'job-b']) b.server.late.set(id, new Subject());
    const opened = [b.store.open('job-a'), b.store.open('job-b')];
    for (const id of answers) b.server.late.get(id)!.next();
    await Promise.all(opened);
    expect(b.store.id()).toBe('job-b');
    b.store.patch('brief', { notes: 'for b' }, 'notes');
    await settle();
    expect(b.server.savedTo).toEqual(['job-b']);
  });
  it('a save of the job before that comes too late touches nothing of the one that is open now', async () => {
    await b.store.open('job-a');
    b.server.hang();
    b.store.patch('brief', { notes: 'of a' }, 'notes');
    const opened = b.store.open('job-b');
    await opened;
    b.server.elsewhere('brief', { driver: 'somebody else' });
    const shown = b.store.sections();
    b.server.release();
    await settle();
    expect(b.store.id()).toBe('job-b');
    expect(b.store.sections()).toEqual(shown);
    expect(b.store.merged()).toBeNull();
    // put together with what somebody else saved there, and sent by itself
    expect(b.server.savedTo).toEqual(['job-a', 'job-a']);
    expect(b.server.dataOf('brief')).toMatchObject({ notes: 'of a', driver: 'somebody else' });
  });
  it('what is typed in the next job is sent though a save of the one before is still under way', async () => {
    await b.store.open('job-a');
    b.server.hang();
    b.store.patch('brief', { notes: 'of a' }, 'notes');
    await b.store.open('job-b');
    b.store.patch('brief', { notes: 'of b' }, 'notes');
    await settle();
    expect(b.server.savedTo).toEqual(['job-a', 'job-b']);
    b.server.release();
  });
  it('a job that was left before its answer came stays closed', async () => {
    b.server.late.set('job-a', new Subject());
    const opened = b.store.open('job-a');
    b.store.close();
    b.server.late.get('job-a')!.next();
    await opened;
    expect(b.store.id()).toBeNull();
    expect(b.store.sections()).toBeNull();
  });
});

describe('undo', () => {
  it('takes typing in one field as one step, and a pause or another field as the next', async () => {
    b.store.patch('brief', { notes: 'a' }, 'notes');
    b.store.patch('brief', { notes: 'ab' }, 'notes');
    b.store.patch('brief', { driver: 'x' }, 'driver');
    await settle(2000);
    b.store.patch('brief', { driver: 'xy' }, 'driver');
    const start = demoJob('hut-warden').brief;
    b.store.undo();
    expect(brief().driver).toBe('x');
    b.store.undo();
    expect(brief().driver).toBe(start.driver);
    b.store.undo();
    expect(brief().notes).toBe(start.notes);
    expect(b.store.canUndo()).toBe(false);
    b.store.redo();
    b.store.redo();
    b.store.redo();
    expect(brief()).toMatchObject({ notes: 'ab', driver: 'xy' });
    await settle();
    expect(b.server.dataOf('brief').driver).toBe('xy');
  });
  it('goes across sections and leaves what others changed since', async () => {
    b.store.patch('brief', { notes: 'mine' }, 'notes');
    await settle();
    b.server.elsewhere('brief', { driver: 'theirs' });
    await b.store.refresh();
    b.store.patch('tape', { rounds: [] }, 'rounds');
    b.store.undo();
    b.store.undo();
    await settle();
    expect(b.server.dataOf('tape').rounds).toEqual(demoJob('hut-warden').tape.rounds);
    expect(b.server.dataOf('brief')).toMatchObject({
      notes: demoJob('hut-warden').brief.notes,
      driver: 'theirs',
    });
  });
  it('a new change ends the redo branch', () => {
    b.store.patch('brief', { notes: 'a' }, 'notes');
    b.store.undo();
    b.store.patch('brief', { driver: 'z' }, 'driver');
    expect(b.store.canRedo()).toBe(false);
  });
});

describe('two people on one job', () => {
  it('different fields of one section are put together without a question', async () => {
    b.server.elsewhere('brief', { driver: 'theirs' });
    b.store.patch('brief', { notes: 'mine' }, 'notes');
    await settle();
    await settle();
    expect(b.server.dataOf('brief')).toMatchObject({ notes: 'mine', driver: 'theirs' });
    expect(b.store.conflict()).toBeNull();
    expect(b.store.merged()!.text).toContain('both changes are in');
  });
  it.each(['mine', 'theirs'] as const)('the same field is asked about; keep %s', async (keep) => {
    b.server.elsewhere('brief', { notes: 'theirs', driver: 'also theirs' });
    b.store.patch('brief', { notes: 'mine', chains: false }, 'notes');
    await settle();
    expect(b.store.conflict()?.fields).toEqual([{ path: ['notes'], mine: 'mine', theirs: 'theirs' }]);
    expect(b.server.dataOf('brief').notes).toBe('theirs');
    b.store.settle(keep);
    await settle();
    expect(b.server.dataOf('brief')).toMatchObject({ notes: keep, driver: 'also theirs', chains: false });
  });
  it('looks for news when the window is looked at again', async () => {
    b.server.elsewhere('head', { trade: 'changed elsewhere' });
    await b.store.refresh();
    expect(b.store.sections()!.head.trade).toBe('changed elsewhere');
  });
});

describe('what goes wrong beside the typing', () => {
  it('a section that is refused stays so while another is saved, and is named until it is put right', async () => {
    b.server.refuse({ faults: [{ path: 'data.customer', message: 'has nothing in it that can be read' }] });
    b.store.patch('head', { customer: '' }, 'customer');
    await settle();
    b.server.comeBack();
    b.store.patch('brief', { notes: 'taken' }, 'notes');
    await settle();
    expect(b.server.dataOf('brief').notes).toBe('taken');
    expect(b.store.saveState()).toBe('refused');
    expect(b.store.refusal()).toContain('data.customer');
    await expect(b.store.saved()).resolves.toMatchObject({ kind: 'refused' });
    b.store.patch('head', { customer: 'Weir keeper' }, 'customer');
    await settle();
    expect([b.store.saveState(), b.store.refusal()]).toEqual(['saved', null]);
  });
  it.each(['store-busy', 'shutting-down', 'store-failed'] as const)(
    'a server that says %s has refused nothing: it is asked again',
    async (code) => {
      b.server.refuse({ code });
      b.store.patch('brief', { notes: 'waits' }, 'notes');
      await settle();
      expect(b.store.saveState()).toBe('waiting');
      b.server.comeBack();
      await settle(3000);
      expect([b.store.saveState(), b.server.dataOf('brief').notes]).toEqual(['saved', 'waits']);
    },
  );
  it('our own save whose answer was lost is known as ours after a reload', async () => {
    b.server.hang();
    b.store.patch('brief', { notes: 'sent' }, 'notes');
    await settle();
    const drafts = new FakeDrafts();
    for (const [key, held] of b.drafts.waiting) drafts.waiting.set(key, held);
    b.server.release();
    await settle();
    const { job } = b.server;
    TestBed.resetTestingModule();
    b = await openBench(demoJob('hut-warden'), { job, drafts });
    await settle();
    expect(b.store.merged()).toBeNull();
    expect([b.store.saveState(), brief().notes, b.server.saves.length]).toEqual(['saved', 'sent', 0]);
  });
  it('what lay there unreadable was put aside, and a person is told', async () => {
    const drafts = new FakeDrafts();
    drafts.putAside = true;
    TestBed.resetTestingModule();
    b = await openBench(demoJob('hut-warden'), { drafts });
    expect(b.store.merged()?.text).toContain('put aside');
  });
  it('while the server is away it is asked with longer and longer pauses, and at once when the network is back', async () => {
    b.server.goDown();
    b.store.patch('brief', { notes: 'waits' }, 'notes');
    await settle(20_000);
    const tries = b.server.savedTo.length;
    expect(tries).toBeGreaterThanOrEqual(3);
    expect(tries).toBeLessThan(6); // every 2.5 s it would have been 8
    b.server.comeBack();
    window.dispatchEvent(new Event('online'));
    await settle(0);
    expect(b.server.dataOf('brief').notes).toBe('waits');
  });
});

describe('a text that cannot be read', () => {
  const entries = () => b.store.sections()!.unread.entries;
  it('is part of the job: saved, undone by itself, and gone when it can be read', async () => {
    b.store.patch('brief', { payloadKg: 555 }, 'payloadKg');
    await settle(2000);
    b.store.unread('brief.payloadKg', '55x');
    await settle();
    expect(b.server.dataOf('unread').entries).toEqual({ 'brief.payloadKg': '55x' });
    expect(b.view.lacks().map((l) => [l.section, l.code])).toContainEqual(['brief', 'unreadable']);
    b.store.undo();
    expect([entries(), brief().payloadKg]).toEqual([{}, 555]);
    b.store.redo();
    b.store.unread('brief.payloadKg', null);
    expect(entries()).toEqual({});
  });
  it('typed on to a value, it is one step with it', () => {
    b.store.unread('brief.payloadKg', '5x');
    b.store.unread('brief.payloadKg', null);
    b.store.patch('brief', { payloadKg: 50 }, 'payloadKg');
    b.store.undo();
    expect([entries(), brief().payloadKg]).toEqual([{}, demoJob('hut-warden').brief.payloadKg]);
    expect(b.store.canUndo()).toBe(false);
  });
  it('the place of a step back is told, so that a screen can show the way there', () => {
    b.store.patch('tape', { rounds: [] }, 'rounds');
    b.store.undo();
    expect(b.store.undone()).toEqual({ how: 'Undone', place: 'tape.rounds' });
    b.store.redo();
    expect(b.store.undone()).toEqual({ how: 'Redone', place: 'tape.rounds' });
  });
});
