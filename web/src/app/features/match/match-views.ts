import { ChangeDetectionStrategy, Component } from '@angular/core';
import { RouterLink, RouterLinkActive } from '@angular/router';

/** The views of Match: what was found, and the same by hand. */
@Component({
  selector: 'app-match-views',
  imports: [RouterLink, RouterLinkActive],
  template: `
    <nav aria-label="Views of Match">
      <a routerLink="../match" routerLinkActive="at" ariaCurrentWhenActive="page">Plans</a>
      <a routerLink="../sources" routerLinkActive="at" ariaCurrentWhenActive="page">Sources, by hand</a>
      <a routerLink="../bench" routerLinkActive="at" ariaCurrentWhenActive="page">Bench</a>
    </nav>
  `,
  styles: `
    nav {
      display: flex;
      gap: 18px;
      margin-bottom: 8px;
    }
    a {
      color: var(--ink-2);
      text-decoration: none;
      padding: 4px 0;
      border-bottom: 2px solid transparent;
    }
    a:hover {
      color: var(--ink);
    }
    a.at {
      color: var(--ink);
      border-color: var(--heather);
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class MatchViews {}
