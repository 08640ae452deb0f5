import { ChangeDetectionStrategy, Component, computed, inject, input } from '@angular/core';
import type { Figure } from '@rigger/core';
import { FIGURE_WORDS, figureText } from '@rigger/wording';
import { Shop } from '../data/shop';
import { Why } from '../data/why';

/** A figure as people read it; a click or Enter opens its reason. Measured, computed and claimed are told apart by
 *  weight, slant and words, not by colour. */
@Component({
  selector: 'app-figure',
  template: `
    <button
      type="button"
      [class]="'figure ' + figure().truth"
      [attr.aria-label]="spoken()"
      (click)="why.show(figure(), name())"
    >
      @if (figure().truth === 'claimed' && !word()) {
        <span class="word">maker says</span>
      }
      @if (word()) {
        <span class="why">{{ word() }}</span>
      } @else {
        {{ text() }}
      }
    </button>
  `,
  styles: `
    .figure {
      all: unset;
      cursor: pointer;
      font-family: var(--mono);
      font-weight: 450;
      color: inherit;
      white-space: nowrap;
    }
    .figure:hover {
      box-shadow: inset 0 -1px 0 var(--heather);
    }
    .figure:focus-visible {
      outline: 2px solid var(--heather);
      outline-offset: 2px;
    }
    .measured {
      font-weight: 650;
    }
    .claimed {
      font-style: italic;
      border-bottom: 1px dashed var(--ink-2);
      color: var(--ink-2);
    }
    .why {
      font: 400 13px var(--text);
      color: var(--heather);
    }
    .word {
      font-family: var(--text);
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class FigureButton {
  readonly figure = input.required<Figure>();
  readonly digits = input<number | undefined>(undefined);
  /** what the figure is, when its own name is not enough */
  readonly named = input('');
  /** shown in place of the value, where the sentence before has said it */
  readonly word = input('');
  protected readonly why = inject(Why);
  private readonly shop = inject(Shop);
  protected readonly name = computed(() => this.named() || FIGURE_WORDS[this.figure().name]);
  protected readonly text = computed(() => figureText(this.figure(), this.shop.style(), this.digits()));
  protected readonly spoken = computed(() => `${this.name()}: ${this.text()}, ${this.figure().truth}. Why?`);
}
