import { ChangeDetectionStrategy, Component, inject } from '@angular/core';
import { MatButtonModule } from '@angular/material/button';
import { MatProgressBarModule } from '@angular/material/progress-bar';
import { MakeFile } from '../data/make-file';

/** The file that the screen has made: that it is under way, with a way to stop it, and what went wrong. */
@Component({
  selector: 'app-making-file',
  imports: [MatButtonModule, MatProgressBarModule],
  template: `
    @if (files.making(); as m) {
      <span class="making" role="status"
        >{{ m.label }} … <mat-progress-bar mode="indeterminate" [attr.aria-label]="m.label"
      /></span>
      <button matButton type="button" (click)="files.cancel()">Stop</button>
    }
    @if (files.failure(); as f) {
      <p class="error" role="alert">{{ f }}</p>
    }
  `,
  styles: `
    :host {
      display: contents;
    }
    .making {
      min-width: 180px;
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class MakingFile {
  protected readonly files = inject(MakeFile);
}
