import { InputModalityDetector, LiveAnnouncer } from '@angular/cdk/a11y';
import { afterNextRender, DOCUMENT, inject, Injectable, Injector } from '@angular/core';
import { takeUntilDestroyed } from '@angular/core/rxjs-interop';
import { Title } from '@angular/platform-browser';
import { NavigationEnd, Router } from '@angular/router';
import { filter, interval, map, startWith, switchMap, take, takeWhile, pairwise } from 'rxjs';

/** a view is there once it says its finding */
const LOOK_EVERY_MS = 40;
const LOOKS = 60;
const FOCUSABLE =
  'input:not([disabled]):not([hidden]), textarea, select, button:not([disabled]), a[href], [role="combobox"]';
const pathOf = (url: string) => url.split(/[?#]/)[0] ?? '';

/** Puts the focus where the next thing is done: into the first entry of a view that was opened by keyboard, on the view itself for
 *  everybody else (a field would bring up the keyboard of a phone), and on what follows when the control that had it is gone. */
@Injectable({ providedIn: 'root' })
export class Arrival {
  private readonly document = inject(DOCUMENT);
  private readonly modality = inject(InputModalityDetector);
  private readonly announcer = inject(LiveAnnouncer);
  private readonly title = inject(Title);
  private readonly injector = inject(Injector);

  constructor() {
    inject(Router)
      .events.pipe(
        filter((e) => e instanceof NavigationEnd),
        map((e) => pathOf(e.urlAfterRedirects)),
        startWith(''),
        pairwise(),
        // a reload leaves the browser its own ways
        filter(([from, to]) => from !== '' && from !== to),
        switchMap(() =>
          interval(LOOK_EVERY_MS).pipe(
            take(LOOKS),
            map(() => this.document.querySelector('main h1')),
            takeWhile((h) => h === null, true),
            filter((h) => h !== null),
          ),
        ),
        takeUntilDestroyed(),
      )
      .subscribe(() => {
        void this.announcer.announce(this.title.getTitle(), 'polite');
        this.arrive();
      });
  }
  /** After the screen has changed, focuses the first of these that is there: what was acted on is gone. */
  next(...selectors: readonly string[]): void {
    afterNextRender(
      () => {
        for (const s of selectors) {
          const found = this.document.querySelector<HTMLElement>(s);
          if (found) {
            (found.matches(FOCUSABLE)
              ? found
              : (found.querySelector<HTMLElement>(FOCUSABLE) ?? found)
            ).focus();
            return;
          }
        }
      },
      { injector: this.injector },
    );
  }
  private arrive(): void {
    const main = this.document.querySelector<HTMLElement>('main router-outlet')?.parentElement ?? this.main();
    if (this.document.querySelector('[role="dialog"]') || !main) return;
    const starts = [...main.querySelectorAll<HTMLElement>('[data-start]')].flatMap((s) =>
      s.matches(FOCUSABLE) ? [s] : [...s.querySelectorAll<HTMLElement>(FOCUSABLE)],
    );
    const empty = starts.find((s) => s instanceof HTMLInputElement && s.type === 'text' && s.value === '');
    const start = this.modality.mostRecentModality === 'keyboard' ? (empty ?? starts[0]) : undefined;
    (start ?? main).focus();
  }
  private main(): HTMLElement | null {
    const main = this.document.querySelector<HTMLElement>('main');
    main?.setAttribute('tabindex', '-1');
    return main;
  }
}
