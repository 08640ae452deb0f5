import { DestroyRef, inject, Injectable, signal } from '@angular/core';
import { takeUntilDestroyed } from '@angular/core/rxjs-interop';
import { from, switchMap, throwError, type Subscription } from 'rxjs';
import { Api, failureText, type CallFailure, type JobExport } from './api';
import { JobStore } from './job-store';
import { saveAs } from './save-as';

export interface Export {
  readonly what: JobExport;
  readonly label: string;
  readonly fileName: (number: number) => string;
}
/** Makes a file of the open job on the server and hands it to the browser; everything typed is saved first. */
@Injectable()
export class MakeFile {
  private readonly store = inject(JobStore);
  private readonly api = inject(Api);
  private readonly gone = inject(DestroyRef);
  private readonly underWay = signal<{ readonly label: string; readonly running: Subscription } | null>(null);
  private readonly problem = signal<string | null>(null);
  readonly making = this.underWay.asReadonly();
  readonly failure = this.problem.asReadonly();

  make(x: Export): void {
    const [id, number] = [this.store.id(), this.store.number()];
    if (id === null || number === null || this.underWay()) return;
    this.problem.set(null);
    const running = from(this.store.saved())
      .pipe(
        switchMap((kept) => (kept ? throwError(() => kept) : this.api.export(id, x.what))),
        takeUntilDestroyed(this.gone),
      )
      .subscribe({
        next: (blob) => {
          saveAs(blob, x.fileName(number));
        },
        error: (f: CallFailure) => {
          this.underWay.set(null);
          this.problem.set(failureText(f));
        },
        complete: () => {
          this.underWay.set(null);
        },
      });
    if (!running.closed) this.underWay.set({ label: x.label, running });
  }
  cancel(): void {
    this.underWay()?.running.unsubscribe();
    this.underWay.set(null);
  }
}
