import { ChangeDetectionStrategy, Component } from '@angular/core';
import { RouterLink, RouterLinkActive } from '@angular/router';

/** What is kept of the shop itself, beside its jobs. */
@Component({
  selector: 'app-shop-sections',
  imports: [RouterLink, RouterLinkActive],
  template: `
    <nav aria-label="Of the shop">
      <a routerLink="/shop/catalogue" routerLinkActive="here" ariaCurrentWhenActive="page">Catalogue</a>
      <a routerLink="/shop/workshop" routerLinkActive="here" ariaCurrentWhenActive="page">Workshop</a>
      <a routerLink="/shop/settings" routerLinkActive="here" ariaCurrentWhenActive="page">Settings</a>
      <a routerLink="/shop/backups" routerLinkActive="here" ariaCurrentWhenActive="page">Backups</a>
    </nav>
  `,
  styles: `
    nav {
      display: flex;
      gap: 4px;
      padding: 0 10px;
      background: var(--sheet);
      border-bottom: 2px solid var(--ink);
    }
    a {
      padding: 12px 10px 10px;
      color: var(--ink-2);
      text-decoration: none;
      font-weight: 600;
    }
    .here {
      color: var(--ink);
      box-shadow: inset 0 -3px 0 var(--heather);
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class ShopSections {}
