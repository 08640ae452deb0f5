import {
  ChangeDetectionStrategy,
  Component,
  computed,
  ElementRef,
  inject,
  input,
  output,
} from '@angular/core';
import { MatButtonModule } from '@angular/material/button';

/** One of a few words, side by side: one stop of the Tab key, arrows go along it. The same word again takes it back. */
@Component({
  selector: 'app-choice',
  imports: [MatButtonModule],
  template: `
    <span role="radiogroup" [attr.aria-label]="label()">
      @for (o of of(); track o) {
        <button
          matButton
          type="button"
          role="radio"
          [class.said]="o === value()"
          [class.bad]="o === value() && bad().includes(o)"
          [attr.aria-checked]="o === value()"
          [tabIndex]="o === stop() ? 0 : -1"
          (click)="chosen.emit(o === value() ? null : o)"
          (keydown)="go($event, $index)"
        >
          {{ words()[o] }}
        </button>
      }
    </span>
  `,
  styles: `
    button {
      min-width: 0;
      padding: 0 8px;
    }
    .said {
      font-weight: 600;
      box-shadow: inset 0 -3px var(--heather);
      border-radius: 0;
    }
    .said.bad {
      box-shadow: inset 0 -3px var(--rust);
      color: var(--rust);
    }
    @media (forced-colors: active) {
      .said {
        outline: 2px solid;
      }
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class Choice<T extends string> {
  readonly of = input.required<readonly T[]>();
  readonly words = input.required<Readonly<Record<T, string>>>();
  readonly value = input<T | null | undefined>(null);
  readonly label = input.required<string>();
  /** words that stand out when they are said */
  readonly bad = input<readonly T[]>([]);
  readonly chosen = output<T | null>();
  private readonly host = inject<ElementRef<HTMLElement>>(ElementRef);
  protected readonly stop = computed(() => this.value() ?? this.of()[0]);

  protected go(event: KeyboardEvent, at: number): void {
    const by = { ArrowRight: 1, ArrowDown: 1, ArrowLeft: -1, ArrowUp: -1 }[event.key];
    if (by === undefined) return;
    event.preventDefault();
    const all = this.host.nativeElement.querySelectorAll('button');
    all[(at + by + all.length) % all.length]?.focus();
  }
}
