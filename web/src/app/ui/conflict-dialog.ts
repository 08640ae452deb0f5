import { ChangeDetectionStrategy, Component, inject } from '@angular/core';
import { MatButtonModule } from '@angular/material/button';
import { MAT_DIALOG_DATA, MatDialogModule } from '@angular/material/dialog';
import type { Conflict } from '../data/job-store';

/** Two people changed the same field: both are shown, a person chooses, nothing else is touched. */
@Component({
  selector: 'app-conflict-dialog',
  imports: [MatDialogModule, MatButtonModule],
  template: `
    <h2 mat-dialog-title>Somebody changed this too</h2>
    <mat-dialog-content>
      <p>Everything that does not collide is already put together. For these, say which stays:</p>
      <table class="ruled">
        <thead>
          <tr>
            <th>Field</th>
            <th>Mine</th>
            <th>Theirs</th>
          </tr>
        </thead>
        <tbody>
          @for (f of conflict.fields; track f.path.join('.')) {
            <tr>
              <td>{{ f.path.join(' · ') }}</td>
              <td class="mono">{{ shown(f.mine) }}</td>
              <td class="mono">{{ shown(f.theirs) }}</td>
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
  protected readonly shown = (v: unknown): string =>
    v === undefined || v === null || v === '' ? '(empty)' : typeof v === 'string' ? v : JSON.stringify(v);
}
