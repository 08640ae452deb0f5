import { computed, inject, Injectable } from '@angular/core';
import { toObservable, toSignal } from '@angular/core/rxjs-interop';
import type { JobSections, Staged } from '@rigger/core';
import { localDay } from '@rigger/wording';
import { debounceTime, from, of, switchMap } from 'rxjs';
import { JobView } from '../../data/job-view';
import { Shop } from '../../data/shop';
import { injectShopPlans } from '../../workers/shop-plans';

const SETTLES_MS = 150;

/** How the job falls into visits as its boxes come; computed in a worker, since each cut is judged like a plan. */
@Injectable()
export class BoxesModel {
  private readonly view = inject(JobView);
  private readonly shop = inject(Shop);
  private readonly plans = injectShopPlans();
  private readonly asked = computed(() => ({
    job: this.view.sections(),
    shop: this.shop.catalogue() !== null && this.shop.settings() !== null,
    known: this.view.assessment()?.vehicle != null && this.view.lines().length > 0,
  }));
  readonly staged = toSignal<Staged | null>(
    toObservable(this.asked).pipe(
      debounceTime(SETTLES_MS),
      switchMap(({ job, shop, known }) => (job && shop && known ? from(this.ask(job)) : of(null))),
    ),
    { initialValue: null },
  );
  private ask(job: JobSections): Promise<Staged | null> {
    return this.plans((api) => api.delivery(job, localDay(new Date())));
  }
}
