import { ChangeDetectionStrategy, Component, input } from '@angular/core';
import { RouterLink, RouterLinkActive } from '@angular/router';

export interface TapeMark {
  readonly label: string;
  readonly link: string;
  readonly lack: string;
  readonly key: string;
}

/** One ruled strip for everything that has an order: where you are is filled, what lacks something says so. */
@Component({
  selector: 'app-ruled-tape',
  imports: [RouterLink, RouterLinkActive],
  template: `
    <nav [attr.aria-label]="label()">
      @for (m of marks(); track m.link) {
        <a
          [routerLink]="m.link"
          routerLinkActive="here"
          ariaCurrentWhenActive="page"
          [attr.aria-keyshortcuts]="'Alt+' + m.key"
        >
          <span>{{ m.label }}</span>
          @if (m.lack) {
            <span class="lack">{{ m.lack }}</span>
          }
        </a>
      }
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
      flex: 1;
      min-width: 0;
      display: flex;
      gap: 8px;
      align-items: baseline;
      padding: 8px 10px 9px;
      color: var(--ink-2);
      font-weight: 600;
      text-decoration: none;
      border-left: 1px solid var(--ink);
      white-space: nowrap;
      overflow: hidden;
      background: repeating-linear-gradient(90deg, transparent 0 11px, var(--hair) 11px 12px) left bottom /
        100% 7px no-repeat;
    }
    a:hover {
      color: var(--ink);
    }
    a.here {
      background-color: var(--heather);
      color: var(--on-heather);
    }
    a:focus-visible {
      outline-offset: -3px;
    }
    a.here:focus-visible {
      outline-color: var(--on-heather);
    }
    .lack {
      font: 400 11.5px/1 var(--mono);
      color: var(--rust);
      overflow: hidden;
      text-overflow: ellipsis;
    }
    .here .lack {
      color: inherit;
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class RuledTape {
  readonly label = input.required<string>();
  readonly marks = input.required<readonly TapeMark[]>();
}
