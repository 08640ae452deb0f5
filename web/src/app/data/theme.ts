import { DOCUMENT, effect, inject, Injectable, signal } from '@angular/core';

const KEY = 'rigger.theme';

/** Light or dark: as the machine says until somebody chooses. */
@Injectable({ providedIn: 'root' })
export class Theme {
  private readonly document = inject(DOCUMENT);
  private readonly chosen = signal<'light' | 'dark'>(this.start());
  readonly mode = this.chosen.asReadonly();
  constructor() {
    effect(() => this.document.documentElement.classList.toggle('dark', this.chosen() === 'dark'));
  }
  toggle(): void {
    this.chosen.update((m) => (m === 'dark' ? 'light' : 'dark'));
    localStorage.setItem(KEY, this.chosen());
  }
  private start(): 'light' | 'dark' {
    const kept = localStorage.getItem(KEY);
    if (kept === 'light' || kept === 'dark') return kept;
    return this.document.defaultView?.matchMedia('(prefers-color-scheme: dark)').matches ? 'dark' : 'light';
  }
}
