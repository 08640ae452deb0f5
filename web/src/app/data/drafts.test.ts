import 'fake-indexeddb/auto';
import { TestBed } from '@angular/core/testing';
import { emptySections } from '@rigger/core';
import { openDB } from 'idb';
import { Drafts } from './drafts';
import type { UnsavedSection } from './section-sync';

// jsdom has none
globalThis.structuredClone = <T>(v: T): T => JSON.parse(JSON.stringify(v)) as T;
const { brief, tape } = emptySections('Weir keeper');
const held: UnsavedSection = { version: 3, base: brief, now: { ...brief, notes: 'typed' } };
let drafts: Drafts;
beforeEach(() => {
  drafts = TestBed.inject(Drafts);
});
const laid = async (key: [string, string], value: unknown) => {
  const db = await openDB('apt-rigger', 1);
  await db.put('waiting', value, key);
  const count = () => db.count('put-aside');
  return {
    count,
    close: () => {
      db.close();
    },
  };
};

describe('what waits in the browser', () => {
  it('comes back section by section, for its own job alone, until it is forgotten', async () => {
    await drafts.keep('a', 'brief', { ...held, sent: brief });
    await drafts.keep('a', 'tape', { version: 1, base: tape, now: { rounds: [] } });
    await drafts.keep('ab', 'brief', held);
    expect((await drafts.of('a')).sections).toEqual({
      brief: { ...held, sent: brief },
      tape: { version: 1, base: tape, now: { rounds: [] } },
    });
    await drafts.keep('a', 'brief', null);
    await drafts.keep('a', 'tape', null);
    expect(await drafts.of('a')).toEqual({ sections: {}, putAside: false });
    expect((await drafts.of('ab')).sections).toEqual({ brief: held });
  });
  it.each([
    ['of another shape', 'brief', { shape: 0, ...held }],
    ['that its section cannot hold', 'brief', { shape: 1, ...held, now: { notes: 1 } }],
    ['of a section that there is not', 'winch', { shape: 1, ...held }],
    ['that is nothing', 'brief', null],
  ])(
    'a record %s is put aside, nothing of it is thrown away, and the rest is read',
    async (_what, section, value) => {
      const store = await laid(['c', section], value);
      const before = await store.count();
      await drafts.keep('c', 'tape', { version: 1, base: tape, now: tape });
      const { sections, putAside } = await drafts.of('c');
      expect([Object.keys(sections), putAside]).toEqual([['tape'], true]);
      expect(await store.count()).toBe(before + 1);
      expect((await drafts.of('c')).putAside).toBe(false);
      store.close();
    },
  );
  it('a browser that keeps nothing keeps nobody from working', async () => {
    const shut = jest.spyOn(indexedDB, 'open').mockImplementation(() => {
      throw new Error('SecurityError');
    });
    TestBed.resetTestingModule();
    const none = TestBed.inject(Drafts);
    await none.keep('a', 'brief', held);
    expect(await none.of('a')).toEqual({ sections: {}, putAside: false });
    await none.keepNew({ id: 'n', customer: 'Weir keeper' });
    expect(await none.newJobs()).toEqual([]);
    shut.mockRestore();
  });
});
