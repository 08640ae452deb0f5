import { LiveAnnouncer } from '@angular/cdk/a11y';
import { DestroyRef, DOCUMENT, inject, Injectable } from '@angular/core';

const REGIONS = '[role="alert"], [role="status"]';

/** Reads out what comes on the screen as an alert or a status. A region that is made together with its text is not read by itself: only
 *  what changes inside one that was there before. */
@Injectable({ providedIn: 'root' })
export class Announcements {
  private readonly announcer = inject(LiveAnnouncer);

  constructor() {
    const { body, defaultView } = inject(DOCUMENT);
    if (!defaultView) return;
    const seen = new defaultView.MutationObserver((changes) => {
      for (const { addedNodes } of changes)
        for (const node of addedNodes) if (node instanceof defaultView.Element) this.readIn(node);
    });
    seen.observe(body, { childList: true, subtree: true });
    inject(DestroyRef).onDestroy(() => {
      seen.disconnect();
    });
  }
  private readIn(added: Element): void {
    const regions = [...(added.matches(REGIONS) ? [added] : []), ...added.querySelectorAll(REGIONS)];
    for (const region of regions) {
      const text = region.textContent.replaceAll(/\s+/g, ' ').trim();
      if (text !== '')
        void this.announcer.announce(text, region.getAttribute('role') === 'alert' ? 'assertive' : 'polite');
    }
  }
}
