import { TestBed } from '@angular/core/testing';
import { provideRouter, withComponentInputBinding, type Routes } from '@angular/router';
import type { ApiError, BoardRow, JobAnswer, LiveEvent, Saved } from '@rigger/contracts';
import { SECTIONS, STAGES, type JobSections, type SectionName } from '@rigger/core';
import { catalogue, settings } from '@rigger/core/testing/demo-world';
import { map, Observable, of, Subject, switchMap, take, throwError } from 'rxjs';
import { Api, type BoardAsked, type CallFailure } from '../app/data/api';
import { Drafts, type NewJob, type Waiting } from '../app/data/drafts';
import { JobStore } from '../app/data/job-store';
import { AFTER_FRAME, JobView } from '../app/data/job-view';
import type { UnsavedSection } from '../app/data/section-sync';
import { Shop } from '../app/data/shop';

const AT = '2026-11-25T08:00:00.000Z';
/** as over the wire; jsdom has no structuredClone */
const copy = <T>(v: T): T => JSON.parse(JSON.stringify(v)) as T;
const META = { id: 'row', createdAt: AT, updatedAt: AT };

/** A row of the board that lacks nothing. */
export const boardRow = (change: Partial<BoardRow>): BoardRow => ({
  id: 'a',
  number: 1014,
  customer: 'Farm vet',
  trade: 'Large animals',
  stage: 'bay',
  promiseDate: null,
  vehicle: '',
  target: '',
  lacks: [],
  archived: false,
  unreadable: null,
  updatedAt: AT,
  ...change,
});
/** The server as a screen sees it: holds one job, takes saves, and fails in the ways a test asks for. */
export class FakeServer {
  readonly saves: { readonly section: SectionName; readonly version: number; readonly data: unknown }[] = [];
  /** job of each save that was sent */
  readonly savedTo: string[] = [];
  rows: readonly BoardRow[] = [];
  private fail: CallFailure | null = null;
  private waiting: Subject<void> | null = null;
  /** answers to these jobs come when the test says so */
  readonly late = new Map<string, Subject<void>>();
  /** what the server tells the screens of the job */
  readonly events = new Subject<LiveEvent | { readonly kind: 'again' }>();
  job: JobAnswer;
  constructor(sections: JobSections) {
    this.job = {
      id: 'job-1',
      number: 1012,
      catalogue: 1,
      archivedAt: null,
      changes: [],
      createdAt: AT,
      updatedAt: AT,
      sections: Object.fromEntries(
        SECTIONS.map((s) => [s, { ...META, version: 1, data: copy(sections[s]) }]),
      ) as unknown as JobAnswer['sections'],
    };
  }
  dataOf<K extends SectionName>(section: K): JobSections[K] {
    return this.job.sections[section].data as unknown as JobSections[K];
  }
  /** Somebody else saves this section. */
  elsewhere<K extends SectionName>(section: K, change: Partial<JobSections[K]>): void {
    const { version, data } = this.job.sections[section];
    this.put(section, version + 1, { ...data, ...change });
  }
  goDown(): void {
    this.fail = { kind: 'no-answer' };
  }
  refuse(error: Partial<ApiError>): void {
    this.fail = {
      kind: 'refused',
      error: { code: 'entry-invalid', message: 'no', requestId: 'r', ...error },
    };
  }
  comeBack(): void {
    this.fail = null;
  }
  /** Saves hang until `release`. */
  hang(): void {
    this.waiting = new Subject();
  }
  release(): void {
    this.waiting?.next();
    this.waiting?.complete();
    this.waiting = null;
  }
  /** A new job comes in: here it takes the place of the only one. */
  private taken(head: JobSections['head']): Observable<JobAnswer> {
    if (this.fail) return throwError(() => this.fail);
    this.put('head', 1, head);
    return of(copy(this.job));
  }
  private put(section: SectionName, version: number, data: unknown): void {
    this.job = {
      ...this.job,
      sections: { ...this.job.sections, [section]: { ...META, version, data: copy(data) } },
    };
  }
  private answer(section: SectionName, version: number, data: unknown): Observable<Saved> {
    if (this.fail) return throwError(() => this.fail);
    const stored = this.job.sections[section];
    if (stored.version !== version)
      return throwError((): CallFailure => ({
        kind: 'refused',
        error: {
          code: 'version-conflict',
          message: 'newer',
          requestId: 'r',
          yours: { version, data },
          theirs: { version: stored.version, data: stored.data },
        },
      }));
    this.saves.push({ section, version, data: copy(data) });
    this.put(section, version + 1, data);
    return of({ ...META, version: version + 1 });
  }
  private get counts() {
    return Object.fromEntries(STAGES.map((s) => [s, this.rows.filter((r) => r.stage === s).length]));
  }
  readonly api = {
    catalogue: () => of(catalogue),
    states: () => of({ number: 1, faults: [], imports: [] }),
    settings: () => of({ ...META, version: 1, data: settings }),
    saveSettings: (version: number, data: unknown) => of({ ...META, version: version + 1, data }),
    board: (asked: BoardAsked = {}) =>
      this.fail
        ? throwError(() => this.fail)
        : of({
            jobs: this.rows.filter((r) =>
              (asked.find ?? '')
                .toLowerCase()
                .split(' ')
                .every((w) => JSON.stringify(r).toLowerCase().includes(w)),
            ),
            counts: this.counts,
            archived: 0,
            lacking: this.rows.filter((r) => r.stage !== 'done' && r.lacks.length > 0).length,
            next: null,
          }),
    create: (customer: string, id: string) =>
      this.taken({ ...this.job.sections.head.data, customer }).pipe(map((job) => ({ ...job, id }))),
    readFile: (file: unknown) => this.taken((file as { head: JobSections['head'] }).head),
    job: (id: string): Observable<JobAnswer> => {
      if (this.fail) return throwError(() => this.fail);
      const answer = () => of(copy({ ...this.job, id }));
      const late = this.late.get(id);
      return late ? late.pipe(take(1), switchMap(answer)) : answer();
    },
    save: (id: string, section: SectionName, version: number, data: unknown): Observable<Saved> => {
      this.savedTo.push(id);
      const { waiting } = this;
      if (!waiting) return this.answer(section, version, data);
      return new Observable((out) =>
        waiting.subscribe({ complete: () => this.answer(section, version, data).subscribe(out) }),
      );
    },
    live: () => this.events,
    export: () => of(new Blob(['x'])),
    past: () => of([]),
    // no server searches here: the page does
    plans: () => throwError(() => new Error('plans')),
  };
}

/** The browser's own store, in memory. */
export class FakeDrafts {
  readonly waiting = new Map<string, UnsavedSection>();
  putAside = false;
  keep(job: string, section: SectionName, held: UnsavedSection | null): Promise<void> {
    const key = `${job} ${section}`;
    if (held) this.waiting.set(key, copy(held));
    else this.waiting.delete(key);
    return Promise.resolve();
  }
  of(job: string): Promise<Waiting> {
    const rows = [...this.waiting].filter(([key]) => key.startsWith(`${job} `));
    return Promise.resolve({
      sections: Object.fromEntries(rows.map(([key, held]) => [key.split(' ')[1], copy(held)])),
      putAside: this.putAside,
    });
  }
  readonly fresh: NewJob[] = [];
  keepNew(job: NewJob): Promise<void> {
    this.fresh.push(job);
    return Promise.resolve();
  }
  forgetNew(id: string): Promise<void> {
    this.fresh.splice(0, this.fresh.length, ...this.fresh.filter((j) => j.id !== id));
    return Promise.resolve();
  }
  newJobs(): Promise<readonly NewJob[]> {
    return Promise.resolve([...this.fresh]);
  }
}
/** A shop on a fake server, nothing opened yet; storages are emptied first. */
export function openShop(
  sections: JobSections,
  routes: Routes = [],
  drafts: FakeDrafts = new FakeDrafts(),
): FakeServer {
  localStorage.clear();
  sessionStorage.clear();
  const server = new FakeServer(sections);
  TestBed.configureTestingModule({
    providers: [
      provideRouter(routes, withComponentInputBinding()),
      { provide: Api, useValue: server.api },
      { provide: Drafts, useValue: drafts },
      // no screen, no frames: what follows from a change follows with it
      { provide: AFTER_FRAME, useValue: () => of(null) },
    ],
  });
  return server;
}
/** A shop with one job open. `left`: what a crash left behind, on the server and in the browser. */
export async function openBench(
  sections: JobSections,
  left: { readonly job?: JobAnswer; readonly drafts?: FakeDrafts } = {},
) {
  const drafts = left.drafts ?? new FakeDrafts();
  const server = openShop(sections, [], drafts);
  if (left.job) server.job = left.job;
  TestBed.inject(Shop).load();
  const store = TestBed.inject(JobStore);
  const view = TestBed.inject(JobView);
  await store.open('job-1');
  TestBed.tick();
  return { server, store, view, drafts };
}
export type Bench = Awaited<ReturnType<typeof openBench>>;
