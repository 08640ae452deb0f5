import { ChangeDetectionStrategy, Component } from '@angular/core';

/** Said where a worker ended without an answer. */
@Component({
  selector: 'app-not-posed',
  template: `
    <div role="alert">
      <h1>The axle could not be posed.</h1>
      <p class="consequence">
        The computation ended without an answer. Reload the page; nothing typed is lost.
      </p>
    </div>
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class NotPosed {}
