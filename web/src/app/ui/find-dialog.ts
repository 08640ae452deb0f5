import { ChangeDetectionStrategy, Component, computed, inject, signal } from '@angular/core';
import { toSignal } from '@angular/core/rxjs-interop';
import { FormControl, ReactiveFormsModule } from '@angular/forms';
import { MatAutocompleteModule } from '@angular/material/autocomplete';
import { MatDialogModule, MatDialogRef } from '@angular/material/dialog';
import { MatFormFieldModule } from '@angular/material/form-field';
import { MatInputModule } from '@angular/material/input';
import type { BoardRow } from '@rigger/contracts';
import { STAGE_WORDS } from '@rigger/wording';
import { catchError, map, of, startWith, switchMap, tap } from 'rxjs';
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
          @for (job of found() ?? []; track job.id) {
            <mat-option [value]="job.id">
              <strong>{{ job.customer }}</strong> · {{ job.vehicle || 'no vehicle yet' }} · {{ job.number }} ·
              {{ stages[job.stage] }}
            </mat-option>
          }
        </mat-autocomplete>
      </mat-form-field>
      <p role="status">
        @if (unreached()) {
          The server does not answer, so nothing can be looked up just now.
        } @else if (answered() && found()?.length === 0) {
          No job has that in it. Try a part of the name, or a number.
        }
      </p>
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
  private readonly api = inject(Api);
  protected readonly answered = signal(false);
  protected readonly found = toSignal(
    this.query.valueChanges.pipe(
      startWith(''),
      // an answer that is overtaken is dropped
      switchMap((find) =>
        this.api.board({ find }).pipe(
          map((b): readonly BoardRow[] => b.jobs),
          catchError(() => of(null)),
        ),
      ),
      tap(() => {
        this.answered.set(true);
      }),
    ),
    { initialValue: [] as readonly BoardRow[] },
  );
  protected readonly unreached = computed(() => this.found() === null);
  protected open(id: string): void {
    this.ref.close(id);
  }
}
