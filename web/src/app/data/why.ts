import { DOCUMENT, inject, Injectable, signal } from '@angular/core';
import type { Figure } from '@rigger/core';
import { Arrival } from './arrival';

/** The figure whose reason is open, and how it was asked for. */
@Injectable({ providedIn: 'root' })
export class Why {
  private readonly document = inject(DOCUMENT);
  private readonly arrival = inject(Arrival);
  private from: HTMLElement | null = null;
  private readonly shown = signal<{ readonly figure: Figure; readonly asked: string } | null>(null);
  readonly open = this.shown.asReadonly();
  show(figure: Figure, asked: string): void {
    const { activeElement } = this.document;
    if (!this.shown()) this.from = activeElement instanceof HTMLElement ? activeElement : null;
    this.shown.set({ figure, asked });
    this.arrival.next('#why');
  }
  /** The focus goes back to the figure that was asked about. */
  close(): void {
    if (!this.shown()) return;
    this.shown.set(null);
    if (this.from?.isConnected) this.from.focus();
    this.from = null;
  }
}
