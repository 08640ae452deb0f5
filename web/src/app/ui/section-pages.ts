import { ChangeDetectionStrategy, Component, computed, inject } from '@angular/core';
import { toSignal } from '@angular/core/rxjs-interop';
import { NavigationEnd, Router, RouterLink, RouterLinkActive } from '@angular/router';
import { filter, map, startWith } from 'rxjs';
import { lastOf, sectionAt } from '../data/sections';

/** The pages of the section that is open, where it has several. */
@Component({
  selector: 'app-section-pages',
  imports: [RouterLink, RouterLinkActive],
  template: `
    @if (section(); as s) {
      <nav [attr.aria-label]="'Pages of ' + s.label">
        @for (p of s.pages; track p.link) {
          <a [routerLink]="p.link" routerLinkActive="at" ariaCurrentWhenActive="page">{{ p.label }}</a>
        }
      </nav>
    }
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
    @media (max-width: 900px) {
      a {
        display: flex;
        align-items: center;
        min-height: 48px;
      }
    }
    @media print {
      nav {
        display: none;
      }
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class SectionPages {
  private readonly router = inject(Router);
  private readonly link = toSignal(
    this.router.events.pipe(
      filter((e) => e instanceof NavigationEnd),
      startWith(null),
      map(() => lastOf(this.router.url)),
    ),
    { initialValue: '' },
  );
  protected readonly section = computed(() => {
    const s = sectionAt(this.link());
    return s?.pages ? s : null;
  });
}
