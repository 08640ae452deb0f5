import { computed, DOCUMENT, inject, Injectable, signal } from '@angular/core';
import { takeUntilDestroyed, toObservable } from '@angular/core/rxjs-interop';
import type { LiveEvent } from '@rigger/contracts';
import {
  debounceTime,
  distinctUntilChanged,
  EMPTY,
  fromEvent,
  map,
  retry,
  startWith,
  Subject,
  switchMap,
} from 'rxjs';
import { Api } from './api';
import { Device } from './device';
import { JobStore } from './job-store';

type Person = Extract<LiveEvent, { kind: 'people' }>['people'][number];
const TRY_AGAIN_MS = 15_000;
/** several saves in a row are looked at once */
const GATHER_MS = 50;

/** Hears what others do to the open job, and who looks at it. Only a tab that is looked at listens: a browser opens few connections to
 *  one server. */
@Injectable({ providedIn: 'root' })
export class Live {
  private readonly store = inject(JobStore);
  private readonly api = inject(Api);
  private readonly device = inject(Device);
  private readonly document = inject(DOCUMENT);
  private readonly tab = crypto.randomUUID();
  private readonly people = signal<readonly Person[]>([]);
  private readonly look = new Subject<void>();
  private readonly beside = signal(0);
  /** counts what others did that lies beside the sections of the job: a quote that was given, a job put away */
  readonly besides = this.beside.asReadonly();

  /** names of the others who look at this job; one without a name is somebody */
  readonly others = computed(() =>
    this.people()
      .filter((p) => p.tab !== this.tab)
      .map((p) => p.author || 'somebody'),
  );

  constructor() {
    const seen = fromEvent(this.document, 'visibilitychange').pipe(
      startWith(null),
      map(() => this.document.visibilityState !== 'hidden'),
      distinctUntilChanged(),
    );
    this.look.pipe(debounceTime(GATHER_MS), takeUntilDestroyed()).subscribe(() => void this.store.refresh());
    toObservable(this.store.id)
      .pipe(
        switchMap((id) => {
          this.people.set([]);
          return id === null ? EMPTY : seen.pipe(switchMap((is) => (is ? this.listen(id) : EMPTY)));
        }),
        takeUntilDestroyed(),
      )
      .subscribe((event) => {
        switch (event.kind) {
          case 'people':
            this.people.set(event.people);
            return;
          case 'saved':
            if (this.store.isNews(event.section, event.version)) this.look.next();
            return;
          default:
            this.beside.update((n) => n + 1);
            this.look.next();
        }
      });
  }
  private listen(id: string) {
    return this.api.live(id, this.tab, this.device.author()).pipe(retry({ delay: TRY_AGAIN_MS }));
  }
}
