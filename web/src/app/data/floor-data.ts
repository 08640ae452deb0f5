import { computed, DestroyRef, inject, Injectable, signal } from '@angular/core';
import { takeUntilDestroyed } from '@angular/core/rxjs-interop';
import type { Floor, FloorRow } from '@rigger/contracts';
import type { JobSections } from '@rigger/core';
import { concatMap, Subject, switchMap, catchError, of, tap } from 'rxjs';
import { Api, failureText, type CallFailure } from './api';

type Written = 'work' | 'boxes';
interface Change<K extends Written = Written> {
  readonly id: string;
  readonly section: K;
  readonly data: JobSections[K];
}
/** The open jobs of the shop as one screen sees and changes them: what is changed goes to its job at once, and all of it is asked for
 *  again, since one job moves the others. */
@Injectable()
export class FloorData {
  private readonly api = inject(Api);
  private readonly gone = inject(DestroyRef);
  private readonly known = signal<Floor | null>(null);
  private readonly problem = signal<string | null>(null);
  private readonly asked = new Subject<void>();
  private readonly changes = new Subject<Change>();
  private readonly done = signal<readonly Change[]>([]);
  readonly floor = this.known.asReadonly();
  readonly failure = this.problem.asReadonly();
  /** something of this screen can be taken back */
  readonly canUndo = computed(() => this.done().length > 0);

  constructor() {
    this.asked
      .pipe(
        switchMap(() =>
          this.api.floor().pipe(
            catchError((f: CallFailure) => {
              this.problem.set(failureText(f));
              return of(null);
            }),
          ),
        ),
        takeUntilDestroyed(this.gone),
      )
      .subscribe((floor) => {
        if (floor) this.known.set(floor);
      });
    // one after the other: each names the version that the one before it made
    this.changes
      .pipe(
        concatMap((c) => {
          const row = this.row(c.id);
          if (!row) return of(null);
          return this.api.save(c.id, c.section, row[c.section].version, c.data).pipe(
            tap((saved) => {
              this.put(c, saved.version);
              this.problem.set(null);
            }),
            catchError((f: CallFailure) => {
              const newer = f.kind === 'refused' && f.error.code === 'version-conflict';
              this.problem.set(
                newer
                  ? `Somebody else changed job ${row.number} meanwhile; this is how it stands now.`
                  : failureText(f),
              );
              return of(null);
            }),
          );
        }),
        takeUntilDestroyed(this.gone),
      )
      .subscribe(() => {
        this.load();
      });
  }
  load(): void {
    this.asked.next();
  }
  /** Writes into a section of a job; what was there can be brought back. */
  change<K extends Written>(id: string, section: K, change: Partial<JobSections[K]>): void {
    const before = this.row(id)?.[section].data as JobSections[K] | undefined;
    if (!before) return;
    this.done.update((d) => [...d, { id, section, data: before }]);
    this.write({ id, section, data: { ...before, ...change } });
  }
  undo(): void {
    const last = this.done().at(-1);
    if (!last) return;
    this.done.update((d) => d.slice(0, -1));
    this.write(last);
  }
  private write(c: Change): void {
    const row = this.row(c.id);
    if (row) this.put(c, row[c.section].version);
    this.changes.next(c);
  }
  private row(id: string): FloorRow | undefined {
    return this.known()?.jobs.find((j) => j.id === id);
  }
  private put(c: Change, version: number): void {
    this.known.update(
      (f) =>
        f && {
          ...f,
          jobs: f.jobs.map((j) => (j.id === c.id ? { ...j, [c.section]: { version, data: c.data } } : j)),
        },
    );
  }
}
