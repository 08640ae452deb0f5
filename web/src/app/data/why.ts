import { Injectable, signal } from '@angular/core';
import type { Figure } from '@rigger/core';

/** The figure whose reason is open, and how it was asked for. */
@Injectable({ providedIn: 'root' })
export class Why {
  private readonly shown = signal<{ readonly figure: Figure; readonly asked: string } | null>(null);
  readonly open = this.shown.asReadonly();
  show(figure: Figure, asked: string): void {
    this.shown.set({ figure, asked });
  }
  close(): void {
    this.shown.set(null);
  }
}
