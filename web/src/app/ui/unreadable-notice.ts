import { ChangeDetectionStrategy, Component, inject, input } from '@angular/core';
import { RouterLink } from '@angular/router';
import { JobView } from '../data/job-view';

/** What of the open job cannot be read, with the way to each. */
@Component({
  selector: 'app-unreadable-notice',
  imports: [RouterLink],
  template: `
    @if (view.unreadable().length > 0) {
      <section aria-labelledby="unreadable">
        <h2 id="unreadable">Cannot be read, so nothing is {{ done() }}</h2>
        <ul>
          @for (u of view.unreadable(); track $index) {
            <li>{{ u.text }} <a [routerLink]="'../' + u.link">Correct it</a></li>
          }
        </ul>
      </section>
    }
  `,
  styles: `
    section {
      border-left: 4px solid var(--rust);
      background: var(--rust-wash);
      padding: 8px 14px;
      margin-bottom: 16px;
    }
    ul {
      list-style: none;
    }
    a {
      color: var(--heather);
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class UnreadableNotice {
  /** what is not done until then */
  readonly done = input.required<'printed' | 'given'>();
  protected readonly view = inject(JobView);
}
