import { ChangeDetectionStrategy, Component, computed, forwardRef, signal } from '@angular/core';
import { NG_VALUE_ACCESSOR } from '@angular/forms';
import { provideDateFnsAdapter } from '@angular/material-date-fns-adapter';
import { MAT_DATE_LOCALE } from '@angular/material/core';
import { MatDatepickerModule } from '@angular/material/datepicker';
import { MatFormFieldModule } from '@angular/material/form-field';
import { MatInputModule } from '@angular/material/input';
import { dayFaultText, localDay, longDay } from '@rigger/wording';
import { parseISO } from 'date-fns';
import { enGB } from 'date-fns/locale/en-GB';
import { readDay } from '../data/read-day';
import { TypedField, type Reading } from './typed-field';

/** A calendar day, typed or picked; the stored value is "2026-12-04". */
@Component({
  selector: 'app-day-field',
  imports: [MatDatepickerModule, MatFormFieldModule, MatInputModule],
  providers: [
    provideDateFnsAdapter(),
    { provide: MAT_DATE_LOCALE, useValue: enGB },
    { provide: NG_VALUE_ACCESSOR, useExisting: forwardRef(() => DayField), multi: true },
  ],
  template: `
    <mat-form-field appearance="outline" [class.wrong]="shown() !== null">
      <mat-label>{{ label() }}</mat-label>
      <input
        matInput
        autocomplete="off"
        placeholder="4 Dec"
        [value]="text()"
        [disabled]="off()"
        [attr.aria-invalid]="shown() !== null"
        (input)="typed($any($event.target).value)"
        (focus)="writing.set(true)"
        (blur)="writing.set(false); left()"
      />
      <!-- what is typed above is read by us; this one only tells the calendar its day -->
      <input
        hidden
        [matDatepicker]="picker"
        [value]="date()"
        [disabled]="off()"
        (dateChange)="take(localDay($event.value))"
      />
      <mat-datepicker-toggle matIconSuffix [for]="picker" [aria-label]="'Calendar: ' + label()" />
      <mat-datepicker #picker />
      @if (shown(); as f) {
        <mat-hint class="error" role="alert">{{ f }}</mat-hint>
      } @else if (hint()) {
        <mat-hint>{{ hint() }}</mat-hint>
      }
    </mat-form-field>
  `,
  styleUrl: './typed-field.scss',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class DayField extends TypedField<string> {
  protected readonly writing = signal(false);
  /** half a day is no fault yet: it is said once the field is left */
  protected readonly shown = computed(() => (this.writing() ? null : this.fault()));
  protected readonly date = computed(() => {
    const day = this.value();
    return day === null ? null : parseISO(day);
  });
  protected readonly localDay = (at: Date | null) => at && localDay(at);
  protected override read(text: string): Reading<string> {
    const r = readDay(text, new Date());
    return r.ok ? r : { ok: false, says: dayFaultText(r.fault) };
  }
  protected override written(day: string): string {
    return longDay(day);
  }
}
