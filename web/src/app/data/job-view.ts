import { computed, inject, Injectable, InjectionToken } from '@angular/core';
import { toObservable, toSignal } from '@angular/core/rxjs-interop';
import {
  assess,
  budgetFinding,
  elevation,
  lacksOf,
  moneyFigures,
  moneyOf,
  partsList,
  workPlan,
  type JobSections,
} from '@rigger/core';
import { localDay, unreadableEntry } from '@rigger/wording';
import { animationFrames, audit, delay, map, of, race, take, tap, timer, type Observable } from 'rxjs';
import { JobStore } from './job-store';
import { rememberedAxles } from './remembered-axles';
import { linkOf } from './sections';
import { Shop } from './shop';

const NO_WORK = { personMinutes: 0, rackMinutes: 0 };
/** a tab in the background has no frames */
const NO_FRAME_MS = 100;

/** Comes when the screen has shown what was last changed. */
export const AFTER_FRAME = new InjectionToken<() => Observable<unknown>>('after frame', {
  providedIn: 'root',
  factory: () => () => race(animationFrames().pipe(take(1), delay(0)), timer(NO_FRAME_MS)),
});

/** Everything the core says about the open job. A change is on the screen first; what follows from it comes in the next frame,
 *  however much there is to compute. */
@Injectable({ providedIn: 'root' })
export class JobView {
  private readonly store = inject(JobStore);
  private readonly shop = inject(Shop);
  private readonly afterFrame = inject(AFTER_FRAME);
  private readonly prepare = rememberedAxles();
  private shown: string | null = null;
  private readonly open = computed(() => ({ id: this.store.id(), sections: this.store.sections() }));

  /** the job that all of this is said about */
  readonly sections = toSignal<JobSections | null, null>(
    toObservable(this.open).pipe(
      // another job is another screen: nothing of the old one may stand on it
      audit(({ id }) => (id !== null && id === this.shown ? this.afterFrame() : of(null))),
      tap(({ id }) => {
        this.shown = id;
      }),
      map(({ sections }) => sections),
    ),
    { initialValue: null },
  );
  readonly assessment = computed(() => {
    const [sections, catalogue, settings] = [this.sections(), this.shop.catalogue(), this.shop.settings()];
    return sections && catalogue && settings
      ? assess(sections, catalogue, settings, { prepare: this.prepare, day: localDay(new Date()) })
      : null;
  });
  readonly lacks = computed(() => {
    const [sections, catalogue] = [this.sections(), this.shop.catalogue()];
    return sections && catalogue ? lacksOf(sections, catalogue) : [];
  });
  /** what cannot be read, and where it is mended: until then nothing is printed or given */
  readonly unreadable = computed(() =>
    this.lacks().flatMap((l) =>
      l.code === 'unreadable' ? [{ text: unreadableEntry(l.what), link: linkOf(l.section) }] : [],
    ),
  );
  readonly plan = computed(() => {
    const [a, catalogue, sections] = [this.assessment(), this.shop.catalogue(), this.sections()];
    const settings = this.shop.settings();
    return a?.vehicle && catalogue && sections && settings
      ? workPlan(a, sections, catalogue, settings.workshop)
      : null;
  });
  readonly lines = computed(() => {
    const [sections, a, catalogue] = [this.sections(), this.assessment(), this.shop.catalogue()];
    return sections && a && catalogue ? partsList(sections, a, catalogue) : [];
  });
  readonly money = computed(() => {
    const settings = this.shop.settings();
    return settings ? moneyOf(this.lines(), this.plan() ?? NO_WORK, settings) : null;
  });
  readonly figures = computed(() => {
    const settings = this.shop.settings();
    return settings ? moneyFigures(this.lines(), this.plan() ?? NO_WORK, settings) : null;
  });
  readonly overBudget = computed(() => {
    const [sections, money] = [this.sections(), this.money()];
    return sections && money ? budgetFinding(sections.brief.budgetMinor, money) : null;
  });
  readonly drawing = computed(() => {
    const [a, sections] = [this.assessment(), this.sections()];
    return a?.vehicle && a.forecast && sections
      ? elevation(a.vehicle.platform, a.forecast, a.tires, sections.brief.heightLimitMm)
      : null;
  });
}
