import { computed, DestroyRef, inject, Injectable, signal } from '@angular/core';
import { takeUntilDestroyed, toObservable } from '@angular/core/rxjs-interop';
import type { GivenQuote, QuotePaper } from '@rigger/contracts';
import type { Catalogue, JobSections, Quote, ShopSettings } from '@rigger/core';
import { localDay, quotePaper } from '@rigger/wording';
import { catchError, debounceTime, EMPTY, filter, finalize, from, switchMap, throwError } from 'rxjs';
import { Api, failureText, type CallFailure } from '../../data/api';
import { JobStore } from '../../data/job-store';
import { JobView } from '../../data/job-view';
import { Live } from '../../data/live';
import { Shop } from '../../data/shop';
import { injectShopPlans } from '../../workers/shop-plans';

interface Asked {
  readonly job: JobSections;
  readonly catalogue: Catalogue;
  readonly settings: ShopSettings;
}
interface Computed {
  readonly quote: Quote | null;
  readonly of: JobSections;
}
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
  private readonly live = inject(Live);
  private readonly plans = injectShopPlans();
  private readonly computed = signal<Computed | null>(null);
  /** what the quote follows from: a catalogue that is taken over changes it too */
  private readonly asked = computed<Asked | null>(() => {
    const [job, catalogue, settings] = [this.view.sections(), this.shop.catalogue(), this.shop.settings()];
    return job && catalogue && settings ? { job, catalogue, settings } : null;
  });

  /** names the next quote that is given: asked again when an answer was lost, it is given once */
  private next = crypto.randomUUID();

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
    toObservable(this.asked)
      .pipe(
        filter((s) => s !== null),
        debounceTime(SETTLE_MS),
        switchMap(({ job }) => from(this.work(job))),
        takeUntilDestroyed(),
      )
      .subscribe((made) => {
        this.computed.set(made);
      });
    // once, and again whenever somebody else may have given one
    toObservable(computed(() => ({ id: this.store.id(), besides: this.live.besides() })))
      .pipe(
        switchMap(({ id }) =>
          id === null
            ? EMPTY
            : this.api.quotes(id).pipe(
                catchError((f: CallFailure) => {
                  this.failure.set(failureText(f));
                  return EMPTY;
                }),
              ),
        ),
        takeUntilDestroyed(),
      )
      .subscribe((given) => {
        this.given.set(given);
      });
  }
  private async work(of: JobSections): Promise<Computed> {
    return { quote: await this.plans((api) => api.quote(of, localDay(new Date()))), of };
  }
  /** Gives it as it is: everything typed is saved first, and the server keeps what it works out itself. */
  give(): void {
    const id = this.store.id();
    if (id === null || this.giving()) return;
    this.giving.set(true);
    this.failure.set(null);
    from(this.store.saved())
      .pipe(
        switchMap((kept) => (kept ? throwError(() => kept) : this.api.giveQuote(id, this.next))),
        finalize(() => {
          this.giving.set(false);
        }),
        takeUntilDestroyed(this.gone),
      )
      .subscribe({
        next: (given) => {
          this.next = crypto.randomUUID();
          this.given.set(given);
        },
        error: (f: CallFailure) => {
          this.failure.set(failureText(f));
        },
      });
  }
}
