import {
  booleanAttribute,
  ChangeDetectionStrategy,
  Component,
  computed,
  forwardRef,
  inject,
  input,
} from '@angular/core';
import { NG_VALUE_ACCESSOR } from '@angular/forms';
import { MatFormFieldModule } from '@angular/material/form-field';
import { MatInputModule } from '@angular/material/input';
import { formatDecimal, formatInches16, parseLength, parseNumber } from '@rigger/core';
import { lengthFaultText, numberFaultText } from '@rigger/wording';
import { Shop } from '../data/shop';
import { TypedField, type Reading } from './typed-field';

/** A number (or a length) typed as text; out of its range it says the limit. */
@Component({
  selector: 'app-number-field',
  imports: [MatFormFieldModule, MatInputModule],
  providers: [{ provide: NG_VALUE_ACCESSOR, useExisting: forwardRef(() => NumberField), multi: true }],
  template: `
    <mat-form-field appearance="outline" [class.wrong]="fault() !== null">
      <mat-label>{{ label() }}</mat-label>
      <input
        matInput
        inputmode="decimal"
        autocomplete="off"
        [value]="text()"
        [disabled]="off()"
        [attr.aria-invalid]="fault() !== null"
        (input)="typed($any($event.target).value)"
        (blur)="left()"
      />
      @if (suffix()) {
        <span matTextSuffix>&nbsp;{{ suffix() }}</span>
      }
      @if (fault(); as f) {
        <mat-hint class="error" role="alert">{{ f }}</mat-hint>
      } @else if (hint()) {
        <mat-hint>{{ hint() }}</mat-hint>
      }
    </mat-form-field>
  `,
  styleUrl: './typed-field.scss',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class NumberField extends TypedField<number> {
  readonly unit = input('');
  readonly range = input.required<readonly [number, number]>();
  /** stored value = typed value × scale (money in minor units) */
  readonly scale = input(1);
  readonly whole = input(false, { transform: booleanAttribute });
  /** read as a length in the shop's unit; the stored value is mm */
  readonly length = input(false, { transform: booleanAttribute });

  private readonly shop = inject(Shop);
  protected readonly suffix = computed(() => (this.length() ? this.shop.style().length : this.unit()));

  protected override read(text: string): Reading<number> {
    const [min, max] = this.range();
    const { length: unit } = this.shop.style();
    if (this.length()) {
      const r = parseLength(text, { minMm: min, maxMm: max, prefer: unit });
      return r.ok
        ? { ok: true, value: Math.round(r.value.mm * 10) / 10 }
        : { ok: false, says: lengthFaultText(r.fault, this.shop.style()) };
    }
    const k = this.scale();
    const r = parseNumber(text, min / k, max / k);
    if (!r.ok) return { ok: false, says: numberFaultText(r.fault, this.label(), this.unit()) };
    const value = r.value * k;
    if (this.whole() && !Number.isInteger(value))
      return { ok: false, says: `${this.label()} is a whole number.` };
    return { ok: true, value: k === 1 ? value : Math.round(value) };
  }
  protected override written(v: number): string {
    if (this.length())
      return this.shop.style().length === 'in'
        ? formatInches16(v)
        : formatDecimal(v, Number.isInteger(v) ? 0 : 1);
    const shown = v / this.scale();
    return formatDecimal(shown, Number.isInteger(shown) ? 0 : 2).replace('−', '-');
  }
}
