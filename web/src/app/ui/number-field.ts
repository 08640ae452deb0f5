import { ChangeDetectionStrategy, Component, computed, forwardRef, inject, input } from '@angular/core';
import { NG_VALUE_ACCESSOR } from '@angular/forms';
import { MatFormFieldModule } from '@angular/material/form-field';
import { MatInputModule } from '@angular/material/input';
import { formatDecimal, formatInches16, parseLength, parseQuantity, type Quantity } from '@rigger/core';
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
  /** what is written here; nothing: a length, in the shop's unit, kept in mm */
  readonly quantity = input<Quantity>();
  /** in the unit that is kept */
  readonly range = input.required<readonly [number, number]>();

  private readonly shop = inject(Shop);
  protected readonly suffix = computed(() => {
    const { length, currency } = this.shop.style();
    const quantity = this.quantity();
    if (quantity === undefined) return length;
    return quantity === 'money' ? currency : SUFFIX[quantity];
  });

  protected override read(text: string): Reading<number> {
    const [min, max] = this.range();
    const quantity = this.quantity();
    if (quantity === undefined) {
      const r = parseLength(text, { minMm: min, maxMm: max, prefer: this.shop.style().length });
      return r.ok
        ? { ok: true, value: Math.round(r.value.mm * 10) / 10 }
        : { ok: false, says: lengthFaultText(r.fault, this.shop.style()) };
    }
    const k = quantity === 'money' ? MINOR : 1;
    const r = parseQuantity(text, quantity, min / k, max / k);
    if (!r.ok) return { ok: false, says: numberFaultText(r.fault, this.label(), this.suffix(), quantity) };
    return { ok: true, value: k === 1 ? Math.round(r.value * 1000) / 1000 : Math.round(r.value * k) };
  }
  protected override written(v: number): string {
    if (this.quantity() === undefined)
      return this.shop.style().length === 'in'
        ? formatInches16(v)
        : formatDecimal(v, Number.isInteger(v) ? 0 : 1);
    const shown = this.quantity() === 'money' ? v / MINOR : v;
    return formatDecimal(shown, Number.isInteger(shown) ? 0 : 2).replace('−', '-');
  }
}
/** money is kept in hundredths */
const MINOR = 100;
const SUFFIX: Readonly<Record<Quantity, string>> = {
  mass: 'kg',
  speed: 'km/h',
  share: '%',
  money: '',
  'rim-width': 'in',
  'wheel-offset': 'mm',
  'load-index': '',
  year: '',
  count: '',
  distance: 'km',
  rate: 'N/mm',
  angle: '°',
  hours: 'h',
  minutes: 'min',
};
