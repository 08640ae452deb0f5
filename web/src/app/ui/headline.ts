import { ChangeDetectionStrategy, Component, input } from '@angular/core';
import type { Headline } from '@rigger/wording';

/** A view's finding in one sentence, and one line of consequence under it. */
@Component({
  selector: 'app-headline',
  template: `
    <h1>{{ of().sentence }}</h1>
    <p class="consequence">{{ of().consequence }}</p>
  `,
  styles: `
    :host {
      display: block;
      margin-bottom: 14px;
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class HeadlineBlock {
  readonly of = input.required<Headline>();
}
