import { InputModalityDetector, LiveAnnouncer } from '@angular/cdk/a11y';
import { DOCUMENT, inject, Injectable } from '@angular/core';
import { takeUntilDestroyed } from '@angular/core/rxjs-interop';
import { Title } from '@angular/platform-browser';
import { NavigationEnd, Router } from '@angular/router';
import { filter, first, interval, map, pairwise, startWith, switchMap, take, takeWhile } from 'rxjs';

/** a view is there once it says its finding */
const LOOK_EVERY_MS = 40;
const LOOKS = 60;
const NEXT_LOOKS = 8;
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

  constructor() {
    inject(Router)
      .events.pipe(
        filter((e) => e instanceof NavigationEnd),
        map((e) => pathOf(e.urlAfterRedirects)),
        startWith(''),
        pairwise(),
        // a reload leaves the browser its own ways
        filter(([from, to]) => from !== '' && from !== to),
        switchMap(() => {
          const from = this.document.activeElement;
          return interval(LOOK_EVERY_MS).pipe(
            take(LOOKS),
            map((look) => this.place(look === LOOKS - 1)),
            // whoever moves on meanwhile is not called back
            takeWhile(() => [from, this.document.body].includes(this.document.activeElement)),
            first((place) => place !== null, null),
          );
        }),
        takeUntilDestroyed(),
      )
      .subscribe((place) => {
        if (!place) return;
        void this.announcer.announce(this.title.getTitle(), 'polite');
        place.focus();
      });
  }
  /** After the screen has changed, focuses what is next: what was acted on is gone. What follows from a change comes a frame later, so the
   *  first selector is waited for a little before the others count. */
  next(...selectors: readonly string[]): void {
    const found = (s: string) => this.document.querySelector<HTMLElement>(s);
    interval(LOOK_EVERY_MS)
      .pipe(
        take(NEXT_LOOKS),
        map((look) => {
          const [wanted, ...others] = selectors.map(found);
          return wanted ?? (look === NEXT_LOOKS - 1 ? (others.find((o) => o) ?? null) : null);
        }),
        first((place) => place !== null, null),
      )
      .subscribe((place) => {
        (place?.matches(FOCUSABLE)
          ? place
          : (place?.querySelector<HTMLElement>(FOCUSABLE) ?? place)
        )?.focus();
      });
  }
  /** Where the focus goes in the view that is being opened; null while it is not there yet. */
  private place(last: boolean): HTMLElement | null {
    const main = this.document.querySelector<HTMLElement>('main:not([role])');
    if (!main?.querySelector('h1:not([role])') || this.document.querySelector('[role="dialog"]')) return null;
    main.setAttribute('tabindex', '-1');
    if (this.modality.mostRecentModality !== 'keyboard') return main;
    const marked = [...main.querySelectorAll<HTMLElement>('[data-start]')];
    const starts = marked.flatMap((s) =>
      s.matches(FOCUSABLE) ? [s] : [...s.querySelectorAll<HTMLElement>(FOCUSABLE)],
    );
    const empty = starts.find((s) => s instanceof HTMLInputElement && s.type === 'text' && s.value === '');
    // a list that is still being worked out has its first entry soon
    return empty ?? starts[0] ?? (marked.length === 0 || last ? main : null);
  }
}
