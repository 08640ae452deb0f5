import { ChangeDetectionStrategy, Component, computed, inject } from '@angular/core';
import { RouterLink } from '@angular/router';
import { Commands } from '../data/commands';
import { Shop } from '../data/shop';
import { Theme } from '../data/theme';

/** The dark bar on top of every view: what it is about on the left (projected), the shop's switches on the right. */
@Component({
  selector: 'app-top-bar',
  imports: [RouterLink],
  template: `
    <header>
      <a routerLink="/" class="mark" aria-label="Apt Rigger, to the board">
        <svg viewBox="0 0 16 16" width="18" height="18" aria-hidden="true">
          <path
            d="M1 13h14M3 13V6m0 0-1 1m1-1 1 1M13 13V4"
            stroke="currentColor"
            stroke-width="1.5"
            fill="none"
          />
        </svg>
      </a>
      <div class="about"><ng-content /></div>
      <div class="right">
        <ng-content select="[bar-right]" />
        <a routerLink="/counter" class="shop">counter</a>
        <a routerLink="/week" class="shop">week</a>
        <a routerLink="/buyer" class="shop">buyer</a>
        <a routerLink="/shop/catalogue" class="shop">shop</a>
        <button type="button" (click)="commands.find()"><kbd>/</kbd> find</button>
        <button type="button" class="wide" (click)="commands.keys()"><kbd>?</kbd> keys</button>
        <button
          type="button"
          (click)="shop.useUnit(unit() === 'mm' ? 'in' : 'mm')"
          [attr.aria-label]="'Lengths in ' + unit() + ', switch'"
        >
          {{ unit() }}
        </button>
        <button
          type="button"
          class="wide"
          (click)="theme.toggle()"
          [attr.aria-label]="'Switch to ' + other()"
        >
          {{ other() }}
        </button>
      </div>
    </header>
  `,
  styles: `
    header {
      height: 48px;
      display: flex;
      align-items: center;
      gap: 14px;
      padding: 0 20px;
      background: var(--bar);
      color: var(--on-bar);
    }
    .mark {
      color: var(--on-bar);
      display: grid;
      place-items: center;
      width: 26px;
      height: 32px;
    }
    .about {
      flex: 1;
      min-width: 0;
      display: flex;
      align-items: baseline;
      gap: 14px;
      white-space: nowrap;
      overflow: hidden;
    }
    .right {
      display: flex;
      align-items: center;
      gap: 4px;
      white-space: nowrap;
      color: var(--on-bar-2);
      font-size: 13px;
    }
    button,
    .right a {
      all: unset;
      cursor: pointer;
      padding: 6px 8px;
      color: var(--on-bar);
    }
    button:hover,
    .right a:hover,
    .mark:hover {
      color: #fff;
    }
    button:focus-visible,
    .right a:focus-visible,
    .mark:focus-visible {
      outline: 2px solid var(--on-bar);
      outline-offset: -2px;
    }
    /* who the job is for comes first; the shop is a step away, on the board */
    @media (max-width: 1000px) {
      :host-context(app-job-shell) .shop,
      :host-context(app-job-shell) kbd {
        display: none;
      }
    }
    @media (max-width: 640px) {
      header {
        padding: 0 8px 0 12px;
        gap: 6px;
      }
      .right {
        gap: 0;
      }
      button,
      .right a {
        min-height: 44px;
        box-sizing: border-box;
        display: inline-flex;
        align-items: center;
      }
      .right .wide,
      .right kbd,
      :host-context(app-job-shell) .shop {
        display: none;
      }
    }
    kbd {
      font: 500 12px var(--mono);
      border: 1px solid var(--on-bar-2);
      border-radius: 2px;
      padding: 0 5px;
      margin-right: 3px;
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class TopBar {
  protected readonly commands = inject(Commands);
  protected readonly shop = inject(Shop);
  protected readonly theme = inject(Theme);
  protected readonly unit = computed(() => this.shop.style().length);
  protected readonly other = computed(() => (this.theme.mode() === 'dark' ? 'light' : 'dark'));
}
