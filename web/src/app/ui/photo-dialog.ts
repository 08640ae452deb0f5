import { ChangeDetectionStrategy, Component, inject, signal } from '@angular/core';
import { MatButtonModule } from '@angular/material/button';
import { MAT_DIALOG_DATA, MatDialogModule } from '@angular/material/dialog';

/** One photograph as large as there is room; closes with true when it is to go. */
@Component({
  selector: 'app-photo-dialog',
  imports: [MatDialogModule, MatButtonModule],
  template: `
    <h2 mat-dialog-title>{{ data.name }}</h2>
    <mat-dialog-content>
      @if (gone()) {
        <p>This photograph is not on this server.</p>
      } @else {
        <img [src]="'/api/photos/' + data.id" [alt]="data.name" (error)="gone.set(true)" />
      }
    </mat-dialog-content>
    <mat-dialog-actions align="end">
      <button matButton [mat-dialog-close]="true">Remove from the job</button>
      <button matButton mat-dialog-close cdkFocusInitial>Close</button>
    </mat-dialog-actions>
  `,
  styles: `
    img {
      display: block;
      max-width: 100%;
      max-height: 70vh;
      margin: 0 auto;
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class PhotoDialog {
  protected readonly data = inject<{ id: string; name: string }>(MAT_DIALOG_DATA);
  protected readonly gone = signal(false);
}
