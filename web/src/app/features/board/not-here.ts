import { ChangeDetectionStrategy, Component } from '@angular/core';
import { RouterLink } from '@angular/router';
import { TopBar } from '../../ui/top-bar';

@Component({
  selector: 'app-not-here',
  imports: [RouterLink, TopBar],
  template: `
    <app-top-bar><strong>Apt Rigger</strong></app-top-bar>
    <main>
      <h1>There is nothing at this address.</h1>
      <p class="consequence">The job may have another number. <a routerLink="/">Back to the board</a></p>
    </main>
  `,
  styles: `
    main {
      padding: 28px 20px;
    }
    a {
      color: var(--heather);
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class NotHere {}
