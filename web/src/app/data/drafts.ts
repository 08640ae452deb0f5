import { Injectable } from '@angular/core';
import { SECTION_SCHEMAS } from '@rigger/contracts';
import { SECTIONS, type SectionName } from '@rigger/core';
import { openDB, type DBSchema } from 'idb';
import type { UnsavedSection } from './section-sync';

/** of the records below; another one is put aside, unread */
const SHAPE = 1;
interface Lying extends UnsavedSection {
  readonly shape: typeof SHAPE;
}
interface Schema extends DBSchema {
  /** what is not on the server yet, by job and section */
  waiting: { key: [job: string, section: string]; value: unknown };
  /** what could not be read, with the place where it lay */
  /** jobs that the server has not made yet */
  'new-jobs': { key: string; value: NewJob };
  'put-aside': {
    key: number;
    value: { readonly at: string; readonly place: string; readonly value: unknown };
  };
}
/** A job that waits to be made, under the id it will have. */
export interface NewJob {
  readonly id: string;
  readonly customer: string;
}
export interface Waiting {
  readonly sections: Partial<Record<SectionName, UnsavedSection>>;
  /** something that lay there could not be read: it is kept, and a person should look over the job */
  readonly putAside: boolean;
}

/** What this browser could not save yet, kept through a crash, a reload and a day without the server. A browser that keeps nothing (a
 *  private window, a full disk) loses nothing else: what was typed is on the screen and on its way. */
@Injectable({ providedIn: 'root' })
export class Drafts {
  private readonly db = open();
  constructor() {
    this.db.catch(() => undefined); // said by nobody: see above
  }

  /** Keeps a section that waits, or (null) forgets it. */
  async keep(job: string, section: SectionName, held: UnsavedSection | null): Promise<void> {
    try {
      const db = await this.db;
      if (held === null) await db.delete('waiting', [job, section]);
      else await db.put('waiting', { shape: SHAPE, ...held } satisfies Lying, [job, section]);
    } catch {
      // the browser keeps nothing
    }
  }
  /** What waits of a job. A record of another shape, or with content that its section cannot hold, is put aside. */
  async of(job: string): Promise<Waiting> {
    const sections: Partial<Record<SectionName, UnsavedSection>> = {};
    let putAside = false;
    try {
      const db = await this.db;
      const t = db.transaction(['waiting', 'put-aside'], 'readwrite');
      for (let c = await t.objectStore('waiting').openCursor(jobRange(job)); c; c = await c.continue()) {
        const [, section] = c.key;
        const held = heldOf(section, c.value);
        if (held) sections[section as SectionName] = held;
        else {
          putAside = true;
          const place = `${job} ${section}`;
          await t.objectStore('put-aside').add({ at: new Date().toISOString(), place, value: c.value });
          await c.delete();
        }
      }
      await t.done;
    } catch {
      // the browser keeps nothing
    }
    return { sections, putAside };
  }
  async keepNew(job: NewJob): Promise<void> {
    try {
      await (await this.db).put('new-jobs', job);
    } catch {
      // the browser keeps nothing: the job waits as long as this page is open
    }
  }
  async forgetNew(id: string): Promise<void> {
    try {
      await (await this.db).delete('new-jobs', id);
    } catch {
      // nothing was kept
    }
  }
  async newJobs(): Promise<readonly NewJob[]> {
    try {
      return await (await this.db).getAll('new-jobs');
    } catch {
      return [];
    }
  }
}
// async, since a browser without a store throws at once
const open = async () =>
  openDB<Schema>('apt-rigger', SHAPE, {
    upgrade(db) {
      db.createObjectStore('waiting');
      db.createObjectStore('new-jobs', { keyPath: 'id' });
      db.createObjectStore('put-aside', { autoIncrement: true });
    },
  });
const jobRange = (job: string) => IDBKeyRange.bound([job, ''], [job, '\uffff']);
function heldOf(section: string, value: unknown): UnsavedSection | null {
  const name = SECTIONS.find((s) => s === section);
  const held = value as Partial<Lying> | null;
  if (!name || held?.shape !== SHAPE || !Number.isInteger(held.version)) return null;
  const { version = 0, base, now, sent } = held;
  const good = [base, now, ...(sent === undefined ? [] : [sent])].every(
    (data) => SECTION_SCHEMAS[name].safeParse(data).success,
  );
  return good && base && now ? { version, base, now, ...(sent === undefined ? {} : { sent }) } : null;
}
