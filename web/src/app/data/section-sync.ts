import { computed, signal } from '@angular/core';
import { ERRORS, type Saved } from '@rigger/contracts';
import type { JobSections, SectionName } from '@rigger/core';
import {
  debounceTime,
  defer,
  EMPTY,
  exhaustMap,
  finalize,
  fromEvent,
  merge,
  of,
  race,
  repeat,
  retry,
  Subject,
  throwError,
  timer,
  catchError,
  tap,
  type Observable,
} from 'rxjs';
import type { CallFailure } from './api';
import { mergeSection, same, type FieldConflict } from './merge';

export type Data = JobSections[SectionName];
/** One section as this browser holds it. */
export interface UnsavedSection {
  readonly version: number;
  /** what the server had when we last agreed */
  readonly base: Data;
  readonly now: Data;
  /** what was sent last and not answered yet: when the server turns out to have it, it is our own */
  readonly sent?: Data | undefined;
}
export interface Conflict {
  readonly section: SectionName;
  readonly fields: readonly FieldConflict[];
  readonly version: number;
  readonly theirs: Data;
  readonly keepMine: Data;
  readonly takeTheirs: Data;
}
export type Why = 'edit' | 'brought-back';
/** Where a section goes: to the server, and to the browser's own store while it waits. */
export interface Way {
  readonly save: (section: SectionName, version: number, data: Data, why: Why) => Observable<Saved>;
  /** null: nothing of it waits any more */
  readonly keep: (section: SectionName, held: UnsavedSection | null) => void;
  readonly saved: (at: string) => void;
  /** somebody else's save was put together with ours */
  readonly merged: () => void;
}

/** beyond this the server has refused nothing: it is busy, full, or being stopped */
const FAILED = 500;
const SAVE_AFTER_MS = 250;
const RETRY_AFTER_MS = 2500;
const LONGEST_WAIT_MS = 30_000;

/** A section of ours when what the server has is our own save, come through before its answer could: only what was typed after it still
 *  waits. Null when it is somebody else's. */
export const ours = (
  mine: UnsavedSection,
  stored: { readonly version: number; readonly data: unknown },
): UnsavedSection | null =>
  mine.sent && same(mine.sent, stored.data)
    ? { version: stored.version, base: mine.sent, now: mine.now }
    : null;

/** Keeps one section of one job and the server in agreement: saves shortly after typing, one save at a time, again with longer and longer
 *  pauses while the server is away, merged with what others saved. It belongs to its job: when that is closed, what is under way ends by
 *  itself and touches nothing else. */
export class SectionSync {
  private readonly state;
  private readonly why = signal<string | null>(null);
  private readonly asked = signal<Conflict | null>(null);
  private readonly away = signal(false);
  private readonly sending = signal(false);
  /** was refused as it is: not sent again before it is changed */
  private refused: Data | null = null;
  /** was brought back from an earlier state and is not saved yet */
  private broughtBack: Data | null = null;
  private closed = false;
  private readonly typed = new Subject<void>();
  private readonly atOnce = new Subject<void>();

  readonly now = computed(() => this.state().now);
  readonly refusal = this.why.asReadonly();
  readonly conflict = this.asked.asReadonly();
  /** the server does not answer, or cannot */
  readonly unreached = this.away.asReadonly();
  readonly saving = computed(() => this.sending() || this.dirty());
  private readonly dirty = computed(() => !same(this.state().base, this.state().now));

  constructor(
    readonly section: SectionName,
    held: UnsavedSection,
    private readonly way: Way,
  ) {
    this.state = signal(held);
    merge(this.typed.pipe(debounceTime(SAVE_AFTER_MS)), this.atOnce)
      .pipe(exhaustMap(() => this.untilAgreed()))
      .subscribe();
  }

  change(now: Data, why: Why = 'edit'): void {
    this.put({ ...this.state(), now });
    if (why === 'brought-back') this.broughtBack = now;
    this.typed.next();
  }
  /** Sends at once what still waits for its pause. */
  flush(): void {
    this.atOnce.next();
  }
  /** Whether the server has something of others that this browser will not hear of by saving. */
  isNews(version: number): boolean {
    return version > this.state().version && !this.saving();
  }
  /** What the server has by now: taken where nothing here is unsaved. */
  meet(stored: { readonly version: number; readonly data: Data }): void {
    if (this.isNews(stored.version)) this.put(fresh(stored));
  }
  /** Ends a conflict the way the person said. */
  settle(keep: 'mine' | 'theirs'): void {
    const c = this.asked();
    if (!c) return;
    this.asked.set(null);
    this.put({ version: c.version, base: c.theirs, now: keep === 'mine' ? c.keepMine : c.takeTheirs });
    this.flush();
  }
  /** Sends what waits and lets go; what does not reach the server waits in the browser's store. */
  close(): void {
    this.closed = true;
    this.atOnce.next();
    this.atOnce.complete();
    this.typed.complete();
  }

  private untilAgreed(): Observable<unknown> {
    this.sending.set(true);
    return defer(() => this.send()).pipe(
      retry({ delay: (f: CallFailure, tries) => this.waitAfter(f, tries) }),
      catchError((f: CallFailure) => {
        this.onFailure(f);
        return EMPTY;
      }),
      repeat({ delay: () => (this.mayBeSent() ? of(null) : EMPTY) }),
      finalize(() => {
        this.sending.set(false);
      }),
    );
  }
  private mayBeSent(): boolean {
    return this.dirty() && !this.asked() && !(this.refused && same(this.refused, this.state().now));
  }
  private send(): Observable<unknown> {
    if (!this.mayBeSent()) return EMPTY;
    const sent = this.state().now;
    this.put({ ...this.state(), sent });
    const why = this.broughtBack === sent ? 'brought-back' : 'edit';
    return this.way.save(this.section, this.state().version, sent, why).pipe(
      tap((saved) => {
        this.away.set(false);
        this.refuse(null);
        this.put({ version: saved.version, base: sent, now: this.state().now });
        this.way.saved(saved.updatedAt);
      }),
    );
  }
  private waitAfter(f: CallFailure, tries: number): Observable<unknown> {
    if (this.closed || !isAway(f)) return throwError(() => f);
    this.away.set(true);
    const wait = Math.min(RETRY_AFTER_MS * 2 ** (tries - 1), LONGEST_WAIT_MS);
    return race(timer(wait), fromEvent(window, 'online'));
  }
  private onFailure(f: CallFailure): void {
    this.away.set(isAway(f));
    if (f.kind === 'no-answer' || isAway(f)) return; // closed meanwhile: it waits in the browser's store
    if (f.error.code === 'version-conflict') {
      this.onConflict(f.error.theirs as { version: number; data: Data });
      return;
    }
    const faults = f.error.faults?.map((x) => `${x.path}: ${x.message}`).join('; ');
    this.refuse(faults ?? f.error.message);
  }
  private refuse(why: string | null): void {
    this.refused = why === null ? null : (this.state().sent ?? null);
    this.why.set(why);
  }
  private onConflict(stored: { readonly version: number; readonly data: Data }): void {
    const held = this.state();
    const own = ours(held, stored);
    if (own) {
      this.put(own);
      return;
    }
    const merged = mergeSection<Data>(held.base, held.now, stored.data);
    if (merged.conflicts.length === 0) {
      this.put({ version: stored.version, base: stored.data, now: merged.mine });
      this.way.merged();
    } else if (!this.closed)
      this.asked.set({
        section: this.section,
        fields: merged.conflicts,
        version: stored.version,
        theirs: stored.data,
        keepMine: merged.mine,
        takeTheirs: merged.theirs,
      });
  }
  private put(held: UnsavedSection): void {
    this.state.set(held);
    this.way.keep(this.section, this.dirty() ? held : null);
  }
}

export const fresh = ({
  version,
  data,
}: {
  readonly version: number;
  readonly data: Data;
}): UnsavedSection => ({
  version,
  base: data,
  now: data,
});
const isAway = (f: CallFailure): boolean => f.kind === 'no-answer' || ERRORS[f.error.code].status > FAILED;
