import { computed, effect, inject, Injectable, signal, untracked } from '@angular/core';
import { takeUntilDestroyed, toObservable } from '@angular/core/rxjs-interop';
import type { Remote } from 'comlink';
import type { JobSections, PlanPoint, SearchProgress } from '@rigger/core';
import { localDay } from '@rigger/wording';
import { catchError, debounceTime, EMPTY, filter, finalize, Observable, switchMap, tap, timeout } from 'rxjs';
import { Api } from '../../data/api';
import { JobStore } from '../../data/job-store';
import { JobView } from '../../data/job-view';
import { Shop } from '../../data/shop';
import type { Built, PlanDetail, PlansApi } from '../../workers/plans-api';
import { heard, injectShopPlans } from '../../workers/shop-plans';

/** edits in a row are one question */
const SETTLE_MS = 400;
/** a server that has said nothing by then is not waited for: the page searches by itself, ms */
const FIRST_MS = 5_000;

/** Plans of the open job: searched by the server while its answer is open, in the page where the server does not answer. What was
 *  last found stays on the screen until something better is there. */
@Injectable()
export class PlansModel {
  private readonly view = inject(JobView);
  private readonly store = inject(JobStore);
  private readonly shop = inject(Shop);
  private readonly api = inject(Api);
  private readonly plans = injectShopPlans();

  readonly told = signal<SearchProgress | null>(null);
  readonly busy = signal(false);
  readonly failed = signal(false);
  readonly details = signal<ReadonlyMap<string, PlanDetail>>(new Map());
  /** what is there beside the plans: as it stands, as it is chosen now */
  readonly built = signal<{ readonly stands: Built | null; readonly chosen: Built | null } | null>(null);
  private readonly again = signal(0);
  private stopped: (() => void) | null = null;

  /** what the search follows from: not the build that was chosen */
  private readonly asked = computed(() => {
    const [sections, catalogue, settings] = [
      this.view.sections(),
      this.shop.catalogue(),
      this.shop.settings(),
    ];
    const round = this.again();
    if (!sections || !catalogue || !settings || sections.vehicle.platform === null) return null;
    const { build, brief, vehicle, tape, tire, lookOver } = sections;
    return {
      catalogue,
      settings,
      sections,
      round,
      key: JSON.stringify([
        brief,
        vehicle,
        tape,
        { ...tire, reliefs: [] },
        lookOver,
        build.free,
        build.locks,
      ]),
    };
  });
  private readonly question = computed(() => this.asked(), {
    equal: (a, b) => a?.key === b?.key && a?.catalogue === b?.catalogue && a?.round === b?.round,
  });

  constructor() {
    toObservable(this.question)
      .pipe(
        filter((q) => q !== null),
        debounceTime(SETTLE_MS),
        switchMap((q) => this.search(q)),
        takeUntilDestroyed(),
      )
      .subscribe();
    // what the shown plans mean on this vehicle follows in the worker
    effect(() => {
      const shown = this.told()?.shown ?? [];
      untracked(() => void this.judge(shown));
    });
    toObservable(this.view.sections)
      .pipe(
        debounceTime(SETTLE_MS),
        switchMap(() => this.ask((api, job, day) => api.built(job, day))),
        takeUntilDestroyed(),
      )
      .subscribe((b) => {
        this.built.set(b);
      });
  }
  /** Stops the search; what is known stays. */
  stop(): void {
    this.stopped?.();
  }
  retry(): void {
    this.again.update((n) => n + 1);
  }
  /** Asks the worker about the job as it is. */
  async ask<T>(of: (api: Remote<PlansApi>, job: JobSections, day: string) => Promise<T>): Promise<T | null> {
    const q = untracked(this.asked);
    return q && this.plans((api) => of(api, q.sections, localDay(new Date())));
  }

  private search(q: NonNullable<ReturnType<typeof this.asked>>): Observable<SearchProgress> {
    const id = untracked(this.store.id);
    const fromServer = id !== null && untracked(this.store.saveState) === 'saved';
    this.busy.set(true);
    // what plans meant on the job as it was says nothing of it now
    this.details.set(new Map());
    this.failed.set(false);
    const here = this.inPage(q);
    const found = fromServer
      ? this.api.plans(id).pipe(
          timeout({ first: FIRST_MS }),
          catchError(() => here),
        )
      : here;
    return new Observable<SearchProgress>((out) => {
      const s = found.subscribe(out);
      this.stopped = () => {
        s.unsubscribe();
        out.complete();
      };
      return () => {
        s.unsubscribe();
      };
    }).pipe(
      tap((t) => {
        this.told.set(t);
      }),
      catchError(() => {
        this.failed.set(true);
        return EMPTY;
      }),
      finalize(() => {
        this.busy.set(false);
      }),
    );
  }
  private inPage({ sections }: NonNullable<ReturnType<typeof this.asked>>): Observable<SearchProgress> {
    return heard<SearchProgress>(this.plans, (api, hears) =>
      api.search(sections, localDay(new Date()), hears),
    );
  }
  private async judge(shown: readonly PlanPoint[]): Promise<void> {
    const known = untracked(this.details);
    const fresh = shown.filter((p) => !known.has(p.name));
    if (fresh.length === 0) return;
    const made = await this.ask((api, job, day) => api.details(job, day, fresh));
    this.details.update((d) => new Map([...d, ...(made ?? []).map((x) => [x.name, x] as const)]));
  }
}
