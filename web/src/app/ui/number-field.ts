import {
  booleanAttribute,
  ChangeDetectionStrategy,
  Component,
  computed,
  forwardRef,
  inject,
  input,
  signal,
} from '@angular/core';
import { NG_VALUE_ACCESSOR, type ControlValueAccessor } from '@angular/forms';
import { MatFormFieldModule } from '@angular/material/form-field';
import { MatInputModule } from '@angular/material/input';
import { formatDecimal, formatInches16, parseLength, parseNumber } from '@rigger/core';
import { lengthFaultText, numberFaultText } from '@rigger/wording';
import { Shop } from '../data/shop';

/** A text that could not be used, and the value that stood there when it was typed: with another value it is void. */
interface Draft {
  readonly text: string;
  readonly over: number | null;
}

/** A number (or a length) typed as text. What cannot be read or is out of range says so with its limit and is not
 *  passed on; the typed text stays, also when the screen is left and opened again. */
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
  styles: `
    :host {
      display: block;
    }
    .wrong {
      --mat-form-field-outlined-outline-color: var(--rust);
      --mat-form-field-outlined-focus-outline-color: var(--rust);
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class NumberField implements ControlValueAccessor {
  readonly label = input.required<string>();
  readonly unit = input('');
  readonly hint = input('');
  readonly range = input.required<readonly [number, number]>();
  /** stored value = typed value × scale (money in minor units) */
  readonly scale = input(1);
  readonly whole = input(false, { transform: booleanAttribute });
  /** read as a length in the shop's unit; the stored value is mm */
  readonly length = input(false, { transform: booleanAttribute });
  /** where a text that cannot be read is kept */
  readonly draft = input.required<string>();

  private readonly shop = inject(Shop);
  private readonly value = signal<number | null>(null);
  private readonly typing = signal<string | null>(null);
  protected readonly off = signal(false);
  private changed: (v: number | null) => void = () => undefined;
  private touched: () => void = () => undefined;

  protected readonly suffix = computed(() => (this.length() ? this.shop.style().length : this.unit()));
  protected readonly text = computed(() => this.typing() ?? this.written(this.value()));
  protected readonly fault = computed(() => {
    const t = this.typing();
    if (t === null || t.trim() === '') return null;
    const r = this.read(t);
    return typeof r === 'string' ? r : null;
  });

  protected typed(text: string): void {
    this.typing.set(text);
    const r = text.trim() === '' ? null : this.read(text);
    if (typeof r === 'string') {
      sessionStorage.setItem(this.key(), JSON.stringify({ text, over: this.value() } satisfies Draft));
      return;
    }
    sessionStorage.removeItem(this.key());
    this.value.set(r);
    this.changed(r);
  }
  protected left(): void {
    this.touched();
    if (this.fault() === null) this.typing.set(null);
  }
  private key(): string {
    return `rigger.draft.${this.draft()}`;
  }
  private read(text: string): number | string {
    const [min, max] = this.range();
    if (this.length()) {
      const r = parseLength(text, { minMm: min, maxMm: max, prefer: this.shop.style().length });
      return r.ok ? Math.round(r.value.mm * 10) / 10 : lengthFaultText(r.fault, this.shop.style());
    }
    const k = this.scale();
    const r = parseNumber(text, min / k, max / k);
    if (!r.ok) return numberFaultText(r.fault, this.label(), this.unit());
    const value = r.value * k;
    if (this.whole() && !Number.isInteger(value)) return `${this.label()} is a whole number.`;
    return k === 1 ? value : Math.round(value);
  }
  private written(v: number | null): string {
    if (v === null) return '';
    if (this.length())
      return this.shop.style().length === 'in'
        ? formatInches16(v)
        : formatDecimal(v, Number.isInteger(v) ? 0 : 1);
    const shown = v / this.scale();
    return formatDecimal(shown, Number.isInteger(shown) ? 0 : 2).replace('−', '-');
  }

  writeValue(v: number | null): void {
    if (v === this.value() && this.typing() !== null) return;
    this.value.set(v);
    const kept = JSON.parse(sessionStorage.getItem(this.key()) ?? 'null') as Draft | null;
    this.typing.set(kept?.over === v ? kept.text : null);
  }
  registerOnChange(fn: (v: number | null) => void): void {
    this.changed = fn;
  }
  registerOnTouched(fn: () => void): void {
    this.touched = fn;
  }
  setDisabledState(off: boolean): void {
    this.off.set(off);
  }
}
