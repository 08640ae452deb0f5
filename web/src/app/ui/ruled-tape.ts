import { ChangeDetectionStrategy, Component, computed, inject, input, signal } from '@angular/core';
import { takeUntilDestroyed, toSignal } from '@angular/core/rxjs-interop';
import { NavigationEnd, Router, RouterLink } from '@angular/router';
import { filter, map, startWith, tap } from 'rxjs';
import { lastOf } from '../data/sections';

export interface TapeMark {
  readonly label: string;
  readonly link: string;
  readonly lack: string;
  readonly key: string;
  /** addresses of its pages; its own is among them */
  readonly links: readonly string[];
  /** a heavier tick before it: another part of the work begins */
  readonly heavy: boolean;
}

/** One ruled strip for everything that has an order: where you are is filled, what lacks something says so. On a phone it is one line
 *  that opens. */
@Component({
  selector: 'app-ruled-tape',
  imports: [RouterLink],
  template: `
    <nav [attr.aria-label]="label()" [class.open]="opened()">
      <button type="button" class="where" (click)="opened.set(!opened())" [attr.aria-expanded]="opened()">
        <span>{{ here()?.label ?? 'Sections' }}</span>
        <span class="lack">{{ here()?.lack }}</span>
        <span class="turn" aria-hidden="true">{{ opened() ? '×' : '≡' }}</span>
      </button>
      @for (m of marks(); track m.link) {
        <a
          [routerLink]="m.link"
          [class.here]="m === here()"
          [class.heavy]="m.heavy"
          [attr.aria-current]="m === here() ? 'page' : null"
          [attr.aria-keyshortcuts]="'Alt+' + m.key"
        >
          <span>{{ m.label }}</span>
          @if (m.lack) {
            <span class="lack">{{ m.lack }}</span>
          }
        </a>
      }
      <div class="more"><ng-content /></div>
    </nav>
  `,
  styles: `
    nav {
      display: flex;
      padding: 0 20px;
      background: var(--sheet);
      border-top: 1px solid var(--hair);
      border-bottom: 2px solid var(--ink);
    }
    a {
      flex: 1 1 auto;
      min-width: 0;
      display: grid;
      align-content: start;
      padding: 5px 8px 9px 10px;
      min-height: 44px;
      color: var(--ink-2);
      font-weight: 600;
      line-height: 1.25;
      text-decoration: none;
      border-left: 1px solid var(--ink);
      background: repeating-linear-gradient(90deg, transparent 0 11px, var(--hair) 11px 12px) left bottom /
        100% 5px no-repeat;
    }
    a.heavy {
      margin-left: 14px;
      border-left: 4px solid var(--ink);
    }
    a:hover {
      color: var(--ink);
    }
    a.here {
      background-color: var(--heather);
      color: var(--on-heather);
      box-shadow: inset 0 3px 0 var(--ink);
    }
    a:focus-visible,
    .where:focus-visible {
      outline: 2px solid var(--heather);
      outline-offset: -3px;
    }
    a.here:focus-visible {
      outline-color: var(--on-heather);
    }
    .lack {
      font: 400 11.5px/1.2 var(--text);
      font-stretch: 88%;
      color: var(--rust);
    }
    .here .lack {
      color: inherit;
    }
    .where,
    .more {
      display: none;
    }
    @media (forced-colors: active) {
      a.here {
        forced-color-adjust: none;
        background: Highlight;
        color: HighlightText;
      }
    }
    @media (max-width: 640px) {
      nav {
        padding: 0;
        flex-direction: column;
      }
      .where {
        all: unset;
        box-sizing: border-box;
        cursor: pointer;
        display: flex;
        align-items: center;
        gap: 10px;
        min-height: 48px;
        padding: 0 16px;
        font-weight: 600;
        width: 100%;
      }
      .turn {
        margin-left: auto;
        font-size: 20px;
      }
      a {
        display: none;
      }
      .open a {
        display: flex;
        justify-content: space-between;
        align-items: center;
        gap: 12px;
        min-height: 48px;
        padding: 0 16px;
        margin-left: 0;
        border-left: 0;
        border-top: 1px solid var(--hair);
        background-image: none;
      }
      .open a.heavy {
        border-top: 4px solid var(--ink);
      }
      .open .lack {
        font-size: 13px;
        text-align: right;
      }
      nav.open {
        max-height: 70vh;
        overflow: auto;
      }
      .open .more {
        display: flex;
        flex-wrap: wrap;
        border-top: 1px solid var(--ink);
      }
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class RuledTape {
  readonly label = input.required<string>();
  readonly marks = input.required<readonly TapeMark[]>();
  private readonly router = inject(Router);
  protected readonly opened = signal(false);
  private readonly link = toSignal(
    this.router.events.pipe(
      filter((e) => e instanceof NavigationEnd),
      startWith(null),
      tap(() => {
        this.opened.set(false);
      }),
      map(() => lastOf(this.router.url)),
      takeUntilDestroyed(),
    ),
    { initialValue: '' },
  );
  protected readonly here = computed(() => this.marks().find((m) => m.links.includes(this.link())));
}
