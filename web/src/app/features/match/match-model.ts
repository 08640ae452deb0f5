import { computed, DestroyRef, inject, Injectable } from '@angular/core';
import { toObservable, toSignal } from '@angular/core/rxjs-interop';
import type { Cure, Need } from '@rigger/core';
import { needKey } from '@rigger/core';
import { localDay } from '@rigger/wording';
import { catchError, from, map, of, startWith, switchMap } from 'rxjs';
import { JobView } from '../../data/job-view';
import { Shop } from '../../data/shop';
import { startMatchWorker } from '../../workers/start-match-worker';
import { handingOver } from '../../workers/worker-of';
import type { Matched } from '../../workers/match-api';

type Answer =
  { readonly state: 'busy' | 'failed' } | { readonly state: 'done'; readonly matched: Matched | null };

/** Sources and cures of the open job: judged in a worker whenever plan, catalogue or settings change. What was last judged
 *  stays on the screen until the new answer is there; an answer that is overtaken is dropped. */
@Injectable()
export class MatchModel {
  private readonly view = inject(JobView);
  private readonly shop = inject(Shop);
  private readonly worker = startMatchWorker();
  private readonly load = handingOver((...shop: Parameters<typeof this.worker.api.load>) =>
    this.worker.api.load(...shop),
  );

  private readonly asked = computed(() => {
    const [sections, catalogue, settings] = [
      this.view.sections(),
      this.shop.catalogue(),
      this.shop.settings(),
    ];
    return sections && catalogue && settings ? { sections, catalogue, settings } : null;
  });
  private readonly answer = toSignal(
    toObservable(this.asked).pipe(
      switchMap((ask) => {
        if (!ask) return of<Answer>({ state: 'busy' });
        const { sections, catalogue, settings } = ask;
        return from(
          this.load(catalogue, settings).then(() => this.worker.api.match(sections, localDay(new Date()))),
        ).pipe(
          map((matched): Answer => ({ state: 'done', matched })),
          catchError(() => of<Answer>({ state: 'failed' })),
          startWith<Answer>({ state: 'busy' }),
        );
      }),
    ),
    { initialValue: { state: 'busy' } },
  );
  private kept: Matched | null = null;
  readonly state = computed(() => this.answer().state);
  readonly matched = computed<Matched | null>(() => {
    const a = this.answer();
    if (a.state === 'done') this.kept = a.matched;
    return this.kept;
  });
  readonly curesOf = (n: Need): readonly Cure[] =>
    this.matched()?.cured.find((c) => c.key === needKey(n))?.cures ?? [];

  constructor() {
    inject(DestroyRef).onDestroy(() => {
      this.worker.stop();
    });
  }
}
