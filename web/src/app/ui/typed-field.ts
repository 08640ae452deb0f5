import { computed, Directive, input, signal } from '@angular/core';
import type { ControlValueAccessor } from '@angular/forms';

/** What a text means, or what is wrong with it in words. */
export type Reading<V> =
  { readonly ok: true; readonly value: V } | { readonly ok: false; readonly says: string };

/** A text that could not be used, and the value that stood there when it was typed: with another value it is void. */
interface Draft {
  readonly text: string;
  readonly over: unknown;
}

/** A value typed as text. What cannot be read says why and is not passed on; the typed text stays, also when the screen
 *  is left and opened again. An empty text is no value. */
@Directive()
export abstract class TypedField<V> implements ControlValueAccessor {
  readonly label = input.required<string>();
  readonly hint = input('');
  /** where a text that cannot be read is kept */
  readonly draft = input.required<string>();

  protected abstract read(text: string): Reading<V>;
  protected abstract written(value: V): string;

  protected readonly value = signal<V | null>(null);
  private readonly typing = signal<string | null>(null);
  protected readonly off = signal(false);
  private changed: (v: V | null) => void = () => undefined;
  private touched: () => void = () => undefined;

  protected readonly text = computed(() => {
    const v = this.value();
    return this.typing() ?? (v === null ? '' : this.written(v));
  });
  protected readonly fault = computed(() => {
    const r = this.reading(this.typing() ?? '');
    return r.ok ? null : r.says;
  });

  protected typed(text: string): void {
    this.typing.set(text);
    const r = this.reading(text);
    if (!r.ok) {
      sessionStorage.setItem(this.key(), JSON.stringify({ text, over: this.value() } satisfies Draft));
      return;
    }
    this.pass(r.value);
  }
  protected left(): void {
    this.touched();
    if (this.fault() === null) this.typing.set(null);
  }
  /** Takes a value that was not typed: picked in a calendar, say. */
  protected take(value: V | null): void {
    this.typing.set(null);
    this.pass(value);
  }
  private pass(value: V | null): void {
    sessionStorage.removeItem(this.key());
    this.value.set(value);
    this.changed(value);
  }
  private reading(text: string): Reading<V | null> {
    return text.trim() === '' ? { ok: true, value: null } : this.read(text);
  }
  private key(): string {
    return `rigger.draft.${this.draft()}`;
  }

  writeValue(v: V | null): void {
    if (v === this.value() && this.typing() !== null) return;
    this.value.set(v);
    const kept = JSON.parse(sessionStorage.getItem(this.key()) ?? 'null') as Draft | null;
    this.typing.set(kept?.over === v ? kept.text : null);
  }
  registerOnChange(fn: (v: V | null) => void): void {
    this.changed = fn;
  }
  registerOnTouched(fn: () => void): void {
    this.touched = fn;
  }
  setDisabledState(off: boolean): void {
    this.off.set(off);
  }
}
