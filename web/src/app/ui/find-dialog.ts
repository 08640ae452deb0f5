import { ChangeDetectionStrategy, Component, computed, inject } from '@angular/core';
import { toSignal } from '@angular/core/rxjs-interop';
import { FormControl, ReactiveFormsModule } from '@angular/forms';
import { MatAutocompleteModule } from '@angular/material/autocomplete';
import { MatDialogModule, MatDialogRef } from '@angular/material/dialog';
import { MatFormFieldModule } from '@angular/material/form-field';
import { MatInputModule } from '@angular/material/input';
import type { BoardRow } from '@rigger/contracts';
import { STAGE_WORDS } from '@rigger/wording';
import { catchError, of } from 'rxjs';
import { Api } from '../data/api';

/** Finds a job by customer, vehicle, number or tyre; arrow keys and Enter open it. */
@Component({
  selector: 'app-find-dialog',
  imports: [ReactiveFormsModule, MatDialogModule, MatFormFieldModule, MatInputModule, MatAutocompleteModule],
  template: `
    <h2 mat-dialog-title>Find a job</h2>
    <mat-dialog-content>
      <mat-form-field appearance="outline" class="ask">
        <mat-label>Customer, vehicle, tyre or number</mat-label>
        <input matInput [formControl]="query" [matAutocomplete]="list" cdkFocusInitial />
        <mat-autocomplete
          #list="matAutocomplete"
          autoActiveFirstOption
          (optionSelected)="open($event.option.value)"
        >
          @for (job of found(); track job.id) {
            <mat-option [value]="job.id">
              <strong>{{ job.customer }}</strong> · {{ job.vehicle || 'no vehicle yet' }} · {{ job.number }} ·
              {{ stages[job.stage] }}
            </mat-option>
          }
        </mat-autocomplete>
      </mat-form-field>
      @if (jobs() && found().length === 0) {
        <p role="status">No job has that in it. Try a part of the name, or a number.</p>
      }
    </mat-dialog-content>
  `,
  styles: `
    .ask {
      margin-top: 6px;
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class FindDialog {
  private readonly ref = inject<MatDialogRef<FindDialog, string>>(MatDialogRef);
  protected readonly stages = STAGE_WORDS;
  protected readonly query = new FormControl('', { nonNullable: true });
  private readonly text = toSignal(this.query.valueChanges, { initialValue: '' });
  protected readonly jobs = toSignal(
    inject(Api)
      .board()
      .pipe(catchError(() => of<BoardRow[]>([]))),
  );
  protected readonly found = computed(() => {
    const words = this.text().toLowerCase().split(/\s+/).filter(Boolean);
    return (this.jobs() ?? []).filter((j) => {
      const hay = `${j.customer} ${j.trade} ${j.vehicle} ${j.target} ${j.number}`.toLowerCase();
      return words.every((w) => hay.includes(w));
    });
  });
  protected open(id: string): void {
    this.ref.close(id);
  }
}
