import { ChangeDetectionStrategy, Component, inject } from '@angular/core';
import { MatButtonModule } from '@angular/material/button';
import { MAT_DIALOG_DATA, MatDialogModule } from '@angular/material/dialog';
import { entryText, fieldText } from '@rigger/wording';
import type { Conflict } from '../data/job-store';
import { Shop } from '../data/shop';

/** Two people changed the same field: both are shown, a person chooses, nothing else is touched. */
@Component({
  selector: 'app-conflict-dialog',
  imports: [MatDialogModule, MatButtonModule],
  template: `
    <h2 mat-dialog-title>Someone else edited this job</h2>
    <mat-dialog-content>
      <p>Pick which value to keep. All other edits, yours and theirs, are in.</p>
      <table class="ruled">
        <thead>
          <tr>
            <th>Entry</th>
            <th>Mine</th>
            <th>Theirs</th>
          </tr>
        </thead>
        <tbody>
          @for (f of conflict.fields; track f.path.join('.')) {
            <tr>
              <td>{{ name(f.path) }}</td>
              <td class="mono">{{ shown(f.path, f.mine) }}</td>
              <td class="mono">{{ shown(f.path, f.theirs) }}</td>
            </tr>
          }
        </tbody>
      </table>
    </mat-dialog-content>
    <mat-dialog-actions align="end">
      <button matButton="outlined" mat-dialog-close="theirs">Take theirs</button>
      <button matButton="filled" mat-dialog-close="mine" cdkFocusInitial>Keep mine</button>
    </mat-dialog-actions>
  `,
  styles: `
    table {
      margin-top: 10px;
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class ConflictDialog {
  protected readonly conflict = inject<Conflict>(MAT_DIALOG_DATA);
  private readonly shop = inject(Shop);
  protected readonly name = (path: readonly string[]) => fieldText(this.conflict.section, path);
  protected readonly shown = (path: readonly string[], v: unknown) => entryText(path, v, this.shop.style());
}
