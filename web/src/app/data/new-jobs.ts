import { computed, inject, Injectable, signal } from '@angular/core';
import { firstValueFrom, fromEvent, merge, timer } from 'rxjs';
import { takeUntilDestroyed } from '@angular/core/rxjs-interop';
import { Api, failureText, type CallFailure } from './api';
import { Drafts, type NewJob } from './drafts';

const TRY_EVERY_MS = 15_000;

/** What became of a new job: made; kept here because of this; or not taken, since the server will not have its words. */
export type Made = { readonly id: string } | { readonly keptFor: string } | { readonly refusedFor: string };
/** The server took the words of the job apart and will not have them; everything else may be over the next time. */
const isRefusal = (f: CallFailure): boolean => f.kind === 'refused' && f.error.code === 'entry-invalid';
const wordsOf = (f: CallFailure): string =>
  f.kind === 'refused'
    ? (f.error.faults?.map((x) => x.message).join('; ') ?? failureText(f))
    : failureText(f);

/** New jobs: made at once where the server answers, and kept here until it does. None is let go but by a person. */
@Injectable({ providedIn: 'root' })
export class NewJobs {
  private readonly api = inject(Api);
  private readonly drafts = inject(Drafts);
  private readonly kept = signal<readonly NewJob[]>([]);
  private readonly refused = signal<ReadonlyMap<string, string>>(new Map());
  /** those that the server has not made yet; `refusal`: why it never will as they are, null while it only does not answer */
  readonly waiting = computed(() =>
    this.kept().map((job) => ({ ...job, refusal: this.refused().get(job.id) ?? null })),
  );
  private trying = false;

  constructor() {
    void this.drafts.newJobs().then((jobs) => {
      this.kept.update((k) => [...jobs.filter((j) => !k.some((x) => x.id === j.id)), ...k]);
    });
    merge(timer(TRY_EVERY_MS, TRY_EVERY_MS), fromEvent(window, 'online'))
      .pipe(takeUntilDestroyed())
      .subscribe(() => void this.again());
  }
  async make(customer: string): Promise<Made> {
    const job: NewJob = { id: crypto.randomUUID(), customer };
    const failure = await this.failureOf(job);
    if (failure === null) return { id: job.id };
    if (isRefusal(failure)) return { refusedFor: wordsOf(failure) };
    this.kept.update((k) => [...k, job]);
    await this.drafts.keepNew(job);
    return { keptFor: wordsOf(failure) };
  }
  /** A person lets go of one that the server will not have. */
  async letGo(id: string): Promise<void> {
    this.kept.update((k) => k.filter((x) => x.id !== id));
    await this.drafts.forgetNew(id);
  }
  private async again(): Promise<void> {
    if (this.trying) return;
    this.trying = true;
    try {
      for (const job of this.kept()) {
        const failure = await this.failureOf(job);
        if (failure === null) await this.letGo(job.id);
        else if (isRefusal(failure)) this.refused.update((r) => new Map([...r, [job.id, wordsOf(failure)]]));
        else return;
      }
    } finally {
      this.trying = false;
    }
  }
  private async failureOf({ customer, id }: NewJob): Promise<CallFailure | null> {
    try {
      await firstValueFrom(this.api.create(customer, id));
      return null;
    } catch (e) {
      return e as CallFailure;
    }
  }
}
