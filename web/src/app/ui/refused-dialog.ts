import { ChangeDetectionStrategy, Component, inject } from '@angular/core';
import { MatButtonModule } from '@angular/material/button';
import { MAT_DIALOG_DATA, MatDialogModule } from '@angular/material/dialog';
import { plural } from '@rigger/wording';

/** A file that could not be read, with the path of each fault; nothing of it was stored. */
@Component({
  selector: 'app-refused-dialog',
  imports: [MatDialogModule, MatButtonModule],
  template: `
    <h2 mat-dialog-title>{{ data.fileName }} was not read</h2>
    <mat-dialog-content>
      <p>{{ count }}; nothing was stored. Mend the file, or take another.</p>
      <ul>
        @for (f of data.faults; track f) {
          <li class="mono">{{ f }}</li>
        }
      </ul>
    </mat-dialog-content>
    <mat-dialog-actions align="end"
      ><button matButton mat-dialog-close cdkFocusInitial>Close</button></mat-dialog-actions
    >
  `,
  styles: `
    li {
      margin: 6px 0 0 18px;
      font-size: 13px;
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class RefusedDialog {
  protected readonly data = inject<{ fileName: string; faults: readonly string[] }>(MAT_DIALOG_DATA);
  protected readonly count = plural(this.data.faults.length, 'fault');
}
