import { BreakpointObserver } from '@angular/cdk/layout';
import { computed, inject, Injectable, signal } from '@angular/core';
import { toSignal } from '@angular/core/rxjs-interop';
import { map } from 'rxjs';

const KEY = 'rigger.drawing';
/** less than this leaves too little for the view below: a phone, a low window, a page that is zoomed in */
const LITTLE_ROOM = ['(max-width: 640px)', '(max-height: 639px)'];

/** Whether the drawing over the sections is folded to a line: by itself where there is little room, and as somebody chose. */
@Injectable({ providedIn: 'root' })
export class Fold {
  private readonly tight = toSignal(
    inject(BreakpointObserver)
      .observe(LITTLE_ROOM)
      .pipe(map((m) => m.matches)),
    {
      initialValue: false,
    },
  );
  private readonly chosen = signal<string | null>(localStorage.getItem(KEY));
  readonly folded = computed(() => {
    const said = this.chosen();
    if (this.tight()) return said !== 'shown-tight';
    return said === 'folded';
  });
  turn(): void {
    const said = this.folded() ? (this.tight() ? 'shown-tight' : 'shown') : 'folded';
    this.chosen.set(said);
    localStorage.setItem(KEY, said);
  }
}
