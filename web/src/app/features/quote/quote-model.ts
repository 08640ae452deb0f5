import { computed, DestroyRef, inject, Injectable, signal, untracked } from '@angular/core';
import { takeUntilDestroyed, toObservable } from '@angular/core/rxjs-interop';
import type { GivenQuote, QuotePaper } from '@rigger/contracts';
import type { JobSections, Quote } from '@rigger/core';
import { localDay, quotePaper } from '@rigger/wording';
import { debounceTime, filter, finalize, from, switchMap, throwError } from 'rxjs';
import { Api, failureText, type CallFailure } from '../../data/api';
import { JobStore } from '../../data/job-store';
import { JobView } from '../../data/job-view';
import { Shop } from '../../data/shop';
import { startPlansWorker } from '../../workers/start-plans-worker';
import { handingOver } from '../../workers/worker-of';

/** edits in a row are one question */
const SETTLE_MS = 250;

/** The quote of the open job: as it would be given now, and as it was given before. */
@Injectable()
export class QuoteModel {
  private readonly view = inject(JobView);
  private readonly store = inject(JobStore);
  private readonly shop = inject(Shop);
  private readonly api = inject(Api);
  private readonly gone = inject(DestroyRef);
  private readonly worker = startPlansWorker();
  private readonly load = handingOver((...shop: Parameters<typeof this.worker.api.load>) =>
    this.worker.api.load(...shop),
  );
  private readonly computed = signal<{ readonly quote: Quote | null; readonly of: JobSections } | null>(null);

  readonly given = signal<readonly GivenQuote[]>([]);
  readonly failure = signal<string | null>(null);
  readonly giving = signal(false);
  readonly quote = computed(() => this.computed()?.quote ?? null);
  /** null while it is worked out, and without a vehicle */
  readonly paper = computed<QuotePaper | null>(() => {
    const made = this.computed();
    const [settings, number] = [this.shop.settings(), this.store.number()];
    const vehicle = this.view.assessment()?.vehicle ?? null;
    if (!made?.quote || !settings || number === null) return null;
    return quotePaper(
      made.quote,
      { number, sections: made.of, vehicle, settings: { ...settings, lengthUnit: this.shop.style().length } },
      { day: localDay(new Date()), revision: null },
    );
  });

  constructor() {
    toObservable(this.view.sections)
      .pipe(
        filter((s) => s !== null),
        debounceTime(SETTLE_MS),
        switchMap((s) => from(this.work(s))),
        takeUntilDestroyed(),
      )
      .subscribe((made) => {
        this.computed.set(made);
      });
    const id = untracked(this.store.id);
    if (id !== null)
      this.api
        .quotes(id)
        .pipe(takeUntilDestroyed())
        .subscribe({
          next: (given) => {
            this.given.set(given);
          },
          error: (f: CallFailure) => {
            this.failure.set(failureText(f));
          },
        });
    this.gone.onDestroy(() => {
      this.worker.stop();
    });
  }
  private async work(of: JobSections): Promise<{ readonly quote: Quote | null; readonly of: JobSections }> {
    const [catalogue, settings] = [this.shop.catalogue(), this.shop.settings()];
    if (!catalogue || !settings) return { quote: null, of };
    await this.load(catalogue, settings);
    return { quote: await this.worker.api.quote(of, localDay(new Date())), of };
  }
  /** Gives it as it is: everything typed is saved first, and the server keeps what it works out itself. */
  give(): void {
    const id = this.store.id();
    if (id === null || this.giving()) return;
    this.giving.set(true);
    this.failure.set(null);
    from(this.store.saved())
      .pipe(
        switchMap((kept) => (kept ? throwError(() => kept) : this.api.giveQuote(id, crypto.randomUUID()))),
        finalize(() => {
          this.giving.set(false);
        }),
        takeUntilDestroyed(this.gone),
      )
      .subscribe({
        next: (given) => {
          this.given.set(given);
        },
        error: (f: CallFailure) => {
          this.failure.set(failureText(f));
        },
      });
  }
}
