import { ChangeDetectionStrategy, Component, inject } from '@angular/core';
import { FormControl, ReactiveFormsModule, Validators } from '@angular/forms';
import { MatButtonModule } from '@angular/material/button';
import { MatDialogModule, MatDialogRef } from '@angular/material/dialog';
import { MatFormFieldModule } from '@angular/material/form-field';
import { MatInputModule } from '@angular/material/input';

/** Asks who the new job is for. */
@Component({
  selector: 'app-new-job-dialog',
  imports: [ReactiveFormsModule, MatDialogModule, MatFormFieldModule, MatInputModule, MatButtonModule],
  template: `
    <h2 mat-dialog-title>New job</h2>
    <form (submit)="done($event)">
      <mat-dialog-content>
        <mat-form-field appearance="outline" class="ask">
          <mat-label>Who is it for?</mat-label>
          <input matInput [formControl]="customer" maxlength="200" cdkFocusInitial />
          @if (customer.invalid && customer.touched) {
            <mat-error>Write a name or a trade; it heads the job.</mat-error>
          }
        </mat-form-field>
      </mat-dialog-content>
      <mat-dialog-actions align="end">
        <button matButton type="button" mat-dialog-close>Cancel</button>
        <button matButton="filled" type="submit">Open the job</button>
      </mat-dialog-actions>
    </form>
  `,
  styles: `
    .ask {
      margin-top: 6px;
      min-width: 340px;
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class NewJobDialog {
  private readonly ref = inject<MatDialogRef<NewJobDialog, string>>(MatDialogRef);
  protected readonly customer = new FormControl('', {
    nonNullable: true,
    validators: [Validators.required, Validators.pattern(/\S/)],
  });
  protected done(event: Event): void {
    event.preventDefault();
    this.customer.markAsTouched();
    if (this.customer.valid) this.ref.close(this.customer.value.trim());
  }
}
