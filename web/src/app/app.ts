import { afterNextRender, ChangeDetectionStrategy, Component, inject } from '@angular/core';
import { RouterOutlet } from '@angular/router';
import { Announcements } from './data/announcements';
import { Arrival } from './data/arrival';
import { Commands } from './data/commands';
import { Shop } from './data/shop';
import { Theme } from './data/theme';

/** the first screen comes before what may be asked for later */
const PREPARE_AFTER_MS = 400;

/** The shell: takes the keys, shows the view. */
@Component({
  selector: 'app-root',
  imports: [RouterOutlet],
  host: { '(document:keydown)': 'commands.onKey($event)' },
  template: `<router-outlet />`,
  styles: `
    :host {
      display: block;
      height: 100%;
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class App {
  protected readonly commands = inject(Commands);
  constructor() {
    afterNextRender(() =>
      setTimeout(() => {
        this.commands.prepare();
      }, PREPARE_AFTER_MS),
    );
    inject(Theme);
    inject(Announcements);
    inject(Arrival);
    inject(Shop).load();
  }
}
