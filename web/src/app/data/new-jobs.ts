import { inject, Injectable, signal } from '@angular/core';
import { firstValueFrom, fromEvent, merge, timer } from 'rxjs';
import { takeUntilDestroyed } from '@angular/core/rxjs-interop';
import { Api, type CallFailure } from './api';
import { Drafts, type NewJob } from './drafts';

const TRY_EVERY_MS = 15_000;

/** New jobs: made at once where the server answers, and kept here until it does. */
@Injectable({ providedIn: 'root' })
export class NewJobs {
  private readonly api = inject(Api);
  private readonly drafts = inject(Drafts);
  private readonly kept = signal<readonly NewJob[]>([]);
  /** those that the server has not made yet */
  readonly waiting = this.kept.asReadonly();
  private trying = false;

  constructor() {
    void this.drafts.newJobs().then((jobs) => {
      this.kept.update((k) => [...jobs.filter((j) => !k.some((x) => x.id === j.id)), ...k]);
    });
    merge(timer(TRY_EVERY_MS, TRY_EVERY_MS), fromEvent(window, 'online'))
      .pipe(takeUntilDestroyed())
      .subscribe(() => void this.again());
  }
  /** The id of the job once it is made; null when it has to wait, which is then kept. What the server refuses is thrown. */
  async make(customer: string): Promise<string | null> {
    const job: NewJob = { id: crypto.randomUUID(), customer };
    if (await this.made(job)) return job.id;
    this.kept.update((k) => [...k, job]);
    await this.drafts.keepNew(job);
    return null;
  }
  private async again(): Promise<void> {
    if (this.trying) return;
    this.trying = true;
    try {
      for (const job of this.kept()) {
        // one that the server refuses would be refused for ever: it is let go like one that was made
        if (!(await this.made(job).catch(() => true))) return;
        this.kept.update((k) => k.filter((x) => x.id !== job.id));
        await this.drafts.forgetNew(job.id);
      }
    } finally {
      this.trying = false;
    }
  }
  private async made({ customer, id }: NewJob): Promise<boolean> {
    try {
      await firstValueFrom(this.api.create(customer, id));
      return true;
    } catch (e) {
      if ((e as CallFailure).kind === 'no-answer') return false;
      throw e;
    }
  }
}
