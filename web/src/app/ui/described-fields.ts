import { ChangeDetectionStrategy, Component, input, output } from '@angular/core';
import { FormsModule } from '@angular/forms';
import { MatFormFieldModule } from '@angular/material/form-field';
import { MatInputModule } from '@angular/material/input';
import { MatSelectModule } from '@angular/material/select';
import { ENTRY_LIMITS } from '@rigger/contracts';
import { CHANGE_KINDS, type Described } from '@rigger/core';
import { CHANGE_WORDS } from '@rigger/wording';
import { NumberField } from './number-field';

/** What something that is no part of the catalogue is and does: only the entries that its kind asks for. */
@Component({
  selector: 'app-described-fields',
  imports: [FormsModule, MatFormFieldModule, MatInputModule, MatSelectModule, NumberField],
  template: `
    <mat-form-field appearance="outline">
      <mat-label>At which axle?</mat-label>
      <mat-select [ngModel]="of().axle" (ngModelChange)="changed.emit({ axle: $event })">
        <mat-option [value]="null">none</mat-option>
        <mat-option value="front">front</mat-option>
        <mat-option value="rear">rear</mat-option>
      </mat-select>
    </mat-form-field>
    @if (of().axle !== null) {
      <mat-form-field appearance="outline">
        <mat-label>What is it?</mat-label>
        <mat-select [ngModel]="of().kind" (ngModelChange)="changed.emit({ kind: $event })">
          <mat-option [value]="null">not known</mat-option>
          @for (k of kinds; track k) {
            <mat-option [value]="k">{{ words[k] }}</mat-option>
          }
        </mat-select>
      </mat-form-field>
      @if (of().kind === 'spring') {
        <app-number-field
          label="Rate"
          quantity="rate"
          [range]="limits.rateNPerMm"
          [at]="at() + '.rateNPerMm'"
          [ngModel]="of().rateNPerMm"
          (ngModelChange)="changed.emit({ rateNPerMm: $event })"
        />
      } @else if (of().kind !== null && of().kind !== 'other') {
        <app-number-field
          label="Thickness"
          [range]="limits.thicknessMm"
          [at]="at() + '.thicknessMm'"
          [ngModel]="of().thicknessMm"
          (ngModelChange)="changed.emit({ thicknessMm: $event })"
        />
      }
      @if (of().kind !== 'wheel-spacer' && of().kind !== 'wheel-adapter') {
        <app-number-field
          label="Measured over stock"
          [range]="limits.liftMm"
          [at]="at() + '.liftMm'"
          [ngModel]="of().liftMm"
          (ngModelChange)="changed.emit({ liftMm: $event })"
        />
      }
    }
    <mat-form-field appearance="outline"
      ><mat-label>Maker, if it says</mat-label
      ><input
        matInput
        [ngModel]="of().maker"
        (ngModelChange)="changed.emit({ maker: $event })"
        maxlength="80"
    /></mat-form-field>
  `,
  // its entries are cells of the row that they stand in
  styles: ':host { display: contents }',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class DescribedFields {
  readonly of = input.required<Described>();
  /** the place where it is kept, such as `vehicle.changes.<id>` */
  readonly at = input.required<string>();
  readonly changed = output<Partial<Described>>();
  protected readonly kinds = CHANGE_KINDS;
  protected readonly words = CHANGE_WORDS;
  protected readonly limits = ENTRY_LIMITS;
}
